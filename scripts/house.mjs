// `npm run house`: no circle anywhere in src, every import of the core down the list of its wings, no export that
// nothing imports, that list as it stands in docs/architecture.md,
// and the screens that each browser test names. With --write the list there is written anew. Part of `npm run lint`.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { circlesOf, codeFiles, folderGraph, importGraph, upwardImports } from "./lib/imports.mjs";
import { screensNamed } from "./lib/nearest.mjs";
import { root } from "./lib/setup.mjs";
import { unusedExports } from "./lib/unused.mjs";
import { WINGS, wingsTable } from "./lib/wings.mjs";

const START = "<!-- wings: written by npm run house -- --write -->";
const END = "<!-- end of wings -->";

const doc = path.join(root, "docs/architecture.md");
const text = readFileSync(doc, "utf8");
const [from, to] = [text.indexOf(START) + START.length, text.indexOf(END)];
const wanted = `\n${wingsTable()}\n`;
if (process.argv.includes("--write")) writeFileSync(doc, text.slice(0, from) + wanted + text.slice(to));

/** Read by Next, or by a script that asks the compiler and imports nothing. */
const READ_OTHERWISE = /^src\/(app\/|instrumentation\.ts |core\/answers\/assess\/planAnswer\.ts PlanAnswer$)/;

const src = path.join(root, "src");
const graph = importGraph(src);
const names = new Map();
for (const file of codeFiles(path.join(src, "core")))
  names.set(path.basename(file), [...(names.get(path.basename(file)) ?? []), file]);

const problems = [
  ...circlesOf(graph).map((circle) => `These files import each other in a circle: ${circle.join(", ")}`),
  ...circlesOf(folderGraph(graph)).map((circle) => `These folders know each other: ${circle.join(", ")}`),
  ...upwardImports(
    graph,
    WINGS.map(([folder]) => folder),
    "core",
  ),
  ...unusedExports(root)
    .filter((each) => !READ_OTHERWISE.test(each))
    .map((each) => `Exported, and nothing imports it: ${each}`),
  ...readdirSync(path.join(root, "e2e"))
    .filter((file) => file.endsWith(".spec.ts"))
    .flatMap((file) => {
      const folders = screensNamed(readFileSync(path.join(root, "e2e", file), "utf8"));
      const missing = folders.filter((folder) => !existsSync(path.join(src, folder)));
      return folders.length > 0 && missing.length === 0
        ? []
        : [`e2e/${file}: its line "// Screens: …" names ${missing.join(", ") || "no folder of src"}`];
    }),
  ...[...names].filter(([, files]) => files.length > 1).map(([, files]) => `One name twice: ${files.join(", ")}`),
  ...(process.argv.includes("--write") || text.slice(from, to) === wanted
    ? []
    : ["The wings in docs/architecture.md are not those of scripts/lib/wings.mjs: npm run house -- --write"]),
];
problems.forEach((problem) => console.error(problem));
process.exit(problems.length > 0 ? 1 : 0);
