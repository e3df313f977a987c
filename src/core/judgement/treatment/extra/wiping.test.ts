import { describe, expect, it } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job } from "@/core/job/schema";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { workedOut } from "@/core/testing/workedOut";
import { zoneViews } from "@/core/judgement/zones/zoneView";

const NOW = "2026-05-04T08:00:00Z";
const CLOTH: Cloth = { material: "polyester", careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };

/** A cabin with two soiled seats, its seats said to be of something. */
function cabin(seats: Cloth, change: (job: Job, baseIds: string[]) => void = () => undefined): Job {
  let next = 0;
  const job = jobFromTemplate("cabin", () => `i${next++}`, NOW, { cloth: CLOTH });
  const [pieceId] = job.pieces.order;
  job.pieces.byId[pieceId!]!.groups = { seats };
  const bases = zoneViews(job).flatMap(({ role, id }) => (role === "base" ? [id] : []));
  for (const id of bases.slice(0, 2)) job.zones.byId[id]!.soil = "moderate";
  job.account = { tried: [], users: [], allergies: [] };
  job.site = { airTempC: 20, relativeHumidityPct: 50 };
  job.choices.beside = [];
  change(job, bases);
  return job;
}
const plan = (job: Job, kit = USUAL_KIT) => assess(job, kit, NOW, quickly).plan;

