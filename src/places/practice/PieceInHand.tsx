import { useState } from "react";
import { PhaseNav, usePhaseKeys } from "@/bay/PhaseNav";
import type { PhaseId } from "@/bay/state/phases";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { lessonOf } from "@/core/answers/practice/lessons";
import { levelOf } from "@/core/answers/practice/pieces";
import { seenBy, type Whole } from "@/core/answers/practice/whole";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
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
  whole,
  moves,
  move,
}: {
  whole: Whole;
  moves: readonly PieceMove[];
  move: (move: PieceMove) => void;
  leave: () => void;
  takeBack: () => void;
}) {
  const [phase, go] = useState<PhaseId>("look");
  const [bottle, setBottle] = useState(FIRST_BOTTLE);
  const [part, setPart] = useState(0);
  usePhaseKeys(go);
  const Panel = PHASE_PANELS[phase];
  const piece = whole.parts[part]!;
  const hands: Hands = {
    ...{ piece, bottle, setBottle, go },
    moves: seenBy(whole, moves, part),
    all: moves,
    move: (next) => move(part === 0 ? next : { ...next, part }),
  };
  return (
    <>
      <div className="row-between">
        <h1>{lessonOf(piece.seed)?.title ?? `Case ${piece.seed}`}</h1>
        <Act variant="link" onAct={leave}>
          Leave it
        </Act>
      </div>
      <Brief whole={whole} />
      <PhaseNav phase={phase} go={go} />
      <div className="practice practice-piece">
        <div className="piece-left">
          <WhichPart whole={whole} part={part} setPart={setPart} />
          <PieceStands piece={piece} />
        </div>
        <div>
          <Panel {...hands} />
        </div>
        <PieceKnown whole={whole} moves={moves} takeBack={takeBack}>
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

function WhichPart({ whole, part, setPart }: { whole: Whole; part: number; setPart: (part: number) => void }) {
  if (whole.parts.length === 1) return null;
  return (
    <Chips
      label="Which part"
      choices={whole.parts.map(({ words }, at) => ({ id: String(at), name: words }))}
      value={String(part)}
      onPick={(next) => next && setPart(Number(next))}
    />
  );
}

function Brief({ whole }: { whole: Whole }) {
  const piece = whole.parts[0]!;
  const lesson = lessonOf(whole.seed);
  const { airTempC, relativeHumidityPct } = piece.job.site;
  return (
    <p>
      {lesson ? piece.words : briefOf(whole)} {airTempC} °C, {relativeHumidityPct} % humidity. {kitWords(piece)}
      {lesson && (
        <>
          <br />
          <b>Goal:</b> {lesson.goal}
        </>
      )}
    </p>
  );
}

/** What anybody is told who comes to it. */
function briefOf({ parts }: Whole): string {
  const [{ words, level }] = parts as [Whole["parts"][number]];
  const { about, name } = levelOf(level!);
  if (parts.length > 1) return `${name}: ${parts.length} parts, soiled.`;
  return about ? `${words}, soiled, ${about}.` : `${words}, soiled. ${name}.`;
}
