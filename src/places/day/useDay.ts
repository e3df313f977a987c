"use client";
import { useCallback, useEffect, useMemo, useState } from "react";
import { closedTimes, hoursSaid, outsideHours, workDays, type WorkDay } from "@/core/answers/day/hours";
import { USUAL_DAY, type DaySettings } from "@/core/answers/day/settings";
import { handsByMs, weekOf, type Week } from "@/core/answers/day/week";
import { firstPromiseMs } from "@/core/job/firstPromise";
import { historyOf, lastOf } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import type { DayChoices } from "@/store/db";
import { useKit } from "@/store/kit";
import { usePlanned } from "@/ui/usePlanned";
import { minutesOfJobs, searchTimetable } from "@/workers/timetable";
import type { JobMinutes, Timetable, TimetableNews } from "@/workers/timetable.worker";

/** What a day is made from: the jobs that are open, the days they fall on, and the timetable of one day. */

const SEARCH_MS = 2500;
const DAYS_AHEAD = 5;
const NOON_BREAK_MIN = 30;

/** A change of what is kept now, which may be newer than what the screen shows. */
export type SetChoices = (change: Partial<DayChoices> | ((now: DayChoices) => Partial<DayChoices>)) => Promise<void>;

/** Puts a job on a day. @param key the day's, or "later" */
export const putOn =
  (jobId: string, key: string) =>
  ({ on }: DayChoices): Partial<DayChoices> => ({ on: { ...on, [jobId]: key } });

/** The day somebody chose for each job; what an older version put off stays put off. */
const chosenDays = ({ on, notToday = [] }: DayChoices): Record<string, string> => ({
  ...Object.fromEntries(notToday.map((id) => [id, "later"])),
  ...on,
});

/** Jobs not handed back, in the order chosen, then by their first promise. */
export function openJobs(stored: Record<string, Job>, order: readonly string[]): Job[] {
  const due = (job: Job) => Math.min(firstPromiseMs(job), Number.MAX_SAFE_INTEGER);
  const place = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length);
  return Object.values(stored)
    .filter((job) => !lastOf(historyOf(job), "handed-back"))
    .sort(
      (a, b) =>
        Number(isAtWork(b)) - Number(isAtWork(a)) ||
        place(a.id) - place(b.id) ||
        due(a) - due(b) ||
        a.createdAt.localeCompare(b.createdAt) ||
        a.title.localeCompare(b.title),
    );
}

/** Where hands are at it nobody drives away first. */
const isAtWork = (job: Job) => job.events.length > 0 && historyOf(job).running.length > 0;

const NOON_BREAK_MS = NOON_BREAK_MIN * 60_000;

/** When the break of today begins, or of tomorrow when it is over, ms since 1970. */
function noonMs(fromMs: number): number {
  const from = new Date(fromMs);
  from.setHours(12, 30, 0, 0);
  if (from.getTime() + NOON_BREAK_MS <= fromMs) from.setDate(from.getDate() + 1);
  return from.getTime();
}

function noon(fromMs: number): { from: string; to: string } {
  const beginMs = noonMs(fromMs);
  return { from: new Date(beginMs).toISOString(), to: new Date(beginMs + NOON_BREAK_MS).toISOString() };
}

/** What of the break lies in the hours that are left of a day, min. */
const noonMin = ({ openMs, closeMs }: WorkDay, nowMs: number): number => {
  const fromMs = Math.max(nowMs, openMs);
  const beginMs = noonMs(fromMs);
  return Math.max(0, Math.min(closeMs, beginMs + NOON_BREAK_MS) - Math.max(fromMs, beginMs)) / 60_000;
};

const NOTHING_PLANNED: JobMinutes = { minutes: {}, stillMin: {}, unplanned: [] };

