import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { agentOf } from "@/core/ground/catalog/agents";
import { USUAL_KIT } from "@/core/job/kit";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, Zone } from "@/core/job/schema";
import { judge, type Candidate, type RuleFacts } from "./judge";
import { doneOf } from "../treatment/step/stepEvents";
import { roundsWanted } from "../treatment/step/soilRates";
import { BRUSH_ROUND_RATE } from "../treatment/step/soilRates";
import { SOIL_RATE } from "../treatment/step/soilRates";
import { RULES } from "./rules";
import { strengthFor } from "@/core/judgement/treatment/way/strength";

const nothingSpecial: RuleFacts = {
  materials: ["polyester"],
  builds: ["carpet-stuck-down"],
  careCode: "none",
  neighbours: [],
  oldOrFragile: false,
  likely: ["particulate"],
  inCloth: [],
  fastness: () => "proved",
  noPower: false,
  role: "base",
  allergies: [],
  matters: undefined,
  seatsLifted: true,
  cold: false,
  noHepa: false,
  shade: undefined,
  damage: [],
  waterRuns: false,
  bleachMet: false,
  surface: [],
};

const water = { agent: "water", phMin: 6.5, phMax: 7.5 } as const;

/** For every rule: facts that meet it and the step it must catch. Ph and never-mix rules are made from tables and checked below. */
const CAUGHT: Record<string, [Partial<RuleFacts>, Candidate]> = {
  "glue-held": [{ builds: ["glue-held"] }, { action: "steam", ...water }],
  leather: [{ surface: ["leather"] }, { action: "agent", agent: "neutral-cleaner" }],
  hard: [{ surface: ["hard"] }, { action: "steam", ...water }],
  "code-s": [{ careCode: "S" }, { action: "agent", ...water }],
  "code-w": [{ careCode: "W" }, { action: "agent", agent: "solvent" }],
  "code-x": [{ careCode: "X" }, { action: "agent", agent: "solvent" }],
  "beside-it": [{ neighbours: ["airbag"] }, { action: "extract", ...water }],
  "high-voltage": [{ neighbours: ["high-voltage"] }, { action: "rinse", ...water }],
  "worn-leather": [{ neighbours: ["worn-leather"] }, { action: "steam", ...water }],
  "glue-line": [{ neighbours: ["glue-line"] }, { action: "agent", ...water, spraying: true }],
  spores: [{ likely: ["mould"] }, { action: "hair-lift" }],
  droppings: [{ likely: ["urine"] }, { action: "blow" }],
  "hepa-only": [{ likely: ["mould"], noHepa: true }, { action: "dry-removal" }],
  "disinfect-glue": [{ builds: ["glue-held"] }, { action: "agent", agent: "disinfectant" }],
  "disinfect-foam": [{ builds: ["cover-on-foam"] }, { action: "agent", agent: "disinfectant" }],
  "heat-sets": [{ likely: ["protein"] }, { action: "extract", ...water, clothTempC: 45 }],
  "heat-shy": [{ materials: ["olefin"] }, { action: "steam", ...water }],
  "hardly-wet": [{ materials: ["viscose"] }, { action: "extract", ...water }],
  "suede-look": [{ materials: ["suede-look"] }, { action: "agent", agent: "enzyme" }],
  "steam-shy": [{ materials: ["jute"] }, { action: "steam", ...water }],
  protease: [{ materials: ["wool"] }, { action: "agent", agent: "enzyme" }],
  "weak-wet": [{ materials: ["viscose"] }, { action: "agent", ...water, toolAggressiveness: 3 }],
  "rubbing-felts": [{ materials: ["silk"] }, { action: "agent", ...water, toolAggressiveness: 5 }],
  swells: [{ materials: ["olefin"] }, { action: "agent", agent: "solvent" }],
  browns: [{ likely: ["tannin"] }, { action: "agent", agent: "degreaser" }],
  melts: [{ materials: ["olefin"] }, { action: "agent", ...water, toolAggressiveness: 6 }],
  old: [{ oldOrFragile: true }, { action: "agent", ...water, toolAggressiveness: 3 }],
  "fastness-poor": [{ fastness: () => "poor" }, { action: "agent", ...water }],
  belt: [{ role: "belt" }, { action: "agent", agent: "solvent" }],
  "belt-cold": [
    { role: "belt", cold: true },
    { action: "agent", ...water },
  ],
  "under-seat": [
    { role: "under-seat", seatsLifted: false },
    { action: "extract", ...water },
  ],
  "no-enzyme-here": [{ allergies: ["asthma"] }, { action: "agent", agent: "enzyme" }],
  gentle: [{ matters: "gentle" }, { action: "agent", agent: "peroxide" }],
  "no-power": [{ noPower: true }, { action: "extract", ...water }],
  "glue-gently": [{ builds: ["glue-held"] }, { action: "agent", ...water, toolAggressiveness: 2 }],
  sagging: [{ damage: ["sag"] }, { action: "agent", ...water, spraying: true }],
  "open-foam": [{ damage: ["torn"] }, { action: "extract", ...water }],
  "cracked-coating": [{ damage: ["cracked"] }, { action: "steam", ...water }],
  "weak-seam": [{ damage: ["seam"] }, { action: "seams" }],
  "water-runs": [{ waterRuns: true }, { action: "agent", agent: "neutral-cleaner" }],
  "bleach-met": [{ bleachMet: true }, { action: "agent", agent: "acid-spotter" }],
};

