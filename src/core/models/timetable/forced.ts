import { Net } from "./net";
import { scarceOf } from "./place";
import { HANDS, type Compiled } from "./tasks";

/** What latest starts force: orders there is only one way round for, and work that has to lie within a time. */

const NEAR = 1e-6;

/** Pairs that can never run at the same time. @example pairsThatClash(compile(day)).length // 1 */
export function pairsThatClash({ needs, capacity, minutes }: Compiled): [number, number][] {
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

/**
 * Puts every pair in order that can be only one way round.
 * @returns false when one can be neither
 * @example orderPairs(new Net(compile(day)), []) // true
 */
export function orderPairs(net: Net, pairs: readonly (readonly [number, number])[]): boolean {
  const { est, lst } = net;
  const { minutes } = net.compiled;
  for (let again = true; again;) {
    again = false;
    for (const [a, b] of pairs) {
      const ab = est[a]! + minutes[a]! <= lst[b]! + NEAR;
      const ba = est[b]! + minutes[b]! <= lst[a]! + NEAR;
      if (!ab && !ba) return false;
      if (ab && ba) continue;
      const [first, then] = ab ? [a, b] : [b, a];
      // Nothing would come of it.
      if (est[then]! >= est[first]! + minutes[first]! - NEAR && lst[first]! + minutes[first]! <= lst[then]! + NEAR)
        continue;
      net.put(first, then);
      again = true;
    }
    if (again && !net.propagate()) return false;
  }
  return true;
}

/** What shares one thing, how much each takes of it, and when nobody can. */
interface Load {
  tasks: readonly number[];
  amounts: readonly number[];
  capacity: number;
  breaks: readonly { from: number; to: number }[];
}

/**
 * The loads of a day; of tasks that each take more than half, no two go at once, so each takes all.
 * @example loadsOf(compile(day)).length // 1
 */
export function loadsOf(compiled: Compiled): Load[] {
  const { minutes, needs, capacity, needsHands, problem } = compiled;
  const hands = Object.keys(problem.capacity).indexOf(HANDS);
  return [...scarceOf(compiled)].flatMap((resource): Load[] => {
    const users = [...needs.keys()].flatMap((task) => {
      const amount = needs[task]!.find((need) => need.resource === resource)?.amount ?? 0;
      return minutes[task]! > 0 && amount > 0 ? [{ task, amount }] : [];
    });
    const load = (of: typeof users, amountOf: (amount: number) => number, most: number): Load => ({
      tasks: of.map(({ task }) => task),
      amounts: of.map(({ amount }) => amountOf(amount)),
      capacity: most,
      breaks: resource === hands || of.every(({ task }) => needsHands[task]) ? problem.breaks : [],
    });
    const most = capacity[resource]!;
    const alone = users.filter(({ amount }) => 2 * amount > most + NEAR);
    return [
      ...(alone.length < users.length ? [load(users, (amount) => amount, most)] : []),
      ...(alone.length > 1 ? [load(alone, () => 1, 1)] : []),
    ];
  });
}

/**
 * Whether no schedule in time ends by then: the longest chain or the work there is does not fit.
 * @param pinned by task, where it has to start; NaN leaves it free
 * @example cannotEndBy(compile(day), 20) // true
 */
export function cannotEndBy(compiled: Compiled, endMin: number, pinned?: ArrayLike<number>): boolean {
  const net = new Net(compiled);
  return !net.begin({ lateMin: 0, endMin }, pinned) || !fitsByEnergy(net, loadsOf(compiled));
}

/**
 * Whether what has to lie within any stretch of time fits into it.
 * @example fitsByEnergy(new Net(compile(day)), []) // true
 */
export function fitsByEnergy({ compiled: { minutes }, est, lst }: Net, loads: readonly Load[]): boolean {
  for (const { tasks, amounts, capacity, breaks } of loads) {
    const froms = [...new Set(tasks.flatMap((task) => [est[task]!, lst[task]!]))];
    const tos = [...new Set(tasks.flatMap((task) => [lst[task]! + minutes[task]!, est[task]! + minutes[task]!]))];
    for (const from of froms)
      for (const to of tos) {
        if (to <= from) continue;
        let room = (to - from) * capacity;
        for (const each of breaks) room -= Math.max(0, Math.min(to, each.to) - Math.max(from, each.from)) * capacity;
        for (let at = 0; at < tasks.length; at++) {
          const task = tasks[at]!;
          const length = minutes[task]!;
          const within = Math.min(to - from, length, est[task]! + length - from, to - lst[task]!);
          if (within > 0) room -= within * amounts[at]!;
        }
        if (room < -NEAR) return false;
      }
  }
  return true;
}
