// What every command needs before it can start: packages, Chromium, a build. Plain Node, so that it runs on a fresh clone.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = fileURLToPath(new URL("../..", import.meta.url));
process.env.NEXT_TELEMETRY_DISABLED = "1";

/** Runs a command in the project's folder with its output shown; returns the exit code. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  return result.status ?? 1;
}

export const bin = (name) => path.join(root, "node_modules", ".bin", name);

function hashOf(files) {
  const hash = createHash("sha256");
  for (const file of files) hash.update(file).update(readFileSync(path.join(root, file)));
  return hash.digest("hex");
}

function filesBelow(folder) {
  return readdirSync(path.join(root, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.relative(root, path.join(entry.parentPath ?? entry.path, entry.name)))
    .sort();
}

function stamped(name, hash, work) {
  const stamp = path.join(root, ".cache", name);
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  work();
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, hash);
}

/** Installs the packages of the lock file when node_modules does not hold them yet. */
export function ensurePackages() {
  const hash = hashOf(["package-lock.json"]);
  const install = () => {
    console.log("Installing packages from the lock file …");
    // Not `npm ci`: it insists on every optional package for other systems, and registries do not always hold them all.
    // `npm install` keeps to the lock file's versions and, with --no-save, leaves the file as it is.
    if (run("npm", ["install", "--no-save", "--no-audit", "--no-fund", "--loglevel=error"]) !== 0)
      fail("The packages could not be installed. Is the npm registry reachable?");
  };
  if (!existsSync(path.join(root, "node_modules", "next"))) {
    install();
    stamped("packages", hash, () => {});
  } else stamped("packages", hash, install);
}

/** Builds the application when a source file changed since the last build. */
export function ensureBuild() {
  const hash = hashOf([
    "package-lock.json",
    "next.config.ts",
    "tsconfig.json",
    "scripts/lib/offline.mjs",
    "scripts/lib/offlineWorker.mjs",
    "scripts/lib/compress.mjs",
    ...filesBelow("src").filter((file) => !file.endsWith(".test.ts")),
  ]);
  if (!existsSync(path.join(root, ".next", "BUILD_ID"))) stamped("build", "none", () => {});
  stamped("build", hash, () => {
    // On the error stream, so that what a command prints for others to read stays clean.
    console.error("Building the application …");
    if (run(bin("next"), ["build"], { stdio: ["ignore", process.stderr, "inherit"] }) !== 0)
      fail("The application did not build.");
    if (run(process.execPath, ["scripts/lib/offline.mjs"]) !== 0)
      fail("The worker that keeps it offline was not made.");
    if (run(process.execPath, ["scripts/lib/compress.mjs"]) !== 0) fail("The scripts were not compressed.");
  });
}

/** The Chromium to test with: CHROMIUM_PATH, else Debian's, installed by apt when root. */
export function ensureChromium() {
  const places = [process.env.CHROMIUM_PATH, "/usr/bin/chromium", "/usr/bin/chromium-browser"].filter(Boolean);
  const found = () => places.find((place) => existsSync(place));
  if (process.env.CHROMIUM_PATH && !existsSync(process.env.CHROMIUM_PATH))
    fail(`CHROMIUM_PATH names ${process.env.CHROMIUM_PATH}, and there is no such file.`);
  if (!found()) {
    if (process.getuid?.() !== 0)
      fail(
        "The browser tests need Chromium: install it (on Debian: apt-get install chromium, as root) or set CHROMIUM_PATH to its program.",
      );
    console.log("Installing Debian's Chromium …");
    const quiet = {
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
      stdio: ["ignore", "ignore", "inherit"],
    };
    run("apt-get", ["update", "-qq"], quiet);
    run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], quiet);
  }
  const chromium = found();
  if (!chromium) fail("Chromium could not be installed by apt; set CHROMIUM_PATH to its program.");
  process.env.CHROMIUM_PATH = chromium;
  return chromium;
}

export function fail(sentence) {
  console.error(sentence);
  process.exit(1);
}
