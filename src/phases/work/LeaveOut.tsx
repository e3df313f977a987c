"use client";
import { record } from "@/core/job/change";
import { useState } from "react";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

const SKIP_REASONS = ["Not needed here", "No time", "The owner said no", "Not safe here"] as const;

/** A step is left out with a reason, never without. */
export function LeaveOut({ step, once }: { step: Step; once: (work: () => void) => void }) {
  const { run, hands } = useBay();
  const [asking, setAsking] = useState(false);
  const { key: stepKey, title, action, zoneIds, findingId } = step;
  const leave = (reason: string) => {
    const by = { ...(hands > 1 ? { by: hands } : {}), ...(findingId ? { findingId } : {}) };
    const event = { kind: "skip" as const, id: newId(), at: nowIso(), stepKey, title, action, zoneIds, ...by, reason };
    run(`Leave out: ${title}`, record(event));
  };
  if (!asking)
    return (
      <Act variant="link" onAct={() => setAsking(true)}>
        Leave it out
      </Act>
    );
  return SKIP_REASONS.map((reason) => (
    <Act key={reason} variant="chip" onAct={() => once(() => leave(reason))}>
      {reason}
    </Act>
  ));
}
