const WIDTH = 1000;
const [YOURS_Y, PLANNERS_Y] = [34, 84];
const SAG = 9;

/** A move as it is drawn. */
interface Stitch {
  /** What it is: two that are alike are the same move. */
  is: string;
  minutes: number;
  kind: "tested" | "hinted" | "begun";
}

/** Two threads, one above the other: a stitch a move, as long as its minutes; a knot where they part. */
export function TwoThreads({ yours, planners }: { yours: readonly Stitch[]; planners: readonly Stitch[] }) {
  const lengthOf = (stitches: readonly Stitch[]) => stitches.reduce((sum, { minutes }) => sum + minutes, 0);
  const perMin = (WIDTH - 120) / Math.max(lengthOf(yours), lengthOf(planners), 1);
  const parts = yours.findIndex(({ is }, at) => is !== planners[at]?.is);
  const knotX = parts < 0 ? undefined : 110 + perMin * lengthOf(yours.slice(0, parts));
  return (
    <svg className="two-threads" viewBox={`0 0 ${WIDTH} 104`} role="img" aria-label={threadWords(parts)}>
      <text x="0" y={YOURS_Y + 5}>
        You
      </text>
      <text x="0" y={PLANNERS_Y + 5}>
        Planner
      </text>
      <Stitches stitches={yours} y={YOURS_Y} perMin={perMin} />
      <Stitches stitches={planners} y={PLANNERS_Y} perMin={perMin} />
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

function Stitches({ stitches, y, perMin }: { stitches: readonly Stitch[]; y: number; perMin: number }) {
  return stitches.map(({ minutes, kind }, at) => {
    const from = 110 + perMin * stitches.slice(0, at).reduce((sum, each) => sum + each.minutes, 0);
    const length = Math.max(4, perMin * minutes - 4);
    return kind === "begun" ? (
      <line key={at} x1={from} x2={from + length} y1={y} y2={y} className="begun" />
    ) : (
      <path key={at} d={`M${from} ${y} q${length / 2} ${SAG * 2} ${length} 0`} className={kind} />
    );
  });
}
