import type { Assessment } from "@/core/answers/assess/assess";
import { AFTERCARE, CLEAN_AGAIN_MONTHS } from "@/core/ground/catalog/aftercare";
import { lastOf } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
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
const DAY_MS = 86_400_000;
const RETURN_MIN = 30;
const REMINDER_MIN = 15;

/**
 * The job, its promises, the visit to look again, and what is due later.
 * @param nowMs the caller's clock
 * @returns by their start; nothing for a job with nothing to do and nothing done
 */
export function appointmentsOf(job: Job, assessment: Assessment, nowMs: number): Appointment[] {
  const { history, plan, order } = assessment;
  const { times, finish, usable } = forecastAt(assessment, job, nowMs);
  const begun = history.standing.find(({ kind }) => kind === "start" || kind === "done");
  if (!begun && order.tasks.length === 0) return [];
  const place = [job.place, job.customer].filter(Boolean).join(", ");
  const made: Appointment[] = [];
  const add = (id: string, kind: Appointment["kind"], title: string, words: string, startMs: number, minutes: number) =>
    made.push({
      id: `${job.id}-${id}`,
      kind,
      title: `${title}: ${job.title}`,
      words,
      place,
      startMs,
      endMs: startMs + minutes * MINUTE_MS,
    });
  const startMs = begun ? Date.parse(begun.at) : (times[0]?.startMs ?? nowMs);
  const endMs =
    order.tasks.length > 0 ? finish.atMs : Math.max(startMs, ...history.done.map(({ at }) => Date.parse(at)));
  const steps =
    order.tasks.length > 0
      ? [...new Set(order.tasks.map(({ step }) => step.title))]
      : [...new Set(history.done.map(({ title }) => title))];
  add("work", "work", "Work", steps.join(". "), startMs, Math.max(1, (endMs - startMs) / MINUTE_MS));
  const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
  if (handBackAt)
    add(
      "hand-back",
      "promise",
      "Hand back",
      dampHandBackAgreed ? "Given back damp, as agreed." : "Given back dry.",
      Date.parse(handBackAt),
      REMINDER_MIN,
    );
  if (usableAt)
    add(
      "usable",
      "promise",
      "Usable",
      `Promised dry by now.${usable ? "" : " It does not dry like this: see Dry."}`,
      Date.parse(usableAt),
      REMINDER_MIN,
    );
  const handed = lastOf(history, "handed-back");
  const from = Math.max(endMs, handed ? Date.parse(handed.at) : 0);
  const after = (days: number) => from + days * DAY_MS;
  if (
    Object.keys(plan.marks).length > 0 &&
    (order.tasks.some(({ step }) => step.waterOnLPerM2 > 0) ||
      history.done.some(({ waterOnLPerM2 = 0 }) => waterOnLPerM2 > 0))
  ) {
    const { title, words, afterDays } = AFTERCARE["look-again"];
    add("look-again", "return", title, words, Math.max(after(afterDays), usable?.atMs ?? 0), RETURN_MIN);
  }
  if (job.choices.beside?.includes("leather"))
    add(
      "leather",
      "aftercare",
      AFTERCARE.leather.title,
      AFTERCARE.leather.words,
      after(AFTERCARE.leather.afterDays),
      RETURN_MIN,
    );
  if (job.choices.protect)
    add(
      "protector",
      "aftercare",
      AFTERCARE.protector.title,
      AFTERCARE.protector.words,
      after(AFTERCARE.protector.afterDays),
      RETURN_MIN,
    );
  const soils = Object.values(plan.zones).flatMap(({ view }) =>
    view.soil ? [CLEAN_AGAIN_MONTHS[view.soil.level]] : [],
  );
  if (soils.length > 0)
    add(
      "clean-again",
      "aftercare",
      "Clean it again",
      "By how soiled it was this time.",
      after(Math.min(...soils) * 30.4),
      RETURN_MIN,
    );
  return made.sort((a, b) => a.startMs - b.startMs);
}
