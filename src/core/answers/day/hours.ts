import type { History } from "@/core/job/history";
import type { Job } from "@/core/job/schema";

/** When hands work: hours of the clock, on days of the week, where the clock of this device stands. */

export interface Hours {
  /** "08:00"; the same twice is round the clock. */
  from: string;
  /** Sooner than `from`: over midnight, on the day they began. */
  to: string;
  /** 0 is Sunday. */
  days: readonly number[];
}

/** Until somebody says otherwise. Judgement. */
export const USUAL_HOURS: Hours = { from: "08:00", to: "18:00", days: [0, 1, 2, 3, 4, 5, 6] };

/** The hours somebody said; what was left out is as usual. */
export const hoursSaid = (said: Partial<Hours> | undefined): Hours => ({ ...USUAL_HOURS, ...said });

/** A day hands work on. */
export interface WorkDay {
  /** The day it begins on, "2026-11-30". */
  key: string;
  openMs: number;
  closeMs: number;
}

const DAY_MS = 86_400_000;
const isRoundTheClock = ({ from, to }: Hours) => from === to;

function at(dayMs: number, clock: string): number {
  const when = new Date(dayMs);
  const [hours, minutes] = clock.split(":").map(Number) as [number, number];
  when.setHours(hours, minutes, 0, 0);
  return when.getTime();
}

const keyOf = (ms: number): string => {
  const when = new Date(ms);
  const two = (value: number) => String(value).padStart(2, "0");
  return `${when.getFullYear()}-${two(when.getMonth() + 1)}-${two(when.getDate())}`;
};

/** Noon of a day so many later: no clock that is put forward or back moves it to another day. */
function noonAfter(ms: number, days: number): number {
  const when = new Date(ms);
  when.setDate(when.getDate() + days);
  when.setHours(12, 0, 0, 0);
  return when.getTime();
}

/**
 * The working days that are not over, the one that runs among them.
 * @param fromMs ms since 1970
 * @param count how many, 1 to 7
 */
export function workDays(hours: Hours, fromMs: number, count: number): WorkDay[] {
  const found: WorkDay[] = [];
  // Yesterday's may go on past midnight.
  for (let day = -1; day < 7 * (count + 1) && found.length < count; day++) {
    const noon = noonAfter(fromMs, day);
    if (hours.days.length > 0 && !hours.days.includes(new Date(noon).getDay())) continue;
    const openMs = isRoundTheClock(hours) ? at(noon, "00:00") : at(noon, hours.from);
    const closeMs = isRoundTheClock(hours)
      ? at(noonAfter(noon, 1), "00:00")
      : at(hours.to > hours.from ? noon : noonAfter(noon, 1), hours.to);
    if (closeMs > fromMs) found.push({ key: keyOf(noon), openMs, closeMs });
  }
  return found;
}

/**
 * What is left of today when its hours are over or not begun, for what was promised in it: it has no room of its own.
 * @returns undefined while hands work, or where nothing is due before they work next
 * @param duesMs when things were promised, ms since 1970
 */
export function outsideHours(hours: Hours, fromMs: number, duesMs: readonly number[]): WorkDay | undefined {
  const nextMs = nextWorkMs(hours, fromMs);
  const isAskedFor = duesMs.some((dueMs) => dueMs > fromMs && dueMs < nextMs);
  return isAskedFor ? { key: `${keyOf(fromMs)}+`, openMs: fromMs, closeMs: fromMs } : undefined;
}

/** When hands work next: now, where they do. */
export const nextWorkMs = (hours: Hours, nowMs: number): number => {
  const [next] = workDays(hours, nowMs, 1);
  return next ? Math.max(nowMs, next.openMs) : nowMs;
};

/** So long after the last step hands are still at it. Judgement. */
const STILL_AT_IT_MS = 3 * 3_600_000;

/**
 * When hands go on with a job: at once within the hours, or where somebody is at it; else when the hours begin, unless
 * something was promised for before then.
 * @param nowMs ms since 1970
 */
export function goesOnMs(hours: Hours, { promises }: Pick<Job, "promises">, history: History, nowMs: number): number {
  const openMs = nextWorkMs(hours, nowMs);
  const { running, dwelling, done } = history;
  const isAtIt =
    running.length > 0 || dwelling.length > 0 || nowMs - Date.parse(done.at(-1)?.at ?? "") < STILL_AT_IT_MS;
  const isAskedFor = [promises.handBackAt, promises.usableAt].some((at) => at !== undefined && Date.parse(at) < openMs);
  return isAtIt || isAskedFor ? nowMs : openMs;
}

/**
 * The times nobody works in, from a moment on.
 * @param days how many working days ahead
 * @param untilMs how long hands stay, where somebody asked for longer than the hours: on the first of those days, or
 * before it begins, ms since 1970
 */
export function closedTimes(hours: Hours, fromMs: number, days: number, untilMs = 0): { from: string; to: string }[] {
  const open = workDays(hours, fromMs, days);
  const closed: { from: string; to: string }[] = [];
  const isOutside = untilMs > fromMs && open[0] !== undefined && untilMs < open[0].openMs;
  let from = isOutside ? untilMs : fromMs - DAY_MS;
  for (const [day, { openMs, closeMs }] of open.entries()) {
    if (openMs > from) closed.push({ from: new Date(from).toISOString(), to: new Date(openMs).toISOString() });
    from = day === 0 ? Math.max(closeMs, untilMs) : closeMs;
  }
  return closed;
}
