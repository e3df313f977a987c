import Papa from "papaparse";
import type { InvoiceLine } from "../core/estimate/actual";

/** Invoice lines for a spreadsheet; nothing in it runs as a formula. */
export const invoiceCsv = (lines: readonly InvoiceLine[]): string => Papa.unparse(lines.map(({ what, amount, unit, price }) => ({ what, amount, unit, price: price.toFixed(2) })), { columns: ["what", "amount", "unit", "price"], escapeFormulae: true });
