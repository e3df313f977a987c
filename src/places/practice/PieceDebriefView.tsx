import { useEffect, useState } from "react";
import ProgressBar from "react-bootstrap/ProgressBar";
import Table from "react-bootstrap/Table";
import type { PieceDebrief } from "@/core/answers/practice/pieceDebrief";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { DECISIONS, wentWell } from "@/core/answers/practice/decisions";
import type { Loss } from "@/core/answers/practice/losses";
import { isMet, lessonOf } from "@/core/answers/practice/lessons";
import { familyOf } from "@/core/ground/catalog/families";
import { RAN_TO } from "@/core/ground/catalog/findings";
import { MATERIALS } from "@/core/ground/catalog/materials";
import { BUILDS } from "@/core/ground/catalog/builds";
import { formatNumber } from "@/core/ground/quantity/format";
import { debriefOfPiece } from "@/workers/practice";
import { partOf, passesIn, seenBy, type Whole, type WholeOutcome } from "@/core/answers/practice/whole";
import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";
import { Num } from "@/ui/Num";
import { MoveTable } from "./MoveTable";
import { PiecePictures } from "./PiecePicture";
import { inWords, pieceMoveWords, pieceShown, whereOf } from "./pieceWords";
import { SaveCase } from "./CaseFile";
import { TwoThreads } from "./TwoThreads";

interface Ended {
  whole: Whole;
  moves: readonly PieceMove[];
  open: (seed: string, moves?: readonly PieceMove[]) => void;
  leave: () => void;
  next: () => void;
}

/** What came of a whole piece, beside what the planner would have done with what was known at each moment. */
export function PieceDebriefView(ended: Ended) {
  const { moves, leave } = ended;
  const { seed } = ended.whole;
  const [weighed, setWeighed] = useState(0);
  const [made, setMade] = useState<PieceDebrief>();
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let current = true;
    debriefOfPiece(seed, moves, (at) => current && setWeighed(at)).then(
      (debrief) => current && setMade(debrief),
      () => current && setFailed(true),
    );
    return () => {
      current = false;
    };
  }, [seed, moves]);
  if (made) return <Made {...ended} debrief={made} />;
  return (
    <div data-testid="weighing">
      <div className="row-between">
        <h1>Handed back</h1>
        <Act onAct={leave}>All cases</Act>
      </div>
      <p role={failed ? "alert" : undefined}>
        {failed
          ? "It could not be weighed here. Your moves are kept: load the page again."
          : "Each of your moves is played on from, to see what it cost."}
      </p>
      <ProgressBar now={weighed} max={moves.length} label={`${weighed} of ${moves.length}`} />
    </div>
  );
}

function Made({ whole, moves, open, leave, next, debrief }: Ended & { debrief: PieceDebrief }) {
  const { outcome, planner } = debrief;
  const { seed } = whole;
  const lesson = lessonOf(seed);
  const met = lesson && isMet(lesson, outcome.losses);
  const well = wentWell(outcome.losses);
  return (
    <div data-testid="debrief">
      <div className="row-between">
        <h1>{lesson ? (met ? "Passed" : "Not passed") : well ? "It went well" : "You will hear of it"}</h1>
        <span className="row-wrap">
          <SaveCase seed={seed} moves={moves} />
          <Act onAct={leave}>All cases</Act>
          <AtThumb>
            <Act variant="primary" onAct={next}>
              {lesson ? "The next lesson" : "The next case"}
            </Act>
          </AtThumb>
        </span>
      </div>
      {lesson && (
        <p>
          <b>{lesson.title}.</b> {lesson.goal} {met ? "Met." : "Not met."}
        </p>
      )}
      <p>
        {lesson ? "" : `Case ${seed}. `}
        <Truth whole={whole} />
      </p>
      <CameTo outcome={outcome} planner={planner.outcome} />
      {whole.parts.map((piece, part) => (
        <PiecePictures
          key={part}
          piece={piece}
          outcome={outcome.parts[part]!}
          of={whole.parts.length > 1 ? piece.words : undefined}
        />
      ))}
      <TwoThreads yours={stitchesOf(whole, moves)} planners={stitchesOf(whole, planner.moves)} />
      <Mattered whole={whole} debrief={debrief} />
      <LossTable yours={outcome.losses} planners={planner.outcome.losses} />
      <section className="block">
        <h2>Move by move</h2>
        <Moves debrief={debrief} whole={whole} moves={moves} again={(at) => open(seed, moves.slice(0, at))} />
      </section>
    </div>
  );
}

