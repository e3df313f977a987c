"use client";
import { AGENTS } from "@/core/ground/catalog/agents";
import { TOOLS } from "@/core/ground/catalog/tools";
import { MARK_WORDS } from "@/core/ground/quantity/provenance";
import { readingInWords } from "@/core/ground/quantity/ratio";
import { type Worked } from "@/core/ground/sums/working";
import { own } from "@/core/job/lookUp";
import { warmestAtCloth } from "@/core/judgement/treatment/lay/cautions";
import { stepMinutes, type Step } from "@/core/judgement/treatment/step/step";
import { useBay } from "@/bay/state/BayContext";
import { Opens, SmallFold } from "@/ui/Fold";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { zonesOf } from "../zones";

const EffectChart = later(() => import("./EffectChart").then(({ EffectChart }) => EffectChart));

/** A step that opens: how, with how much, why, and which rules shaped it. @param number left out on a line of a card */
export function StepCard({ step, open, number }: { step: Step; open: boolean; number?: number }) {
  const { job, assessment, kit } = useBay();
  const warmest = warmestAtCloth(step, kit);
  const zones = zonesOf(step, (id) => assessment.plan.zones[id]?.view.name ?? own(job.zones.byId, id)?.name ?? id);
  return (
    <Opens
      className="step-card"
      testId="plan-step"
      open={open}
      head={
        <>
          {number && <b>{number}</b>}
          <span className="line-what">
            <b>{step.title}</b> <span className="soft">{zones}</span>
          </span>
        </>
      }
      beside={<Num of={stepMinutes(step)} />}
    >
      <div className="step-more">
        <p>{step.how}</p>
        <StepFacts step={step} warmest={warmest} />
        <p>
          <b>Why:</b> {step.why}
        </p>
        {step.agent && step.dwell && step.action !== "air" && (
          <SmallFold title="What more dwell or strength would buy">
            <EffectChart step={step} />
          </SmallFold>
        )}
        {step.reasons.length > 0 && (
          <SmallFold title={`Rules that shaped it (${step.reasons.length})`}>
            <ul>
              {step.reasons.map(({ rule, because, mark }) => (
                <li key={rule}>
                  {because} <span className="soft">{MARK_WORDS[mark]}.</span>
                </li>
              ))}
            </ul>
          </SmallFold>
        )}
      </div>
    </Opens>
  );
}

function StepFacts({ step, warmest }: { step: Step; warmest: Worked | undefined }) {
  return (
    <div className="facts">
      {step.amountMl && (
        <div>
          <span>Amount</span> <Num of={step.amountMl} testId="plan-amount" />
        </div>
      )}
      {step.agent && step.partsWater && AGENTS[step.agent] && step.agent !== "water" && (
        <div>
          <span>Strength</span> <Num of={step.partsWater} words={readingInWords(step.partsWater.value)} />
        </div>
      )}
      {step.dwell && (
        <div>
          <span>Dwell</span> <Num of={step.dwell.min} />
          {step.dwell.max && (
            <>
              {" "}
              to <Num of={step.dwell.max} />
            </>
          )}
        </div>
      )}
      {warmest && (
        <div>
          <span>At the cloth</span> <Num of={warmest} testId="cloth-temp" /> or under
        </div>
      )}
      <div>
        <span>Tool</span> {TOOLS[step.tool].name}
        {TOOLS[step.tool].pressure === "none" ? "" : `, ${TOOLS[step.tool].pressure} pressure`}
      </div>
      <div>
        <span>Hands-on</span> <Num of={step.minutes} testId="plan-minutes" />
      </div>
      {step.liftOff && (
        <div>
          <span>Lift off</span> {step.liftOff}
        </div>
      )}
      <div>
        <span>Check</span> {step.check}
      </div>
    </div>
  );
}
