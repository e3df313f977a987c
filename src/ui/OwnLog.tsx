"use client";
import { timedSteps } from "@/core/judgement/learnt/own";
import { useKit } from "@/store/kit";

/** How much of the minutes here is the technician's own; nothing while they are the table's. */
export function OwnMinutes() {
  const steps = timedSteps(useKit().experience);
  return steps === 0 ? null : (
    <p className="soft" data-testid="own-minutes">
      Minutes go by {steps} timed {steps === 1 ? "step" : "steps"} of your own beside the table; each opens to show how
      much.
    </p>
  );
}
