import { daysLater } from "@/core/ground/quantity/calendarDays";
import { AFTERCARE } from "@/core/ground/catalog/aftercare";
import type { Appointment } from "@/core/answers/handback/appointments";
import type { LedgerJob } from "./summary";

const MONTH_DAYS = 30.4;
const VISIT_MIN = 30;

/** What is due after jobs that were handed back, by their records alone, the next first. */
export function dueOf(ledger: readonly LedgerJob[]): (Appointment & { jobId: string; customer: string })[] {
  return ledger
    .filter(({ handedBack }) => handedBack)
    .flatMap(({ id: jobId, title, customer, place, at, steps, after }) => {
      const make = (id: string, kind: Appointment["kind"], what: string, words: string, days: number) => {
        const startMs = daysLater(Date.parse(at), days);
        return {
          id: `${jobId}-${id}`,
          jobId,
          customer,
          kind,
          title: `${what}: ${title}`,
          words,
          place: [place, customer].filter(Boolean).join(", "),
          startMs,
          endMs: startMs + VISIT_MIN * 60_000,
        };
      };
      const of = (id: keyof typeof AFTERCARE, kind: Appointment["kind"]) =>
        make(id, kind, AFTERCARE[id].title, AFTERCARE[id].words, AFTERCARE[id].afterDays);
      return [
        ...(after.marks ? [of("look-again", "return")] : []),
        ...(after.leather ? [of("leather", "aftercare")] : []),
        ...(steps.some(({ agent }) => agent === "protector") ? [of("protector", "aftercare")] : []),
        ...(after.cleanAgainMonths !== undefined
          ? [
              make(
                "clean-again",
                "aftercare",
                "Clean it again",
                "By how soiled it was this time.",
                after.cleanAgainMonths * MONTH_DAYS,
              ),
            ]
          : []),
      ];
    })
    .sort((a, b) => a.startMs - b.startMs);
}
