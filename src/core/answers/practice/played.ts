import { DECISION_IDS, wentWell, type CameTo, type DecisionId } from "./decisions";
import { isMet, lessonOf } from "./lessons";
import { markCaseOf } from "./markCase";
import { outcomeOf } from "./markPlay";
import { markMovesOf, pieceMovesOf, type PracticeResult } from "./results";
import { wholeOf, wholeOutcome, wholeParOf } from "./whole";

const known = new Map<string, CameTo>();

/** What a past case came to, from its moves; undefined where they were not kept. A whole piece takes a while. */
export function cameTo({ seed, moves }: PracticeResult): CameTo | undefined {
  if (!moves) return undefined;
  const key = JSON.stringify([seed, moves]);
  const before = known.get(key);
  if (before) return before;
  const pieceMoves = pieceMovesOf({ seed, moves });
  const made = pieceMoves ? ofPiece(seed, pieceMoves) : ofMark(seed, markMovesOf({ seed, moves })!);
  known.set(key, made);
  return made;
}

function ofMark(seed: string, moves: NonNullable<ReturnType<typeof markMovesOf>>): CameTo {
  const { score, right, spentMin, harmMin } = outcomeOf(markCaseOf(seed), moves);
  return { score, right, lost: { what: spentMin.value + harmMin.value } };
}

function ofPiece(seed: string, moves: NonNullable<ReturnType<typeof pieceMovesOf>>): CameTo {
  const whole = wholeOf(seed);
  const lesson = lessonOf(seed);
  const { score, spentMin, losses } = wholeOutcome(whole, moves, wholeParOf(whole));
  const lost = Object.fromEntries(DECISION_IDS.map((id) => [id, id === "what" ? spentMin.value : 0])) as Record<
    DecisionId,
    number
  >;
  for (const { decision, minutes } of losses) lost[decision] += minutes.value;
  return {
    score,
    right: wentWell(losses),
    lost,
    ...(lesson ? { met: isMet(lesson, losses) } : {}),
  };
}
