import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { boundsOf, moved, type Point, type Rect } from "@/core/ground/pieces/geometry";

export interface Placed {
  view: ZoneView;
  /** The zone's bounds on the whole drawing, mm. */
  at: Rect;
  corners: Point[];
  /** How far the piece was moved down and across to stand on the drawing, mm. */
  offset: Point;
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
    const box = boundsOf(its.flatMap(({ corners }) => corners));
    // What was dragged or drawn past the pattern's corner moves the whole piece in.
    const offset = { xMm: Math.max(0, -box.xMm), yMm: top + Math.max(0, -box.yMm) };
    for (const view of its)
      placed.push({
        view,
        offset,
        corners: moved(view.corners, offset.xMm, offset.yMm),
        at: { ...view.shape, xMm: view.shape.xMm + offset.xMm, yMm: view.shape.yMm + offset.yMm },
      });
    widthMm = Math.max(widthMm, offset.xMm + box.xMm + box.widthMm);
    top = offset.yMm + box.yMm + box.heightMm + BETWEEN_PIECES_MM;
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
