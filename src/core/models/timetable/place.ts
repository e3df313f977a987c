import { earliestStarts, judged, NoSchedule, pastBreaks, type Compiled, type Schedule } from "./tasks";

/**
 * Tasks that hold each other by maximum lags are placed as one block, since none of them can be put down before the others are.
 * @returns for every task its block; blocks are numbered so that minimum lags only lead to higher ones
 */
function blocksOf({ arcs }: Compiled): { blockOf: Int32Array; blocks: number[][]; before: number[][] } {
  const n = arcs.length;
  const [index, low, onStack] = [new Int32Array(n).fill(-1), new Int32Array(n), new Uint8Array(n)];
  const blockOf = new Int32Array(n).fill(-1);
  const stack: number[] = [];
  const found: number[][] = [];
  let next = 0;
  // Kept as a list of its own: thousands of tasks one after another are deeper than calls may go.
  const way: { task: number; arc: number }[] = [];
  const enter = (task: number) => {
    index[task] = low[task] = next++;
    stack.push(task);
    onStack[task] = 1;
    way.push({ task, arc: 0 });
  };
  const close = (task: number) => {
    if (low[task] !== index[task]) return;
    const block: number[] = [];
    for (;;) {
      const member = stack.pop()!;
      onStack[member] = 0;
      block.push(member);
      if (member === task) break;
    }
    found.push(block);
  };
  for (let first = 0; first < n; first++) {
    if (index[first]! < 0) enter(first);
    while (way.length > 0) {
      const here = way.at(-1)!;
      const { task } = here;
      const arc = arcs[task]![here.arc];
      if (arc) {
        here.arc += 1;
        if (index[arc.to]! < 0) enter(arc.to);
        else if (onStack[arc.to]) low[task] = Math.min(low[task]!, index[arc.to]!);
        continue;
      }
      way.pop();
      close(task);
      const above = way.at(-1)?.task;
      if (above !== undefined) low[above] = Math.min(low[above]!, low[task]!);
    }
  }
  // Found last to first.
  const blocks = found.reverse();
  blocks.forEach((block, number) => block.forEach((task) => (blockOf[task] = number)));
  const before: number[][] = blocks.map(() => []);
  arcs.forEach((out, task) =>
    out.forEach(({ to }) => {
      if (blockOf[to] !== blockOf[task] && !before[blockOf[to]!]!.includes(blockOf[task]!))
        before[blockOf[to]!]!.push(blockOf[task]!);
    }),
  );
  return { blockOf, blocks, before };
}

/** Puts tasks down one after another where there is room. */
export class Placer {
  readonly blocks: number[][];
  readonly blockOf: Int32Array;
  private readonly before: number[][];
  private readonly lower: Float64Array;
  private readonly order: Int32Array;
  private readonly starts: Float64Array;
  /** By resource, in the order of their starts. */
  private readonly users: number[][];
  /** By resource, the longest that anything holds it, min: nothing that began sooner than that still does. */
  private readonly longest: Float64Array;

  /** @throws NoSchedule when lags and breaks alone cannot hold */
  constructor(readonly compiled: Compiled) {
    const lower = earliestStarts(compiled);
    if (!lower) throw new NoSchedule("The waits between the tasks cannot all hold with these breaks.");
    this.lower = lower;
    ({ blocks: this.blocks, blockOf: this.blockOf, before: this.before } = blocksOf(compiled));
    this.starts = new Float64Array(lower.length);
    this.users = Array.from(compiled.capacity, () => []);
    this.longest = new Float64Array(compiled.capacity.length);
    compiled.needs.forEach((needs, task) =>
      needs.forEach(
        ({ resource }) => (this.longest[resource] = Math.max(this.longest[resource]!, compiled.minutes[task]!)),
      ),
    );
    // In a block the one that can come first is put down first.
    this.order = Int32Array.from(lower.keys()).sort((a, b) => lower[a]! - lower[b]! || a - b);
    const place = new Int32Array(lower.length);
    this.order.forEach((task, at) => (place[task] = at));
    for (const block of this.blocks) block.sort((a, b) => place[a]! - place[b]!);
  }

  /**
   * A schedule from priorities: of the blocks whose predecessors lie, the one with the smallest comes next.
   * @param priority by task, smaller first
   * @returns undefined when a block finds no room for its maximum lags
   */
  schedule(priority: ArrayLike<number>): Schedule | undefined {
    const { blocks, before, starts, users } = this;
    users.forEach((list) => (list.length = 0));
    const left = before.map((list) => list.length);
    const rank = blocks.map((block) =>
      Math.min(...block.map((task) => (this.compiled.problem.tasks[task]!.begun ? -Infinity : priority[task]!))),
    );
    const ready = blocks.flatMap((_, block) => (left[block] === 0 ? [block] : []));
    const earliest = Float64Array.from(this.lower);
    const followers: number[][] = blocks.map(() => []);
    before.forEach((list, block) => list.forEach((of) => followers[of]!.push(block)));
    while (ready.length > 0) {
      let pick = 0;
      for (let at = 1; at < ready.length; at++) if (rank[ready[at]!]! < rank[ready[pick]!]!) pick = at;
      const [block] = ready.splice(pick, 1) as [number];
      if (!this.putDown(blocks[block]!, earliest) && !this.putDown(byPriority(blocks[block]!, priority), earliest))
        return undefined;
      for (const task of blocks[block]!)
        for (const { to, weight } of this.compiled.arcs[task]!)
          if (weight > 0 || this.blockOf[to] !== block) earliest[to] = Math.max(earliest[to]!, starts[task]! + weight);
      for (const follower of followers[block]!) {
        left[follower] = left[follower]! - 1;
        if (left[follower] === 0) ready.push(follower);
      }
    }
    return judged(this.compiled, starts);
  }

