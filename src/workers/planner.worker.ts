import { expose } from "comlink";
import { assess, inFull, quickly, type Reckoning } from "@/core/answers/assess/assess";
import { plannedOf } from "@/core/answers/assess/planned";
import { inTurn, knownOf, orderOf, searchedOn, soonerOrders, type Known } from "@/core/answers/schedule/order";
import { keepSame } from "@/core/job/keepSame";
import type { Job, Kit } from "@/core/job/schema";
import { KeptZones } from "@/core/judgement/treatment/plan/kept";
import { sender, type Crossing } from "./parts";
import { warmUp } from "./warm";

/** The order of each job as it was last, or a better one found in idle time: the next plan of it keeps to it. */
const betters = new Map<string, Known>();
/** What was searched to the end and gave nothing, by job. */
const searched = new Map<string, string>();
const orderAsKnown: Reckoning["order"] = (job, planned, kit, asOf) => {
  const order = orderOf(job, planned, kit, asOf, undefined, betters.get(job.id));
  betters.set(job.id, knownOf(order));
  return order;
};
const asKnown: Reckoning = { ...inFull, order: orderAsKnown };
/** What dries when does not matter for what comes next. */
const inOrder: Reckoning = { ...quickly, order: orderAsKnown };

const WARM_AFTER_MS = 200;
const SLICE_MS = 15;
const SEEK_FOR_MS = 3000;
/** Every plan and every search has a number; the next one ends the search before it. */
let asked = 0;
const breathe = () => new Promise<void>((done) => setTimeout(done));

/** The jobs asked for last, with their zones as they were planned: a tap plans what it changed. */
const lately = new Map<string, { job: Job; kit: Kit; kept: KeptZones }>();
const MOST_KEPT = 3;

/** A copy that came from the page, with what is known of it already. */
function known(job: Job, kit: Kit) {
  const before = lately.get(job.id);
  const now = {
    job: keepSame(before?.job, job),
    kit: keepSame(before?.kit, kit),
    kept: before?.kept ?? new KeptZones(),
  };
  lately.delete(job.id);
  lately.set(job.id, now);
  if (lately.size > MOST_KEPT) lately.delete(lately.keys().next().value!);
  return now;
}

const send = sender();

const questions = () => import("./questions");
type Questions = Awaited<ReturnType<typeof questions>>;
type Asked = { [Q in keyof Questions]: Parameters<Questions[Q]> };

const planner = {
  /** @param has which plan the page has, as a crossing names it */
  assess: (newJob: Job, newKit: Kit, asOf: string, has: number): Crossing => {
    asked += 1;
    const { job, kit, kept } = known(newJob, newKit);
    return send(plannedOf(job, kit, asOf, { ...asKnown, kept }), has);
  },
  /**
   * Looks for a better order while nobody asks for anything, in slices.
   * @returns whether the next plan of this job will have one
   */
  seekOrder: async (newJob: Job, newKit: Kit, asOf: string): Promise<boolean> => {
    const mine = ++asked;
    const { job, kit, kept } = known(newJob, newKit);
    const planned = plannedOf(job, kit, asOf, { ...quickly, order: inTurn, kept });
    if (!planned.ok) return false;
    const on = searchedOn(job, planned.assessment, kit, asOf);
    if (searched.get(job.id) === on) return false;
    const began = performance.now();
    let sliceFrom = began;
    let found: Known | undefined;
    for (const better of soonerOrders(job, planned.assessment, kit, asOf, betters.get(job.id))) {
      found = better ?? found;
      if (mine !== asked || performance.now() - began > SEEK_FOR_MS) break;
      if (performance.now() - sliceFrom < SLICE_MS) continue;
      await breathe();
      sliceFrom = performance.now();
    }
    // One found for a job that has changed since is still a good beginning.
    if (found) betters.set(job.id, found);
    else if (mine === asked) searched.set(job.id, on);
    return found !== undefined && mine === asked;
  },
  /** What was handed back is only listed: the quick reckoning is enough there. */
  assessAll: (jobs: Job[], kit: Kit, asOf: string) =>
    jobs.map((job) =>
      plannedOf(job, kit, asOf, job.events.some(({ kind }) => kind === "handed-back") ? quickly : asKnown),
    ),
  /** The order of a job as it will be once what is being recorded is in it. */
  orderAfter: (newJob: Job, newKit: Kit, asOf: string) => {
    const { job, kit, kept } = known(newJob, newKit);
    return assess(job, kit, asOf, { ...inOrder, kept }).order;
  },
  /** Runs itself in once the first question is answered, so that no tap waits for cold code. */
  warmUp: () =>
    void setTimeout(() => {
      const from = asked;
      void warmUp(async () => {
        await breathe();
        return asked === from;
      });
    }, WARM_AFTER_MS),
  /** Questions beside the plan come with the first of them, or before the network goes. */
  loadQuestions: async () => void (await questions()),
  wholeJobBy: async (...asked: Asked["wholeJobBy"]) => (await questions()).wholeJobBy(...asked),
  whatIf: async (...asked: Asked["whatIf"]) => (await questions()).whatIf(...asked),
  saversOf: async (...asked: Asked["saversOf"]) => (await questions()).saversOf(...asked),
  strokesOn: async (...asked: Asked["strokesOn"]) => (await questions()).strokesOn(...asked),
  oneMark: async (...asked: Asked["oneMark"]) => (await questions()).oneMark(...asked),
};

expose(planner);
export type PlannerWorker = typeof planner;
