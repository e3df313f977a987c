import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, Kit } from "@/core/job/schema";
import { waterCourse } from "@/core/judgement/treatment/cloth/waterBudget";
import { watersOf } from "./waters";

const NOW = "2026-05-04T09:00:00Z";

/** A heavily soiled seat with sun oil on it, drawn off. */
function oiled(cloth: Partial<Cloth> = {}): Job {
  let next = 0;
  const job = jobFromTemplate("bench-seat", () => `i${next++}`, NOW, {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
      fastness: { "neutral-cleaner": 5, degreaser: 5, water: 5, alcohol: 5, solvent: 5 },
      ...cloth,
    },
  });
  const [zoneId] = job.zones.order;
  job.zones.byId[zoneId!]!.soil = "heavy";
  job.site = { airTempC: 22, relativeHumidityPct: 45, airSpeedMPerS: 1.5 };
  job.choices.schools = { [zoneId!]: "extraction" };
  job.account = { tried: [], users: [], allergies: [] };
  job.findings = {
    order: ["oil"],
    byId: {
      oil: {
        kind: "mark",
        zoneId: zoneId!,
        centre: { xMm: 200, yMm: 200 },
        size: { widthMm: 90, heightMm: 90 },
        evidence: { owner: "oil-cream", feel: "greasy" },
      },
    },
  };
  return job;
}

const made = (job: Job, kit: Kit = USUAL_KIT) => assess(job, kit, NOW);
const cleanerOf = (job: Job, kit?: Kit) => made(job, kit).mixes.find(({ booster }) => booster)?.booster;

describe("a booster", () => {
  // Common practice, no source: a few mL of degreaser to a bottle, rather than mixing everything strong.
  it("is a few mL to the bottle where grease is on the panel and cloth and shelf allow it", () => {
    const { booster, marked } = made(oiled()).mixes.find(({ agent }) => agent === "neutral-cleaner")!;
    expect(booster!.ml!.value).toBeCloseTo(marked.total.value / 100, 9);
    expect(booster!.ml!.value).toBeLessThan(15);
  });

  it.each<[string, Partial<Cloth>, RegExp]>([
    ["wool", { material: "wool" }, /pH|alkali/i],
    ["a cloth whose dye it takes", { fastness: { "neutral-cleaner": 5, degreaser: 2 } }, /dye|colour/i],
  ])("is refused with a reason on %s", (_, cloth, because) => {
    const booster = cleanerOf(oiled(cloth));
    expect(booster?.ml).toBeUndefined();
    expect(booster?.because).toMatch(because);
  });

  it("is refused where acid may lie in the cloth: the plan rinses for the cleaner alone", () => {
    const job = oiled();
    job.account = undefined;
    const booster = cleanerOf(job);
    expect(booster?.ml).toBeUndefined();
    expect(booster?.because).toMatch(/would meet/);
  });

  it("is not taken from a shelf that has none, nor where nothing is greasy", () => {
    expect(
      cleanerOf(oiled(), { ...USUAL_KIT, agents: USUAL_KIT.agents.filter((id) => id !== "degreaser") })?.ml,
    ).toBeUndefined();
    const plain = oiled();
    plain.findings = { order: [], byId: {} };
    expect(cleanerOf(plain)).toBeUndefined();
  });
});

describe("a short water budget", () => {
  it("puts a step on in two halves with a towel between, less of it, and never as deep as in one go", () => {
    const job = oiled({ build: "glue-held", ageYears: 40 });
    job.site = { airTempC: 8, relativeHumidityPct: 85, airSpeedMPerS: 0.1 };
    job.choices.schools = {};
    const { plan } = made(job);
    const step = plan.steps.find(({ goes }) => goes)!;
    expect(step.how).toMatch(/in two halves, a dry towel between/);
    const { view, used, budget, ...zone } = plan.zones[step.zoneIds[0]!]!;
    const moves = zone.moves.filter(({ place }) => place === undefined);
    const first = moves.findIndex(
      ({ action, waterOnLPerM2 = 0 }, at) =>
        action === step.action &&
        waterOnLPerM2 > 0 &&
        moves[at + 1]?.action === "towel-off" &&
        moves[at + 2]?.action === step.action,
    );
    expect(first).toBeGreaterThanOrEqual(0);
    expect(moves[first]!.waterOnLPerM2! + moves[first + 2]!.waterOnLPerM2!).toBeCloseTo(step.waterOnLPerM2, 9);
    const inOne = [
      ...moves.slice(0, first),
      { ...moves[first]!, waterOnLPerM2: step.waterOnLPerM2 },
      ...moves.slice(first + 3),
    ];
    expect(waterCourse(moves.slice(0, first + 3), view, 0).peakLPerM2).toBeLessThan(
      waterCourse(inOne.slice(0, first + 1), view, 0).peakLPerM2,
    );
    expect(used.value).toBeLessThanOrEqual(budget.value + 1e-9);
  });
});

describe("plain water to have ready", () => {
  it("adds up to what the steps put on, and its taps to the whole of it at no more than the coolest step bears", () => {
    const { plan } = made(oiled());
    const needs = watersOf(plan.steps, (id) => plan.zones[id]!.view.areaM2.value, USUAL_KIT);
    const putOn = plan.steps
      .filter(({ agent }) => agent === "water")
      .reduce((sum, { amountMl }) => sum + (amountMl?.value ?? 0), 0);
    expect(needs.reduce((sum, { litres }) => sum + litres.value * 1000, 0)).toBeCloseTo(putOn, 6);
    const tank = needs.find(({ machine }) => machine && machine !== "steamer")!;
    expect(tank.fills!.value).toBeGreaterThanOrEqual(1);
    expect(tank.taps!.hot.value + tank.taps!.cold.value).toBeCloseTo(tank.ready.value * 1000, 6);
    expect(tank.ready.value).toBeGreaterThanOrEqual(tank.litres.value);
    const mixed = (tank.taps!.hot.value * 55 + tank.taps!.cold.value * 12) / (tank.ready.value * 1000);
    expect(mixed).toBeCloseTo(tank.tempC!.value, 6);
    expect(mixed).toBeLessThanOrEqual(
      Math.min(...plan.steps.filter(({ action }) => action === "extract").map(({ tempC }) => tempC!)) + 1e-6,
    );
  });
});
