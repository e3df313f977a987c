import { firstPromiseMs } from "@/core/job/firstPromise";
import type { Job } from "@/core/job/schema";
import type { JobStage } from "@/core/answers/assess/state";
import { endOfDay } from "date-fns";

/** The jobs in the order somebody wants to see them in. */

interface Listed {
  job: Job;
  planned?: { state: { stage: JobStage } };
}

interface Groups<R> {
  /** At work, drying, or promised for today or sooner. */
  today: R[];
  /** By promise; what was promised nothing last, the newest of it first. */
  later: R[];
  handedBack: R[];
}

const BUSY: readonly JobStage[] = ["working", "drying"];

/** @param nowMs ms since 1970 */
export function inGroups<R extends Listed>(rows: readonly R[], nowMs: number): Groups<R> {
  const tonightMs = endOfDay(nowMs).getTime();
  const stageOf = ({ planned, job }: R): JobStage =>
    planned?.state.stage ?? (job.events.some(({ kind }) => kind === "handed-back") ? "handed-back" : "new");
  const isToday = (row: R) => BUSY.includes(stageOf(row)) || firstPromiseMs(row.job) <= tonightMs;
  const busyFirst = (row: R) => Number(!BUSY.includes(stageOf(row)));
  const due = ({ job }: R) => Math.min(firstPromiseMs(job), Number.MAX_SAFE_INTEGER);
  const sorted = [...rows].sort(
    (a, b) =>
      busyFirst(a) - busyFirst(b) ||
      due(a) - due(b) ||
      b.job.createdAt.localeCompare(a.job.createdAt) ||
      a.job.title.localeCompare(b.job.title),
  );
  const open = sorted.filter((row) => stageOf(row) !== "handed-back");
  return {
    today: open.filter(isToday),
    later: open.filter((row) => !isToday(row)),
    handedBack: sorted.filter((row) => stageOf(row) === "handed-back"),
  };
}

/** Whether a job holds every word somewhere in its title, customer, place or number. */
export function holdsWords({ title, customer, place }: Job, words: string): boolean {
  const all = [title, customer, place].filter(Boolean).join(" ").toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}
