import { proxy, wrap, type Remote } from "comlink";
import type { Job, Kit } from "@/core/job/schema";
import type { DaySettings } from "@/core/schedule/day";
import type { TimetableNews, TimetableWorker } from "./timetable.worker";

let remote: Remote<TimetableWorker> | undefined;

/** The timetable's own worker, so that a search never keeps a plan waiting. */
function worker(): Remote<TimetableWorker> {
  remote ??= wrap<TimetableWorker>(new Worker(new URL("./timetable.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}

/** Searches until the time is up or another search begins. @param show gets every better timetable */
export const searchTimetable = (jobs: Job[], kit: Kit, settings: DaySettings, forMs: number, show: (news: TimetableNews) => void): Promise<void> => worker().search(jobs, kit, settings, forMs, proxy(show));

export const stopTimetable = (): void => void worker().stop();
