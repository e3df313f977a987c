import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Account, Job, MouldFinding, OdourFinding } from "@/core/job/schema";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { hairWork } from "@/core/judgement/treatment/lay/hairPasses";
import { judgeMould } from "@/core/judgement/treatment/mark/mould";
import { soilOf } from "@/core/judgement/zones/soil";
import { entered } from "@/core/ground/sums/working";
import { backgroundOf } from "./background";
import { USUAL_KIT } from "@/core/job/kit";
import { BEHIND_IDS, GROWTH_IDS } from "@/core/ground/catalog/findings";
import { USER_IDS, ALLERGY_IDS } from "@/core/ground/catalog/ownersAccount";
import { identifyFibre, nextFibreTest, possibleFibres } from "@/core/judgement/zones/fibre";
import { odourSource } from "./odour";
import { ringOrigin } from "./ring";

/** Findings of every kind. Where no source is named the expectation is common practice. */

let counter = 0;
const newId = () => `n${counter++}`;
const cabin = () => jobFromTemplate("cabin", newId, "2026-05-04T08:00:00Z");

describe("unknown fibre", () => {
  // What AATCC 20 [std, from memory] and common practice say of a burnt thread.
  it.each([
    ["wool or silk", { smoke: "hair", ash: "crushes" }, ["wool", "silk"]],
    ["cotton, linen, jute or viscose", { smoke: "paper", flame: "burns" }, ["cotton", "linen", "viscose", "jute"]],
    ["nylon", { smoke: "celery", flame: "melts" }, ["nylon"]],
    ["olefin", { smoke: "wax", drop: "stands" }, ["olefin"]],
    ["acrylic", { flame: "sputters", smoke: "sharp" }, ["acrylic"]],
    ["acetate", { smoke: "vinegar" }, ["acetate"]],
  ])("%s by flame, smoke and ash", (_name, tests, fibres) => {
    const [top] = identifyFibre(tests);
    expect(fibres).toContain(top!.material);
    for (const fibre of fibres) expect(possibleFibres(identifyFibre(tests))).toContain(fibre);
  });

  it("asks for the most telling test, and for none once all are done", () => {
    expect(nextFibreTest({})).toBe("smoke");
    expect(
      nextFibreTest({ feel: "cool", drop: "slow", flame: "chars", smoke: "hair", ash: "crushes" }),
    ).toBeUndefined();
  });
});

describe("water ring", () => {
  it("from below when it came back and the foam is stained; from above after a spill with clean foam", () => {
    expect(ringOrigin({ evidence: {}, ring: { back: "yes", under: "stained" } }).from).toBe("below");
    expect(ringOrigin({ evidence: {}, ring: { history: "spill", under: "clean" } }).from).toBe("above");
    expect(ringOrigin({ evidence: {} }).from).toBe("unsure");
    expect(ringOrigin({ evidence: { moisture: "deep" } }).below.value).toBeGreaterThan(0.5);
  });
});

