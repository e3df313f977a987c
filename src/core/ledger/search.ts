import { AGENTS } from "../catalog/agents";
import type { LedgerJob } from "./summary";

const texts = new WeakMap<LedgerJob, string>();

/** Everything of a job that somebody may remember it by. */
function textOf(entry: LedgerJob): string {
  const known = texts.get(entry);
  if (known !== undefined) return known;
  const { job, steps } = entry;
  const names = Object.values(job.findings.byId).flatMap((finding) => ("name" in finding && finding.name ? [finding.name] : []));
  const text = [job.title, job.customer, job.place, ...names, ...new Set(steps.flatMap(({ title, agent }) => [title, agent ? AGENTS[agent].name : ""]))].join(" ").toLowerCase();
  texts.set(entry, text);
  return text;
}

/** What jobs are picked out by. */
export const LEDGER_FILTERS = {
  all: { name: "All", holds: () => true },
  stayed: { name: "Something stayed", holds: ({ outcomes: { better = 0, same = 0, left = 0, worse = 0 } }: LedgerJob) => better + same + left + worse > 0 },
  back: { name: "Came back", holds: ({ outcomes }: LedgerJob) => (outcomes["came-back"] ?? 0) > 0 },
  late: { name: "Late", holds: ({ promise }: LedgerJob) => promise === "missed" },
  open: { name: "Not handed back", holds: ({ handedBack }: LedgerJob) => !handedBack },
} as const;
export type LedgerFilter = keyof typeof LEDGER_FILTERS;

/** Jobs that hold every word somewhere, in any order. */
export function searched(ledger: readonly LedgerJob[], words: string, filter: LedgerFilter = "all"): LedgerJob[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const { holds } = LEDGER_FILTERS[filter];
  return ledger.filter((entry) => holds(entry) && (wanted.length === 0 || wanted.every((word) => textOf(entry).includes(word))));
}
