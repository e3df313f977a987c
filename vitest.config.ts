import { fileURLToPath } from "node:url";
import { configDefaults, defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Those that take minutes begin first, so that neither worker is left alone with one at the end. */
const LONGEST = ["safety", "edgeDocuments", "laws", "moreEdgeDocuments", "everyJob", "piece", "order", "kept"];
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
    setupFiles: ["scripts/lib/seed.ts"],
    maxWorkers: 2,
    execArgv: ["--max-semi-space-size=64"],
    sequence: { sequencer: LongestFirst },
    // No test is about time; this only ends one that hangs, on the slowest machine.
    testTimeout: 1_800_000,
    hookTimeout: 300_000,
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
