// Which tests a change is nearest to: by imports, and by the screens that a browser test names in its first lines.
import path from "node:path";

/** Unit tests that take longest, by file name: they begin first, and near a change they are the first to be left out. */
export const LONGEST = ["safety", "edgeDocuments", "piece", "moreEdgeDocuments", "everyJob", "laws", "order", "kept"];

const bare = (file) => file.replace(/\.tsx?$/, "");

/**
 * How many imports each file is away from a change.
 * @param graph by file, without its ending, what it imports
 * @param changed files of the change, from the same folder
 * @returns by file, without its ending; files that know nothing of the change are not in it
 */
export function distances(graph, changed) {
  const importers = {};
  for (const [file, to] of Object.entries(graph)) for (const each of to) (importers[each] ??= []).push(file);
  const far = {};
  let now = [...new Set(changed.map(bare))];
  for (let distance = 0; now.length > 0; distance++) {
    for (const file of now) far[file] = distance;
    now = [...new Set(now.flatMap((file) => importers[file] ?? []))].filter((file) => !(file in far));
  }
  return far;
}

/** The nearest, and of those as near the quickest, until the time is used up; at least one. */
export function withinBudget(tests, budgetS) {
  const sorted = [...tests].sort((a, b) => (a.distance ?? 0) - (b.distance ?? 0) || a.s - b.s);
  const taken = [];
  let spent = 0;
  for (const test of sorted)
    if (taken.length === 0 || spent + test.s <= budgetS) {
      taken.push(test);
      spent += test.s;
    }
  return { taken, left: sorted.filter((test) => !taken.includes(test)) };
}

/** The folders of src that a browser test is about, as its line "// Screens: …" names them. */
export const screensNamed = (text) => /^\/\/ Screens: (.+)$/m.exec(text)?.[1].split(", ") ?? [];

/** The browser tests that are changed themselves, or whose screens are. @param specs texts by file name */
export const screensOf = (specs, inSrc, changed) =>
  Object.entries(specs)
    .filter(
      ([file, text]) =>
        changed.includes(path.join("e2e", file)) ||
        screensNamed(text).some((folder) => inSrc.some((each) => each.startsWith(`${folder}/`))),
    )
    .map(([file]) => file);
