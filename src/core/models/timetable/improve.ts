import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { Placer } from "./place";
import { isBetter, NoSchedule, type Compiled, type Schedule } from "./tasks";

/** What a search knows after a try. */
interface Progress {
  best: Schedule | undefined;
  tries: number;
  /** This try found something better. */
  improved: boolean;
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

/** Every so many tries one starts from the rule anew. */
const FRESH_EVERY = 40;
/** A try stands when it is no worse than the one so many tries ago (late acceptance, Burke and Bykov 2017): it gets out of dead ends. */
const MEMORY = 40;
const weightOf = ({ lateMin, endMin, idleMin }: Schedule) => lateMin * 1e5 + endMin + idleMin * 1e-4;
/** Tasks moved in one try, at most. */
const MOST_MOVED = 4;

/**
 * Ever better schedules: each step is one try, so that whoever steps it can stop between any two.
 * @param seed the same seed makes the same tries
 * @throws NoSchedule when lags and breaks alone cannot hold
 * @example improving(compile(day), 1).next().value.best.endMin // 35
 */
export function* improving(compiled: Compiled, seed: number): Generator<Progress, never, void> {
  const placer = new Placer(compiled);
  const n = compiled.minutes.length;
  const random = xoroshiro128plus(seed);
  const unit = () => ((random.next() >>> 0) + 0.5) / 4294967296;
  const rule = latestStarts(compiled, compiled.horizon);
  const spread = Math.max(1, ...compiled.minutes);
  const rules = [
    rule,
    Float64Array.from(rule, (latest, task) => latest + compiled.minutes[task]!),
    Float64Array.from(compiled.minutes, (length) => -length),
    Float64Array.from(rule.keys()),
  ];
  let best: Schedule | undefined;
  let current: Schedule | undefined;
  const memory: number[] = [];
  let tries = 0;
  const attempt = (priority: ArrayLike<number>): Progress => {
    tries += 1;
    const made = placer.schedule(priority);
    const improved = made !== undefined && isBetter(made, best);
    if (made && (improved || !isBetter(best!, made))) best = made;
    if (made) {
      const weight = weightOf(made);
      const at = tries % MEMORY;
      if (!current || weight <= weightOf(current) + 1e-9 || weight <= (memory[at] ?? Infinity)) current = made;
      memory[at] = weightOf(current);
    }
    return { best, tries, improved };
  };
  for (const priority of rules) yield attempt(priority);
  for (;;) {
    const fresh = !best || tries % FRESH_EVERY === 0;
    const priority = Float64Array.from(fresh ? rule : current!.starts);
    if (fresh) for (let task = 0; task < n; task++) priority[task] = priority[task]! + (unit() - 0.5) * 4 * spread;
    else {
      const moves = 1 + Math.floor(unit() * MOST_MOVED);
      for (let move = 0; move < moves; move++) {
        // One task goes to just before or after another.
        const [task, other] = [Math.floor(unit() * n), Math.floor(unit() * n)];
        priority[task] = priority[other]! + (unit() - 0.5);
      }
    }
    yield attempt(priority);
  }
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
