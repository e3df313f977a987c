import { proxy, wrap, type Remote } from "comlink";
import type { Job, Kit } from "@/core/job/schema";
import type { DaySettings } from "@/core/answers/day/settings";
import type { JobMinutes, TimetableNews, TimetableWorker } from "./timetable.worker";

let remote: Remote<TimetableWorker> | undefined;

/** The timetable's own worker, so that a search never keeps a plan waiting. */
function worker(): Remote<TimetableWorker> {
  if (!remote) {
    const started = new Worker(new URL("./timetable.worker.ts", import.meta.url), { type: "module" });
    started.addEventListener("error", (event) => {
      event.preventDefault();
      listening?.({ problem: "The timetable could not be made here. Your jobs are kept: load the page again." });
    });
    remote = wrap<TimetableWorker>(started);
  }
  return remote;
}

/** Who is told when the worker cannot be started. */
let listening: ((news: TimetableNews) => void) | undefined;

/** Searches until the time is up or another search begins. @param show gets every better timetable */
export function searchTimetable(
  jobs: Job[],
  kit: Kit,
  settings: DaySettings,
  forMs: number,
  show: (news: TimetableNews) => void,
): Promise<void> {
  listening = show;
  return worker().search(jobs, kit, settings, forMs, proxy(show));
}

export const bestVisits = (jobs: Job[], kit: Kit, settings: DaySettings): Promise<string[]> =>
  worker().orderVisits(jobs, kit, settings);

/** How long each job keeps the hands, min. */
export const minutesOfJobs = (jobs: Job[], kit: Kit, settings: DaySettings): Promise<JobMinutes> =>
  worker().minutesOf(jobs, kit, settings);

export const stopTimetable = (): void => void worker().stop();
