import type { ActionId } from "@/core/ground/catalog/actions";
import { AGENTS } from "@/core/ground/catalog/agents";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";
import { historyOf, lastOf } from "@/core/job/history";
import type { DoneEvent, Job, OutcomeResult, WorkEvent } from "@/core/job/schema";
import type { LedgerStep } from "@/core/judgement/learnt/ledgerStep";

/** What a line of the ledger shows and is found by: what is known of a finished job before the job itself is opened. */
export interface LedgerHead {
  id: string;
  title: string;
  customer: string;
  demo?: boolean;
  /** When it was handed back, or the last thing that happened. */
  at: string;
  handedBack: boolean;
  minutes: number;
  plannedMin: number;
  neatMl: number;
  /** How the marks ended. */
  outcomes: Partial<Record<OutcomeResult | "came-back", number>>;
  /** Whether it was given back by the promised time. */
  promise: "kept" | "missed" | "none";
  /** Every word that it may be searched by, in small letters. */
  words: string;
}

export interface LedgerJob extends LedgerHead {
  job: Job;
  steps: LedgerStep[];
  /** Hours it took to read dry over hours that were forecast, where both are known. */
  dryingRatio?: number;
}

const known = new WeakMap<Job, LedgerJob>();
const NONE: ReadonlySet<string> = new Set();

/**
 * @param cameBack ids of marks that a later job was made for because they came back
 * @returns the same object for the same job while nothing came back
 */
export function summaryOf(job: Job, cameBack: ReadonlySet<string> = NONE): LedgerJob {
  if (cameBack.size > 0) return summed(job, cameBack);
  const ready = known.get(job) ?? summed(job, cameBack);
  known.set(job, ready);
  return ready;
}

function summed(job: Job, cameBack: ReadonlySet<string>): LedgerJob {
  const history = historyOf(job);
  const handed = lastOf(history, "handed-back");
  const ended = (findingId: string, result: OutcomeResult) =>
    cameBack.has(findingId) && result === "gone" ? "came-back" : result;
  const judged = judgedSteps(history.standing);
  const steps = history.done.map((event) => stepOf(event, ended, judged.get(event.id)));
  const outcomes: LedgerJob["outcomes"] = {};
  for (const [findingId, results] of Object.entries(history.outcomes)) {
    const result = ended(findingId, results.at(-1)!);
    outcomes[result] = (outcomes[result] ?? 0) + 1;
  }
  const sum = (of: (step: LedgerStep) => number) => steps.reduce((total, step) => total + of(step), 0);
  const { handBackAt } = job.promises;
  const dryingRatio = dryingRatioOf(history.standing);
  return {
    job,
    steps,
    outcomes,
    handedBack: handed !== undefined,
    id: job.id,
    title: job.title,
    customer: job.customer,
    ...(job.demo ? { demo: true } : {}),
    words: wordsOf(job, steps),
    at: handed?.at ?? job.events.at(-1)?.at ?? job.createdAt,
    minutes: sum(({ minutes, plannedMin = 0 }) => minutes ?? plannedMin),
    plannedMin: sum(({ plannedMin = 0 }) => plannedMin),
    neatMl: sum(({ neatMl }) => neatMl),
    promise: !handed || !handBackAt ? "none" : Date.parse(handed.at) <= Date.parse(handBackAt) ? "kept" : "missed",
    ...(dryingRatio === undefined ? {} : { dryingRatio }),
  };
}

/** What is kept of a finished job so that its line stands before the job itself is read. */
export const headOf = ({ job: _job, steps: _steps, dryingRatio: _ratio, ...head }: LedgerJob): LedgerHead => head;

/** Everything of a job that somebody may remember it by. */
function wordsOf(job: Job, steps: readonly LedgerStep[]): string {
  const names = Object.values(job.findings.byId).flatMap((finding) =>
    "name" in finding && finding.name ? [finding.name] : [],
  );
  return [
    job.title,
    job.customer,
    job.place,
    ...names,
    ...new Set(steps.flatMap(({ title, agent }) => [title, agent ? AGENTS[agent].name : ""])),
  ]
    .join(" ")
    .toLowerCase();
}

