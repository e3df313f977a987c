import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { Pacer } from "./pacing";
import { costOf, type Walked } from "./turns";

/** Ever better walks: a turn, or a run of them, is moved to where it saves something. */

const BETTER = 1e-6;
/** Runs of so many turns at most are moved as one. */
const LONGEST_RUN = 6;
/** So often in a row it is shaken for nothing. */
const MOST_SHAKEN = 40;

/** What a search knows after a try. */
interface WalkProgress {
  best: Walked;
  tries: number;
}

/**
 * Each step is one try, so that whoever steps it can stop between any two. All moves are gone through until none saves
 * anything; then it is shaken and gone through again, until that has helped no more for long.
 * @param seed the same seed makes the same tries
 * @example betterWalks(new Pacer(round), new Pacer(round).paced([0, 2, 1]), 1).next().value.tries // 1
 */
export function* betterWalks(pacer: Pacer, first: Walked, seed: number): Generator<WalkProgress, void, void> {
  const random = xoroshiro128plus(seed);
  const below = (count: number) => Math.floor((((random.next() >>> 0) + 0.5) / 4294967296) * count);
  let best = first;
  let here = first;
  let tries = 0;
  const longest = Math.min(LONGEST_RUN, first.sequence.length - 1);
  for (let shaken = 0; shaken < MOST_SHAKEN; shaken++) {
    for (let improved = true; improved;) {
      improved = false;
      let stands = standsIn(here.sequence);
      for (let run = longest; run >= 1; run--)
        for (let at = 0; at + run <= here.sequence.length; at++) {
          for (const to of roomFor(pacer, here.sequence, stands, at, run)) {
            const tried = pacer.paced(moved(here.sequence, at, run, to));
            const saves = costOf(tried) < costOf(here) - BETTER;
            if (saves) here = tried;
            if (costOf(here) < costOf(best) - BETTER) [best, shaken] = [here, 0];
            improved ||= saves;
            yield { best, tries: ++tries };
            if (!saves) continue;
            // The rooms were those of the walk before.
            stands = standsIn(here.sequence);
            break;
          }
        }
    }
    if (longest < 1) break;
    // Shaken: a few runs are moved wherever they may stand.
    let sequence = best.sequence;
    for (let shakes = 3; shakes > 0; shakes--) {
      const run = 1 + below(longest);
      const at = below(sequence.length - run + 1);
      const places = roomFor(pacer, sequence, standsIn(sequence), at, run);
      if (places.length > 0) sequence = moved(sequence, at, run, places[below(places.length)]!);
    }
    here = pacer.paced(sequence);
    yield { best, tries: ++tries };
  }
}

/** A run taken out, and put in again before what then stands at a place. */
function moved(sequence: readonly number[], at: number, run: number, to: number): number[] {
  const rest = [...sequence.slice(0, at), ...sequence.slice(at + run)];
  return [...rest.slice(0, to), ...sequence.slice(at, at + run), ...rest.slice(to)];
}

/** Where each turn stands in a sequence. */
function standsIn(sequence: readonly number[]): Int32Array {
  const at = new Int32Array(sequence.length);
  sequence.forEach((turn, index) => (at[turn] = index));
  return at;
}

/** Where a run may be put in once it is taken out: behind all it waits for, before all that waits for it. Near first. */
function roomFor(pacer: Pacer, sequence: readonly number[], stands: Int32Array, at: number, run: number): number[] {
  const { turns } = pacer.problem;
  const isBegun = (index: number) => turns[sequence[index]!]!.begunBy !== undefined;
  let [from, until] = [0, sequence.length];
  for (let index = at; index < at + run; index++) {
    if (isBegun(index)) return [];
    for (const { from: before } of pacer.into[sequence[index]!]!)
      if (stands[before]! < at) from = Math.max(from, stands[before]! + 1);
    for (const { to: after } of pacer.outOf[sequence[index]!]!)
      if (stands[after]! >= at + run) until = Math.min(until, stands[after]!);
  }
  while (from < at && isBegun(from)) from += 1;
  const places: number[] = [];
  // As places stand once the run is out.
  for (let away = 1; away < sequence.length; away++) {
    if (at - away >= from) places.push(at - away);
    if (at + away <= until - run) places.push(at + away);
  }
  return places;
}
