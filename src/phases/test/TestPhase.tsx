"use client";
import type { EvidenceId } from "@/core/ground/catalog/evidence";
import { useMemo } from "react";
import { EVIDENCE_COSTS, EVIDENCE_IDS, testOf, type EvidenceCost } from "@/core/ground/catalog/evidence";
import { familyOf } from "@/core/ground/catalog/families";
import type { MarkFinding } from "@/core/job/schema";
import { adviseTests, type TestAdvice } from "@/core/judgement/treatment/mark/testAdvice";
import { LIKELY_AT, outcomeName } from "@/core/judgement/diagnosis/diagnose";
import { priorsShare } from "@/core/judgement/learnt/own";
import { formatShare } from "@/core/ground/quantity/format";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import { wouldBegin, type MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { MarkPicker } from "../MarkPicker";
import { EvidenceRow } from "./EvidenceRow";
import { Fastness } from "./Fastness";
import { Instruments } from "./Instruments";
import { NextTestCard } from "./NextTestCard";
import { RingSigns } from "./RingSigns";
import { Fold } from "@/ui/Fold";

const COSTS = Object.keys(EVIDENCE_COSTS) as EvidenceCost[];

/** Know what it is: the most telling test next, evidence by chips, families ranked with what pushed each. */
export function TestPhase() {
  const { finding, findingId, assessment } = useBay();
  const plan = findingId ? assessment.plan.marks[findingId] : undefined;
  if (!plan || finding?.kind !== "mark") return <MarkPicker what="Pick a mark to test" />;
  return <TestOf key={findingId} finding={finding} plan={plan} />;
}

function TestOf({ finding, plan }: { finding: MarkFinding; plan: MarkPlan }) {
  const { zone, job, kit, asOf, go } = useBay();
  const advice = useMemo(() => {
    if (!zone) return undefined;
    return adviseTests(contextOf(job, kit, asOf), zone, finding, plan);
  }, [job, kit, asOf, zone, finding, plan]);
  if (!advice) return null;
  const logShare = priorsShare(kit.experience);
  const best = advice.enough ? undefined : advice.ranked[0];
  return (
    <>
      <div className="row-between">
        <h2>{plan.name}</h2>
        <Act variant="link" onAct={() => go({ phase: "plan" })}>
          Its ladder
        </Act>
      </div>
      {plan.referral && (
        <div className="caution caution-danger" role="alert">
          <h3>{plan.referral.title}</h3>
          <p>{plan.referral.words}</p>
        </div>
      )}
      <Boundary what="The next test">
        <NextTestCard advice={advice} finding={finding} />
      </Boundary>
      <Beliefs plan={plan} finding={finding} />
      {logShare > 0 && (
        <p className="soft">Where the chances begin: {formatShare(logShare)} your own log, the rest table.</p>
      )}
      {plan.ring && <RingSigns finding={finding} ring={plan.ring} />}
      {COSTS.map((cost) => {
        const tests = EVIDENCE_IDS.filter(
          (test) => testOf(test).cost === cost && (best?.first !== undefined || test !== best?.test),
        );
        const done = tests.filter((test) => finding.evidence[test] !== undefined).length;
        return (
          <TestsOfCost key={cost} cost={cost} done={done} tests={tests} finding={finding} advice={advice} plan={plan} />
        );
      })}
      <Fastness />
    </>
  );
}

function TestsOfCost({
  cost,
  done,
  tests,
  finding,
  advice,
  plan,
}: {
  cost: "look" | "touch" | "tool" | "agent";
  done: number;
  tests: readonly EvidenceId[];
  finding: MarkFinding;
  advice: TestAdvice;
  plan: MarkPlan;
}) {
  return (
    <Fold
      title={EVIDENCE_COSTS[cost]}
      note={`${done} of ${tests.length} done`}
      startOpen={cost === "look" || cost === "touch"}
    >
      {tests.map((test) => (
        <EvidenceRow
          key={test}
          test={test}
          finding={finding}
          lock={advice.locks[test]}
          hint={plan.diagnosis.hints.find((hint) => hint.test === test)}
        />
      ))}
      {cost === "tool" && (
        <Boundary what="The instruments">
          <Instruments />
        </Boundary>
      )}
    </Fold>
  );
}

const SHOWN = 4;
/** What is hardly possible is not worth a line, but for the two in front. */
const worthShowing = (p: number, index: number) => index < 2 || (index < SHOWN && p >= 0.01);

function Beliefs({ plan, finding }: { plan: MarkPlan; finding: MarkFinding }) {
  const { zone, job, kit, asOf, assessment } = useBay();
  const none = Object.keys(finding.evidence).length === 0 && plan.diagnosis.hints.length === 0;
  const begins = useMemo(() => {
    if (!zone) return {};
    const context = contextOf(job, kit, asOf);
    const likely = assessment.plan.zones[zone.id]?.likely ?? [];
    return Object.fromEntries(
      plan.diagnosis.beliefs.slice(0, SHOWN).map(({ family }) => [family, wouldBegin(context, zone, family, likely)]),
    );
  }, [zone, job, kit, asOf, assessment, plan]);
  return (
    <div className="block" aria-live="polite" data-testid="beliefs">
      <h3>{none ? "Nothing tested yet: this is what marks usually are" : "Most likely"}</h3>
      {plan.diagnosis.beliefs
        .filter(({ p }, index) => worthShowing(p.value, index))
        .map(({ family, p, pushes }) => (
          <div className="belief" key={family}>
            <b>
              <Num of={p} share testId={`belief-${family}`} />
            </b>
            <span>
              <b>{familyOf(family).name}</b> <span className="soft">{familyOf(family).examples}</span>
            </span>
            {pushes.length > 0 && (
              <span className="pushes">
                {pushes
                  .slice(0, 3)
                  .map(
                    ({ test, outcome, decibans }) =>
                      `${outcomeName(test, outcome).toLowerCase()}: ${pushWords(decibans, familyOf(family).name)}`,
                  )
                  .join(" · ")}
              </span>
            )}
            <span className="pushes">First: {begins[family]}</span>
            <svg aria-hidden preserveAspectRatio="none" viewBox="0 0 100 8">
              <rect width="100" height="8" fill="var(--line)" />
              <rect width={p.value * 100} height="8" fill="var(--plum)" />
            </svg>
          </div>
        ))}
      {plan.diagnosis.none.value >= LIKELY_AT && (
        <p className="soft">
          <Num of={plan.diagnosis.none} share testId="belief-none" /> it is none of these, or two at once: then the
          gentle step first.
        </p>
      )}
    </div>
  );
}

/** Decibans in words: ten is ten times as likely. @example pushWords(6, "Tannin") // "more like tannin" */
function pushWords(decibans: number, family: string): string {
  const size = Math.abs(decibans);
  const much = size >= 10 ? "much " : size >= 4 ? "" : size >= 1.5 ? "a little " : undefined;
  return much === undefined ? "says nothing" : `${much}${decibans > 0 ? "more" : "less"} like ${family.toLowerCase()}`;
}
