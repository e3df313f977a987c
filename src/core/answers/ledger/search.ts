import type { LedgerHead } from "./summary";

/** What jobs are picked out by. */
export const LEDGER_FILTERS = {
  all: { name: "All", holds: () => true },
  stayed: {
    name: "Something stayed",
    holds: ({ outcomes: { better = 0, same = 0, left = 0, worse = 0 } }: LedgerHead) =>
      better + same + left + worse > 0,
  },
  back: { name: "Came back", holds: ({ outcomes }: LedgerHead) => (outcomes["came-back"] ?? 0) > 0 },
  late: { name: "Late", holds: ({ promise }: LedgerHead) => promise === "missed" },
  open: { name: "Not handed back", holds: ({ handedBack }: LedgerHead) => !handedBack },
} as const;

export type LedgerFilter = keyof typeof LEDGER_FILTERS;

/** Jobs that hold every word somewhere, in any order. */
export function searched<H extends LedgerHead>(ledger: readonly H[], words: string, filter: LedgerFilter = "all"): H[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const { holds } = LEDGER_FILTERS[filter];
  return ledger.filter(
    (entry) => holds(entry) && (wanted.length === 0 || wanted.every((word) => entry.words.includes(word))),
  );
}
