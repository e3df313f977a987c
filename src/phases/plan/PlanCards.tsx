"use client";
import { cardMinutes, cardsOf, placeName } from "@/core/answers/schedule/runCards";
import { useBay } from "@/bay/state/BayContext";
import { CardBreath } from "../CardBreath";
import { Opens } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { StepCard } from "./StepCard";

/** The whole job as it is walked: a place a card, what is done there in one breath, its lines when it is opened. */
export function PlanCards() {
  const { order } = useBay().assessment;
  return cardsOf(order).map((card, index) => (
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
  ));
}
