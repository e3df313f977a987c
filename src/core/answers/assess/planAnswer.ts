import type { Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { Caution } from "@/core/judgement/treatment/step/step";
import type { BottleMix } from "@/core/answers/mixing/mixes";
import type { Assessment, ZoneDrying } from "./assess";

/**
 * What a program is told of a job: the answer of `POST /api/plan` and of `npm run plan`. Names in it stay; what has to
 * change its meaning gets another name, and the version goes up.
 */
export interface PlanAnswer {
  format: typeof PLAN_ANSWER_FORMAT;
  version: typeof PLAN_ANSWER_VERSION;
  /** By finding: what each mark may be, likeliest first, and what says so. */
  diagnosis: Record<string, Diagnosis>;
  plan: Plan;
  /** The bottles to mix, one for each agent and strength. */
  mixes: BottleMix[];
  /** By zone, for those that get wet. */
  drying: Record<string, ZoneDrying>;
  /** Every caution of every step, once. */
  cautions: Caution[];
}

const PLAN_ANSWER_FORMAT = "weary-bristle-plan";
const PLAN_ANSWER_VERSION = 1;

/** The part of an assessment that is sent. */
export const planAnswerOf = ({ diagnosis, plan, mixes, drying, cautions }: Assessment): PlanAnswer => ({
  format: PLAN_ANSWER_FORMAT,
  version: PLAN_ANSWER_VERSION,
  diagnosis,
  plan,
  mixes,
  drying,
  cautions,
});
