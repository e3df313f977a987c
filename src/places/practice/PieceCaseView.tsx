import { useMemo } from "react";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import type { LevelId } from "@/core/answers/practice/pieces";
import { wholeOf } from "@/core/answers/practice/whole";
import { PlaceFrame } from "../PlaceFrame";
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
  const whole = useMemo(() => wholeOf(seed), [seed]);
  const following = lessonAfter(seed);
  return ended ? (
    <PlaceFrame at="/practice">
      <PieceDebriefView
        whole={whole}
        moves={moves}
        open={open}
        leave={leave}
        next={() => (following ? open(following) : openAny(whole.parts[0]!.level!))}
      />
    </PlaceFrame>
  ) : (
    <PieceInHand whole={whole} moves={moves} move={move} leave={leave} takeBack={takeBack} />
  );
}
