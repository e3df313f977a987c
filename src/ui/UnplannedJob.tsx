"use client";
import Link from "next/link";
import type { Job } from "@/core/job/schema";
import { deleteJobs } from "@/store/jobs";
import { exportJob } from "@/store/saveFile";
import { Act } from "./Act";

/** A job that cannot be planned: why, and what may still be done with it. */
export function UnplannedJob({ job, problem, inBay }: { job: Job; problem: string; inBay?: boolean }) {
  return (
    <div className="caution mt-3" role="alert" data-testid={`unplanned-${job.id}`}>
      <h3>&ldquo;{job.title}&rdquo; cannot be planned</h3>
      <p>{problem} What was recorded is kept.</p>
      <div className="row-wrap mt-2">
        {!inBay && (
          <Link prefetch={false} className="btn btn-outline-primary" href={`/bay?job=${job.id}&phase=look`}>
            Open
          </Link>
        )}
        <Act onAct={() => exportJob(job, new Date().toISOString())} aria-label={`Export ${job.title}`}>
          Export
        </Act>
        <Act onAct={() => void deleteJobs([job], `"${job.title}" was deleted.`)} aria-label={`Delete ${job.title}`}>
          Delete
        </Act>
      </div>
    </div>
  );
}
