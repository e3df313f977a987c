import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Those that take minutes begin first, so that neither worker is left alone with one at the end. */
const LONGEST = ["edgeDocuments", "safety", "moreEdgeDocuments", "laws", "everyJob", "engine", "colour"];
const rank = ({ moduleId }: TestSpecification) => {
  const at = LONGEST.findIndex((name) => moduleId.endsWith(`/${name}.test.ts`));
  return at < 0 ? LONGEST.length : at;
};

class LongestFirst extends BaseSequencer {
  override sort = (files: TestSpecification[]) =>
    Promise.resolve([...files].sort((a, b) => rank(a) - rank(b) || (a.moduleId < b.moduleId ? -1 : 1)));
}

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  test: {
    include: ["src/**/*.test.ts", "scripts/**/*.test.ts"],
    environment: "node",
    setupFiles: ["scripts/lib/seed.ts"],
    maxWorkers: 2,
    sequence: { sequencer: LongestFirst },
    testTimeout: 60_000,
  },
});
