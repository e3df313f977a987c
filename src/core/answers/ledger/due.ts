import { AFTERCARE, CLEAN_AGAIN_MONTHS } from "@/core/ground/catalog/aftercare";
import type { Appointment } from "@/core/answers/handback/appointments";
import type { LedgerJob } from "./summary";

const DAY_MS = 86_400_000;
const MONTH_DAYS = 30.4;
const VISIT_MIN = 30;

/** What is due after jobs that were handed back, by their records alone, the next first. */
export function dueOf(ledger: readonly LedgerJob[]): (Appointment & { jobId: string; customer: string })[] {
  return ledger
    .filter(({ handedBack }) => handedBack)
    .flatMap(({ job, at, steps }) => {
      const soils = Object.values(job.zones.byId).flatMap(({ soil }) => (soil ? [CLEAN_AGAIN_MONTHS[soil]] : []));
      const make = (id: string, kind: Appointment["kind"], title: string, words: string, days: number) => {
        const startMs = Date.parse(at) + days * DAY_MS;
        return {
          id: `${job.id}-${id}`,
          jobId: job.id,
          customer: job.customer,
          kind,
          title: `${title}: ${job.title}`,
          words,
          place: [job.place, job.customer].filter(Boolean).join(", "),
          startMs,
          endMs: startMs + VISIT_MIN * 60_000,
        };
      };
      const of = (id: keyof typeof AFTERCARE, kind: Appointment["kind"]) =>
        make(id, kind, AFTERCARE[id].title, AFTERCARE[id].words, AFTERCARE[id].afterDays);
      return [
        ...(job.findings.order.some((id) => job.findings.byId[id]!.kind === "mark")
          ? [of("look-again", "return")]
          : []),
        ...(job.choices.beside?.includes("leather") ? [of("leather", "aftercare")] : []),
        ...(steps.some(({ agent }) => agent === "protector") ? [of("protector", "aftercare")] : []),
        ...(soils.length > 0
          ? [
              make(
                "clean-again",
                "aftercare",
                "Clean it again",
                "By how soiled it was this time.",
                Math.min(...soils) * MONTH_DAYS,
              ),
            ]
          : []),
      ];
    })
    .sort((a, b) => a.startMs - b.startMs);
}
