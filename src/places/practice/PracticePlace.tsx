"use client";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { markCaseOf } from "@/core/answers/practice/markCase";
import { readSeed } from "@/core/answers/practice/seeds";
import { Act } from "@/ui/Act";
import { later } from "@/ui/later";
import { PlaceFrame } from "../PlaceFrame";
import { CaseInHand } from "./CaseInHand";
import { usePractice } from "./usePractice";

const DebriefView = later(() => import("./DebriefView").then(({ DebriefView }) => DebriefView));
const Progress = later(() => import("./Progress").then(({ Progress }) => Progress));

/** Learn the trade before it costs cloth: a made-up mark, what came of it, and what the planner would have done. */
export function PracticePlace() {
  const { practice, open, leave, move } = usePractice();
  const { running, done } = practice;
  const mark = running && markCaseOf(running.seed);
  const ended = running?.moves.at(-1)?.do === "begin";
  return (
    <PlaceFrame at="/practice">
      {!running || !mark ? (
        <>
          <h1>Practice</h1>
          <p>
            A made-up mark, and nobody tells you what it is. Look, ask, test; then begin. What comes of it is reckoned,
            and what the planner would have done with what you knew stands beside it. Nothing of this goes into the
            ledger.
          </p>
          <NewCase open={open} />
          {done.length > 0 && <Progress done={done} open={open} />}
        </>
      ) : ended ? (
        <DebriefView mark={mark} moves={running.moves} open={open} leave={leave} />
      ) : (
        <CaseInHand mark={mark} moves={running.moves} move={move} leave={leave} />
      )}
    </PlaceFrame>
  );
}

function NewCase({ open }: { open: (seed?: string) => void }) {
  const [text, setText] = useState("");
  const seed = readSeed(text);
  const wrong = text.trim().length >= 5 && !seed;
  return (
    <div className="row-wrap align-end">
      <Act variant="primary" onAct={() => open()}>
        A new case
      </Act>
      <FormGroup controlId="case-letters">
        <FormLabel>A colleague&apos;s case, five letters</FormLabel>
        <FormControl
          value={text}
          maxLength={8}
          autoComplete="off"
          isInvalid={wrong}
          onChange={({ target }) => setText(target.value)}
          onKeyDown={({ key }) => key === "Enter" && seed && open(seed)}
        />
        <FormControl.Feedback type="invalid" role="alert">
          No case has these letters: five, without vowels, l and y.
        </FormControl.Feedback>
      </FormGroup>
      <Act disabled={!seed} onAct={() => open(seed)}>
        Open it
      </Act>
    </div>
  );
}
