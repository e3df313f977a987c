import type { JobPlan } from "@/core/judgement/treatment/plan/plan";
import { handsOf, type History } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { sharedBetween } from "@/core/models/timetable/explain";
import { improving } from "@/core/models/timetable/improve";
import { Placer } from "@/core/models/timetable/place";
import { Repairer } from "@/core/models/timetable/repair";
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

/**
 * The rules but the last, which is the plan's own order, and for small jobs a few repairs: a tap does not wait for
 * more, `soonerOrders` goes on in idle time.
 */
const triesOf = (tasks: number): number => (tasks <= 40 ? 12 : tasks <= 400 ? 3 : 1);
const SEED = 1;
/** So many times the tries while what is put on would dry out. */
const DRYING_TRIES = 5;
const WORTH_A_CHANGE_MIN = 1;
const NEAR = 1e-6;

/** An order that was found: by task, the minute it starts. Kept beside the job, never in it. */
export type Known = Readonly<Record<string, number>>;

/** The moment plans start from: never before what was recorded last. */
export const momentMs = ({ standing }: History, asOf: string): number =>
  standing.reduce((latest, { at }) => Math.max(latest, Date.parse(at)), Date.parse(asOf));

/** What is left of a job, ready to be put in order. */
interface Left {
  tasks: StepTask[];
  hands: number;
  problem: Problem;
}

function leftOf(job: Job, planned: JobPlan, kit: Kit, asOf: string, people: number): Left {
  const { tasks, lags, dues, capacity } = stepTasks(
    planned,
    kit,
    { id: (name) => name, inside: "inside", circuit: "circuit" },
    momentMs(planned.history, asOf),
  );
  // More may be at it already than the job says.
  const hands = Math.max(people, ...tasks.map(({ running }) => (running ? handsOf(running) : 1)));
  return { tasks, hands, problem: { tasks, lags, capacity: { ...capacity, [HANDS]: hands }, breaks: [], dues } };
}

/**
 * Orders what is left so that dwells are neither cut nor dry out and the hands are done soonest.
 * What was done is never planned again and what runs goes on; where a wait finds no room it is named and the rest is ordered all the same.
 * @param asOf ISO time
 * @param people pairs of hands; left out: as the job says
 * @param known an order found before, kept where it is no worse
 */
export function orderOf(
  job: Job,
  planned: JobPlan,
  kit: Kit,
  asOf: string,
  people = job.choices.hands ?? 1,
  known?: Known,
): Order {
  const { tasks, hands, problem } = leftOf(job, planned, kit, asOf, people);
  if (tasks.length === 0) return { tasks: [], arcs: [], people, broken: [] };
  const { lags } = problem;
  const found = best(problem, known);
  if (found)
    return { ...ordered(found.compiled, found.schedule, tasks, lags, hands, []), ...soonerBy(found.usual, found) };
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

/** Promises move closer by the minute; that is no reason to search again before this is over, min. */
const DUES_AS_ONE_MIN = 30;

/** What a search for a better order rests on: where it is the same again, so is what can be found. */
export function searchedOn(job: Job, planned: JobPlan, kit: Kit, asOf: string): string {
  const { tasks, lags, capacity, dues } = leftOf(job, planned, kit, asOf, job.choices.hands ?? 1).problem;
  return JSON.stringify([
    tasks.map(({ id, minutes, needs, begun, earliest }) => [id, minutes, needs, begun, earliest]),
    lags.map(({ from, to, min, max }) => [from, to, min, max]),
    capacity,
    dues?.map(({ task, at }) => [task, Math.floor(at / DUES_AS_ONE_MIN)]),
  ]);
}

/**
 * Orders that end sooner than the one there is by at least a minute; steps, so that whoever asks can stop in between.
 * What is under way or comes next is never moved.
 * @yields what was found, or nothing yet
 */
export function* soonerOrders(
  job: Job,
  planned: JobPlan,
  kit: Kit,
  asOf: string,
  known?: Known,
): Generator<Known | undefined, void, void> {
  const { tasks, problem } = leftOf(job, planned, kit, asOf, job.choices.hands ?? 1);
  let shown = tasks.length > 1 ? best(problem, known)?.schedule : undefined;
  if (!shown) return;
  // What somebody is about to begin stays first: no step is changed under a finger.
  const { starts } = shown;
  const fixed = tasks.map((task, at) => (starts[at]! < NEAR ? { ...task, begun: true as const } : task));
  for (const { best: found } of improving(compile({ ...problem, tasks: fixed }), SEED)) {
    const better = found && isWorthIt(found, shown);
    if (better) shown = found;
    yield better ? Object.fromEntries(tasks.map(({ id }, task) => [id, found.starts[task]!])) : undefined;
  }
}

const isWorthIt = (a: Schedule, b: Schedule, worthMin = WORTH_A_CHANGE_MIN): boolean =>
  a.lateMin < b.lateMin - NEAR || (a.lateMin < b.lateMin + NEAR && a.endMin < b.endMin - worthMin);

/** What the search gained, where it is worth telling. */
const soonerBy = (usual: Schedule, { schedule }: { schedule: Schedule }): Pick<Order, "sooner"> =>
  schedule.endMin < usual.endMin - WORTH_A_CHANGE_MIN
    ? { sooner: { wasMin: usual.endMin, isMin: schedule.endMin } }
    : {};

interface Found {
  compiled: Compiled;
  schedule: Schedule;
  /** As it is found at once, without an order known before. */
  usual: Schedule;
}

/** The plan's own order, unless another saves time worth the change: what comes next should not waver. */
function best(problem: Problem, known?: Known): Found | undefined {
  try {
    const compiled = compile(problem);
    const most = triesOf(compiled.minutes.length);
    const placer = new Placer(compiled);
    let usual = placer.schedule(compiled.minutes.map((_, task) => task));
    for (const { best, tries } of improving(compiled, SEED, placer)) {
      if (best && (!usual || isWorthIt(best, usual))) usual = best;
      // Something would dry out: worth more tries than minutes are.
      if (tries >= (usual && usual.lateMin > NEAR ? DRYING_TRIES * most : most)) break;
    }
    const before = known && knownAgain(compiled, placer, known);
    const schedule = before && (!usual || !isWorthIt(usual, before, NEAR)) ? before : usual;
    return schedule && { compiled, schedule, usual: usual ?? schedule };
  } catch (error) {
    // Waits that clash whatever is done when: whoever asks goes on without their longest.
    if (!(error instanceof NoSchedule)) throw error;
  }
  return undefined;
}

function knownAgain(compiled: Compiled, placer: Placer, known: Known): Schedule | undefined {
  const starts = compiled.problem.tasks.map(({ id }) => known[id] ?? NaN);
  return starts.every(Number.isNaN) ? undefined : new Repairer(compiled, placer, () => 0.5).again(starts);
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
