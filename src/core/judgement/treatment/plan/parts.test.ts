import { describe, expect, it } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Finding, Job, Kit } from "@/core/job/schema";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import { placeOf } from "@/core/judgement/treatment/cloth/places";
import { sectionOf, sectionsIn } from "@/core/judgement/treatment/lay/section";
import { drawingMinutes, workingMinutes } from "@/core/judgement/treatment/step/minutes";
import { passesLeave, roundsWanted } from "@/core/judgement/treatment/step/soilRates";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/** What plans are put together from: minutes, sections, places, mixes and the sources of a smell. */

const NOW = "2026-05-04T08:00:00Z";
const CLOTH: Cloth = { material: "polyester", careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };

function made(
  template: "settee" | "cabin" | "room",
  cloth: Cloth = {},
  findings: (zone: (role: string) => string) => Record<string, object> = () => ({}),
): Job {
  let next = 0;
  const job = jobFromTemplate(template, () => `i${next++}`, NOW, { cloth: { ...CLOTH, ...cloth } });
  const views = zoneViews(job);
  const byId = findings((role) => views.find((view) => view.role === role)!.id) as Record<string, Finding>;
  return {
    ...job,
    findings: { byId, order: Object.keys(byId) },
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 },
  };
}
const planOf = (job: Job) => assess(job, USUAL_KIT, NOW, quickly).plan;
const zoneOf = (job: Job, role: string) => zoneViews(job).find((view) => view.role === role)!;

describe("minutes", () => {
  // Worked by hand: 3 + 2 m² × 12 strokes × 1.6 / (60 × 0.28 m × 0.3 m/s) = 10.62 min on a floor of a cabin.
  it("of drawing off go by the width and pace of the head, and by the tanks it takes", () => {
    const wand = { headWidthM: 0.28, strokeMPerS: 0.3, solutionTankL: 40 };
    expect(drawingMinutes({}, 2, 12, 4, wand, "boot").value).toBeCloseTo(10.62, 2);
    const narrow = { headWidthM: 0.1, strokeMPerS: 0.3, solutionTankL: 8 };
    expect(drawingMinutes({}, 2, 12, 8, narrow, "boot").value).toBeCloseTo(24.33, 2);
    expect(drawingMinutes({}, 2, 12, 9, narrow, "boot").value).toBeCloseTo(28.33, 2);
    // Over a cushion round every seam; on open floor a wand goes in long lines.
    expect(drawingMinutes({}, 2, 12, 8, narrow, "base").value).toBeCloseTo(3 + 21.33 * (4 / 1.6), 1);
    expect(drawingMinutes({}, 20, 12, 4, wand, "field").value).toBeCloseTo(3 + 76.2 * (1.1 / 1.6), 0);
    // A log that is twice as slow makes all of it but the tanks twice as long.
    const slow = { experience: { pace: { extract: { n: 1000, meanLog: Math.log(2) } } } } as never;
    expect(drawingMinutes(slow, 2, 12, 4, wand, "boot").value).toBeCloseTo(2 * 10.62, 0);
  });

  it("of brushing in are fewer with a brush on a motor", () =>
    expect(workingMinutes({}, 4, "drill-brush").value).toBeLessThan(workingMinutes({}, 4, "medium-brush").value));

  // Worked by hand: 8 min / (3.5 + 2 min per m²) = 1.45 m².
  it("make a section as large as can be worked in and lifted before it sinks back", () => {
    expect(sectionOf({}).value).toBeCloseTo(1.4545, 4);
    expect([1.4, 1.5, 10].map((areaM2) => sectionsIn({}, areaM2))).toEqual([1, 2, 7]);
  });

  it("rounds and passes: worst soil most, steam once", () => {
    const passes = (["light", "moderate", "heavy", "caked"] as const).map((soil) => roundsWanted("extraction", soil));
    expect(passes).toEqual([1, 2, 3, 4]);
    expect(roundsWanted("steam", "caked")).toBe(1);
    expect(passesLeave("extraction", 2).value).toBeCloseTo(Math.exp(-1.3), 9);
    expect(passesLeave("steam", 1, true).value).toBeLessThan(passesLeave("steam", 1).value);
  });
});

describe("places", () => {
  const at = (xMm: number) => ({
    kind: "mark",
    centre: { xMm, yMm: 200 },
    size: { widthMm: 60, heightMm: 60 },
    evidence: {},
  });

  it("marks that run together are one, those apart have each their own", () => {
    const job = made("room", { build: "carpet-on-underlay" }, (zone) =>
      Object.fromEntries([100, 190, 900].map((xMm, n) => [`f${n}`, { ...at(xMm), zoneId: zone("field") }])),
    );
    const context = contextOf(job, USUAL_KIT, NOW);
    const view = zoneOf(job, "field");
    const places = ["f0", "f1", "f2"].map((id) => placeOf(context, view, id, 0.01));
    expect(places).toEqual(["f0", "f0", "f2"]);
    expect(placeOf(context, view, "f0", view.areaM2.value)).toBeUndefined();
  });
});

