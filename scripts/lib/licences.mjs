// The licence of every package that goes out with the program, as its own manifest names it (`npm run licences`).
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { root } from "./setup.mjs";

export const LIST = path.join(root, "docs", "licences.md");

/** What is packed with a program of ours and may be; each asks for no more than to be named. */
const MAY = ["MIT", "ISC", "0BSD", "BSD-3-Clause", "Apache-2.0", "OFL-1.1", "Unlicense", "CC0-1.0", "CC-BY-4.0"];

/** Named in no manifest, read in the package itself. */
const READ = { "png-js": "MIT" };

/** Beside the program, not in it: pictures made small on a server, which this program never does. */
const NOT_SHIPPED = /^(@img\/|sharp$)/;

/** @returns name, version and licence of each, by name; what a machine may leave out is left out */
export function licences(lock = JSON.parse(readFileSync(path.join(root, "package-lock.json"), "utf8"))) {
  return Object.entries(lock.packages)
    .filter(([where, { dev, devOptional }]) => where && !dev && !devOptional)
    .map(([where, { version, license }]) => {
      const name = where.replace(/^.*node_modules\//, "");
      return { name, version, licence: license ?? READ[name] };
    })
    .filter(({ name }) => !NOT_SHIPPED.test(name))
    .sort((a, b) => a.name.localeCompare(b.name, "en") || a.version.localeCompare(b.version, "en"));
}

/** Whether all of one choice of a licence may be used. @param licence an SPDX expression */
export const isAllowed = (licence = "") =>
  licence
    .replace(/[()]/g, "")
    .split(" OR ")
    .some((choice) => choice.split(" AND ").every((each) => MAY.includes(each)));

export const table = (list) =>
  [
    "# Licences",
    "",
    "Every package that goes out with the program, from the lock file (`npm run licences`).",
    "",
    "| package | version | licence |",
    "| --- | --- | --- |",
    ...list.map(({ name, version, licence }) => `| ${name} | ${version} | ${licence ?? "none named"} |`),
    "",
  ].join("\n");

if (process.argv[1] === import.meta.filename) writeFileSync(LIST, table(licences()));
