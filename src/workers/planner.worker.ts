import { expose } from "comlink";
import { assess, inLayers, quickly } from "@/core/assess";
import type { Job, Kit } from "@/core/job/schema";
import { oneMark } from "@/core/oneMark";
import { whatIf } from "@/core/treatment/whatIf";
import { strokesOn } from "@/core/treatment/strokes";
import { wholeJobBy } from "@/core/treatment/wholeJob";

const planner = {
  assess,
  /** What was handed back is only listed: the quick reckoning is enough there. */
  assessAll: (jobs: Job[], kit: Kit, asOf: string) => jobs.map((job) => assess(job, kit, asOf, job.events.some(({ kind }) => kind === "handed-back") ? quickly : inLayers)),
  /** What comes first in a job as it will be once what is being recorded is in it. */
  nextStep: (job: Job, kit: Kit, asOf: string) => assess(job, kit, asOf).plan.steps[0],
  wholeJobBy,
  whatIf,
  strokesOn,
  oneMark,
};

expose(planner);
export type PlannerWorker = typeof planner;
