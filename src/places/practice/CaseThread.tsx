import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { dueH } from "@/core/answers/practice/pieceOutcome";
import { clockIn, handsOnIn, seenBy, type Whole } from "@/core/answers/practice/whole";
import { alongThread, BareThread, Needle, PromiseKnot, SlackStitch, useWidth, WorkedStitch } from "@/bay/stitches";
import { caseClock } from "./pieceWords";

/** So much of the thread is there before anything is sewn, min. */
const AT_LEAST_MIN = 30;
const MIN_MS = 60_000;

/** What was done so far on the bay's thread, the needle at now and the knot where it was promised. */
export function CaseThread({ whole, moves }: { whole: Whole; moves: readonly PieceMove[] }) {
  const { svg, width } = useWidth();
  const clock = clockIn(whole, moves);
  const now = clock.at(-1)!;
  const due = dueOf(whole, moves);
  const finishMin = Math.max(now, AT_LEAST_MIN);
  const endMin = Math.max(finishMin + 1, due?.min ?? 0);
  const along = alongThread({ startMs: 0, finishMs: finishMin * MIN_MS, endMs: endMin * MIN_MS }, width);
  const x = (min: number) => along(min * MIN_MS);
  return (
    <svg ref={svg} role="img" aria-label={`Thread of the case: ${moves.length} moves, it is ${caseClock(now)}`}>
      <BareThread width={width} />
      {moves.map((move, at) => {
        const ends = { a: x(clock[at]!), b: x(clock[at + 1]!) };
        if (ends.a === ends.b) return null;
        return handsOnIn(whole, move) ? (
          <WorkedStitch key={at} {...ends} />
        ) : (
          <SlackStitch key={at} dwell={move.do === "wait"} a={ends.a + 2} b={Math.max(ends.a + 5, ends.b - 2)} />
        );
      })}
      {due && <PromiseKnot words={`${due.name} ${caseClock(due.min)}`} at={x(due.min)} damp={false} width={width} />}
      <Needle at={x(now)} words={caseClock(now)} />
    </svg>
  );
}

/** What the owner was promised; else what the owner wants, once asked. */
function dueOf(whole: Whole, moves: readonly PieceMove[]): { name: string; min: number } | undefined {
  const piece = whole.parts[0]!;
  const promised = dueH(piece, seenBy(whole, moves, 0));
  if (promised !== undefined) return { name: "promised for", min: promised * 60 };
  const asked = moves.some((move) => move.do === "find" && move.what === "owner");
  return asked ? { name: "wanted by", min: piece.wantedH * 60 } : undefined;
}
