import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { ESLint } from "eslint";
import { afterEach, describe, expect, it } from "vitest";
import { unusedExports } from "./unused.mjs";
import { circlesOf, folderGraph, importGraph, upwardImports } from "./imports.mjs";

let folder = "";
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** The graph of a few files that are written for it. */
function graphOf(files: Record<string, string>) {
  folder = mkdtempSync(path.join(tmpdir(), "house-"));
  for (const [file, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(folder, file)), { recursive: true });
    writeFileSync(path.join(folder, file), text);
  }
  return importGraph(folder);
}

describe("the house", () => {
  it("sees a circle of files, types and lazy imports among it, and none where there is none", () => {
    const circle = graphOf({
      "core/a/one.ts": 'import type { Two } from "@/core/b/two";',
      "core/b/two.ts": 'export const three = () => import("./three");',
      "core/b/three.tsx": 'export {\n  one,\n} from "../a/one";',
      "core/b/apart.ts": 'import { two } from "./two";',
    });
    expect(circlesOf(circle)).toEqual([["core/a/one", "core/b/three", "core/b/two"]]);
    expect(circlesOf(folderGraph(circle))).toEqual([["core/a", "core/b"]]);
    expect(circlesOf({ a: ["b", "c"], b: ["c"], c: [] })).toEqual([]);
  });

  it("sees an import that runs up the wings, one that leaves the core, and a folder without a rank", () => {
    const graph = graphOf({
      "core/low/one.ts": 'import { high } from "../high/two";\nimport { page } from "@/ui/page";',
      "core/high/two.ts": 'import { lost } from "../lost/three";',
      "core/lost/three.ts": 'import "../low/one";',
      "ui/page.ts": "",
    });
    const problems = upwardImports(graph, ["low", "high"], "core");
    expect(problems).toHaveLength(3);
    expect(problems.join("\n")).toMatch(/low\/one imports core\/high\/two.*\n.*low\/one imports ui\/page/);
    expect(problems.join("\n")).toContain("core/lost/three lies in no folder");
  });

  it("names an export that nothing imports, and none that is used, lazily or by its type", () => {
    graphOf({
      "src/a.ts": "export const used = 1;\nexport type Shape = { x: number };\nexport const alone = 2;",
      "src/b.ts": "export function Lazy() {}\nexport function forgotten() {}",
      "src/c.ts":
        'import { used } from "./a";\nimport type { Shape } from "@/a";\nvoid import("./b").then(({ Lazy }) => Lazy);',
    });
    expect(unusedExports(folder, ["src"])).toEqual(["src/a.ts alone", "src/b.ts forgotten"]);
  });

  it("lint fails on upward imports, long lines and functions, operations made by screens, formulas without example", async () => {
    const eslint = new ESLint();
    const rulesOf = async (text: string, filePath: string) =>
      (await eslint.lintText(text, { filePath }))[0]!.messages.map(({ ruleId }) => ruleId);
    const upwards = 'export type { Assessment } from "@/core/answers/assess/assess";\n';
    expect(await rulesOf(upwards, "src/core/models/air/room.ts")).toContain("boundaries/dependencies");
    expect(await rulesOf(upwards, "src/core/answers/day/day.ts")).not.toContain("boundaries/dependencies");
    const screen = 'export { Act } from "@/ui/Act";\n';
    expect(await rulesOf(screen, "src/core/models/air/room.ts")).toContain("boundaries/dependencies");
    expect(await rulesOf(`export const long = "${"a".repeat(140)}";\n`, "src/ui/time.ts")).toContain("max-len");
    const lines = Array.from({ length: 61 }, (_, line) => `  void ${line};`).join("\n");
    expect(await rulesOf(`export function long() {\n${lines}\n}\n`, "src/ui/time.ts")).toContain(
      "max-lines-per-function",
    );
    const ifs = Array.from({ length: 21 }, (_, at) => `a === ${at}`).join(" || ");
    expect(await rulesOf(`export const tangled = (a: number) => ${ifs};\n`, "src/ui/time.ts")).toContain("complexity");
    const operation = 'export const op = { op: "set", path: ["title"], value: "x" };\n';
    expect(await rulesOf(operation, "src/phases/zones.ts")).toContain("no-restricted-syntax");
    expect(await rulesOf(operation, "src/core/job/change.ts")).not.toContain("no-restricted-syntax");
    const bare = "/** Twice as much. */\nexport const twice = (x: number) => 2 * x;\n";
    expect(await rulesOf(bare, "src/core/models/air/room.ts")).toContain("house/doc-block");
    expect(
      await rulesOf(bare.replace(" */", " @example twice(2) // 4 */"), "src/core/models/air/room.ts"),
    ).not.toContain("house/doc-block");
  });
});
