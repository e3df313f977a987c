"use client";
import { Suspense } from "react";
import { BayFrame } from "@/bay/BayFrame";
import { DryPhase } from "@/phases/dry/DryPhase";
import { HandBackPhase } from "@/phases/handback/HandBackPhase";
import { LookPhase } from "@/phases/look/LookPhase";
import { MixPhase } from "@/phases/mix/MixPhase";
import { PlanPhase } from "@/phases/plan/PlanPhase";
import { TestPhase } from "@/phases/test/TestPhase";
import { WorkPhase } from "@/phases/work/WorkPhase";

const PHASES = { look: LookPhase, test: TestPhase, plan: PlanPhase, mix: MixPhase, work: WorkPhase, dry: DryPhase, handback: HandBackPhase };

export default function BayPage() {
  return (
    <Suspense>
      <BayFrame phases={PHASES} />
    </Suspense>
  );
}
