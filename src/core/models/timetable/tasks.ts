/** Tasks of a day with what holds them together and what they share; times in minutes from the day's start. */

interface Need {
  /** A pool: hands, a machine, a circuit in watts, the inside of a cabin. */
  resource: string;
  amount: number;
}

export interface Task {
  id: string;
  name: string;
  /** ≥ 0 */
  minutes: number;
  needs: readonly Need[];
  /** Not before this. */
  earliest?: number;
  /** Hands are at it: it is put down first, whatever else there is. */
  begun?: true;
}

/** From the end of one task to the start of another: at least, and at most where waiting longer spoils it. */
export interface Lag {
  from: string;
  to: string;
  min: number;
  max?: number;
  /** Where what came before has begun the longest wait may be past saving: it is asked for by a due, not enforced. */
  soft?: true;
  why: string;
}

/** A task that was promised to have ended by a time; later is late, not forbidden. */
export interface Due {
  task: string;
  name: string;
  at: number;
}

export interface Problem {
  tasks: readonly Task[];
  lags: readonly Lag[];
  /** What there is of each resource. */
  capacity: Readonly<Record<string, number>>;
  /** Nobody works in these; tasks that need hands neither run in them nor through them. */
  breaks: readonly { from: number; to: number }[];
  dues: readonly Due[];
}

export interface Schedule {
  /** By task, in the order of the problem. */
  starts: readonly number[];
  lateMin: number;
  endMin: number;
  /** Hands that wait between the first and the last task that needs them, person-minutes. */
  idleMin: number;
}

export const HANDS = "hands";
/** What is waited for and spoils in the meantime is named so among what is due. */
export const DRIES_OUT = "drying out";

/** Why no schedule can be: the limits that clash, in words. */
export class NoSchedule extends Error {}

interface Arc {
  to: number;
  /** The start of `to` is at least so much after the start of this. */
  weight: number;
}

/** A problem with ids turned to places in lists. */
export interface Compiled {
  problem: Problem;
  minutes: Float64Array;
  earliest: Float64Array;
  needs: readonly (readonly { resource: number; amount: number }[])[];
  capacity: Float64Array;
  /** Tasks that break for breaks. */
  needsHands: readonly boolean[];
  /** Lags with minimum and maximum, as start-to-start arcs. */
  arcs: readonly (readonly Arc[])[];
  /** Later than this nothing ever needs to start. */
  horizon: number;
  dueOf: readonly { at: number }[][];
}

/**
 * Checks a problem and gets it ready.
 * @throws NoSchedule with a sentence that names the limits that clash
 * @example compile(day).minutes[1] // 20
 */
export function compile(problem: Problem): Compiled {
  const { tasks, lags, capacity, breaks, dues } = problem;
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  const resources = Object.keys(capacity);
  for (const { name, minutes, needs } of tasks) {
    if (!(minutes >= 0 && Number.isFinite(minutes))) throw new NoSchedule(`"${name}" has no length.`);
    for (const { resource, amount } of needs)
      if (amount > (capacity[resource] ?? 0))
        throw new NoSchedule(`"${name}" needs ${amount} of ${resource}, and there is ${capacity[resource] ?? 0}.`);
  }
  const minutes = Float64Array.from(tasks, (task) => task.minutes);
  const arcs: Arc[][] = tasks.map(() => []);
  const place = (id: string) => {
    const index = at.get(id);
    if (index === undefined) throw new NoSchedule(`There is no task "${id}".`);
    return index;
  };
  for (const { from, to, min, max, soft } of lags) {
    const [i, j] = [place(from), place(to)];
    arcs[i]!.push({ to: j, weight: minutes[i]! + min });
    if (max !== undefined && !soft) arcs[j]!.push({ to: i, weight: -(minutes[i]! + max) });
  }
  const breakMin = breaks.reduce((sum, { from, to }) => sum + to - from, 0);
  const horizon =
    tasks.reduce((sum, task) => sum + task.minutes + (task.earliest ?? 0), 0) +
    lags.reduce((sum, { min }) => sum + Math.max(0, min), 0) +
    breakMin +
    Math.max(0, ...breaks.map(({ to }) => to)) +
    1;
  const compiled: Compiled = {
    problem,
    minutes,
    arcs,
    horizon,
    earliest: Float64Array.from(tasks, (task) => Math.max(0, task.earliest ?? 0)),
    needs: tasks.map(({ needs }) =>
      needs
        .filter(({ amount }) => amount > 0)
        .map(({ resource, amount }) => ({ resource: resources.indexOf(resource), amount })),
    ),
    capacity: Float64Array.from(resources, (resource) => capacity[resource]!),
    needsHands: tasks.map(({ needs }) => needs.some(({ resource, amount }) => resource === HANDS && amount > 0)),
    dueOf: tasks.map(({ id }) => dues.filter(({ task }) => task === id)),
  };
  for (const { task } of dues) place(task);
  sayWhatClashes(compiled);
  return compiled;
}

