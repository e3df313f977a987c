import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/jobs";
import { assess } from "../assess";
import { USUAL_KIT } from "../catalog/kit";
import { dwellFactor, effectOf, soilLeftBy, strengthFactor, temperatureFactor } from "./effect";
import { soilLifted } from "./rates";

const NOW = "2026-05-04T09:00:00Z";
const steps = demoJobs(new Date(NOW)).flatMap((job) => assess(job, USUAL_KIT, NOW).plan.steps);
const clean = steps.find(({ action, dwell, agent }) => action === "clean" && dwell && agent)!;

describe("the four factors", () => {
  it("give the table's number as planned", () => {
    expect(soilLeftBy(clean)!.value).toBeCloseTo(1 - soilLifted("low-moisture", clean.rounds!).value, 9);
    expect(soilLeftBy(steps.find(({ action }) => action === "dry-removal")!)).toBeUndefined();
  });

  // Common practice, no source: each factor helps, none makes up for another without end.
  it("help less and less the more there is of one", () => {
    expect(strengthFactor(1)).toBeCloseTo(1, 12);
    expect(strengthFactor(2)).toBeGreaterThan(1);
    expect(strengthFactor(2)).toBeLessThan(2);
    expect(dwellFactor(5, 5)).toBeCloseTo(1, 12);
    expect(dwellFactor(0, 5)).toBe(0);
    expect(dwellFactor(10, 5) - dwellFactor(5, 5)).toBeLessThan(dwellFactor(5, 5));
    expect(dwellFactor(500, 5)).toBeLessThan(1.6);
  });

  it("double for every ten degrees up to what the agent bears; enzyme works best warm and is dead above 60 °C", () => {
    expect(temperatureFactor("neutral-cleaner", 45, 35)).toBeCloseTo(2, 12);
    expect(temperatureFactor("neutral-cleaner", 80, 35)).toBe(temperatureFactor("neutral-cleaner", 55, 35));
    expect(temperatureFactor("enzyme", 50, 35)).toBeGreaterThan(temperatureFactor("enzyme", 40, 35));
    expect(temperatureFactor("enzyme", 57, 35)).toBeLessThan(temperatureFactor("enzyme", 50, 35));
    expect(temperatureFactor("enzyme", 61, 35)).toBe(0);
  });

  it("draw curves that only fall, stronger below weaker, and say when waiting stops paying", () => {
    const { curves, stopsPayingMin } = effectOf(clean)!;
    for (const { points } of curves) points.slice(1).forEach(({ left }, index) => expect(left).toBeLessThan(points[index]!.left));
    for (let at = 1; at < curves[0]!.points.length; at++) expect(curves[2]!.points[at]!.left).toBeLessThan(curves[0]!.points[at]!.left);
    const leftAt = (dwellMin: number) => soilLeftBy(clean, { dwellMin })!.value;
    expect(leftAt(stopsPayingMin.value) - leftAt(stopsPayingMin.value + 1)).toBeLessThan(0.005 + 1e-9);
    expect(stopsPayingMin.value).toBeGreaterThanOrEqual(clean.dwell!.min.value);
  });
});
