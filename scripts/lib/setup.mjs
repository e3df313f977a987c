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
    if (run("npm", ["run", "-s", "build"], { stdio: ["ignore", process.stderr, "inherit"] }) !== 0)
      fail("The application did not build.");
  });
}

const WHOLE = { package: "chromium", places: ["/usr/bin/chromium", "/usr/bin/chromium-browser"] };
/** The same Chromium without windows: what it need not draw, tests need not wait for. */
const WINDOWLESS = { package: "chromium-headless-shell", places: ["/usr/bin/chromium-headless-shell"] };

function installByApt(name) {
  console.log(`Installing Debian's ${name} …`);
  const quiet = { env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" }, stdio: ["ignore", "ignore", "inherit"] };
  const patience = ["-o", "Acquire::http::Timeout=20", "-o", "Acquire::Retries=1"];
  run("apt-get", ["update", "-qq", ...patience], quiet);
  run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...patience, name], quiet);
}

/**
 * The Chromium to use: CHROMIUM_PATH, else Debian's, installed by apt when root.
 * @param windowless the one without windows will do, and is wanted where it can be had
 */
export function ensureChromium({ windowless = false } = {}) {
  const named = process.env.CHROMIUM_PATH;
  if (named && !existsSync(named)) fail(`CHROMIUM_PATH names ${named}, and there is no such file.`);
  if (named) return named;
  for (const { package: name, places } of windowless ? [WINDOWLESS, WHOLE] : [WHOLE]) {
    const program = () => places.find((place) => existsSync(place));
    if (!program() && process.getuid?.() === 0) installByApt(name);
    if (program()) return (process.env.CHROMIUM_PATH = program());
  }
  return fail(
    "The browser tests need Chromium: install it (on Debian: apt-get install chromium, as root) or set CHROMIUM_PATH to its program.",
  );
}

/** @returns {never} */
export function fail(sentence) {
  console.error(sentence);
  process.exit(1);
}
