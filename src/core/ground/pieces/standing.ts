import type { RoleId } from "@/core/ground/catalog/roles";
import { boundsOf, type Corners } from "./geometry";
import type { Measures } from "./part";
import { partsOf, type TemplateId } from "./templates";

/** From where the parts of a piece are reached, and how high they are: what decides the order a person works them in. */

/** Higher is worked first: what is wetted above drips on what lies below. Common practice, no source. */
export const HEIGHT = { ceiling: 5, upper: 4, back: 3, seat: 2, low: 1, floor: 0, mat: -1 } as const;

const HEIGHT_OF: Record<RoleId, number> = {
  headliner: HEIGHT.ceiling,
  "door-cloth": HEIGHT.upper,
  headrest: HEIGHT.back,
  back: HEIGHT.back,
  "airbag-bolster": HEIGHT.back,
  // Of a back or of a base: the part says which.
  bolster: HEIGHT.seat,
  arm: HEIGHT.seat,
  crevice: HEIGHT.seat,
  base: HEIGHT.seat,
  top: HEIGHT.seat,
  side: HEIGHT.low,
  front: HEIGHT.low,
  rail: HEIGHT.low,
  belt: HEIGHT.low,
  trim: HEIGHT.low,
  "under-seat": HEIGHT.floor,
  footwell: HEIGHT.floor,
  boot: HEIGHT.floor,
  field: HEIGHT.floor,
  lane: HEIGHT.floor,
  doorway: HEIGHT.floor,
  tread: HEIGHT.floor,
  riser: HEIGHT.floor,
  fringe: HEIGHT.floor,
  mat: HEIGHT.mat,
};

export interface Standing {
  /** Where one stands, within the piece. */
  place: string;
  /** The same in words: "front left door". */
  name: string;
  height: number;
  /** What it may drip on, or is dripped on from: parts of one name, higher ones first. */
  column: string;
  /** Of a floor that one leaves by: how far in it lies; the farthest comes first. */
  farMm?: number;
  /** For the way from place to place. */
  at: At;
}

/** A place of a cabin by its row and side, elsewhere by where it lies on the drawing, mm. */
interface At {
  row?: number;
  /** −1 left, 1 right, 0 from either. */
  side?: -1 | 0 | 1;
  xMm: number;
  yMm: number;
}

/** A piece as it is drawn. */
type Drawn = { template: TemplateId } & Partial<Measures>;

/** Reached without a step, mm. Judgement. */
const REACH_MM = 1500;
const TREADS_A_PLACE = 3;
const ROWS = ["front", "second row", "third row", "fourth row"];
/** Loose mats are worked outside. */
const OUTSIDE = "mats";

/**
 * Where a part is reached from.
 * @param part its id in the drawing; of a part that was drawn by hand the nearest one counts
 * @example standingOf({ template: "cabin" }, "r1-s1-base", "base", [{ xMm: 0, yMm: 0 }]).place // "front left"
 */
export function standingOf(piece: Drawn, part: string, role: RoleId, corners: Corners): Standing {
  const bounds = boundsOf(corners);
  const middle = { xMm: bounds.xMm + bounds.widthMm / 2, yMm: bounds.yMm + bounds.heightMm / 2 };
  const drawnPart = nearestPart(piece, part, middle);
  const height = role === "bolster" && part.includes("back") ? HEIGHT.back : HEIGHT_OF[role];
  if (piece.template === "cabin") return { ...inCabin(piece, drawnPart, role, middle), height };
  if (piece.template === "stairs") {
    const tread = Number(/\d+$/.exec(drawnPart)?.[0] ?? 1) - 1;
    const flight = Math.floor(tread / TREADS_A_PLACE);
    const [from, to] = [flight * TREADS_A_PLACE + 1, (flight + 1) * TREADS_A_PLACE];
    const at = { xMm: 0, yMm: flight * REACH_MM };
    // Worked from the top down, so that nobody steps on what is wet.
    return { place: `treads-${from}`, name: `treads ${from} to ${to}`, height, column: FLOOR, farMm: -flight, at };
  }
  if (piece.template === "room" || piece.template === "carpet")
    return {
      place: drawnPart,
      name: partsOf(piece)
        .find((each) => each.part === drawnPart)!
        .name.toLowerCase(),
      height,
      column: FLOOR,
      farMm: farFromDoors(piece, middle),
      at: middle,
    };
  const strip = Math.floor(middle.xMm / REACH_MM);
  return { place: `strip-${strip}`, name: "", height, column: "piece", at: { xMm: strip * REACH_MM, yMm: 0 } };
}

