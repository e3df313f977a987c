import type { JobPlan } from "@/core/judgement/treatment/plan/plan";
import { comesBefore, type Ground } from "@/core/judgement/walk/ground";
import { handsOf, type History } from "@/core/job/history";
import type { DoneEvent, Job, Kit } from "@/core/job/schema";
import { HANDS, type Lag, type Problem } from "@/core/models/timetable/tasks";
import { bestTour } from "@/core/models/walk/tour";
import { betterWalks } from "@/core/models/walk/betterWalks";
import { firstWalk } from "@/core/models/walk/firstWalk";
import { Pacer } from "@/core/models/walk/pacing";
import { topological } from "@/core/models/walk/topological";
import { costOf, type Between, type Turn, type Walked } from "@/core/models/walk/turns";
import { OVER_IT } from "./sections";
import { stepTasks, taskName, type StepTask } from "./steps";
import type { Order, OrderArc } from "./times";

/** The order in which what is left of one job is done, found anew after everything that happens. */

/** Moves tried at once, by how much there is to do: a tap does not wait for more, `soonerOrders` goes on in idle time. */
const triesOf = (tasks: number): number => (tasks <= 40 ? 150 : tasks <= 120 ? 50 : tasks <= 400 ? 10 : 1);
const SEED = 1;
const WORTH_A_CHANGE_MIN = 1;
const NEAR = 1e-6;

/** An order that was found: by task, when it starts or in which turn. Kept beside the job, never in it. */
export type Known = Readonly<Record<string, number>>;

/** An order to be kept to by the next plan of its job. */
export const knownOf = ({ tasks }: Order): Known =>
  Object.fromEntries(tasks.map(({ step }, at) => [taskName(step), at]));

/** The moment plans start from: never before what was recorded last. */
export const momentMs = ({ standing }: History, asOf: string): number =>
  standing.reduce((latest, { at }) => Math.max(latest, Date.parse(at)), Date.parse(asOf));

/** What is left of a job, ready to be put in order. */
interface Left {
  tasks: StepTask[];
  hands: number;
  problem: Problem;
  ground: Ground;
}

function leftOf(job: Job, planned: JobPlan, kit: Kit, asOf: string, people: number): Left {
  const { tasks, lags, dues, capacity, ground } = stepTasks(
    planned,
    kit,
    { id: (name) => name, inside: "inside", circuit: "circuit" },
    momentMs(planned.history, asOf),
    people,
  );
  // More may be at it already than the job says.
  const hands = Math.max(people, ...tasks.map(({ running }) => (running ? handsOf(running) : 1)));
  const problem = { tasks, lags, capacity: { ...capacity, [HANDS]: hands }, breaks: [], dues };
  return { tasks, hands, problem, ground };
}

/**
 * Orders what is left so that hands, carrying and waiting together are least, dwells are neither cut nor dry out, what
 * is higher or farther comes first, and what was next stays next.
 * What was done is never planned again and what runs goes on; where a wait finds no room it is named and the rest is
 * ordered all the same.
 * @param asOf ISO time
 * @param people pairs of hands; left out: as the job says
 * @param known an order found before, kept unless another saves a minute
 */
export function orderOf(
  job: Job,
  planned: JobPlan,
  kit: Kit,
  asOf: string,
  people = job.choices.hands ?? 1,
  known?: Known,
): Order {
  const left = leftOf(job, planned, kit, asOf, people);
  if (left.tasks.length === 0) return { tasks: [], arcs: [], people, broken: [] };
  const pacer = pacerOf(left, planned.history);
  const usual = usualWalk(pacer, left);
  const before = known && knownAgain(pacer, left.tasks, known);
  // What was next stays next, unless another order is worth the change.
  const walked = before && !isWorthIt(usual, before) ? before : usual;
  return { ...ordered(left, walked, pacer), ...soonerBy(usual, walked) };
}

/** Promises move closer by the minute; that is no reason to search again before this is over, min. */
const DUES_AS_ONE_MIN = 30;

