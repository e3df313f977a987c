import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { leftByOwner } from "@/core/judgement/diagnosis/background";
import { diagnose } from "@/core/judgement/diagnosis/diagnose";
import { backgroundOf } from "@/core/judgement/diagnosis/background";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Account, Cloth, Finding, Job, MarkFinding, Zone } from "@/core/job/schema";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/** What was looked at, asked and tested moves the plan. Where no source is named it is common practice. */

const AT = "2026-05-04T08:00:00Z";
const ASKED: Account = { tried: [], users: [], allergies: [] };
const SOUND: Cloth = {
  material: "polyester",
  build: "cover-on-foam",
  careCode: "none",
  ageYears: 5,
  condition: "sound",
  neighbours: [],
};

function planned(
  part: string,
  more: {
    template?: "settee" | "cabin";
    account?: Account;
    cloth?: Cloth;
    zone?: Partial<Zone>;
    findings?: (zoneId: string) => Finding[];
  } = {},
) {
  let next = 0;
  const job: Job = jobFromTemplate(more.template ?? "settee", () => `i${next++}`, AT, { cloth: more.cloth ?? SOUND });
  const zoneId = job.zones.order.find((id) => job.zones.byId[id]!.part === part)!;
  job.zones.byId[zoneId] = { ...job.zones.byId[zoneId]!, ...more.zone };
  job.account = more.account ?? ASKED;
  job.site = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 };
  (more.findings?.(zoneId) ?? []).forEach((finding, index) => {
    job.findings.byId[`f${index}`] = finding;
    job.findings.order.push(`f${index}`);
  });
  const { plan } = assess(job, USUAL_KIT, AT);
  return {
    plan,
    zone: plan.zones[zoneId]!,
    view: zoneViews(job).find(({ id }) => id === zoneId)!,
    actions: plan.steps.map(({ agent, action }) => (agent && agent !== "water" ? agent : action)),
    marks: plan.marks,
  };
}

const mark =
  (evidence: Evidence, more: Partial<MarkFinding> = {}) =>
  (zoneId: string): Finding[] => [
    { kind: "mark", zoneId, centre: { xMm: 150, yMm: 150 }, size: { widthMm: 80, heightMm: 80 }, evidence, ...more },
  ];
const WINE: Evidence = { owner: "wine-beer", colour: "red-purple", edge: "spatter", towel: "colour" };
const MILK: Evidence = { owner: "milk-blood", feel: "crusty", smell: "sour" };
const RING: Evidence = {
  owner: "water",
  edge: "dark-rim",
  feel: "nothing",
  smell: "nothing",
  swab: "nothing",
  drop: "faster",
};

describe("the owner's account", () => {
  it("what was tried lies in the cloth until it is rinsed; nobody asked counts as the worst of it", () => {
    const rinsedFirst = (account: Account) => {
      const { actions } = planned("base-1", { account, findings: mark(WINE) });
      return actions.indexOf("rinse") >= 0 && actions.indexOf("rinse") < actions.indexOf("acid-spotter");
    };
    // Bleach that was surely there is rinsed out and drawn off, and no acid follows that visit.
    const bleached = planned("base-1", { account: { ...ASKED, tried: ["bleach"] }, findings: mark(WINE) }).actions;
    expect(bleached.find((action) => action === "extract" || action === "rinse")).toBeDefined();
    expect(bleached).not.toContain("acid-spotter");
    expect(rinsedFirst({ ...ASKED, tried: ["oxygen"] })).toBe(true);
    expect(rinsedFirst({ users: [], allergies: [] })).toBe(true);
    expect(rinsedFirst(ASKED)).toBe(false);
    expect(rinsedFirst({ ...ASKED, tried: ["soap"] })).toBe(false);
  });

  it("spirit has gone after days; bleach has not", () => {
    expect(leftByOwner({ tried: ["spirit"], when: "months" })).toEqual([]);
    expect(leftByOwner({ tried: ["spirit"] })).toContain("solvent");
    expect(leftByOwner({ tried: ["bleach"], when: "months" })).toEqual(["chlorine"]);
  });

  it("who uses it and where it lies start some families ahead, until a test says otherwise", () => {
    const chance = (family: string, account: Account, role: "base" | "headliner" | "field", evidence: Evidence = {}) =>
      diagnose(evidence, backgroundOf(account, role, USUAL_KIT)).beliefs.find((belief) => belief.family === family)!.p
        .value;
    expect(chance("urine", { users: ["animals"] }, "base")).toBeGreaterThan(chance("urine", {}, "base"));
    expect(chance("smoke-film", { users: ["smokers"] }, "headliner")).toBeGreaterThan(
      chance("smoke-film", {}, "field"),
    );
    expect(chance("protein", { spilled: ["milk-blood"] }, "base")).toBeGreaterThan(chance("protein", {}, "base"));
    expect(chance("protein", { spilled: ["milk-blood"] }, "base", { owner: "wax" })).toBeCloseTo(
      chance("protein", {}, "base", { owner: "wax" }),
      9,
    );
  });

  it("asthma keeps enzyme out, the cloth kept safe keeps peroxide out, quick return takes the driest way", () => {
    expect(planned("base-1", { findings: mark(MILK) }).actions).toContain("enzyme");
    expect(
      planned("base-1", { account: { ...ASKED, allergies: ["asthma"] }, findings: mark(MILK) }).actions,
    ).not.toContain("enzyme");
    const gentle = planned("base-1", { account: { ...ASKED, matters: "gentle" }, findings: mark(WINE) });
    expect(
      gentle.marks
        .f0!.rungs.filter(({ state }) => state === "left-out")
        .map(({ title }) => title)
        .join(),
    ).toMatch(/peroxide/i);
    expect(planned("base-1", { zone: { soil: "heavy" } }).zone.picked).toBe("extraction");
    expect(
      planned("base-1", { account: { ...ASKED, matters: "speed" }, zone: { soil: "heavy" } }).zone.picked,
    ).not.toBe("extraction");
  });
});

