import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, Kit, Zone } from "@/core/job/schema";
import { withMachine } from "@/core/judgement/shelf/edits";
import { handsOnMinutes, paceOn, workingMinutes } from "@/core/judgement/treatment/step/minutes";
import { planJob } from "./plan";

/** Hours of the trade: rates from memory of published cleaning times, ranges of whole jobs common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
const CARPET: Cloth = {
  material: "nylon",
  build: "carpet-on-underlay",
  careCode: "none",
  ageYears: 5,
  condition: "sound",
  neighbours: [],
};
const WITH_WAND: Kit = withMachine(USUAL_KIT, "carpet-extractor", true);

describe("the pace of open floor", () => {
  const perHour = (minutes: number, areaM2: number) => (60 * areaM2) / minutes;

  it.each([
    ["vacuumed", 150, 250, handsOnMinutes({}, "dry-removal", 50, 1, paceOn("field", 50, "dry-removal"))],
    ["pre-sprayed", 300, 500, handsOnMinutes({}, "clean", 50, 1, paceOn("field", 50, "clean"))],
    ["worked by a brush on a motor", 100, 150, workingMinutes({}, 50, "drill-brush", "field")],
  ] as const)("%s: %i to %i m² an hour", (_, least, most, { value }) => {
    expect(perHour(value, 50)).toBeGreaterThanOrEqual(least);
    expect(perHour(value, 50)).toBeLessThanOrEqual(most);
  });

  it("is not that of a mark on it, nor of a cushion", () => {
    expect(paceOn("field", 0.2, "dry-removal")).toEqual(paceOn("base", 0.2, "dry-removal"));
    expect(paceOn("base", 50, "dry-removal").minPerM2).toBeGreaterThan(paceOn("field", 50, "dry-removal").minPerM2);
  });
});

const soiled = (job: Job, soil: Zone["soil"]): Job => ({
  ...job,
  zones: {
    ...job.zones,
    byId: Object.fromEntries(Object.entries(job.zones.byId).map(([id, zone]) => [id, { ...zone, soil }])),
  },
});
const handsOn = (job: Job, kit: Kit) =>
  planJob(job, kit, NOW).steps.reduce((sum, { minutes }) => sum + minutes.value, 0);

describe("whole jobs, hands-on minutes", () => {
  let next = 0;
  const newId = () => `h${next++}`;
  const floor = (lengthMm: number, depthMm: number) =>
    jobFromTemplate("carpet", newId, NOW, { size: { lengthMm, depthMm }, cloth: CARPET });

  it.each([
    ["a room of 12 m², everyday, with a wand", soiled(floor(4000, 3000), "moderate"), WITH_WAND, 30, 60],
    ["a full cabin, everyday", soiled(jobFromTemplate("cabin", newId, NOW, {}), "moderate"), USUAL_KIT, 150, 270],
  ] as const)("%s", (_, job, kit, least, most) => {
    expect(handsOn(job, kit)).toBeGreaterThanOrEqual(least);
    expect(handsOn(job, kit)).toBeLessThanOrEqual(most);
  });

  it("a larger floor takes longer, and by less than it is larger", () => {
    const [room, hall] = [
      handsOn(soiled(floor(4000, 3000), "heavy"), WITH_WAND),
      handsOn(soiled(floor(12500, 8000), "heavy"), WITH_WAND),
    ];
    expect(hall).toBeGreaterThan(room);
    expect(hall / room).toBeLessThan(100 / 12);
  });
});
