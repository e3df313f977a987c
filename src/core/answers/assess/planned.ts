import { assess, inFull, type Assessment, type Reckoning } from "./assess";
import type { Job, Kit } from "@/core/job/schema";
import { NoSchedule } from "@/core/models/timetable/tasks";

/** A job with its plan, or why it has none: one job that cannot be planned stops no other. */
export type Planned = { ok: true; assessment: Assessment } | { ok: false; problem: string };

/** Why a plan failed, as a sentence: what the planner says itself, or what it stumbled over. */
export function whyNotPlanned(error: unknown): string {
  const message = (error instanceof Error ? error.message : String(error)).replace(/[.\s]+$/, "").slice(0, 200);
  return error instanceof NoSchedule || error instanceof RangeError
    ? `${message}.`
    : `Something in it is none of what the planner knows (${message}).`;
}

/** Plans a job and never throws. */
export function plannedOf(job: Job, kit: Kit, asOf: string, by: Reckoning = inFull): Planned {
  try {
    return { ok: true, assessment: assess(job, kit, asOf, by) };
  } catch (error) {
    return { ok: false, problem: whyNotPlanned(error) };
  }
}
