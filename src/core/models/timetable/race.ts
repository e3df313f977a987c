import type { Placer } from "./place";
import { Repairer } from "./repair";
import { rulesOf, shaken } from "./priorities";
import { isBetter, type Compiled, type Schedule } from "./tasks";

/** Several searches from different orders, the worse ones given up as they go: luck at the start costs less. */

/** So many searches begin, each from an order of its own; after so many tries each, the worse half gives up, and so on. */
const [RUNNERS, FIRST_TRIES] = [4, 32];
/** One that is left over and found nothing better for so long has new ones run against it. */
const STUCK_TRIES = 2000;
/** From so many tasks on they run side by side from the start: smaller days come as far alone, as measured. */
const RACED_FROM = 110;

interface Runner {
  repairer: Repairer;
  best: Schedule | undefined;
  tries: number;
  stuck: number;
}

/**
 * Searches side by side, a try of each in turn.
 * @param first what one of them goes on from
 * @returns the next try
 * @example race(compile(day), new Placer(compile(day)), () => 0.5, undefined)()?.endMin // 35
 */
export function race(
  compiled: Compiled,
  placer: Placer,
  unit: () => number,
  first: Schedule | undefined,
): () => Schedule | undefined {
  const rules = rulesOf(compiled);
  const runner = (best?: Schedule): Runner => ({
    ...{ repairer: new Repairer(compiled, placer, unit), best },
    ...{ tries: 0, stuck: 0 },
  });
  // The first goes ahead: whoever asks for a few tries gets them in a row.
  let runners = [runner(first)];
  let until = FIRST_TRIES;
  let turn = 0;
  let raced = compiled.minutes.length < RACED_FROM;
  const others = (by: Runner) => {
    runners = [by, ...Array.from({ length: RUNNERS - 1 }, () => runner())];
    until = FIRST_TRIES;
    for (const each of runners) each.tries = each.stuck = 0;
  };
  return () => {
    const at = runners[turn]!;
    // While none is found, by a rule shaken too: it may happen on an order that the repair does not.
    const made =
      at.best || at.tries % 2 === 1
        ? at.repairer.better(at.best)
        : placer.schedule(shaken(rules[turn % rules.length]!, compiled, unit));
    at.tries += 1;
    at.stuck += 1;
    if (made && isBetter(made, at.best)) [at.best, at.stuck] = [made, 0];
    turn = (turn + 1) % runners.length;
    if (turn > 0 || at.tries < until) return made;
    if (runners.length > 1) {
      runners.sort((a, b) => Number(isBehind(a, b)) - Number(isBehind(b, a)));
      runners = runners.slice(0, Math.ceil(runners.length / 2));
      until += 2 * FIRST_TRIES;
    } else if (!raced || at.stuck >= STUCK_TRIES) {
      raced = true;
      others(at);
    }
    return made;
  };
}

const isBehind = (a: Runner, b: Runner): boolean => b.best !== undefined && (!a.best || isBetter(b.best, a.best));
