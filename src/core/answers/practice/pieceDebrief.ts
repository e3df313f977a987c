import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { sumOf, type Worked } from "@/core/ground/sums/working";
import { COST_IDS, paidIn, type CostId } from "./decisions";
import type { PieceMove } from "./pieceMoves";
import type { PieceOutcome } from "./pieceOutcome";
import { wholeLine, wholeOf, wholeOutcome, wholeParOf, type WholeOutcome, type WholePar } from "./whole";

/** A move, what the planner would have done there by what was known, and what the difference comes to. */
interface PieceJudged {
  move: PieceMove;
  /** What it does next, and the first thing it would lay hands on. */
  planner: PieceMove;
  hands: PieceMove;
  /** Minutes lost by it if the planner goes on from there, and what they are paid in. */
  costs: Worked;
  apart: { in: CostId; minutes: Worked }[];
}

export interface PieceDebrief {
  outcome: WholeOutcome;
  judged: PieceJudged[];
  /** The planner from the start, by what it found out, and what it came to. */
  planner: { moves: PieceMove[]; outcome: WholeOutcome };
  /** By its place among the moves, dearest first. */
  mattered: number[];
  par: WholePar;
}

const MOST_TOLD = 3;
const MATTERS_FROM_MIN = 0.5;

/** Less than this is not told apart, min. */
const APART_FROM_MIN = 0.05;

/** Minutes lost, by what they are paid in. */
export function paidFor({ spentMin, losses }: Pick<PieceOutcome, "spentMin" | "losses">): Record<CostId, number> {
  const paid: Record<CostId, number> = { soil: 0, water: 0, minutes: spentMin.value, harm: 0, honesty: 0 };
  for (const { id, minutes } of losses) paid[paidIn(id)] += minutes.value;
  return paid;
}

const laysHandsOn = ({ do: what }: PieceMove) =>
  !["find", "test", "proof", "tell", "air", "promise", "wait"].includes(what);
const lost = ({ spentMin, harmMin }: PieceOutcome): number => spentMin.value + harmMin.value;

/** @param seed of a whole piece, @param moves end with handing back @param tell is told how many are weighed */
export function pieceDebrief(
  seed: string,
  moves: readonly PieceMove[],
  tell: (weighed: number) => void = () => undefined,
): PieceDebrief {
  const whole = wholeOf(seed);
  const par = wholeParOf(whole);
  const playedOn = (from: readonly PieceMove[]) => {
    const line = wholeLine(whole, from);
    const outcome = wholeOutcome(whole, line, par);
    return { line, minutes: lost(outcome), paid: paidFor(outcome) };
  };
  let before = playedOn([]);
  const { line } = before;
  const judged = moves.map((move, at): PieceJudged => {
    const next = before.line.slice(at);
    // Who does what the planner would have done is where the planner would be.
    const after = JSON.stringify(move) === JSON.stringify(next[0]) ? before : playedOn(moves.slice(0, at + 1));
    const costs = sumOf(PRACTICE_FORMULAS, "practice.cost", { after: after.minutes, before: before.minutes });
    const { paid } = before;
    const apart = COST_IDS.map((of) => ({
      in: of,
      minutes: sumOf(PRACTICE_FORMULAS, "practice.cost", { after: after.paid[of], before: paid[of] }),
    })).filter(({ minutes }) => minutes.value >= APART_FROM_MIN);
    before = after;
    tell(at + 1);
    return { apart, move, planner: next[0]!, hands: next.find((each) => laysHandsOn(each)) ?? next.at(-1)!, costs };
  });
  return {
    outcome: wholeOutcome(whole, moves, par),
    judged,
    planner: { moves: line, outcome: wholeOutcome(whole, line, par) },
    mattered: judged
      .map(({ costs }, at) => ({ at, minutes: costs.value }))
      .filter(({ minutes }) => minutes >= MATTERS_FROM_MIN)
      .sort((a, b) => b.minutes - a.minutes)
      .slice(0, MOST_TOLD)
      .map(({ at }) => at),
    par,
  };
}