const ASKS: Record<string, [Partial<RuleFacts>, Candidate]> = {
  "code-unknown": [{ careCode: "unknown" }, { action: "agent", ...water }],
  "beside-unknown": [{ neighbours: ["unlooked"] }, { action: "agent", ...water }],
  "fastness-unproved": [{ fastness: () => "unproved" }, { action: "agent", ...water }],
  "solvent-in-cloth": [{ inCloth: ["solvent"] }, { action: "extract", ...water }],
};

describe("hard rules", () => {
  it.each(Object.entries(CAUGHT))("%s forbids what it must", (id, [facts, step]) => {
    expect(judge(step, { ...nothingSpecial, ...facts }).forbiddenBy.map((rule) => rule.id)).toContain(id);
    expect(judge(step, nothingSpecial).forbiddenBy.map((rule) => rule.id)).not.toContain(id);
  });

  it.each(Object.entries(ASKS))("%s asks for what must come first", (id, [facts, step]) => {
    const rule = RULES.find((candidate) => candidate.id === id)!;
    expect([...judge(step, { ...nothingSpecial, ...facts }).requires]).toContain(rule.require);
    expect([...judge(step, nothingSpecial).requires]).toEqual([]);
  });

  it("has a check here for every rule that is not made from a table", () => {
    const written = RULES.map(({ id }) => id).filter((id) => !id.startsWith("ph-") && !id.startsWith("never-mix-"));
    expect(Object.keys({ ...CAUGHT, ...ASKS }).sort()).toEqual(written.sort());
  });

  it("keeps every agent inside every fibre's window, and rinses between every never-mix pair", () => {
    for (const rule of RULES.filter(({ id }) => id.startsWith("ph-"))) {
      const facts = { ...nothingSpecial, materials: rule.when.material! };
      expect(judge({ action: "agent", agent: "degreaser", phMin: 13, phMax: 13 }, facts).forbiddenBy).toContain(rule);
      expect(judge({ action: "agent", agent: "acid-spotter", phMin: 1, phMax: 1 }, facts).forbiddenBy).toContain(rule);
    }
    expect([
      ...judge({ action: "agent", agent: "peroxide" }, { ...nothingSpecial, inCloth: ["acid"] }).requires,
    ]).toContain("rinse-before");
    expect([
      ...judge({ action: "agent", agent: "acid-spotter" }, { ...nothingSpecial, inCloth: ["oxidiser"] }).requires,
    ]).toContain("rinse-before");
  });

  it("mixes weaker until the fibre's window is met, or not at all", () => {
    expect(strengthFor(agentOf("acid-spotter"), { phMin: 4.5, phMax: 8.5 })?.partsWater.value).toBe(8);
    // Read as 1 in 8 it would be stronger, and just outside wool's window: back to 8 parts.
    expect(
      strengthFor(agentOf("acid-spotter"), { phMin: 4.5, phMax: 8.5 }, { convention: "one-in", value: 8 })?.partsWater
        .value,
    ).toBe(8);
    expect(strengthFor(agentOf("degreaser"), { phMin: 4.5, phMax: 8.5 })).toBeUndefined();
  });
});

