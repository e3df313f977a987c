import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { applyOps } from "@/core/job/commands";
import { historyOf } from "@/core/job/history";
import { jobFromTemplate } from "@/core/job/newJob";
import { readingsOps } from "@/core/job/readings";
import type { Cloth, DryingAir, Job } from "@/core/job/schema";
import { workedOut } from "@/core/testing/workedOut";
import { airOps } from "@/core/job/airOps";
import { dryingAdvice, type DryingAdvice, type DryingFacts } from "./dryingAdvice";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { formatQuantity, formatShare } from "@/core/ground/quantity/format";
import { entered } from "@/core/ground/sums/working";
import { layersAt, meterAt, stateAt } from "@/core/models/drying/at";
import { longestDryH } from "@/core/models/drying/longest";

const NOW = Date.parse("2026-05-04T09:00:00Z");
const iso = (hours: number) => new Date(NOW + hours * 3_600_000).toISOString();
let next = 0;
const id = () => `n${next++}`;
const known: Cloth = { careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };
const piece = (
  template: "settee" | "carpet" | "cabin",
  cloth: Cloth,
  soil: "moderate" | "heavy",
  site: Job["site"],
  only?: RegExp,
): Job => {
  const job = jobFromTemplate(template, id, iso(0), { cloth: { ...known, ...cloth } });
  for (const zone of Object.values(job.zones.byId)) if (!only || only.test(zone.part)) zone.soil = soil;
  return { ...job, site: { power: "mains", ...site } };
};

const dryingOf = (job: Job, at = iso(0)) => assess(job, USUAL_KIT, at).drying;
const mildAir = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 };

// Common practice, no source.
describe("what the trade knows of drying", () => {
  it("an extracted cloth seat takes a few hours with air over it", () => {
    const seat = piece("settee", { material: "polyester", build: "cover-on-foam" }, "heavy", {
      ...mildAir,
      space: "gap",
      volumeM3: 50,
    });
    const { plan, drying } = assess(seat, USUAL_KIT, iso(0));
    expect(plan.steps.some(({ action }) => action === "extract")).toBe(true);
    expect(longestDryH(drying)).toBeGreaterThan(1.5);
    expect(longestDryH(drying)).toBeLessThan(8);
  });
  it("a carpet dries overnight", () => {
    const hours = longestDryH(
      dryingOf(
        piece("carpet", { material: "nylon", build: "carpet-on-underlay" }, "heavy", {
          ...mildAir,
          space: "doors",
          volumeM3: 80,
        }),
      ),
    );
    expect(hours).toBeGreaterThan(4);
    expect(hours).toBeLessThan(16);
  });
  it("a cold shut cabin takes over 24 hours, is flagged, and is told what would change it", () => {
    const { drying, dryingAdvice: advice } = assess(
      piece(
        "cabin",
        { material: "polyester", build: "cover-on-foam" },
        "moderate",
        { airTempC: 5, relativeHumidityPct: 85, airSpeedMPerS: 0.1, space: "shut" },
        /base$/,
      ),
      USUAL_KIT,
      iso(0),
    );
    expect(longestDryH(drying)).toBeGreaterThan(24);
    expect(Object.values(drying).some(({ mould }) => mould !== "safe")).toBe(true);
    expect(advice.map(({ id: which }) => which)).toEqual(expect.arrayContaining(["fills-up", "cold"]));
  });
});

describe("layers against the quick reckoning that plans are weighed by", () => {
  it("agree within a half, in air that stays as it is", () => {
    for (const template of ["settee", "carpet"] as const)
      for (const [airTempC, relativeHumidityPct, airSpeedMPerS] of [
        [20, 50, 0.3],
        [14, 68, 2],
        [10, 80, 1],
        [28, 40, 0.3],
      ] as const) {
        const job = piece(
          template,
          { material: "nylon", build: template === "settee" ? "cover-on-foam" : "carpet-on-underlay" },
          "heavy",
          { airTempC, relativeHumidityPct, airSpeedMPerS, space: "open" },
        );
        const ratio = longestDryH(dryingOf(job)) / longestDryH(assess(job, USUAL_KIT, iso(0), quickly).drying);
        expect(ratio, `${template} ${airTempC} °C`).toBeGreaterThan(0.5);
        expect(ratio, `${template} ${airTempC} °C`).toBeLessThan(1.5);
      }
  });
  it("plan the worst of what is not known: a shut room, and the build that dries slowest", () => {
    const said = piece("settee", { material: "polyester", build: "cover-on-foam" }, "moderate", {
      ...mildAir,
      space: "open",
    });
    const { place, drying } = assess({ ...said, site: mildAir }, USUAL_KIT, iso(0));
    expect(place).toMatchObject({ space: "shut", spaceAssumed: true });
    expect(longestDryH(drying)).toBeGreaterThan(longestDryH(dryingOf(said)));
  });
});

