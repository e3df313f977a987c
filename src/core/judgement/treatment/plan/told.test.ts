import { describe, expect, it } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { ownerSheet } from "@/core/answers/handback/sheet";
import { USUAL_KIT } from "@/core/job/kit";
import { setCloth } from "@/core/job/change";
import { applyOps } from "@/core/job/commands";
import { jobFromTemplate } from "@/core/job/newJob";
import { nextVisit } from "@/core/job/nextVisit";
import type { Cloth, DamageFinding, Job, Kit, MarkFinding, TrialEvent, Zone } from "@/core/job/schema";
import { withMachine } from "@/core/judgement/shelf/edits";
import { depthOf, putOnAt } from "@/core/judgement/treatment/cloth/waterBudget";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { markArea, spreadArea, zoneViews } from "@/core/judgement/zones/zoneView";
import { trialWords } from "../school/trialPatch";

/** What the program can be told of cloth and marks, and what follows from it. Common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
const KNOWN: Cloth = {
  material: "polyester",
  build: "cover-on-foam",
  careCode: "none",
  ageYears: 5,
  condition: "sound",
  neighbours: [],
  fastness: { water: 5, "neutral-cleaner": 5, enzyme: 5, "acid-spotter": 5 },
};
const MILK: MarkFinding["evidence"] = { owner: "milk-blood", feel: "crusty", smell: "sour" };

interface Told {
  zone?: Partial<Zone>;
  cloth?: Partial<Cloth>;
  mark?: Partial<MarkFinding>;
  account?: Job["account"];
  choices?: Partial<Job["choices"]>;
  promises?: Job["promises"];
  kit?: Kit;
  events?: Job["events"];
}

/** A settee of which one seat is told of. */
function told({ zone, cloth, mark, kit = USUAL_KIT, choices, ...more }: Told) {
  let next = 0;
  const made = jobFromTemplate("settee", () => `i${next++}`, NOW, { cloth: { ...KNOWN, ...cloth } });
  const zoneId = zoneViews(made).find(({ role }) => role === "base")!.id;
  const finding: MarkFinding = {
    kind: "mark",
    zoneId,
    centre: { xMm: 200, yMm: 200 },
    size: { widthMm: 100, heightMm: 100 },
    evidence: {},
    ...mark,
  };
  const job: Job = {
    ...made,
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 },
    findings: mark ? { byId: { m: finding }, order: ["m"] } : made.findings,
    ...more,
    choices: { ...made.choices, ...choices },
  };
  job.zones = { ...job.zones, byId: { ...job.zones.byId, [zoneId]: { ...job.zones.byId[zoneId]!, ...zone } } };
  const assessment = assess(job, kit, NOW, quickly);
  const steps = assessment.plan.steps.filter(({ zoneIds }) => zoneIds.includes(zoneId));
  return { job, zoneId, finding, assessment, steps, zone: assessment.plan.zones[zoneId]! };
}
const keys = (steps: { key: string }[]) => steps.map(({ key }) => key.split(":")[0]);
const BARE_HANDS = (["extractor", "spot-extractor", "carpet-extractor", "wet-vacuum"] as const).reduce<Kit>(
  (kit, id) => withMachine(kit, id, false),
  USUAL_KIT,
);

