import { minus, shared } from "./cutting";
import { areaMm2, enclosesRoom, rect, roomCorners, type Corners, type Point } from "./geometry";
import { part, row, type Door, type Measures, type Part } from "./part";

/** What lies on the floor, seen from above. */

/**
 * A rectangular carpet in thirds: by the door, the lane, the far end.
 * @example carpet({ lengthMm: 6000, depthMm: 3000 }).map(({ part }) => part) // ["field-1", "field-2", "field-3"]
 */
export const carpet = ({ lengthMm, depthMm }: Measures): Part[] =>
  row("field", ["By the door", "Middle", "Far end"], "field", 0, 0, lengthMm, depthMm);

/** Judgement: dirt is walked this far in, and a lane is this wide. */
const DOORWAY_MM = 1000;
const LANE_MM = 800;
const LEAST_FIELD_MM2 = 50_000;

export const FOUR_WALLS = [
  { lengthMm: 4000, turnDeg: 90 },
  { lengthMm: 3200, turnDeg: 90 },
  { lengthMm: 4000, turnDeg: 90 },
] as const;
const ONE_DOOR: readonly Door[] = [{ wall: 3, atMm: 600, widthMm: 800 }];

/**
 * A room of any outline: a patch inside each door, a lane from door to door (or to the middle), and the rest.
 * @example room({ lengthMm: 4000, depthMm: 3200 })[0]?.role // "doorway"
 */
export function room({ lengthMm, depthMm, walls, doors = ONE_DOOR }: Measures): Part[] {
  // Walls that enclose nothing are told where the file or the change is checked; drawn is what can be.
  const corners = walls && enclosesRoom(walls) ? roomCorners(walls).corners : rect(0, 0, lengthMm, depthMm);
  const inside = doors.flatMap((door) => doorOf(corners, door) ?? []);
  const patches = inside.flatMap(({ at, along, inward }, index) => {
    const half = Math.max(inside[index]!.widthMm, LANE_MM) / 2;
    const patch = [
      offset(at, along, -half),
      offset(at, along, half),
      offset(offset(at, along, half), inward, DOORWAY_MM),
      offset(offset(at, along, -half), inward, DOORWAY_MM),
    ];
    return shared(corners, patch).slice(0, 1);
  });
  const middle = middleOf(corners);
  const starts = inside.map(({ at, inward }) => offset(at, inward, DOORWAY_MM / 2));
  const ends = starts.length > 1 ? starts.slice(1) : starts.length === 1 ? [middle] : [];
  const laneParts = ends.flatMap((end, index) => {
    const clipped = shared(corners, band(starts[starts.length > 1 ? index : 0]!, end, LANE_MM));
    return clipped.flatMap((piece) => minus(piece, ...patches)).slice(0, 1);
  });
  const lanes = laneParts.map((lane, index) => minus(lane, ...laneParts.slice(0, index))[0] ?? lane);
  const rest = minus(corners, ...patches, ...lanes).filter((piece) => areaMm2(piece) >= LEAST_FIELD_MM2);
  const several = (names: readonly Point[][], one: string) =>
    names.map((_, index) => (names.length > 1 ? `${one} ${index + 1}` : one));
  const named = (id: string, name: string, role: Part["role"], shapes: Point[][]): Part[] =>
    several(shapes, name).map((each, index) => ({
      part: `${id}-${index + 1}`,
      name: each,
      role,
      corners: shapes[index]!,
    }));
  const parts = [
    ...named("door", "By the door", "doorway", patches),
    ...named("lane", "Traffic lane", "lane", lanes),
    ...named("field", "Open floor", "field", rest),
  ];
  return parts.length > 0 ? parts : named("field", "Open floor", "field", [corners]);
}

interface Inside {
  at: Point;
  widthMm: number;
  along: Point;
  inward: Point;
}

/** Where a door's middle is, and which way is in. Walls run clockwise, so in lies to the right of each. */
function doorOf(corners: Corners, { wall, atMm, widthMm }: Door): Inside | undefined {
  const from = corners[wall];
  if (!from) return undefined;
  const to = corners[(wall + 1) % corners.length]!;
  const length = Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm);
  if (length === 0) return undefined;
  const along = { xMm: (to.xMm - from.xMm) / length, yMm: (to.yMm - from.yMm) / length };
  const width = Math.min(widthMm, length);
  const at = offset(from, along, Math.min(Math.max(atMm + width / 2, width / 2), length - width / 2));
  return { at, widthMm: width, along, inward: { xMm: -along.yMm, yMm: along.xMm } };
}

const offset = (from: Point, way: Point, mm: number): Point => ({
  xMm: from.xMm + way.xMm * mm,
  yMm: from.yMm + way.yMm * mm,
});

/** A strip of a width from one point to another, a little past both ends. */
function band(from: Point, to: Point, widthMm: number): Point[] {
  const length = Math.max(Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm), 1);
  const along = { xMm: (to.xMm - from.xMm) / length, yMm: (to.yMm - from.yMm) / length };
  const aside = { xMm: -along.yMm, yMm: along.xMm };
  const [a, b] = [offset(from, along, -widthMm / 2), offset(to, along, widthMm / 2)];
  return [
    offset(a, aside, -widthMm / 2),
    offset(b, aside, -widthMm / 2),
    offset(b, aside, widthMm / 2),
    offset(a, aside, widthMm / 2),
  ];
}

/** Centre of area. */
function middleOf(corners: Corners): Point {
  let [area, x, y] = [0, 0, 0];
  corners.forEach((a, index) => {
    const b = corners[(index + 1) % corners.length]!;
    const turn = a.xMm * b.yMm - b.xMm * a.yMm;
    area += turn / 2;
    x += (a.xMm + b.xMm) * turn;
    y += (a.yMm + b.yMm) * turn;
  });
  return { xMm: x / (6 * area), yMm: y / (6 * area) };
}

/**
 * A flight rolled out: tread and riser in turn, from the top.
 * @example stairs({ lengthMm: 900, depthMm: 260, steps: 2 }).map(({ role }) => role) // ["tread", "riser", "tread", "riser"]
 */
export function stairs({ lengthMm, depthMm, steps = 12, riserMm = 190 }: Measures): Part[] {
  const pitch = depthMm + riserMm;
  return Array.from({ length: steps }, (_, index) => [
    part(`tread-${index + 1}`, `Tread ${index + 1}`, "tread", 0, index * pitch, lengthMm, depthMm),
    part(`riser-${index + 1}`, `Riser ${index + 1}`, "riser", 0, index * pitch + depthMm, lengthMm, riserMm),
  ]).flat();
}

const FRINGE_MM = 80;

/**
 * A loose rug with its two fringes, its field in three.
 * @example rug({ lengthMm: 2400, depthMm: 1700 }).filter(({ role }) => role === "fringe").length // 2
 */
export const rug = ({ lengthMm, depthMm }: Measures): Part[] => [
  part("fringe-left", "Fringe left", "fringe", 0, 0, FRINGE_MM, depthMm),
  ...row(
    "field",
    ["Field left", "Field mid", "Field right"],
    "field",
    FRINGE_MM,
    0,
    Math.max(lengthMm - 2 * FRINGE_MM, 100),
    depthMm,
  ),
  part("fringe-right", "Fringe right", "fringe", lengthMm - FRINGE_MM, 0, FRINGE_MM, depthMm),
];
