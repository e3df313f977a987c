import type { DoneEvent } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import type { Forecast } from "./forecast";
import type { Order } from "./times";

/** How long this technician takes against the plan, learnt from their own steps. */
interface Spread {
  /** Steps of the own log behind it. */
  steps: number;
  /** Mean of ln(minutes taken / minutes planned). */
  meanLog: number;
  /** Its standard deviation from step to step. */
  sdLog: number;
}

/** Before there is a log: right on average, by about a third either way, worth so many steps. Judgement. */
const PRIOR = { steps: 8, sdLog: 0.33 } as const;
/** Shorter than this is a tap, not a measure, min; further off than this somebody forgot to tap, as ln. Judgement. */
const LEAST_MIN = 0.5;
const MOST_LOG = 1.4;
/** One in ten is later than the upper end, one in ten sooner than the lower: standard normal quantile. */
const Z_TEN = 1.2816;

type Timed = Pick<DoneEvent, "minutes" | "plannedMin">;

/** ln(minutes taken / minutes planned) of the steps whose time tells something. */
export const spreadLogs = (done: readonly Timed[]): number[] =>
  done
    .flatMap(({ minutes = 0, plannedMin = 0 }) =>
      minutes >= LEAST_MIN && plannedMin >= LEAST_MIN ? [Math.log(minutes / plannedMin)] : [],
    )
    .filter((log) => Math.abs(log) <= MOST_LOG);

/** @param done steps as they were recorded, of any job, against what would be planned for them now */
export function spreadOf(done: readonly Timed[]): Spread {
  const logs = spreadLogs(done);
  const weight = logs.length + PRIOR.steps;
  const meanLog = logs.reduce((sum, log) => sum + log, 0) / weight;
  const squares =
    PRIOR.steps * (PRIOR.sdLog ** 2 + meanLog ** 2) + logs.reduce((sum, log) => sum + (log - meanLog) ** 2, 0);
  return { steps: logs.length, meanLog, sdLog: Math.sqrt(squares / weight) };
}

interface Band {
  /** One in ten is done sooner, one in ten later, ms since 1970. */
  fromMs: number;
  toMs: number;
  /** Later than forecast by, at the upper end. */
  laterMin: Worked;
}

/**
 * When hands may be done, by how far steps strayed before: log-normal steps, independent but for the mean that is not known better.
 * Waits of the cloth stay as they are.
 */
export function bandOf(
  { tasks, people }: Order,
  { finish }: Pick<Forecast, "finish">,
  { steps, meanLog, sdLog }: Spread,
): Band {
  const minutes = tasks.map((task) => task.minutes);
  const sum = minutes.reduce((total, each) => total + each, 0);
  const growth = Math.exp(meanLog + sdLog ** 2 / 2);
  const ofSteps = minutes.reduce((total, each) => total + each ** 2, 0) * growth ** 2 * (Math.exp(sdLog ** 2) - 1);
  const ofMean = (sum * growth) ** 2 * (sdLog ** 2 / (steps + PRIOR.steps));
  const sd = Math.sqrt(ofSteps + ofMean) / people;
  const shift = (sum * (growth - 1)) / people;
  const laterMin = sumOf(SCHEDULE_FORMULAS, "schedule.band", {
    handsMin: sum,
    squares: minutes.reduce((total, each) => total + each ** 2, 0),
    growth,
    sdLog,
    steps: stated.measured(steps),
    tableSteps: stated.table(PRIOR.steps),
    people,
    quantile: stated.table(Z_TEN),
  });
  const at = (min: number) => finish.atMs + min * 60_000;
  return { fromMs: at(Math.max(shift - Z_TEN * sd, -finish.value)), toMs: at(laterMin.value), laterMin };
}