const hall = workedOut(
  {
    ...demoJobs(new Date(NOW))[2]!,
    site: { airTempC: 16, relativeHumidityPct: 60, airSpeedMPerS: 0.3, space: "gap", volumeM3: 120, power: "mains" },
  },
  USUAL_KIT,
  iso(0),
).job;
const wettest = Object.entries(dryingOf(hall)).reduce((most, each) =>
  each[1].hours.value > most[1].hours.value ? each : most,
)[0];
const withReadings = (job: Job, ...readings: { hours: number; pct: number }[]) =>
  applyOps(
    job,
    readingsOps(
      job,
      readings.map(({ hours, pct }) => ({
        instrument: "moisture" as const,
        zoneId: wettest,
        value: pct,
        at: iso(hours),
      })),
      id,
      iso(24),
    ),
  ).job;

describe("readings", () => {
  const before = dryingOf(hall)[wettest]!;

  it("find the pace that made them again, and move the finish with it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 1.8, noNaN: true }),
        fc.array(fc.double({ min: 0.5, max: 6, noNaN: true }), { minLength: 2, maxLength: 4 }),
        (pace, hours) => {
          const read = withReadings(
            hall,
            ...hours.sort((a, b) => a - b).map((at) => ({ hours: at, pct: meterAt(before.layers!, at * pace) })),
          );
          const { hours: after, layers } = dryingOf(read, iso(7))[wettest]!;
          expect(Math.abs(layers!.refit!.pace.value / pace - 1)).toBeLessThan(0.05);
          expect(Math.abs((after.value * pace) / before.hours.value - 1)).toBeLessThan(0.05);
          expect(layers!.refit!.before.value).toBeCloseTo(before.hours.value, 6);
        },
      ),
      { numRuns: 25 },
    );
  });

  it("move one zone and no other, and say nothing from a reading of its first minutes", () => {
    const read = dryingOf(withReadings(hall, { hours: 3, pct: 50 }), iso(4));
    for (const [zoneId, { layers }] of Object.entries(read))
      expect(layers!.refit !== undefined).toBe(zoneId === wettest);
    expect(dryingOf(withReadings(hall, { hours: 0.1, pct: 55 }), iso(1))[wettest]!.layers!.refit).toBeUndefined();
  });

  it("of the air count from then on: what had dried by then stays dried", () => {
    const damp = applyOps(
      hall,
      readingsOps(hall, [{ instrument: "air", value: 16, humidityPct: 92, at: iso(4) }], id, iso(4)),
    ).job;
    expect(historyOf(damp).standing.filter(({ kind }) => kind === "air")).toHaveLength(1);
    const { layers, hours } = dryingOf(damp, iso(5))[wettest]!;
    expect(layersAt(layers!, 3)[0]).toBeCloseTo(layersAt(before.layers!, 3)[0]!, 3);
    expect(hours.value).toBeGreaterThan(before.hours.value);
  });
});

describe("air changed while it dries", () => {
  const change = (job: Job, air: Partial<DryingAir>, at: string) =>
    applyOps(job, airOps(job, historyOf(job), air, id(), at)).job;
  it("helps from then on and no sooner, and a finger on its way to a number counts once", () => {
    const early = longestDryH(dryingOf(change(hall, { airSpeedMPerS: 2, space: "doors" }, iso(2)), iso(3)));
    const late = longestDryH(dryingOf(change(hall, { airSpeedMPerS: 2, space: "doors" }, iso(6)), iso(7)));
    const never = longestDryH(dryingOf(hall));
    expect(early).toBeLessThan(late);
    expect(late).toBeLessThan(never);
    const stepped = change(change(hall, { airTempC: 17 }, iso(2)), { airTempC: 18 }, iso(2.05));
    expect(historyOf(stepped).standing.filter(({ kind }) => kind === "air")).toMatchObject([{ was: { airTempC: 16 } }]);
  });
});

