"use client";
import { AGENTS, type AgentId } from "@/core/catalog/agents";
import { EVIDENCE, EVIDENCE_IDS, testOf, type EvidenceId, type Outcome } from "@/core/catalog/evidence";
import { familyOf } from "@/core/catalog/families";
import type { MarkFinding } from "@/core/job/schema";
import type { FamilyBelief } from "@/core/diagnosis/diagnose";
import { outcomeName } from "@/core/diagnosis/diagnose";
import { fastnessOf } from "@/core/treatment/facts";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/BayContext";
import { MarkPicker } from "../MarkPicker";
import { clothPath } from "../cloth";

/** Know what it is: evidence by chips, families ranked with what pushed each, colourfastness agent by agent. */
export function TestPhase() {
  const { finding, findingId, assessment, go } = useBay();
  if (!finding || !findingId || finding.kind !== "mark") return <MarkPicker what="Pick a mark to test" />;
  const plan = assessment.plan.marks[findingId];
  return (
    <>
      <div className="row-between">
        <h2>{plan?.name}</h2>
        <Act variant="link" onAct={() => go({ phase: "plan" })}>What this means for the first step</Act>
      </div>
      {plan?.referral && <div className="caution caution-danger" role="alert"><h3>{plan.referral.title}</h3><p>{plan.referral.words}</p></div>}
      <Beliefs beliefs={plan?.diagnosis.beliefs ?? []} finding={finding} />
      {EVIDENCE_IDS.map((test) => <EvidenceRow key={test} test={test} finding={finding} />)}
      <Fastness />
    </>
  );
}

const SHOWN = 3;

function Beliefs({ beliefs, finding }: { beliefs: FamilyBelief[]; finding: MarkFinding }) {
  const none = Object.keys(finding.evidence).length === 0;
  return (
    <div className="block" aria-live="polite" data-testid="beliefs">
      <h3>{none ? "Nothing tested yet: this is what marks usually are" : "Most likely"}</h3>
      {beliefs.slice(0, SHOWN).map(({ family, p, pushes }) => (
        <div className="belief" key={family}>
          <b><Num of={p} share testId={`belief-${family}`} /></b>
          <span><b>{familyOf(family).name}</b> <span className="soft">{familyOf(family).examples}</span></span>
          {pushes.length > 0 && <span className="pushes">{pushes.slice(0, 2).map(({ test, outcome, decibans }) => `${outcomeName(test, outcome).toLowerCase()}: ${pushWords(decibans)}`).join(" · ")}</span>}
          <svg aria-hidden preserveAspectRatio="none" viewBox="0 0 100 8"><rect width="100" height="8" fill="var(--line)" /><rect width={p.value * 100} height="8" fill="var(--plum)" /></svg>
        </div>
      ))}
    </div>
  );
}

/** Decibans in words: ten is ten times as likely. */
function pushWords(decibans: number): string {
  const size = Math.abs(decibans);
  const much = size >= 10 ? "much " : size >= 4 ? "" : size >= 1.5 ? "a little " : undefined;
  return much === undefined ? "says nothing" : `${much}${decibans > 0 ? "for it" : "against it"}`;
}

function EvidenceRow({ test, finding }: { test: EvidenceId; finding: MarkFinding }) {
  const { run, findingId } = useBay();
  const { name, how } = testOf(test);
  const outcomes = Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>).map(([id, outcome]) => ({ id, name: outcome.name }));
  return (
    <div className="block">
      <h3>{name}</h3>
      <p className="soft">{how}</p>
      <Chips label={name} choices={outcomes} value={finding.evidence[test]} onPick={(value) => run(name, { op: "set", path: ["findings", "byId", findingId!, "evidence", test], value })} />
    </div>
  );
}

const FASTNESS = [
  { id: "5", name: "White stays white" },
  { id: "4", name: "A trace" },
  { id: "3", name: "Colour comes off" },
] as const;

/** One row an agent that the plan may want on this cloth. */
function Fastness() {
  const { zone, run, assessment } = useBay();
  if (!zone) return null;
  const wanted = new Set<AgentId>(assessment.plan.steps.filter(({ zoneIds }) => zoneIds.includes(zone.id)).flatMap(({ agent, proves = [] }) => (agent ? [agent, ...proves] : proves)));
  for (const agent of Object.keys(zone.cloth.fastness ?? {}) as AgentId[]) wanted.add(agent);
  return (
    <div className="block">
      <h3>Colourfastness on a hidden place</h3>
      <p className="soft">White cloth damp with the agent, a minute's press. Worse than a trace (step 4 of the grey scale): not wet with it.</p>
      {wanted.size === 0 && <p>No wet agent is planned here yet.</p>}
      {[...wanted].map((agent) => (
        <div key={agent} className="mb-3">
          <div className="form-label">{AGENTS[agent].name}{fastnessOf(zone, agent) === "poor" ? ": runs, not on this cloth" : ""}</div>
          <Chips label={`Colourfastness of ${AGENTS[agent].name}`} choices={FASTNESS} value={FASTNESS.find(({ id }) => Number(id) === zone.cloth.fastness?.[agent])?.id} onPick={(value) => run(`Colourfastness, ${AGENTS[agent].name}`, { op: "set", path: [...clothPath(zone), "fastness", agent], value: value && Number(value) })} />
        </div>
      ))}
    </div>
  );
}
