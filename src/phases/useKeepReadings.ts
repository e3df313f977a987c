"use client";
import { readingsOps, type NewReading } from "@/core/job/readings";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { useBay } from "@/bay/state/BayContext";

/** Records readings, with all that follows from them. */
export function useKeepReadings() {
  const { job, run } = useBay();
  return (readings: NewReading[], label: string) => run(label, ...readingsOps(job, readings, newId, nowIso()));
}
