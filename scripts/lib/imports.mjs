// Who imports whom, types counted: read off the files, so that a circle is seen whatever lint follows.
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

const IMPORT = /(?:^|\n)\s*(?:import|export)\s(?:[^;"]*?\sfrom\s*)?"([^"]+)"|import\(\s*"([^"]+)"\s*\)/g;

/** The code files under a folder, by their path from it. */
export function codeFiles(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name))
    .map((entry) => path.relative(folder, path.join(entry.parentPath ?? entry.path, entry.name)));
}

/**
 * The imports between the files of a folder.
 * @param folder what "@/" stands for
 * @param keep which files count; tests look at anything
 * @returns by file, without its ending, the files it imports
 */
export function importGraph(folder, keep = (file) => !/\.test\.tsx?$/.test(file)) {
  const bare = (file) => file.replace(/\.tsx?$/, "");
  const files = codeFiles(folder).filter(keep);
  const known = new Set(files.map(bare));
  return Object.fromEntries(
    files.map((file) => {
      const text = readFileSync(path.join(folder, file), "utf8");
      const to = [...text.matchAll(IMPORT)].flatMap(([, still, lazy]) => {
        const what = still ?? lazy;
        const target = what.startsWith("@/")
          ? what.slice(2)
          : what.startsWith(".")
            ? path.join(path.dirname(file), what)
            : undefined;
        const found = target && [target, `${target}/index`].map(bare).find((each) => known.has(each));
        return found ? [found] : [];
      });
      return [bare(file), [...new Set(to)].filter((each) => each !== bare(file))];
    }),
  );
}

/** The same, between folders. */
export function folderGraph(graph) {
  const folders = {};
  for (const [file, to] of Object.entries(graph)) {
    const from = (folders[path.dirname(file)] ??= new Set());
    for (const each of to) if (path.dirname(each) !== path.dirname(file)) from.add(path.dirname(each));
  }
  return Object.fromEntries(Object.entries(folders).map(([folder, to]) => [folder, [...to]]));
}

/** Groups that hang together in a circle (Tarjan 1972). @returns lists of names, none for a graph without a circle */
export function circlesOf(graph) {
  const index = new Map();
  const low = new Map();
  const stack = [];
  const circles = [];
  const visit = (name) => {
    index.set(name, index.size);
    low.set(name, index.get(name));
    stack.push(name);
    for (const next of graph[name] ?? []) {
      if (!index.has(next)) visit(next);
      if (stack.includes(next)) low.set(name, Math.min(low.get(name), low.get(next)));
    }
    if (low.get(name) !== index.get(name)) return;
    const group = stack.splice(stack.indexOf(name));
    if (group.length > 1) circles.push(group.sort());
  };
  for (const name of Object.keys(graph)) if (!index.has(name)) visit(name);
  return circles;
}

/** Imports that do not run down a list of folders. @param wings folders, lowest first @param under where they lie */
export function upwardImports(graph, wings, under) {
  const rank = (file) => wings.indexOf(path.dirname(file).slice(under.length + 1));
  const inside = (file) => file.startsWith(`${under}/`) && !file.startsWith(`${under}/testing/`);
  return Object.entries(graph).flatMap(([file, to]) =>
    !inside(file)
      ? []
      : rank(file) < 0
        ? [`${file} lies in no folder of the list`]
        : to
            .filter((each) => !inside(each) || rank(each) > rank(file))
            .map((each) => `${file} imports ${each}, which lies above it`),
  );
}
