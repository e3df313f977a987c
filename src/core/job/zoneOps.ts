import { own } from "@/core/job/lookUp";
import type { RoleId } from "@/core/ground/catalog/roles";
import { areaMm2, boundsOf, scaledTo, shapeProblem, type Corners, type Point } from "@/core/ground/pieces/geometry";
import { partsOf, type Measures } from "@/core/ground/pieces/templates";
import {
  addZone,
  removeFinding,
  removeZone,
  setChoice,
  setFinding,
  setMeasure,
  setSchool,
  setStrokes,
  setZone,
} from "./change";
import { applyOps, type Op } from "./commands";
import { isPlaced } from "./findingKinds";
import type { Finding, Job, PlacedFinding } from "./schema";

/** Changes of the drawing as operations, or a sentence why not. Marks stay where they lie on the cloth. */
export type Change = { ok: true; ops: Op[] } | { ok: false; because: string };

export const no = (because: string): Change => ({ ok: false, because });
export const yes = (...ops: Op[]): Change => ({ ok: true, ops });

/** The corners of a zone as drawn now. */
export function cornersOf(job: Job, zoneId: string): Corners | undefined {
  const zone = own(job.zones.byId, zoneId)!;
  return zone.shape ?? partsOf(own(job.pieces.byId, zone.pieceId)!).find(({ part }) => part === zone.part)?.corners;
}

export const worked = (job: Job, zoneId: string) =>
  job.events.some((event) => "stepKey" in event && event.zoneIds.includes(zoneId));
/** What happened names it, or something found on it: it cannot go any more. */
export const isNamed = (job: Job, zoneId: string) =>
  job.events.some(
    (event) =>
      ("zoneId" in event && event.zoneId === zoneId) ||
      ("zoneIds" in event && event.zoneIds?.includes(zoneId)) ||
      ("findingId" in event &&
        event.findingId !== undefined &&
        own(job.findings.byId, event.findingId)?.zoneId === zoneId),
  );
export const WORKED = "Work was recorded on it, so its shape stays as it was worked.";

/** A new shape for one zone; marks keep their place on the drawing. */
function reshapeOps(job: Job, zoneId: string, corners: readonly Point[]): Change {
  const problem = shapeProblem(corners);
  if (problem) return no(problem);
  if (worked(job, zoneId)) return no(WORKED);
  const before = boundsOf(cornersOf(job, zoneId)!);
  const after = boundsOf(corners);
  return yes(
    setZone(zoneId, "shape", rounded(corners)),
    ...movedMarks(job, zoneId, before.xMm - after.xMm, before.yMm - after.yMm),
  );
}

/** A typed width and depth. */
export const resizeOps = (job: Job, zoneId: string, widthMm: number, heightMm: number): Change =>
  reshapeOps(job, zoneId, scaledTo(cornersOf(job, zoneId)!, widthMm, heightMm));

/** One corner dragged to another place. */
export const moveCornerOps = (job: Job, zoneId: string, index: number, to: Point): Change =>
  reshapeOps(
    job,
    zoneId,
    cornersOf(job, zoneId)!.map((corner, at) => (at === index ? to : corner)),
  );

/** Back to the template's own shape. */
export function ownShapeOps(job: Job, zoneId: string): Change {
  const zone = own(job.zones.byId, zoneId)!;
  const part = partsOf(own(job.pieces.byId, zone.pieceId)!).find(({ part }) => part === zone.part);
  if (!part) return no("It was drawn free: there is no shape of the pattern to go back to.");
  const change = reshapeOps(job, zoneId, part.corners);
  return change.ok ? yes(setZone(zoneId, "shape", undefined), ...change.ops.slice(1)) : change;
}

/** What was chosen for a zone goes with it. */
export function choicesGone({ choices: { schools, strokes, disinfect } }: Job, zoneId: string): Op[] {
  return [
    ...(schools[zoneId] ? [setSchool(zoneId, undefined)] : []),
    ...(strokes?.[zoneId] ? [setStrokes(zoneId, undefined)] : []),
    ...(disinfect?.includes(zoneId)
      ? [
          setChoice(
            "disinfect",
            disinfect.filter((id) => id !== zoneId),
          ),
        ]
      : []),
  ];
}

