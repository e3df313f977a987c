import type { ActionId } from "@/core/ground/catalog/actions";
import { spreadLogs } from "@/core/answers/schedule/spread";
import type { LedgerJob } from "./summary";

/** How a month went. */
export interface Month {
  /** Such as 2026-05. */
  month: string;
  jobs: number;
  /** Minutes taken over the table's, of the steps that were timed; absent where none was. */
  pace?: number;
  /** Neat product a job, mL. */
  productMl: number;
  kept: number;
  missed: number;
}

/**
 * Month by month, the oldest first, as the caller's clock divides them.
 * @param monthOf the month of an ISO time
 * @param action only these steps count for the pace
 */
export function monthsOf(ledger: readonly LedgerJob[], monthOf: (iso: string) => string, action?: ActionId): Month[] {
  const groups = new Map<string, LedgerJob[]>();
  for (const entry of ledger)
    if (entry.handedBack) groups.set(monthOf(entry.at), [...(groups.get(monthOf(entry.at)) ?? []), entry]);
  return [...groups]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([month, entries]) => {
      const logs = spreadLogs(
        entries.flatMap(({ steps }) =>
          steps
            .filter((step) => !action || step.action === action)
            .map(({ minutes, tableMin }) => ({ minutes, plannedMin: tableMin })),
        ),
      );
      return {
        month,
        jobs: entries.length,
        ...(logs.length > 0 ? { pace: Math.exp(logs.reduce((sum, log) => sum + log, 0) / logs.length) } : {}),
        productMl: entries.reduce((sum, { neatMl }) => sum + neatMl, 0) / entries.length,
        kept: entries.filter(({ promise }) => promise === "kept").length,
        missed: entries.filter(({ promise }) => promise === "missed").length,
      };
    });
}
