import { assess, inFull, type Assessment, type Reckoning } from "./assess";
import type { Job, Kit } from "@/core/job/schema";
import { NoSchedule } from "@/core/models/timetable/tasks";

/** A job with its plan, or why it has none: one job that cannot be planned stops no other. */
export type Planned = { ok: true; assessment: Assessment } | { ok: false; problem: string };

/** Why a plan failed: in the planner's own sentence, which ends in a stop; the engine's words are for nobody. */
export function whyNotPlanned(error: unknown): string {
  const isOwn = error instanceof NoSchedule || (error instanceof RangeError && error.message.endsWith("."));
  return isOwn ? `${error.message.replace(/[.\s]+$/, "")}.` : "Something in it is none of what the planner knows.";
}

/** Plans a job and never throws. */
export function plannedOf(job: Job, kit: Kit, asOf: string, by: Reckoning = inFull): Planned {
  try {
    return { ok: true, assessment: assess(job, kit, asOf, by) };
  } catch (error) {
    return { ok: false, problem: whyNotPlanned(error) };
  }
}
