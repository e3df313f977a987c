import { latestStarts } from "./priorities";
import type { Compiled, Schedule } from "./tasks";

/** What a schedule hangs on: how much later each task may start, and the chain that decides when it ends. */

interface Link {
  task: string;
  /** Why it does not start sooner, after the one before it in the chain. */
  because: string;
}

export interface Explained {
  /** By task: minutes it may start later with nothing promised becoming late and the end staying. */
  slackMin: number[];
  /** By task: the latest start that is still safe, minutes from the day's start. */
  latestStart: number[];
  /** By task: why it does not start sooner, and after which. */
  because: { words: string; after?: string }[];
  /** From the first task that matters to the one that decides the end or the tightest promise. */
  chain: Link[];
}

const NEAR = 1e-6;

/**
 * Reads a schedule as it stands: who waits for whom by lags, and for what they share.
 * @example explain(compile(day), bestOf(compile(day), 5)).chain.length // 2
 */
export function explain(compiled: Compiled, schedule: Schedule): Explained {
  const { minutes, arcs, dueOf, problem } = compiled;
  const { starts, endMin } = schedule;
  const ends = starts.map((start, task) => start + minutes[task]!);
  const shared = sharedBetween(compiled);
  const follows: { to: number; resource: string }[][] = starts.map((_, task) =>
    starts.flatMap((start, other) => {
      const resource = other === task ? undefined : shared(task, other);
      return resource !== undefined && start >= ends[task]! - NEAR ? [{ to: other, resource }] : [];
    }),
  );
  // What is late already has no room left; the rest may end as late as the day does, or as the last promise allows.
  const endBy = Math.max(endMin, ...problem.dues.map(({ at }) => at));
  const latest = latestStarts(compiled, endBy);
  for (let task = 0; task < latest.length; task++)
    latest[task] = Math.min(
      latest[task]!,
      ...(dueOf[task]!.some(({ at }) => ends[task]! > at + NEAR) ? [starts[task]!] : []),
    );
  for (let changed = true, round = 0; changed && round < latest.length; round++) {
    changed = false;
    const lower = (task: number, bound: number) => {
      if (bound >= latest[task]! - NEAR) return;
      latest[task] = bound;
      changed = true;
    };
    arcs.forEach((out, task) => out.forEach(({ to, weight }) => lower(task, latest[to]! - weight)));
    follows.forEach((out, task) => out.forEach(({ to }) => lower(task, latest[to]! - minutes[task]!)));
  }
  const latestStart = [...latest].map((start, task) => Math.max(starts[task]!, start));
  const held = heldBy(compiled, schedule, ends, follows);
  const because = starts.map((_, task) => {
    const { because: words = "it could be earlier, but something else would then be later", before } = held(task);
    return { words, ...(before >= 0 ? { after: problem.tasks[before]!.name } : {}) };
  });
  return {
    latestStart,
    slackMin: latestStart.map((start, task) => start - starts[task]!),
    because,
    chain: chainTo(compiled, ends, held),
  };
}

/** What keeps a task from starting sooner, and the task it waits for where there is one. */
type Held = (task: number) => { because?: string; before: number };

function heldBy(
  { problem, arcs, earliest }: Compiled,
  { starts }: Schedule,
  ends: number[],
  follows: { to: number; resource: string }[][],
): Held {
  const { tasks, lags, breaks } = problem;
  const placeOf = new Map(tasks.map(({ id }, place) => [id, place]));
  return (at) => {
    const start = starts[at]!;
    const byLag = arcs.findIndex(
      (out, from) =>
        from !== at &&
        out.some(({ to, weight }) => to === at && weight > 0 && Math.abs(starts[from]! + weight - start) < NEAR),
    );
    const byShare = follows.findIndex(
      (out, from) => out.some(({ to }) => to === at) && Math.abs(ends[from]! - start) < NEAR,
    );
    const lag =
      byLag >= 0 ? lags.find(({ from, to }) => placeOf.get(from) === byLag && placeOf.get(to) === at) : undefined;
    const pause = breaks.find(({ to }) => Math.abs(to - start) < NEAR);
    const because = lag
      ? lag.min > 0
        ? `${lag.why}, ${Math.round(lag.min)} min after`
        : lag.why
      : byShare >= 0
        ? `waits for ${follows[byShare]!.find(({ to }) => to === at)!.resource}`
        : pause
          ? "after the break"
          : earliest[at]! > 0 && Math.abs(earliest[at]! - start) < NEAR
            ? "not sooner"
            : undefined;
    return { because, before: byLag >= 0 ? byLag : byShare };
  };
}

/** Traces back from what decides: the promise with the least in hand, else the last end. */
function chainTo({ problem: { tasks, dues } }: Compiled, ends: number[], held: Held): Link[] {
  const place = (id: string) => tasks.findIndex((task) => task.id === id);
  const tightest = dues
    .map(({ task, at }) => ({ task: place(task), left: at - ends[place(task)]! }))
    .sort((a, b) => a.left - b.left)[0];
  let at = tightest?.task ?? ends.indexOf(Math.max(...ends));
  const chain: Link[] = [];
  const seen = new Set<number>();
  while (at >= 0 && !seen.has(at)) {
    seen.add(at);
    const { because, before } = held(at);
    chain.unshift({ task: tasks[at]!.id, because: because ?? (chain.length === 0 ? "last" : "first") });
    at = before;
  }
  return chain;
}

/** What two tasks cannot use at the same time, if anything. @example sharedBetween(compile(day))(0, 1) // "hands" */
export function sharedBetween({
  needs,
  capacity,
  minutes,
  problem,
}: Compiled): (a: number, b: number) => string | undefined {
  const names = Object.keys(problem.capacity);
  return (a, b) => {
    if (minutes[a] === 0 || minutes[b] === 0) return undefined;
    const need = needs[a]!.find(({ resource, amount }) =>
      needs[b]!.some((other) => other.resource === resource && amount + other.amount > capacity[resource]! + NEAR),
    );
    return need && names[need.resource];
  };
}
