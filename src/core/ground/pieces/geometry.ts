/** Plane geometry of zones: closed polygons in millimetres, x to the right, y down, corners in either sense of turning. */

export interface Point {
  xMm: number;
  yMm: number;
}

export type Corners = readonly Point[];

export interface Rect {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/**
 * Corners of a rectangle, clockwise from the top left. @param xMm, yMm its top left corner, @param widthMm, heightMm its sides, mm
 * @example rect(0, 0, 3, 2).length // 4
 */
export const rect = (xMm: number, yMm: number, widthMm: number, heightMm: number): Point[] => [
  { xMm, yMm },
  { xMm: xMm + widthMm, yMm },
  { xMm: xMm + widthMm, yMm: yMm + heightMm },
  { xMm, yMm: yMm + heightMm },
];

/** Each side with its two ends. */
const sidesOf = (corners: Corners): [Point, Point][] =>
  corners.map((corner, index) => [corner, corners[(index + 1) % corners.length]!]);

/** Area by the shoelace sum, mm². @example areaMm2(rect(0, 0, 30, 20)) // 600 */
export const areaMm2 = (corners: Corners): number =>
  Math.abs(sidesOf(corners).reduce((sum, [a, b]) => sum + a.xMm * b.yMm - b.xMm * a.yMm, 0)) / 2;

/** Length all round, mm. @example perimeterMm(rect(0, 0, 30, 20)) // 100 */
export const perimeterMm = (corners: Corners): number =>
  sidesOf(corners).reduce((sum, [a, b]) => sum + Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm), 0);

/**
 * The upright rectangle round some corners, mm.
 * @example boundsOf([{ xMm: 1, yMm: 2 }, { xMm: 4, yMm: 8 }]) // { xMm: 1, yMm: 2, widthMm: 3, heightMm: 6 }
 */
export function boundsOf(corners: Corners): Rect {
  const xs = corners.map(({ xMm }) => xMm);
  const ys = corners.map(({ yMm }) => yMm);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { xMm: left, yMm: top, widthMm: Math.max(...xs) - left, heightMm: Math.max(...ys) - top };
}

/**
 * The same corners elsewhere. @param xMm, yMm how far, mm
 * @example moved(rect(0, 0, 1, 1), 5, 0)[0] // { xMm: 5, yMm: 0 }
 */
export const moved = (corners: Corners, xMm: number, yMm: number): Point[] =>
  corners.map((corner) => ({ xMm: corner.xMm + xMm, yMm: corner.yMm + yMm }));

/**
 * Stretched to new bounds, its top left corner kept.
 * @example boundsOf(scaledTo(rect(0, 0, 10, 10), 30, 20)).widthMm // 30
 */
export function scaledTo(corners: Corners, widthMm: number, heightMm: number): Point[] {
  const box = boundsOf(corners);
  return corners.map(({ xMm, yMm }) => ({
    xMm: box.xMm + ((xMm - box.xMm) * widthMm) / box.widthMm,
    yMm: box.yMm + ((yMm - box.yMm) * heightMm) / box.heightMm,
  }));
}

/**
 * True when the point lies inside, by counting the sides a ray to the right crosses.
 * @example contains(rect(0, 0, 10, 10), { xMm: 4, yMm: 9 }) // true
 */
export function contains(corners: Corners, { xMm, yMm }: Point): boolean {
  return sidesOf(corners).reduce(
    (inside, [a, b]) =>
      a.yMm > yMm !== b.yMm > yMm && xMm < ((b.xMm - a.xMm) * (yMm - a.yMm)) / (b.yMm - a.yMm) + a.xMm
        ? !inside
        : inside,
    false,
  );
}

export const LEAST_AREA_MM2 = 100;

/**
 * Why these corners are no zone, in words; undefined when they are one.
 * @example shapeProblem(rect(0, 0, 400, 300)) // undefined
 */
export function shapeProblem(corners: Corners): string | undefined {
  if (corners.length < 3) return "A zone needs at least three corners.";
  if (areaMm2(corners) < LEAST_AREA_MM2) return "That is too thin to be a zone.";
  const sides = sidesOf(corners);
  const crossing = sides.some((one, i) =>
    sides.some((other, j) => j > i + 1 && !(i === 0 && j === sides.length - 1) && cross(one, other)),
  );
  return crossing ? "The outline crosses itself. Put the corner back inside." : undefined;
}

function cross([a, b]: [Point, Point], [c, d]: [Point, Point]): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    Math.sign((q.xMm - p.xMm) * (r.yMm - p.yMm) - (q.yMm - p.yMm) * (r.xMm - p.xMm));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

// ---- polygons from walls ----------------------------------------------------------------------------------------------

const round = (mm: number) => Math.round(mm * 100) / 100;

/**
 * True when walls enclose a floor at all; on the way to a room they may still cross.
 * @example enclosesRoom([{ lengthMm: 4000, turnDeg: 90 }, { lengthMm: 3000, turnDeg: 90 }, { lengthMm: 4000, turnDeg: 90 }]) // true
 */
export const enclosesRoom = (walls: readonly Wall[]): boolean => areaMm2(roomCorners(walls).corners) >= LEAST_AREA_MM2;

export interface Wall {
  lengthMm: number;
  /** How far one turns right at its end, degrees: 90 in a plain corner, −90 where the room opens to the left. */
  turnDeg: number;
}

/**
 * The floor walked round wall by wall, clockwise, starting along the top; the last wall closes it by itself.
 * @returns corners moved so that the drawing starts at 0, 0, and the closing wall's length
 * @example Math.round(roomCorners([{ lengthMm: 4000, turnDeg: 90 }, { lengthMm: 3000, turnDeg: 90 },
 *   { lengthMm: 4000, turnDeg: 90 }]).closingMm) // 3000
 */
export function roomCorners(walls: readonly Wall[]): { corners: Point[]; closingMm: number } {
  let heading = 0;
  let at: Point = { xMm: 0, yMm: 0 };
  const corners: Point[] = [at];
  for (const { lengthMm, turnDeg } of walls) {
    at = { xMm: round(at.xMm + lengthMm * Math.cos(heading)), yMm: round(at.yMm + lengthMm * Math.sin(heading)) };
    corners.push(at);
    heading += (turnDeg * Math.PI) / 180;
  }
  const closingMm = Math.hypot(at.xMm, at.yMm);
  // The last typed wall may end where the first began.
  if (closingMm < 1) corners.pop();
  const { xMm, yMm } = boundsOf(corners);
  return { corners: moved(corners, -xMm, -yMm), closingMm };
}
