import type { Step } from "@/core/judgement/treatment/step/step";
import { DRY_FIRST, LAST } from "./sections";
import type { Order } from "./times";

/** An order as cards: what one pair of hands does at a place before it goes on to the next. */

/** Dry work comes first, closing last; a card holds one of them. */
type CardPart = "dry" | "wet" | "close";

interface Card {
  /** The place of the order; absent: all over, from place to place. */
  place?: number;
  part: CardPart;
  hands: number;
  zoneIds: string[];
  /** Tasks of the order, one after another. */
  tasks: number[];
  /** Hands on it. */
  minutes: number;
}

const CLOSING: readonly Step["action"][] = [...LAST, "finish"];

/** Opening and closing: part of what it comes with. */
const BESIDE: readonly Step["action"][] = ["beside", "power-off"];

/** What is done on a card, in few words. */
const DONE: Record<Step["action"], string> = {
  "check-first": "inspect",
  "fastness-check": "colourfastness test",
  "take-out": "take out",
  blow: "blow out",
  "dry-removal": "vacuum",
  "hair-lift": "remove hair",
  seams: "vacuum seams",
  blot: "blot",
  presoak: "presoak",
  scrape: "freeze and chip",
  agent: "spot",
  clean: "pre-spray",
  work: "agitate",
  "towel-off": "towel dry",
  rinse: "rinse",
  extract: "extract",
  steam: "steam",
  air: "air",
  finish: "groom",
  "set-to-dry": "set up drying",
  trial: "trial patch",
  beside: "trim and belongings",
  "power-off": "power off",
  gas: "gas",
  "gas-out": "air the gas out",
};
const MOST_SAID = 4;

/** A card in one line: where, and what is done there. */
export function cardTitle(order: Order, { place, tasks }: Card): string {
  const done = [...new Set(tasks.map((at) => DONE[order.tasks[at]!.step.action]))];
  const more = done.length > MOST_SAID ? " and more" : "";
  return `${placeName(order, place)}: ${done.slice(0, MOST_SAID).join(", ")}${more}`;
}

/** Where a card is worked, in words. */
export function placeName({ places }: Order, place: number | undefined): string {
  const name = (place === undefined ? undefined : places?.[place]) ?? "all over";
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** By their action; what stands beside the cloth belongs to what it comes with. */
function partsIn({ tasks }: Order): CardPart[] {
  const parts = tasks.map(({ step: { action } }): CardPart | undefined =>
    CLOSING.includes(action)
      ? "close"
      : DRY_FIRST.includes(action)
        ? "dry"
        : BESIDE.includes(action)
          ? undefined
          : "wet",
  );
  const lastWet = parts.lastIndexOf("wet");
  return parts.map((part, at) => part ?? (at > lastWet && lastWet >= 0 ? "close" : "dry"));
}

/** @returns cards in the order they are begun; every task is on one of them */
export function cardsOf(order: Order): Card[] {
  const parts = partsIn(order);
  const cards: Card[] = [];
  const open = new Map<number, Card>();
  order.tasks.forEach(({ step, hands, place, allOver }, at) => {
    const here = allOver ? undefined : place;
    const last = open.get(hands);
    // Dry work goes over the whole job: one card, wherever its steps are.
    if (last && last.part === parts[at] && (last.place === here || last.part === "dry")) {
      if (last.place !== here) delete last.place;
      last.tasks.push(at);
      last.minutes += step.minutes.value;
      last.zoneIds.push(...step.zoneIds.filter((id) => !last.zoneIds.includes(id)));
      return;
    }
    const card: Card = {
      ...(here === undefined ? {} : { place: here }),
      part: parts[at]!,
      hands,
      zoneIds: [...step.zoneIds],
      tasks: [at],
      minutes: step.minutes.value,
    };
    open.set(hands, card);
    cards.push(card);
  });
  return cards;
}
