import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { longestDryH } from "@/core/models/drying/longest";
import { applyOps } from "@/core/job/commands";
import type { DryingAir, Job, Kit } from "@/core/job/schema";
import { bestGap, MOST_COMPARED, whatIf, type AirWayId } from "./whatIf";

const NOW = "2026-05-04T09:00:00Z";
const ALL: AirWayId[] = ["as-it-is", "doors", "mover", "movers", "movers-dried", "heated", "steamed"];
const SHUT: Job["site"] = { airTempC: 14, relativeHumidityPct: 70, airSpeedMPerS: 0.1, space: "shut", volumeM3: 40 };
const ROOMY: Job["site"] = { ...SHUT, volumeM3: 200 };
const hall = (site: Job["site"] = SHUT): Job => ({ ...demoJobs(new Date(NOW))[2]!, site });
const of = (job: Job, ways: AirWayId[], kit: Kit = USUAL_KIT) => whatIf(job, kit, NOW, ways).ways;
const hoursOf = (job: Job, kit?: Kit) =>
  Object.fromEntries(
    [ALL.slice(0, 4), ALL.slice(4)].flatMap((ways) => of(job, ways, kit).map(({ way, hours }) => [way, hours.value])),
  ) as Record<AirWayId, number>;

describe("other ways to dry the same water", () => {
  it("as it is gives the forecast's own hours; a shut room is helped by doors, movers and a dehumidifier", () => {
    const hours = hoursOf(hall());
    expect(hours["as-it-is"]).toBeCloseTo(longestDryH(assess(hall(), USUAL_KIT, NOW).drying), 9);
    expect(hours.doors).toBeLessThan(0.6 * hours["as-it-is"]);
    expect(hours.movers).toBeLessThanOrEqual(hours.mover);
    expect(hours["movers-dried"]).toBeLessThan(hours.movers);
    expect(hours.heated).toBeLessThan(hours["as-it-is"]);
    expect(hours.steamed).toBeLessThan(hours["as-it-is"]);
  });

  it("finds the gap for a heater by itself: neither shut nor wide open in the cold", () => {
    const cold = hall({ airTempC: 6, relativeHumidityPct: 90, airSpeedMPerS: 0.1, space: "shut", volumeM3: 10 });
    const [heated] = of(cold, ["heated"]);
    const at = (airChangesPerH: number) =>
      longestDryH(assess({ ...cold, site: { ...cold.site, ...heated!.air, airChangesPerH } }, USUAL_KIT, NOW).drying);
    expect(heated!.air.airChangesPerH).toBe(heated!.gap!.value);
    expect(heated!.hours.value).toBeLessThan(at(0.3));
    expect(heated!.hours.value).toBeLessThan(at(30));
    // A basin of known bottom, by hand.
    expect(bestGap((gap) => Math.abs(Math.log(gap) - Math.log(5)), 20)).toBeCloseTo(5, 1);
  });

  it("outside air that is damper than inside makes open doors worse, and it says so", () => {
    const settee = demoJobs(new Date(NOW))[1]!;
    const [asItIs, doors] = of(
      {
        ...settee,
        site: {
          ...SHUT,
          airTempC: 20,
          relativeHumidityPct: 45,
          airSpeedMPerS: 0.3,
          outsideTempC: 20,
          outsideHumidityPct: 95,
          volumeM3: 500,
        },
      },
      ["as-it-is", "doors"],
    );
    expect(doors!.hours.value).toBeGreaterThan(1.2 * asItIs!.hours.value);
  });

  it("marks the least current that keeps every promise, and none when none does", () => {
    const hours = hoursOf(hall(ROOMY));
    const work = assess(hall(ROOMY), USUAL_KIT, NOW).plan.steps.reduce(
      (sum, { minutes, dwell }) => sum + minutes.value + (dwell?.min.value ?? 0),
      0,
    );
    const promised = (afterH: number): Job => ({
      ...hall(ROOMY),
      promises: {
        usableAt: new Date(Date.parse(NOW) + work * 60_000 + afterH * 3_600_000).toISOString(),
        dampHandBackAgreed: true,
      },
    });
    const between = of(promised((hours.movers + hours["movers-dried"]) / 2), [
      "as-it-is",
      "mover",
      "movers",
      "movers-dried",
    ]);
    expect(between.map(({ keeps }) => keeps[0]!.kept)).toEqual([false, false, false, true]);
    expect(between.map(({ cheapest }) => cheapest)).toEqual([false, false, false, true]);
    const easy = of(promised(hours["as-it-is"] + 2), ["as-it-is", "mover", "movers"]);
    expect(easy.map(({ cheapest }) => cheapest)).toEqual([true, false, false]);
    expect(of(promised(0.01), ["mover", "movers"]).some(({ cheapest }) => cheapest)).toBe(false);
  });

  it("compares four at most, of what shelf and power allow, and offers nothing while nothing is wet", () => {
    const { heater: _heater, ...machines } = USUAL_KIT.machines;
    const names = (job: Job, kit = USUAL_KIT) => whatIf(job, kit, NOW).offered.map(({ way }) => way);
    expect(whatIf(hall(), USUAL_KIT, NOW, ALL).ways).toHaveLength(MOST_COMPARED);
    expect(names(hall(), { ...USUAL_KIT, machines })).not.toContain("heated");
    expect(names(hall({ ...SHUT, power: "none" }))).toEqual(["as-it-is", "doors"]);
    expect(names(hall({ ...SHUT, space: "open", airSpeedMPerS: 2 }))).not.toContain("doors");
    const dry = hall();
    expect(
      whatIf(
        {
          ...dry,
          findings: { byId: {}, order: [] },
          zones: {
            ...dry.zones,
            byId: Object.fromEntries(
              Object.entries(dry.zones.byId).map(([id, zone]) => [id, { ...zone, soil: undefined }]),
            ),
          },
        },
        USUAL_KIT,
        NOW,
      ),
    ).toEqual({ offered: [], ways: [] });
  });

  it("offers nothing with a motor or heat while a solvent is in the cloth and has not aired", () => {
    const wet = hall();
    const [zoneId] = wet.zones.order;
    const put: Job = {
      ...wet,
      events: [
        {
          kind: "done",
          id: "s",
          at: NOW,
          stepKey: "x:",
          title: "Solvent",
          action: "agent",
          zoneIds: [zoneId!],
          agent: "solvent",
        },
      ],
    };
    expect(whatIf(put, USUAL_KIT, NOW).offered.map(({ way }) => way)).toEqual(["as-it-is", "doors"]);
  });

  it("taking one makes the forecast what was said of it", () => {
    const [dried] = of(hall(), ["movers-dried"]);
    const taken = applyOps(
      hall(),
      Object.entries(dried!.air as DryingAir).map(([key, value]) => ({
        op: "set" as const,
        path: ["site", key],
        value,
      })),
    ).job;
    expect(longestDryH(assess(taken, USUAL_KIT, NOW).drying)).toBeCloseTo(dried!.hours.value, 6);
  });
});
