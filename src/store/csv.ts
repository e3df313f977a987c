import Papa from "papaparse";

/** A text that a spreadsheet would run, whatever comes after it on further lines. */
const FORMULA = /^[=+\-@\t\r\n]/;

/** Rows as CSV; a text that a spreadsheet would take for a formula is marked as text. */
export const csvOf = <T extends object>(rows: readonly T[], columns: readonly string[]): string =>
  Papa.unparse([...rows], { columns: [...columns], escapeFormulae: FORMULA });
