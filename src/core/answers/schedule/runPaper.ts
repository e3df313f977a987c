import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { Worked } from "@/core/ground/sums/working";
import {
  cardMinutes,
  cardsOf,
  chunksOf,
  chunkWords,
  partsInWords,
  placeName,
  stepsMinutes,
  WHEN_DRY,
} from "./runCards";
import type { Order, TaskTime } from "./times";

/** The run sheet as it is printed: a card a place, a line to tick for what is worked together, what can hurt beside it. */

interface PaperCard {
  place: string;
  /** When it begins, as it is shown. */
  when: string;
  minutes: string;
  lines: string[];
  /** What can happen there, what to wear, when to stop. */
  cautions: string[];
}

/**
 * @param times when each line of the order begins
 * @param say a number in the units shown
 * @param at a moment as it is shown, ms
 * @param dryAtMs when what closes it may begin; left out: it does not dry in this air
 */
export function paperCards(
  { order, plan }: { order: Order; plan: Pick<Plan, "zones" | "later"> },
  times: readonly TaskTime[],
  say: (of: Worked) => string,
  at: (ms: number) => string,
  dryAtMs: number | undefined,
): PaperCard[] {
  const nameOf = (id: string) => plan.zones[id]?.view.name ?? "";
  const cards = cardsOf(order).map((card): PaperCard => {
    const steps = card.tasks.map((task) => order.tasks[task]!.step);
    return {
      place: placeName(order, card),
      when: at(times[card.tasks[0]!]!.startMs),
      minutes: say(cardMinutes(order, card)),
      lines: chunksOf(order, card).map((chunk) => {
        const beside = chunk.blocks.every(({ lines }) => lines.every(({ action }) => action === "beside"));
        return `${beside ? "" : partsInWords(chunk.zoneIds.map(nameOf), placeName(order, card))}${chunkWords(chunk, say)}`;
      }),
      cautions: cautionsIn(steps),
    };
  });
  if (plan.later.length === 0) return cards;
  return [
    ...cards,
    {
      place: WHEN_DRY,
      when: dryAtMs === undefined ? "not in this air" : `not before ${at(dryAtMs)}, or a meter reads dry`,
      minutes: say(stepsMinutes(plan.later)),
      lines: plan.later.map(({ title }) => title),
      cautions: cautionsIn(plan.later),
    },
  ];
}

const cautionsIn = (steps: readonly { cautions: readonly { title: string; words: string; guards: string }[] }[]) => [
  ...new Set(
    steps.flatMap(({ cautions }) =>
      cautions.flatMap(({ guards, title, words }) => (guards === "people" ? [`${title}: ${words}`] : [])),
    ),
  ),
];
