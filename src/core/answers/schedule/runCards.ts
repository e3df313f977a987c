import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { isWaitedOut } from "@/core/ground/catalog/actions";
import type { Step } from "@/core/judgement/treatment/step/step";
import { DRY_FIRST, LAST } from "./sections";
import type { Order } from "./times";

/** An order as cards: what one pair of hands does at a place before it goes on to the next. */

/** Dry work comes first, closing last; a card holds one of them. */
type CardPart = "dry" | "wet" | "close";

export interface Card {
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

/** Hands on a card, with their working. */
export const cardMinutes = ({ tasks }: Order, { tasks: its }: Card): Worked =>
  sumOf(SCHEDULE_FORMULAS, "schedule.card", {
    lines: its.map((at) => opened(tasks[at]!.step.minutes, tasks[at]!.step.title.toLowerCase())),
  });

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

/** Somebody has to say how it came out. */
const ASKS: readonly Step["action"][] = ["check-first", "fastness-check", "trial", "take-out"];

/**
 * The lines of a card that one tap may record, from what is next on it: up to the first that asks something, guards a
 * person or is waited out.
 */
export function doneTogether({ tasks }: Order, card: Card, next: number): number[] {
  const left = card.tasks.filter((at) => at >= next);
  const stops = left.findIndex((at) => {
    const { action, agent } = tasks[at]!.step;
    return ASKS.includes(action) || isWaitedOut(action) || (agent && agentOf(agent).groups.includes("solvent"));
  });
  return stops < 0 ? left : left.slice(0, stops);
}

/** What is done on the same parts of a card, said once. */
interface CardChunk {
  zoneIds: readonly string[];
  lines: CardLine[];
  /** All of it so often, one round after another. */
  times: number;
}

interface CardLine {
  action: Step["action"];
  agent?: AgentId;
  /** What goes on each time. */
  amounts: readonly Worked[];
  /** It is left to work so long. */
  dwell?: Worked;
}

/** A card by what is worked together, in the order it is begun; rounds that are alike are one with a number. */
export function chunksOf({ tasks }: Order, card: Card): CardChunk[] {
  const byZones = new Map<string, Step[]>();
  for (const at of card.tasks) {
    const { step } = tasks[at]!;
    const name = step.zoneIds.join("+");
    byZones.set(name, [...(byZones.get(name) ?? []), step]);
  }
  const chunks = [...byZones.values()].map((steps): CardChunk => {
    const period = periodOf(steps.map(({ action, agent }) => `${action} ${agent ?? ""}`));
    const lines = steps.slice(0, period).map((_, at) => lineOf(steps.filter((_step, each) => each % period === at)));
    return { zoneIds: steps[0]!.zoneIds, lines, times: steps.length / period };
  });
  return merged(chunks);
}

/** The shortest beginning that makes up all of it when it is said again. */
function periodOf(names: readonly string[]): number {
  for (let period = 1; period < names.length; period++)
    if (names.length % period === 0 && names.every((name, at) => name === names[at % period])) return period;
  return names.length;
}

function lineOf(rounds: readonly Step[]): CardLine {
  const { action, agent, dwell } = rounds[0]!;
  return {
    action,
    ...(agent ? { agent } : {}),
    amounts: rounds.flatMap(({ amountMl }) => amountMl ?? []),
    ...(dwell && !isWaitedOut(action) ? { dwell: dwell.min } : {}),
  };
}

/** Parts that have nothing put on and the same done are said together. */
function merged(chunks: readonly CardChunk[]): CardChunk[] {
  const known = new Map<string, CardChunk>();
  chunks.forEach((chunk, at) => {
    const dry = chunk.lines.every(({ amounts, dwell }) => amounts.length === 0 && !dwell);
    const name = dry ? `${chunk.times} ${chunk.lines.map(({ action }) => action).join()}` : `${at}`;
    const before = known.get(name);
    known.set(name, before ? { ...before, zoneIds: [...new Set([...before.zoneIds, ...chunk.zoneIds])] } : chunk);
  });
  return [...known.values()];
}

const TIMES = ["", "", "twice", "three times"];

/** A chunk in one breath: "pre-spray 24 mL, dwell 4 min, agitate, towel dry; twice". @param say a number in the units shown */
export function chunkWords({ lines, times }: CardChunk, say: (of: Worked) => string): string {
  const parts = lines.flatMap(({ action, agent, amounts, dwell }) => [
    [
      action === "agent" && agent ? agentOf(agent).name.toLowerCase() : DONE[action],
      [...new Set(amounts.map(say))].join(" and "),
    ]
      .filter(Boolean)
      .join(" "),
    ...(dwell ? [`dwell ${say(dwell)}`] : []),
  ]);
  return parts.join(", ") + (times > 1 ? `; ${TIMES[times] ?? `${times} times`}` : "");
}