describe("strength", () => {
  it("heavy soil on sound cloth may take five to one, where no gentler set does; old cloth and light soil never", () => {
    // With a tamping brush only, the label's mix does not bring heavy soil to its target.
    const tamping = { ...USUAL_KIT, tools: ["tamp" as const] };
    const partsOf = (soil: "light" | "heavy", cloth: Cloth = {}, kit: Kit = tamping) => {
      const job = made("settee", { build: "cover-on-foam", ...cloth });
      const { id } = zoneOf(job, "base");
      job.zones.byId[id]!.soil = soil;
      job.choices.schools = { [id]: "low-moisture" };
      return assess(job, kit, NOW, quickly).plan.steps.find(({ action }) => action === "clean")!.partsWater!.value;
    };
    expect(partsOf("heavy")).toBe(5);
    expect(partsOf("heavy", { ageYears: 40 })).toBe(10);
    expect(partsOf("light")).toBeGreaterThanOrEqual(10);
    expect(partsOf("heavy", {}, USUAL_KIT)).toBe(10);
  });
});

describe("the source of a smell", () => {
  const smells = (character: string, pressed?: "stronger") => ({
    kind: "odour",
    closed: 5,
    aired: 4,
    character,
    ...(pressed ? { pressed } : {}),
  });
  const treated = (job: Job) => {
    const { steps, zones } = planOf(job);
    return Object.values(zones).flatMap(({ view }) =>
      steps.some(({ zoneIds, waterOnLPerM2 }) => waterOnLPerM2 > 0 && zoneIds.includes(view.id)) ? [view.role] : [],
    );
  };

  it("may be more than one zone: each that smells stronger when it is pressed", () => {
    const job = made("settee", { build: "cover-on-foam" }, (zone) => ({
      a: { ...smells("sour", "stronger"), zoneId: zone("base") },
      b: { ...smells("sour", "stronger"), zoneId: zone("arm") },
    }));
    expect(treated(job)).toEqual(expect.arrayContaining(["base", "arm"]));
  });

  it("is none with smoke: every soft surface is cleaned, the headliner once and lightest", () => {
    const job = made("cabin", {}, (zone) => ({ a: { ...smells("smoke"), zoneId: zone("base") } }));
    const { steps, assumed } = planOf(job);
    expect(assumed.join(" ")).toContain("Smoke has no one source");
    const roof = zoneOf(job, "headliner").id;
    const there = steps.filter(
      ({ zoneIds, action }) => zoneIds.includes(roof) && action !== "set-to-dry" && action !== "fastness-check",
    );
    expect(there.filter(({ waterOnLPerM2 }) => waterOnLPerM2 > 0)).toHaveLength(1);
    expect(there.some(({ action }) => action === "work" || action === "towel-off" || action === "rinse")).toBe(false);
    expect(treated(job)).toEqual(expect.arrayContaining(["base", "back", "footwell", "headliner"]));
  });
});

describe("what a part usually is", () => {
  it("is planned for until somebody looks, said as assumed, and not said once it was looked at", () => {
    const unknown = { material: undefined, build: undefined } as Cloth;
    const job = made("cabin", unknown);
    const seat = zoneOf(job, "base");
    expect(seat.materials).toEqual(["polyester", "nylon", "suede-look"]);
    expect(seat.builds).toEqual(["cover-on-foam"]);
    expect(zoneOf(job, "headliner").builds).toEqual(["glue-held"]);
    expect(seat.assumed.join(" ")).toContain("Taken for woven or knitted polyester");
    const looked = made("cabin", { ...unknown, asUsual: true });
    expect(zoneOf(looked, "base").assumed.join(" ")).not.toContain("Taken for");
    expect(zoneOf(made("settee", unknown), "base").materials.length).toBeGreaterThan(8);
    // What is not known of many zones is one thing to find out.
    const soiled = made("cabin", unknown);
    for (const zone of Object.values(soiled.zones.byId)) zone.soil = "moderate";
    const { assumed } = planOf(soiled);
    const said = assumed.map((sentence) => sentence.replace(/^[^.]*\. /, ""));
    expect(assumed.join(" ")).toMatch(/\d+ zones\. Taken for woven or knitted polyester/);
    expect(new Set(said).size).toBe(said.length);
    // A test outranks what is usual.
    const tested = made("cabin", { ...unknown, fibreTests: { smoke: "hair" } });
    expect(zoneOf(tested, "base").materials).toContain("wool");
  });
});
