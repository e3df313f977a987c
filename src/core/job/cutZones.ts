import { own } from "@/core/job/lookUp";
import { joined, split } from "@/core/ground/pieces/cutting";
import { boundsOf, contains } from "@/core/ground/pieces/geometry";
import { partsOf } from "@/core/ground/pieces/templates";
import { HAIR_DENSITY_IDS } from "@/core/ground/catalog/findings";
import { addZone, removeFinding, removeZone, setFinding, setZone } from "./change";
import type { Op } from "./commands";
import { hairOn } from "./hairFinding";
import type { Job, PlacedFinding, Zone } from "./schema";
import {
  choicesGone,
  cornersOf,
  isNamed,
  movedMarks,
  no,
  placedOn,
  rounded,
  within,
  WORKED,
  worked,
  yes,
  type Change,
} from "./zoneOps";

/** Zones cut apart and joined, as operations; in a file of its own, since the library that cuts is large. */

/** One zone becomes two; each mark goes with the half it lies in. */
export function splitOps(job: Job, zoneId: string, way: "left-right" | "top-bottom", newId: () => string): Change {
  if (worked(job, zoneId)) return no(WORKED);
  const zone = own(job.zones.byId, zoneId)!;
  const halves = split(cornersOf(job, zoneId)!, way);
  if (!halves) return no("It cannot be cut there.");
  const [first, second] = halves;
  const other = newId();
  const name =
    zone.name ?? partsOf(own(job.pieces.byId, zone.pieceId)!).find(({ part }) => part === zone.part)?.name ?? "Zone";
  const names = way === "left-right" ? ["left", "right"] : ["top", "bottom"];
  const copy: Zone = { ...zone, name: `${name}, ${names[1]}`.slice(0, 80), shape: rounded(second) };
  const from = boundsOf(cornersOf(job, zoneId)!);
  return yes(
    addZone(other, copy, job.zones.order.indexOf(zoneId) + 1),
    setZone(zoneId, "shape", rounded(first)),
    setZone(zoneId, "name", `${name}, ${names[0]}`.slice(0, 80)),
    ...placedOn(job, zoneId).flatMap(({ id, finding }): Op[] => {
      const at = { xMm: from.xMm + finding.centre.xMm, yMm: from.yMm + finding.centre.yMm };
      const toSecond = contains(second, at) && !contains(first, at);
      const box = boundsOf(toSecond ? second : first);
      return [
        ...(toSecond ? [setFinding(id, "zoneId", other)] : []),
        setFinding<PlacedFinding, "centre">(id, "centre", within(at.xMm - box.xMm, at.yMm - box.yMm)),
      ];
    }),
  );
}

/** Two zones that touch become one; what was found on the second moves over. */
export function mergeOps(job: Job, zoneId: string, otherId: string): Change {
  if (worked(job, zoneId) || isNamed(job, otherId)) return no(WORKED);
  const [zone, other] = [own(job.zones.byId, zoneId)!, own(job.zones.byId, otherId)!];
  if (zone.pieceId !== other.pieceId) return no("They belong to two pieces.");
  const [a, b] = [cornersOf(job, zoneId)!, cornersOf(job, otherId)!];
  const whole = joined(a, b);
  if (!whole) return no("They do not touch along a side, so they cannot be one zone.");
  const [boxA, boxB, box] = [boundsOf(a), boundsOf(b), boundsOf(whole)];
  const moves = (id: string, from: { xMm: number; yMm: number }) =>
    movedMarks(job, id, from.xMm - box.xMm, from.yMm - box.yMm);
  // Hair on both is one finding of it, as dense as the denser.
  const [, ...spare] = [...hairOn(job, zoneId), ...hairOn(job, otherId)]
    .sort((a, b) => HAIR_DENSITY_IDS.indexOf(b.finding.density) - HAIR_DENSITY_IDS.indexOf(a.finding.density))
    .map(({ id }) => id);
  const goOver: Op[] = [
    ...spare.map(removeFinding),
    ...job.findings.order.flatMap((id): Op[] =>
      own(job.findings.byId, id)!.zoneId === otherId && !spare.includes(id) ? [setFinding(id, "zoneId", zoneId)] : [],
    ),
  ];
  return yes(
    setZone(zoneId, "shape", rounded(whole)),
    ...moves(zoneId, boxA),
    ...moves(otherId, boxB),
    ...goOver,
    ...choicesGone(job, otherId),
    removeZone(otherId),
  );
}
