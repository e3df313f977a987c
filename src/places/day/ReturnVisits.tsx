"use client";
import { daysLater } from "@/core/ground/quantity/calendarDays";
import Link from "next/link";
import { AFTERCARE } from "@/core/ground/catalog/aftercare";
import { historyOf, lastOf } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { timeText } from "@/ui/time";

const DAY_MS = 86_400_000;
/** As long as this a visit to look again stays on the list, days. */
const SHOWN_DAYS = 14;

/** Jobs given back with marks in them: somebody looks again when it has dried through. */
export function ReturnVisits({ jobs, nowMs }: { jobs: readonly Job[]; nowMs: number }) {
  const due = jobs
    .flatMap((job) => {
      const handed = lastOf(historyOf(job), "handed-back");
      const marks = Object.values(job.findings.byId).some(({ kind }) => kind === "mark");
      const atMs = handed && marks ? daysLater(Date.parse(handed.at), AFTERCARE["look-again"].afterDays) : Infinity;
      return Math.abs(atMs - nowMs) < SHOWN_DAYS * DAY_MS ? [{ job, atMs }] : [];
    })
    .sort((a, b) => a.atMs - b.atMs);
  if (due.length === 0) return null;
  return (
    <div className="block">
      <h2>Look again</h2>
      {due.map(({ job, atMs }) => (
        <div key={job.id} className="line-step">
          <span className="line-what">
            <Link prefetch={false} href={`/bay?job=${job.id}&phase=dry`}>
              {job.title}
            </Link>{" "}
            <span className="soft">{[job.customer, job.place].filter(Boolean).join(" · ")}</span>
          </span>
          <span className="line-more">{timeText(atMs, nowMs)}</span>
        </div>
      ))}
    </div>
  );
}
