import { describe, expect, it } from "vitest";
import { boundsOf } from "@/core/ground/pieces/geometry";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { setZone } from "./change";
import { applyOps, same, type Op } from "./commands";
import { checkJobFile } from "./file";
import { jobFileOf } from "./jobFile";
import { jobFromTemplate } from "./newJob";
import { USUAL_KIT } from "./kit";
import type { Job, PlacedFinding } from "./schema";
import { mergeOps, splitOps } from "./cutZones";
import {
  cornersOf,
  drawnAreaMm2,
  drawOps,
  measureOps,
  moveCornerOps,
  ownShapeOps,
  removeZoneOps,
  resizeOps,
  type Change,
} from "./zoneOps";

let counter = 0;
const newId = () => `n${counter++}`;
const AT = "2026-05-04T08:00:00Z";

/** A bench with one mark in the right half of its middle base. */
function bench() {
  const job = jobFromTemplate("bench-seat", newId, AT);
  const zone = (part: string) => job.zones.order.find((id) => job.zones.byId[id]!.part === part)!;
  const mark = {
    kind: "mark",
    zoneId: zone("base-2"),
    centre: { xMm: 450, yMm: 100 },
    size: { widthMm: 80, heightMm: 80 },
    evidence: {},
  };
  return {
    job: applyOps(job, [{ op: "insert", collection: "findings", id: "m", value: mark }]).job,
    left: zone("base-1"),
    mid: zone("base-2"),
    back: zone("back"),
  };
}

const after = (job: Job, change: Change): Job => {
  if (!change.ok) throw new Error(change.because);
  const { job: next, inverse } = applyOps(job, change.ops);
  expect(same(applyOps(next, inverse).job, job)).toBe(true);
  expect(checkJobFile(JSON.parse(JSON.stringify(jobFileOf(next, USUAL_KIT, AT))))).toMatchObject({ ok: true });
  return next;
};

const why = (change: Change) => (change.ok ? "" : change.because);
/** Where the mark lies on the whole drawing. */
const markAt = (job: Job) => {
  const { zoneId, centre } = job.findings.byId.m as PlacedFinding;
  const { xMm, yMm } = boundsOf(cornersOf(job, zoneId)!);
  return [xMm + centre.xMm, yMm + centre.yMm];
};

describe("changing the drawing", () => {
  it("a split keeps the cloth and sends each mark with the half it lies in; a merge brings it back", () => {
    const { job, mid } = bench();
    const cut = after(job, splitOps(job, mid, "left-right", newId));
    const half = (cut.findings.byId.m as PlacedFinding).zoneId;
    expect(half).not.toBe(mid);
    expect(markAt(cut)).toEqual(markAt(job));
    expect(drawnAreaMm2(cut)).toBeCloseTo(drawnAreaMm2(job), -2);
    const whole = after(cut, mergeOps(cut, mid, half));
    expect(whole.zones.order).toEqual(job.zones.order);
    expect(markAt(whole)).toEqual(markAt(job));
    expect(drawnAreaMm2(whole)).toBeCloseTo(drawnAreaMm2(job), -2);
  });

  it("area and seam follow a typed size and a dragged corner, and the pattern's own shape comes back", () => {
    const { job, mid } = bench();
    const view = (made: Job) => zoneViews(made).find(({ id }) => id === mid)!;
    const wide = after(job, resizeOps(job, mid, 900, 400));
    expect(view(wide).areaM2.value).toBeCloseTo(0.36, 6);
    expect(view(wide).seamM!.value).toBeCloseTo(2.6, 6);
    const pulled = after(wide, moveCornerOps(wide, mid, 2, { xMm: 2000, yMm: 1500 }));
    expect(view(pulled).areaM2.value).toBeGreaterThan(0.36);
    expect(why(moveCornerOps(wide, mid, 0, { xMm: 1600, yMm: 760 }))).toContain("crosses itself");
    expect(view(after(pulled, ownShapeOps(pulled, mid))).areaM2.value).toBeCloseTo(view(job).areaM2.value, 6);
  });

  it("says why not: zones apart, worked zones, the last zone", () => {
    const { job, left, mid, back } = bench();
    expect(why(mergeOps(job, back, mid))).toContain("do not touch");
    const step: Op = {
      op: "append",
      event: {
        kind: "done",
        id: "e",
        at: AT,
        stepKey: "dry-removal:",
        title: "Lift",
        action: "dry-removal",
        zoneIds: [mid],
      },
    };
    const begun = applyOps(job, [step]).job;
    for (const change of [
      splitOps(begun, mid, "top-bottom", newId),
      mergeOps(begun, left, mid),
      resizeOps(begun, mid, 500, 500),
      removeZoneOps(begun, mid),
    ])
      expect(why(change)).toContain("Work was recorded");
    const [last] = job.zones.order as [string];
    const single = job.zones.order.slice(1).reduce((rest, id) => after(rest, removeZoneOps(rest, id)), job);
    expect(why(removeZoneOps(single, last))).toContain("last zone");
    expect(
      why(
        drawOps(
          "p",
          [
            { xMm: 0, yMm: 0 },
            { xMm: 10, yMm: 0 },
          ],
          "New",
          newId,
        ),
      ),
    ).toContain("three corners");
  });

  it("a zone drawn by hand is what it was drawn beside until somebody says what it is", () => {
    const job = jobFromTemplate("settee", newId, AT, { size: { seats: 2 } });
    const corners = [0, 1, 2].map((at) => ({ xMm: 300 * at, yMm: at === 1 ? 300 : 0 }));
    const made = drawOps(job.pieces.order[0]!, corners, "Own zone", newId, "back");
    const roleIn = (of: Job) => zoneViews(of).find(({ id }) => id === made.id)!.role;
    const drawn = after(job, made);
    expect(roleIn(drawn)).toBe("back");
    expect(roleIn(applyOps(drawn, [setZone(made.id!, "role", "headliner")]).job)).toBe("headliner");
    expect(roleIn(applyOps(drawn, [setZone(made.id!, "role", undefined)]).job)).toBe("field");
    // What the template says of its own parts stands.
    const [own] = job.zones.order as [string];
    const before = zoneViews(job).find(({ id }) => id === own)!.role;
    const other = applyOps(job, [setZone(own, "role", "headliner")]).job;
    expect(zoneViews(other).find(({ id }) => id === own)!.role).toBe(before);
  });

  it("fewer seats take their zones away, but what was found there stays with its shape", () => {
    const job = jobFromTemplate("settee", newId, AT, { size: { seats: 3 } });
    const [pieceId] = job.pieces.order as [string];
    const third = job.zones.order.find((id) => job.zones.byId[id]!.part === "base-3")!;
    const fewer = after(job, { ok: true, ops: measureOps(job, pieceId, { seats: 2 }, newId) });
    expect(fewer.zones.byId[third]).toBeUndefined();
    const stained = applyOps(job, [
      { op: "insert", collection: "findings", id: "m", value: { kind: "hair", zoneId: third, density: "few" } },
    ]).job;
    const kept = after(stained, { ok: true, ops: measureOps(stained, pieceId, { seats: 2 }, newId) });
    expect(kept.zones.byId[third]?.shape).toHaveLength(4);
    const more = after(fewer, { ok: true, ops: measureOps(fewer, pieceId, { seats: 4 }, newId) });
    expect(zoneViews(more).filter(({ role }) => role === "base")).toHaveLength(4);
  });
});
