"use client";
import Link from "next/link";
import { lastTimeOf } from "@/core/answers/ledger/lastTime";
import { useJobsState } from "@/store/jobs";
import { Fold } from "@/ui/Fold";
import { fullTime } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";

/** What is known of the pieces from the visit before. */
export function LastTime() {
  const { job } = useBay();
  const before = useJobsState(({ stored }) => (job.from ? stored[job.from.jobId] : undefined));
  if (!job.from) return null;
  const lines = before ? lastTimeOf(before) : [];
  return (
    <Fold
      title={job.from.kind === "comeback" ? "Marks came back" : "Last time"}
      note={before ? fullTime(Date.parse(before.events.at(-1)?.at ?? before.createdAt)) : undefined}
      startOpen
      testId="last-time"
    >
      {!before && <p>The job before is no longer on this device.</p>}
      {lines.length > 0 ? (
        <ul>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : (
        before && <p>Nothing was recorded of it.</p>
      )}
      {before && (
        <p>
          <Link prefetch={false} href={`/bay?job=${before.id}&phase=handback`}>
            Open that job
          </Link>
        </p>
      )}
    </Fold>
  );
}
