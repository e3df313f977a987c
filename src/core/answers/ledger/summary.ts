import type { ActionId } from "@/core/ground/catalog/actions";
import { AGENTS } from "@/core/ground/catalog/agents";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";
import { historyOf, lastOf } from "@/core/job/history";
import type { DoneEvent, Job, OutcomeResult, WorkEvent } from "@/core/job/schema";
import { CLEAN_AGAIN_MONTHS } from "@/core/ground/catalog/aftercare";
import { findingsOfKind } from "@/core/job/findingKinds";
import { driedBy, type DriedBy } from "@/core/judgement/learnt/driedBy";
import { isLeatherKept } from "@/core/answers/handback/leatherKept";
import { lastTimeOf } from "./lastTime";
import type { LedgerStep } from "@/core/judgement/learnt/ledgerStep";

/** What a line of the ledger shows and is found by: what is known of a finished job before the job itself is opened. */
export interface LedgerHead {
  id: string;
  title: string;
  customer: string;
  place: string;
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

/** All that is asked of a job once it is done. It holds nothing of the document, so thousands may be kept at hand. */
export interface LedgerJob extends LedgerHead {
  steps: LedgerStep[];
  /** Hours it took to read dry over hours that were forecast, where both are known. */
  dryingRatio?: number;
  /** What stood by while it dried. */
  driedBy: DriedBy;
  /** How each mark ended. */
  ended: Readonly<Record<string, OutcomeResult>>;
  /** Marks this job was made for, because they came back after another. */
  comeback?: { jobId: string; marks: readonly string[] };
  /** When the first and the last thing happened, ISO; absent while nothing has. */
  firstAt?: string;
  lastAt?: string;
  /** Second readings of its marks, and how many differed from the first; left out by lines kept before that was asked. */
  again?: { read: number; differed: number };
  /** What calls for a visit afterwards. */
  after: { marks: boolean; leather: boolean; cleanAgainMonths?: number };
  /** What to know of its pieces the next time, in sentences. */
  lastTime: readonly string[];
}

const known = new WeakMap<Job, LedgerJob>();

/** @returns the same object for the same job */
export function summaryOf(job: Job): LedgerJob {
  const ready = known.get(job) ?? summed(job);
  known.set(job, ready);
  return ready;
}

const countsOf = (results: readonly (OutcomeResult | "came-back")[]): LedgerJob["outcomes"] => {
  const counts: LedgerJob["outcomes"] = {};
  for (const result of results) counts[result] = (counts[result] ?? 0) + 1;
  return counts;
};

function secondReadings(job: Job): NonNullable<LedgerJob["again"]> {
  const pairs = findingsOfKind(job, "mark").flatMap(({ finding: { evidence, again = {} } }) =>
    Object.entries(again).map(([test, second]) => second === evidence[test as keyof typeof evidence]),
  );
  return { read: pairs.length, differed: pairs.filter((same) => !same).length };
}

function summed(job: Job): LedgerJob {
  const history = historyOf(job);
  const handed = lastOf(history, "handed-back");
  const judged = judgedSteps(history.standing);
  const steps = history.done.map((event) => stepOf(event, judged.get(event.id)));
  const ended = Object.fromEntries(Object.entries(history.outcomes).map(([id, results]) => [id, results.at(-1)!]));
  const sum = (of: (step: LedgerStep) => number) => steps.reduce((total, step) => total + of(step), 0);
  const { handBackAt } = job.promises;
  const dryingRatio = dryingRatioOf(history.standing);
  const soils = Object.values(job.zones.byId).flatMap(({ soil }) => (soil ? [CLEAN_AGAIN_MONTHS[soil]] : []));
  return {
    steps,
    ended,
    again: secondReadings(job),
    outcomes: countsOf(Object.values(ended)),
    driedBy: driedBy(job.site),
    ...(job.from?.kind === "comeback" ? { comeback: { jobId: job.from.jobId, marks: job.findings.order } } : {}),
    ...(job.events.length > 0 ? { firstAt: job.events[0]!.at, lastAt: job.events.at(-1)!.at } : {}),
    after: {
      marks: findingsOfKind(job, "mark").length > 0,
      leather: isLeatherKept(job, history),
      ...(soils.length > 0 ? { cleanAgainMonths: Math.min(...soils) } : {}),
    },
    lastTime: lastTimeOf(job, steps),
    handedBack: handed !== undefined,
    id: job.id,
    title: job.title,
    customer: job.customer,
    place: job.place,
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
export const headOf = (line: LedgerJob): LedgerHead => ({
  id: line.id,
  title: line.title,
  customer: line.customer,
  place: line.place,
  ...(line.demo ? { demo: true } : {}),
  at: line.at,
  handedBack: line.handedBack,
  minutes: line.minutes,
  plannedMin: line.plannedMin,
  neatMl: line.neatMl,
  outcomes: line.outcomes,
  promise: line.promise,
  words: line.words,
});

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
    ...(outcome && findingId ? { outcome } : {}),
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

/** A job of which marks came back: what had gone did not stay gone. */
function withCameBack(line: LedgerJob, cameBack: ReadonlySet<string>): LedgerJob {
  const real = (findingId: string | undefined, result: NonNullable<LedgerStep["outcome"]>) =>
    result === "gone" && findingId !== undefined && cameBack.has(findingId) ? "came-back" : result;
  return {
    ...line,
    outcomes: countsOf(Object.entries(line.ended).map(([id, result]) => real(id, result))),
    steps: line.steps.map((step) => (step.outcome ? { ...step, outcome: real(step.findingId, step.outcome) } : step)),
  };
}

/** The ledger: every job with something done, the last handed back first; a later job tells what came back of one before. */
export function ledgerOfLines(lines: readonly LedgerJob[]): LedgerJob[] {
  const back = new Map<string, Set<string>>();
  for (const { comeback } of lines)
    if (comeback) back.set(comeback.jobId, new Set([...(back.get(comeback.jobId) ?? []), ...comeback.marks]));
  return lines
    .filter(({ steps }) => steps.length > 0)
    .map((line) => (back.has(line.id) ? withCameBack(line, back.get(line.id)!) : line))
    .sort(lastFirst);
}

/** The ledger of jobs that are at hand. */
export const ledgerOf = (jobs: readonly Job[]): LedgerJob[] => ledgerOfLines(jobs.map(summaryOf));

/** Times of one kind, so their texts are in their order. */
export const lastFirst = (a: LedgerHead, b: LedgerHead): number => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0);