describe("weather by the hour", () => {
  it("a cold damp night takes longer than the afternoon going on", () => {
    const outdoors = { ...hall, site: { ...hall.site, space: "open" as const } };
    const night = {
      ...outdoors,
      site: {
        ...outdoors.site,
        weather: {
          from: iso(0),
          hours: Array.from({ length: 12 }, (_, hour) => ({
            tempC: Math.max(6, 16 - hour),
            relativeHumidityPct: Math.min(95, 60 + 4 * hour),
          })),
        },
      },
    };
    expect(longestDryH(dryingOf(night))).toBeGreaterThan(1.2 * longestDryH(dryingOf(outdoors)));
  });
});

describe("the state of a zone at an hour", () => {
  it("goes from wet over dry on top to dry, and holds less and less", () => {
    const { layers, hours } = dryingOf(hall)[wettest]!;
    const states = Array.from({ length: 80 }, (_, at) => stateAt(layers!, hours.value, at / 2));
    expect([...new Set(states.map(({ state }) => state))]).toEqual(["wet", "dry on top", "dry"]);
    states.slice(1).forEach(({ water }, at) => expect(water.value).toBeLessThanOrEqual(states[at]!.water.value + 1e-3));
  });
});

// Common practice, no source: each situation of the trade gets the trade's advice.
describe("advice", () => {
  const of = (value: number, unit: "h" | "mm" | "%" | "degC" | "1") => entered("told", value, unit);
  const zone = {
    name: "Base",
    materials: ["polyester"] as readonly MaterialId[],
    hours: of(5, "h"),
    surfaceDry: of(4.9, "h"),
    wickBack: of(0.2, "1"),
    depth: of(2, "mm"),
    tooDeep: false,
  };
  const facts: DryingFacts = {
    space: "gap",
    air: of(18, "degC"),
    humidityPct: 55,
    dampest: of(70, "%"),
    seatsLifted: false,
    belts: false,
    planned: true,
    zones: [zone],
  };
  const given = (change: Partial<DryingFacts>, ofZone: Partial<DryingFacts["zones"][number]> = {}) =>
    dryingAdvice({ ...facts, ...change, zones: [{ ...zone, ...ofZone }] });
  const inWords = (part: DryingAdvice["words"][number]) =>
    typeof part === "string" ? part : part.unit === "1" ? formatShare(part.value) : formatQuantity(part, "metric");
  const read = ({ title, words }: DryingAdvice) => `${title}. ${words.map(inWords).join("")}`;
  it.each<[string, Partial<DryingFacts>, Partial<DryingFacts["zones"][number]>, RegExp]>([
    [
      "a cold cabin closed overnight",
      { space: "shut", air: of(5, "degC"), dampest: of(98, "%"), belts: true },
      { hours: of(70, "h") },
      /98 %.*No engine running indoors.*wet no belts.*heat with a gap open/s,
    ],
    [
      "a hot day with removed seats",
      { space: "open", air: of(30, "degC"), humidityPct: 35, seatsLifted: true },
      { hours: of(3, "h"), surfaceDry: of(3, "h") },
      /never soak it: an airbag/,
    ],
    ["soaked foam", {}, { depth: of(25, "mm"), tooDeep: true }, /25 mm deep.*on edge/s],
    ["viscose", {}, { materials: ["viscose"], hours: of(9, "h") }, /Viscose browns.*acid last rinse.*no rubbing/s],
    [
      "what does not dry",
      {},
      { hours: of(Infinity, "h"), surfaceDry: of(Infinity, "h") },
      /It does not dry like this.*Put less water on/s,
    ],
    [
      "dry on top only",
      {},
      { hours: of(12, "h"), surfaceDry: of(4, "h") },
      /Dry on top is not dry.*go back only then/s,
    ],
    ["what comes up", {}, { wickBack: of(0.6, "1") }, /60 %.*judge only when dry/s],
  ])("for %s", (_, change, ofZone, words) => expect(given(change, ofZone).map(read).join(" ")).toMatch(words));
  it("says nothing where nothing is amiss", () => expect(given({})).toEqual([]));
});
