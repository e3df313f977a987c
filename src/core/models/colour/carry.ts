import type { Picks, Point } from "./measure";

/** What was pointed at in one picture, found again in another of the same cloth. */

interface Size {
  widthPx: number;
  heightPx: number;
}

type Turn = (point: Point) => Point;

/**
 * The same region in a later picture: by the scale line where both have one (its ends are the same two points of the
 * cloth or of the card), else by where the card lies.
 * @param before what was pointed at, and the outline that was found
 * @param after what is already known of the later picture
 * @example carried({ ...picks, outline: [] }, { widthPx: 100, heightPx: 100 }, { cardAt: { x: 0.3, y: 0.2,
 *   r: 0.1 } }, { widthPx: 100, heightPx: 100 }).mark.x // 0.6
 */
export function carried(
  before: Picks & { outline: readonly Point[] },
  beforeSize: Size,
  after: Pick<Picks, "cardAt" | "scale">,
  afterSize: Size,
): Pick<Picks, "mark" | "region"> {
  const { turn, grown } =
    before.scale && after.scale
      ? byLine(before.scale, beforeSize, after.scale, afterSize)
      : byCard(before.cardAt, beforeSize, after.cardAt, afterSize);
  const centre = turn(before.mark);
  const widths = (beforeSize.widthPx * grown) / afterSize.widthPx;
  return {
    mark: { ...inPicture(centre), rx: before.mark.rx * widths, ry: before.mark.ry * widths },
    ...(before.outline.length > 2 ? { region: before.outline.map(turn) } : {}),
  };
}

const inPicture = ({ x, y }: Point): Point => ({ x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) });

/** Two points each: moved, turned and grown so that they fall on each other. */
function byLine(
  before: { from: Point; to: Point },
  beforeSize: Size,
  after: { from: Point; to: Point },
  afterSize: Size,
): { turn: Turn; grown: number } {
  const px = ({ x, y }: Point, { widthPx, heightPx }: Size) => [x * widthPx, y * heightPx] as const;
  const [[bx, by], [bx2, by2]] = [px(before.from, beforeSize), px(before.to, beforeSize)];
  const [[ax, ay], [ax2, ay2]] = [px(after.from, afterSize), px(after.to, afterSize)];
  // As complex numbers: what the line before is multiplied by to become the line after.
  const [ux, uy, vx, vy] = [bx2 - bx, by2 - by, ax2 - ax, ay2 - ay];
  const square = ux * ux + uy * uy || 1;
  const [re, im] = [(vx * ux + vy * uy) / square, (vy * ux - vx * uy) / square];
  return {
    grown: Math.hypot(re, im),
    turn: (point) => {
      const [x, y] = px(point, beforeSize);
      const [dx, dy] = [x - bx, y - by];
      return { x: (ax + re * dx - im * dy) / afterSize.widthPx, y: (ay + im * dx + re * dy) / afterSize.heightPx };
    },
  };
}

/** The card is as large as it was, so it tells how near the camera was. */
function byCard(
  before: Picks["cardAt"],
  beforeSize: Size,
  after: Picks["cardAt"],
  afterSize: Size,
): { turn: Turn; grown: number } {
  const grown = (after.r * afterSize.widthPx) / (before.r * beforeSize.widthPx);
  return {
    grown,
    turn: ({ x, y }) => ({
      x: after.x + ((x - before.x) * beforeSize.widthPx * grown) / afterSize.widthPx,
      y: after.y + ((y - before.y) * beforeSize.heightPx * grown) / afterSize.heightPx,
    }),
  };
}
