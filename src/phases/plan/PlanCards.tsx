"use client";
import { cardMinutes, cardsOf, placeName, stepsMinutes, WHEN_DRY } from "@/core/answers/schedule/runCards";
import { useBay } from "@/bay/state/BayContext";
import { CardBreath } from "../CardBreath";
import { closedBy } from "@/core/answers/schedule/later";
import { Opens } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { timeText } from "@/ui/time";
import type { Step } from "@/core/judgement/treatment/step/step";
import { PrintRunSheet } from "./PrintRunSheet";
import { StepCard } from "./StepCard";

/** The whole job as it is walked: a place a card, what is done there in one breath, its lines when it is opened. */
export function PlanCards() {
  const { order, plan } = useBay().assessment;
  const cards = cardsOf(order);
  return (
    <>
      {cards.map((card, index) => (
        <Opens
          key={card.tasks[0]}
          className="step-card"
          testId="plan-card"
          open={index === 0}
          head={
            <>
              <b>{index + 1}</b>
              <span className="line-what">
                <b>{placeName(order, card)}</b>
                <CardBreath card={card} />
              </span>
            </>
          }
          beside={<Num of={cardMinutes(order, card)} />}
        >
          <div className="card-lines">
            {card.tasks.map((at, line) => (
              <StepCard key={at} step={order.tasks[at]!.step} open={index === 0 && line === 0} />
            ))}
          </div>
        </Opens>
      ))}
      <WhenDryCard number={cards.length + 1} steps={plan.later} />
      {cards.length > 0 && <PrintRunSheet />}
    </>
  );
}

/** What closes it, once the forecast or a meter says that it is dry. */
function WhenDryCard({ number, steps }: { number: number; steps: readonly Step[] }) {
  const { forecast, nowMs, job } = useBay();
  if (steps.length === 0) return null;
  const by = new Set(steps.map((step) => closedBy(step, job)));
  return (
    <Opens
      className="step-card"
      testId="when-dry"
      head={
        <>
          <b>{number}</b>
          <span className="line-what">
            <b>{WHEN_DRY}</b>
            <span className="card-breath soft">
              {steps.map(({ title }) => title).join(", ")}
              {by.has("owner") ? "; the owner's part stands on the sheet" : ""}
              {by.has("second visit") ? "; a second visit" : ""}
              {forecast.closesFromMs !== undefined
                ? `; not before ${timeText(forecast.closesFromMs, nowMs)}, or a meter reads dry`
                : "; in this air it does not dry"}
            </span>
          </span>
        </>
      }
      beside={<Num of={stepsMinutes(steps)} />}
    >
      <div className="card-lines">
        {steps.map((step) => (
          <StepCard key={step.key} step={step} open={false} />
        ))}
      </div>
    </Opens>
  );
}
