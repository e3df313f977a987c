import type { WorkDay } from "./hours";

/** Which day each job falls on. */

export interface ToPlace {
  jobId: string;
  /** From the door of the one before to the end of the packing up, min; 0 where no hands are needed. */
  minutes: number;
  /** The first thing promised, ms since 1970; Infinity where nothing is. */
  dueMs: number;
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

/**
 * Lays jobs on days: what runs today, what somebody chose where they chose it, the rest by what was promised first, on
 * the first day that has room for all of it. What is longer than any day has the first that is empty.
 * @param breakMin of each day
 */
export function weekOf(jobs: readonly ToPlace[], days: readonly WorkDay[], nowMs: number, breakMin = 0): Week {
  const placed = days.map((day): PlacedDay => {
    const open = (day.closeMs - Math.max(nowMs, day.openMs)) / MINUTE_MS;
    const whole = (day.closeMs - day.openMs) / MINUTE_MS;
    // Of a day that is half over half the break is gone.
    return { ...day, jobIds: [], usedMin: 0, roomMin: Math.max(0, open - (breakMin * open) / whole) };
  });
  const later: string[] = [];
  // What nobody promised comes last, and among themselves no difference is infinite.
  const dueOf = ({ dueMs }: ToPlace) => Math.min(dueMs, Number.MAX_SAFE_INTEGER);
  const put = ({ jobId, minutes }: ToPlace, day: PlacedDay | undefined) => {
    if (!day) return void later.push(jobId);
    day.jobIds.push(jobId);
    day.usedMin += minutes;
  };
  const chosen = (job: ToPlace) => (job.begun ? placed[0] : placed.find(({ key }) => key === job.on));
  for (const job of jobs) if (chosen(job)) put(job, chosen(job));
  const free = jobs.filter((job) => !chosen(job)).sort((a, b) => dueOf(a) - dueOf(b) || a.jobId.localeCompare(b.jobId));
  for (const job of free)
    put(
      job,
      job.on === "later"
        ? undefined
        : (dayWithRoom(placed, job.minutes) ?? placed.find(({ usedMin }) => usedMin === 0)),
    );
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
