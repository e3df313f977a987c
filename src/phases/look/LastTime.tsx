"use client";
import Link from "next/link";
import { summaryOf } from "@/core/answers/ledger/summary";
import { useIsAway, useJob } from "@/store/jobs";
import { Fold } from "@/ui/Fold";
import { fullTime } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";

/** What is known of the pieces from the visit before. */
export function LastTime() {
  const { job } = useBay();
  const before = useJob(job.from?.jobId);
  const coming = useIsAway(job.from?.jobId);
  if (!job.from) return null;
  const lines = before ? summaryOf(before).lastTime : [];
  return (
    <Fold
      title={job.from.kind === "comeback" ? "Marks came back" : "Last time"}
      note={before ? fullTime(Date.parse(before.events.at(-1)?.at ?? before.createdAt)) : undefined}
      startOpen
      testId="last-time"
    >
      {!before && !coming && <p>The job before is no longer on this device.</p>}
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
