import { assess, inFull, quickly } from "../../src/core/answers/assess/assess";
import { USUAL_KIT } from "../../src/core/job/kit";
import type { Job } from "../../src/core/job/schema";
import { orderOf } from "../../src/core/answers/schedule/order";
import { improving } from "../../src/core/models/timetable/improve";
import { cannotEndBy } from "../../src/core/models/timetable/forced";
import { compile, type Compiled, type Problem } from "../../src/core/models/timetable/tasks";
import { prove } from "../../src/core/models/timetable/prove";
import { FT06, FT10, hardDay, jobShop, madeUpDay } from "../../src/core/testing/days";
import { doneOf } from "../../src/core/judgement/treatment/step/stepEvents";
import { bigJob } from "./bigJob";

/** No schedule ends sooner than about this: by halves, down to what the work there is leaves room for. */
function bound(compiled: Compiled): number {
  let [low, high] = [0, compiled.horizon];
  while (high - low > 0.5) {
    const middle = (low + high) / 2;
    if (cannotEndBy(compiled, middle)) low = middle;
    else high = middle;
  }
  return low;
}

interface SearchedDays {
  /** Of the days, over what each is held against, %: the mean and the worst. */
  meanPct: number;
  worstPct: number;
  /** The slowest first answer, ms. */
  firstMs: number;
  /** The greedy rule over the same, mean, %. */
  greedyPct: number;
}

const [SECOND_MS, LONG_MS, FIVE_MS] = [1000, 10_000, 5000];
/** Processor time of this process so far, ms: another program beside it does not count. */
const spentMs = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

/** Ends of hard days of 60 tasks by seed from 1, the best that searches of 20 s from several seeds have found. */
const BEST_KNOWN_60 = [337, 519, 401, 588, 337, 478, 346, 506];

/** Days of one kind, how long each is searched, and what each is held against: the best known, or the bound. */
export const DAYS = {
  "days of 60 tasks": { dayOf: (seed: number) => madeUpDay(60, seed), days: 8, forMs: SECOND_MS, best: [] },
  "hard days of 60 tasks": {
    dayOf: (seed: number) => hardDay(60, seed),
    days: 8,
    forMs: SECOND_MS,
    best: BEST_KNOWN_60,
  },
  "hard days of 120 tasks": { dayOf: (seed: number) => hardDay(120, seed), days: 6, forMs: FIVE_MS, best: [] },
} satisfies Record<string, { dayOf: (seed: number) => Problem; days: number; forMs: number; best: number[] }>;

export function searchedDays(kind: keyof typeof DAYS): SearchedDays {
  const { dayOf, days, forMs, best: known } = DAYS[kind];
  const rows = Array.from({ length: days }, (_, day) => {
    const compiled = compile(dayOf(day + 1));
    const began = spentMs();
    let [greedy, firstMs, end] = [0, 0, Infinity];
    for (const { best, tries } of improving(compiled, 1)) {
      const spent = spentMs() - began;
      end = best?.endMin ?? end;
      if (tries === 1) [greedy, firstMs] = [end, spent];
      if (spent > forMs) break;
    }
    const least = Math.min(end, known[day] ?? bound(compiled));
    return { overPct: 100 * (end / least - 1), greedyPct: 100 * (greedy / least - 1), firstMs };
  });
  const mean = (of: number[]) => of.reduce((sum, each) => sum + each, 0) / of.length;
  return {
    meanPct: mean(rows.map(({ overPct }) => overPct)),
    worstPct: Math.max(...rows.map(({ overPct }) => overPct)),
    firstMs: Math.max(...rows.map(({ firstMs }) => firstMs)),
    greedyPct: mean(rows.map(({ greedyPct }) => greedyPct)),
  };
}

interface SmallDays {
  days: number;
  proved: number;
  /** After a second, over the best known, %. */
  meanPct: number;
  worstPct: number;
}

const SMALL_DAYS = 30;

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
      if (spentMs() - began > FIVE_MS) break;
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
