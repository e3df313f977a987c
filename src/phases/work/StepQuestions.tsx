"use client";

import { own } from "@/core/job/lookUp";
import { useState } from "react";
import { record, setCloth, setFastness, setFinding } from "@/core/job/change";
import { AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { CARE_CODES, type CareCode } from "@/core/ground/catalog/builds";
import { TRIAL_RESULTS, type RanTo, type TrialResult } from "@/core/ground/catalog/findings";
import type { History } from "@/core/job/history";
import type { MarkFinding, TrialEvent } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
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
        onPick={(value) => run("Care label", setCloth(view.clothOwner, "careCode", value))}
      />
      <div className="mt-2">
        <Act variant="chip" onAct={() => run("Nothing beside it", setCloth(view.clothOwner, "neighbours", []))}>
          Nothing electric beside or under it
        </Act>
      </div>
    </div>
  );
}

/** What lay under it: how deep the spills on this zone went. */
export function WhatLayThere({ step }: { step: Step }) {
  const { run, job, assessment } = useBay();
  const marks = job.findings.order.flatMap((id) => {
    const finding = own(job.findings.byId, id)!;
    const open = finding.kind === "mark" && step.zoneIds.includes(finding.zoneId);
    return open && assessment.plan.marks[id]?.state === "open" ? [{ id, ranTo: finding.ranTo }] : [];
  });
  if (marks.length === 0) return null;
  return (
    <div className="mb-3">
      <h3>What lay there</h3>
      <Chips<RanTo>
        label="What lay there"
        choices={choicesOf(UNDER_IT)}
        value={marks[0]!.ranTo}
        onPick={(value) =>
          run("What lay there", ...marks.map(({ id }) => setFinding<MarkFinding, "ranTo">(id, "ranTo", value)))
        }
      />
    </div>
  );
}

const UNDER_IT: Record<RanTo, string> = {
  face: "White and dry",
  foam: "Damp or stained foam",
  below: "It ran through",
};

const ROUNDS = ["1", "2", "3", "4"].map((id) => ({ id, name: id === "4" ? "4 or more" : id }));

/** How a trial on any of these came out, once somebody said so. */
export const trialResult = ({ standing }: History, zoneIds: readonly string[]): TrialEvent | undefined =>
  standing.findLast(
    (event): event is TrialEvent => event.kind === "trial" && event.zoneIds.some((id) => zoneIds.includes(id)),
  );

/** How a trial patch came out: rounds first, then what it looks like; that sets the plan of the rest. */
export function TrialResultChips({ step }: { step: Step }) {
  const { run, assessment } = useBay();
  const [rounds, setRounds] = useState("2");
  const said = trialResult(assessment.history, step.zoneIds);
  const came = (result: TrialResult) =>
    run(
      "Trial patch",
      record({ kind: "trial", id: newId(), at: nowIso(), zoneIds: step.zoneIds, rounds: Number(rounds), result }),
    );
  return (
    <div className="mb-3" data-testid="trial-result">
      <h3>Rounds it took</h3>
      <Chips label="Rounds it took" choices={ROUNDS} value={rounds} onPick={(value) => setRounds(value ?? rounds)} />
      <h3 className="mt-2">It is now</h3>
      <Chips<TrialResult>
        label="The patch is now"
        choices={choicesOf(TRIAL_RESULTS)}
        value={said?.result}
        onPick={(value) => value && came(value)}
      />
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
          variant="chip"
          onAct={() => run(`${AGENTS[agent].name} runs`, setFastness(view.clothOwner, agent, 3))}
        >
          {AGENTS[agent].name} took colour off
        </Act>
      ))}
    </div>
  );
}
