import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { balanceOf } from "@/core/models/water/balance";
import { paced } from "@/core/models/water/strokes";
import { strokesOn, type StrokePattern } from "./strokesTried";
import { waterBudget, waterCourse } from "@/core/judgement/treatment/cloth/waterBudget";
import { conditionsOf } from "@/core/judgement/zones/conditions";
import { runs } from "@/core/testing/runs";

const NOW = "2026-05-04T09:00:00Z";
const hall = (): Job => demoJobs(new Date(NOW))[2]!;
const zoneId = Object.values(assess(hall(), USUAL_KIT, NOW, quickly).plan.steps).find(
  ({ action }) => action === "extract",
)!.zoneIds[0]!;
const tried = (pattern?: StrokePattern, job = hall()) => strokesOn(job, USUAL_KIT, NOW, zoneId, pattern)!;

describe("a zone's water", () => {
  it("balances to a thousand-millionth of a litre, whatever was put on and taken off", () => {
    fc.assert(
      fc.property(arbitraryJobFile, ({ job, kit, asOf }) => {
        for (const { view, moves } of Object.values(assess(job, kit ?? USUAL_KIT, asOf, quickly).plan.zones)) {
          const at = (count: number) => waterCourse(moves.slice(0, count), view, 0.4).left.value;
          const { on, toweled, drawnOff, left } = balanceOf(
            moves.map(({ action, waterOnLPerM2 = 0, foundLPerM2 = 0 }, index) => ({
              beforeLPerM2: at(index),
              onLPerM2: waterOnLPerM2 + foundLPerM2,
              afterLPerM2: at(index + 1),
              by:
                action === "extract"
                  ? "machine"
                  : foundLPerM2 === 0 && ["towel-off", "rinse", "blot"].includes(action)
                    ? "towel"
                    : "nothing",
            })),
            view.areaM2.value,
          );
          expect(Math.abs(on.value - toweled.value - drawnOff.value - left.value)).toBeLessThan(1e-9);
          expect(Math.min(toweled.value, drawnOff.value, left.value)).toBeGreaterThanOrEqual(-1e-12);
          expect(left.value).toBeLessThanOrEqual(on.value + 1e-12);
        }
      }),
      { numRuns: runs(60) },
    );
  });

  it("may be less the less time is left, and as much as ever where nothing was promised", () => {
    const { view } = assess(hall(), USUAL_KIT, NOW, quickly).plan.zones[zoneId]!;
    const budget = (minutes?: number) => waterBudget(view, conditionsOf(hall().site), minutes).value;
    expect(budget(120)).toBeLessThan(budget(300));
    expect(budget(300)).toBeLessThan(budget(2000));
    expect(budget(2000)).toBe(budget());
  });
});

describe("strokes tried out", () => {
  it("a quicker pull puts less on and takes less back, a slower one more", () => {
    // By hand: one stroke at 0.45; two as quick take as much as one.
    expect(1 - (1 - paced(0.45, 2)) ** 2).toBeCloseTo(0.45, 12);
    expect(paced(0.45, 1)).toBeCloseTo(0.45, 12);
    const [slow, usual, quick] = [0.5, 1, 2].map((pace) => tried({ wet: 1, dry: 4, pace }).tried);
    expect(slow!.on.value).toBeCloseTo(2 * usual!.on.value, 9);
    expect(quick!.on.value).toBeCloseTo(usual!.on.value / 2, 9);
    expect(quick!.minutes.value).toBeLessThan(usual!.minutes.value);
  });

  it("says before a stroke is pulled that it would go too deep or over the budget", () => {
    const over = tried({ wet: 8, dry: 8, pace: 0.5 }).tried;
    expect(over.tooDeep && over.overBudget).toBe(true);
    expect(over.wettest.layers.at(-1)!.wettedMm).toBeGreaterThan(over.wettest.allowed.value - 2);
    expect(tried().planned.tooDeep || tried().planned.overBudget).toBe(false);
  });

  it("the fastest leaves no more water and no more cleaner than planned, inside budget and depth, and no pattern beats it", () => {
    const { planned, fastest, budgetLeft, allowed } = tried();
    expect(fastest!.left.value).toBeLessThanOrEqual(planned.left.value + 1e-9);
    expect(fastest!.residue!.value).toBeLessThanOrEqual(planned.residue!.value + 1e-9);
    expect(fastest!.depth.value).toBeLessThanOrEqual(allowed.value);
    expect(fastest!.minutes.value).toBeLessThanOrEqual(planned.minutes.value + 1e-9);
    for (const pace of [0.6, 0.8, 1, 1.25, 1.5])
      for (let wet = planned.pattern.wet; wet <= 5; wet++)
        for (let dry = wet; dry <= 3 * wet + 5; dry++) {
          const { tried: other } = tried({ wet, dry, pace });
          const fits =
            !other.tooDeep &&
            !other.overBudget &&
            other.left.value <= planned.left.value + 1e-9 &&
            other.residue!.value <= planned.residue!.value + 1e-9;
          if (fits) expect(other.minutes.value).toBeGreaterThanOrEqual(fastest!.minutes.value - 1e-9);
        }
    expect(budgetLeft.value).toBeGreaterThan(0);
  });

  it("what is chosen is planned, and what goes too far is cut back by the plan", () => {
    const choose = (pattern: StrokePattern): Job => ({
      ...hall(),
      choices: { ...hall().choices, strokes: { [zoneId]: pattern } },
    });
    const step = (job: Job) =>
      assess(job, USUAL_KIT, NOW, quickly).plan.steps.find(
        ({ action, zoneIds }) => action === "extract" && zoneIds.includes(zoneId),
      )!;
    const modest = step(choose({ wet: 1, dry: 5, pace: 1.25 }));
    expect([modest.wetStrokes!.value, modest.dryStrokes!.value, modest.pace]).toEqual([1, 5, 1.25]);
    const greedy = step(choose({ wet: 12, dry: 12, pace: 0.5 }));
    expect(greedy?.wetStrokes?.value ?? 0).toBeLessThan(12);
    expect(tried(undefined, choose({ wet: 12, dry: 12, pace: 0.5 }))?.planned.tooDeep ?? false).toBe(false);
  });

  it("foretells when the tanks stop the work", () => {
    const { tanks, tried: done } = tried({ wet: 4, dry: 8, pace: 0.5 });
    const tankL = 8;
    expect(tanks.refills.value).toBe(Math.max(0, Math.ceil(done.on.value / tankL) - 1));
    expect(
      tanks.firstRefill.value / assess(hall(), USUAL_KIT, NOW, quickly).plan.zones[zoneId]!.view.areaM2.value,
    ).toBeCloseTo(Math.min(1, tankL / done.on.value), 9);
  });
});
