import { earliestStarts, HANDS, judged, NoSchedule, pastBreaks, type Compiled, type Schedule } from "./tasks";
import { Usage } from "./usage";

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
  const before: Set<number>[] = blocks.map(() => new Set());
  arcs.forEach((out, task) =>
    out.forEach(({ to }) => {
      if (blockOf[to] !== blockOf[task]) before[blockOf[to]!]!.add(blockOf[task]!);
    }),
  );
  return { blockOf, blocks, before: before.map((of) => [...of]) };
}

/** Puts tasks down one after another where there is room. */
export class Placer {
  readonly blocks: number[][];
  readonly blockOf: Int32Array;
  private readonly before: number[][];
  private readonly followers: number[][];
  private readonly lower: Float64Array;
  private readonly starts: Float64Array;
  /** Earliest starts within the block that is being put down. */
  private readonly bound: Float64Array;
  /** By resource. */
  private readonly usage: Usage[];
  private readonly needs: Compiled["needs"];

  /** @throws NoSchedule when lags and breaks alone cannot hold */
  constructor(readonly compiled: Compiled) {
    const lower = earliestStarts(compiled);
    if (!lower) throw new NoSchedule("The waits between the tasks cannot all hold with these breaks.");
    this.lower = lower;
    ({ blocks: this.blocks, blockOf: this.blockOf, before: this.before } = blocksOf(compiled));
    this.followers = this.blocks.map(() => []);
    this.before.forEach((list, block) => list.forEach((of) => this.followers[of]!.push(block)));
    this.starts = new Float64Array(lower.length);
    this.bound = new Float64Array(lower.length);
    this.usage = Array.from(compiled.capacity, () => new Usage());
    const scarce = scarceOf(compiled);
    this.needs = compiled.needs.map((needs) => needs.filter(({ resource }) => scarce.has(resource)));
    for (const [at, block] of this.blocks.entries()) this.blocks[at] = inTurn(compiled, block, lower);
  }

  /**
   * A schedule from priorities: of the blocks whose predecessors lie, the one with the smallest comes next.
   * @param priority by task, smaller first
   * @returns undefined when a block finds no room for its maximum lags
   */
  schedule(priority: ArrayLike<number>): Schedule | undefined {
    const { blocks, before, followers, starts, usage } = this;
    for (const each of usage) each.clear();
    const left = before.map((list) => list.length);
    const rank = blocks.map((block) =>
      Math.min(...block.map((task) => (this.compiled.problem.tasks[task]!.begun ? -Infinity : priority[task]!))),
    );
    const ready = blocks.flatMap((_, block) => (left[block] === 0 ? [block] : []));
    const earliest = Float64Array.from(this.lower);
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
    const { compiled, starts, blockOf, bound } = this;
    const { arcs, horizon } = compiled;
    const its = blockOf[block[0]!]!;
    for (const task of block) bound[task] = earliest[task]!;
    for (;;) {
      let laid = 0;
      let moved = false;
      for (const task of block) {
        starts[task] = this.fit(task, bound[task]!);
        if (starts[task]! > horizon) {
          this.takeUp(block, laid);
          return false;
        }
        laid += 1;
        this.hold(task, 1);
        for (const { to, weight } of arcs[task]!) {
          const start = starts[task]! + weight;
          if (blockOf[to] !== its || start <= bound[to]! + 1e-9) continue;
          bound[to] = start;
          // One that lies already has to start later.
          if (starts[to]! < start - 1e-9 && block.indexOf(to) < laid) moved = true;
        }
        if (moved) break;
      }
      if (!moved) return true;
      this.takeUp(block, laid);
    }
  }

  /** Takes up the first so many of a block. */
  private takeUp(block: readonly number[], laid: number) {
    for (let at = 0; at < laid; at++) this.hold(block[at]!, -1);
  }

  /** Takes what a task needs where it lies, or gives it back. */
  private hold(task: number, sign: 1 | -1) {
    const { needs } = this;
    const { minutes } = this.compiled;
    if (minutes[task] === 0) return;
    const from = this.starts[task]!;
    for (const { resource, amount } of needs[task]!)
      this.usage[resource]!.add(from, from + minutes[task]!, sign * amount);
  }

