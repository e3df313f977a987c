import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import type { Job, Kit } from "../job/schema";
import { isHeld, taskAt, timesOf, type Order } from "@/core/answers/schedule/times";
import { doneOf, startOf } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";

/**
 * The same job with every step done that is left, all at one moment, in the order of the plan.
 * @throws when the work does not end
 */
export function workedOut(job: Job, kit: Kit, at: string): { job: Job; titles: string[] } {
  const titles: string[] = [];
  for (let guard = 0; guard < 120; guard++) {
    const [step] = assess(job, kit, at, quickly).plan.steps;
    if (!step) return { job, titles };
    titles.push(step.title);
    job = { ...job, events: [...job.events, doneOf(step, { id: `done-${job.events.length}`, at })] };
  }
  throw new Error("The work does not end.");
}

export interface Ran {
  step: Step;
  hands: number;
  startMs: number;
  endMs: number;
  /** What the order said could not be kept when it began. */
  broken: readonly string[];
}

/**
 * Runs a job by the clock, as whoever follows the run sheet does: each pair of hands takes what comes next for it when it is due.
 * @param pace how long things take against the plan
 * @throws when the run does not end
 */
export function runByClock(
  job: Job,
  kit: Kit,
  from: string,
  pace: (step: Step) => number = () => 1,
): { job: Job; ran: Ran[]; firstOrder: Order } {
  const ran: Ran[] = [];
  let nowMs = Date.parse(from);
  let firstOrder: Order | undefined;
  const busy = new Map<number, { step: Step; startMs: number; endMs: number; broken: readonly string[] }>();
  const orderNow = () => assess(job, kit, new Date(nowMs).toISOString(), { ...quickly, order: inFull.order }).order;
  for (let guard = 0; guard < 600; guard++) {
    const order = orderNow();
    firstOrder ??= order;
    if (order.tasks.length === 0 && busy.size === 0) return { job, ran, firstOrder };
    const times = timesOf(order, nowMs);
    const free = Array.from({ length: order.people }, (_, hands) => hands + 1)
      .filter((hands) => !busy.has(hands))
      .flatMap((hands) => {
        const at = taskAt(order, hands);
        return at < 0 || order.tasks[at]!.running || isHeld(order, at)
          ? []
          : [{ hands, at, startMs: times[at]!.startMs }];
      })
      .sort((a, b) => a.startMs - b.startMs)[0];
    const ends = [...busy.entries()].sort(([, a], [, b]) => a.endMs - b.endMs)[0];
    if (free && (!ends || free.startMs <= ends[1].endMs)) {
      nowMs = Math.max(nowMs, free.startMs);
      const { step } = order.tasks[free.at]!;
      const waited = step.dwell && ["air", "gas", "gas-out"].includes(step.action) ? step.dwell.min.value : 0;
      busy.set(free.hands, {
        step,
        startMs: nowMs,
        endMs: nowMs + (step.minutes.value * pace(step) + waited) * 60_000,
        broken: order.broken,
      });
      job = {
        ...job,
        events: [
          ...job.events,
          startOf(step, { id: `s${job.events.length}`, at: new Date(nowMs).toISOString(), by: free.hands }),
        ],
      };
    } else {
      if (!ends) throw new Error("Nobody has anything to do, and it is not over.");
      const [hands, { step, startMs, endMs, broken }] = ends;
      nowMs = endMs;
      busy.delete(hands);
      ran.push({ step, hands, startMs, endMs, broken });
      job = {
        ...job,
        events: [
          ...job.events,
          doneOf(
            step,
            { id: `d${job.events.length}`, at: new Date(nowMs).toISOString(), by: hands },
            {},
            new Date(startMs).toISOString(),
          ),
        ],
      };
    }
  }
  throw new Error("The run does not end.");
}
