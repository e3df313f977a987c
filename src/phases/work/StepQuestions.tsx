"use client";
import { clothOwnerOf } from "@/core/judgement/zones/zoneView";
import { setCloth, setFastness } from "@/core/job/change";
import { AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { CARE_CODES, type CareCode } from "@/core/ground/catalog/builds";
import type { Step } from "@/core/judgement/treatment/step/step";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { useBay } from "@/bay/state/BayContext";

/** What the look showed, picked where it is needed. */
export function CheckFirst({ step }: { step: Step }) {
  const { run, assessment } = useBay();
  const view = assessment.plan.zones[step.zoneIds[0]!]!.view;
  return (
    <div className="mb-3">
      <h3>The label says</h3>
      <Chips<CareCode>
        label="Care label"
        choices={choicesOf(CARE_CODES)}
        value={view.cloth.careCode}
        onPick={(value) => run("Care label", setCloth(clothOwnerOf(view), "careCode", value))}
      />
      <div className="mt-2">
        <Act className="chip" onAct={() => run("Nothing beside it", setCloth(clothOwnerOf(view), "neighbours", []))}>
          Nothing electric beside or under it
        </Act>
      </div>
    </div>
  );
}

/** Which agent ran, if one did; nothing to tap when the white cloth stayed white. */
export function ProofOfAgents({ step }: { step: Step }) {
  const { run, assessment } = useBay();
  const view = assessment.plan.zones[step.zoneIds[0]!]!.view;
  return (
    <div className="chips mb-3" role="group" aria-label="An agent that ran">
      {step.proves!.map((agent: AgentId) => (
        <Act
          key={agent}
          className="chip"
          onAct={() => run(`${AGENTS[agent].name} runs`, setFastness(clothOwnerOf(view), agent, 3))}
        >
          {AGENTS[agent].name} took colour off
        </Act>
      ))}
    </div>
  );
}
