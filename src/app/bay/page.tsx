"use client";
import { Suspense } from "react";
import { BayFrame } from "@/bay/BayFrame";
import { later } from "@/ui/later";

const PHASES = {
  look: later(() => import("@/phases/look/LookPhase").then(({ LookPhase }) => LookPhase)),
  test: later(() => import("@/phases/test/TestPhase").then(({ TestPhase }) => TestPhase)),
  plan: later(() => import("@/phases/plan/PlanPhase").then(({ PlanPhase }) => PlanPhase)),
  mix: later(() => import("@/phases/mix/MixPhase").then(({ MixPhase }) => MixPhase)),
  work: later(() => import("@/phases/work/WorkPhase").then(({ WorkPhase }) => WorkPhase)),
  dry: later(() => import("@/phases/dry/DryPhase").then(({ DryPhase }) => DryPhase)),
  handback: later(() => import("@/phases/handback/HandBackPhase").then(({ HandBackPhase }) => HandBackPhase)),
};

export default function BayPage() {
  return (
    <Suspense>
      <BayFrame phases={PHASES} />
    </Suspense>
  );
}
