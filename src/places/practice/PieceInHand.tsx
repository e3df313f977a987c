import { useState } from "react";
import { PhaseNav, usePhaseKeys } from "@/bay/PhaseNav";
import type { PhaseId } from "@/bay/state/phases";
import type { PieceCase } from "@/core/answers/practice/pieceCase";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { lessonOf } from "@/core/answers/practice/lessons";
import { levelOf } from "@/core/answers/practice/pieces";
import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";
import { PieceKnown } from "./PieceKnown";
import { PHASE_PANELS, type Bottle, type Hands } from "./PiecePhases";
import { PieceStands } from "./PiecePicture";
import { kitWords } from "./pieceWords";

const FIRST_BOTTLE: Bottle = { strength: "label", warmth: "lukewarm" };

/** A whole piece that is being worked on, phase by phase: everything hands may do, the forbidden too, beside what is known. */
export function PieceInHand({
  leave,
  takeBack,
  piece,
  moves,
  move,
}: {
  piece: PieceCase;
  moves: readonly PieceMove[];
  move: (move: PieceMove) => void;
  leave: () => void;
  takeBack: () => void;
}) {
  const [phase, go] = useState<PhaseId>("look");
  const [bottle, setBottle] = useState(FIRST_BOTTLE);
  usePhaseKeys(go);
  const Panel = PHASE_PANELS[phase];
  const hands: Hands = { piece, moves, move, bottle, setBottle, go };
  return (
    <>
      <div className="row-between">
        <h1>{lessonOf(piece.seed)?.title ?? `Case ${piece.seed}`}</h1>
        <Act variant="link" onAct={leave}>
          Leave it
        </Act>
      </div>
      <Brief piece={piece} />
      <PhaseNav phase={phase} go={go} />
      <div className="practice practice-piece">
        <PieceStands piece={piece} />
        <div>
          <Panel {...hands} />
        </div>
        <PieceKnown piece={piece} moves={moves} takeBack={takeBack}>
          {phase === "handback" && (
            <AtThumb>
              <Act variant="primary" onAct={() => move({ do: "handback" })}>
                Hand it back
              </Act>
            </AtThumb>
          )}
        </PieceKnown>
      </div>
    </>
  );
}

function Brief({ piece }: { piece: PieceCase }) {
  const lesson = lessonOf(piece.seed);
  const { about, name } = piece.level ? levelOf(piece.level) : { about: undefined, name: "" };
  const { airTempC, relativeHumidityPct } = piece.job.site;
  return (
    <p>
      {lesson ? piece.words : about ? `${piece.words}, soiled, ${about}.` : `${piece.words}, soiled. ${name}.`}{" "}
      {airTempC} °C, {relativeHumidityPct} % humidity. {kitWords(piece)}
      {lesson && (
        <>
          <br />
          <b>Goal:</b> {lesson.goal}
        </>
      )}
    </p>
  );
}
