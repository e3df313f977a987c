import { MOST_LOG } from "@/core/job/fileFormat";
import type { Experience } from "@/core/job/schema";
import { spreadLogs } from "@/core/answers/schedule/spread";
import { ledgerOf, type LedgerJob } from "./summary";
import type { Job } from "@/core/job/schema";

/** What the own log says, counted up: small enough to go wherever a plan is made. */

export interface Learning {
  /** Only what was handed back since, ISO. */
  since?: string;
  /** Jobs that do not count. */
  excluded?: readonly string[];
}

/** The jobs that are learnt from: handed back, not left out, not before the reset. */
export const learntFrom = (ledger: readonly LedgerJob[], { since = "", excluded = [] }: Learning): LedgerJob[] => {
  const out = new Set(excluded);
  return ledger.filter(
    ({ id, handedBack, at }) => handedBack && !out.has(id) && Date.parse(at) >= (since ? Date.parse(since) : -Infinity),
  );
};

/** Counts of everything that is learnt. @param jobs every job there is; comebacks are told by the later one */
export const experienceOf = (jobs: readonly Job[], learning: Learning = {}): Experience =>
  counted(learntFrom(ledgerOf(jobs), learning));

export function counted(ledger: readonly LedgerJob[]): Experience {
  const success = new Map<string, Experience["success"][number]>();
  const families: Experience["families"] = {};
  const pace: Record<string, number[]> = {};
  const recovery: Record<string, number[]> = {};
  for (const { steps } of ledger)
    for (const step of steps) {
      const { family, fibre, agent, outcome, action, minutes, tableMin, machine } = step;
      if (family && agent && outcome) {
        const key = `${family} ${fibre ?? ""} ${agent}`;
        const cell = success.get(key) ?? { family, ...(fibre ? { fibre } : {}), agent, gone: 0, tried: 0 };
        cell.tried += 1;
        if (outcome === "gone") {
          cell.gone += 1;
          families[family] = (families[family] ?? 0) + 1;
        }
        success.set(key, cell);
      }
      (pace[action] ??= []).push(...spreadLogs([{ minutes, plannedMin: tableMin }]));
      const share = step.recovery && recoveryLog(step.recovery);
      if (machine && share !== undefined) (recovery[machine] ??= []).push(share);
    }
  const drying: Record<string, number[]> = {};
  for (const { driedBy, dryingRatio } of ledger)
    if (dryingRatio !== undefined) (drying[driedBy] ??= []).push(Math.log(dryingRatio));
  return {
    jobs: ledger.length,
    success: [...success.values()],
    families,
    again: {
      read: ledger.reduce((sum, { again }) => sum + (again?.read ?? 0), 0),
      differed: ledger.reduce((sum, { again }) => sum + (again?.differed ?? 0), 0),
    },
    pace: summedUp(pace),
    recovery: summedUp(recovery),
    drying: summedUp(drying),
  };
}

const meanOf = (logs: readonly number[]) => ({
  n: logs.length,
  // Beyond it no job file takes it in; nobody is a hundred times as slow.
  meanLog: Math.min(MOST_LOG, Math.max(-MOST_LOG, logs.reduce((sum, log) => sum + log, 0) / logs.length)),
});
const summedUp = (logs: Record<string, number[]>) =>
  Object.fromEntries(Object.entries(logs).flatMap(([key, each]) => (each.length > 0 ? [[key, meanOf(each)]] : [])));

/** ln(what a dry stroke took / what the table says it takes), from what came back in all. */
function recoveryLog({
  recoveredMl,
  expectedMl,
  dryStrokes,
  tableShare,
}: NonNullable<LedgerJob["steps"][number]["recovery"]>): number | undefined {
  const expected = 1 - (1 - tableShare) ** dryStrokes;
  const taken = Math.min(0.995, (recoveredMl / expectedMl) * expected);
  return taken > 0 ? Math.log((1 - (1 - taken) ** (1 / dryStrokes)) / tableShare) : undefined;
}
