import { useMemo } from "react";
import { pieceCaseOf } from "@/core/answers/practice/pieceCase";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import type { LevelId } from "@/core/answers/practice/pieces";
import { lessonAfter } from "./Lessons";
import { PieceDebriefView } from "./PieceDebriefView";
import { PieceInHand } from "./PieceInHand";

/** A whole piece, while it is worked on and when it is handed back. */
export function PieceCaseView({
  seed,
  moves,
  ended,
  move,
  open,
  openAny,
  leave,
  takeBack,
}: {
  seed: string;
  moves: readonly PieceMove[];
  ended: boolean;
  move: (move: PieceMove) => void;
  open: (seed: string, moves?: readonly PieceMove[]) => void;
  openAny: (level: LevelId) => void;
  leave: () => void;
  takeBack: () => void;
}) {
  const piece = useMemo(() => pieceCaseOf(seed), [seed]);
  const following = lessonAfter(seed);
  return ended ? (
    <PieceDebriefView
      piece={piece}
      moves={moves}
      open={open}
      leave={leave}
      next={() => (following ? open(following) : openAny(piece.level!))}
    />
  ) : (
    <PieceInHand piece={piece} moves={moves} move={move} leave={leave} takeBack={takeBack} />
  );
}
