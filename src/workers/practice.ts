import { proxy, wrap, type Remote } from "comlink";
import type { CameTo } from "@/core/answers/practice/decisions";
import type { PieceDebrief } from "@/core/answers/practice/pieceDebrief";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import type { Thought } from "@/core/answers/practice/piecePlanner";
import type { PracticeResult } from "@/core/answers/practice/results";
import type { PracticeWorker } from "./practice.worker";

let remote: Remote<PracticeWorker> | undefined;

/** A whole piece is judged by playing it on from every moment: beside the page. */
function practiceWorker(): Remote<PracticeWorker> {
  remote ??= wrap<PracticeWorker>(new Worker(new URL("./practice.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}

/** @param tell is told how many moves are weighed */
export const debriefOfPiece = (
  seed: string,
  moves: readonly PieceMove[],
  tell: (weighed: number) => void,
): Promise<PieceDebrief> => practiceWorker().debrief(seed, moves, proxy(tell));

/** What the planner would do next on a whole piece, by what is known, and why. */
export async function plannersNext(seed: string, moves: readonly PieceMove[]): Promise<Thought> {
  return await practiceWorker().next(seed, [...moves]);
}

/** What a past case came to; undefined where its moves were not kept. */
export async function cameToLater(result: PracticeResult): Promise<CameTo | undefined> {
  return await practiceWorker().cameTo(result);
}
