import { wrap, type Remote } from "comlink";
import type { Planned } from "@/core/answers/assess/planned";
import type { Job, Kit } from "@/core/job/schema";
import { receiver } from "./parts";
import type { PlannerWorker } from "./planner.worker";
import { savesData } from "./savesData";

let remote: Remote<PlannerWorker> | undefined;
let failed: ((problem: string) => void) | undefined;

const NO_WORKERS =
  "This browser lets the page start no workers, so nothing can be planned. Allow scripts and site data for this " +
  "address, or use another browser, and load the page again.";
const unplanned: Planned = { ok: false, problem: NO_WORKERS };

/** Where no worker can be started a job is said to be unplanned, and any other question stays without an answer. */
const nobody = new Proxy({} as Remote<PlannerWorker>, {
  get: (_, name) =>
    name === "assessAll"
      ? (jobs: readonly Job[]) => Promise.resolve(jobs.map(() => unplanned))
      : () => new Promise(() => undefined),
});

/** Plans are made beside the page, so that no tap waits for one. One worker a tab, started with the first question. */
export function planner(): Remote<PlannerWorker> {
  if (!remote) {
    let worker: Worker;
    try {
      worker = new Worker(new URL("./planner.worker.ts", import.meta.url), { type: "module" });
    } catch {
      // Whoever is told may not be there yet: this may be asked while the page is read.
      setTimeout(() => failed?.(`${NO_WORKERS} What you recorded is kept.`));
      remote = nobody;
      return remote;
    }
    worker.addEventListener("error", (event) => {
      event.preventDefault();
      failed?.("The planner could not start, so no plan can be shown. What you recorded is kept: load the page again.");
    });
    remote = wrap<PlannerWorker>(worker);
    if (!savesData()) void remote.warmUp();
  }
  return remote;
}

const page = receiver();

/** The plan of a job. What of it the page has from the plan before stays the same objects. */
export async function assessed(job: Job, kit: Kit, asOf: string): Promise<Planned> {
  if (planner() === nobody) return unplanned;
  const taken = page.take(await planner().assess(job, kit, asOf, page.has()));
  return taken ?? page.take(await planner().assess(job, kit, asOf, 0))!;
}

/** Who is told when the worker cannot be started. */
export const onPlannerFailure = (tell: (problem: string) => void) => (failed = tell);

/**
 * Asks one question at a time; of those that come meanwhile only the newest is asked next.
 * @param answered gets each answer with what was asked
 */
export function newestOnly<Q, A>(
  ask: (question: Q) => Promise<A>,
  answered: (question: Q, answer: A) => void,
  failed: (error: unknown) => void,
) {
  let asking = false;
  let waiting: { question: Q } | undefined;
  const go = async (question: Q): Promise<void> => {
    asking = true;
    try {
      answered(question, await ask(question));
    } catch (error) {
      failed(error);
    }
    asking = false;
    const next = waiting;
    waiting = undefined;
    if (next) await go(next.question);
  };
  return (question: Q) => {
    if (asking) waiting = { question };
    else void go(question);
  };
}