describe("water that is in it already", () => {
  it("is taken up before anything goes on, by machine where one may, else by towel", () => {
    const { steps, zone } = told({ zone: { wet: "soaked", soil: "moderate" } });
    expect(keys(steps)[0]).toBe("lift-water");
    expect(steps[0]).toMatchObject({ tool: "extractor", waterOnLPerM2: 0 });
    // Not ours, so it takes nothing from what may be put on.
    expect(zone.used.value).toBeCloseTo(putOnAt(zone.moves), 9);
    expect(zone.used.value).toBeLessThanOrEqual(zone.budget.value);
    const byHand = told({ zone: { wet: "soaked", soil: "moderate" }, kit: BARE_HANDS }).steps[0];
    const nearElectrics = told({ zone: { wet: "soaked" }, cloth: { neighbours: ["electrics"] } }).steps[0];
    expect([byHand!.tool, nearElectrics!.tool]).toEqual(["towel", "towel"]);
  });

  it("dries with the rest of it, longer the more there was, and no nozzle runs over it dry", () => {
    const hours = (wet?: Zone["wet"]) => {
      const { assessment, zoneId, steps } = told({ zone: { wet, soil: "light" }, kit: BARE_HANDS });
      expect(keys(steps).includes("dry-removal")).toBe(wet === undefined);
      return assessment.drying[zoneId]!.hours.value;
    };
    expect(hours("soaked")).toBeGreaterThan(hours("damp"));
    expect(hours("damp")).toBeGreaterThan(hours());
    // Nothing else to do there: it is lifted and set to dry.
    expect(keys(told({ zone: { wet: "wet" } }).steps)).toEqual(["lift-water", "set-to-dry-r0"]);
  });
});

describe("detergent that an earlier cleaning left", () => {
  it("is rinsed out with plain water, and no more goes on", () => {
    const { steps, zone } = told({ zone: { residue: true, soil: "moderate" } });
    expect(zone.picked).toBe("extraction");
    expect(steps.filter(({ agent }) => agent && agent !== "water" && agent !== "acid-rinse")).toEqual([]);
    expect(steps.find(({ action }) => action === "extract")!.wetStrokes!.value).toBeGreaterThanOrEqual(2);
    expect(told({ zone: { residue: true }, kit: BARE_HANDS }).steps.map(({ action }) => action)).toContain("rinse");
  });
});

describe("where a spill ran", () => {
  const ran = (ranTo: MarkFinding["ranTo"]) =>
    told({ mark: { evidence: MILK, ranTo, size: { widthMm: 200, heightMm: 200 } } });

  it("is looked for while nobody knows, and not once it is known that it stayed in the face", () => {
    expect(keys(ran(undefined).steps)).toContain("look-under");
    expect(keys(ran("face").steps)).not.toContain("look-under");
    expect(keys(ran("below").steps)).toContain("look-under");
  });

  it("a look under it that has begun stays until it is done, whatever was said of it meanwhile", () => {
    const { job, steps, zoneId } = ran(undefined);
    const look = steps.find(({ key }) => key === "look-under:")!;
    const { key: stepKey, title, action, zoneIds } = look;
    const events: Job["events"] = [{ kind: "start", id: "s", at: NOW, stepKey, title, action, zoneIds }];
    const told_: Job = { ...job, events };
    told_.findings = { byId: { m: { ...(job.findings.byId.m as MarkFinding), ranTo: "face" } }, order: ["m"] };
    const of = (each: Job) => assess(each, USUAL_KIT, NOW, quickly).plan.steps.some(({ key }) => key === stepKey);
    expect([zoneIds, of(told_), of({ ...told_, events: [] })]).toEqual([[zoneId], true, false]);
  });

  it("is flushed and drawn off as deep as it went, the ordinary limit being for cleaning", () => {
    const { zone, steps } = ran("foam");
    expect([zone.picked, steps.some(({ action }) => action === "extract")]).toEqual(["extraction", true]);
    // One wet stroke of a slow wide machine goes deeper than cleaning may: only what ran in allows it.
    const flood = withMachine(USUAL_KIT, "wet-vacuum", false);
    const kit = { ...flood, machines: { extractor: { flowLPerMin: 2.4, headWidthM: 0.1, strokeMPerS: 0.3 } } };
    const wetted = (mark: Partial<MarkFinding>) => {
      const { steps, zone } = told({ kit, cloth: { layers: { foamMm: 80 } }, mark: { evidence: MILK, ...mark } });
      const on = steps.find(({ action }) => action === "extract")?.waterOnLPerM2 ?? 0;
      return { on, tooDeep: depthOf(on, zone.view).tooDeep };
    };
    expect(wetted({ ranTo: "face" })).toEqual({ on: 0, tooDeep: false });
    expect(wetted({ ranTo: "foam" }).tooDeep).toBe(true);
  });

  it("is as large as the lamp shows it, never smaller than it looks", () => {
    const { finding, zone } = told({ mark: {} });
    const seen = (side: number): MarkFinding => ({ ...finding, lampSize: { widthMm: side, heightMm: side } });
    // An oval of 200 mm is four times one of 100 mm.
    expect(markArea(seen(200)).value / markArea(finding).value).toBeCloseTo(4, 9);
    expect(markArea(seen(50)).value).toBeCloseTo(markArea(finding).value, 12);
    expect(spreadArea(seen(200), zone.view).value).toBeGreaterThan(spreadArea(finding, zone.view).value);
  });
});

