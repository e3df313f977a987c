import type { DoneEvent, StartEvent } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";

/** When things are done in an order that was found: light enough to be asked again every second. */

export interface OrderTask {
  step: Step;
  /** As planned for what is left of it. */
  minutes: number;
  /** Which pair of hands, from 1. */
  hands: number;
  running?: StartEvent;
  /** It waits out what was put on by these, the one that lasts longest last. */
  after?: DoneEvent[];
  /** Where it begins: one of the order's places. */
  place?: number;
  /** It goes from there from place to place. */
  allOver?: true;
}

/** From the end of one task to the start of another, by their places. */
export interface OrderArc {
  from: number;
  to: number;
  minMin: number;
  /** Later than this it dries out. */
  maxMin?: number;
  /** In words where the cloth asks for it; absent where only hands or a machine are shared. */
  why?: string;
}

/** What is left of a job in the order it is done. Plain data. */
export interface Order {
  /** By their start. */
  tasks: OrderTask[];
  arcs: OrderArc[];
  people: number;
  /** Where one stands, in words. */
  places?: readonly string[];
  /** Waits that find no room however it is ordered, in words. */
  broken: string[];
  /** What the search for a better order gained, min to the last end. */
  sooner?: { wasMin: number; isMin: number };
}

export interface TaskTime {
  startMs: number;
  /** Hands off it. */
  endMs: number;
  /** From when the cloth allows it, whoever is free. */
  readyMs: number;
  /** From then on what waits for it dries out. */
  closesMs?: number;
}

const MINUTE_MS = 60_000;

/**
 * The times of an order as the clock stands: what runs ends when it should or now, the rest is pushed along.
 * @param nowMs ms since 1970
 */
export function timesOf(order: Order, nowMs: number): TaskTime[] {
  const { tasks, arcs } = order;
  const notBefore = tasks.map(() => nowMs);
  let times = placed(order, nowMs, notBefore);
  // Done too soon it would dry out before its turn: what is put on waits for what takes it off.
  for (const _round of tasks) {
    let moved = false;
    for (const { from, to, maxMin } of arcs) {
      const [before, after] = [times[from]!, times[to]!];
      const tooLongMs =
        maxMin === undefined || tasks[from]!.running ? 0 : after.startMs - before.endMs - maxMin * MINUTE_MS;
      if (tooLongMs <= 1) continue;
      notBefore[from] = Math.max(notBefore[from]!, before.startMs + tooLongMs);
      moved = true;
    }
    if (!moved) break;
    times = placed(order, nowMs, notBefore);
  }
  return times;
}

/**
 * By the order: arcs by where they lead, and the tasks that the cloth has something follow. An order never changes,
 * and is asked again every second.
 */
const indexed = new WeakMap<Order, { into: readonly (readonly OrderArc[])[]; followed: ReadonlySet<number> }>();

function indexOf(order: Order) {
  let index = indexed.get(order);
  if (!index) {
    const into: OrderArc[][] = order.tasks.map(() => []);
    for (const arc of order.arcs) into[arc.to]?.push(arc);
    index = { into, followed: new Set(order.arcs.flatMap(({ from, why }) => (why === undefined ? [] : [from]))) };
    indexed.set(order, index);
  }
  return index;
}

/** Each at its earliest after what comes before it. */
function placed(order: Order, nowMs: number, notBefore: readonly number[]): TaskTime[] {
  const { tasks } = order;
  const { into } = indexOf(order);
  const times: TaskTime[] = [];
  tasks.forEach(({ minutes, running, after, step }, at) => {
    let readyMs = nowMs;
    let sharedMs = notBefore[at]!;
    let closesMs = Infinity;
    for (const { at: putOn, dwellMinMin, dwellMaxMin } of after ?? []) {
      readyMs = Math.max(readyMs, Date.parse(putOn) + dwellMinMin! * MINUTE_MS);
      if (dwellMaxMin !== undefined) closesMs = Math.min(closesMs, Date.parse(putOn) + dwellMaxMin * MINUTE_MS);
    }
    for (const { from, minMin, maxMin, why } of into[at]!) {
      const before = times[from];
      if (!before) continue;
      if (why === undefined) sharedMs = Math.max(sharedMs, before.endMs + minMin * MINUTE_MS);
      else readyMs = Math.max(readyMs, before.endMs + minMin * MINUTE_MS);
      if (maxMin !== undefined) closesMs = Math.min(closesMs, before.endMs + maxMin * MINUTE_MS);
    }
    const startMs = running ? Date.parse(running.at) : Math.ceil(Math.max(readyMs, sharedMs));
    // What runs has its whole length from its start, not only what was left of it when it was ordered.
    const endMs = Math.ceil(
      running ? Math.max(nowMs, startMs + step.minutes.value * MINUTE_MS) : startMs + minutes * MINUTE_MS,
    );
    times.push({ startMs, endMs, readyMs, ...(Number.isFinite(closesMs) ? { closesMs } : {}) });
  });
  return times;
}

/** When the last hands are off it, and what nobody comes back for has had its wait. */
export const finishMs = (order: Order, times: readonly TaskTime[], nowMs: number): number =>
  order.tasks.reduce(
    (latest, { step }, at) =>
      Math.max(
        latest,
        times[at]!.endMs + (step.dwell && !indexOf(order).followed.has(at) ? step.dwell.min.value * MINUTE_MS : 0),
      ),
    nowMs,
  );

/** What a pair of hands does: what it is at, else what comes first for it. */
export const taskAt = ({ tasks }: Order, hands: number): number => {
  const running = tasks.findIndex((task) => task.hands === hands && task.running);
  return running >= 0 ? running : tasks.findIndex((task) => task.hands === hands);
};

/**
 * Somebody's work comes before it and is not over, whatever the clock says: on the same cloth, or with the one
 * machine there is.
 */
export const isHeld = ({ arcs }: Order, at: number): boolean => arcs.some(({ to }) => to === at);

/** True when it is its turn and its time. */
export const isDue = (order: Order, at: number, { startMs }: TaskTime, nowMs: number): boolean =>
  Boolean(order.tasks[at]!.running) || (!isHeld(order, at) && startMs <= nowMs);

/** True when nothing that the cloth asks for stands before it any more: it may be taken now, out of turn. */
export const isFree = ({ tasks, arcs }: Order, at: number): boolean =>
  !tasks[at]!.running && !arcs.some(({ to, why }) => to === at && why !== undefined);
