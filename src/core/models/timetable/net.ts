import { judged, pastBreaks, type Compiled, type Schedule } from "./tasks";

/** Earliest and latest starts under lags, breaks, orders put between tasks and a limit on lateness and end; with undo. */

const NEAR = 1e-7;

/** What a schedule may at most be. */
export interface Limit {
  lateMin: number;
  endMin: number;
}

/**
 * By task, where it has to start: what is under way stays where it is; NaN is free.
 * @example pinnedBy(compile(day), undefined)[0] // NaN
 */
export const pinnedBy = ({ problem }: Compiled, schedule: Schedule | undefined): number[] =>
  problem.tasks.map(({ begun }, task) => (begun && schedule ? schedule.starts[task]! : NaN));

/** Arcs of all tasks in one row: those of task t stand from `first[t]` to `first[t + 1]`. */
interface Row {
  first: Int32Array;
  other: Int32Array;
  weight: Float64Array;
}

export interface Mark {
  changes: number;
  orders: number;
}

export class Net {
  readonly est: Float64Array;
  readonly lst: Float64Array;
  private readonly out: Row;
  private readonly into: Row;
  /** Orders put since: of each task, what starts after it has ended, and what has ended before it starts. */
  private readonly after: number[][];
  private readonly before: number[][];
  private readonly orders: number[] = [];
  /** Undone from the end: earliest of a task, or latest where it is the complement. */
  private changedAt: number[] = [];
  private changedFrom: number[] = [];
  private readonly queue: number[] = [];
  private readonly queued: Uint8Array;
  private limit: Limit = { lateMin: Infinity, endMin: Infinity };
  private readonly dueTasks: readonly number[];

  constructor(readonly compiled: Compiled) {
    const { arcs, minutes, dueOf } = compiled;
    const n = minutes.length;
    this.est = new Float64Array(n);
    this.lst = new Float64Array(n);
    this.queued = new Uint8Array(n);
    this.after = arcs.map(() => []);
    this.before = arcs.map(() => []);
    this.out = row(
      n,
      arcs.map((of) => of.map(({ to, weight }) => ({ other: to, weight }))),
    );
    const turned: { other: number; weight: number }[][] = arcs.map(() => []);
    arcs.forEach((of, from) => of.forEach(({ to, weight }) => turned[to]!.push({ other: from, weight })));
    this.into = row(n, turned);
    this.dueTasks = dueOf.flatMap((dues, task) => (dues.length > 0 ? [task] : []));
  }

  /**
   * Begins anew under a limit: nothing ordered but by lags.
   * @param pinned by task, where it has to start; NaN leaves it free
   * @returns false when nothing can be within it
   */
  begin(limit: Limit, pinned?: ArrayLike<number>): boolean {
    const { compiled, est, lst, orders } = this;
    this.limit = limit;
    for (const list of this.after) list.length = 0;
    for (const list of this.before) list.length = 0;
    orders.length = 0;
    this.changedAt = [];
    this.changedFrom = [];
    const inTime = limit.lateMin <= NEAR;
    for (let task = 0; task < est.length; task++) {
      const length = compiled.minutes[task]!;
      est[task] = pastBreaks(compiled, task, compiled.earliest[task]!);
      let end = Math.min(compiled.horizon, limit.endMin);
      for (const { at } of compiled.dueOf[task]!) end = Math.min(end, at + (inTime ? 0 : limit.lateMin));
      lst[task] = beforeBreaks(compiled, task, end - length);
      const pin = pinned?.[task] ?? NaN;
      if (!Number.isNaN(pin)) {
        est[task] = Math.max(est[task]!, pin);
        lst[task] = Math.min(lst[task]!, pin);
      }
      if (est[task]! > lst[task]! + NEAR) return false;
      this.push(task);
    }
    return this.propagate();
  }

  mark = (): Mark => ({ changes: this.changedAt.length, orders: this.orders.length });

  /** Takes back everything since a mark. */
  undo({ changes, orders }: Mark) {
    for (let at = this.changedAt.length - 1; at >= changes; at--) {
      const task = this.changedAt[at]!;
      if (task >= 0) this.est[task] = this.changedFrom[at]!;
      else this.lst[~task] = this.changedFrom[at]!;
    }
    this.changedAt.length = changes;
    this.changedFrom.length = changes;
    while (this.orders.length > orders) {
      const then = this.orders.pop()!;
      const first = this.orders.pop()!;
      this.after[first]!.pop();
      this.before[then]!.pop();
    }
  }