describe("what was tried on a mark", () => {
  const agents = (told_: Told) => told(told_).steps.flatMap(({ agent }) => agent ?? []);

  it("outranks what the owner says of all of it", () => {
    const account = { tried: ["bleach" as const], users: [], allergies: [] };
    expect(agents({ mark: { evidence: MILK }, account })).not.toContain("enzyme");
    expect(agents({ mark: { evidence: MILK, tried: [] }, account })).toContain("enzyme");
    expect(agents({ mark: { evidence: MILK, tried: [{ what: "bleach" }] } })).not.toContain("enzyme");
  });

  it("what evaporates counts for a day, and as fresh while nobody knows when", () => {
    const airs = (when?: "today" | "days") =>
      told({ mark: { tried: [{ what: "spirit", ...(when ? { when } : {}) }] } }).steps.some(
        ({ action }) => action === "air",
      );
    expect([airs(), airs("today"), airs("days")]).toEqual([true, true, false]);
  });
});

describe("cloth of a group of parts", () => {
  it("stands over that of the piece and under a zone's own, and is proved by itself", () => {
    let next = 0;
    const job = jobFromTemplate("cabin", () => `c${next++}`, NOW, { cloth: KNOWN });
    const clothOf = (of: Job, role: string) => zoneViews(of).find((view) => view.role === role)!;
    const { id: zoneId, zone } = clothOf(job, "base");
    const owner = { of: "group" as const, id: zone.pieceId, group: "seats" as const };
    const wool = applyOps(job, [setCloth(owner, "material", "wool")]).job;
    expect([clothOf(wool, "base").materials, clothOf(wool, "back").materials]).toEqual([["wool"], ["wool"]]);
    expect(clothOf(wool, "footwell").materials).toEqual(["polyester"]);
    // Nothing proved on the piece counts for another fibre; what is proved is kept with the group.
    expect(clothOf(wool, "base").cloth.fastness ?? {}).toEqual({});
    expect(clothOf(wool, "base").clothOwner).toEqual(owner);
    const own = applyOps(wool, [setCloth({ of: "zones", id: zoneId }, "material", "cotton")]).job;
    expect(zoneViews(own).find(({ id }) => id === zoneId)!.materials).toEqual(["cotton"]);
  });
});

