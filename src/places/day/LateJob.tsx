"use client";
import { useCallback } from "react";
import type { Job } from "@/core/job/schema";
import { useKit } from "@/store/kit";
import { timeText } from "@/ui/time";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";

const MINUTES_5 = 300_000;

/** What this job's promise needs, taken by itself. */
export function LateJob({ job, nowMs }: { job: Job; nowMs: number }) {
  const kit = useKit();
  const asOfMs = Math.floor(nowMs / MINUTES_5) * MINUTES_5;
  const savers = usePlanned(
    useCallback(
      () => (asOfMs > 0 ? planner().saversOf(job, kit, new Date(asOfMs).toISOString()) : Promise.resolve(undefined)),
      [job, kit, asOfMs],
    ),
  );
  if (!savers) return null;
  const words = savers.map(
    ({ name, usableMs, finishMs }) =>
      `with ${name.charAt(0).toLowerCase() + name.slice(1)}: ${
        usableMs === undefined ? `hands done ${timeText(finishMs, nowMs)}` : `usable ` + `${timeText(usableMs, nowMs)}`
      }`,
  );
  return (
    <li className="soft" data-testid="needs">
      {job.title}, begun now:{" "}
      {words.length > 0 ? words.join("; ") : "nothing here makes it sooner, so agree a later time"}.
    </li>
  );
}
