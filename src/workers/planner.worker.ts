import { expose } from "comlink";
import { assess, inFull, quickly, type Reckoning } from "@/core/answers/assess/assess";
import { plannedOf } from "@/core/answers/assess/planned";
import { inTurn, orderOf, soonerOrders, type Known } from "@/core/answers/schedule/order";
import type { Job, Kit } from "@/core/job/schema";
import { oneMark } from "@/core/answers/ask/oneMark";
import { saversOf } from "@/core/answers/ask/savers";
import { whatIf } from "@/core/answers/ask/whatIf";
import { strokesOn } from "@/core/answers/ask/strokesTried";
import { wholeJobBy } from "@/core/answers/ask/wholeJob";

/** Better orders found in idle time, by job: the next plan of it keeps to them. */
const known = new Map<string, Known>();
const orderAsKnown: Reckoning["order"] = (job, planned, kit, asOf) =>
  orderOf(job, planned, kit, asOf, undefined, known.get(job.id));
const asKnown: Reckoning = { ...inFull, order: orderAsKnown };
/** What dries when does not matter for what comes next. */
const inOrder: Reckoning = { ...quickly, order: orderAsKnown };

const SLICE_MS = 15;
const SEEK_FOR_MS = 3000;
/** Every plan and every search has a number; the next one ends the search before it. */
let asked = 0;
const breathe = () => new Promise<void>((done) => setTimeout(done));

const planner = {
  assess: (job: Job, kit: Kit, asOf: string) => {
    asked += 1;
    return plannedOf(job, kit, asOf, asKnown);
  },
  /**
   * Looks for a better order while nobody asks for anything, in slices.
   * @returns whether the next plan of this job will have one
   */
  seekOrder: async (job: Job, kit: Kit, asOf: string): Promise<boolean> => {
    const mine = ++asked;
    const planned = plannedOf(job, kit, asOf, { ...quickly, order: inTurn });
    if (!planned.ok) return false;
    const began = performance.now();
    let sliceFrom = began;
    let found: Known | undefined;
    for (const better of soonerOrders(job, planned.assessment, kit, asOf, known.get(job.id))) {
      found = better ?? found;
      if (mine !== asked || performance.now() - began > SEEK_FOR_MS) break;
      if (performance.now() - sliceFrom < SLICE_MS) continue;
      await breathe();
      sliceFrom = performance.now();
    }
    // One found for a job that has changed since is still a good beginning.
    if (found) known.set(job.id, found);
    return found !== undefined && mine === asked;
  },
  /** What was handed back is only listed: the quick reckoning is enough there. */
  assessAll: (jobs: Job[], kit: Kit, asOf: string) =>
    jobs.map((job) =>
      plannedOf(job, kit, asOf, job.events.some(({ kind }) => kind === "handed-back") ? quickly : asKnown),
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
