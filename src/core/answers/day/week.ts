import { daysLater } from "@/core/ground/quantity/calendarDays";
import type { Job } from "@/core/job/schema";
import type { WorkDay } from "./hours";

/** Which day each job falls on. */

export interface ToPlace {
  jobId: string;
  /** From the door of the one before to the end of the packing up, min; 0 where no hands are needed. */
  minutes: number;
  /** The first thing promised, ms since 1970; Infinity where nothing is. */
  dueMs: number;
  /** Until when hands may be at it for that, packing up among it, ms since 1970; Infinity where nothing is promised. */
  handsByMs: number;
  /** Somebody is at it, so it is today's whatever else there is. */
  begun: boolean;
  /** The day somebody chose, or "later": on none of these. */
  on?: string;
}

export interface PlacedDay extends WorkDay {
  jobIds: string[];
  /** From now on, less the break, min. */
  roomMin: number;
  usedMin: number;
  /** How long hands may stay, ms since 1970: a little over the hours to end a visit, longer where somebody asked. */
  untilMs: number;
  /** What was promised for its evening, and keeps hands past its hours. */
  asked: readonly string[];
  /** More than hands stay for: the rest goes on the next morning. */
  spills: boolean;
}

export interface Week {
  days: PlacedDay[];
  /** Put off, or without room on any of them. */
  later: string[];
  /** Whose day begins when what was promised is due already, and the last day before that. */
  missed: { jobId: string; before?: string }[];
  /** How long each keeps the hands, min. */
  minutes: Readonly<Record<string, number>>;
}

const MINUTE_MS = 60_000;
/** Steps take whole minutes, and their waits leave gaps: a visit is a little longer than its sum, min. Judgement. */
const SPARE_MIN = 15;

/**
 * Until when hands may be at a job for what was promised of it, ms since 1970; Infinity where nothing is.
 * @param stillMin what follows with no hands in it before it may be used, min
 * @param packUpMin what follows with hands in it, min
 */
export function handsByMs({ promises }: Pick<Job, "promises">, stillMin: number, packUpMin: number): number {
  const { handBackAt, usableAt, dampHandBackAgreed } = promises;
  const by = (at: string | undefined, still: number) =>
    at === undefined ? Infinity : Date.parse(at) - still * MINUTE_MS;
  return Math.min(by(handBackAt, dampHandBackAgreed ? 0 : stillMin), by(usableAt, stillMin)) + packUpMin * MINUTE_MS;
}

/**
 * Lays jobs on days: what runs today, what somebody chose where they chose it, the rest by what was promised first, on
 * the first day that has room for all of it. What is longer than any day has the first that is empty. A day goes on
 * past its hours for what was promised for its evening and can be done by then, and for nothing else.
 * @param breakMin what is left of its break on a day
 */
export function weekOf(
  jobs: readonly ToPlace[],
  days: readonly WorkDay[],
  nowMs: number,
  breakMin: (day: WorkDay) => number = () => 0,
): Week {
  const placed = days.map((day): PlacedDay => {
    const openMin = (day.closeMs - Math.max(nowMs, day.openMs)) / MINUTE_MS;
    const roomMin = Math.max(0, openMin - breakMin(day));
    return { ...day, jobIds: [], usedMin: 0, asked: [], spills: false, untilMs: day.closeMs, roomMin };
  });
  const later: string[] = [];
  // What nobody promised comes last, and among themselves no difference is infinite.
  const dueOf = ({ dueMs }: ToPlace) => Math.min(dueMs, Number.MAX_SAFE_INTEGER);
  /** When hands are through with a day and so many minutes more. */
  const throughMs = ({ openMs, closeMs, roomMin, usedMin }: PlacedDay, more: number) => {
    const fromMs = Math.max(nowMs, openMs);
    const breakMs = Math.max(0, closeMs - fromMs - roomMin * MINUTE_MS);
    return fromMs + breakMs + (usedMin + more) * MINUTE_MS;
  };
  /** The day in whose evening something was promised of it, after the hours. */
  const eveningOf = ({ dueMs, handsByMs }: ToPlace) => {
    const day = placed.findLast(({ openMs }) => openMs < dueMs);
    return day && handsByMs > day.closeMs && handsByMs <= daysLater(day.openMs, 1) ? day : undefined;
  };
  const put = (job: ToPlace, day: PlacedDay | undefined) => {
    if (!day) return void later.push(job.jobId);
    day.jobIds.push(job.jobId);
    day.usedMin += job.minutes;
    const isOver = day.usedMin > day.roomMin;
    if (isOver && eveningOf(job) === day) day.asked = [...day.asked, job.jobId];
    const asked = jobs.filter(({ jobId }) => day.asked.includes(jobId));
    // Begun all the same it is ended, however late; nobody comes back in the morning for the rest of it.
    const itselfMs = throughMs(
      { ...day, usedMin: 0 },
      asked.reduce((sum, { minutes }) => sum + minutes, 0),
    );
    const askedMs = Math.max(itselfMs, ...asked.map((each) => each.handsByMs));
    const staysMs = Math.max(day.closeMs, Math.min(throughMs(day, 0), askedMs));
    // What is more than fits, and was not asked for, goes on the next morning.
    day.spills = isOver && (asked.length === 0 || throughMs(day, 0) > staysMs);
    day.untilMs = isOver && asked.length === 0 ? day.closeMs : staysMs + SPARE_MIN * MINUTE_MS;
  };
  const dayOf = (job: ToPlace) => {
    const day = dayWithRoom(placed, job.minutes) ?? placed.find(({ usedMin, roomMin }) => usedMin === 0 && roomMin > 0);
    const evening = day && day.openMs < job.dueMs ? undefined : eveningOf(job);
    return evening && throughMs(evening, job.minutes) <= job.handsByMs ? evening : day;
  };
  const chosen = (job: ToPlace) => (job.begun ? placed[0] : placed.find(({ key }) => key === job.on));
  for (const job of jobs) if (chosen(job)) put(job, chosen(job));
  const free = jobs.filter((job) => !chosen(job)).sort((a, b) => dueOf(a) - dueOf(b) || a.jobId.localeCompare(b.jobId));
  for (const job of free) put(job, job.on === "later" ? undefined : dayOf(job));
  const missed = jobs.flatMap(({ jobId, dueMs }) => {
    const day = placed.find(({ jobIds }) => jobIds.includes(jobId));
    if (!day || day.openMs < dueMs) return [];
    const before = placed.findLast(({ openMs }) => openMs < dueMs)?.key;
    return [{ jobId, ...(before === undefined ? {} : { before }) }];
  });
  return { days: placed, later, missed, minutes: Object.fromEntries(jobs.map((job) => [job.jobId, job.minutes])) };
}

/** The first day that has room for so many minutes more. */
export const dayWithRoom = (days: readonly PlacedDay[], minutes: number): PlacedDay | undefined =>
  days.find(({ usedMin, roomMin }) => usedMin + minutes <= roomMin);