/** What a search for a better order rests on: where it is the same again, so is what can be found. */
export function searchedOn(job: Job, planned: JobPlan, kit: Kit, asOf: string): string {
  const { tasks, problem } = leftOf(job, planned, kit, asOf, job.choices.hands ?? 1);
  const { lags, capacity, dues } = problem;
  return JSON.stringify([
    tasks.map(({ id, step, needs, begun, earliest }) => [id, step.minutes.value, needs, begun, earliest]),
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
  const left = leftOf(job, planned, kit, asOf, job.choices.hands ?? 1);
  const { tasks } = left;
  if (tasks.length < 2) return;
  const pacer = pacerOf(left, planned.history);
  const usual = usualWalk(pacer, left);
  const before = known && knownAgain(pacer, tasks, known);
  let shown = before && !isWorthIt(usual, before) ? before : usual;
  // What somebody is about to begin stays first: no step is changed under a finger.
  const first = new Map(Array.from({ length: left.hands }, (_, lane) => [firstOf(shown, lane), lane]));
  const fixed = pacerOf(left, planned.history, first);
  for (const { best } of betterWalks(fixed, fixed.paced(shown.sequence), SEED)) {
    const better = isWorthIt(best, shown);
    if (better) shown = best;
    yield better ? Object.fromEntries(tasks.map(({ id }, task) => [id, best.starts[task]!])) : undefined;
  }
}

const firstOf = ({ sequence, lane }: Walked, hands: number) => sequence.find((task) => lane[task] === hands) ?? -1;

const isWorthIt = (a: Walked, b: Walked): boolean =>
  a.lateMin < b.lateMin - NEAR || (a.lateMin < b.lateMin + NEAR && a.endMin < b.endMin - WORTH_A_CHANGE_MIN);

/** What the search gained, where it is worth telling. */
const soonerBy = (usual: Walked, walked: Walked): Pick<Order, "sooner"> =>
  walked.endMin < usual.endMin - WORTH_A_CHANGE_MIN ? { sooner: { wasMin: usual.endMin, isMin: walked.endMin } } : {};

/** A tool is put down and another taken up, a bottle, a machine is moved along, min. Judgement. */
const CARRYING = { toolMin: 0.3, bottleMin: 0.2, machineFromMin: 0.5, machineMin: 1.5 };

/** @param first turns that stay first, by whose hands */
function pacerOf(
  { tasks, hands, problem, ground }: Left,
  { done }: History,
  first: ReadonlyMap<number, number> = new Map(),
): Pacer {
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  const followed = new Set(problem.lags.flatMap(({ from, why }) => (why === OVER_IT ? [] : [from])));
  const dueOf = new Map<string, number>();
  for (const { task, at: by } of problem.dues) dueOf.set(task, Math.min(by, dueOf.get(task) ?? Infinity));
  const turns = tasks.map((task, index): Turn => {
    const { step, running } = task;
    const begunBy = running ? handsOf(running) - 1 : first.get(index);
    const due = dueOf.get(task.id);
    return {
      id: task.id,
      minutes: running ? task.minutes : step.minutes.value,
      places: task.places,
      ...(step.tool === "hand" ? {} : { tool: step.tool }),
      ...(task.bottle ? { bottle: task.bottle } : {}),
      ...(task.machine ? { machine: task.machine } : {}),
      ...(task.earliest ? { earliest: task.earliest } : {}),
      ...(begunBy === undefined ? {} : { begunBy }),
      ...(due === undefined ? {} : { due }),
      ...(step.dwell && !followed.has(task.id) ? { tailMin: step.dwell.min.value } : {}),
      needs: task.needs.filter(({ resource }) => resource !== HANDS),
    };
  });
  const between = problem.lags.map(({ from, to, min, max, soft }): Between => ({
    from: at.get(from)!,
    to: at.get(to)!,
    min,
    ...(max === undefined || soft ? {} : { max }),
  }));
  const move = ground.move.length > 0 ? ground.move : [[0]];
  const standing = Array.from({ length: hands }, (_, lane) => standsAt(done, lane, ground));
  return new Pacer({ turns, between, hands, standing, capacity: problem.capacity, carrying: { move, ...CARRYING } });
}

/** What is left of a job as turns, for whoever holds other orders against ours. */
export function walkerOf(job: Job, planned: JobPlan, kit: Kit, asOf: string): Pacer {
  return pacerOf(leftOf(job, planned, kit, asOf, job.choices.hands ?? 1), planned.history);
}

/** Where a pair of hands did something last. */
function standsAt(done: readonly DoneEvent[], lane: number, { placeOf }: Ground): number | undefined {
  const last = done.findLast((event) => handsOf(event) - 1 === lane && event.zoneIds.some((id) => placeOf.has(id)));
  return last && placeOf.get(last.zoneIds.findLast((id) => placeOf.has(id))!);
}

/** As it is found at once: going on where one is, and a few moves that save something. */
function usualWalk(pacer: Pacer, { tasks, ground }: Left): Walked {
  const rank = rankOf(tasks, ground);
  let first = firstWalk(pacer, rank);
  if (first.lateMin > NEAR) {
    const timid = firstWalk(pacer, rank, true);
    if (costOf(timid) < costOf(first)) first = timid;
  }
  let found = first;
  const most = triesOf(tasks.length);
  for (const { best, tries } of betterWalks(pacer, first, SEED)) {
    found = best;
    if (tries >= most) break;
  }
  return found;
}

/** Of what is as near, the place that comes first on the way through, then what is higher, then as it was planned. */
function rankOf(tasks: readonly StepTask[], ground: Ground): number[] {
  const tour = placesInTurn(ground);
  const levels = (task: StepTask) =>
    Math.max(0, ...task.step.zoneIds.map((id) => ground.standing.get(id)?.height ?? 0));
  const keys = tasks.map(
    (task) => [task.places.length > 1 ? -1 : tour.indexOf(task.places[0]!), -levels(task)] as const,
  );
  const ranked = [...tasks.keys()].sort((a, b) => keys[a]![0] - keys[b]![0] || keys[a]![1] - keys[b]![1] || a - b);
  const rank: number[] = [];
  ranked.forEach((task, at) => (rank[task] = at));
  return rank;
}

/** Places by the shortest way through that goes from far to near. */
function placesInTurn(ground: Ground): number[] {
  const pairs = comesBefore(
    ground,
    [...ground.placeOf.keys()].map((id) => ({ id, zoneIds: [id] })),
  );
  const over = new Set(pairs.map(({ before, after }) => `${ground.placeOf.get(before)} ${ground.placeOf.get(after)}`));
  // Where each has something over the other, neither place comes first.
  const before = [...over].flatMap((pair): [number, number][] => {
    const [a, b] = pair.split(" ").map(Number) as [number, number];
    return a === b || over.has(`${b} ${a}`) ? [] : [[a, b]];
  });
  return bestTour({ move: ground.move, before });
}

/** An order that was found before, as far as it still says something; what is new comes as soon as it may. */
function knownAgain(pacer: Pacer, tasks: readonly StepTask[], known: Known): Walked | undefined {
  const start = tasks.map(({ id }) => known[id]);
  if (start.every((at) => at === undefined)) return undefined;
  const isRunning = (task: number) => tasks[task]!.running !== undefined;
  const isSooner = (a: number, b: number) =>
    isRunning(a) !== isRunning(b) ? isRunning(a) : (start[a] ?? -1) < (start[b] ?? -1);
  const after = pacer.problem.between.map(({ from, to }) => [from, to] as const);
  const sequence = topological(tasks.length, after, isSooner);
  return sequence && pacer.paced(sequence);
}

/** Waits that are over all the same, in words. */
const overrun = ({ problem: { lags }, tasks }: Left, { starts }: Walked): string[] => {
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  return lags.flatMap(({ from, to, max, soft, why }: Lag) => {
    const [before, after] = [at.get(from)!, at.get(to)!];
    const { minutes, running, step } = tasks[before]!;
    const end = starts[before]! + (running ? minutes : step.minutes.value);
    return max !== undefined && !soft && starts[after]! - end > max + 1e-6
      ? [`${why} longer than it may: work a smaller section, or wet it again.`]
      : [];
  });
};

/** A walk as an order: tasks by their start, who does each, and what holds them apart. */
function ordered(left: Left, walked: Walked, pacer: Pacer): Order {
  const { tasks, hands, problem, ground } = left;
  const { starts, lane, carry, sequence } = walked;
  // What runs comes first, whatever the walk made of it; what begins together stands as it was put down.
  const put = new Map(sequence.map((task, at) => [task, at]));
  const places = [...tasks.keys()].sort(
    (a, b) =>
      Number(Boolean(tasks[b]!.running)) - Number(Boolean(tasks[a]!.running)) ||
      starts[a]! - starts[b]! ||
      put.get(a)! - put.get(b)!,
  );
  const placeOf = new Map(places.map((task, place) => [task, place]));
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  const broken = overrun(left, walked);
  const arcs: OrderArc[] = problem.lags.map(({ from, to, min, max, why }) => ({
    from: placeOf.get(at.get(from)!)!,
    to: placeOf.get(at.get(to)!)!,
    minMin: min,
    ...(max === undefined || broken.length > 0 ? {} : { maxMin: max }),
    ...(why === OVER_IT ? {} : { why }),
  }));
  const lastOf = Array.from({ length: hands }, () => -1);
  const listed = places.map((task, place) => {
    const { step, minutes, running, after } = tasks[task]!;
    const its = lane[task]!;
    if (lastOf[its]! >= 0 && !running) arcs.push({ from: lastOf[its]!, to: place, minMin: carry[task]! });
    lastOf[its] = place;
    if (hands > 1 && !running)
      for (const earlier of places.slice(0, place))
        if (
          pacer.shares(earlier, task) &&
          starts[earlier]! + pacer.problem.turns[earlier]!.minutes <= starts[task]! + 1e-6
        )
          arcs.push({ from: placeOf.get(earlier)!, to: place, minMin: 0 });
    return {
      step,
      minutes: running ? minutes : step.minutes.value,
      hands: its + 1,
      place: tasks[task]!.places[0]!,
      ...(tasks[task]!.places.length > 1 ? { allOver: true as const } : {}),
      ...(running ? { running } : {}),
      ...(after ? { after } : {}),
    };
  });
  return { tasks: listed, arcs, people: hands, broken, places: ground.places.map(({ name }) => name) };
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
