import { expose } from "comlink";
import { pieceCaseOf } from "@/core/answers/practice/pieceCase";
import { pieceDebrief } from "@/core/answers/practice/pieceDebrief";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { plannersMoves } from "@/core/answers/practice/piecePlanner";
import { cameTo } from "@/core/answers/practice/played";

const practice = {
  /** What the planner would do next, by what is known. */
  next: (seed: string, moves: PieceMove[]): PieceMove => plannersMoves(pieceCaseOf(seed), moves)[0]!,
  debrief: pieceDebrief,
  cameTo,
};
export type PracticeWorker = typeof practice;

expose(practice);
