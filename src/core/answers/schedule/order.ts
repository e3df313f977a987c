import type { JobPlan } from "@/core/judgement/treatment/plan/plan";
import { handsOf, type History } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { sharedBetween } from "@/core/models/timetable/explain";
import { improving } from "@/core/models/timetable/improve";
import { Placer } from "@/core/models/timetable/place";
import {
  compile,
  HANDS,
  NoSchedule,
  type Compiled,
  type Lag,
  type Problem,
  type Schedule,
} from "@/core/models/timetable/tasks";
import { stepTasks, type StepTask } from "./steps";
import type { Order, OrderArc } from "./times";

/** The order in which what is left of one job is done, found anew after everything that happens. */

/** Enough for the rules and a few moves; the same tries every time, so that the order does not waver. */
const TRIES = 24;
/** Of a job of hundreds of zones only the first tries are made: so many tasks are put down in all. */
const MOST_PUT_DOWN = 8000;
/** One try a rule. */
const FEWEST_TRIES = 4;
const SEED = 1;
const WORTH_A_CHANGE_MIN = 1;
const NEAR = 1e-6;

/** The moment plans start from: never before what was recorded last. */
export const momentMs = ({ standing }: History, asOf: string): number =>
  standing.reduce((latest, { at }) => Math.max(latest, Date.parse(at)), Date.parse(asOf));

/**
 * Orders what is left so that dwells are neither cut nor dry out and the hands are done soonest.
 * What was done is never planned again and what runs goes on; where a wait finds no room it is named and the rest is ordered all the same.
 * @param asOf ISO time
 * @param people pairs of hands; left out: as the job says
 */
export function orderOf(job: Job, planned: JobPlan, kit: Kit, asOf: string, people = job.choices.hands ?? 1): Order {
  const nowMs = momentMs(planned.history, asOf);
  const { tasks, lags, dues, capacity } = stepTasks(
    planned,
    kit,
    { id: (name) => name, inside: "inside", circuit: "circuit" },
    nowMs,
  );
  if (tasks.length === 0) return { tasks: [], arcs: [], people, broken: [] };
  // More may be at it already than the job says.
  const hands = Math.max(people, ...tasks.map(({ running }) => (running ? handsOf(running) : 1)));
  const problem = { tasks, lags, capacity: { ...capacity, [HANDS]: hands }, breaks: [], dues };
  const found = best(problem);
  if (found) return ordered(found.compiled, found.schedule, tasks, lags, hands, []);
  const loose = lags.map(({ max: _max, ...lag }): Lag => lag);
  const broken = best({ ...problem, lags: loose });
  if (!broken) throw new NoSchedule("What is left of this job cannot be put into an order.");
  return ordered(
    broken.compiled,
    broken.schedule,
    tasks,
    loose,
    hands,
    lags
      .filter((lag) => isOver(lag, tasks, broken.schedule))
      .map(({ why }) => `${why} longer than it may: work a smaller section, or wet it again.`),
  );
}

/** The plan's own order, unless another saves time worth the change: what comes next should not waver. */
function best(problem: Problem): { compiled: Compiled; schedule: Schedule } | undefined {
  try {
    const compiled = compile(problem);
    const most = Math.min(TRIES, Math.max(FEWEST_TRIES, Math.floor(MOST_PUT_DOWN / compiled.minutes.length)));
    let schedule = new Placer(compiled).schedule(compiled.minutes.map((_, task) => task));
    for (const { best, tries } of improving(compiled, SEED)) {
      if (
        best &&
        (!schedule ||
          best.lateMin < schedule.lateMin - NEAR ||
          (best.lateMin < schedule.lateMin + NEAR && best.endMin < schedule.endMin - WORTH_A_CHANGE_MIN))
      )
        schedule = best;
      if (tries >= most) return schedule && { compiled, schedule };
    }
  } catch (error) {
    // Waits that clash whatever is done when: whoever asks goes on without their longest.
    if (!(error instanceof NoSchedule)) throw error;
  }
  return undefined;
}

const isOver = ({ from, to, max }: Lag, tasks: readonly StepTask[], { starts }: Schedule): boolean => {
  const [before, after] = [tasks.findIndex(({ id }) => id === from), tasks.findIndex(({ id }) => id === to)];
  return max !== undefined && starts[after]! - starts[before]! - tasks[before]!.minutes > max + 1e-6;
};

/** A schedule as an order: tasks by their start, who does each, and what holds them apart. */
function ordered(
  compiled: Compiled,
  { starts }: Schedule,
  tasks: readonly StepTask[],
  lags: readonly Lag[],
  people: number,
  broken: string[],
): Order {
  // What runs comes first, whatever the schedule made of it.
  const places = [...tasks.keys()].sort(
    (a, b) =>
      Number(Boolean(tasks[b]!.running)) - Number(Boolean(tasks[a]!.running)) || starts[a]! - starts[b]! || a - b,
  );
  const placeOf = new Map(places.map((task, place) => [tasks[task]!.id, place]));
  const freeAt = Array.from({ length: people }, () => 0);
  const lastOf = Array.from({ length: people }, () => -1);
  const arcs: OrderArc[] = lags.map(({ from, to, min, max, why }) => ({
    from: placeOf.get(from)!,
    to: placeOf.get(to)!,
    minMin: min,
    ...(max === undefined ? {} : { maxMin: max }),
    why,
  }));
  const shared = sharedBetween(compiled);
  const listed = places.map((task, place) => {
    const { step, minutes, running, after } = tasks[task]!;
    const lane = running ? handsOf(running) - 1 : freeAt.indexOf(Math.min(...freeAt));
    freeAt[lane] = Math.max(freeAt[lane]!, starts[task]!) + minutes;
    if (lastOf[lane]! >= 0 && !running) arcs.push({ from: lastOf[lane]!, to: place, minMin: 0 });
    lastOf[lane] = place;
    for (let earlier = 0; earlier < place; earlier++)
      if (
        people > 1 &&
        !running &&
        shared(places[earlier]!, task) !== undefined &&
        starts[places[earlier]!]! + tasks[places[earlier]!]!.minutes <= starts[task]! + 1e-6
      )
        arcs.push({ from: earlier, to: place, minMin: 0 });
    return { step, minutes, hands: lane + 1, ...(running ? { running } : {}), ...(after ? { after } : {}) };
  });
  return { tasks: listed, arcs, people, broken };
}

/** One thing after another, every wait sat out: for whoever weighs plans by the thousand. */
export const inTurn = (_job: Job, { plan }: JobPlan): Order => ({
  tasks: plan.steps.map((step) => ({ step, minutes: step.minutes.value, hands: 1 })),
  arcs: plan.steps.slice(1).map((_, index) => ({
    from: index,
    to: index + 1,
    minMin: plan.steps[index]!.dwell?.min.value ?? 0,
    why: "in turn",
  })),
  people: 1,
  broken: [],
});
