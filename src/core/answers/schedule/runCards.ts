import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { guardsPerson, isWaitedOut } from "@/core/ground/catalog/actions";
import { stepBase } from "@/core/job/history";
import type { Step } from "@/core/judgement/treatment/step/step";
import { DRY_FIRST, LAST } from "./sections";
import type { Order } from "./times";

/** An order as cards: what one pair of hands does at a place before it goes on to the next. */

/** Dry work comes first, closing last; a card holds one of them. */
type CardPart = "dry" | "wet" | "close";

export interface Card {
  /** The place of the order, or two that hands go to and fro between while one dwells; none: all over. */
  places: readonly number[];
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
  beside: "hard trim, glass, belongings",
  "power-off": "power off",
  gas: "gas",
  "gas-out": "air the gas out",
};
const MOST_SAID = 4;

/** A card in one line: where, and what is done there. */
export function cardTitle(order: Order, card: Card): string {
  const done = [...new Set(card.tasks.map((at) => DONE[order.tasks[at]!.step.action]))];
  const more = done.length > MOST_SAID ? " and more" : "";
  return `${placeName(order, card)}: ${done.slice(0, MOST_SAID).join(", ")}${more}`;
}

const ALL_OVER: Record<CardPart, string> = { dry: "all over, dry first", wet: "all over", close: "all over, last" };

