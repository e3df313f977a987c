import type { DoneEvent, StartEvent } from "@/core/job/schema";
import { isWaitedOut } from "@/core/ground/catalog/actions";
import type { Step } from "./step";

/** What differed from the plan; empty when nothing did. */
export interface Correction {
  amountMl?: number;
  wetStrokes?: number;
  dryStrokes?: number;
  /** Read off the tanks of an extractor. */
  solutionMl?: number;
  recoveredMl?: number;
}

interface Moment {
  id: string;
  /** ISO time. */
  at: string;
  /** Which pair of hands; left out: the first. */
  by?: number;
}

const of = (step: Step, { id, at, by = 1 }: Moment) => ({
  id,
  at,
  stepKey: step.key,
  title: step.title,
  action: step.action,
  zoneIds: step.zoneIds,
  ...(by > 1 ? { by } : {}),
  ...(step.findingId ? { findingId: step.findingId } : {}),
});
/** As promised to the cloth, so that the clock does not move under it. */
const dwellOf = ({ dwell }: Step) =>
  dwell
    ? {
        dwellMinMin: Math.min(MOST_MIN, dwell.min.value),
        ...(dwell.max && Number.isFinite(dwell.max.value) ? { dwellMaxMin: Math.min(MOST_MIN, dwell.max.value) } : {}),
      }
    : {};
const MOST_MIN = 1440;

/** What was believed when it was done, so that its outcome tells something later. */
export type Learnt = Pick<
  DoneEvent,
  "family" | "fibre" | "machine" | "expectedMl" | "recoveryShare" | "forecastH" | "tableMin"
>;

/** Hands go to a step; a wait that hands sit out begins with it. */
export const startOf = (step: Step, moment: Moment): StartEvent => ({
  kind: "start",
  ...of(step, moment),
  ...(isWaitedOut(step.action) ? dwellOf(step) : {}),
});

/**
 * Hands are off a step, as planned or as corrected; a dwell that nobody sits out begins with it.
 * @param startedAt ISO time, where somebody said when
 * @param learning what the ledger wants to know of it
 */
export function doneOf(
  step: Step,
  moment: Moment,
  correction: Correction = {},
  startedAt?: string,
  learning: Learnt = {},
): DoneEvent {
  return {
    kind: "done",
    ...of(step, moment),
    areaM2: step.areaM2.value,
    ...(step.agent ? { agent: step.agent } : {}),
    ...(step.partsWater ? { partsWater: step.partsWater.value } : {}),
    ...whatWentOn(step, correction),
    ...(step.pace === undefined ? {} : { pace: step.pace }),
    ...(step.goes === undefined ? {} : { goes: step.goes }),
    ...(step.flushes === undefined ? {} : { flushedMm: step.flushes.value }),
    ...(correction.recoveredMl === undefined ? {} : { recoveredMl: correction.recoveredMl }),
    ...learning,
    ...timeTaken(step, moment, startedAt),
    ...(isWaitedOut(step.action) ? {} : dwellOf(step)),
  };
}

/** Against the plan: by the strokes pulled, else by the amount put on. */
function shareOfPlan(step: Step, wetStrokes: number | undefined, amountMl: number | undefined): number {
  if (step.wetStrokes && wetStrokes) return wetStrokes / step.wetStrokes.value;
  return step.amountMl && amountMl ? amountMl / step.amountMl.value : 1;
}

/** Liquid, water and strokes as they went on; the tank's own marks outrank what was planned. */
function whatWentOn(
  step: Step,
  correction: Correction,
): Pick<DoneEvent, "amountMl" | "wetStrokes" | "dryStrokes" | "waterOnLPerM2"> {
  const planned = correction.amountMl ?? step.amountMl?.value;
  const wetStrokes = correction.wetStrokes ?? step.wetStrokes?.value;
  const dryStrokes = correction.dryStrokes ?? step.dryStrokes?.value;
  const share = shareOfPlan(step, wetStrokes, planned);
  const pulled = planned === undefined ? undefined : planned * (step.wetStrokes ? share : 1);
  const amountMl = correction.solutionMl ?? pulled;
  const byTank = correction.solutionMl === undefined ? undefined : correction.solutionMl / 1000 / step.areaM2.value;
  return {
    ...(amountMl === undefined ? {} : { amountMl }),
    ...(wetStrokes === undefined ? {} : { wetStrokes }),
    ...(dryStrokes === undefined ? {} : { dryStrokes }),
    ...(step.waterOnLPerM2 > 0 ? { waterOnLPerM2: byTank ?? step.waterOnLPerM2 * share } : {}),
  };
}

const timeTaken = (
  step: Step,
  { at }: Moment,
  startedAt: string | undefined,
): Pick<DoneEvent, "minutes" | "plannedMin"> =>
  startedAt
    ? {
        minutes: Math.min(MOST_MIN, Math.max(0, (Date.parse(at) - Date.parse(startedAt)) / 60_000)),
        plannedMin: Math.min(MOST_MIN, step.minutes.value),
      }
    : {};
