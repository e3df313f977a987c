import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { cannotEndBy } from "./forced";
import { pinnedBy } from "./net";
import { Placer } from "./place";
import { proving } from "./prove";
import { race } from "./race";
import { rulesOf } from "./priorities";
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

/** Days of so many tasks at most are also proved, in between. */
const MOST_PROVED = 40;
/** Nodes of the proof for every try: about as long as one. */
const NODES_A_TRY = 3;
/** A proof that has not come by then will not. */
const MOST_NODES = 60_000;

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
  const proof = compiled.minutes.length <= MOST_PROVED ? proving(compiled, () => best) : undefined;
  let nodes = 0;
  const races = race(compiled, placer, unit, best);
  const bounded = boundedFrom(compiled);
  for (;;) {
    yield tried(races());
    let over = best !== undefined && bounded(best);
    for (let more = NODES_A_TRY; !over && proof && nodes < MOST_NODES && more > 0; more--) {
      const { value, done } = proof.next();
      nodes += 1;
      if (value && (done || value !== best) && isBetter(value, best)) yield tried(value);
      over = done === true;
    }
    if (!over) continue;
    yield { best, tries, improved: false, proved: true };
    return;
  }
}

/** Larger days are not held against their bound: that would take as long as many tries. */
const MOST_BOUNDED = 150;
/** A best that stood for so many tries is held against it. */
const STANDS_TRIES = 64;
/** Sooner by less is not sooner, min. */
const SOONER_MIN = 0.01;

/** @returns whether a best is known to be one: in time, and nothing can end sooner */
function boundedFrom(compiled: Compiled): (best: Schedule) => boolean {
  let held: Schedule | undefined;
  let tries = 0;
  return (best) => {
    if (best !== held) [held, tries] = [best, 0];
    tries += 1;
    if (tries !== STANDS_TRIES || best.lateMin > 0 || compiled.minutes.length > MOST_BOUNDED) return false;
    return cannotEndBy(compiled, best.endMin - SOONER_MIN, pinnedBy(compiled, best));
  };
}

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
