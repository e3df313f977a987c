import { bestOf, latestStarts } from "./improve";
import { earliestStarts, isBetter, judged, NoSchedule, type Compiled, type Schedule } from "./tasks";

/**
 * Exact for small days: branches on what clashes first, after De Reyck and Herroelen 1998, with immediate selection
 * after Carlier and Pinson 1989.
 */

interface Proof {
  schedule: Schedule;
  /** True when nothing better can be (lateness, then end; idle hands are not searched). */
  proved: boolean;
  nodes: number;
}

type Arcs = { to: number; weight: number }[][];

interface Node {
  extra: Arcs;
  starts: Float64Array;
  late: number;
  end: number;
}

const HEURISTIC_TRIES = 300;

/**
 * Least lateness, then the earliest end.
 * @param mostNodes gives up after so many, with the best so far
 * @throws NoSchedule when there is none
 * @example prove(compile(day)).schedule.endMin // 35
 */
export function prove(compiled: Compiled, mostNodes = 20_000, seed = 1): Proof {
  let best: Schedule | undefined;
  try {
    best = bestOf(compiled, HEURISTIC_TRIES, seed);
  } catch (error) {
    if (!(error instanceof NoSchedule)) throw error;
  }
  const pairs = pairsThatClash(compiled);
  const root = settle(
    compiled,
    compiled.arcs.map(() => []),
    compiled.earliest,
    pairs,
    best,
  );
  const open: Node[] = root ? [root] : [];
  let nodes = 0;
  while (open.length > 0 && nodes < mostNodes) {
    const node = open.pop()!;
    if (!couldBeat(node, best)) continue;
    nodes += 1;
    const clash = firstClash(compiled, node.starts);
    if (!clash) {
      const made = judged(compiled, node.starts);
      if (isBetter(made, best)) best = made;
      continue;
    }
    const children = clash.flatMap((delays) => {
      const extra = node.extra.map((list) => [...list]);
      for (const { first, then } of delays) extra[first]!.push({ to: then, weight: compiled.minutes[first]! });
      return settle(compiled, extra, node.starts, pairs, best) ?? [];
    });
    // The most promising is looked at first.
    children.sort((a, b) => b.late - a.late || b.end - a.end);
    open.push(...children);
  }
  if (!best)
    throw new NoSchedule(
      open.length > 0
        ? "No schedule was found in the time there was."
        : "What must follow at once cannot, because what it needs is taken: no order of the tasks keeps every longest wait.",
    );
  return { schedule: best, proved: open.every((node) => !couldBeat(node, best)), nodes };
}

const couldBeat = ({ late, end }: Node, best: Schedule | undefined) =>
  !best || late < best.lateMin - 1e-6 || (late < best.lateMin + 1e-6 && end < best.endMin - 1e-6);

/** Pairs that can never run at the same time. */
function pairsThatClash({ needs, capacity, minutes }: Compiled): [number, number][] {
  const pairs: [number, number][] = [];
  for (let a = 0; a < needs.length; a++)
    for (let b = a + 1; b < needs.length; b++)
      if (
        minutes[a]! > 0 &&
        minutes[b]! > 0 &&
        needs[a]!.some(({ resource, amount }) =>
          needs[b]!.some((other) => other.resource === resource && amount + other.amount > capacity[resource]! + 1e-9),
        )
      )
        pairs.push([a, b]);
  return pairs;
}

/** Starts of a node with every order that the bound forces; undefined when it cannot beat the best, or cannot be. */
function settle(
  compiled: Compiled,
  extra: Arcs,
  from: ArrayLike<number>,
  pairs: readonly [number, number][],
  best: Schedule | undefined,
): Node | undefined {
  let starts = earliestStarts(compiled, extra, from);
  if (!starts) return undefined;
  const { minutes } = compiled;
  // With every promise kept already, being late is no longer a way to be better.
  const inTime = best !== undefined && best.lateMin < 1e-6;
  for (let again = inTime; again && starts;) {
    again = false;
    const latest = latestOf(compiled, extra, best!.endMin);
    for (let task = 0; task < latest.length; task++) if (starts[task]! > latest[task]! + 1e-6) return undefined;
    for (const [a, b] of pairs) {
      const [ab, ba] = [starts[a]! + minutes[a]! <= latest[b]! + 1e-6, starts[b]! + minutes[b]! <= latest[a]! + 1e-6];
      if (!ab && !ba) return undefined;
      if (ab && ba) continue;
      const [first, then] = ab ? [a, b] : [b, a];
      if (starts[then]! >= starts[first]! + minutes[first]! - 1e-9 && extra[first]!.some(({ to }) => to === then))
        continue;
      if (extra[first]!.some(({ to }) => to === then)) continue;
      extra[first]!.push({ to: then, weight: minutes[first]! });
      again = true;
    }
    if (again) starts = earliestStarts(compiled, extra, starts);
  }
  if (!starts) return undefined;
  const { lateMin, endMin } = judged(compiled, starts);
  const node: Node = {
    extra,
    starts,
    late: lateMin,
    end: inTime ? Math.max(endMin, machineBound(compiled, starts, extra)) : endMin,
  };
  return couldBeat(node, best) ? node : undefined;
}

