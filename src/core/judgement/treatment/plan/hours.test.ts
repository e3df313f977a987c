import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, Kit, Zone } from "@/core/job/schema";
import { withMachine } from "@/core/judgement/shelf/edits";
import { drawingMinutes, handsOnMinutes, paceOn, workingMinutes } from "@/core/judgement/treatment/step/minutes";
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
const CLOTH: Cloth = { ...CARPET, material: "polyester", build: "cover-on-foam" };
const isTop = ({ part }: Zone) => part.startsWith("top");
const WITH_WAND: Kit = withMachine(USUAL_KIT, "carpet-extractor", true);

const FLOOR = { role: "field", soil: undefined } as const;
const SEAT = { role: "base", soil: undefined } as const;

describe("the pace of open floor", () => {
  const perHour = (minutes: number, areaM2: number) => (60 * areaM2) / minutes;

  it.each([
    ["vacuumed", 150, 250, handsOnMinutes({}, "dry-removal", 50, 1, paceOn(FLOOR, 50, "dry-removal"))],
    ["pre-sprayed", 300, 500, handsOnMinutes({}, "clean", 50, 1, paceOn(FLOOR, 50, "clean"))],
    ["worked by a brush on a motor", 100, 150, workingMinutes({}, 50, "drill-brush", FLOOR)],
  ] as const)("%s: %i to %i m² an hour", (_, least, most, { value }) => {
    expect(perHour(value, 50)).toBeGreaterThanOrEqual(least);
    expect(perHour(value, 50)).toBeLessThanOrEqual(most);
  });

  it("is not that of a mark on it, nor of a cushion", () => {
    expect(paceOn(FLOOR, 0.2, "dry-removal")).toEqual(paceOn(SEAT, 0.2, "dry-removal"));
    expect(paceOn(SEAT, 50, "dry-removal").minPerM2).toBeGreaterThan(paceOn(FLOOR, 50, "dry-removal").minPerM2);
  });

  it.each([
    [
      "a wand on open floor",
      40,
      80,
      drawingMinutes({}, 50, 6, 50, { headWidthM: 0.28, strokeMPerS: 0.3 }, "field"),
      50,
    ],
    [
      "a hand nozzle on upholstery",
      3,
      6,
      drawingMinutes({}, 2, 6, 2, { headWidthM: 0.1, strokeMPerS: 0.3 }, "base"),
      2,
    ],
  ] as const)("%s draws off %i to %i m² an hour", (_, least, most, { value }, areaM2) => {
    expect(perHour(value, areaM2)).toBeGreaterThanOrEqual(least);
    expect(perHour(value, areaM2)).toBeLessThanOrEqual(most);
  });
});

/** All of it soiled, or only some parts. */
const soiled = (job: Job, soil: Zone["soil"], only: (zone: Zone) => boolean = () => true): Job => ({
  ...job,
  zones: {
    ...job.zones,
    byId: Object.fromEntries(
      Object.entries(job.zones.byId).map(([id, zone]) => [id, only(zone) ? { ...zone, soil } : zone]),
    ),
  },
});
const handsOn = (job: Job, kit: Kit) =>
  planJob(job, kit, NOW).steps.reduce((sum, { minutes }) => sum + minutes.value, 0);

