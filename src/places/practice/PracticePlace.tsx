"use client";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { markCaseOf } from "@/core/answers/practice/markCase";
import { HARD_IDS, LEVEL_IDS, LEVELS, THEME_IDS, type LevelId } from "@/core/answers/practice/pieces";
import { isOver, markMovesOf, pieceMovesOf, readCase } from "@/core/answers/practice/results";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { later } from "@/ui/later";
import { PlaceFrame } from "../PlaceFrame";
import { OpenCase } from "./CaseFile";
import { CaseInHand } from "./CaseInHand";
import { Lessons } from "./Lessons";
import { usePractice } from "./usePractice";

const DebriefView = later(() => import("./DebriefView").then(({ DebriefView }) => DebriefView));
const PieceCaseView = later(() => import("./PieceCaseView").then(({ PieceCaseView }) => PieceCaseView));
const Progress = later(() => import("./Progress").then(({ Progress }) => Progress));

/** Learn the trade before it costs cloth: made-up cases, what came of them, and what the planner would have done. */
export function PracticePlace() {
  const kept = usePractice();
  const { running } = kept.practice;
  const ofPiece = running && pieceMovesOf(running);
  if (running && ofPiece)
    return <PieceCaseView {...kept} seed={running.seed} moves={ofPiece} ended={isOver(running.moves)} />;
  return (
    <PlaceFrame at="/practice">{running ? <OneMark {...kept} running={running} /> : <Begin {...kept} />}</PlaceFrame>
  );
}

type Kept = ReturnType<typeof usePractice>;

function OneMark({
  running,
  open,
  openAny,
  leave,
  move,
}: Kept & { running: NonNullable<Kept["practice"]["running"]> }) {
  const mark = markCaseOf(running.seed);
  const moves = markMovesOf(running)!;
  return isOver(running.moves) ? (
    <DebriefView mark={mark} moves={moves} open={open} leave={leave} next={() => openAny()} />
  ) : (
    <CaseInHand mark={mark} moves={moves} move={move} leave={leave} />
  );
}

function Begin({ practice, open, openAny }: Kept) {
  return (
    <>
      <h1>Practice</h1>
      <p>
        Made-up cases, and nobody tells you what they are. What comes of what you do is reckoned, and what the planner
        would have done with what you knew stands beside it. Nothing of this goes into the ledger.
      </p>
      <div className="practice-kinds">
        <section aria-label="One mark">
          <h2>One mark</h2>
          <p>What is it, and who says so? Look, ask, test; then begin.</p>
          <Act variant="primary" onAct={() => openAny()}>
            A new mark
          </Act>
        </section>
        <WholePiece openAny={openAny} />
        <Given open={open} />
      </div>
      <Lessons done={practice.done} open={open} />
      {practice.done.length > 0 && <Progress practice={practice} open={open} />}
    </>
  );
}

const named = (ids: readonly LevelId[]) => ids.map((id) => ({ id, name: LEVELS[id].name }));

function WholePiece({ openAny }: Pick<Kept, "openAny">) {
  const [level, setLevel] = useState<LevelId>("b");
  return (
    <section aria-label="A whole piece">
      <h2>A whole piece</h2>
      <p>From the first question to the promise: how much water, how strong, how warm, when to lift.</p>
      <Chips label="How hard" choices={named(HARD_IDS)} value={level} onPick={(next) => next && setLevel(next)} />
      <div className="form-label mt-2">Or about one thing</div>
      <Chips
        label="Or about one thing"
        choices={named(THEME_IDS)}
        value={level}
        onPick={(next) => next && setLevel(next)}
      />
      <Act variant="primary" className="mt-2" onAct={() => openAny(level)}>
        A new piece
      </Act>
    </section>
  );
}

const SHORTEST = 5;

function Given({ open }: Pick<Kept, "open">) {
  const [text, setText] = useState("");
  const seed = readCase(text);
  const wrong = text.trim().length >= SHORTEST && !seed;
  return (
    <section aria-label="A colleague's case">
      <h2>A colleague&apos;s case</h2>
      <div className="row-wrap align-end">
        <FormGroup controlId="case-letters">
          <FormLabel>Its letters, five or six</FormLabel>
          <FormControl
            value={text}
            maxLength={8}
            autoComplete="off"
            isInvalid={wrong}
            onChange={({ target }) => setText(target.value)}
            onKeyDown={({ key }) => key === "Enter" && seed && open(seed)}
          />
          <FormControl.Feedback type="invalid" role="alert">
            No case has these letters: five are a mark, six from {LEVEL_IDS.join(", ")} on a piece; no vowels, l or y.
          </FormControl.Feedback>
        </FormGroup>
        <Act disabled={!seed} onAct={() => open(seed!)}>
          Open it
        </Act>
      </div>
      <div className="mt-3">
        <OpenCase open={open} />
      </div>
    </section>
  );
}