  /** A block at its earliest: whatever must start later for another's sake is moved, and the block is laid anew. */
  private putDown(block: readonly number[], earliest: Float64Array): boolean {
    const { compiled, starts, users } = this;
    const { arcs, horizon } = compiled;
    const lower = new Map(block.map((task) => [task, earliest[task]!]));
    for (;;) {
      const laid: number[] = [];
      let moved = false;
      for (const task of block) {
        starts[task] = this.fit(task, lower.get(task)!);
        if (starts[task]! > horizon) {
          this.takeUp(laid);
          return false;
        }
        laid.push(task);
        for (const { resource } of compiled.needs[task]!)
          users[resource]!.splice(firstFrom(users[resource]!, starts, starts[task]!), 0, task);
        for (const { to, weight } of arcs[task]!) {
          const now = lower.get(to);
          if (now === undefined || starts[task]! + weight <= now + 1e-9) continue;
          lower.set(to, starts[task]! + weight);
          // One that lies already has to start later.
          if (laid.includes(to) && starts[to]! < starts[task]! + weight - 1e-9) moved = true;
        }
        if (moved) break;
      }
      if (!moved) return true;
      this.takeUp(laid);
    }
  }

  private takeUp(laid: readonly number[]) {
    const { users, starts } = this;
    for (const task of laid)
      for (const { resource } of this.compiled.needs[task]!) {
        const list = users[resource]!;
        list.splice(list.indexOf(task, firstFrom(list, starts, starts[task]!)), 1);
      }
  }

  /** The earliest start from a bound on at which there is room all through. */
  private fit(task: number, bound: number): number {
    const { compiled, starts, users } = this;
    const { minutes, needs, capacity, horizon } = compiled;
    let start = pastBreaks(compiled, task, bound);
    if (minutes[task] === 0) return start;
    for (;;) {
      // Whatever is full has to be waited for, so the longest wait counts.
      let until = start;
      for (const { resource, amount } of needs[task]!)
        until = Math.max(
          until,
          waitFor(
            users[resource]!,
            starts,
            minutes,
            this.amounts(resource),
            capacity[resource]! - amount,
            start,
            start + minutes[task]!,
            this.longest[resource]!,
          ),
        );
      if (until === start) return start;
      start = pastBreaks(compiled, task, until);
      if (start > horizon) return start;
    }
  }

  private readonly amountBy = new Map<number, Float64Array>();
  private amounts(resource: number): Float64Array {
    let amounts = this.amountBy.get(resource);
    if (!amounts) {
      amounts = Float64Array.from(
        this.compiled.needs,
        (needs) => needs.find((need) => need.resource === resource)?.amount ?? 0,
      );
      this.amountBy.set(resource, amounts);
    }
    return amounts;
  }
}

/** Another order to put a block down in, where the usual one leaves no room. */
const byPriority = (block: readonly number[], priority: ArrayLike<number>) =>
  [...block].sort((a, b) => priority[a]! - priority[b]! || a - b);

/** The place of the first of some tasks, in the order of their starts, that begins at a time or after it. */
function firstFrom(users: readonly number[], starts: Float64Array, time: number): number {
  let [low, high] = [0, users.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (starts[users[middle]!]! < time) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** When it is worth trying again on one resource: `from` itself when there is room all through. */
function waitFor(
  users: readonly number[],
  starts: Float64Array,
  minutes: Float64Array,
  amounts: Float64Array,
  room: number,
  from: number,
  to: number,
  longest: number,
): number {
  let firstEnd = Infinity;
  let lastEnd = from;
  let together = 0;
  const first = firstFrom(users, starts, from - longest);
  let after = first;
  for (; after < users.length; after++) {
    const user = users[after]!;
    if (starts[user]! >= to - 1e-9) break;
    const end = starts[user]! + minutes[user]!;
    if (end <= from + 1e-9) continue;
    if (end < firstEnd) firstEnd = end;
    together += amounts[user]!;
    // One that leaves no room by itself is in the way of every later start until it ends.
    if (amounts[user]! > room + 1e-9 && end > lastEnd) lastEnd = end;
  }
  if (lastEnd > from) return lastEnd;
  if (together <= room + 1e-9) return from;
  // Use is most at the start of the window or where one of them begins in it.
  const usedAt = (time: number) => {
    let used = 0;
    for (let at = first; at < after; at++)
      if (starts[users[at]!]! <= time + 1e-9 && starts[users[at]!]! + minutes[users[at]!]! > time + 1e-9)
        used += amounts[users[at]!]!;
    return used;
  };
  if (usedAt(from) > room + 1e-9) return firstEnd;
  for (let at = first; at < after; at++)
    if (starts[users[at]!]! > from && usedAt(starts[users[at]!]!) > room + 1e-9) return firstEnd;
  return from;
}
