"use client";
import Link from "next/link";
import { useMemo } from "react";
import { dueOf } from "@/core/answers/ledger/due";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import { Act } from "@/ui/Act";
import { fetched } from "@/ui/fetched";
import { dateText } from "@/ui/time";

const DAY_MS = 86_400_000;
/** What was due longer ago than this has been seen to, or is not asked for any more, days. Judgement. */
const PAST_DAYS = 14;
const SHOWN = 60;

/** Visits that are due again, the next first; they go into a calendar. */
export function Due({ ledger, nowMs }: { ledger: readonly LedgerJob[]; nowMs: number }) {
  const due = useMemo(() => dueOf(ledger), [ledger]).filter(({ startMs }) => startMs > nowMs - PAST_DAYS * DAY_MS);
  const save = async () => (await import("@/store/calendarFile")).exportCalendar("due-again", due);
  if (due.length === 0)
    return (
      <p>
        Nothing is due. Marks are looked at again a day after, leather and protector by their time, cloth by how soiled
        it was.
      </p>
    );
  return (
    <section aria-label="Due again" data-testid="due">
      <div className="row-between">
        <p>
          {due.length} {due.length === 1 ? "visit" : "visits"} due, the next first.
        </p>
        <Act onAct={() => fetched(save)}>Calendar file</Act>
      </div>
      {due.slice(0, SHOWN).map(({ id, jobId, title, words, customer, startMs }) => (
        <div key={id} className="line-step">
          <span className="line-what">
            <Link prefetch={false} href={`/bay?job=${jobId}&phase=handback`}>
              {title}
            </Link>{" "}
            <span className="soft">{[customer, words].filter(Boolean).join(" · ")}</span>
          </span>
          <span className="line-more">
            {startMs < nowMs ? "was due " : ""}
            {dateText(startMs)}
          </span>
        </div>
      ))}
      {due.length > SHOWN && <p>{due.length - SHOWN} more after these; all of them are in the calendar file.</p>}
    </section>
  );
}
