"use client";
import { Suspense, type ComponentType } from "react";
import { BayFrame } from "@/bay/BayFrame";
import type { PhaseId } from "@/bay/state/phases";
import { later } from "@/ui/later";

const LOADS: Record<PhaseId, () => Promise<ComponentType>> = {
  look: () => import("@/phases/look/LookPhase").then(({ LookPhase }) => LookPhase),
  test: () => import("@/phases/test/TestPhase").then(({ TestPhase }) => TestPhase),
  plan: () => import("@/phases/plan/PlanPhase").then(({ PlanPhase }) => PlanPhase),
  mix: () => import("@/phases/mix/MixPhase").then(({ MixPhase }) => MixPhase),
  work: () => import("@/phases/work/WorkPhase").then(({ WorkPhase }) => WorkPhase),
  dry: () => import("@/phases/dry/DryPhase").then(({ DryPhase }) => DryPhase),
  handback: () => import("@/phases/handback/HandBackPhase").then(({ HandBackPhase }) => HandBackPhase),
};
const PHASES = Object.fromEntries(Object.entries(LOADS).map(([id, load]) => [id, later(load)])) as Record<
  PhaseId,
  ComponentType
>;

// The phase that was asked for comes while the job is read and planned, not after.
if (typeof window !== "undefined") {
  const asked = new URLSearchParams(window.location.search).get("phase") ?? "look";
  if (Object.hasOwn(LOADS, asked)) LOADS[asked as PhaseId]().catch(() => undefined);
}

export default function BayPage() {
  return (
    <Suspense>
      <BayFrame phases={PHASES} />
    </Suspense>
  );
}
