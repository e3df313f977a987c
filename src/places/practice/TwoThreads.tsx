import type { Move } from "@/core/answers/practice/markPlay";

const WIDTH = 1000;
const [YOURS_Y, PLANNERS_Y] = [34, 84];
const SAG = 9;

/** Two threads, one above the other: a stitch a move, as long as its minutes; a knot where they part. */
export function TwoThreads({
  yours,
  planners,
  minutesOf,
}: {
  yours: readonly Move[];
  planners: readonly Move[];
  minutesOf: (move: Move) => number;
}) {
  const lengthOf = (moves: readonly Move[]) => moves.reduce((sum, move) => sum + minutesOf(move), 0);
  const perMin = (WIDTH - 120) / Math.max(lengthOf(yours), lengthOf(planners), 1);
  const parts = yours.findIndex((move, at) => JSON.stringify(move) !== JSON.stringify(planners[at]));
  const knotX = parts < 0 ? undefined : 110 + perMin * lengthOf(yours.slice(0, parts));
  return (
    <svg className="two-threads" viewBox={`0 0 ${WIDTH} 104`} role="img" aria-label={threadWords(parts)}>
      <text x="0" y={YOURS_Y + 5}>
        You
      </text>
      <text x="0" y={PLANNERS_Y + 5}>
        Planner
      </text>
      <Stitches moves={yours} y={YOURS_Y} perMin={perMin} minutesOf={minutesOf} />
      <Stitches moves={planners} y={PLANNERS_Y} perMin={perMin} minutesOf={minutesOf} />
      {knotX !== undefined && (
        <path
          d={`M${knotX - 6} ${YOURS_Y - 12} l12 24 m0 -24 l-12 24 M${knotX} ${YOURS_Y + 12} V${PLANNERS_Y - 12}`}
          className="knot"
        />
      )}
    </svg>
  );
}

const threadWords = (parts: number): string =>
  parts < 0
    ? "Your thread and the planner's are the same"
    : `Your thread parts from the planner's at move ${parts + 1}`;

function Stitches({
  moves,
  y,
  perMin,
  minutesOf,
}: {
  moves: readonly Move[];
  y: number;
  perMin: number;
  minutesOf: (move: Move) => number;
}) {
  return moves.map((move, at) => {
    const from = 110 + perMin * moves.slice(0, at).reduce((sum, each) => sum + minutesOf(each), 0);
    const length = Math.max(4, perMin * minutesOf(move) - 4);
    return move.do === "begin" ? (
      <line key={at} x1={from} x2={from + length} y1={y} y2={y} className="begun" />
    ) : (
      <path
        key={at}
        d={`M${from} ${y} q${length / 2} ${SAG * 2} ${length} 0`}
        className={move.do === "hint" ? "hinted" : "tested"}
      />
    );
  });
}
