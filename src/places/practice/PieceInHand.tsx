import { useState } from "react";
import { useSearchParams } from "next/navigation";
import { PhaseNav, usePhaseKeys } from "@/bay/PhaseNav";
import { phaseIn, pushParams } from "@/bay/state/params";
import type { PhaseId } from "@/bay/state/phases";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { lessonOf } from "@/core/answers/practice/lessons";
import { levelOf } from "@/core/answers/practice/pieces";
import { clockIn, seenBy, type Whole } from "@/core/answers/practice/whole";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { AtThumb, ThumbBar } from "@/ui/ThumbBar";
import { CaseMap } from "./CaseMap";
import { CaseStrip } from "./CaseStrip";
import { CaseThread } from "./CaseThread";
import { PieceKnown } from "./PieceKnown";
import { PHASE_PANELS, type Bottle, type Hands } from "./PiecePhases";
import { kitWords } from "./pieceWords";

const FIRST_BOTTLE: Bottle = { strength: "label", warmth: "lukewarm" };

/** A whole piece that is being worked on in the bay: everything hands may do, the forbidden too, beside what is known. */
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
  const phase = phaseIn(useSearchParams());
  const [bottle, setBottle] = useState(FIRST_BOTTLE);
  const [part, setPart] = useState(0);
  usePhaseKeys(goTo);
  const Panel = PHASE_PANELS[phase];
  const piece = whole.parts[part]!;
  const hands: Hands = {
    ...{ piece, bottle, setBottle, go: goTo },
    moves: seenBy(whole, moves, part),
    all: moves,
    move: (next) => move(part === 0 ? next : { ...next, part }),
  };
  return (
    <div className={`bay bay-case bay-${phase}`}>
      <CaseStrip
        title={lessonOf(piece.seed)?.title ?? `Case ${piece.seed}`}
        nowMin={clockIn(whole, moves).at(-1)!}
        leave={ending(leave)}
        {...{ moves, takeBack }}
      />
      <Boundary what="The drawing">
        <CaseMap {...{ whole, moves, part, setPart }} />
      </Boundary>
      <main className="bay-main" key={phase}>
        <Brief whole={whole} />
        <Boundary what="This phase">
          <Panel {...hands} />
        </Boundary>
        {phase === "handback" && <HandItBack onAct={ending(() => move({ do: "handback" }))} />}
      </main>
      <aside className="bay-margin" aria-label="What you know and did" tabIndex={0}>
        <PieceKnown whole={whole} moves={moves} />
      </aside>
      <footer className="thread no-print">
        <ThumbBar />
        <Boundary what="The thread">
          <CaseThread whole={whole} moves={moves} />
        </Boundary>
        <PhaseNav phase={phase} go={goTo} />
      </footer>
    </div>
  );
}

const HandItBack = ({ onAct }: { onAct: () => void }) => (
  <AtThumb>
    <Act variant="primary" onAct={onAct}>
      Hand it back
    </Act>
  </AtThumb>
);

const goTo = (phase: PhaseId) => pushParams({ phase });
/** Another case begins in Look. */
const ending = (end: () => void) => () => {
  pushParams({ phase: null });
  end();
};

function Brief({ whole }: { whole: Whole }) {
  const piece = whole.parts[0]!;
  const lesson = lessonOf(whole.seed);
  const { airTempC, relativeHumidityPct } = piece.job.site;
  return (
    <p>
      {lesson ? piece.words : briefOf(whole)} {airTempC} °C, {relativeHumidityPct} % humidity. {kitWords(piece)}
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
