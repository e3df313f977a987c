import fc from "fast-check";
import { expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job } from "@/core/job/schema";
import { longestDryH } from "@/core/models/drying/longest";
import { atLeast, runs } from "@/core/testing/runs";
import { workedOut } from "@/core/testing/workedOut";
import { usualOutside } from "../zones/conditions";

/** Jobs in two airs that differ in one thing: which of them dries sooner. */

const AT = "2026-05-04T09:00:00Z";
const known: Cloth = { careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };
const WHAT = [
  ["settee", { material: "polyester", build: "cover-on-foam" }],
  ["settee", { material: "wool", build: "cover-on-foam" }],
  ["carpet", { material: "nylon", build: "carpet-on-underlay" }],
  ["cabin", { material: "polyester", build: "cover-on-foam" }],
] as const;
// Worked before they dry: another air would change the work too, and then it is not the air that is compared.
const worked = WHAT.flatMap(([template, cloth]) =>
  (["moderate", "heavy"] as const).map((soil): Job => {
    let next = 0;
    const job = jobFromTemplate(template, () => `n${next++}`, AT, { cloth: { ...known, ...cloth } });
    for (const zone of Object.values(job.zones.byId))
      if (template !== "cabin" || zone.part.endsWith("base")) zone.soil = soil;
    const site = { power: "mains", space: "gap", airTempC: 8, relativeHumidityPct: 55, airSpeedMPerS: 0.3 } as const;
    return workedOut({ ...job, site }, USUAL_KIT, AT).job;
  }),
);
const aJob = fc.constantFrom(...worked);
const anAir = fc.record(
  {
    power: fc.constant("mains" as const),
    space: fc.constantFrom("open" as const, "doors" as const, "gap" as const, "shut" as const),
    volumeM3: fc.constantFrom(8, 30, 60),
    airTempC: fc.integer({ min: 5, max: 30 }),
    relativeHumidityPct: fc.integer({ min: 30, max: 90 }),
    airSpeedMPerS: fc.constantFrom(0.1, 0.3, 1, 2),
    outsideTempC: fc.integer({ min: 0, max: 30 }),
    outsideHumidityPct: fc.integer({ min: 30, max: 95 }),
    heater: fc.constant(true),
    dehumidifier: fc.constant(true),
  },
  { requiredKeys: ["power", "space", "volumeM3", "airTempC", "relativeHumidityPct", "airSpeedMPerS"] },
);
const dryingIn = (job: Job, site: Job["site"]) => {
  const { drying, plan } = assess({ ...job, site }, USUAL_KIT, AT);
  return { hours: longestDryH(drying), left: plan.steps.length };
};
const hoursIn = (job: Job, site: Job["site"]) => dryingIn(job, site).hours;
/** Hours in two airs; where colder air would ask for another rinse, water too is another, and nothing is compared. */
function hoursInBoth(job: Job, one: Job["site"], other: Job["site"]): [number, number] {
  const [first, second] = [dryingIn(job, one), dryingIn(job, other)];
  fc.pre(first.left + second.left === 0);
  return [first.hours, second.hours];
}
/** Steps of the reckoning may differ by so much. */
const ABOUT = 1.01;

it("the same air a few degrees warmer, inside and out, never dries slower, but where machines hold it at its limit", () => {
  fc.assert(
    fc.property(aJob, anAir, fc.integer({ min: 1, max: 10 }), (job, air, by) => {
      const { outsideTempC } = air;
      const warmer = {
        ...air,
        airTempC: air.airTempC + by,
        ...(outsideTempC === undefined ? {} : { outsideTempC: outsideTempC + by }),
      };
      // Machines warm a space to the hottest that is reckoned with; air as humid and warmer still then only brings water.
      const hottestC = Math.max(air.airTempC, outsideTempC ?? -Infinity) + by;
      const isWarmed = air.dehumidifier || air.airSpeedMPerS >= 1;
      fc.pre(!air.heater && !(isWarmed && hottestC > 30));
      const [then, now] = hoursInBoth(job, air, warmer);
      expect(now).toBeLessThanOrEqual(then * ABOUT);
    }),
    { numRuns: runs(300, 30) },
  );
});

it("more wind over it never dries slower", () => {
  fc.assert(
    fc.property(aJob, anAir, fc.constantFrom(0.2, 0.7, 1), (job, air, by) => {
      const windier = { ...air, airSpeedMPerS: air.airSpeedMPerS + by };
      const [then, now] = hoursInBoth(job, air, windier);
      expect(now).toBeLessThanOrEqual(then * ABOUT);
    }),
    { numRuns: runs(300, 30) },
  );
});

it("of outside only the temperature known: as if it were as humid as is usual there, so between dry and damp air", () => {
  let inBetween = 0;
  fc.assert(
    fc.property(
      aJob,
      anAir,
      fc.integer({ min: 0, max: 30 }),
      (job, { outsideHumidityPct: _any, ...air }, outsideTempC) => {
        const at = (pct?: number) =>
          hoursIn(job, { ...air, outsideTempC, ...(pct === undefined ? {} : { outsideHumidityPct: pct }) });
        const hours = at();
        expect(hours).toBe(at(usualOutside(outsideTempC).value));
        expect(hours).toBeLessThanOrEqual(at(95) * ABOUT);
        expect(hours).toBeGreaterThanOrEqual(at(40) / ABOUT);
        if (at(95) > at(40) * 1.2) inBetween += 1;
      },
    ),
    { numRuns: runs(100, 15) },
  );
  expect(inBetween).toBeGreaterThanOrEqual(atLeast(30, 2));
});

it("a mild evening outside dries a warm room's settee by the next morning", () => {
  const [settee] = worked as [(typeof worked)[number]];
  const air = { power: "mains", space: "doors", airTempC: 28, outsideTempC: 20 } as const;
  expect(hoursIn(settee, air)).toBeLessThan(12);
  const { assumed } = assess({ ...settee, site: air }, USUAL_KIT, AT).plan;
  expect(assumed).toContain("Humidity outside not measured: taken as 70 %, usual at that temperature.");
});
