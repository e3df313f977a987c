import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { assess, inFull, quickly } from "../../src/core/answers/assess/assess";
import { USUAL_KIT } from "../../src/core/job/kit";
import type { Job } from "../../src/core/job/schema";
import { orderOf } from "../../src/core/answers/schedule/order";
import { improving } from "../../src/core/models/timetable/improve";
import {
  compile,
  earliestStarts,
  HANDS,
  type Compiled,
  type Lag,
  type Problem,
  type Task,
} from "../../src/core/models/timetable/tasks";
import { prove } from "../../src/core/models/timetable/prove";
import { FT06, jobShop } from "../../src/core/testing/days";
import { doneOf } from "../../src/core/judgement/treatment/step/stepEvents";
import { bigJob } from "./bigJob";

/** Made-up days of zones in chains, with dwell that must not dry out, two pairs of hands, machines and a circuit. */
export function madeUpDay(size: number, seed: number): Problem {
  const random = xoroshiro128plus(seed);
  const pick = (min: number, max: number) => min + ((random.next() >>> 0) % (max - min + 1));
  const tasks: Task[] = [];
  const lags: Lag[] = [];
  for (let zone = 0; tasks.length < size; zone++)
    for (let step = 0; step < 6 && tasks.length < size; step++) {
      const machine = ["", "", "vacuum", "extractor", "steamer"][pick(0, 4)]!;
      tasks.push({
        id: `${zone}.${step}`,
        name: `zone ${zone} step ${step}`,
        minutes: pick(2, 25),
        needs: [
          { resource: HANDS, amount: 1 },
          ...(machine
            ? [
                { resource: machine, amount: 1 },
                { resource: "circuit", amount: 1200 },
              ]
            : []),
        ],
      });
      if (step > 0) {
        const dwells = pick(0, 2) === 0;
        const min = dwells ? pick(4, 12) : 0;
        lags.push({
          from: `${zone}.${step - 1}`,
          to: `${zone}.${step}`,
          min,
          ...(dwells ? { max: min + pick(3, 12) } : {}),
          why: "dwells",
        });
      }
    }
  return {
    tasks,
    lags,
    capacity: { [HANDS]: 2, vacuum: 1, extractor: 1, steamer: 1, circuit: 2000 },
    breaks: [{ from: 180, to: 210 }],
    dues: [],
  };
}

/**
 * No schedule ends sooner: the longest chain, or any resource's work shared out or, where two do not fit at once, in
 * a row; all of it needs hands, so breaks are added.
 */
function bound(compiled: Compiled): number {
  const { tasks, capacity, breaks } = compiled.problem;
  const amountOf = (task: Task, resource: string) => task.needs.find((need) => need.resource === resource)?.amount ?? 0;
  const work = (resource: string) =>
    Math.max(
      tasks.reduce((sum, task) => sum + task.minutes * amountOf(task, resource), 0) / capacity[resource]!,
      tasks.reduce((sum, task) => (2 * amountOf(task, resource) > capacity[resource]! ? sum + task.minutes : sum), 0),
    );
  const withBreaks = (minutes: number) =>
    breaks.reduce((sum, { from, to }) => (sum > from ? sum + to - from : sum), minutes);
  const alone = earliestStarts(compiled)!;
  return Math.max(
    ...alone.map((start, task) => start + tasks[task]!.minutes),
    ...Object.keys(capacity).map((resource) => withBreaks(work(resource))),
  );
}

export interface ScheduleRow {
  size: number;
  greedyEnd: number;
  /** Ends after each of the times. */
  ends: number[];
  lowerBound: number;
  firstMs: number;
}

const AFTER_MS = [200, 1000, 5000] as const;

export function searchRow(size: number): ScheduleRow {
  const problem = madeUpDay(size, size);
  const began = performance.now();
  const compiled = compile(problem);
  let greedyEnd = 0;
  let firstMs = 0;
  const ends: number[] = [];
  for (const { best, tries } of improving(compiled, 1)) {
    const spent = performance.now() - began;
    if (tries === 1) [greedyEnd, firstMs] = [best!.endMin, spent];
    while (ends.length < AFTER_MS.length && spent > AFTER_MS[ends.length]!) ends.push(best!.endMin);
    if (ends.length === AFTER_MS.length) break;
  }
  return { size, greedyEnd, ends, lowerBound: bound(compiled), firstMs };
}

/** ft06 to its proof. */
export function proveFt06(): { nodes: number; seconds: number; end: number; proved: boolean } {
  const began = performance.now();
  const { schedule, proved, nodes } = prove(compile(jobShop(FT06)), 20_000);
  return { nodes, proved, end: schedule.endMin, seconds: (performance.now() - began) / 1000 };
}

export interface ReplanRow {
  tasks: number;
  /** From the event to an order to go on by, plan made and order found. */
  wholeMs: number;
  /** Of it the order alone. */
  orderMs: number;
}

/** A large job in the middle of its run: what it takes to go on from one more event. */
export function replanRow(rounds = 9): ReplanRow {
  let job: Job = bigJob();
  const at = (minute: number) => new Date(Date.parse("2026-05-04T08:00:00Z") + minute * 60_000).toISOString();
  const assessed = () => assess(job, USUAL_KIT, at(job.events.length), { ...quickly, order: inFull.order });
  const whole: number[] = [];
  const ordered: number[] = [];
  let tasks = 0;
  for (let round = 0; round < rounds; round++) {
    const { step } = assessed().order.tasks[0]!;
    job = { ...job, events: [...job.events, doneOf(step, { id: `d${round}`, at: at(job.events.length + 1) })] };
    const began = performance.now();
    const assessment = assessed();
    whole.push(performance.now() - began);
    const from = performance.now();
    orderOf(job, assessment, USUAL_KIT, at(job.events.length));
    ordered.push(performance.now() - from);
    tasks = Math.max(tasks, assessment.order.tasks.length);
  }
  const median = (of: number[]) => of.sort((a, b) => a - b)[Math.floor(of.length / 2)]!;
  return { tasks, wholeMs: median(whole), orderMs: median(ordered) };
}
