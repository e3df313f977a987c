import clip, { type MultiPolygon, type Polygon } from "polygon-clipping";
import { areaMm2, boundsOf, LEAST_AREA_MM2, rect, type Corners, type Point } from "./geometry";

/** Cutting zones apart and joining them. */

const geom = (corners: Corners): Polygon => [corners.map(({ xMm, yMm }): [number, number] => [round(xMm), round(yMm)])];
const round = (mm: number) => Math.round(mm * 100) / 100;

/** Outer rings only, largest first; a piece with a hole cannot be one zone, so it is told apart. */
function rings(result: MultiPolygon): { parts: Point[][]; holed: boolean } {
  const parts = result.map(([outer]) => outer!.slice(0, -1).map(([xMm, yMm]) => ({ xMm, yMm })));
  return {
    parts: parts.filter((part) => areaMm2(part) >= LEAST_AREA_MM2).sort((a, b) => areaMm2(b) - areaMm2(a)),
    holed: result.some((polygon) => polygon.length > 1),
  };
}

/** Outlines too fine to be cut are not cut: the library gives up on some that all but touch themselves. */
function cut(work: () => MultiPolygon): MultiPolygon | undefined {
  try {
    return work();
  } catch {
    return undefined;
  }
}

/**
 * What is left of a polygon when others are cut out of it, largest piece first.
 * @example minus(rect(0, 0, 500, 500), rect(0, 0, 500, 200)).map(areaMm2) // [150000]
 */
export function minus(corners: Corners, ...others: Corners[]): Point[][] {
  const left = cut(() =>
    others.length > 0 ? clip.difference(geom(corners), ...others.map(geom)) : clip.union(geom(corners)),
  );
  return left ? rings(left).parts : [[...corners]];
}

/**
 * What two polygons share, largest piece first.
 * @example shared(rect(0, 0, 500, 500), rect(300, 0, 500, 500)).map(areaMm2) // [100000]
 */
export const shared = (a: Corners, b: Corners): Point[][] =>
  rings(cut(() => clip.intersection(geom(a), geom(b))) ?? []).parts;

/**
 * Both as one polygon; undefined when they do not touch along a side, or would enclose a hole.
 * @example areaMm2(joined(rect(0, 0, 500, 500), rect(500, 0, 500, 500)) ?? []) // 500000
 */
export function joined(a: Corners, b: Corners): Point[] | undefined {
  const { parts, holed } = rings(cut(() => clip.union(geom(a), geom(b))) ?? []);
  return parts.length === 1 && !holed ? parts[0] : undefined;
}

/**
 * Cut in two along a line through its bounds: a share of the width from the left, or of the depth from the top.
 * @example split(rect(0, 0, 500, 400), "left-right", 0.3)?.map(areaMm2) // [60000, 140000]
 */
export function split(corners: Corners, way: "left-right" | "top-bottom", share = 0.5): [Point[], Point[]] | undefined {
  const { xMm, yMm, widthMm, heightMm } = boundsOf(corners);
  const first =
    way === "left-right"
      ? rect(xMm - 1, yMm - 1, widthMm * share + 1, heightMm + 2)
      : rect(xMm - 1, yMm - 1, widthMm + 2, heightMm * share + 1);
  const [one] = shared(corners, first);
  const [other] = minus(corners, first);
  return one && other ? [one, other] : undefined;
}
