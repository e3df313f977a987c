import type { Job } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";

/** Who closes a job once it is dry: whoever has it then. */

type ClosedBy = "us" | "owner" | "second visit";

/** Taken damp, the owner lets belts and mats back and raises the pile; what takes an agent is a second visit. */
export const closedBy = ({ agent, proves }: Step, { promises }: Pick<Job, "promises">): ClosedBy =>
  promises.dampHandBackAgreed !== true ? "us" : agent || proves ? "second visit" : "owner";

/** Hands on what we close ourselves, min. @param by those whose minutes count */
export const laterMinOf = (
  later: readonly Step[],
  job: Pick<Job, "promises">,
  by: readonly ClosedBy[] = ["us"],
): number => later.reduce((sum, step) => sum + (by.includes(closedBy(step, job)) ? step.minutes.value : 0), 0);