/** Which job falls on which day, once the planner has said how long each takes. */
export function useWeek(
  jobs: readonly Job[],
  choices: DayChoices,
  fromMs: number,
): (Week & Pick<JobMinutes, "unplanned">) | undefined {
  const kit = useKit();
  const days = useMemo(() => {
    if (fromMs <= 0) return [];
    const hours = hoursSaid(choices.hours);
    const on = chosenDays(choices);
    const dues = jobs.filter(({ id }) => on[id] !== "later").map(firstPromiseMs);
    const outside = outsideHours(hours, fromMs, dues);
    return [...(outside ? [outside] : []), ...workDays(hours, fromMs, DAYS_AHEAD)];
  }, [choices, fromMs, jobs]);
  // Lists are made anew on every draw: what is asked is what they say.
  const asked = JSON.stringify({ jobs, settings: settingsOf(choices, fromMs) });
  const made = usePlanned(
    useCallback(async (): Promise<JobMinutes> => {
      const { jobs, settings } = JSON.parse(asked) as { jobs: Job[]; settings: DaySettings };
      return fromMs > 0 && jobs.length > 0 ? minutesOfJobs(jobs, kit, settings) : NOTHING_PLANNED;
    }, [asked, kit, fromMs]),
  );
  if (!made || days.length === 0) return undefined;
  const planned = jobs.filter(({ id }) => made.minutes[id] !== undefined);
  return { ...placed(planned, made, choices, days, fromMs), unplanned: made.unplanned };
}

function placed(
  jobs: readonly Job[],
  { minutes, stillMin }: JobMinutes,
  choices: DayChoices,
  days: ReturnType<typeof workDays>,
  nowMs: number,
): Week {
  const on = chosenDays(choices);
  return weekOf(
    jobs.map((job) => ({
      jobId: job.id,
      minutes: minutes[job.id] ?? 0,
      dueMs: firstPromiseMs(job),
      handsByMs: handsByMs(job, stillMin[job.id] ?? 0, choices.packUpMin ?? USUAL_DAY.packUpMin),
      begun: isAtWork(job),
      ...(on[job.id] === undefined ? {} : { on: on[job.id]! }),
    })),
    days,
    nowMs,
    (day) => (choices.noonBreak ? noonMin(day, nowMs) : 0),
  );
}

/** @param untilMs how long hands may stay on the first day, where that is longer than its hours */
export const settingsOf = (
  { people, travelMin, setUpMin, packUpMin = USUAL_DAY.packUpMin, noonBreak, hours, notBefore }: DayChoices,
  fromMs: number,
  untilMs?: number,
): DaySettings => ({
  from: new Date(fromMs).toISOString(),
  people,
  travelMin,
  setUpMin,
  packUpMin,
  breaks: [...(noonBreak ? [noon(fromMs)] : []), ...closedTimes(hoursSaid(hours), fromMs, DAYS_AHEAD, untilMs)],
  ...(notBefore ? { notBefore } : {}),
});

/** The timetable of some visits, searched for in its worker. */
export function useTimetable(visits: Job[], choices: DayChoices, fromMs: number, untilMs: number | undefined) {
  const kit = useKit();
  const [state, setState] = useState<{ news?: TimetableNews; of?: string; searching: boolean }>({ searching: false });
  const [forMs, setForMs] = useState({ ms: SEARCH_MS });
  // Lists and kits are made anew on every draw: what is searched for is what they say, not which they are.
  const text = JSON.stringify({ visits, kit, settings: settingsOf(choices, fromMs, untilMs) });
  // What was found for other visits is not shown under these.
  const of = visits.map(({ id }) => id).join();
  const isEmpty = fromMs <= 0 || visits.length === 0;
  useEffect(() => {
    if (isEmpty) return;
    let current = true;
    const asked = JSON.parse(text) as { visits: Job[]; kit: Kit; settings: DaySettings };
    void searchTimetable(asked.visits, asked.kit, asked.settings, forMs.ms, (news) => {
      if (current) setState({ news, of, searching: "day" in news && !(news as Timetable).ended });
    });
    return () => {
      current = false;
    };
  }, [text, of, isEmpty, forMs]);
  return {
    news: visits.length > 0 && state.of === of ? state.news : undefined,
    searching: state.searching,
    again: (ms: number) => setForMs({ ms }),
  };
}
