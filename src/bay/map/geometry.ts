import type { ZoneView } from "@/core/treatment/facts";
import type { Rect } from "@/core/pieces/templates";

export interface Placed {
  view: ZoneView;
  /** The zone's rectangle on the whole drawing, mm. */
  at: Rect;
}

const BETWEEN_PIECES_MM = 300;

/** Lays the pieces one under another on one drawing. */
export function placeZones(views: readonly ZoneView[]): { placed: Placed[]; widthMm: number; heightMm: number } {
  const placed: Placed[] = [];
  const pieces = [...new Set(views.map(({ zone }) => zone.pieceId))];
  let top = 0;
  let widthMm = 100;
  for (const pieceId of pieces) {
    const its = views.filter(({ zone }) => zone.pieceId === pieceId);
    for (const view of its) placed.push({ view, at: { ...view.shape, yMm: view.shape.yMm + top } });
    widthMm = Math.max(widthMm, ...its.map(({ shape }) => shape.xMm + shape.widthMm));
    top += Math.max(...its.map(({ shape }) => shape.yMm + shape.heightMm)) + BETWEEN_PIECES_MM;
  }
  return { placed, widthMm, heightMm: Math.max(100, top - BETWEEN_PIECES_MM) };
}

export type Direction = "up" | "down" | "left" | "right";

/** The nearest zone in a direction, by centres. */
export function neighbourZone(views: readonly ZoneView[], from: string, direction: Direction): string | undefined {
  const { placed } = placeZones(views);
  const centre = ({ at }: Placed) => ({ x: at.xMm + at.widthMm / 2, y: at.yMm + at.heightMm / 2 });
  const start = placed.find(({ view }) => view.id === from);
  if (!start) return undefined;
  const origin = centre(start);
  const along = (zone: Placed) => {
    const { x, y } = centre(zone);
    const [dx, dy] = [x - origin.x, y - origin.y];
    const ahead = { up: -dy, down: dy, left: -dx, right: dx }[direction];
    const aside = Math.abs(direction === "up" || direction === "down" ? dx : dy);
    return { ahead, cost: ahead + 2 * aside };
  };
  return placed
    .filter((zone) => zone !== start && along(zone).ahead > 1)
    .sort((a, b) => along(a).cost - along(b).cost)[0]?.view.id;
}
