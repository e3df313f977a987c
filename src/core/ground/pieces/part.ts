import type { RoleId } from "@/core/ground/catalog/roles";
import { rect, type Point, type Wall } from "./geometry";

/** One part of a piece as a template draws it, flat, in millimetres. */
export interface Part {
  part: string;
  name: string;
  role: RoleId;
  corners: Point[];
}

/** A door of a room: which wall it is in, how far along, how wide. */
export interface Door {
  wall: number;
  atMm: number;
  widthMm: number;
}

/** The measures a template may ask for. Which of them it does, and in what range, stands in its row. */
export interface Measures {
  lengthMm: number;
  depthMm: number;
  backMm?: number;
  seats?: number;
  /** Seats of a wing that goes down from the left end. */
  wingSeats?: number;
  /** Seats in each row, front first. */
  rows?: readonly number[];
  steps?: number;
  riserMm?: number;
  walls?: readonly Wall[];
  doors?: readonly Door[];
}

/** Between parts that are sewn to different frames, so that the drawing reads as a pattern. */
export const GAP_MM = 60;

/**
 * One part of a piece as a rectangle, mm.
 * @example part("base-1", "Base", "base", 0, 0, 500, 400).corners.length // 4
 */
export const part = (
  id: string,
  name: string,
  role: RoleId,
  x: number,
  y: number,
  width: number,
  height: number,
): Part => ({ part: id, name, role, corners: rect(x, y, width, height) });

/**
 * A row of equal parts side by side.
 * @example row("base", ["Left", "Right"], "base", 0, 0, 1000, 500).map(({ part }) => part) // ["base-1", "base-2"]
 */
export function row(
  id: string,
  names: readonly string[],
  role: RoleId,
  x: number,
  y: number,
  width: number,
  height: number,
): Part[] {
  const each = width / names.length;
  return names.map((name, index) => part(`${id}-${index + 1}`, name, role, x + index * each, y, each, height));
}

const PLACES = [
  [""],
  ["left", "right"],
  ["left", "mid", "right"],
  ["left", "mid left", "mid right", "right"],
  ["left", "mid left", "mid", "mid right", "right"],
] as const;

/** Names of parts that lie side by side, seen from the front. @example sideBySide("Base", 3) // ["Base left", "Base mid", "Base right"] */
export const sideBySide = (what: string, count: number): string[] =>
  Array.from({ length: count }, (_, index) => `${what} ${PLACES[count - 1]?.[index] ?? index + 1}`.trim());
