import { findingsOn } from "@/core/job/findingKinds";
import type { Job } from "@/core/job/schema";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { Context } from "./planContext";

/** Water runs from one mark into another when no more than this lies between their rims, mm. Judgement. */
const RUNS_TOGETHER_MM = 40;

/** Marks of a zone by the place they wet: those that run together are one place, named for the first of them. */
function placesOn(job: Job, zoneId: string): Map<string, string> {
  const places = new Map<string, string>();
  const placed: { id: string; xMm: number; yMm: number; radiusMm: number }[] = [];
  for (const { id, finding } of findingsOn(job, zoneId)) {
    if (!("centre" in finding) || !finding.centre) continue;
    const { centre, size } = finding;
    const here = { id, ...centre, radiusMm: Math.max(size.widthMm, size.heightMm) / 2 };
    const beside = placed.find(
      ({ xMm, yMm, radiusMm }) =>
        Math.hypot(xMm - here.xMm, yMm - here.yMm) <= radiusMm + here.radiusMm + RUNS_TOGETHER_MM,
    );
    places.set(id, beside ? places.get(beside.id)! : id);
    placed.push(here);
  }
  return places;
}

/**
 * Where on a zone something of this size goes on.
 * @returns the place, by the mark it was named for; undefined: all over the zone
 */
export function placeOf(
  { job, once }: Pick<Context, "job" | "once">,
  view: ZoneView,
  findingId: string | undefined,
  areaM2: number | undefined,
): string | undefined {
  if (findingId === undefined || (areaM2 !== undefined && areaM2 >= view.areaM2.value - 1e-9)) return undefined;
  return once(view, "places", () => placesOn(job, view.id)).get(findingId) ?? findingId;
}