describe("whole jobs, hands-on minutes", () => {
  let next = 0;
  const newId = () => `h${next++}`;
  const piece = (template: Parameters<typeof jobFromTemplate>[0], cloth?: Partial<Cloth>, size?: object): Job =>
    jobFromTemplate(template, newId, NOW, {
      ...(cloth ? { cloth: { ...CLOTH, ...cloth } } : {}),
      ...(size ? { size } : {}),
    });
  const floor = (lengthMm: number, depthMm: number) => piece("carpet", CARPET, { lengthMm, depthMm });
  const cabin = (soil: Zone["soil"], only?: (zone: Zone) => boolean) => soiled(piece("cabin"), soil, only);
  const seatsOnly = (job: Job): Job => ({ ...job, choices: { ...job.choices, beside: [] } });
  const frontSeat = ({ part }: Zone) => /^r1-s[12]-(base|back|headrest|front)/.test(part);

  /** Drawn off although less would do. */
  const drawnOff = (job: Job): Job => ({
    ...job,
    choices: { ...job.choices, schools: Object.fromEntries(job.zones.order.map((id) => [id, "extraction"])) },
  });
  const haired = (job: Job) => job.zones.order.filter((id) => /base|back|foot|boot/.test(job.zones.byId[id]!.part));
  const hairy = (job: Job): Job => ({
    ...job,
    findings: {
      order: haired(job).map((id) => `hair-${id}`),
      byId: Object.fromEntries(
        haired(job).map((zoneId) => [`hair-${zoneId}`, { kind: "hair", zoneId, density: "much" }]),
      ) as Job["findings"]["byId"],
    },
  });
  const chairs = (many: number): Job => {
    const all = Array.from({ length: many }, () =>
      soiled(piece("dining-chair", {}), "moderate", ({ part }) => part === "base"),
    );
    const merged = <T extends { order: string[]; byId: object }>(lists: T[]): T => ({
      ...lists[0]!,
      order: lists.flatMap(({ order }) => order),
      byId: Object.assign({}, ...lists.map(({ byId }) => byId)),
    });
    return {
      ...all[0]!,
      pieces: merged(all.map(({ pieces }) => pieces)),
      zones: merged(all.map(({ zones }) => zones)),
    };
  };

  it.each([
    ["two front seats, everyday", seatsOnly(soiled(piece("cabin", {}), "moderate", frontSeat)), USUAL_KIT, 25, 50],
    [
      "two front seats, everyday, drawn off",
      seatsOnly(drawnOff(soiled(piece("cabin", {}), "moderate", frontSeat))),
      USUAL_KIT,
      40,
      75,
    ],
    ["a full cabin, light", cabin("light"), USUAL_KIT, 90, 180],
    ["a full cabin, everyday", cabin("moderate"), USUAL_KIT, 150, 270],
    ["a full cabin, heavy with animal and mud", hairy(cabin("heavy")), USUAL_KIT, 300, 540],
    ["a headliner all over, light", cabin("light", ({ part }) => part === "headliner"), USUAL_KIT, 15, 35],
    ["a three-seat sofa, everyday", soiled(piece("settee", {}, { seats: 3 }), "moderate"), USUAL_KIT, 50, 90],
    ["six dining chairs, seats only", chairs(6), USUAL_KIT, 30, 70],
    ["a mattress, one side, everyday", soiled(piece("mattress", {}), "moderate", isTop), USUAL_KIT, 25, 45],
    [
      "a wool rug of 2 by 3 m",
      soiled(piece("rug", { material: "wool", build: "loose-rug" }, { lengthMm: 3000, depthMm: 2000 }), "moderate"),
      USUAL_KIT,
      40,
      80,
    ],
    ["a room of 12 m², everyday", soiled(floor(4000, 3000), "moderate"), USUAL_KIT, 30, 60],
    ["a room of 12 m², everyday, with a wand", soiled(floor(4000, 3000), "moderate"), WITH_WAND, 30, 60],
    ["a room of 12 m², heavy, with a wand", soiled(floor(4000, 3000), "heavy"), WITH_WAND, 45, 90],
    ["40 m² of office, with a wand", drawnOff(soiled(floor(8000, 5000), "moderate")), WITH_WAND, 90, 180],
    ["a hall of 100 m², drawn off", drawnOff(soiled(floor(12_500, 8000), "moderate")), WITH_WAND, 180, 330],
    ["a hall of 100 m², low moisture", soiled(floor(12_500, 8000), "moderate"), USUAL_KIT, 120, 210],
    ["stairs of 13 treads", soiled(piece("stairs", CARPET, { steps: 13 }), "moderate"), USUAL_KIT, 45, 80],
  ] as const)("%s", (_, job, kit, least, most) => {
    const minutes = handsOn(job, kit);
    expect(minutes).toBeGreaterThanOrEqual(least);
    expect(minutes).toBeLessThanOrEqual(most);
  });

  it.each([
    ["a sofa, heavily", soiled(piece("settee", {}), "heavy")],
    ["a room, heavily", soiled(floor(4000, 3000), "heavy")],
    ["seats, heavily", seatsOnly(soiled(piece("cabin", {}), "heavy", frontSeat))],
  ])("%s: with hands and towels only it lifts less or takes longer, and says what is missing", (_, job) => {
    const by = (kit: Kit) => {
      const { steps, zones } = planJob(job, kit, NOW);
      const { schools, picked } = Object.values(zones).find((zone) => zone.schools.length > 0)!;
      const way = (school: string | undefined) => schools.find((option) => option.school === school)!;
      const minutes = steps.reduce((sum, step) => sum + step.minutes.value, 0);
      return { minutes, lifted: way(picked).lifted.value, drawnOff: way("extraction") };
    };
    const [usual, bare] = [by(USUAL_KIT), by({ ...USUAL_KIT, machines: { "hepa-vacuum": {} } })];
    expect(bare.minutes > usual.minutes || bare.lifted < usual.lifted - 1e-9).toBe(true);
    expect(bare.drawnOff).toMatchObject({ allowed: false });
    expect(bare.drawnOff.because).toMatch(/shelf/);
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
