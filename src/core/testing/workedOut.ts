import { assess, quickly } from "../assess";
import type { Job, Kit, WorkEvent } from "../job/schema";
import type { Step } from "../treatment/step";

/** A step as it is recorded when it went as planned. */
export const doneOf = (step: Step, id: string, at: string): WorkEvent => ({
  kind: "done", id, at, stepKey: step.key, title: step.title, action: step.action, zoneIds: step.zoneIds,
  ...(step.findingId ? { findingId: step.findingId } : {}), ...(step.agent ? { agent: step.agent } : {}), areaM2: step.areaM2.value,
  waterOnLPerM2: step.waterOnLPerM2, ...(step.wetStrokes ? { wetStrokes: step.wetStrokes.value, dryStrokes: step.dryStrokes?.value } : {}), ...(step.pace ? { pace: step.pace } : {}),
});

/**
 * The same job with every step done that is left, all at one moment.
 * @throws when the work does not end
 */
export function workedOut(job: Job, kit: Kit, at: string): { job: Job; titles: string[] } {
  const titles: string[] = [];
  for (let guard = 0; guard < 120; guard++) {
    const [step] = assess(job, kit, at, quickly).plan.steps;
    if (!step) return { job, titles };
    titles.push(step.title);
    job = { ...job, events: [...job.events, doneOf(step, `done-${job.events.length}`, at)] };
  }
  throw new Error("The work does not end.");
}
