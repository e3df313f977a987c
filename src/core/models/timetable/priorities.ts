import type { Compiled } from "./tasks";

/** What comes first when tasks are put down one after another, as a priority by task: smaller first. */

/**
 * Latest ends by dues and by what follows, as a priority: what has least time comes first.
 * @example latestStarts(compile(day), 30)[0] // -5
 */
export function latestStarts({ arcs, minutes, dueOf }: Compiled, endBy: number): Float64Array {
  const latest = Float64Array.from(
    minutes,
    (length, task) => Math.min(endBy, ...dueOf[task]!.map(({ at }) => at)) - length,
  );
  // What comes last mostly stands last, so nearly all of it settles in the first round.
  for (let rounds = latest.length; rounds > 0; rounds--) {
    let changed = false;
    for (let task = latest.length - 1; task >= 0; task--)
      for (const { to, weight } of arcs[task]!)
        if (latest[to]! - weight < latest[task]! - 1e-9) {
          latest[task] = latest[to]! - weight;
          changed = true;
        }
    if (!changed) break;
  }
  return latest;
}

/**
 * The rules tasks are put down by at first: what has least time, then what has least slack, the longest, in turn.
 * @example rulesOf(compile(day)).length // 4
 */
export const rulesOf = (compiled: Compiled): ArrayLike<number>[] => {
  const latest = latestStarts(compiled, compiled.horizon);
  return [
    latest,
    Float64Array.from(latest, (start, task) => start + compiled.minutes[task]!),
    Float64Array.from(compiled.minutes, (length) => -length),
    Float64Array.from(latest.keys()),
  ];
};

/**
 * A rule moved by chance.
 * @param unit numbers between 0 and 1
 * @example shaken([0, 10], compile(day), () => 0.5)[1] // 10
 */
export const shaken = (rule: ArrayLike<number>, { minutes }: Compiled, unit: () => number): Float64Array => {
  const spread = 4 * Math.max(1, ...minutes);
  return Float64Array.from(rule, (latest) => latest + (unit() - 0.5) * spread);
};
