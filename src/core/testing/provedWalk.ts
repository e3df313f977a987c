import type { Pacer } from "@/core/models/walk/pacing";
import { costOf, type Walked } from "@/core/models/walk/turns";

/** The best walk there is, by going through all of them: what a search is held against. For few turns only. */

/** More than this is not gone through. */
const MOST_NODES = 3_000_000;

/** @returns undefined where there are too many to go through */
export function provedWalk(pacer: Pacer, known: Walked): Walked | undefined {
  const { turns } = pacer.problem;
  const waitsFor = turns.map((_, turn) => pacer.into[turn]!.length);
  const sequence: number[] = [];
  const taken = new Set<number>();
  let best = known;
  let nodes = 0;
  const workLeft = () => turns.reduce((sum, { minutes }, turn) => sum + (taken.has(turn) ? 0 : minutes), 0);
  /** What has been put down, gone through anew: places, tools and bottles are as it left them. */
  const again = () => {
    pacer.begin();
    for (const turn of sequence) pacer.take(turn, pacer.next(turn));
  };
  const go = (): boolean => {
    if (++nodes > MOST_NODES) return false;
    if (sequence.length === turns.length) {
      const walked = pacer.paced(sequence);
      if (costOf(walked) < costOf(best)) best = walked;
      return true;
    }
    again();
    const free = Array.from({ length: pacer.problem.hands }, (_, lane) => pacer.freeAt(lane));
    // Everything that is left has to be done by somebody.
    if ((free.reduce((sum, at) => sum + at, 0) + workLeft()) / free.length >= costOf(best) && best.lateMin === 0)
      return true;
    for (const turn of turns.keys()) {
      if (taken.has(turn) || waitsFor[turn]! > 0) continue;
      sequence.push(turn);
      taken.add(turn);
      for (const { to } of pacer.outOf[turn]!) waitsFor[to]! -= 1;
      const whole = go();
      for (const { to } of pacer.outOf[turn]!) waitsFor[to]! += 1;
      taken.delete(turn);
      sequence.pop();
      if (!whole) return false;
    }
    return true;
  };
  return go() ? best : undefined;
}
