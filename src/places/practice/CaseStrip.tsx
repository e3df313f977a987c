import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { ArrowCounterclockwise, QuestionLg } from "react-bootstrap-icons";
import { BackToJobs } from "@/bay/BackToJobs";
import type { Keys } from "@/bay/KeyList";
import { mayTakeBack } from "@/core/answers/practice/results";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { Act } from "@/ui/Act";
import { later } from "@/ui/later";
import { Threads } from "@/ui/Threads";
import { Tip } from "@/ui/Tip";
import { caseClock } from "./pieceWords";

const KeyList = later(() => import("@/bay/KeyList").then(({ KeyList }) => KeyList));

const KEYS: Keys = [
  ["1 to 7", "the phases, Look to Hand back"],
  ["Ctrl Z", "take the last back"],
  ["Esc", "put away what is open"],
  ["?", "this list"],
];

/** The strip of the bay over a case: what it is, the real jobs that dwell meanwhile, and its own clock. */
export function CaseStrip({
  title,
  moves,
  nowMin,
  takeBack,
  leave,
}: {
  title: string;
  moves: readonly PieceMove[];
  nowMin: number;
  takeBack: () => void;
  leave: () => void;
}) {
  const [shown, setShown] = useState(false);
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    takeBack();
  });
  useHotkeys("?", () => setShown(true), { useKey: true });
  return (
    <header className="strip no-print">
      <BackToJobs />
      <h1>{title}</h1>
      <span className="strip-loops">
        <Threads />
      </span>
      <span className="strip-undo">
        <Tip words="Take the last back (Ctrl Z)">
          <Act variant="link" onAct={takeBack} disabled={!mayTakeBack(moves)} aria-label="Take the last back">
            <ArrowCounterclockwise aria-hidden size={20} />
          </Act>
        </Tip>
        <Tip words="Keys (?)">
          <Act className="wide-only" variant="link" onAct={() => setShown(true)} aria-label="List of keys">
            <QuestionLg aria-hidden size={18} />
          </Act>
        </Tip>
      </span>
      <Act variant="link" onAct={leave}>
        Leave it
      </Act>
      <span className="strip-promise">
        <b data-testid="case-clock">{caseClock(nowMin)}</b>
      </span>
      {shown && <KeyList shown hide={() => setShown(false)} keys={KEYS} />}
    </header>
  );
}
