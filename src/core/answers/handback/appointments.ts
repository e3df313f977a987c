import { daysLater } from "@/core/ground/quantity/calendarDays";
import type { Assessment } from "@/core/answers/assess/assess";
import { AFTERCARE, CLEAN_AGAIN_MONTHS } from "@/core/ground/catalog/aftercare";
import { lastOf } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { isLeatherKept } from "./leatherKept";
import { forecastAt } from "@/core/answers/schedule/forecast";

/** Something of a job for the calendar. */
export interface Appointment {
  /** The same every time it is made, so that a calendar takes the new in place of the old. */
  id: string;
  kind: "work" | "promise" | "return" | "aftercare";
  title: string;
  words: string;
  place: string;
  startMs: number;
  endMs: number;
}

const MINUTE_MS = 60_000;
const RETURN_MIN = 30;
const REMINDER_MIN = 15;

/** An entry before it has its place and its length. */
interface Entry {
  id: string;
  kind: Appointment["kind"];
  title: string;
  words: string;
  startMs: number;
  minutes: number;
}

/**
 * The job, its promises, the visit to look again, and what is due later.
 * @param nowMs the caller's clock
 * @returns by their start; nothing for a job with nothing to do and nothing done
 */
export function appointmentsOf(job: Job, assessment: Assessment, nowMs: number): Appointment[] {
  const { history, order } = assessment;
  const forecast = forecastAt(assessment, job, nowMs);
  const begun = history.standing.find(({ kind }) => kind === "start" || kind === "done");
  if (!begun && order.tasks.length === 0) return [];
  const startMs = begun ? Date.parse(begun.at) : (forecast.times[0]?.startMs ?? nowMs);
  const endMs =
    order.tasks.length > 0 ? forecast.finish.atMs : Math.max(startMs, ...history.done.map(({ at }) => Date.parse(at)));
  const place = [job.place, job.customer].filter(Boolean).join(", ");
  return [
    workEntry(assessment, startMs, endMs),
    ...promiseEntries(job, forecast.usable !== undefined),
    ...afterwards(job, assessment, endMs, forecast.usable?.atMs),
  ]
    .map(({ id, title, minutes, ...entry }) => ({
      ...entry,
      id: `${job.id}-${id}`,
      title: `${title}: ${job.title}`,
      place,
      endMs: entry.startMs + minutes * MINUTE_MS,
    }))
    .sort((a, b) => a.startMs - b.startMs);
}

function workEntry({ history, order }: Assessment, startMs: number, endMs: number): Entry {
  const titles =
    order.tasks.length > 0 ? order.tasks.map(({ step }) => step.title) : history.done.map(({ title }) => title);
  const minutes = Math.max(1, (endMs - startMs) / MINUTE_MS);
  return { id: "work", kind: "work", title: "Work", words: [...new Set(titles)].join(". "), startMs, minutes };
}

function promiseEntries({ promises: { handBackAt, usableAt, dampHandBackAgreed } }: Job, dries: boolean): Entry[] {
  const promise = (id: string, title: string, at: string | undefined, words: string): Entry[] =>
    at ? [{ id, kind: "promise", title, words, startMs: Date.parse(at), minutes: REMINDER_MIN }] : [];
  const damp = dampHandBackAgreed ? "Given back damp, as agreed." : "Given back dry.";
  const dry = `Promised dry by now.${dries ? "" : " It does not dry like this: see Dry."}`;
  return [...promise("hand-back", "Hand back", handBackAt, damp), ...promise("usable", "Usable", usableAt, dry)];
}

/** What is due once it was given back. */
function afterwards(job: Job, { history, plan, order }: Assessment, endMs: number, usableMs = 0): Entry[] {
  const handed = lastOf(history, "handed-back");
  const from = Math.max(endMs, handed ? Date.parse(handed.at) : 0);
  const of = (id: keyof typeof AFTERCARE, kind: Entry["kind"], leastMs = 0): Entry => {
    const { title, words, afterDays } = AFTERCARE[id];
    return { id, kind, title, words, startMs: Math.max(daysLater(from, afterDays), leastMs), minutes: RETURN_MIN };
  };
  const wet =
    order.tasks.some(({ step }) => step.waterOnLPerM2 > 0) ||
    history.done.some(({ waterOnLPerM2 = 0 }) => waterOnLPerM2 > 0);
  const soils = Object.values(plan.zones).flatMap(({ view }) =>
    view.soil ? [CLEAN_AGAIN_MONTHS[view.soil.level]] : [],
  );
  return [
    ...(Object.keys(plan.marks).length > 0 && wet ? [of("look-again", "return", usableMs)] : []),
    ...(isLeatherKept(job, history) ? [of("leather", "aftercare")] : []),
    ...(job.choices.protect ? [of("protector", "aftercare")] : []),
    ...(soils.length > 0 ? [cleanAgain(daysLater(from, Math.min(...soils) * MONTH_DAYS))] : []),
  ];
}

const MONTH_DAYS = 30.4;
const cleanAgain = (startMs: number): Entry => ({
  id: "clean-again",
  kind: "aftercare",
  title: "Clean it again",
  words: "By how soiled it was this time.",
  startMs,
  minutes: RETURN_MIN,
});
