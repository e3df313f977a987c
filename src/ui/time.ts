import { format, isSameDay } from "date-fns";

/** A moment as read on the job: the hour, and the day when it is another. @example "Tue 21:40" */
export function timeText(ms: number, nowMs: number): string {
  if (!Number.isFinite(ms)) return "not like this";
  return isSameDay(ms, nowMs) ? format(ms, "HH:mm") : format(ms, Math.abs(ms - nowMs) < 6 * 86_400_000 ? "EEE HH:mm" : "d MMM HH:mm");
}

/** What a date-time field holds. */
export const fieldTime = (iso: string | undefined) => (iso ? format(new Date(iso), "yyyy-MM-dd'T'HH:mm") : "");