describe("a trial patch", () => {
  const came = (result: TrialEvent["result"], rounds: number, zoneId: string): TrialEvent => ({
    kind: "trial",
    id: "t",
    at: NOW,
    zoneIds: [zoneId],
    rounds,
    result,
  });
  const { zoneId } = told({});
  const promised = { dampHandBackAgreed: false, usableAt: "2026-05-06T08:00:00Z" };

  it("is offered where old or unknown soil meets a promise, and is a step once it is wanted", () => {
    const trial = (given: Told) => told(given).assessment.plan.trial;
    expect(trial({ zone: { soil: "heavy" }, promises: promised })).toMatchObject({ zoneId, wanted: false });
    expect(trial({ zone: { soil: "heavy" } })).toBeUndefined();
    expect(trial({ zone: { soil: "light" }, promises: promised })).toBeUndefined();
    expect(trial({ zone: { soil: "heavy" }, promises: promised, choices: { trial: false } })).toBeUndefined();
    const { steps } = told({ zone: { soil: "heavy" }, choices: { trial: true } });
    const cleaned = { ...steps.find(({ action }) => action === "clean")!, zoneIds: [zoneId] };
    const begun = [doneOf(cleaned, { id: "d", at: NOW })];
    expect(trial({ zone: { soil: "heavy" }, choices: { trial: true }, events: begun })).toBeUndefined();
    const at = keys(steps).indexOf("trial");
    expect(at).toBeGreaterThanOrEqual(0);
    expect(steps.slice(0, at).every(({ agent }) => agent === undefined)).toBe(true);
    expect(steps[at]!.areaM2.value).toBeLessThan(0.03);
  });

  it("sets the rounds of what is as soiled and of the same cloth, and stops where nothing came", () => {
    const rounds = (count: number) => {
      const { steps } = told({ zone: { soil: "moderate" }, events: [came("clean", count, zoneId)] });
      return steps.filter(({ action }) => action === "clean").length;
    };
    expect([rounds(1), rounds(3)]).toEqual([1, 3]);
    const hopeless = told({ zone: { soil: "moderate" }, events: [came("same", 3, zoneId)] });
    expect(hopeless.steps.some(({ action }) => action === "clean")).toBe(false);
    expect(hopeless.assessment.plan.notes).toContain(trialWords(came("same", 3, zoneId)));
    const other = told({ zone: { soil: "heavy" }, events: [came("clean", 1, "i1")] });
    expect(other.steps.filter(({ action }) => action === "clean").length).toBe(
      told({ zone: { soil: "heavy" } }).steps.filter(({ action }) => action === "clean").length,
    );
  });
});

describe("damage that comes to light while working", () => {
  const torn = (foundAt?: string) => ({
    kind: "damage" as const,
    zoneId: told({}).zoneId,
    centre: { xMm: 60, yMm: 60 },
    size: { widthMm: 50, heightMm: 50 },
    damage: "torn" as const,
    ...(foundAt ? { foundAt } : {}),
  });

  it("limits what is still to come, is told as found then, and was there before at the next visit", () => {
    const { job } = told({ zone: { soil: "heavy" } });
    const after: Job = { ...job, findings: { byId: { d: torn(NOW) }, order: ["d"] } };
    const assessment = assess(after, USUAL_KIT, NOW, quickly);
    const { zoneId } = torn();
    expect(assessment.plan.steps.some(({ action, zoneIds }) => action === "extract" && zoneIds.includes(zoneId))).toBe(
      false,
    );
    const { damage, foundWorking } = ownerSheet(after, assessment, Date.parse(NOW));
    expect([damage.length, foundWorking.length]).toEqual([0, 1]);
    expect(foundWorking[0]).toContain("while working");
    const next = nextVisit(after, { id: "j2", createdAt: NOW });
    expect((next.findings.byId.d as DamageFinding).foundAt).toBeUndefined();
  });
});

describe("hair that is woven in", () => {
  it("gets the soft drill brush where the cloth bears it, never on olefin or on what is old", () => {
    const how = (more: Partial<Cloth>, kit = USUAL_KIT) => {
      let next = 0;
      const cloth: Cloth = { ...KNOWN, build: "carpet-stuck-down", ...more };
      const job = jobFromTemplate("room", () => `h${next++}`, NOW, { cloth });
      const { id: zoneId } = zoneViews(job).find(({ role }) => role === "field")!;
      job.findings = { byId: { h: { kind: "hair", zoneId, density: "matted" } }, order: ["h"] };
      return assess(job, kit, NOW, quickly).plan.steps.find(({ action }) => action === "hair-lift")!.how;
    };
    expect(how({ material: "nylon" })).toContain("drill brush");
    expect(how({ material: "olefin" })).not.toContain("drill brush");
    expect(how({ material: "nylon", ageYears: 40 })).not.toContain("drill brush");
    expect(how({ material: "nylon" }, { ...USUAL_KIT, machines: { "hepa-vacuum": {} } })).not.toContain("drill brush");
  });
});
