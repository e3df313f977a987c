import type { InvoiceLine } from "../core/answers/estimate/actual";
import type { CurrencyId } from "../core/ground/quantity/money";
import { csvOf } from "./csv";

/** Invoice lines for a spreadsheet; nothing in it runs as a formula. */
export const invoiceCsv = (lines: readonly InvoiceLine[], currency: CurrencyId): string =>
  csvOf(
    lines.map(({ what, amount, unit, price }) => ({ what, amount, unit, price: price.toFixed(2), currency })),
    ["what", "amount", "unit", "price", "currency"],
  );
