import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { assess, quickly } from "@/core/answers/assess/assess";
import { BUILD_IDS, type BuildId } from "@/core/ground/catalog/builds";
import { SPILLED_IDS } from "@/core/ground/catalog/findings";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, MarkFinding } from "@/core/job/schema";
import { waterInZone } from "@/core/judgement/treatment/cloth/waterBudget";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/** What ran below the face is met by as much as it takes to reach where it went. Common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
const MILK: MarkFinding["evidence"] = { owner: "milk-blood", feel: "crusty", smell: "sour" };

function spilled(mark: Partial<MarkFinding>, cloth: Partial<Cloth> = {}, change: (job: Job) => Job = (job) => job) {
  let next = 0;
  const known: Cloth = {
    ...{ material: "polyester", build: "cover-on-foam", careCode: "none", ageYears: 5, condition: "sound" },
    neighbours: [],
    fastness: { water: 5, enzyme: 5, "neutral-cleaner": 5, "acid-spotter": 5 },
    ...cloth,
  };
  const made = jobFromTemplate("settee", () => `i${next++}`, NOW, { cloth: known });
  const zoneId = zoneViews(made).find(({ role }) => role === "base")!.id;
  const finding: MarkFinding = {
    kind: "mark",
    zoneId,
    centre: { xMm: 200, yMm: 200 },
    size: { widthMm: 200, heightMm: 200 },
    evidence: MILK,
    ...mark,
  };
  const job = change({
    ...made,
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 },
    findings: { byId: { m: finding }, order: ["m"] },
  });
  const { plan } = assess(job, USUAL_KIT, NOW, quickly);
  const zone = plan.zones[zoneId]!;
  const flush = plan.steps.find(({ flushes }) => flushes);
  return { job, zoneId, zone, flush, steps: plan.steps, left: waterInZone(zone.moves, zone.view, 0.45).left.value };
}

describe("a spill that ran below the face", () => {
  it("is flushed with two and a half times what the layers hold as deep as it went, after its digester", () => {
    const { flush, steps, zone } = spilled({ ranTo: "foam" });
    // 2 mm of cover at 0.35 and 20 mm of foam at 0.06 L/m² and mm hold 1.9 L/m²; over 0.0625 m² with its rim.
    const onM2 = 2.5 * 1.9;
    expect(flush!.waterOnLPerM2).toBeGreaterThanOrEqual(onM2 - 1e-9);
    expect(flush!.waterOnLPerM2).toBeLessThan(onM2 + 0.6);
    expect(flush!.amountMl!.value).toBeCloseTo(1000 * flush!.waterOnLPerM2 * flush!.areaM2.value, 6);
    expect(flush!.flushes!.value).toBe(22);
    const at = (of: (step: (typeof steps)[number]) => boolean) => steps.findIndex(of);
    expect(at(({ agent }) => agent === "enzyme")).toBeLessThan(at(({ flushes }) => flushes !== undefined));
    // It is no cleaning: what cleaning may put on is left as it was.
    expect(zone.used.value).toBeLessThan(zone.budget.value);
    expect(steps.filter(({ action }) => action === "extract")).toHaveLength(1);
  });

  it("is not more than what was spilled calls for, and the face of a spot stays a spot", () => {
    const { flush } = spilled({ ranTo: "below", spilled: "dash" });
    expect(flush!.waterOnLPerM2).toBeLessThan(spilled({ ranTo: "below" }).flush!.waterOnLPerM2);
    expect(spilled({ ranTo: "face" }).flush).toBeUndefined();
    expect(spilled({}).flush).toBeUndefined();
  });

  it("has its drying go by it, also once it was done", () => {
    const { job, zoneId, flush, left } = spilled({ ranTo: "below" });
    expect(left).toBeGreaterThan(2 * spilled({ ranTo: "face" }).left);
    const step = flush!;
    const done = spilled({ ranTo: "below" }, {}, (made) => ({
      ...made,
      events: [doneOf({ ...step, zoneIds: [zoneId] }, { id: "d", at: "2026-05-04T08:10:00Z" })],
    }));
    expect(done.flush).toBeUndefined();
    expect(done.zone.moves.some(({ flushedMm }) => flushedMm === step.flushes!.value)).toBe(true);
    expect(job.findings.order).toEqual(["m"]);
  });

  it("is never flushed into what glue holds, nor where wires may lie", () => {
    expect(spilled({ ranTo: "below" }, { build: "glue-held" }).flush).toBeUndefined();
    expect(spilled({ ranTo: "below" }, { neighbours: ["electrics"] }).flush).toBeUndefined();
  });

  it("never gets less, nor leaves less in it, the deeper it went or the more was spilled", () => {
    let flushed = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...BUILD_IDS),
        fc.option(fc.integer({ min: 10, max: 120 }), { nil: undefined }),
        fc.integer({ min: 40, max: 400 }),
        fc.option(fc.constantFrom(...SPILLED_IDS), { nil: undefined }),
        (build: BuildId, foamMm, sideMm, much) => {
          const of = (mark: Partial<MarkFinding>) =>
            spilled(
              { size: { widthMm: sideMm, heightMm: sideMm }, ...mark },
              { build, ...(foamMm ? { layers: { foamMm } } : {}) },
            );
          const [face, foam, below] = (["face", "foam", "below"] as const).map((ranTo) =>
            of({ ranTo, ...(much ? { spilled: much } : {}) }),
          );
          const on = ({ flush }: ReturnType<typeof of>) => flush?.waterOnLPerM2 ?? 0;
          if (on(below!) > 0) flushed += 1;
          expect(on(face!)).toBe(0);
          expect(on(foam!)).toBeLessThanOrEqual(on(below!) + 1e-9);
          expect(foam!.left).toBeLessThanOrEqual(below!.left + 1e-9);
          if (much === undefined) return;
          const more = of({ ranTo: "below", spilled: SPILLED_IDS[Math.min(SPILLED_IDS.indexOf(much) + 1, 2)]! });
          expect(on(below!)).toBeLessThanOrEqual(on(more) + 1e-9);
        },
      ),
      { numRuns: 40 },
    );
    expect(flushed).toBeGreaterThan(15);
  });
});
