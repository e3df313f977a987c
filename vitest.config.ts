import { fileURLToPath } from "node:url";
import { configDefaults, defineConfig } from "vitest/config";
import { LONGEST } from "./scripts/lib/nearest.mjs";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** "usual", "deep" or "near": src/core/testing/runs.ts says what each tries. */
const size = process.env.SIZE ?? "usual";
// What is red in the deep run is red for everyone; every other day looks at other cases. FC_SEED names a seed of one's own.
const ofTheDay = new Date().toISOString().slice(0, 10).replaceAll("-", "");
const seed = process.env.FC_SEED ?? (size === "deep" ? "20260504" : ofTheDay);
// Every project and worker reads this file; the first has said it.
if (!process.env.SEED_SAID) console.error(`Random cases: ${size} size, FC_SEED=${seed}`);
process.env.SEED_SAID = "1";

/** Those that take longest begin first, so that neither worker is left alone with one at the end. */
const rank = ({ moduleId }: TestSpecification) => {
  const at = LONGEST.findIndex((name) => moduleId.endsWith(`/${name}.test.ts`));
  return at < 0 ? LONGEST.length : at;
};

class LongestFirst extends BaseSequencer {
  override sort = (files: TestSpecification[]) =>
    Promise.resolve([...files].sort((a, b) => rank(a) - rank(b) || (a.moduleId < b.moduleId ? -1 : 1)));
}

/** Those that put a stand-in in a module's place load everything for themselves; the others share what is loaded. */
const MOCKING = ["src/**/once.test.ts", "src/**/safety.test.ts"];

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  test: {
    environment: "node",
    env: { SIZE: size, FC_SEED: seed },
    setupFiles: ["src/core/testing/runs.ts"],
    maxWorkers: 2,
    execArgv: ["--max-semi-space-size=64"],
    sequence: { sequencer: LongestFirst },
    // No test is about time: what hangs is told by scripts/lib/watched.mjs.
    testTimeout: 0,
    hookTimeout: 0,
    projects: [
      { extends: true, test: { name: "mocking", include: MOCKING } },
      {
        extends: true,
        test: {
          name: "sharing",
          include: ["src/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: [...configDefaults.exclude, ...MOCKING],
          isolate: false,
        },
      },
    ],
  },
});
