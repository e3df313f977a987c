import { expose } from "comlink";
import { pieceDebrief } from "@/core/answers/practice/pieceDebrief";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { cameTo } from "@/core/answers/practice/played";
import { wholeOf, wholeThought } from "@/core/answers/practice/whole";

const practice = {
  /** What the planner would do next, by what is known, and why. */
  next: (seed: string, moves: PieceMove[]) => wholeThought(wholeOf(seed), moves),
  debrief: pieceDebrief,
  cameTo,
};
export type PracticeWorker = typeof practice;

expose(practice);
