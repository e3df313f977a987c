import { expose } from "comlink";
import { plannedOf, whyNotPlanned } from "@/core/answers/assess/planned";
import type { Job, Kit } from "@/core/job/schema";
import { dayOf, type Day, type DayJob } from "@/core/answers/day/day";
import { type DaySettings } from "@/core/answers/day/settings";
import { explain, type Explained } from "@/core/models/timetable/explain";
import { improving, type Progress } from "@/core/models/timetable/improve";
import { longestDryH } from "@/core/models/drying/longest";
import { compile, NoSchedule, type Schedule } from "@/core/models/timetable/tasks";
import { finishMs, timesOf } from "@/core/answers/schedule/times";
import { bettersOfVisits } from "@/core/answers/day/visits";

export interface Timetable {
  day: Day;
  schedule: Schedule;
  explained: Explained;
  tries: number;
  /** The search has ended: nothing better can be, or its time was over, or it was stopped. */
  ended?: "proved" | "stopped";
}

export type TimetableNews = (Timetable | { problem: string }) & { unplanned?: Unplanned[] };

/** A job that is left out of the day, and why. */
interface Unplanned {
  jobId: string;
  problem: string;
}

/** The jobs as planned; those that cannot be are left out and told. */
function weighed(jobs: readonly Job[], kit: Kit, from: string): { planned: DayJob[]; unplanned: Unplanned[] } {
  const all = jobs.map((job) => ({ job, made: plannedOf(job, kit, from) }));
  return {
    planned: all.flatMap(({ job, made }) => (made.ok ? [{ job, assessment: made.assessment }] : [])),
    unplanned: all.flatMap(({ job, made }) => (made.ok ? [] : [{ jobId: job.id, problem: made.problem }])),
  };
}

const SLICE_MS = 30;
const SHOW_EVERY_MS = 250;
const SEED = 1;

/** Every search has a number; a new one, or a stop, ends the one before it. */
let running = 0;
const breathe = () => new Promise<void>((done) => setTimeout(done));

/**
 * Searches for better timetables in slices, so that a stop arrives, and shows the best so far.
 * @param forMs how long to search
 * @param tell is told of the first, of better ones, and of the end
 */
async function search(
  jobs: Job[],
  kit: Kit,
  settings: DaySettings,
  forMs: number,
  tell: (news: TimetableNews) => void,
): Promise<void> {
  const mine = ++running;
  const { planned, unplanned } = weighed(jobs, kit, settings.from);
  const show = (news: TimetableNews) => tell({ ...news, unplanned });
  try {
    const day = dayOf(planned, kit, settings);
    if (day.problem.tasks.length === 0) return show({ problem: "There is no job to plan a day of." });
    const compiled = compile(day.problem);
    const began = performance.now();
    let shown = -Infinity;
    let fresh = false;
    let sliceFrom = began;
    let last: Progress | undefined;
    for (const progress of improving(compiled, SEED)) {
      last = progress;
      fresh ||= progress.improved;
      const now = performance.now();
      if (now - began > forMs || mine !== running) break;
      if (progress.best && fresh && now - shown > SHOW_EVERY_MS) {
        show({ day, schedule: progress.best, explained: explain(compiled, progress.best), tries: progress.tries });
        shown = now;
        fresh = false;
      }
      if (now - sliceFrom > SLICE_MS) {
        await breathe();
        sliceFrom = performance.now();
      }
    }
    if (last?.best)
      show({
        day,
        schedule: last.best,
        explained: explain(compiled, last.best),
        tries: last.tries,
        ended: last.proved ? "proved" : "stopped",
      });
    else
      show({
        problem: "No room was found for what must not wait: work smaller sections, or take another pair of hands.",
      });
  } catch (error) {
    show({ problem: error instanceof NoSchedule ? error.message : whyNotPlanned(error) });
  }
}

/**
 * The best order of the visits, tried in slices until all is tried or it is stopped.
 * @returns job ids
 */
async function orderVisits(jobs: Job[], kit: Kit, settings: DaySettings): Promise<string[]> {
  const mine = ++running;
  let best = jobs.map(({ id }) => id);
  let sliceFrom = performance.now();
  for (const order of bettersOfVisits(weighed(jobs, kit, settings.from).planned, kit, settings)) {
    best = order;
    if (mine !== running) break;
    if (performance.now() - sliceFrom > SLICE_MS) {
      await breathe();
      sliceFrom = performance.now();
    }
  }
  return best;
}

export interface JobMinutes {
  /** Way and packing up among it; 0 where no hands are needed. */
  minutes: Record<string, number>;
  /** What follows with no hands in it before it may be used, min; Infinity where it does not dry like this. */
  stillMin: Record<string, number>;
  unplanned: Unplanned[];
}

/** How long each job keeps the hands, min. */
function minutesOf(jobs: Job[], kit: Kit, settings: DaySettings): JobMinutes {
  const fromMs = Date.parse(settings.from);
  const { planned, unplanned } = weighed(jobs, kit, settings.from);
  const minutes = Object.fromEntries(
    planned.map(({ job, assessment: { order } }) => {
      const work = (finishMs(order, timesOf(order, fromMs), fromMs) - fromMs) / 60_000;
      const around = settings.travelMin + settings.setUpMin + settings.packUpMin;
      return [job.id, order.tasks.length > 0 ? Math.ceil(around + work) : 0];
    }),
  );
  const stillMin = Object.fromEntries(
    planned.map(({ job, assessment: { drying, gas } }) => [job.id, (longestDryH(drying) + (gas?.stillH ?? 0)) * 60]),
  );
  return { minutes, stillMin, unplanned };
}

const timetable = {
  minutesOf,
  search,
  orderVisits,
  stop: () => {
    running += 1;
  },
};

expose(timetable);
export type TimetableWorker = typeof timetable;