// Common practice, no source.
describe("leather and hard surfaces", () => {
  it("are wiped in one step of all their kind, by the square metre, and nothing made for cloth goes on them", () => {
    const job = cabin({ ofWhat: "leather" });
    const { steps } = plan(job);
    expect(steps.map(({ key }) => key)).toEqual(["wipe-leather:"]);
    const areaM2 = zoneViews(job)
      .filter(({ zone }) => zone.soil)
      .reduce((sum, { areaM2 }) => sum + areaM2.value, 0);
    expect(steps[0]!.areaM2.value).toBeCloseTo(areaM2, 12);
    expect(steps[0]!.minutes.value).toBeCloseTo(3 + 8 * areaM2, 9);
    expect(steps[0]!.amountMl!.value).toBeCloseTo(20 * areaM2, 9);
    const cloth = plan(cabin({})).steps;
    expect(cloth.length).toBeGreaterThan(4);
    expect(cloth.some(({ key }) => key.startsWith("wipe"))).toBe(false);
  });

  it("a mark on leather gets no spotter: it says why, and stays out of the diagnosis of nothing", () => {
    const { marks } = plan(
      cabin({ ofWhat: "leather" }, (job, [id]) => {
        const at = { centre: { xMm: 50, yMm: 50 }, size: { widthMm: 40, heightMm: 40 } };
        job.findings = {
          order: ["m"],
          byId: { m: { kind: "mark", zoneId: id!, ...at, evidence: { owner: "ink-makeup" } } },
        };
      }),
    );
    expect(marks.m!.state).toBe("at-the-stop");
    expect(marks.m!.stopWords).toContain("What is cleaned is its coating");
    expect(marks.m!.rungs.every(({ state }) => state === "left-out")).toBe(true);
  });

  it("one seat is cloth again by a word of its own, or by naming its fibre", () => {
    for (const own of [{ ofWhat: "cloth" }, { material: "cotton" }] as const) {
      const job = cabin({ ofWhat: "leather" }, (it, [id]) => (it.zones.byId[id!]!.cloth = own));
      const { steps } = plan(job);
      const [wipe] = steps.filter(({ key }) => key.startsWith("wipe"));
      const [first, second] = zoneViews(job).filter(({ zone }) => zone.soil);
      expect(wipe!.zoneIds).toEqual([second!.id]);
      expect(steps.some(({ action, zoneIds }) => action === "clean" && zoneIds.includes(first!.id))).toBe(true);
    }
  });

  it("are disinfected where that was asked for, once wiped, for the whole contact time; else it says why not", () => {
    const asked = (job: Job, [first, , third]: string[]) => (job.choices.disinfect = [first!, third!]);
    const { steps, notes } = plan(cabin({ ofWhat: "hard" }, asked));
    expect(steps.map(({ key }) => key)).toEqual(["wipe-hard:", "disinfect-hard:"]);
    const [, disinfect] = steps;
    expect(disinfect).toMatchObject({ agent: "disinfectant", zoneIds: [steps[0]!.zoneIds[0]!], spraying: false });
    expect(disinfect!.dwell!.min.value).toBeGreaterThanOrEqual(10);
    expect(disinfect!.dwell!.max).toBeUndefined();
    expect(disinfect!.partsWater!.value).toBeLessThanOrEqual(128);
    // The third was never said to be soiled, so nothing cleans it first.
    expect(notes.join()).toContain("not planned. Only on what was cleaned first");
    const none = { ...USUAL_KIT, agents: USUAL_KIT.agents.filter((id) => id !== "disinfectant") };
    expect(plan(cabin({ ofWhat: "hard" }, asked), none).notes.join()).toMatch(/Disinfection of .*: not planned/);
  });

  it("what was cleaned as cloth and turns out to be leather gets nothing more of what cloth gets", () => {
    const job = cabin({ material: "suede-look" });
    const { events } = workedOut(job, USUAL_KIT, NOW).job;
    const [pieceId] = job.pieces.order;
    const late = "2026-06-04T08:00:00Z";
    const actionsOf = (seats: Cloth) => {
      const { pieces } = job;
      const piece = { ...pieces.byId[pieceId!]!, groups: { seats } };
      const told: Job = { ...job, events, pieces: { ...pieces, byId: { [pieceId!]: piece } } };
      return assess({ ...told, choices: { ...told.choices, protect: "dry" } }, USUAL_KIT, late, quickly).plan.steps;
    };
    expect(actionsOf({ material: "suede-look" }).some(({ action }) => action !== "beside")).toBe(true);
    expect(actionsOf({ ofWhat: "leather" }).map(({ key }) => key)).toEqual(["wipe-leather:"]);
  });

  it("what was wiped is not wiped again, and no liquid comes by orange cables", () => {
    const job = cabin({ ofWhat: "leather" });
    const [wipe] = plan(job).steps;
    job.events = [doneOf(wipe!, { id: "w", at: NOW, by: 1 })];
    expect(plan(job).steps).toEqual([]);
    const live = plan(cabin({ ofWhat: "leather", neighbours: ["high-voltage"] }));
    expect(live.steps).toEqual([]);
    expect(live.notes.join()).toContain("Orange cables");
    const musty = plan(
      cabin({ ofWhat: "leather" }, (it, [id]) => {
        const at = { centre: { xMm: 50, yMm: 50 }, size: { widthMm: 40, heightMm: 40 } };
        it.findings = { order: ["m"], byId: { m: { kind: "mark", zoneId: id!, ...at, evidence: { smell: "musty" } } } };
      }),
    );
    const musted = Object.values(musty.marks)[0]!;
    expect(musted.diagnosis.likely).toContain("mould");
    const [dry, damp] = musty.steps;
    expect([musty.steps.length, damp!.key, damp!.zoneIds]).toEqual([2, "wipe-leather:damp", [musted.zoneId]]);
    expect(dry!.how).toMatch(/Vacuum/);
    expect(damp!.how + damp!.title).not.toMatch(/vacuum|brush/i);
    expect(damp!.cautions.some(({ id, guards }) => id === "mould" && guards === "people")).toBe(true);
  });

  it("take the place of the short step beside the cloth only where they are wiped; what was left out is not disinfected", () => {
    const keys = (seats: Cloth, more: (job: Job, ids: string[]) => void = () => undefined) =>
      plan(
        cabin(seats, (job, ids) => {
          job.choices.beside = ["leather", "trim"];
          more(job, ids);
        }),
      ).steps.flatMap(({ key }) => (/^(wipe|beside|disinfect-hard)/.test(key) ? [key] : []));
    expect(keys({})).toEqual(["beside-leather:", "beside-trim:"]);
    expect(keys({ ofWhat: "leather" })).toEqual(["wipe-leather:", "beside-trim:"]);
    const leftOut = (job: Job, [id]: string[]) => {
      job.choices.disinfect = [id!];
      const zoneIds = job.zones.order.filter((zoneId) => job.zones.byId[zoneId]!.soil);
      const skip = { kind: "skip", id: "s", at: NOW, title: "a step", reason: "No time", action: "beside" } as const;
      job.events = [{ ...skip, stepKey: "wipe-hard:", zoneIds }];
    };
    expect(keys({ ofWhat: "hard" }, leftOut)).toEqual(["beside-leather:"]);
  });
});