const sound: Cloth = { build: "cover-on-foam", careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };

function planOf(
  cloth: Cloth,
  evidence: Evidence | undefined,
  more: { zone?: Partial<Zone>; site?: Job["site"]; sizeMm?: number; events?: Job["events"] } = {},
) {
  let next = 0;
  const job = jobFromTemplate("settee", () => `i${next++}`, "2026-05-04T08:00:00Z", { cloth: { ...sound, ...cloth } });
  const zoneId = job.zones.order[2]!;
  Object.assign(job.zones.byId[zoneId]!, more.zone);
  const sizeMm = more.sizeMm ?? 100;
  if (evidence)
    Object.assign(job.findings, {
      byId: {
        f: {
          kind: "mark",
          zoneId,
          centre: { xMm: 200, yMm: 200 },
          size: { widthMm: sizeMm, heightMm: sizeMm },
          evidence,
        },
      },
      order: ["f"],
    });
  job.account = { tried: [], users: [], allergies: [] };
  job.site = more.site ?? { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 };
  job.events = more.events ?? [];
  const { plan } = assess(job, USUAL_KIT, "2026-05-04T08:00:00Z");
  return {
    plan,
    zone: plan.zones[zoneId]!,
    mark: plan.marks.f,
    agents: plan.steps.flatMap(({ agent }) => agent ?? []),
    titles: plan.steps.map(({ title }) => title),
  };
}

const WINE: Evidence = { owner: "wine-beer", colour: "red-purple", edge: "spatter", towel: "colour" };
const MILK: Evidence = { owner: "milk-blood", feel: "crusty", smell: "sour" };
const OIL: Evidence = { owner: "oil-cream", place: "contact", colour: "dark-same", feel: "greasy" };
const WAX: Evidence = { owner: "wax", feel: "hard" };

