import { assess, inFull, type Assessment, type Reckoning } from "./assess";
import type { Job, Kit } from "./job/schema";

/** A job with its plan, or why it has none: one job that cannot be planned stops no other. */
export type Planned = { ok: true; assessment: Assessment } | { ok: false; problem: string };

/** Why a plan failed, as a sentence. */
export const whyNotPlanned = (error: unknown): string => `The planner gave up: ${error instanceof Error ? error.message.replace(/[.\s]+$/, "") : String(error)}.`;

/** Plans a job and never throws. */
export function plannedOf(job: Job, kit: Kit, asOf: string, by: Reckoning = inFull): Planned {
  try {
    return { ok: true, assessment: assess(job, kit, asOf, by) };
  } catch (error) {
    return { ok: false, problem: whyNotPlanned(error) };
  }
}
