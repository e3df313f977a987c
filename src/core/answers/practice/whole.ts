import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { cabinParts } from "./cabinCase";
import type { LossId } from "./decisions";
import type { Loss } from "./losses";
import { pieceCaseOf, type PieceCase } from "./pieceCase";
import { clockOf, handsOn, isEnded, knownJob, passesMin, tells, trueJob, type PieceMove } from "./pieceMoves";
import { overLoss, pieceOutcome, SCORE_MIN, scored, spentBy, type Par, type PieceOutcome } from "./pieceOutcome";
import {
  airAndPromise,
  isSettled,
  MOST_PLANNED,
  NOTHING_LEFT,
  parOf,
  plannersThought,
  SETTLING,
  type Knows,
  type Thought,
} from "./piecePlanner";

/** All that is in hand: one part of a piece, or several under one clock, one owner and one air. */
export interface Whole {
  seed: string;
  parts: readonly PieceCase[];
}

/** @param seed as of readPieceSeed, or a lesson's @example wholeOf("mkwrtz").parts.length // 3 */
export const wholeOf = (seed: string): Whole => ({ seed, parts: cabinParts(seed) ?? [pieceCaseOf(seed)] });

/** Done once for all of it; what is found of one seat's cloth holds for the other. */
const isShared = (move: PieceMove): boolean =>
  ["air", "promise", "tell", "hint", "handback"].includes(move.do) || (move.do === "find" && move.what === "owner");
const isOfCloth = (move: PieceMove): boolean =>
  move.do === "proof" || (move.do === "find" && (move.what === "fibre" || move.what === "look"));

export const partOf = ({ part = 0 }: PieceMove): number => part;
const partIn = ({ parts }: Whole, move: PieceMove): PieceCase => parts[partOf(move)] ?? parts[0]!;

/** The moves as one part meets them: while others are worked on it waits. */
export function seenBy(whole: Whole, moves: readonly PieceMove[], part: number): PieceMove[] {
  if (whole.parts.length === 1) return [...moves];
  const { cloth } = whole.parts[part]!;
  return moves.map((each) => {
    const { part: of = 0, ...move } = each;
    const isIts = of === part || isShared(each) || (isOfCloth(each) && partIn(whole, each).cloth === cloth);
    return isIts ? (move as PieceMove) : { do: "wait", minutes: passesIn(whole, each) };
  });
}

/** Minutes that pass with a move. */
export const passesIn = (whole: Whole, move: PieceMove): number => passesMin(partIn(whole, move), move);
/** Minutes from the beginning until before each move, and until after the last. */
export const clockIn = (whole: Whole, moves: readonly PieceMove[]): number[] =>
  clockOf(whole.parts[0]!, seenBy(whole, moves, 0));
export const handsOnIn = (whole: Whole, move: PieceMove): Worked | undefined => handsOn(partIn(whole, move), move);

/** What knowing hands come to on each part, and all of their minutes. */
export interface WholePar {
  parts: readonly Par[];
  handsMin: number;
}

export interface WholeOutcome extends PieceOutcome {
  /** Part by part. */
  parts: readonly PieceOutcome[];
}

/** Counted once, where it is worst: the owner is told one time for all of it. */
const TOLD_ONCE: readonly LossId[] = ["late", "long", "untold", "blamed"];

/** What came of all of it. */
export function wholeOutcome(whole: Whole, moves: readonly PieceMove[], par: WholePar): WholeOutcome {
  if (whole.parts.length === 1) {
    const only = pieceOutcome(whole.parts[0]!, moves, par.parts[0]!);
    return { ...only, parts: [only] };
  }
  const parts = whole.parts.map((piece, at) =>
    pieceOutcome(piece, seenBy(whole, moves, at), { ...par.parts[at]!, handsMin: Infinity }),
  );
  const handsMin = sumOf(PRACTICE_FORMULAS, "practice.handsOn", {
    moves: moves.flatMap((move) => handsOnIn(whole, move) ?? []).map((each) => opened(each)),
  });
  const losses = [...merged(whole, parts), ...overLoss(handsMin, par.handsMin)];
  const deepest = parts.reduce((most, each) => (each.depth.value > most.depth.value ? each : most));
  return {
    ...scored(spentBy(moves), losses, SCORE_MIN.several),
    parts,
    handsMin,
    losses,
    left: sumOf(PRACTICE_FORMULAS, "practice.meanLeft", {
      of: parts.map(({ left }, at) => opened(left, whole.parts[at]!.words)),
    }),
    dryH: Math.max(...parts.map(({ dryH }) => dryH)),
    depth: deepest.depth,
    usableH: Math.max(...parts.map(({ usableH }) => usableH)),
  };
}

