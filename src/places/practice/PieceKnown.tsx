import { useState } from "react";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { clockIn, handsOnIn, partOf, seenBy, type Whole } from "@/core/answers/practice/whole";
import { Act } from "@/ui/Act";
import { caseClock, pieceMoveWords, pieceShown, whereOf } from "./pieceWords";

/** So many are in view, lest the list push everything off the screen. */
const SHOWN = 6;

/** What is known of a piece and was done on it, by the clock. */
export function PieceKnown({ whole, moves }: { whole: Whole; moves: readonly PieceMove[] }) {
  const clock = clockIn(whole, moves);
  const [all, setAll] = useState(false);
  const from = all || moves.length <= SHOWN + 1 ? 0 : moves.length - SHOWN;
  const shown = moves.map((_, at) => at).slice(from);
  return (
    <>
      <h2>So far</h2>
      {moves.length === 0 && <p className="soft">Nothing yet. A look and a question cost least.</p>}
      {moves.length > SHOWN + 1 && (
        <Act variant="link" className="btn-flush" onAct={() => setAll(!all)}>
          {all ? "Only the last ones" : `${from} before`}
        </Act>
      )}
      <ol start={from + 1} className="known" aria-live="polite" data-testid="known">
        {shown.map((at) => {
          const each = moves[at]!;
          const part = partOf(each);
          const result = pieceShown(whole.parts[part]!, seenBy(whole, moves, part), at);
          return (
            <li key={at} className={handsOnIn(whole, each) ? "known-done" : undefined}>
              <span className="soft">{caseClock(clock[at]!)}</span> {pieceMoveWords(each)}
              {whereOf(whole, each)}
              {result && (
                <>
                  : <b>{result}</b>
                </>
              )}
            </li>
          );
        })}
      </ol>
    </>
  );
}
