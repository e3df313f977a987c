import { expose } from "comlink";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { plannedOf } from "@/core/answers/assess/planned";
import type { Job, Kit } from "@/core/job/schema";
import { oneMark } from "@/core/answers/ask/oneMark";
import { saversOf } from "@/core/answers/ask/savers";
import { whatIf } from "@/core/answers/ask/whatIf";
import { strokesOn } from "@/core/answers/ask/strokesTried";
import { wholeJobBy } from "@/core/answers/ask/wholeJob";

/** What dries when does not matter for what comes next. */
const inOrder = { ...quickly, order: inFull.order };

const planner = {
  assess: plannedOf,
  /** What was handed back is only listed: the quick reckoning is enough there. */
  assessAll: (jobs: Job[], kit: Kit, asOf: string) =>
    jobs.map((job) =>
      plannedOf(job, kit, asOf, job.events.some(({ kind }) => kind === "handed-back") ? quickly : inFull),
    ),
  /** The order of a job as it will be once what is being recorded is in it. */
  orderAfter: (job: Job, kit: Kit, asOf: string) => assess(job, kit, asOf, inOrder).order,
  wholeJobBy,
  whatIf,
  saversOf,
  strokesOn,
  oneMark,
};

expose(planner);
export type PlannerWorker = typeof planner;
