import type { Assessment } from "./assess";
import { lastOf } from "@/core/job/history";

export type JobStage = "new" | "planned" | "working" | "drying" | "handed-back";

export interface JobState {
  stage: JobStage;
  /** What to do next, in words, and where. */
  next: string;
  phase: "look" | "work" | "plan" | "dry" | "handback";
}

/** Where a job stands, from what was recorded and what is left. */
export function jobState({ plan, history, drying, order }: Assessment): JobState {
  const first = order.tasks[0]?.step;
  const begun = history.standing.some(({ kind }) => kind === "start" || kind === "done");
  const referred = Object.values(plan.marks).some(({ state }) => state === "referred");
  if (lastOf(history, "handed-back")) return { stage: "handed-back", next: "Handed back", phase: "handback" };
  if (first) return { stage: begun ? "working" : "planned", next: first.title, phase: begun ? "work" : "plan" };
  if (begun && Object.keys(drying).length > 0)
    return { stage: "drying", next: "Judge the marks when dry, then hand back", phase: "dry" };
  if (begun) return { stage: "drying", next: "Hand back", phase: "handback" };
  if (referred) return { stage: "planned", next: "Refer it, and tell the owner", phase: "plan" };
  return { stage: "new", next: "Look it over and mark what you find", phase: "look" };
}
