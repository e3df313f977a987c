import { expose } from "comlink";
import { pieceCaseOf } from "@/core/answers/practice/pieceCase";
import { pieceDebrief } from "@/core/answers/practice/pieceDebrief";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { plannersThought } from "@/core/answers/practice/piecePlanner";
import { cameTo } from "@/core/answers/practice/played";

const practice = {
  /** What the planner would do next, by what is known, and why. */
  next: (seed: string, moves: PieceMove[]) => plannersThought(pieceCaseOf(seed), moves),
  debrief: pieceDebrief,
  cameTo,
};
export type PracticeWorker = typeof practice;

expose(practice);
