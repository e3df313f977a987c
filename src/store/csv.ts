import Papa from "papaparse";

/** A text that a spreadsheet would run, whatever comes after it on further lines; full-width signs are run too. */
const FORMULA = /^[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;
/** What parts fields where a comma does not: quoted, a field stays one wherever it is opened. */
const PARTS_ELSEWHERE = /[;\t|]/;

/** Rows as CSV; a text that a spreadsheet would take for a formula is marked as text. */
export const csvOf = <T extends object>(rows: readonly T[], columns: readonly string[]): string =>
  Papa.unparse([...rows], {
    columns: [...columns],
    escapeFormulae: FORMULA,
    quotes: (value: unknown) => typeof value === "string" && PARTS_ELSEWHERE.test(value),
  });