/** Where a card is worked, in words. */
export function placeName(order: Order, { places, part }: Pick<Card, "places" | "part">): string {
  const names = places.flatMap((place) => order.places?.[place] ?? []);
  const name = names.length > 0 ? names.join(" and ") : ALL_OVER[part];
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
  stepsMinutes(its.map((at) => tasks[at]!.step));

/** Hands on some steps together. */
export const stepsMinutes = (steps: readonly Step[]): Worked =>
  sumOf(SCHEDULE_FORMULAS, "schedule.card", {
    lines: steps.map(({ minutes, title }) => opened(minutes, title.toLowerCase())),
  });

/** @returns cards in the order they are begun; every task is on one of them */
export function cardsOf(order: Order): readonly Card[] {
  const known = kept.get(order) ?? toAndFro(order, visitsOf(order));
  kept.set(order, known);
  return known;
}

/** An order never changes, and its cards are asked for by every screen every second. */
const kept = new WeakMap<Order, readonly Card[]>();

/** What is done at a place before hands go on to the next. */
function visitsOf(order: Order): Card[] {
  const parts = partsIn(order);
  const cards: Card[] = [];
  const open = new Map<number, Card>();
  order.tasks.forEach(({ step, hands, place, allOver }, at) => {
    const here = allOver || place === undefined ? [] : [place];
    const last = open.get(hands);
    // Dry work goes over the whole job: one card, wherever its steps are.
    if (last && last.part === parts[at] && (last.places[0] === here[0] || last.part === "dry")) {
      if (last.places[0] !== here[0]) last.places = [];
      last.tasks.push(at);
      last.minutes += step.minutes.value;
      last.zoneIds.push(...step.zoneIds.filter((id) => !last.zoneIds.includes(id)));
      return;
    }
    const card: Card = {
      places: here,
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

/** So much is read in one breath, and done in one go, min. */
const MOST_CHUNKS = 4;
const MOST_MIN = 45;

/** Two places worked in turn, one while the other dwells, are one card: A, B and A again. */
function toAndFro(order: Order, visits: readonly Card[]): Card[] {
  const cards: Card[] = [];
  const ofHands = (hands: number) => cards.findLast((card) => card.hands === hands);
  visits.forEach((visit, at) => {
    const last = ofHands(visit.hands);
    const back = visits.slice(at + 1).find(({ hands }) => hands === visit.hands);
    const goesOn = last?.places.length === 2 && visit.places[0] !== undefined && last.places.includes(visit.places[0]);
    const returns =
      last?.places.length === 1 &&
      visit.places.length === 1 &&
      back?.places[0] === last.places[0] &&
      back?.part === "wet";
    const both = last && (goesOn || returns) && last.part === "wet" && visit.part === "wet" && joined(last, visit);
    if (both && both.minutes <= MOST_MIN && chunksOf(order, both).length <= MOST_CHUNKS)
      cards[cards.indexOf(last)] = both;
    else cards.push(visit);
  });
  return cards;
}

const joined = (a: Card, b: Card): Card => ({
  ...a,
  places: [...new Set([...a.places, ...b.places])],
  zoneIds: [...new Set([...a.zoneIds, ...b.zoneIds])],
  tasks: [...a.tasks, ...b.tasks],
  minutes: a.minutes + b.minutes,
});

/** Where what closes a job is done: it waits for the cloth. */
export const WHEN_DRY = "When it is dry";

/** Somebody has to say how it came out, or what lay there. */
const ASKS: readonly Step["action"][] = ["check-first", "fastness-check", "trial"];
const asks = ({ action, key }: Step) => ASKS.includes(action) || stepBase(key) === "look-under";
const isSolvent = ({ agent }: Step) => agent !== undefined && agentOf(agent).groups.includes("solvent");

/**
 * The lines of a card that one tap may record, from what is next on it: up to the first that asks something or whose
 * wait guards a person, before it or behind it.
 */
export function doneTogether({ tasks }: Order, card: Card, next: number): number[] {
  const left = card.tasks.filter((at) => at >= next);
  const stops = left.findIndex((at) => {
    const { step, after = [] } = tasks[at]!;
    return asks(step) || isSolvent(step) || guardsPerson(step) || after.some(guardsPerson);
  });
  return stops < 0 ? left : left.slice(0, stops);
}

/** What is done on the same parts of a card, said once. */
interface CardChunk {
  zoneIds: readonly string[];
  blocks: CardBlock[];
}

/** Lines one after another, all of them so often: rounds that are alike. */
interface CardBlock {
  lines: CardLine[];
  times: number;
}

interface CardLine {
  action: Step["action"];
  /** In place of the action, where that says little. */
  title?: string;
  agent?: AgentId;
  /** What goes on each time. */
  amounts: readonly Worked[];
  /** It is left to work so long. */
  dwell?: Worked;
}

/** A card by what is worked together, in the order it is begun. */
export function chunksOf({ tasks }: Order, card: Card): CardChunk[] {
  const byZones = new Map<string, Step[]>();
  for (const at of card.tasks) {
    const { step } = tasks[at]!;
    const name = step.zoneIds.join("+");
    byZones.set(name, [...(byZones.get(name) ?? []), step]);
  }
  return merged([...byZones.values()].map((steps) => ({ zoneIds: steps[0]!.zoneIds, blocks: blocksOf(steps) })));
}

/** Rounds that are alike become one with a number. */
function blocksOf(steps: readonly Step[]): CardBlock[] {
  const names = steps.map(lineName);
  const blocks: CardBlock[] = [];
  for (let at = 0; at < steps.length;) {
    const { period, times } = roundsFrom(names, at);
    const rounds = steps.slice(at, at + period * times);
    blocks.push({
      times,
      lines: rounds.slice(0, period).map((_, line) => lineOf(rounds.filter((_step, each) => each % period === line))),
    });
    at += period * times;
  }
  return blocks;
}

/** The run from here on that is said again at once, the longest of them; one by itself where nothing is. */
function roundsFrom(names: readonly string[], at: number): { period: number; times: number } {
  let best = { period: 1, times: 1 };
  for (let period = 1; at + 2 * period <= names.length; period++) {
    const isAgain = (times: number) =>
      names.slice(at, at + period).every((name, line) => names[at + times * period + line] === name);
    let times = 1;
    while (isAgain(times)) times += 1;
    if (times > 1 && period * times > best.period * best.times) best = { period, times };
  }
  return best;
}

/** What is done is many things by one name. */
const SAID_BY_TITLE: readonly Step["action"][] = ["beside", "take-out"];
const lineName = ({ action, agent, title }: Step) =>
  `${action} ${agent ?? ""} ${SAID_BY_TITLE.includes(action) ? title : ""}`;

function lineOf(rounds: readonly Step[]): CardLine {
  const { action, agent, dwell, title } = rounds[0]!;
  return {
    action,
    ...(SAID_BY_TITLE.includes(action) ? { title: title.charAt(0).toLowerCase() + title.slice(1) } : {}),
    ...(agent ? { agent } : {}),
    amounts: rounds.flatMap(({ amountMl }) => amountMl ?? []),
    ...(dwell && !isWaitedOut(action) ? { dwell: dwell.min } : {}),
  };
}

/** Parts that have nothing put on and the same done are said together. */
function merged(chunks: readonly CardChunk[]): CardChunk[] {
  const known = new Map<string, CardChunk>();
  chunks.forEach((chunk, at) => {
    const lines = chunk.blocks.flatMap((block) => block.lines);
    const dry = lines.every(({ amounts, dwell }) => amounts.length === 0 && !dwell);
    const name = dry ? lines.map(({ action, title = action }) => title).join() : `${at}`;
    const before = known.get(name);
    known.set(name, before ? { ...before, zoneIds: [...new Set([...before.zoneIds, ...chunk.zoneIds])] } : chunk);
  });
  return [...known.values()];
}

const TIMES = ["", "", "twice", "three times"];

/** A chunk in one breath: "pre-spray 24 mL, dwell 4 min, agitate, towel dry, twice; rinse". @param say a number in the units shown */
export const chunkWords = ({ blocks }: CardChunk, say: (of: Worked) => string): string =>
  blocks
    .map(({ lines, times }) => {
      const words = lines.flatMap((line) => lineWords(line, say)).join(", ");
      return { words: times > 1 ? `${words}, ${TIMES[times] ?? `${times} times`}` : words, ends: times > 1 };
    })
    .reduce((said, { words, ends }, at, all) => {
      if (at === 0) return words;
      return `${said}${ends || all[at - 1]!.ends ? "; " : ", "}${words}`;
    }, "");

const lineWords = ({ action, title, agent, amounts, dwell }: CardLine, say: (of: Worked) => string): string[] => {
  const done = title ?? (action === "agent" && agent ? agentOf(agent).name.toLowerCase() : DONE[action]);
  return [
    [done, [...new Set(amounts.map(say))].join(" and ")].filter(Boolean).join(" "),
    ...(dwell ? [`dwell ${say(dwell)}`] : []),
  ];
};

/** All of a card in one breath, without the names of its parts. */
export const breathOf = (order: Order, card: Card, say: (of: Worked) => string): string =>
  [...new Set(chunksOf(order, card).map((chunk) => chunkWords(chunk, say)))].join("; then ");

const MOST_NAMED = 3;

/** "Seat + backrest: "; many are counted, and what the card is called already is not said again. */
export function partsInWords(names: readonly string[], place: string): string {
  if (names.length === 0 || (names.length === 1 && names[0]!.toLowerCase() === place.toLowerCase())) return "";
  return names.length > MOST_NAMED ? `${names.length} parts: ` : `${names.join(" + ")}: `;
}
