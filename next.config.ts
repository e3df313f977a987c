import type { NextConfig } from "next";
import tokens from "./src/design/tokens.json" with { type: "json" };

/** The one token file reaches Sass as two maps, $day-tokens and $night-tokens, ahead of every style sheet. */
const asSassMap = (name: string, theme: Record<string, string>) =>
  `$${name}: (${Object.entries(theme)
    .map(([key, value]) => `"${key}": ${value}`)
    .join(", ")});`;

// Static pages carry inline start-up data: `npm start` replaces 'unsafe-inline' by the hashes of each page's own
// (scripts/lib/door.mjs). Everything else is this origin only.
// The page layout of the printed labels is a small piece of WebAssembly that ships with it.
// Next's development server evaluates code for its refresh.
const scriptSource = `'self' 'unsafe-inline' 'wasm-unsafe-eval'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`;
const contentSecurityPolicy = [
  "default-src 'self'",
  `script-src ${scriptSource}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self'",
  "connect-src 'self' data:",
  "worker-src 'self'",
  "object-src 'none'",
  "base-uri 'self'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join("; ");

/** What a page may ask of the device: the camera and the lock of the screen, and nothing else. */
const permissions = [
  ...["camera", "screen-wake-lock", "clipboard-write"].map((ability) => `${ability}=(self)`),
  ...["accelerometer", "autoplay", "display-capture", "geolocation", "gyroscope", "hid", "magnetometer"].map(
    (ability) => `${ability}=()`,
  ),
  ...["microphone", "midi", "payment", "publickey-credentials-get", "serial", "usb"].map((ability) => `${ability}=()`),
].join(", ");

/** A build of its own beside the usual one, to read off its scripts what is in them (`npm run bench -- load`). */
const named: NextConfig = process.env.NAMED_MODULES
  ? { distDir: ".cache/named", experimental: { turbopackModuleIds: "named" } }
  : {};

const config: NextConfig = {
  ...named,
  reactStrictMode: true,
  poweredByHeader: false,
  images: { unoptimized: true },
  // Types are checked by `npm run typecheck`, beside lint: the build would only do it once more.
  typescript: { ignoreBuildErrors: true },
  sassOptions: {
    additionalData: asSassMap("day-tokens", tokens.light) + asSassMap("night-tokens", tokens.night),
    silenceDeprecations: ["import", "global-builtin", "color-functions", "if-function"],
    quietDeps: true,
  },
  headers: async () => [
    // A page and a worker are held to the policy they came with; on any other script it would only be weight.
    {
      source: "/((?!_next/static/chunks/(?!turbopack-worker)).*)",
      headers: [{ key: "Content-Security-Policy", value: contentSecurityPolicy }],
    },
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "no-referrer" },
        { key: "Permissions-Policy", value: permissions },
        { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
        { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
      ],
    },
  ],
};

export default config;
