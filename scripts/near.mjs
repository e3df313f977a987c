// `npm run test:near [-- --since REV]`: what the working copy's change touches, in about a minute: layout, lint, types,
// the unit tests nearest to it by imports with a handful of random cases each, the browser tests of the screens it
// changes; and what was left out.
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { importGraph } from "./lib/imports.mjs";
import { distances, LONGEST, screensOf, withinBudget } from "./lib/nearest.mjs";
import { bin, ensureBuild, ensureChromium, ensurePackages, root, run } from "./lib/setup.mjs";

/** Seconds of work for two cores; together with layout, lint and types about a minute. */
const UNIT_S = 40;
const BROWSER_S = 60;
/** What a test file takes that no report knows. */
const unknownS = (file) => (LONGEST.includes(path.basename(file, ".test")) ? 60 : 3);

const git = (...args) => spawnSync("git", args, { cwd: root, encoding: "utf8" }).stdout.split("\n").filter(Boolean);
const at = process.argv.indexOf("--since");
const changed = [
  ...git("diff", "--name-only", at < 0 ? "HEAD" : process.argv[at + 1]),
  ...git("ls-files", "--others", "--exclude-standard"),
];
const code = changed.filter((file) => /\.(tsx?|mjs)$/.test(file) && existsSync(path.join(root, file)));
const inSrc = changed.filter((file) => /^src\/.*\.tsx?$/.test(file)).map((file) => file.slice(4));
let failed = 0;

function step(name, work) {
  const started = Date.now();
  const ok = work() === 0;
  if (!ok) failed += 1;
  console.log(`== ${name}: ${ok ? "holds" : "FAILED"}, ${((Date.now() - started) / 1000).toFixed(0)} s`);
}

/** Seconds a test file took, by the report of the last whole run. */
function unitSeconds() {
  const report = path.join(root, ".cache", "vitest.json");
  if (!existsSync(report)) return {};
  const { testResults } = JSON.parse(readFileSync(report, "utf8"));
  return Object.fromEntries(
    testResults.map(({ name, startTime, endTime }) => [
      path.relative(path.join(root, "src"), name),
      (endTime - startTime) / 1000,
    ]),
  );
}

/** Each browser test with its file, its line and its seconds, by the report of the last whole run. */
function browserTests(specs) {
  const report = path.join(root, ".cache", "playwright.json");
  if (!existsSync(report)) return specs.map((spec) => ({ name: spec, s: 30 }));
  const list = [];
  const walk = ({ specs: its = [], suites = [] }) => {
    for (const { file, line, tests } of its)
      list.push({
        file,
        name: `${file}:${line}`,
        s: Math.max(...tests.flatMap(({ results }) => results.map((each) => each.duration))) / 1000,
      });
    suites.forEach(walk);
  };
  JSON.parse(readFileSync(report, "utf8")).suites.forEach(walk);
  const known = list.filter(({ file }) => specs.includes(file));
  return [
    ...known,
    ...specs.filter((spec) => !list.some(({ file }) => file === spec)).map((spec) => ({ name: spec, s: 30 })),
  ];
}

const say = (what, left) =>
  left.length > 0 &&
  console.log(`   left out, ${left.length} ${what}: ${left.slice(0, 12).join(", ")}${left.length > 12 ? " …" : ""}`);

ensurePackages();
if (changed.length === 0)
  console.log("Nothing is changed: name what to look at from, as in npm run test:near -- --since HEAD~1");
if (changed.length > 0) {
  step("Layout", () =>
    run(bin("prettier"), [
      "--check",
      "--log-level=warn",
      "--ignore-unknown",
      ...changed.filter((file) => existsSync(path.join(root, file))),
    ]),
  );
  if (code.length > 0) step("Lint of what is changed", () => run(bin("eslint"), ["--max-warnings", "0", ...code]));
  if (code.length > 0) step("Types", () => run("npm", ["run", "-s", "typecheck"]));
}

if (inSrc.length > 0) {
  const far = distances(
    importGraph(path.join(root, "src"), () => true),
    inSrc,
  );
  const seconds = unitSeconds();
  const tests = Object.entries(far)
    .filter(([file]) => file.endsWith(".test"))
    .map(([file, distance]) => ({ name: `${file}.ts`, distance, s: seconds[`${file}.ts`] ?? unknownS(file) }));
  const { taken, left } = withinBudget(tests, UNIT_S);
  if (taken.length > 0)
    step(`Unit tests, ${taken.length} files`, () =>
      run(bin("vitest"), ["run", "--reporter=dot", ...taken.map(({ name }) => `src/${name}`)], {
        env: { ...process.env, SIZE: "near" },
      }),
    );
  say(
    "files of unit tests further off",
    left.map(({ name }) => name),
  );

  const specs = Object.fromEntries(
    readdirSync(path.join(root, "e2e"))
      .filter((file) => file.endsWith(".spec.ts"))
      .map((file) => [file, readFileSync(path.join(root, "e2e", file), "utf8")]),
  );
  const its = screensOf(specs, inSrc, changed);
  const browser = withinBudget(browserTests(its), BROWSER_S);
  if (browser.taken.length > 0) {
    ensureChromium({ windowless: true });
    ensureBuild();
    step(`Browser tests, ${browser.taken.length}`, () =>
      run(bin("playwright"), ["test", ...browser.taken.map(({ name }) => name)]),
    );
  }
  say(
    "browser tests of what is changed",
    browser.left.map(({ name }) => name),
  );
  console.log(`   left out: the browser tests of other screens${its.length === 0 ? " (no screen is changed)" : ""}`);
}
process.exit(failed === 0 ? 0 : 1);
