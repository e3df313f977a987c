import { defineConfig } from "@playwright/test";

const port = Number(process.env.E2E_PORT ?? 4127);

export default defineConfig({
  testDir: "e2e",
  testMatch: "*.spec.ts",
  fullyParallel: true,
  // One waits for a page while two are at work.
  workers: 3,
  // What hangs on a machine with nothing else to do: e2e/bay.ts stops this clock while the machine is busy.
  timeout: 300_000,
  // A test that only holds at the second try is named in the report; it does not hide.
  retries: 1,
  expect: { timeout: 120_000 },
  reporter: process.env.REPORT ? [["line"], ["json", { outputFile: process.env.REPORT }]] : [["line"]],
  webServer: {
    command: `node scripts/serve.mjs -p ${port}`,
    url: `http://localhost:${port}/`,
    reuseExistingServer: false,
    stdout: "ignore",
  },
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    // Only what tests it keeps a version in the browser; for the rest it would only be work.
    serviceWorkers: "block",
    // Nothing has to be waited for until it has moved.
    contextOptions: { reducedMotion: "reduce" },
    timezoneId: "Europe/Berlin",
    locale: "en-GB",
    trace: "off",
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--no-first-run",
        "--disable-quic",
      ],
    },
  },
});