  /** The earliest start from a bound on at which there is room all through. */
  private fit(task: number, bound: number): number {
    const { compiled, needs, usage } = this;
    const { minutes, capacity, horizon } = compiled;
    let start = pastBreaks(compiled, task, bound);
    if (minutes[task] === 0) return start;
    for (;;) {
      // Whatever is full has to be waited for, so the longest wait counts.
      let until = start;
      for (const { resource, amount } of needs[task]!)
        until = Math.max(until, usage[resource]!.free(start, minutes[task]!, capacity[resource]! - amount));
      if (until === start) return start;
      start = pastBreaks(compiled, task, until);
      if (start > horizon) return start;
    }
  }
}

/**
 * The resources that may ever run short. No more goes on at once than there are hands for, and what is enough for as
 * many of the greediest never has to be looked at.
 * @example scarceOf(compile(day)).size // 1
 */
export function scarceOf({ needs, needsHands, capacity, problem }: Compiled): Set<number> {
  const hands = Object.keys(problem.capacity).indexOf(HANDS);
  const atOnce = problem.capacity[HANDS] ?? Infinity;
  const scarce = new Set<number>(hands < 0 ? [] : [hands]);
  capacity.forEach((most, resource) => {
    const users = [...needs.keys()].filter((task) => needs[task]!.some((need) => need.resource === resource));
    const amounts = users.map((task) => needs[task]!.find((need) => need.resource === resource)!.amount);
    const greediest = amounts.sort((a, b) => b - a).slice(0, atOnce);
    if (users.some((task) => !needsHands[task]) || greediest.reduce((sum, each) => sum + each, 0) > most)
      scarce.add(resource);
  });
  // Where all who use one thing take more than half of another, the other keeps them apart already.
  for (const resource of scarce) {
    const users = needs.filter((of) => of.some((need) => need.resource === resource));
    const keepsApart = (other: number) =>
      other !== resource &&
      users.every((of) => of.some((need) => need.resource === other && 2 * need.amount > capacity[other]! + 1e-9));
    if ([...scarce].some(keepsApart)) scarce.delete(resource);
  }
  return scarce;
}

/** Another order to put a block down in, where the usual one leaves no room. */
const byPriority = (block: readonly number[], priority: ArrayLike<number>) =>
  [...block].sort((a, b) => priority[a]! - priority[b]! || a - b);

/**
 * The order a block is put down in: what may come first, and of that what could wait least, as if one pair of hands
 * did it all. What has to follow at once then comes before anything takes its place.
 */
function inTurn({ arcs, minutes }: Compiled, block: readonly number[], lower: Float64Array): number[] {
  if (block.length === 1) return [...block];
  const turns = new Map(block.map((task) => [task, { after: 0, from: lower[task]!, by: Infinity }]));
  const heldBy = new Map<number, { task: number; within: number }[]>(block.map((task) => [task, []]));
  for (const task of block)
    for (const { to, weight } of arcs[task]!) {
      const turn = turns.get(to);
      if (!turn) continue;
      if (weight > 0) turn.after += 1;
      else heldBy.get(to)!.push({ task, within: -weight });
    }
  const open = new Set(block.filter((task) => turns.get(task)!.after === 0));
  const order: number[] = [];
  const sooner = (a: number, b: number) => {
    const [one, other] = [turns.get(a)!, turns.get(b)!];
    return one.by !== other.by ? one.by < other.by : one.from !== other.from ? one.from < other.from : a < b;
  };
  let clock = 0;
  while (open.size > 0) {
    const next = [...open].reduce((first, task) => (sooner(task, first) ? task : first));
    open.delete(next);
    order.push(next);
    const start = Math.max(clock, turns.get(next)!.from);
    clock = start + minutes[next]!;
    for (const { task, within } of heldBy.get(next)!)
      turns.get(task)!.by = Math.min(turns.get(task)!.by, start + within);
    for (const { to, weight } of arcs[next]!) {
      const turn = weight > 0 ? turns.get(to) : undefined;
      if (!turn) continue;
      turn.from = Math.max(turn.from, start + weight);
      turn.after -= 1;
      if (turn.after === 0) open.add(to);
    }
  }
  return order;
}