/** Promised too late is what is too late for each of them. */
const soonest = (outcomes: readonly PieceOutcome[]): boolean =>
  outcomes.every(({ losses }) => losses.some(({ id }) => id === "long"));

/** What went wrong on several parts as one line each. */
function merged({ parts }: Whole, outcomes: readonly PieceOutcome[]): Loss[] {
  const needed = soonest(outcomes);
  const all = outcomes.flatMap(({ losses }, at) =>
    losses.filter(({ id }) => id !== "long" || needed).map((loss) => ({ ...loss, where: parts[at]!.words })),
  );
  return [...new Set(all.map(({ id }) => id))].map((id) => {
    const its = all.filter((loss) => loss.id === id);
    const byMinutes = [...its].sort((a, b) => b.minutes.value - a.minutes.value);
    const worst = (id === "long" ? byMinutes.at(-1) : byMinutes[0])!;
    const { decision, words, minutes } = worst;
    if (TOLD_ONCE.includes(id)) return { id, decision, words, minutes };
    return {
      ...{ id, decision, words: `${words} ${its.map(({ where }) => where).join("; ")}.` },
      minutes: sumOf(PRACTICE_FORMULAS, "practice.harms", {
        harms: its.map((loss) => opened(loss.minutes, loss.where)),
      }),
    };
  });
}

/** What the planner does next on all of it: first everything is found out, then one promise for it, then part by part. */
export function wholeThought(whole: Whole, moves: readonly PieceMove[], knows: Knows = knownJob): Thought {
  if (whole.parts.length === 1) return plannersThought(whole.parts[0]!, moves, knows);
  const seen = whole.parts.map((_, part) => seenBy(whole, moves, part));
  const thoughts = whole.parts.map((piece, part) => plannersThought(piece, seen[part]!, knows, "later"));
  const finds = thoughts.findIndex(({ moves: [first] }) => first && tells(first));
  if (finds < 0 && !isSettled(moves)) {
    const [first, ...others] = whole.parts.map((piece, part) => ({ piece, job: knows(piece, seen[part]!) }));
    const settling = airAndPromise([first!, ...others], seen[0]!);
    if (settling.length > 0) return { moves: settling, why: SETTLING };
  }
  const next = finds >= 0 ? finds : thoughts.findIndex(({ moves: [first] }) => first?.do !== "handback");
  const thought = thoughts[next];
  if (!thought) return NOTHING_LEFT;
  return {
    ...thought,
    moves: thought.moves.map((move) => (isShared(move) || next === 0 ? move : { ...move, part: next })),
  };
}

/** The moves of the planner from what is known after these; after so many it hands back what it has. */
export function wholeLine(whole: Whole, from: readonly PieceMove[] = [], knows: Knows = knownJob): PieceMove[] {
  const moves = [...from];
  const most = MOST_PLANNED * whole.parts.length + from.length;
  while (!isEnded(moves))
    moves.push(...(moves.length > most ? [{ do: "handback" as const }] : wholeThought(whole, moves, knows).moves));
  return moves;
}

const NO_PAR: Par = { handsMin: Infinity, left: 1, usableH: 0 };

/** What knowing hands come to: the planner, with all of the truth from the start. */
export function wholeParOf(whole: Whole): WholePar {
  if (whole.parts.length === 1) {
    const par = parOf(whole.parts[0]!);
    return { parts: [par], handsMin: par.handsMin };
  }
  const none = { parts: whole.parts.map(() => NO_PAR), handsMin: Infinity };
  const { parts, handsMin } = wholeOutcome(whole, wholeLine(whole, [], trueJob), none);
  return {
    parts: parts.map(({ left, usableH }) => ({ handsMin: Infinity, left: left.value, usableH })),
    handsMin: handsMin.value,
  };
}
