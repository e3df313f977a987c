import type { Kit } from "@/core/job/schema";
import { dayOf, type DayJob } from "./day";
import { type DaySettings } from "./settings";
import { bestOf } from "@/core/models/timetable/improve";
import { compile, isBetter, NoSchedule, type Schedule } from "@/core/models/timetable/tasks";

/** In which order to drive to the jobs. */

/** Schedules tried for each order, one a rule: enough to tell orders apart. */
const TRIES = 4;
/** Up to so many visits every order is tried; beyond, moves of one visit until none helps. */
const MOST_IN_FULL = 5;

/**
 * The order of the visits that is least late, then over soonest; steps so that whoever asks can stop between any two.
 * @param jobs in an order to begin with
 * @yields the best order so far, job ids
 */
export function* bettersOfVisits(
  jobs: readonly DayJob[],
  kit: Kit,
  settings: DaySettings,
): Generator<string[], string[], void> {
  let best = jobs.map(({ job }) => job.id);
  let bestSchedule = judgedOrder(best, jobs, kit, settings);
  const attempt = (order: string[]): boolean => {
    const schedule = judgedOrder(order, jobs, kit, settings);
    if (!schedule || !isBetter(schedule, bestSchedule)) return false;
    [best, bestSchedule] = [order, schedule];
    return true;
  };
  if (jobs.length <= MOST_IN_FULL) {
    for (const order of permutations(best)) {
      attempt(order);
      yield best;
    }
    return best;
  }
  for (let improved = true; improved;) {
    improved = false;
    for (const order of moves(best)) {
      if (attempt(order)) improved = true;
      yield best;
      if (improved) break;
    }
  }
  return best;
}

function judgedOrder(
  order: readonly string[],
  jobs: readonly DayJob[],
  kit: Kit,
  settings: DaySettings,
): Schedule | undefined {
  try {
    return bestOf(
      compile(
        dayOf(
          order.map((id) => jobs.find(({ job }) => job.id === id)!),
          kit,
          settings,
        ).problem,
      ),
      TRIES,
    );
  } catch (error) {
    if (!(error instanceof NoSchedule)) throw error;
    return undefined;
  }
}

function* permutations<T>(items: readonly T[]): Generator<T[]> {
  if (items.length <= 1) yield [...items];
  for (const [at, item] of items.entries())
    if (items.length > 1)
      for (const rest of permutations([...items.slice(0, at), ...items.slice(at + 1)])) yield [item, ...rest];
}

/** One visit put anywhere else. */
function* moves<T>(items: readonly T[]): Generator<T[]> {
  for (let from = 0; from < items.length; from++)
    for (let to = 0; to < items.length; to++) {
      if (from === to) continue;
      const moved = [...items];
      moved.splice(to, 0, ...moved.splice(from, 1));
      yield moved;
    }
}
