import { earliestStarts, judged, NoSchedule, pastBreaks, type Compiled, type Schedule } from "./problem";

/**
 * Tasks that hold each other by maximum lags are placed as one block, since none of them can be put down before the others are.
 * @returns for every task its block; blocks are numbered so that minimum lags only lead to higher ones
 */
export function blocksOf({ arcs }: Compiled): { blockOf: Int32Array; blocks: number[][]; before: number[][] } {
  const n = arcs.length;
  const [index, low, onStack] = [new Int32Array(n).fill(-1), new Int32Array(n), new Uint8Array(n)];
  const blockOf = new Int32Array(n).fill(-1);
  const stack: number[] = [];
  const found: number[][] = [];
  let next = 0;
  const visit = (task: number) => {
    index[task] = low[task] = next++;
    stack.push(task);
    onStack[task] = 1;
    for (const { to } of arcs[task]!) {
      if (index[to]! < 0) {
        visit(to);
        low[task] = Math.min(low[task]!, low[to]!);
      } else if (onStack[to]) low[task] = Math.min(low[task]!, index[to]!);
    }
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
  for (let task = 0; task < n; task++) if (index[task]! < 0) visit(task);
  // Found last to first.
  const blocks = found.reverse();
  blocks.forEach((block, number) => block.forEach((task) => (blockOf[task] = number)));
  const before: number[][] = blocks.map(() => []);
  arcs.forEach((out, task) => out.forEach(({ to }) => {
    if (blockOf[to] !== blockOf[task] && !before[blockOf[to]!]!.includes(blockOf[task]!)) before[blockOf[to]!]!.push(blockOf[task]!);
  }));
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
  private readonly users: number[][];

  /** @throws NoSchedule when lags and breaks alone cannot hold */
  constructor(readonly compiled: Compiled) {
    const lower = earliestStarts(compiled);
    if (!lower) throw new NoSchedule("The waits between the tasks cannot all hold with these breaks.");
    this.lower = lower;
    ({ blocks: this.blocks, blockOf: this.blockOf, before: this.before } = blocksOf(compiled));
    this.starts = new Float64Array(lower.length);
    this.users = Array.from(compiled.capacity, () => []);
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
    const rank = blocks.map((block) => Math.min(...block.map((task) => (this.compiled.problem.tasks[task]!.begun ? -Infinity : priority[task]!))));
    const ready = blocks.flatMap((_, block) => (left[block] === 0 ? [block] : []));
    const earliest = Float64Array.from(this.lower);
    const followers: number[][] = blocks.map(() => []);
    before.forEach((list, block) => list.forEach((of) => followers[of]!.push(block)));
    while (ready.length > 0) {
      let pick = 0;
      for (let at = 1; at < ready.length; at++) if (rank[ready[at]!]! < rank[ready[pick]!]!) pick = at;
      const [block] = ready.splice(pick, 1) as [number];
      if (!this.putDown(blocks[block]!, earliest)) return undefined;
      for (const task of blocks[block]!) for (const { to, weight } of this.compiled.arcs[task]!) if (weight > 0 || this.blockOf[to] !== block) earliest[to] = Math.max(earliest[to]!, starts[task]! + weight);
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
        for (const { resource } of compiled.needs[task]!) users[resource]!.push(task);
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
    for (const task of laid) for (const { resource } of this.compiled.needs[task]!) this.users[resource]!.splice(this.users[resource]!.indexOf(task), 1);
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
      for (const { resource, amount } of needs[task]!) until = Math.max(until, waitFor(users[resource]!, starts, minutes, this.amounts(resource), capacity[resource]! - amount, start, start + minutes[task]!));
      if (until === start) return start;
      start = pastBreaks(compiled, task, until);
      if (start > horizon) return start;
    }
  }

  private readonly amountBy = new Map<number, Float64Array>();
  private amounts(resource: number): Float64Array {
    let amounts = this.amountBy.get(resource);
    if (!amounts) {
      amounts = Float64Array.from(this.compiled.needs, (needs) => needs.find((need) => need.resource === resource)?.amount ?? 0);
      this.amountBy.set(resource, amounts);
    }
    return amounts;
  }
}

/** When it is worth trying again on one resource: `from` itself when there is room all through. */
function waitFor(users: readonly number[], starts: Float64Array, minutes: Float64Array, amounts: Float64Array, room: number, from: number, to: number): number {
  let firstEnd = Infinity;
  let full = false;
  const overlapping: number[] = [];
  for (const user of users) {
    const end = starts[user]! + minutes[user]!;
    if (starts[user]! >= to - 1e-9 || end <= from + 1e-9) continue;
    overlapping.push(user);
    if (end < firstEnd) firstEnd = end;
  }
  // Use is most at the start of the window or where one of them begins in it.
  for (const at of [from, ...overlapping.map((user) => starts[user]!).filter((start) => start > from)]) {
    let used = 0;
    for (const user of overlapping) if (starts[user]! <= at + 1e-9 && starts[user]! + minutes[user]! > at + 1e-9) used += amounts[user]!;
    if (used > room + 1e-9) {
      full = true;
      break;
    }
  }
  return full ? firstEnd : from;
}
