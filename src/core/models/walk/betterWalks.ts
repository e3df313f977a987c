import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { Pacer } from "./pacing";
import { costOf, type Walked } from "./turns";

/** Ever better walks: a turn, or a run of them, is moved to where it saves something. */

const BETTER = 1e-6;
/** Runs of so many turns at most are moved as one. */
const LONGEST_RUN = 6;

/** What a search knows after a try. */
interface WalkProgress {
  best: Walked;
  tries: number;
}

/**
 * Each step is one try, so that whoever steps it can stop between any two. All moves are gone through until none saves
 * anything; then it is shaken and gone through again, for ever.
 * @param seed the same seed makes the same tries
 * @example betterWalks(new Pacer(round), new Pacer(round).paced([0, 2, 1]), 1).next().value.tries // 1
 */
export function* betterWalks(pacer: Pacer, first: Walked, seed: number): Generator<WalkProgress, void, void> {
  const random = xoroshiro128plus(seed);
  const below = (count: number) => Math.floor((((random.next() >>> 0) + 0.5) / 4294967296) * count);
  let best = first;
  let here = first;
  let tries = 0;
  for (;;) {
    for (let improved = true; improved;) {
      improved = false;
      for (let run = Math.min(LONGEST_RUN, first.sequence.length - 1); run >= 1; run--)
        for (let at = 0; at + run <= here.sequence.length; at++) {
          for (const to of roomFor(pacer, here.sequence, at, run)) {
            const tried = pacer.paced(moved(here.sequence, at, run, to));
            const saves = costOf(tried) < costOf(here) - BETTER;
            if (saves) here = tried;
            if (costOf(here) < costOf(best) - BETTER) best = here;
            improved ||= saves;
            yield { best, tries: ++tries };
            // The rooms were those of the walk before.
            if (saves) break;
          }
        }
    }
    if (first.sequence.length < 2) {
      yield { best, tries: ++tries };
      continue;
    }
    // Shaken: a few runs are moved wherever they may stand.
    let sequence = best.sequence;
    for (let shakes = 3; shakes > 0; shakes--) {
      const run = 1 + below(Math.min(LONGEST_RUN, sequence.length - 1));
      const at = below(sequence.length - run + 1);
      const places = roomFor(pacer, sequence, at, run);
      if (places.length > 0) sequence = moved(sequence, at, run, places[below(places.length)]!);
    }
    here = pacer.paced(sequence);
    tries += 1;
    yield { best, tries };
  }
}

/** A run taken out, and put in again before what then stands at a place. */
function moved(sequence: readonly number[], at: number, run: number, to: number): number[] {
  const rest = [...sequence.slice(0, at), ...sequence.slice(at + run)];
  return [...rest.slice(0, to), ...sequence.slice(at, at + run), ...rest.slice(to)];
}

/** Where a run may be put in once it is taken out: behind all it waits for, before all that waits for it. */
function roomFor(pacer: Pacer, sequence: readonly number[], at: number, run: number): number[] {
  const its = sequence.slice(at, at + run);
  if (its.some((turn) => pacer.problem.turns[turn]!.begunBy !== undefined)) return [];
  const inRun = new Set(its);
  const rest = [...sequence.slice(0, at), ...sequence.slice(at + run)];
  const placeOf = new Int32Array(sequence.length);
  rest.forEach((turn, place) => (placeOf[turn] = place));
  let [from, until] = [0, rest.length];
  for (const turn of its) {
    for (const { from: before } of pacer.into[turn]!)
      if (!inRun.has(before)) from = Math.max(from, placeOf[before]! + 1);
    for (const { to: after } of pacer.outOf[turn]!) if (!inRun.has(after)) until = Math.min(until, placeOf[after]!);
  }
  while (from < rest.length && pacer.problem.turns[rest[from]!]!.begunBy !== undefined) from += 1;
  const places: number[] = [];
  for (let place = from; place <= until; place++) if (place !== at) places.push(place);
  // Near first: most of what saves something is one place further on.
  return places.sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
}
