import { formatDuration } from "@/core/ground/quantity/format";
import type { Slack } from "@/core/answers/schedule/forecast";
import { differenceInCalendarDays, isSameDay, lightFormat } from "date-fns";

/** "Tue" or "4 May", in the browser's own words; the small formatter of date-fns has no names of days. */
const day = (ms: number, how: Intl.DateTimeFormatOptions) => new Date(ms).toLocaleDateString("en-GB", how);

/** A moment as read on the job: the hour, and the day when it is another. @example "Tue 21:40" */
export function timeText(ms: number, nowMs: number): string {
  if (!Number.isFinite(ms)) return "not like this";
  const hour = lightFormat(ms, "HH:mm");
  if (isSameDay(ms, nowMs)) return hour;
  const isNear = Math.abs(differenceInCalendarDays(ms, nowMs)) < 6;
  return `${day(ms, isNear ? { weekday: "short" } : { day: "numeric", month: "short" })} ${hour}`;
}

/** A moment in full, for the owner. @example "Tuesday 24 November, 21:40" */
export const fullTime = (ms: number) =>
  `${day(ms, { weekday: "long", day: "numeric", month: "long" }).replace(",", "")}, ${lightFormat(ms, "HH:mm")}`;

/** A day with its year. @example "4 May 2026" */
export const dateText = (ms: number) => day(ms, { day: "numeric", month: "short", year: "numeric" });

/** What a date-time field holds. */
export const fieldTime = (iso: string | undefined) => (iso ? lightFormat(new Date(iso), "yyyy-MM-dd'T'HH:mm") : "");

/** "38 min in hand", or how late it will be. */
export function slackWords({ minutes: { value } }: Slack): string {
  if (!Number.isFinite(value)) return "does not dry like this";
  return value >= 0 ? `${formatDuration(value)} in hand` : `${formatDuration(-value)} late`;
}

/** A day as spoken of. @example "Today", "Tomorrow", "Mon 30 Nov" */
export function dayWords(ms: number, nowMs: number): string {
  if (isSameDay(ms, nowMs)) return "Today";
  if (differenceInCalendarDays(ms, nowMs) === 1) return "Tomorrow";
  return day(ms, { weekday: "short", day: "numeric", month: "short" }).replace(",", "");
}
