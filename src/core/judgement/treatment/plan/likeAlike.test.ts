import fc from "fast-check";
import { expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { scaledJob } from "@/core/testing/scaledJob";
import { atLeast, runs } from "@/core/testing/runs";
import { planJob } from "./plan";

const NOW = "2026-05-04T08:00:00Z";

/** Seats of one cloth and soil, promised for sooner or later. Common practice, no source. */
const promised = (zones: number, hours: number, soil: "moderate" | "heavy"): Job => {
  const job = scaledJob(zones, "soil");
  const byId = Object.fromEntries(Object.entries(job.zones.byId).map(([id, zone]) => [id, { ...zone, soil }]));
  return {
    ...job,
    zones: { ...job.zones, byId },
    site: { airTempC: 20, relativeHumidityPct: 55, airSpeedMPerS: 0.5 },
    promises: { ...job.promises, usableAt: new Date(Date.parse(NOW) + hours * 3_600_000).toISOString() },
  };
};

it("like parts go through by one way, however the clock runs down between them", () => {
  const ways = new Set<string>();
  let pairs = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 6, max: 40 }),
      fc.double({ min: 2, max: 30, noNaN: true }),
      fc.constantFrom("moderate" as const, "heavy" as const),
      (zones, hours, soil) => {
        const plan = planJob(promised(zones, hours, soil), USUAL_KIT, NOW);
        const seats = Object.values(plan.zones).filter(
          ({ view, picked }) => ["base", "back"].includes(view.role) && picked !== undefined,
        );
        for (const a of seats)
          for (const b of seats) {
            const allowed = b.schools.find(({ school }) => school === a.picked)?.allowed === true;
            const reason = (of: typeof a) => /rinsed out|only one|None dries|budget/.test(of.pickedBecause);
            if (a === b || !allowed || reason(a) || reason(b)) continue;
            pairs += 1;
            expect([a.view.name, b.view.name, b.picked]).toEqual([a.view.name, b.view.name, a.picked]);
          }
        for (const { picked } of seats) ways.add(picked!);
      },
    ),
    { numRuns: runs(200, 30), endOnFailure: true },
  );
  expect(pairs).toBeGreaterThanOrEqual(atLeast(500, 20));
  expect(ways.size).toBeGreaterThan(1);
});
