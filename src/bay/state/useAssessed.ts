"use client";
import { useCallback } from "react";
import type { Job, Kit } from "@/core/job/schema";
import type { Planned } from "@/core/answers/assess/planned";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";

/** A plan with what it was made from: screens draw both from one moment, never a new job beside an old plan. */
interface Assessed {
  job: Job;
  kit: Kit;
  asOf: string;
  planned: Planned;
}

/** The newest plan of a job. @param asOfMs the moment it is weighed at; 0 while there is no clock yet */
export function useAssessed(job: Job | undefined, kit: Kit, asOfMs: number): Assessed | undefined {
  const made = usePlanned(
    useCallback(async (): Promise<Assessed | undefined> => {
      if (!job || asOfMs <= 0) return undefined;
      const asOf = new Date(asOfMs).toISOString();
      const start = performance.now();
      const planned = await planner().assess(job, kit, asOf);
      performance.measure("plan", { start });
      return { job, kit, asOf, planned };
    }, [job, kit, asOfMs]),
  );
  return made?.job.id === job?.id ? made : undefined;
}