describe("what was seen on the piece", () => {
  it("a ring from below is rinsed out of the foam and drawn off, with no more spotter on top", () => {
    const below = planned("base-1", { findings: mark(RING, { ring: { back: "yes", under: "stained" } }) });
    expect(below.marks.f0!.diagnosis.leader).toBe("water-ring");
    expect(below.zone.picked).toBe("extraction");
    expect(below.marks.f0!.rungs.at(-1)).toMatchObject({
      state: "left-out",
      leftOut: [{ because: expect.stringContaining("comes from below") }],
    });
    expect(
      planned("base-1", { findings: mark(RING, { ring: { history: "spill", under: "clean" } }) }).marks.f0!.rungs.at(-1)
        ?.state,
    ).not.toBe("left-out");
  });

  it("hair comes off dry before anything else, and not where there may be mould", () => {
    const hair = (zoneId: string): Finding[] => [{ kind: "hair", zoneId, density: "much" }];
    expect(planned("base-1", { zone: { soil: "moderate" }, findings: hair }).actions[0]).toBe("hair-lift");
    const mouldy = planned("base-1", {
      findings: (zoneId) => [...hair(zoneId), ...mark({ edge: "specks", smell: "musty" })(zoneId)],
    });
    expect(mouldy.actions).not.toContain("hair-lift");
  });

  it("a dirty towel outweighs a clean look, and wet mud is soaked and lifted before any brush", () => {
    expect(planned("base-1", { zone: { soil: "light", soilSigns: { towel: "heavy" } } }).zone.picked).toBe(
      "extraction",
    );
    const { plan, actions } = planned("base-1", { zone: { wetMud: true } });
    expect(actions).not.toContain("dry-removal");
    expect(plan.steps.find(({ action }) => action === "presoak")?.title).toContain("wet mud");
  });

  it("a headliner is only wiped, a belt only towelled with mild cleaner, under a seat nothing is sprayed", () => {
    const soiled = (part: string, account: Account = ASKED) =>
      planned(part, { template: "cabin", account, zone: { soil: "moderate" } }).plan.steps;
    for (const part of ["headliner", "r1-belt-1"]) {
      const steps = soiled(part);
      expect(steps.some(({ agent }) => agent === "neutral-cleaner")).toBe(true);
      expect(steps.every(({ spraying, action }) => !spraying && action !== "extract" && action !== "steam")).toBe(true);
    }
    expect(soiled("r1-s1-under").every(({ spraying, action }) => !spraying && action !== "extract")).toBe(true);
    expect(planned("r1-s1-under", { template: "cabin" }).view.neighbours).toContain("electrics");
    expect(planned("r1-s1-back-left", { template: "cabin" }).view.neighbours).toContain("airbag");
  });

  it("tests of an unknown fibre narrow what is planned for, and felt that is glued counts as held by glue", () => {
    const unknown = { ...SOUND, material: undefined };
    expect(
      planned("base-1", {
        cloth: { ...unknown, fibreTests: { smoke: "paper", flame: "burns", ash: "feathery" } },
        findings: mark(MILK),
      }).view.materials,
    ).toEqual(["cotton", "linen", "jute", "viscose"]);
    expect(
      planned("base-1", {
        cloth: { ...unknown, fibreTests: { smoke: "celery", flame: "melts", feel: "plastic" } },
        findings: mark(MILK),
      }).actions,
    ).toContain("enzyme");
    expect(planned("base-1", { cloth: unknown, findings: mark(MILK) }).actions).not.toContain("enzyme");
    expect(planned("base-1", { cloth: { ...SOUND, build: undefined, construction: "glued" } }).view.builds).toEqual([
      "glue-held",
    ]);
  });

  it("a cold surface that was measured makes the dwell longer", () => {
    const job = jobFromTemplate(
      "settee",
      (() => {
        let next = 0;
        return () => `i${next++}`;
      })(),
      AT,
      { cloth: SOUND },
    );
    const zoneId = job.zones.order.find((id) => job.zones.byId[id]!.part === "base-1")!;
    Object.assign(job, { account: ASKED, site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 0.3 } });
    job.findings = { byId: { f: mark(WINE)(zoneId)[0]! }, order: ["f"] };
    const dwell = (made: Job) =>
      assess(made, USUAL_KIT, AT).plan.steps.find(({ agent }) => agent === "acid-spotter")!.dwell!.min;
    const cold = {
      ...job,
      events: [{ kind: "reading" as const, id: "e", at: AT, instrument: "surface" as const, zoneId, value: 10 }],
    };
    expect(dwell(cold).value).toBeCloseTo(2 * dwell(job).value, 9);
    expect(dwell(cold).working.inputs.map(({ name, value }) => `${name} ${value}`)).toContain("cloth 10");
  });
});