  /** Puts one task behind another, without following what comes of it yet. */
  put(first: number, then: number) {
    this.after[first]!.push(then);
    this.before[then]!.push(first);
    this.orders.push(first, then);
    this.push(first);
    this.push(then);
  }

  /** Puts one task behind another. @returns false when that cannot be */
  order(first: number, then: number): boolean {
    this.put(first, then);
    return this.propagate();
  }

  /** Puts pairs in order, first and then in turn. @returns false when that cannot be */
  orderAll(pairs: readonly number[]): boolean {
    for (let at = 0; at < pairs.length; at += 2) this.put(pairs[at]!, pairs[at + 1]!);
    return this.propagate();
  }

  /** Every task at its earliest. */
  schedule = (): Schedule => judged(this.compiled, this.est);

  /** Lateness that can no longer be got rid of, min. */
  lateness(): number {
    let late = 0;
    for (const task of this.dueTasks)
      for (const { at } of this.compiled.dueOf[task]!)
        late += Math.max(0, this.est[task]! + this.compiled.minutes[task]! - at);
    return late;
  }

  /** Follows what has changed. @returns false when it cannot be */
  propagate(): boolean {
    const { queue, queued, est, lst, out, into, after, before } = this;
    const { minutes } = this.compiled;
    let fine = true;
    for (let head = 0; head < queue.length && fine; head++) {
      const task = queue[head]!;
      queued[task] = 0;
      const start = est[task]!;
      for (let at = out.first[task]!; fine && at < out.first[task + 1]!; at++)
        fine = this.raise(out.other[at]!, start + out.weight[at]!);
      for (let at = 0; fine && at < after[task]!.length; at++)
        fine = this.raise(after[task]![at]!, start + minutes[task]!);
      const latest = lst[task]!;
      for (let at = into.first[task]!; fine && at < into.first[task + 1]!; at++)
        fine = this.lower(into.other[at]!, latest - into.weight[at]!);
      for (let at = 0; fine && at < before[task]!.length; at++)
        fine = this.lower(before[task]![at]!, latest - minutes[before[task]![at]!]!);
    }
    for (const task of queue) queued[task] = 0;
    queue.length = 0;
    return fine && (this.dueTasks.length === 0 || this.lateness() <= this.limit.lateMin + NEAR);
  }

  private push(task: number) {
    if (this.queued[task]) return;
    this.queued[task] = 1;
    this.queue.push(task);
  }

  private raise(task: number, to: number): boolean {
    if (to <= this.est[task]! + NEAR) return true;
    this.changedAt.push(task);
    this.changedFrom.push(this.est[task]!);
    this.est[task] = pastBreaks(this.compiled, task, to);
    this.push(task);
    return this.est[task]! <= this.lst[task]! + NEAR;
  }

  private lower(task: number, to: number): boolean {
    if (to >= this.lst[task]! - NEAR) return true;
    this.changedAt.push(~task);
    this.changedFrom.push(this.lst[task]!);
    this.lst[task] = beforeBreaks(this.compiled, task, to);
    this.push(task);
    return this.est[task]! <= this.lst[task]! + NEAR;
  }
}

function row(n: number, lists: readonly (readonly { other: number; weight: number }[])[]): Row {
  const first = new Int32Array(n + 1);
  lists.forEach((list, task) => (first[task + 1] = first[task]! + list.length));
  const all = lists.flat();
  return {
    first,
    other: Int32Array.from(all, ({ other }) => other),
    weight: Float64Array.from(all, ({ weight }) => weight),
  };
}

/** The start drawn ahead of every break it would run into. @example beforeBreaks(compile(day), 0, 5) // 5 */
export function beforeBreaks(
  { problem: { breaks }, minutes, needsHands }: Compiled,
  task: number,
  start: number,
): number {
  if (!needsHands[task]) return start;
  const length = minutes[task]!;
  let at = start;
  for (let moved = true; moved;) {
    moved = false;
    for (const { from, to } of breaks)
      if (length > 0 ? at < to - NEAR && at + length > from + NEAR : at > from + NEAR && at < to - NEAR) {
        at = from - length;
        moved = true;
      }
  }
  return at;
}
