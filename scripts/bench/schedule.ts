import { assess, inFull, quickly } from "../../src/core/answers/assess/assess";
import { USUAL_KIT } from "../../src/core/job/kit";
import type { Job } from "../../src/core/job/schema";
import { orderOf } from "../../src/core/answers/schedule/order";
import { improving } from "../../src/core/models/timetable/improve";
import { compile, earliestStarts, type Compiled, type Task } from "../../src/core/models/timetable/tasks";
import { prove } from "../../src/core/models/timetable/prove";
import { FT06, FT10, jobShop, madeUpDay } from "../../src/core/testing/days";
import { doneOf } from "../../src/core/judgement/treatment/step/stepEvents";
import { bigJob } from "./bigJob";

/**
 * No schedule ends sooner: the longest chain, or any resource's work shared out or, where two do not fit at once, in
 * a row; all of it needs hands, so breaks are added.
 */
export function bound(compiled: Compiled): number {
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
/** Processor time of this process so far, ms: another program beside it does not count. */
const spentMs = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

export function searchRow(size: number): ScheduleRow {
  const problem = madeUpDay(size, size);
  const began = spentMs();
  const compiled = compile(problem);
  let greedyEnd = 0;
  let firstMs = 0;
  let end = Infinity;
  const ends: number[] = [];
  for (const { best, tries } of improving(compiled, 1)) {
    const spent = spentMs() - began;
    end = best!.endMin;
    if (tries === 1) [greedyEnd, firstMs] = [end, spent];
    while (ends.length < AFTER_MS.length && spent > AFTER_MS[ends.length]!) ends.push(end);
    if (ends.length === AFTER_MS.length) break;
  }
  // Proved: it stays so.
  while (ends.length < AFTER_MS.length) ends.push(end);
  return { size, greedyEnd, ends, lowerBound: bound(compiled), firstMs };
}

interface SmallDays {
  days: number;
  proved: number;
  /** After a second, over the best known, %. */
  meanPct: number;
  worstPct: number;
}

const SMALL_DAYS = 30;
const [SECOND_MS, LONG_MS] = [1000, 10_000];

/** Days of 20 tasks: how far off after a second, and how many are proved in ten. */
export function smallDays(): SmallDays {
  const rows = Array.from({ length: SMALL_DAYS }, (_, day) => {
    const compiled = compile(madeUpDay(20, day + 1));
    const began = spentMs();
    let [soon, end, isProved] = [Infinity, Infinity, false];
    for (const { best, proved } of improving(compiled, 1)) {
      const spent = spentMs() - began;
      end = best!.endMin;
      isProved = proved;
      if (spent <= SECOND_MS) soon = end;
      if (spent > LONG_MS) break;
    }
    return { overPct: 100 * (soon / end - 1), isProved };
  });
  return {
    days: rows.length,
    proved: rows.filter(({ isProved }) => isProved).length,
    meanPct: rows.reduce((sum, { overPct }) => sum + overPct, 0) / rows.length,
    worstPct: Math.max(...rows.map(({ overPct }) => overPct)),
  };
}

const FT10_OPTIMUM = 930;

/** ft10 after five seconds, over its optimum, %: the median of five seeds. */
export function ft10OverPct(): number {
  const gaps = [1, 2, 3, 4, 5].map((seed) => {
    const began = spentMs();
    let end = Infinity;
    for (const { best } of improving(compile(jobShop(FT10)), seed)) {
      end = best!.endMin;
      if (spentMs() - began > AFTER_MS[2]) break;
    }
    return 100 * (end / FT10_OPTIMUM - 1);
  });
  return gaps.sort((a, b) => a - b)[2]!;
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
