import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { isAllowed, licences, LIST, table } from "./licences.mjs";

/** What goes out with the program may go out with it, and is named. */

it("every package names a licence that may be used, and stands in the list", () => {
  const list = licences();
  expect(list.length).toBeGreaterThan(100);
  expect(list.filter(({ licence }) => !isAllowed(licence)).map(({ name, licence }) => `${name}: ${licence}`)).toEqual(
    [],
  );
  expect(readFileSync(LIST, "utf8")).toBe(table(list));
});

it("one that names none, or asks for more than to be named, is found", () => {
  const packages = {
    "": {},
    "node_modules/a": { version: "1.0.0" },
    "node_modules/b": { version: "1.0.0", license: "GPL-3.0" },
  };
  expect(licences({ packages }).map(({ licence }) => isAllowed(licence))).toEqual([false, false]);
  expect(["MIT", "(MIT OR GPL-3.0)", "MIT AND ISC", "MIT AND GPL-3.0"].map(isAllowed)).toEqual([
    true,
    true,
    true,
    false,
  ]);
});
