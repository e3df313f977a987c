"use client";
import { useCallback, useEffect, useEffectEvent, useState } from "react";
import type { Job, Kit } from "@/core/job/schema";
import type { Planned } from "@/core/answers/assess/planned";
import { usePlanned } from "@/ui/usePlanned";
import { assessed, planner } from "@/workers/planner";

/** A plan with what it was made from: screens draw both from one moment, never a new job beside an old plan. */
interface Assessed {
  job: Job;
  kit: Kit;
  asOf: string;
  planned: Planned;
  /** How often a better order was found since it was opened. */
  orders: number;
}

// The planner starts as soon as this is read, beside everything the page has to do before it can ask for a plan.
if (typeof Worker !== "undefined") planner();

/** So long after a plan nobody has asked for another, ms. */
const IDLE_MS = 3000;

/** The newest plan of a job. @param asOfMs the moment it is weighed at; 0 while there is no clock yet */
export function useAssessed(job: Job | undefined, kit: Kit, asOfMs: number): Assessed | undefined {
  const [found, setFound] = useState(0);
  const made = usePlanned(
    useCallback(async (): Promise<Assessed | undefined> => {
      if (!job || asOfMs <= 0) return undefined;
      const asOf = new Date(asOfMs).toISOString();
      const start = performance.now();
      const planned = await assessed(job, kit, asOf);
      performance.measure("plan", { start });
      return { job, kit, asOf, planned, orders: found };
    }, [job, kit, asOfMs, found]),
  );
  useBetterOrder(made, () => setFound((orders) => orders + 1));
  return made?.job.id === job?.id ? made : undefined;
}

/** In idle time the order is searched on; one that was found is planned with at once. */
function useBetterOrder(made: Assessed | undefined, onFound: () => void) {
  const tell = useEffectEvent(onFound);
  useEffect(() => {
    if (!made?.planned.ok) return;
    const { job, kit, asOf, planned } = made;
    if (planned.assessment.order.tasks.length < 2) return;
    let current = true;
    const timer = setTimeout(() => {
      void planner()
        .seekOrder(job, kit, asOf)
        .then((found) => {
          if (found && current) tell();
        })
        // The plan there is stands.
        .catch(() => undefined);
    }, IDLE_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [made]);
}
