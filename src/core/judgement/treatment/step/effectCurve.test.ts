import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import type { SoilLevel } from "@/core/ground/catalog/builds";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth } from "@/core/job/schema";
import { effectOf, soilLeftBy } from "./effectCurve";
import { soilLeft } from "./effect";
import type { Effort } from "./effect";
import { temperatureFactor } from "./effect";
import { dwellFactor } from "./effect";
import { strengthFactor } from "./effect";
import { SOIL_RATE, SOIL_TARGET } from "./soilRates";

const NOW = "2026-05-04T09:00:00Z";
const steps = demoJobs(new Date(NOW)).flatMap((job) => assess(job, USUAL_KIT, NOW).plan.steps);
const clean = steps.find(({ action, dwell, agent }) => action === "clean" && dwell && agent)!;

describe("the four factors", () => {
  it("give the table's rate at the label's mix and shortest dwell, under a medium brush, lukewarm", () => {
    const usual: Effort = {
      agent: "neutral-cleaner",
      rounds: 2,
      strength: 1,
      dwellMin: 3,
      shortestMin: 3,
      agitation: 1,
      tempC: 35,
    };
    expect(soilLeft(usual).value).toBeCloseTo(Math.exp(-2 * SOIL_RATE["low-moisture"]), 9);
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
    expect(temperatureFactor("neutral-cleaner", 45)).toBeCloseTo(2, 12);
    expect(temperatureFactor("neutral-cleaner", 80)).toBe(temperatureFactor("neutral-cleaner", 55));
    expect(temperatureFactor("enzyme", 50)).toBeGreaterThan(temperatureFactor("enzyme", 40));
    expect(temperatureFactor("enzyme", 57)).toBeLessThan(temperatureFactor("enzyme", 50));
    expect(temperatureFactor("enzyme", 61)).toBe(0);
  });

  it("draw curves that only fall, stronger below weaker, and say when waiting stops paying", () => {
    const { curves, stopsPayingMin } = effectOf(clean)!;
    for (const { points } of curves)
      points.slice(1).forEach(({ left }, index) => expect(left).toBeLessThan(points[index]!.left));
    for (let at = 1; at < curves[0]!.points.length; at++)
      expect(curves[2]!.points[at]!.left).toBeLessThan(curves[0]!.points[at]!.left);
    const leftAt = (dwellMin: number) => soilLeftBy(clean, { dwellMin })!.value;
    expect(leftAt(stopsPayingMin.value) - leftAt(stopsPayingMin.value + 1)).toBeLessThan(0.005 + 1e-9);
    expect(stopsPayingMin.value).toBeGreaterThanOrEqual(clean.dwell!.min.value);
  });
});

describe("the gentlest set", () => {
  const seat = (cloth: Partial<Cloth>, soil: SoilLevel) => {
    let next = 0;
    const job = jobFromTemplate("settee", () => `i${next++}`, NOW, {
      cloth: {
        material: "polyester",
        build: "cover-on-foam",
        construction: "woven",
        careCode: "none",
        ageYears: 5,
        condition: "sound",
        neighbours: [],
        fastness: { "neutral-cleaner": 5 },
        ...cloth,
      },
    });
    const [zoneId] = job.zones.order;
    job.zones.byId[zoneId!]!.soil = soil;
    job.choices.schools = { [zoneId!]: "low-moisture" };
    return assess(job, USUAL_KIT, NOW).plan.steps.find(({ effort }) => effort)!;
  };

  // Common practice, no source: light soil takes one or two rounds of low moisture.
  it.each(["light", "moderate", "heavy"] as const)(
    "reaches the target of %s soil on sound cloth, never stronger than the label, never longer than it may stay",
    (soil) => {
      const step = seat({}, soil);
      expect(soilLeftBy(step)!.value).toBeLessThanOrEqual(SOIL_TARGET[soil]);
      expect(step.effort!.strength).toBeLessThanOrEqual(1);
      expect(step.dwell!.min.value).toBeLessThanOrEqual(step.dwell!.max!.value);
      if (soil === "light") expect([1, 2]).toContain(step.effort!.rounds);
    },
  );

  it("turns what is left to turn: weaker in a lightly soiled job, longer or oftener under a softer tool", () => {
    expect(seat({}, "light").partsWater!.value).toBeGreaterThan(seat({}, "heavy").partsWater!.value);
    const [sound, old] = [seat({}, "moderate"), seat({ ageYears: 40 }, "moderate")];
    expect(old.effort!.agitation).toBeLessThan(sound.effort!.agitation);
    expect(old.effort!.dwellMin * old.effort!.rounds).toBeGreaterThan(sound.effort!.dwellMin * sound.effort!.rounds);
  });

  it("says what it leaves where the rules keep it from the target", () => {
    const step = seat({ material: undefined, ageYears: undefined }, "heavy");
    expect(soilLeftBy(step)!.value).toBeGreaterThan(SOIL_TARGET.heavy);
    expect(step.why).toMatch(/leaves about \d+ %.*not the wanted 10 %/);
  });
});
