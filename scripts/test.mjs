// `npm test`: everything that must hold, then one line `N passed, N failed`.
// By default a share of all random cases, other ones every day; with --deep all of them, as CI does it.
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { bin, ensureBuild, ensureChromium, ensurePackages, root, run } from "./lib/setup.mjs";
import { runWatched } from "./lib/watched.mjs";

if (process.argv.includes("--deep")) process.env.SIZE = "deep";
let passed = 0;
let failed = 0;

async function check(name, work) {
  const started = Date.now();
  console.log(`\n== ${name}`);
  try {
    await work();
  } catch (error) {
    failed += 1;
    console.error(`${name}: ${error.message}`);
  }
  console.log(`== ${name}: ${((Date.now() - started) / 1000).toFixed(1)} s`);
}

const must = (code, sentence) => {
  if (code !== 0) throw new Error(sentence);
};

/** Runs one test runner and adds its counts; a crash or an empty run is a failure. */
async function counted(reportName, command, args, read) {
  const report = path.join(root, ".cache", reportName);
  mkdirSync(path.dirname(report), { recursive: true });
  rmSync(report, { force: true });
  const { code, hung } = await runWatched(command, args(report), { env: { ...process.env, REPORT: report } });
  if (hung) console.error(`A test hangs: the last line above was written before it. ${hung}`);
  if (!existsSync(report)) throw new Error("the runner ended before it wrote its report.");
  const counts = read(JSON.parse(readFileSync(report, "utf8")));
  passed += counts.passed;
  failed += counts.failed;
  if (counts.passed + counts.failed === 0) throw new Error("no test ran.");
  if (hung) throw new Error("it hung and was ended.");
  if (code !== 0 && counts.failed === 0) throw new Error(`the runner ended with ${code}.`);
}

/** Runs some of this package's scripts at once, and gives their exit codes when all are over. */
function runBeside(scripts) {
  const both = scripts.map((name) => `npm run -s ${name} & p${name}=$!`).join("\n");
  const codes = scripts.map((name) => `wait $p${name}; echo $? > .cache/${name}.code`).join("\n");
  mkdirSync(path.join(root, ".cache"), { recursive: true });
  run("sh", ["-c", `${both}\n${codes}`]);
  return scripts.map((name) => Number(readFileSync(path.join(root, ".cache", `${name}.code`), "utf8")));
}

ensurePackages();
await check("Layout", () =>
  must(
    run(bin("prettier"), ["--check", "--log-level=warn", "--cache", "--cache-location=.cache/prettier", "."]),
    "some files are not laid out by Prettier: npm run format",
  ),
);
await check("Lint and types", () => {
  const [lint, types] = runBeside(["lint", "typecheck"]);
  if (lint !== 0 && types !== 0) throw new Error("lint found something, and the types do not hold.");
  must(lint, "lint found something.");
  must(types, "the types do not hold.");
});
await check("Schemas", () => {
  must(run(bin("tsx"), ["scripts/schema.ts", "--check"]), "docs/job-file.schema.json is stale: npm run schema");
  must(
    run(bin("tsx"), ["scripts/answerSchema.ts", "--check"]),
    "docs/plan-answer.schema.json is stale: npm run schema",
  );
});
await check("Unit tests", () =>
  counted(
    "vitest.json",
    bin("vitest"),
    (report) => ["run", "--reporter=default", "--reporter=json", `--outputFile.json=${report}`],
    (result) => ({
      passed: result.numPassedTests,
      failed:
        result.numFailedTests +
        (result.success
          ? 0
          : result.testResults.filter((file) => file.status === "failed" && file.assertionResults.length === 0).length),
    }),
  ),
);
await check("Browser tests", async () => {
  ensureChromium({ windowless: true });
  ensureBuild();
  await counted(
    "playwright.json",
    bin("playwright"),
    () => ["test"],
    ({ stats, errors }) => {
      if (stats.flaky > 0) console.error(`${stats.flaky} held only at the second try: see "flaky" above and mend it.`);
      return { passed: stats.expected + stats.flaky, failed: stats.unexpected + (errors?.length ?? 0) };
    },
  );
});

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