/** Latest starts for an end strictly before the best one and every promise kept. */
function latestOf(compiled: Compiled, extra: Arcs, bestEnd: number): Float64Array {
  const latest = latestStarts(compiled, bestEnd);
  for (let changed = true, round = 0; changed && round < latest.length; round++) {
    changed = false;
    const lower = (task: number, { to, weight }: { to: number; weight: number }) => {
      if (latest[to]! - weight < latest[task]! - 1e-9) {
        latest[task] = latest[to]! - weight;
        changed = true;
      }
    };
    extra.forEach((out, task) => out.forEach((arc) => lower(task, arc)));
    if (changed) compiled.arcs.forEach((out, task) => out.forEach((arc) => lower(task, arc)));
  }
  return latest;
}

/** Jackson's preemptive schedule of each resource that only one task can use at a time: heads, lengths, tails. */
function machineBound({ needs, capacity, minutes, arcs }: Compiled, starts: Float64Array, extra: Arcs): number {
  const tails = Float64Array.from(minutes, () => 0);
  for (let changed = true, round = 0; changed && round < tails.length; round++) {
    changed = false;
    for (let task = 0; task < tails.length; task++)
      for (const list of [arcs[task]!, extra[task]!])
        for (const { to, weight } of list) {
          const tail = weight - minutes[task]! + minutes[to]! + tails[to]!;
          if (weight > 0 && tail > tails[task]! + 1e-9) {
            tails[task] = tail;
            changed = true;
          }
        }
  }
  let bound = 0;
  capacity.forEach((most, resource) => {
    const users = [...needs.keys()].filter((task) =>
      needs[task]!.some((need) => need.resource === resource && 2 * need.amount > most),
    );
    const left = new Map(users.map((task) => [task, minutes[task]!]));
    let now = 0;
    for (let guard = 0; left.size > 0 && guard < 4 * users.length; guard++) {
      const ready = [...left.keys()].filter((task) => starts[task]! <= now + 1e-9);
      const next = Math.min(
        ...[...left.keys()].filter((task) => starts[task]! > now + 1e-9).map((task) => starts[task]!),
        Infinity,
      );
      if (ready.length === 0) {
        now = next;
        continue;
      }
      const task = ready.reduce((longest, each) => (tails[each]! > tails[longest]! ? each : longest));
      const run = Math.min(left.get(task)!, next - now);
      now += run;
      if (run >= left.get(task)! - 1e-9) {
        left.delete(task);
        bound = Math.max(bound, now + tails[task]!);
      } else left.set(task, left.get(task)! - run);
    }
  });
  return bound;
}

/** Ways to settle the first moment at which more is used than there is: who is put behind whom. */
function firstClash(
  { needs, capacity, minutes }: Compiled,
  starts: Float64Array,
): { first: number; then: number }[][] | undefined {
  const order = [...starts.keys()].filter((task) => minutes[task]! > 0).sort((a, b) => starts[a]! - starts[b]!);
  for (const task of order) {
    const at = starts[task]!;
    const running = order.filter(
      (other) => starts[other]! <= at + 1e-9 && starts[other]! + minutes[other]! > at + 1e-9,
    );
    for (let resource = 0; resource < capacity.length; resource++) {
      const using = running.flatMap((other) =>
        needs[other]!.filter((need) => need.resource === resource).map(({ amount }) => ({ task: other, amount })),
      );
      const over = using.reduce((sum, { amount }) => sum + amount, 0) - capacity[resource]!;
      if (over > 1e-9) return leastDelays(using, over);
    }
  }
  return undefined;
}

/** Smallest sets that free enough, each behind any one that stays. */
function leastDelays(
  using: readonly { task: number; amount: number }[],
  over: number,
): { first: number; then: number }[][] {
  const sets: number[][] = [];
  for (let mask = 1; mask < 1 << using.length; mask++) {
    const chosen = using.flatMap((_, at) => (mask & (1 << at) ? [at] : []));
    const freed = chosen.reduce((sum, at) => sum + using[at]!.amount, 0);
    if (freed < over - 1e-9) continue;
    if (chosen.some((at) => freed - using[at]!.amount >= over - 1e-9)) continue;
    sets.push(chosen);
  }
  return sets.flatMap((set) =>
    using.flatMap((_, stays) =>
      set.includes(stays) ? [] : [set.map((at) => ({ first: using[stays]!.task, then: using[at]!.task }))],
    ),
  );
}
