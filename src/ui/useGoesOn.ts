import { goesOnMs, hoursSaid } from "@/core/answers/day/hours";
import type { History } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { useSettings } from "@/store/settings";

/** When hands go on with a job, by the hours of this device. */
export function useGoesOn(): (job: Job, history: History, nowMs: number) => number {
  const { day } = useSettings();
  const hours = day?.hours;
  return (job, history, nowMs) => goesOnMs(hoursSaid(hours), job, history, nowMs);
}
