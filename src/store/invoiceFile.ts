import type { InvoiceLine } from "../core/answers/estimate/actual";
import { csvOf } from "./csv";

/** Invoice lines for a spreadsheet; nothing in it runs as a formula. */
export const invoiceCsv = (lines: readonly InvoiceLine[]): string =>
  csvOf(
    lines.map(({ what, amount, unit, price }) => ({ what, amount, unit, price: price.toFixed(2) })),
    ["what", "amount", "unit", "price"],
  );