/** A zone drawn by hand on a piece. @param role what it is until somebody says */
export function drawOps(
  pieceId: string,
  corners: readonly Point[],
  name: string,
  newId: () => string,
  role?: RoleId,
): Change & { id?: string } {
  const problem = shapeProblem(corners);
  if (problem) return no(problem);
  const id = newId();
  return {
    ...yes(addZone(id, { pieceId, part: "free", name, shape: rounded(corners), ...(role ? { role } : {}) })),
    id,
  };
}

/** Takes a zone off the job, with what was found on it. */
export function removeZoneOps(job: Job, zoneId: string): Change {
  if (isNamed(job, zoneId)) return no("Work was recorded on it, so it stays in the job.");
  if (job.zones.order.length === 1) return no("It is the last zone: a job needs one.");
  return yes(
    ...job.findings.order.filter((id) => own(job.findings.byId, id)!.zoneId === zoneId).map(removeFinding),
    ...choicesGone(job, zoneId),
    removeZone(zoneId),
  );
}

/**
 * New measures of a piece: parts that come are added, parts that go are taken off, or keep their last shape where
 * something was found or done there.
 */
export function measureOps(job: Job, pieceId: string, change: Partial<Measures>, newId: () => string): Op[] {
  const piece = own(job.pieces.byId, pieceId)!;
  const before = partsOf(piece);
  const after = partsOf({ ...piece, ...change } as Parameters<typeof partsOf>[0]);
  const its = job.zones.order.filter((id) => own(job.zones.byId, id)!.pieceId === pieceId);
  // Of several that go, each takes itself out of what the one before it left.
  let left = job;
  const goes = (zoneId: string): Op[] => {
    const ops: Op[] = [...choicesGone(left, zoneId), removeZone(zoneId)];
    left = applyOps(left, ops).job;
    return ops;
  };
  const gone = before.filter(({ part }) => !after.some((each) => each.part === part));
  const held = (zoneId: string) =>
    isNamed(job, zoneId) || job.findings.order.some((id) => own(job.findings.byId, id)!.zoneId === zoneId);
  return [
    ...Object.keys(change).map((key) => setMeasure(pieceId, key as keyof Measures, change[key as keyof Measures])),
    ...its.flatMap((zoneId): Op[] => {
      const zone = own(job.zones.byId, zoneId)!;
      const part = gone.find((each) => each.part === zone.part);
      if (!part || zone.shape) return [];
      return held(zoneId) ? [setZone(zoneId, "shape", rounded(part.corners))] : goes(zoneId);
    }),
    // Only parts that are new with these measures: one the technician took off stays off.
    ...after
      .filter(
        ({ part }) =>
          !before.some((each) => each.part === part) && !its.some((id) => own(job.zones.byId, id)!.part === part),
      )
      .map(({ part }) => addZone(newId(), { pieceId, part })),
  ];
}

export const rounded = (corners: readonly Point[]): Point[] =>
  corners.map(({ xMm, yMm }) => ({ xMm: Math.round(xMm), yMm: Math.round(yMm) }));
export const within = (xMm: number, yMm: number): Point => ({
  xMm: Math.max(0, Math.round(xMm)),
  yMm: Math.max(0, Math.round(yMm)),
});

export const placedOn = (job: Job, zoneId: string) =>
  job.findings.order.flatMap((id) => {
    const finding: Finding = own(job.findings.byId, id)!;
    return finding.zoneId === zoneId && isPlaced(finding) ? [{ id, finding }] : [];
  });

export const movedMarks = (job: Job, zoneId: string, xMm: number, yMm: number): Op[] =>
  xMm === 0 && yMm === 0
    ? []
    : placedOn(job, zoneId).map(({ id, finding }): Op =>
        setFinding<PlacedFinding, "centre">(id, "centre", within(finding.centre.xMm + xMm, finding.centre.yMm + yMm)),
      );

/** Area of all zones together, mm²; what a split or a join must not change. */
export const drawnAreaMm2 = (job: Job): number =>
  job.zones.order.reduce((sum, id) => sum + areaMm2(cornersOf(job, id)!), 0);