/** What it really was. */
function Truth({ whole: { parts } }: { whole: Whole }) {
  const [{ cloth, soil, wantedH, spill }] = parts as [Whole["parts"][number]];
  if (parts.length > 1)
    return (
      <>
        {parts.map((part) => (
          <span key={part.words}>
            {part.words}: <b>{MATERIALS[part.cloth.material!].name.toLowerCase()}</b>, {part.soil} soil.{" "}
          </span>
        ))}
        Wanted within {wantedH} h.
      </>
    );
  return (
    <>
      It was <b>{MATERIALS[cloth.material!].name.toLowerCase()}</b>, {BUILDS[cloth.build!].name.toLowerCase()},{" "}
      {cloth.condition}, {soil} soil, wanted within {wantedH} h.
      {spill && (
        <>
          {" "}
          Spilled on it: <b>{familyOf(spill.truth).name.toLowerCase()}</b>, {RAN_TO[spill.ranTo].toLowerCase()}.
        </>
      )}
    </>
  );
}

/** The case in figures, each opening to its working. */
function CameTo({ outcome, planner }: { outcome: WholeOutcome; planner: WholeOutcome }) {
  return (
    <div className="came-to">
      <div>
        <span>Score</span>{" "}
        <Num of={outcome.score} words={`${formatNumber(Math.round(outcome.score.value))} of 100`} testId="score" />
      </div>
      <div>
        <span>The planner&apos;s</span>{" "}
        <Num of={planner.score} words={`${formatNumber(Math.round(planner.score.value))} of 100`} />
      </div>
      <div>
        <span>Finding out</span> <Num of={outcome.spentMin} />
      </div>
      <div>
        <span>What went wrong</span> <Num of={outcome.harmMin} testId="harm" />
      </div>
      <div>
        <span>Soil left</span> <Num of={outcome.left} share />
      </div>
      {outcome.spill && (
        <div>
          <span>Of the spill</span> <Num of={outcome.spill.left} share />
        </div>
      )}
    </div>
  );
}

/** A wait is drawn no longer than this, so that a night does not hide the work, min. */
const DRAWN_MIN = 12;
const LEAST_MIN = 1;

const stitchesOf = (whole: Whole, moves: readonly PieceMove[]) =>
  moves.map((move) => ({
    is: JSON.stringify(move),
    minutes: Math.min(DRAWN_MIN, Math.max(LEAST_MIN, passesIn(whole, move))),
    kind: move.do === "hint" ? ("hinted" as const) : isHandsOn(move) ? ("begun" as const) : ("tested" as const),
  }));

const isHandsOn = ({ do: what }: PieceMove) =>
  ["vacuum", "put", "brush", "towel", "draw", "rinse", "steam"].includes(what);

function Mattered({ whole, debrief: { judged, mattered } }: { whole: Whole; debrief: PieceDebrief }) {
  return (
    <section className="block" data-testid="mattered">
      <h2>What mattered most</h2>
      {mattered.length === 0 && <p>No move was worth much less than the planner&apos;s.</p>}
      <ul>
        {mattered.map((at) => {
          const { move, planner, hands, costs } = judged[at]!;
          return (
            <li key={at}>
              Move {at + 1}, {inWords(move)}
              {whereOf(whole, move)}: <Num of={costs} /> lost by it. The planner there:{" "}
              {planner === hands ? "" : `${inWords(planner)}, then `}
              <b>{inWords(hands)}</b>
              {whereOf(whole, hands)}.
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Each thing that went wrong, yours beside the planner's. */
function LossTable({ yours, planners }: { yours: readonly Loss[]; planners: readonly Loss[] }) {
  const all = [...yours, ...planners.filter(({ id }) => !yours.some((loss) => loss.id === id))];
  if (all.length === 0) return null;
  const cell = (losses: readonly Loss[], id: Loss["id"]) => {
    const minutes = losses.find((loss) => loss.id === id)?.minutes;
    return minutes ? <Num of={minutes} /> : "none";
  };
  return (
    <section className="block" data-testid="losses">
      <h2>What it came to</h2>
      <Table className="compare">
        <thead>
          <tr>
            <th>Decision</th>
            <th>What happened</th>
            <th>You</th>
            <th>The planner</th>
          </tr>
        </thead>
        <tbody>
          {all.map(({ id, decision, words }) => (
            <tr key={id}>
              <th scope="row">{DECISIONS[decision]}</th>
              <td data-label="What happened">{words}</td>
              <td data-label="You">{cell(yours, id)}</td>
              <td data-label="The planner">{cell(planners, id)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

/** Move by move, in words. */
function Moves({
  debrief: { judged },
  whole,
  moves,
  again,
}: {
  debrief: PieceDebrief;
  whole: Whole;
  moves: readonly PieceMove[];
  again: (at: number) => void;
}) {
  const rows = judged.map(({ move, planner, costs, apart }, at) => ({
    apart,
    you: pieceMoveWords(move) + whereOf(whole, move),
    shown: pieceShown(whole.parts[partOf(move)]!, seenBy(whole, moves, partOf(move)), at),
    planner: pieceMoveWords(planner) + whereOf(whole, planner),
    costs,
  }));
  return <MoveTable rows={rows} costs="Lost by it" again={again} />;
}