function inCabin(piece: Drawn, part: string, role: RoleId, at: { xMm: number; yMm: number }) {
  const rows = new Set(partsOf(piece).flatMap(({ part: id }) => /^r\d+/.exec(id)?.[0] ?? [])).size;
  if (role === "mat")
    return { place: OUTSIDE, name: "outside", column: OUTSIDE, at: { ...at, row: -1, side: 0 as const } };
  if (part === "boot")
    return { place: "boot", name: "boot", column: "boot", at: { ...at, row: rows, side: 0 as const } };
  const row = Number(/^r(\d+)/.exec(part)?.[1] ?? 1) - 1;
  const side = sideOf(piece, part);
  const name = `${ROWS[row] ?? `row ${row + 1}`} ${side < 0 ? "left" : "right"}`;
  // The ceiling hangs over all of it.
  const column = role === "headliner" ? ABOVE_ALL : name;
  return { place: name, name: `${name} door`, column, at: { ...at, row, side } };
}

/** The floor of a room, or a flight: one leaves by it. */
export const FLOOR = "floor";
/** Hangs over every column of its piece. */
export const ABOVE_ALL = "above all";

/** Which side of a cabin a part is reached from; what belongs to no row is reached from the left. */
function sideOf(piece: Drawn, part: string): -1 | 1 {
  const parts = partsOf(piece);
  const its = parts.find((each) => each.part === part);
  const row = /^r\d+/.exec(part)?.[0];
  if (!its || !row) return -1;
  const across = boundsOf(parts.filter((each) => each.part.startsWith(`${row}-`)).flatMap(({ corners }) => corners));
  const { xMm, widthMm } = boundsOf(its.corners);
  return xMm + widthMm / 2 <= across.xMm + across.widthMm / 2 + 1 ? -1 : 1;
}

function nearestPart(piece: Drawn, part: string, at: { xMm: number; yMm: number }): string {
  const parts = partsOf(piece);
  if (parts.some((each) => each.part === part)) return part;
  const awayMm = (corners: Corners) => {
    const { xMm, yMm, widthMm, heightMm } = boundsOf(corners);
    return Math.hypot(xMm + widthMm / 2 - at.xMm, yMm + heightMm / 2 - at.yMm);
  };
  return parts.reduce((best, each) => (awayMm(each.corners) < awayMm(best.corners) ? each : best)).part;
}

/** How far in from the nearest door, mm. */
function farFromDoors(piece: Drawn, at: { xMm: number; yMm: number }): number {
  const parts = partsOf(piece);
  const doors = parts.filter(
    ({ role, part }) => role === "doorway" || (piece.template === "carpet" && part === "field-1"),
  );
  return Math.min(
    ...(doors.length > 0 ? doors : parts.slice(0, 1)).map(({ corners }) => {
      const { xMm, yMm, widthMm, heightMm } = boundsOf(corners);
      return Math.round(Math.hypot(xMm + widthMm / 2 - at.xMm, yMm + heightMm / 2 - at.yMm));
    }),
  );
}

/** Minutes from place to place: a step beside, round a vehicle, along a piece, to another piece. Judgement. */
const MOVE_MIN = { beside: 0.3, round: 0.8, along: 0.5, piece: 0.5 } as const;
export const OTHER_PIECE_MIN = MOVE_MIN.piece;

/**
 * Minutes from one place of a piece to another.
 * @example moveMin({ row: 0, side: -1, xMm: 0, yMm: 0 }, { row: 0, side: 1, xMm: 900, yMm: 0 }) // 0.8
 */
export function moveMin(from: At, to: At): number {
  if (from.row !== undefined && to.row !== undefined) {
    const sameSide = from.side === to.side || from.side === 0 || to.side === 0;
    return sameSide && Math.abs(from.row - to.row) <= 1 && from.row >= 0 && to.row >= 0
      ? MOVE_MIN.beside
      : MOVE_MIN.round;
  }
  return Math.hypot(from.xMm - to.xMm, from.yMm - to.yMm) <= REACH_MM * 1.5 ? MOVE_MIN.beside : MOVE_MIN.along;
}