/** The start pushed behind every break it would run into. @example pastBreaks(compile(day), 0, 5) // 5 */
export function pastBreaks(
  { problem: { breaks }, minutes, needsHands }: Compiled,
  task: number,
  start: number,
): number {
  if (!needsHands[task]) return start;
  let at = start;
  for (let moved = true; moved;) {
    moved = false;
    for (const { from, to } of breaks)
      if (at < to && (minutes[task]! > 0 ? at + minutes[task]! > from : at > from)) {
        at = to;
        moved = true;
      }
  }
  return at;
}

/**
 * The earliest starts that lags and breaks allow, resources left aside.
 * @param extra further arcs, one list a task
 * @param from starts to begin at; only ever raised
 * @returns undefined when they cannot all hold
 * @example earliestStarts(compile(day))?.[1] // 15
 */
export function earliestStarts(
  compiled: Compiled,
  extra?: readonly (readonly Arc[])[],
  from: ArrayLike<number> = compiled.earliest,
): Float64Array | undefined {
  const { arcs, horizon } = compiled;
  const starts = Float64Array.from(from, (start, task) => pastBreaks(compiled, task, start));
  const queue = Array.from(starts, (_, task) => task);
  const waiting = new Uint8Array(starts.length).fill(1);
  for (let head = 0; head < queue.length; head++) {
    const task = queue[head]!;
    waiting[task] = 0;
    const raise = ({ to, weight }: Arc) => {
      const start = starts[task]! + weight;
      if (start <= starts[to]! + 1e-9) return true;
      starts[to] = pastBreaks(compiled, to, start);
      if (starts[to]! > horizon) return false;
      if (!waiting[to]) {
        waiting[to] = 1;
        queue.push(to);
      }
      return true;
    };
    for (const arc of arcs[task]!) if (!raise(arc)) return undefined;
    for (const arc of extra?.[task] ?? []) if (!raise(arc)) return undefined;
    if (head > 4096) {
      queue.splice(0, head + 1);
      head = -1;
    }
  }
  return starts;
}

/** Follows lags that push each other on in a ring: no time can satisfy them, whatever the resources. */
function sayWhatClashes({ problem: { tasks, lags }, arcs }: Compiled) {
  const distance = new Float64Array(tasks.length);
  const before = new Int32Array(tasks.length).fill(-1);
  let last = -1;
  for (let rounds = tasks.length; rounds > 0; rounds--) {
    last = -1;
    for (let task = 0; task < tasks.length; task++)
      for (const { to, weight } of arcs[task]!)
        if (distance[task]! + weight > distance[to]! + 1e-9) {
          distance[to] = distance[task]! + weight;
          before[to] = task;
          last = to;
        }
    if (last < 0) return;
  }
  for (let back = tasks.length; back > 0; back--) last = before[last]!;
  const ring = [last];
  for (let task = before[last]!; task !== last; task = before[task]!) ring.push(task);
  const inRing = new Set(ring.map((task) => tasks[task]!.id));
  const words = lags
    .filter(({ from, to }) => inRing.has(from) && inRing.has(to))
    .map(
      ({ from, to, min, max, why }) =>
        `${why} ("${nameOf(tasks, from)}" to "${nameOf(tasks, to)}", ${max === undefined ? `at least ${min}` : `${min} to ${max}`} min)`,
    );
  throw new NoSchedule(`These cannot all hold: ${words.join("; ")}.`);
}

const nameOf = (tasks: readonly Task[], id: string) => tasks.find((task) => task.id === id)!.name;

/** Lateness, end and idle hands of given starts. @example judged(compile(day), [0, 20]).endMin // 40 */
export function judged(compiled: Compiled, starts: ArrayLike<number>): Schedule {
  const { minutes, dueOf, needsHands, needs, problem } = compiled;
  let [lateMin, endMin, work, first, last] = [0, 0, 0, Infinity, 0];
  const hands = Object.keys(problem.capacity).indexOf(HANDS);
  for (let task = 0; task < minutes.length; task++) {
    const end = starts[task]! + minutes[task]!;
    endMin = Math.max(endMin, end);
    for (const { at } of dueOf[task]!) lateMin += Math.max(0, end - at);
    if (!needsHands[task] || minutes[task] === 0) continue;
    first = Math.min(first, starts[task]!);
    last = Math.max(last, end);
    work += minutes[task]! * needs[task]!.find(({ resource }) => resource === hands)!.amount;
  }
  const breaks = problem.breaks.reduce(
    (sum, { from, to }) => sum + Math.max(0, Math.min(to, last) - Math.max(from, first)),
    0,
  );
  return {
    starts: Array.from(starts),
    lateMin,
    endMin,
    idleMin: last > first ? (last - first - breaks) * problem.capacity[HANDS]! - work : 0,
  };
}

const EPSILON = 1e-6;
/**
 * Least lateness, then the earlier end, then fewer idle hands.
 * @example isBetter({ starts: [], lateMin: 0, endMin: 10, idleMin: 0 }, undefined) // true
 */
export function isBetter(a: Schedule, b: Schedule | undefined): boolean {
  if (!b) return true;
  if (Math.abs(a.lateMin - b.lateMin) > EPSILON) return a.lateMin < b.lateMin;
  if (Math.abs(a.endMin - b.endMin) > EPSILON) return a.endMin < b.endMin;
  return a.idleMin < b.idleMin - EPSILON;
}
