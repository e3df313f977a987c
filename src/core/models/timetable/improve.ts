import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { Placer } from "./place";
import { proving } from "./prove";
import { Repairer } from "./repair";
import { isBetter, NoSchedule, type Compiled, type Schedule } from "./tasks";

/** What a search knows after a try. */
export interface Progress {
  best: Schedule | undefined;
  tries: number;
  /** This try found something better. */
  improved: boolean;
  /** Nothing better can be: the search is over. */
  proved: boolean;
}

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

/** Days of so many tasks at most are also proved, in between. */
const MOST_PROVED = 40;
/** Nodes of the proof for every try: about as long as one. */
const NODES_A_TRY = 3;
/** A proof that has not come by then will not. */
const MOST_NODES = 60_000;

/** The rules tasks are put down by at first: what has least time, then what has least slack, the longest, in turn. */
const rulesOf = (compiled: Compiled): ArrayLike<number>[] => {
  const latest = latestStarts(compiled, compiled.horizon);
  return [
    latest,
    Float64Array.from(latest, (start, task) => start + compiled.minutes[task]!),
    Float64Array.from(compiled.minutes, (length) => -length),
    Float64Array.from(latest.keys()),
  ];
};

/**
 * Ever better schedules: each step is one try, so that whoever steps it can stop between any two. It ends when nothing
 * better can be.
 * @param seed the same seed makes the same tries
 * @param placer where one was made already
 * @throws NoSchedule when lags and breaks alone cannot hold
 * @example improving(compile(day), 1).next().value.best.endMin // 35
 */
export function* improving(
  compiled: Compiled,
  seed: number,
  placer = new Placer(compiled),
): Generator<Progress, void, void> {
  const random = xoroshiro128plus(seed);
  const unit = () => ((random.next() >>> 0) + 0.5) / 4294967296;
  let best: Schedule | undefined;
  let tries = 0;
  const tried = (made: Schedule | undefined): Progress => {
    tries += 1;
    const improved = made !== undefined && isBetter(made, best);
    if (improved) best = made;
    return { best, tries, improved, proved: false };
  };
  const rules = rulesOf(compiled);
  for (const priority of rules) yield tried(placer.schedule(priority));
  const repairer = new Repairer(compiled, placer, unit);
  const proof = compiled.minutes.length <= MOST_PROVED ? proving(compiled, () => best) : undefined;
  let nodes = 0;
  for (;;) {
    // While none is found, by the rule shaken too: it may happen on an order that the repair does not.
    yield tried(best || tries % 2 === 0 ? repairer.better(best) : placer.schedule(shaken(rules[0]!, compiled, unit)));
    for (let more = NODES_A_TRY; proof && nodes < MOST_NODES && more > 0; more--) {
      const { value, done } = proof.next();
      nodes += 1;
      if (value && (done || value !== best) && isBetter(value, best)) yield tried(value);
      if (!done) continue;
      yield { best, tries, improved: false, proved: true };
      return;
    }
  }
}

const shaken = (rule: ArrayLike<number>, { minutes }: Compiled, unit: () => number): Float64Array => {
  const spread = 4 * Math.max(1, ...minutes);
  return Float64Array.from(rule, (latest) => latest + (unit() - 0.5) * spread);
};

/**
 * The best of so many tries.
 * @throws NoSchedule when none of them found room
 * @example bestOf(compile(day), 5).endMin // 35
 */
export function bestOf(compiled: Compiled, tries: number, seed = 1): Schedule {
  let best: Schedule | undefined;
  for (const progress of improving(compiled, seed)) {
    best = progress.best;
    if (progress.tries >= tries) break;
  }
  if (!best) throw new NoSchedule(`No room was found for what must not wait longer: ${tightest(compiled)}.`);
  return best;
}

/** The lags that leave least time between their ends, to be named when nothing fits. */
function tightest({ problem: { lags, tasks } }: Compiled): string {
  const nameOf = (id: string) => tasks.find((task) => task.id === id)!.name;
  return lags
    .filter(({ max }) => max !== undefined)
    .sort((a, b) => a.max! - a.min - (b.max! - b.min))
    .slice(0, 3)
    .map(({ from, to, min, max, why }) => `${why} ("${nameOf(from)}" to "${nameOf(to)}", ${min} to ${max} min)`)
    .join("; ");
}
