import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/jobs";
import { vapourPressurePa } from "../air/moistAir";
import { assess } from "../assess";
import { USUAL_KIT } from "../catalog/kit";
import { longestDryH } from "../drying/longest";
import type { Job, Kit } from "../job/schema";
import { whatIf, type AirWayId } from "./whatIf";

const NOW = "2026-05-04T09:00:00Z";
const hall = (site: Job["site"] = { airTempC: 14, relativeHumidityPct: 70, airSpeedMPerS: 0.1 }): Job => ({ ...demoJobs(new Date(NOW))[2]!, site });
const hoursOf = (job: Job, kit: Kit = USUAL_KIT) => Object.fromEntries(whatIf(job, kit, NOW).map(({ way, hours }) => [way, hours.value])) as Record<AirWayId, number>;

describe("other air for the same water", () => {
  it("as it is gives the forecast's own hours; more air over it, drier or warmer air never takes longer", () => {
    const hours = hoursOf(hall());
    expect(hours["as-it-is"]).toBeCloseTo(longestDryH(assess(hall(), USUAL_KIT, NOW).drying), 9);
    expect(hours.open).toBeLessThan(hours["as-it-is"]);
    expect(hours.mover).toBeLessThan(hours.open);
    expect(hours.movers).toBeLessThan(hours.mover);
    expect(hours["movers-dried"]).toBeLessThan(hours.movers);
    expect(hours.warmed).toBeLessThan(hours.open);
  });

  it("warms the air without taking vapour out of it", () => {
    const { air } = whatIf(hall(), USUAL_KIT, NOW).find(({ way }) => way === "warmed")!;
    expect(air.airTempC).toBe(22);
    expect(vapourPressurePa(air.airTempC!, air.relativeHumidityPct!)).toBeCloseTo(vapourPressurePa(14, 70), 6);
  });

  it("marks the least current that keeps every promise, and none when none does", () => {
    const { as: asItIs, ...rest } = { as: hoursOf(hall())["as-it-is"], mover: hoursOf(hall()).mover };
    const work = assess(hall(), USUAL_KIT, NOW).plan.steps.reduce((sum, { minutes, dwell }) => sum + minutes.value + (dwell?.min.value ?? 0), 0);
    const between = new Date(Date.parse(NOW) + work * 60_000 + ((asItIs + rest.mover) / 2) * 3_600_000).toISOString();
    const promised = (usableAt: string): Job => ({ ...hall(), promises: { usableAt, dampHandBackAgreed: true } });
    const picked = whatIf(promised(between), USUAL_KIT, NOW);
    expect(picked.find(({ way }) => way === "as-it-is")!.keeps).toEqual([{ promise: "usable", kept: false }]);
    expect(picked.filter(({ cheapest }) => cheapest)).toHaveLength(1);
    for (const { keeps, watts, hours } of picked.filter(({ keeps }) => keeps.every(({ kept }) => kept))) {
      expect(keeps).toEqual([{ promise: "usable", kept: true }]);
      const best = picked.find(({ cheapest }) => cheapest)!;
      expect(best.watts.value * best.hours.value).toBeLessThanOrEqual(watts.value * hours.value);
    }
    expect(whatIf(promised(NOW), USUAL_KIT, NOW).some(({ cheapest }) => cheapest)).toBe(false);
  });

  it("offers only what is on the shelf and what there is power for, and nothing while nothing is wet", () => {
    const { heater: _heater, ...machines } = USUAL_KIT.machines;
    expect(hoursOf(hall(), { ...USUAL_KIT, machines }).warmed).toBeUndefined();
    expect(Object.keys(hoursOf(hall({ airTempC: 14, relativeHumidityPct: 70, airSpeedMPerS: 0.1, power: "none" })))).toEqual(["as-it-is", "open"]);
    const dry = hall();
    expect(whatIf({ ...dry, findings: { byId: {}, order: [] }, zones: { ...dry.zones, byId: Object.fromEntries(Object.entries(dry.zones.byId).map(([id, zone]) => [id, { ...zone, soil: undefined }])) } }, USUAL_KIT, NOW)).toEqual([]);
  });

  it("says when no air of these dries it, and lets nobody take numbers that were never measured", () => {
    const saturated = whatIf(hall({ airTempC: 5, relativeHumidityPct: 100, airSpeedMPerS: 0.1 }), USUAL_KIT, NOW);
    expect(saturated.find(({ way }) => way === "movers")!.hours.value).toBe(Infinity);
    const unknown = whatIf(hall({}), USUAL_KIT, NOW);
    expect(unknown.find(({ way }) => way === "mover")!.measureFirst).toBe(false);
    expect(unknown.find(({ way }) => way === "warmed")!.measureFirst).toBe(true);
  });
});
