import { own } from "@/core/job/lookUp";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { knownJob } from "@/core/answers/practice/pieceMoves";
import { SPILL_ID } from "@/core/answers/practice/spills";
import { seenBy, type Whole } from "@/core/answers/practice/whole";
import { isPlaced } from "@/core/job/findingKinds";
import type { PlacedFinding } from "@/core/job/schema";
import { moved } from "@/core/ground/pieces/geometry";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";

/** A part of a case as it is drawn: its number for a name, what is known of it, and what was spilled on it. */
interface CaseView {
  view: ZoneView;
  spill?: PlacedFinding;
}

/** The parts of a case as they lie to one another, from the corner of the sheet on. */
export function caseViews(whole: Whole, moves: readonly PieceMove[]): CaseView[] {
  const parts = whole.parts.map((piece, part) => {
    const job = knownJob(piece, seenBy(whole, moves, part));
    const view = zoneViews(job)[0]!;
    const spill = own(job.findings.byId, SPILL_ID);
    return { view: { ...view, name: job.title }, spill };
  });
  const left = Math.min(...parts.map(({ view: { shape } }) => shape.xMm));
  const top = Math.min(...parts.map(({ view: { shape } }) => shape.yMm));
  return parts.map(({ view, spill }, part) => ({
    view: {
      ...view,
      id: String(part),
      // One piece, whichever job each part has of its own.
      zone: { ...view.zone, pieceId: "case" },
      corners: moved(view.corners, -left, -top) as ZoneView["corners"],
      shape: { ...view.shape, xMm: view.shape.xMm - left, yMm: view.shape.yMm - top },
    },
    ...(spill && isPlaced(spill) ? { spill: { ...spill, zoneId: String(part) } } : {}),
  }));
}