/** Each look at a mark judges the last agent that went on it since the look before. */
function judgedSteps(standing: readonly WorkEvent[]): Map<string, OutcomeResult> {
  const last = new Map<string, string>();
  const judged = new Map<string, OutcomeResult>();
  for (const event of standing) {
    if (event.kind === "done" && event.findingId && event.agent && event.agent !== "water")
      last.set(event.findingId, event.id);
    if (event.kind !== "outcome") continue;
    const step = last.get(event.findingId);
    if (step) judged.set(step, event.result);
    last.delete(event.findingId);
  }
  return judged;
}

function stepOf(
  {
    id,
    at,
    title,
    action,
    agent,
    findingId,
    family,
    fibre,
    machine,
    areaM2 = 0,
    minutes,
    plannedMin,
    tableMin,
    amountMl = 0,
    partsWater = 0,
    recoveredMl,
    expectedMl,
    dryStrokes,
    recoveryShare,
  }: DoneEvent,
  ended: (findingId: string, result: OutcomeResult) => NonNullable<LedgerStep["outcome"]>,
  outcome: OutcomeResult | undefined,
): LedgerStep {
  return {
    id,
    at,
    title,
    action: action as ActionId,
    agent,
    findingId,
    family,
    fibre,
    machine,
    areaM2,
    minutes,
    plannedMin,
    tableMin: tableMin ?? plannedMin,
    amountMl,
    neatMl: agent && agent !== "water" ? amountMl / (partsWater + 1) : 0,
    ...(recoveredMl !== undefined && expectedMl && dryStrokes && recoveryShare
      ? { recovery: { recoveredMl, expectedMl, dryStrokes, tableShare: recoveryShare } }
      : {}),
    ...(outcome && findingId ? { outcome: ended(findingId, outcome) } : {}),
  };
}

/** From being set to dry until read dry, over what was forecast; between the last wet reading and the first dry one, the middle. */
function dryingRatioOf(standing: readonly WorkEvent[]): number | undefined {
  const set = standing.findLast(
    (event): event is DoneEvent =>
      event.kind === "done" && event.action === "set-to-dry" && event.forecastH !== undefined && event.forecastH > 0,
  );
  if (!set) return undefined;
  const hours = (at: string) => (Date.parse(at) - Date.parse(set.at)) / 3_600_000;
  const readings = standing.flatMap((event) =>
    event.kind === "reading" && event.instrument === "moisture" && hours(event.at) > 0 ? [event] : [],
  );
  const dry = readings.find(
    ({ value, zoneId }, index) =>
      value <= DRY_AT_PCT &&
      !readings.slice(index).some((later) => later.zoneId === zoneId && later.value > DRY_AT_PCT),
  );
  const wet =
    dry &&
    readings.findLast(
      ({ at, value, zoneId }) => zoneId === dry.zoneId && value > DRY_AT_PCT && hours(at) < hours(dry.at),
    );
  // Without a wet reading before it nobody knows when it became dry.
  return dry && wet ? Math.sqrt(hours(wet.at) * hours(dry.at)) / set.forecastH! : undefined;
}

/** Marks that came back, by the job they were first worked on: a later job names it, and holds the same marks. */
function comebacksOf(jobs: readonly Job[]): Map<string, Set<string>> {
  const back = new Map<string, Set<string>>();
  for (const { from, findings } of jobs)
    if (from?.kind === "comeback") back.set(from.jobId, new Set([...(back.get(from.jobId) ?? []), ...findings.order]));
  return back;
}

/** Every job with something done, the last handed back first. @param unread is told of jobs that cannot be summed up; they are left out */
export function ledgerOf(jobs: readonly Job[], unread?: (job: Job) => void): LedgerJob[] {
  const back = comebacksOf(jobs);
  const summed = jobs.flatMap((job) => {
    if (job.events.length === 0) return [];
    try {
      return [summaryOf(job, back.get(job.id))];
    } catch {
      unread?.(job);
      return [];
    }
  });
  return summed.filter(({ steps }) => steps.length > 0).sort(lastFirst);
}

/** Times of one kind, so their texts are in their order. */
export const lastFirst = (a: LedgerHead, b: LedgerHead): number => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0);
