import type { Assessment } from "@/core/assess";
import { applyOps, type Op } from "@/core/job/commands";
import type { DoneEvent, Job, StartEvent } from "@/core/job/schema";
import type { Step } from "@/core/treatment/step";
import { newId } from "@/store/jobs";
import { clothPath } from "../cloth";

/** What differed from the plan; empty when nothing did. */
export interface Correction {
  amountMl?: number;
  wetStrokes?: number;
  dryStrokes?: number;
  /** Read off the tanks of an extractor. */
  solutionMl?: number;
  recoveredMl?: number;
}

/** Starts a step; its dwell as promised to the cloth goes into the record, so the clock does not move under it. */
export function startOps(step: Step, at = new Date().toISOString()): Op[] {
  const event: StartEvent = {
    kind: "start", id: newId(), at, stepKey: step.key, title: step.title, action: step.action, zoneIds: step.zoneIds,
    ...(step.findingId ? { findingId: step.findingId } : {}),
    ...(step.dwell ? { dwellMinMin: step.dwell.min.value } : {}),
    ...(step.dwell?.max ? { dwellMaxMin: step.dwell.max.value } : {}),
  };
  return [{ op: "append", event }];
}

/**
 * Records a step as done, as planned or as corrected, and starts the next one.
 * @param nextStep asks the planner what comes first in the job with this in it
 */
export async function doneOps(job: Job, assessment: Assessment, step: Step, correction: Correction, startedAt: string | undefined, nextStep: (job: Job, at: string) => Promise<Step | undefined>): Promise<Op[]> {
  const at = new Date().toISOString();
  const amountMl = correction.amountMl ?? step.amountMl?.value;
  const wetStrokes = correction.wetStrokes ?? step.wetStrokes?.value;
  const dryStrokes = correction.dryStrokes ?? step.dryStrokes?.value;
  const more = step.wetStrokes && wetStrokes ? wetStrokes / step.wetStrokes.value : step.amountMl && amountMl ? amountMl / step.amountMl.value : 1;
  const putOnMl = correction.solutionMl ?? (amountMl === undefined ? undefined : amountMl * (step.wetStrokes ? more : 1));
  const event: DoneEvent = {
    kind: "done", id: newId(), at, stepKey: step.key, title: step.title, action: step.action, zoneIds: step.zoneIds, areaM2: step.areaM2.value,
    ...(step.findingId ? { findingId: step.findingId } : {}),
    ...(step.agent ? { agent: step.agent } : {}),
    ...(step.partsWater ? { partsWater: step.partsWater.value } : {}),
    ...(putOnMl === undefined ? {} : { amountMl: putOnMl }),
    ...(wetStrokes === undefined ? {} : { wetStrokes }),
    ...(dryStrokes === undefined ? {} : { dryStrokes }),
    ...(step.pace === undefined ? {} : { pace: step.pace }),
    ...(step.waterOnLPerM2 > 0 ? { waterOnLPerM2: correction.solutionMl === undefined ? step.waterOnLPerM2 * more : correction.solutionMl / 1000 / step.areaM2.value } : {}),
    ...(correction.recoveredMl === undefined ? {} : { recoveredMl: correction.recoveredMl }),
    ...(startedAt ? { minutes: Math.min(1440, Math.max(0, (Date.parse(at) - Date.parse(startedAt)) / 60_000)) } : {}),
  };
  // A white cloth that stayed white proves each agent that was not told to have run.
  const proofs = (step.proves ?? []).flatMap((agent) =>
    [...new Set(step.zoneIds.map((id) => clothPath(assessment.plan.zones[id]!.view).join("/")))].map((path): Op => ({ op: "set", path: [...path.split("/"), "fastness", agent], value: 5 })),
  );
  const ops: Op[] = [{ op: "append", event }, ...proofs];
  const next = await nextStep(applyOps(job, ops).job, at);
  return next ? [...ops, ...startOps(next, at)] : ops;
}