describe("odour", () => {
  const sniff = (
    views: ReturnType<typeof zoneViews>,
    notes: [string, number][],
    more: Partial<OdourFinding> = {},
  ): OdourFinding[] =>
    notes.map(([part, closed]) => ({
      kind: "odour",
      zoneId: views.find(({ zone }) => zone.part === part)!.id,
      closed,
      ...more,
    }));

  it("finds the zone the strength falls away from, even one nobody sniffed at", () => {
    const views = zoneViews(cabin());
    const background = backgroundOf(undefined, "base", USUAL_KIT);
    const near = odourSource(
      views,
      sniff(
        views,
        [
          ["r2-s3-base", 5],
          ["r2-s1-base", 1],
          ["r1-s1-base", 0],
          ["boot", 2],
        ],
        { character: "sour" },
      ),
      background,
    );
    expect(near.zones[0]!.view.zone.part).toMatch(/^r2-s3/);
    expect(near.families[0]!.family).toBe("protein");
    const between = odourSource(
      views,
      sniff(views, [
        ["r1-s1-base", 2],
        ["r2-s1-base", 2],
      ]),
      background,
    );
    expect(between.next().gain!.value).toBeGreaterThan(0);
    expect(
      sniff(views, [
        ["r1-s1-base", 2],
        ["r2-s1-base", 2],
      ]).map(({ zoneId }) => zoneId),
    ).not.toContain(between.next().zoneId);
  });

  it("stays when aired and rises when pressed: in the foam; gone when aired: in the face", () => {
    const views = zoneViews(cabin());
    const at = (more: Partial<OdourFinding>) =>
      odourSource(views, sniff(views, [["r1-s1-base", 4]], more), backgroundOf(undefined, "base", USUAL_KIT)).layers[0]!
        .layer;
    expect(at({ aired: 4, pressed: "stronger" })).toBe("foam");
    expect(at({ aired: 0, pressed: "same" })).toBe("face");
  });

  it("smoke points at the headliner sooner than at a seat of the same strength", () => {
    const views = zoneViews(cabin());
    const of = (character: string) =>
      odourSource(
        views,
        sniff(
          views,
          [
            ["headliner", 3],
            ["r1-s2-base", 3],
          ],
          { character },
        ),
        backgroundOf({ users: ["smokers"] }, "base", USUAL_KIT),
      ).zones.find(({ view }) => view.zone.part === "headliner")!.p.value;
    expect(of("smoke")).toBeGreaterThan(of("sour"));
  });

  it("chances add to one whatever was noted", () => {
    const views = zoneViews(cabin());
    fc.assert(
      fc.property(
        fc.array(fc.record({ index: fc.nat(views.length - 1), closed: fc.integer({ min: 0, max: 5 }) }), {
          minLength: 1,
          maxLength: 5,
        }),
        (notes) => {
          const { zones, layers, families } = odourSource(
            views,
            notes.map(({ index, closed }) => ({ kind: "odour", zoneId: views[index]!.id, closed })),
            backgroundOf(undefined, "base", USUAL_KIT),
          );
          for (const list of [zones, layers, families])
            expect(list.reduce((sum, { p }) => sum + p.value, 0)).toBeCloseTo(1, 9);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe("hair", () => {
  it("takes more passes the more there is, the more the cloth holds it, and most where nobody looked", () => {
    const passes = (...given: Parameters<typeof hairWork>) => hairWork(...given).passes.value;
    const area = entered("area", 2, "m2");
    expect(passes("few", area, "woven", ["polyester"])).toBeLessThan(passes("matted", area, "woven", ["polyester"]));
    expect(passes("much", area, "woven", ["polyester"])).toBeLessThan(passes("much", area, "loop", ["polyester"]));
    expect(passes("much", area, undefined, ["polyester"])).toBe(passes("much", area, "loop", ["polyester"]));
    expect(passes("much", area, "pile", ["polyester", "wool"])).toBe(passes("much", area, "pile", ["wool"]));
  });
});

describe("mould", () => {
  const asked: Account = { users: [], allergies: [] };
  const mould = (more: Partial<MouldFinding> = {}): MouldFinding => ({
    kind: "mould",
    zoneId: "z",
    centre: { xMm: 0, yMm: 0 },
    size: { widthMm: 300, heightMm: 300 },
    growth: "growth",
    behind: "hard",
    meterPct: 10,
    ...more,
  });
  const verdict = (finding: MouldFinding, account?: Account, others: MouldFinding[] = []) => {
    const job: Job = { ...cabin(), account };
    [finding, ...others].forEach((each, index) => (job.findings.byId[`m${index}`] = each));
    return judgeMould(job, finding).verdict;
  };

  it("clean here, clean with protection, discard the foam, or refer", () => {
    expect(verdict(mould({ growth: "stain" }), asked)).toBe("clean");
    expect(verdict(mould({ growth: "stain", meterPct: undefined }), asked)).toBe("protected");
    expect(verdict(mould(), asked)).toBe("protected");
    expect(verdict(mould({ behind: "foam" }), asked)).toBe("discard");
    expect(verdict(mould({ behind: "wall" }), asked)).toBe("refer");
  });

  // Ten square feet, 0.929 m²: EPA guidance, from memory. All patches of a job count together.
  it("is referred at ten square feet in all, with someone at risk, after sewage, or while nobody asked, whatever else is said", () => {
    const anything = fc.record({
      growth: fc.option(fc.constantFrom(...GROWTH_IDS), { nil: undefined }),
      behind: fc.option(fc.constantFrom(...BEHIND_IDS), { nil: undefined }),
      meterPct: fc.option(fc.double({ min: 0, max: 60, noNaN: true }), { nil: undefined }),
    });
    const people = fc.record({
      users: fc.option(fc.subarray([...USER_IDS]), { nil: undefined }),
      allergies: fc.option(fc.subarray([...ALLERGY_IDS]), { nil: undefined }),
      spilled: fc.constantFrom<string[] | undefined>(undefined, ["sewage"], ["water"]),
    });
    fc.assert(
      fc.property(
        anything,
        people,
        fc.integer({ min: 50, max: 2000 }),
        fc.integer({ min: 50, max: 2000 }),
        (said, account, a, b) => {
          const patches = [a, b].map((side) => mould({ ...said, size: { widthMm: side, heightMm: side } }));
          const total = [a, b].reduce((sum, side) => sum + (Math.PI / 4) * (side / 1000) ** 2, 0);
          const atRisk =
            account.users?.includes("children") ||
            account.users?.includes("frail") ||
            account.allergies?.includes("asthma");
          const must =
            total >= 0.9290304 ||
            atRisk ||
            account.spilled?.includes("sewage") ||
            account.users === undefined ||
            account.allergies === undefined;
          if (must) expect(verdict(patches[0]!, account, [patches[1]!])).toBe("refer");
        },
      ),
    );
  });
});

describe("soil level", () => {
  it("takes the better measure over the look, the worst of better ones, and never argues mud away", () => {
    expect(soilOf({ soil: "light", soilSigns: { towel: "heavy" } })?.level).toBe("heavy");
    expect(soilOf({ soil: "heavy", soilSigns: { towel: "light", vacuumedGPerM2: 75 } })?.level).toBe("heavy");
    expect(soilOf({ soil: "caked", soilSigns: { towel: "light" } })?.level).toBe("caked");
    expect(soilOf({ wetMud: true, soil: "light" })?.level).toBe("caked");
    expect(soilOf({ clean: true })).toBeUndefined();
  });
});
