import { boundsOf } from "@/core/ground/pieces/geometry";
import { seatsOf } from "@/core/judgement/zones/wholes";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { Placed } from "./geometry";
import type { LensView } from "./lenses";

/** A seat on which everything is alike stands as one; it opens where a zone of it is in hand or bears something. */
export function asSeats(
  placed: readonly Placed[],
  lensOn: (view: ZoneView) => LensView,
  apart: ReadonlySet<string>,
): { placed: Placed[]; zonesOf: ReadonlyMap<string, readonly string[]> } {
  const drawn = new Map(placed.map((each) => [each.view.id, each]));
  const zonesOf = new Map<string, readonly string[]>();
  for (const { id, name, zoneIds } of seatsOf(placed.map(({ view }) => view))) {
    const its = zoneIds.map((zoneId) => drawn.get(zoneId)!);
    const shown = new Set(its.map(({ view }) => shownBy(lensOn(view))));
    if (shown.size > 1 || its.length < 2 || zoneIds.some((zoneId) => apart.has(zoneId))) continue;
    const first = its[0]!;
    const at = boundsOf(its.flatMap(({ corners }) => corners));
    const [right, bottom] = [at.xMm + at.widthMm, at.yMm + at.heightMm];
    const corners = [
      { xMm: at.xMm, yMm: at.yMm },
      { xMm: right, yMm: at.yMm },
      { xMm: right, yMm: bottom },
      { xMm: at.xMm, yMm: bottom },
    ];
    for (const zoneId of zoneIds) drawn.delete(zoneId);
    drawn.set(id, { ...first, view: { ...first.view, id, name }, at, corners });
    zonesOf.set(id, zoneIds);
  }
  return { placed: [...drawn.values()], zonesOf };
}

const shownBy = ({ fill, words, said }: LensView) => [fill, words, said].join("|");