// Situations from common practice, no source: what the trade would do first, and what it would never do.
describe("plans the trade would agree with", () => {
  it("wine on wool: dry lift, proof, cool water, mild acid, never enzyme or alkali", () => {
    const { plan, agents } = planOf({ material: "wool" }, WINE);
    expect(plan.steps.slice(0, 4).map(({ action, agent }) => agent ?? action)).toEqual([
      "dry-removal",
      "fastness-check",
      "water",
      "acid-spotter",
    ]);
    expect(agents).not.toContain("enzyme");
    expect(agents).not.toContain("degreaser");
  });
  it("milk in polyester: enzyme by gloved hand, nothing over 40 °C, no steam", () => {
    const { plan, agents, zone } = planOf({ material: "polyester" }, MILK);
    expect(agents).toContain("enzyme");
    expect(plan.steps.find(({ agent }) => agent === "enzyme")?.tool).toBe("hand");
    expect(Math.max(...plan.steps.map(({ tempC }) => tempC ?? 0))).toBeLessThanOrEqual(40);
    expect(zone.schools.find(({ school }) => school === "steam")?.allowed).toBe(false);
  });
  it("milk in wool: the enzyme is left out, with the reason", () => {
    const { agents, mark } = planOf({ material: "wool" }, MILK);
    expect(agents).not.toContain("enzyme");
    expect(mark?.rungs[0]?.leftOut.map(({ because }) => because).join()).toContain("this fibre is protein");
  });
  it("wax on polyester is scraped cold, then warmed; on olefin it is never warmed", () => {
    expect(planOf({ material: "polyester" }, WAX).titles).toEqual(
      expect.arrayContaining(["Chill and scrape", "Warm through a towel, let it drink"]),
    );
    const { plan, titles } = planOf({ material: "olefin" }, WAX);
    expect(titles).toContain("Chill and scrape");
    expect(plan.steps.some(({ action }) => action === "steam")).toBe(false);
  });
  it("oil after a failed first rung: solvent on the towel, then airing before any machine", () => {
    const outcome = {
      kind: "outcome" as const,
      id: "e1",
      at: "2026-05-04T09:00:00Z",
      findingId: "f",
      result: "same" as const,
    };
    const { plan } = planOf({ material: "polyester" }, OIL, { events: [outcome], zone: { soil: "moderate" } });
    const actions = plan.steps.map(({ action, agent }) => agent ?? action);
    expect(actions).toContain("solvent");
    expect(plan.steps.find(({ agent }) => agent === "solvent")?.spraying).toBe(false);
  });
  it("care code X: the vacuum and nothing else; S: no water at all", () => {
    expect(planOf({ material: "cotton", careCode: "X" }, WINE).plan.steps.map(({ action }) => action)).toEqual([
      "dry-removal",
    ]);
    expect(planOf({ material: "cotton", careCode: "S" }, OIL).agents.filter((agent) => agent !== "solvent")).toEqual(
      [],
    );
  });
  it("dry mud is brushed loose dry, wet mud is soaked and lifted before any brush", () => {
    const actionsOf = (wetMud: boolean) =>
      planOf({ material: "nylon" }, undefined, { zone: { soil: "caked", wetMud } }).plan.steps.map(
        ({ action }) => action,
      );
    expect(actionsOf(false).slice(0, 2)).toEqual(["blow", "dry-removal"]);
    expect(actionsOf(false)).not.toContain("presoak");
    const wet = actionsOf(true);
    expect(wet).not.toContain("dry-removal");
    expect(wet.indexOf("presoak")).toBeLessThan(wet.indexOf("work"));
  });
  it("heavy soil on sound polyester is drawn off; on a cold damp day with little time the driest school wins", () => {
    const heavy = planOf({ material: "polyester" }, undefined, { zone: { soil: "heavy" } });
    expect(heavy.zone.picked).toBe("extraction");
    expect(heavy.plan.steps.find(({ action }) => action === "extract")?.wetStrokes?.value).toBeGreaterThanOrEqual(3);
    const viscose = planOf({ material: "viscose" }, undefined, { zone: { soil: "heavy" } });
    expect(viscose.zone.picked).toBe("low-moisture");
  });
  it("a school the rules forbid is not taken even when chosen, and says so", () => {
    let next = 0;
    const job = jobFromTemplate("settee", () => `i${next++}`, "2026-05-04T08:00:00Z", {
      cloth: { ...sound, material: "wool" },
    });
    const zoneId = job.zones.order[2]!;
    job.zones.byId[zoneId]!.soil = "moderate";
    job.choices.schools[zoneId] = "steam";
    const zone = assess(job, USUAL_KIT, "2026-05-04T08:00:00Z").plan.zones[zoneId]!;
    expect(zone.picked).not.toBe("steam");
    expect(zone.pickedBecause).toContain("not allowed here");
  });
  it("nothing known: dry first, then look, prove, and neutral cleaner on the towel", () => {
    const { plan } = planOf(
      { build: undefined, careCode: undefined, ageYears: undefined, condition: undefined, neighbours: undefined },
      {},
      { site: {} },
    );
    expect(plan.steps.slice(0, 3).map(({ action }) => action)).toEqual([
      "check-first",
      "dry-removal",
      "fastness-check",
    ]);
    expect(
      plan.steps.filter(({ agent }) => agent && agent !== "water").map(({ agent, spraying }) => [agent, spraying]),
    ).toEqual([["neutral-cleaner", false]]);
    expect(plan.assumed.length).toBeGreaterThan(3);
  });
  it("a wide musty patch is referred, and nothing is planned there", () => {
    const { plan, mark } = planOf({ material: "polyester" }, { smell: "musty", edge: "specks" }, { sizeMm: 1200 });
    expect(mark?.referral?.words).toContain("licensed");
    expect(plan.steps).toEqual([]);
  });
  it("rust on white cotton may have oxalic acid, proved first and rinsed out in full; on any other shade it may not", () => {
    const RUST: Evidence = { colour: "orange", edge: "sharp", owner: "water", pile: "through", lamp: "dark" };
    const rung = (shade: Cloth["shade"]) =>
      planOf({ material: "cotton", shade }, RUST).mark!.rungs.find(({ title }) => title.includes("Oxalic"))!;
    expect(rung("white").state).toBe("next");
    expect(rung("dark").state).toBe("left-out");
    expect(rung(undefined).state).toBe("left-out");
    const same = {
      kind: "outcome" as const,
      id: "e1",
      at: "2026-05-04T09:00:00Z",
      findingId: "f",
      result: "same" as const,
    };
    const { plan } = planOf({ material: "cotton", shade: "white" }, RUST, { events: [same] });
    const proof = plan.steps.findIndex(({ proves }) => proves?.includes("oxalic-rust"));
    const oxalic = plan.steps.findIndex(({ agent }) => agent === "oxalic-rust");
    expect(proof).toBeGreaterThanOrEqual(0);
    expect(oxalic).toBeGreaterThan(proof);
    const rinses = plan.steps.slice(oxalic).filter(({ action, agent }) => action === "rinse" && agent === "water");
    expect(rinses.length).toBeGreaterThanOrEqual(3);
    // One of them done leaves the others to do.
    const done = plan.steps
      .slice(0, plan.steps.indexOf(rinses[0]!) + 1)
      .map((step, n) => doneOf(step, { id: `d${n}`, at: "2026-05-04T09:30:00Z" }));
    const left = planOf({ material: "cotton", shade: "white" }, RUST, { events: [same, ...done] }).plan.steps;
    expect(left.filter(({ title }) => title === rinses[0]!.title)).toHaveLength(rinses.length - 1);
  });
  it("bleach is rinsed out three times where no machine may draw it off, and one done leaves two", () => {
    const bleached = (events: Job["events"]) => {
      let next = 0;
      const job = jobFromTemplate("settee", () => `i${next++}`, "2026-05-04T08:00:00Z", {
        cloth: { ...sound, material: "viscose" },
      });
      job.zones.byId[job.zones.order[2]!]!.soil = "light";
      job.account = { tried: ["bleach"], users: [], allergies: [] };
      return assess({ ...job, events }, USUAL_KIT, "2026-05-04T08:00:00Z").plan.steps.filter(({ title }) =>
        title.includes("bleach"),
      );
    };
    const rinses = bleached([]);
    expect(rinses).toHaveLength(3);
    expect(bleached([doneOf(rinses[0]!, { id: "d", at: "2026-05-04T09:00:00Z" })])).toHaveLength(2);
  });
  it("suede-look has its pile raised when it is dry, as a step of its own", () => {
    const done = (action: string, stepKey: string) =>
      ({
        kind: "done",
        id: stepKey,
        at: "2026-05-01T08:00:00Z",
        title: action,
        stepKey,
        action,
        zoneIds: ["i4"],
      }) as never;
    let next = 0;
    const job = jobFromTemplate("settee", () => `i${next++}`, "2026-05-01T08:00:00Z", {
      cloth: { ...sound, material: "suede-look" },
    });
    const zoneId = job.zones.order[2]!;
    job.account = { tried: [], users: [], allergies: [] };
    job.events = [done("clean", "panel-r0-clean:x"), done("set-to-dry", "set-to-dry-r0:")].map((event: object) => ({
      ...event,
      zoneIds: [zoneId],
    })) as never;
    const titles = (events: Job["events"]) =>
      assess({ ...job, events }, USUAL_KIT, "2026-05-04T08:00:00Z").plan.steps.map(({ title }) => title);
    expect(titles(job.events)).toEqual(["Raise the pile"]);
    expect(
      titles([...job.events, { ...(done("finish", "raise-pile:") as object), zoneIds: [zoneId] } as never]),
    ).toEqual([]);
  });
  it("a burn is a note", () =>
    expect(planOf({ material: "wool" }, { feel: "bare", towel: "nothing" }).mark?.state).toBe("damage"));
});

// Common practice, no source.
describe("rounds of practice come out of the rates", () => {
  it("light soil takes one or two low-moisture rounds, heavy seats three or four passes of extraction", () => {
    expect([1, 2]).toContain(roundsWanted("low-moisture", "light"));
    expect([3, 4]).toContain(roundsWanted("extraction", "heavy"));
  });
  it("one steam pass with cleaner does what three to four brush passes do", () => {
    const passes = SOIL_RATE.steam / BRUSH_ROUND_RATE;
    expect(passes).toBeGreaterThanOrEqual(3);
    expect(passes).toBeLessThanOrEqual(4);
  });
});
