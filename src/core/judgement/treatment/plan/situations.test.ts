import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import type { AgentId } from "@/core/ground/catalog/agents";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { USUAL_KIT } from "@/core/job/kit";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { School } from "@/core/ground/catalog/schoolIds";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Account, Cloth, Finding, Job, Kit, Zone } from "@/core/job/schema";
import type { TemplateId } from "@/core/ground/pieces/templates";
import { withMachine } from "@/core/judgement/shelf/edits";
import type { ActionId } from "@/core/ground/catalog/actions";
import type { Step } from "@/core/judgement/treatment/step/step";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/**
 * Worked situations: what the trade would do first, what it would never do there, and which way through the middle.
 * All of it common practice, no source, unless a row names one.
 */
interface Situation {
  on: { template: TemplateId; role: RoleId; cloth?: Partial<Cloth>; zone?: Partial<Zone> };
  evidence?: Evidence;
  /** A finding of another kind in place of a mark. */
  finding?: object;
  sizeMm?: number;
  site?: Job["site"];
  account?: Account;
  choices?: Partial<Job["choices"]>;
  kit?: Kit;
  promises?: Job["promises"];
  /** The first step of the work but for looking and proving: its agent, else what is done. */
  first: AgentId | ActionId | "nothing";
  /** The first thing done to the mark itself. */
  onMark?: AgentId | ActionId;
  has?: (AgentId | ActionId)[];
  never: (AgentId | ActionId)[];
  /** The way through the middle. */
  school: School | "none";
  /** What is done to the cloth last, before the towel and before it is set to dry. */
  last: AgentId | ActionId | "nothing";
  state?: string;
  source?: string;
}

const KNOWN: Cloth = {
  material: "polyester",
  build: "cover-on-foam",
  careCode: "none",
  ageYears: 5,
  condition: "sound",
  neighbours: [],
  fastness: {},
};

const seat = (cloth: Partial<Cloth> = {}, zone: Partial<Zone> = {}): Situation["on"] => ({
  template: "settee",
  role: "base",
  cloth,
  zone,
});
const inCabin = (role: RoleId, cloth: Partial<Cloth> = {}, zone: Partial<Zone> = {}): Situation["on"] => ({
  template: "cabin",
  role,
  cloth,
  zone,
});
const carpet = (cloth: Partial<Cloth> = {}, zone: Partial<Zone> = {}): Situation["on"] => ({
  template: "room",
  role: "field",
  cloth: { build: "carpet-on-underlay", ...cloth },
  zone,
});
const COLD: Job["site"] = { airTempC: 4, relativeHumidityPct: 85, airSpeedMPerS: 0.1 };
const WINE: Evidence = { owner: "wine-beer", colour: "red-purple", edge: "spatter", towel: "colour" };
const MILK: Evidence = { owner: "milk-blood", feel: "crusty", smell: "sour" };
const OIL: Evidence = { owner: "oil-cream", place: "contact", colour: "dark-same", feel: "greasy", swab: "lifts" };
const TAR: Evidence = { feel: "greasy", smell: "fuel", swab: "lifts", place: "feet" };
const PET: Evidence = { owner: "pet", smell: "ammonia", lamp: "yellow" };
const GUM: Evidence = { owner: "wax", feel: "hard" };
const INK: Evidence = { owner: "ink-makeup" };
const RING: Evidence = { edge: "dark-rim", feel: "nothing", owner: "unknown", towel: "nothing" };

const SITUATIONS: Record<string, Situation> = {
  "wine on wool": {
    on: seat({ material: "wool" }),
    evidence: WINE,
    onMark: "water",
    has: ["acid-spotter"],
    never: ["enzyme", "degreaser", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "wine on nylon carpet": {
    on: carpet({ material: "nylon" }),
    evidence: WINE,
    onMark: "water",
    has: ["acid-spotter"],
    never: ["degreaser", "alkaline-prespray", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "wine on viscose": {
    on: seat({ material: "viscose" }),
    evidence: WINE,
    never: ["extract", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "coffee with milk on cotton": {
    on: seat({ material: "cotton" }),
    evidence: { owner: "hot-drink", smell: "sour", towel: "colour" },
    never: ["degreaser", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "milk in a foam seat on a cold day": {
    on: seat(),
    evidence: MILK,
    site: COLD,
    onMark: "water",
    has: ["enzyme", "take-out"],
    never: ["steam", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "milk in wool": {
    on: seat({ material: "wool" }),
    evidence: MILK,
    never: ["enzyme", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "blood where someone has asthma": {
    on: seat(),
    evidence: MILK,
    account: { tried: [], users: [], allergies: ["asthma"] },
    never: ["enzyme", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "a pet on carpet": {
    on: carpet(),
    evidence: PET,
    has: ["enzyme"],
    never: ["steam"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
  },
  "a pet on wool carpet": {
    on: carpet({ material: "wool" }),
    evidence: PET,
    never: ["enzyme", "degreaser", "steam"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
  },
  "oil on polyester": {
    on: seat(),
    evidence: OIL,
    onMark: "neutral-cleaner",
    never: ["enzyme", "degreaser"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "oil on wool: no strong alkali": {
    on: seat({ material: "wool" }),
    evidence: OIL,
    never: ["degreaser", "alkaline-prespray", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
  },
  "oil, care code S": {
    on: seat({ careCode: "S" }),
    evidence: OIL,
    never: ["water", "neutral-cleaner", "degreaser", "extract", "steam"],
    first: "dry-removal",
    school: "none",
    last: "solvent",
  },
  "tar on olefin: no solvent": {
    on: carpet({ material: "olefin" }),
    evidence: TAR,
    never: ["solvent", "citrus-solvent", "gel-gum", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "tar on polyester: solvent, then airing before a machine": {
    on: carpet({}, { soil: "heavy" }),
    evidence: TAR,
    onMark: "solvent",
    has: ["air", "extract"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    never: ["enzyme", "peroxide"],
  },
  "gum on nylon loop": {
    on: carpet({ material: "nylon", construction: "loop" }),
    evidence: GUM,
    onMark: "scrape",
    never: ["enzyme", "degreaser", "take-out"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "wax on acetate: never warm, no solvent": {
    on: seat({ material: "acetate" }),
    evidence: GUM,
    onMark: "scrape",
    never: ["steam", "solvent", "gel-gum", "citrus-solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "ink on polyester": {
    on: seat(),
    evidence: INK,
    onMark: "solvent",
    never: ["steam", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "chocolate: chill before anything wet": {
    on: seat(),
    evidence: { owner: "sweet-brown", feel: "hard" },
    never: ["steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "a burn": {
    on: seat({ material: "wool" }),
    evidence: { feel: "bare", towel: "nothing" },
    state: "damage",
    never: ["neutral-cleaner", "enzyme"],
    first: "nothing",
    school: "none",
    last: "nothing",
  },
  "an unknown powder on an unknown cloth": {
    on: seat({
      material: undefined,
      build: undefined,
      careCode: undefined,
      neighbours: undefined,
      ageYears: undefined,
      condition: undefined,
    }),
    evidence: { feel: "powdery" },
    never: ["steam", "extract", "enzyme", "peroxide", "solvent", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "care code X": {
    on: seat({ careCode: "X" }),
    evidence: WINE,
    never: ["water", "neutral-cleaner", "acid-spotter", "solvent", "extract", "steam"],
    first: "dry-removal",
    school: "none",
    last: "dry-removal",
  },
  "smoke in a headliner": {
    on: inCabin("headliner"),
    evidence: { smell: "smoke", place: "ceiling" },
    never: ["steam", "extract", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "a soiled headliner": {
    on: inCabin("headliner", {}, { soil: "moderate" }),
    never: ["steam", "extract"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
  },
  "caked mud in a footwell": {
    on: inCabin("footwell", {}, { soil: "caked" }),
    never: ["dry-removal"],
    first: "presoak",
    school: "extraction",
    last: "extract",
  },
  "heavy trodden soil on carpet": {
    on: carpet({}, { soil: "heavy" }),
    has: ["extract"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    never: ["enzyme", "peroxide", "solvent"],
  },
  "heavy soil, no extractor on the shelf": {
    on: carpet({}, { soil: "heavy" }),
    kit: withMachine(USUAL_KIT, "extractor", false),
    never: ["extract"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "light soil on a seat": {
    on: seat({}, { soil: "light" }),
    never: ["extract", "degreaser"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "heavy soil on a seat with its seams": {
    on: seat({}, { soil: "heavy" }),
    has: ["seams", "extract"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    never: ["enzyme", "peroxide", "solvent", "degreaser"],
  },
  "heavy soil to be dry in an hour": {
    on: seat({}, { soil: "heavy" }),
    site: COLD,
    promises: { usableAt: "2026-05-04T09:00:00Z", dampHandBackAgreed: false },
    never: ["extract"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "an old worn seat: tamped": {
    on: seat({ ageYears: 40, condition: "worn" }, { soil: "moderate" }),
    never: ["seams", "scrape"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "a loose mat comes out first": {
    on: inCabin("mat", {}, { soil: "moderate" }),
    first: "take-out",
    school: "steam",
    last: "steam",
    never: ["solvent", "peroxide"],
  },
  "a belt in the warm": {
    on: inCabin("belt", {}, { soil: "light" }),
    has: ["neutral-cleaner"],
    never: ["extract", "steam", "peroxide", "solvent"],
    first: "take-out",
    school: "low-moisture",
    last: "clean",
  },
  "a belt in the cold": {
    on: inCabin("belt", {}, { soil: "light" }),
    site: COLD,
    never: ["neutral-cleaner", "water", "extract", "steam"],
    first: "take-out",
    school: "none",
    last: "dry-removal",
  },
  "a mildewed belt, someone at risk": {
    on: inCabin("belt"),
    finding: {
      kind: "mould",
      centre: { xMm: 20, yMm: 20 },
      size: { widthMm: 30, heightMm: 30 },
      growth: "growth",
      behind: "cloth",
    },
    account: { tried: [], users: ["frail"], allergies: [] },
    state: "referred",
    never: ["neutral-cleaner", "dry-removal", "peroxide"],
    first: "nothing",
    school: "none",
    last: "nothing",
  },
  "mould over ten square feet": {
    on: carpet(),
    finding: {
      kind: "mould",
      centre: { xMm: 600, yMm: 600 },
      size: { widthMm: 1200, heightMm: 1200 },
      growth: "growth",
      behind: "hard",
    },
    account: { tried: [], users: [], allergies: [] },
    state: "referred",
    never: ["dry-removal", "neutral-cleaner"],
    source: "EPA guidance, from memory: over about 10 square feet is for professionals",
    first: "nothing",
    school: "none",
    last: "nothing",
  },
  "sewage in the owner's account": {
    on: carpet({}, { soil: "heavy" }),
    account: { spilled: ["sewage"], tried: [], users: [], allergies: [] },
    never: ["dry-removal", "neutral-cleaner", "extract"],
    first: "nothing",
    school: "none",
    last: "nothing",
  },
  "orange cables under the carpet": {
    on: inCabin("footwell", { neighbours: ["high-voltage"] }, { soil: "light" }),
    never: ["water", "neutral-cleaner", "dry-removal", "extract", "steam"],
    first: "nothing",
    school: "none",
    last: "nothing",
  },
  "hair on a seat": {
    on: seat({ construction: "woven" }),
    finding: { kind: "hair", density: "much" },
    never: ["neutral-cleaner", "extract"],
    first: "hair-lift",
    school: "none",
    last: "dry-removal",
  },
  "sour milk smelled in a seat, found by nose": {
    on: seat(),
    finding: { kind: "odour", closed: 5, aired: 4, character: "sour", pressed: "stronger" },
    has: ["enzyme"],
    never: ["steam", "gas"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
  },
  "a ring that dries from below": {
    on: seat(),
    evidence: RING,
    has: ["water"],
    never: ["degreaser", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
  },
  "suede-look: neutral cleaner only": {
    on: seat({ material: "suede-look" }, { soil: "moderate" }),
    never: ["extract", "enzyme", "degreaser", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
  },
  "disinfection of a thin cover over foam": {
    on: seat({}, { soil: "moderate" }),
    choices: { disinfect: ["*"] },
    never: ["disinfectant"],
    first: "dry-removal",
    school: "steam",
    last: "steam",
  },
  "disinfection of cleaned carpet": {
    on: carpet({}, { soil: "moderate" }),
    choices: { disinfect: ["*"] },
    has: ["disinfectant"],
    first: "dry-removal",
    school: "steam",
    last: "disinfectant",
    never: ["enzyme", "peroxide"],
  },
  "protector on damp cloth, as its label says": {
    on: seat({}, { soil: "light" }),
    choices: { protect: "damp" },
    has: ["protector"],
    first: "dry-removal",
    school: "steam",
    last: "protector",
    never: ["enzyme", "disinfectant"],
  },
};

function planned(given: Situation) {
  let next = 0;
  const { on } = given;
  const job = jobFromTemplate(on.template, () => `i${next++}`, "2026-05-04T08:00:00Z", {
    cloth: { ...KNOWN, ...on.cloth },
  });
  const zoneId = zoneViews(job).find(({ role }) => role === on.role)!.id;
  Object.assign(job.zones.byId[zoneId]!, on.zone);
  job.account = given.account ?? { tried: [], users: [], allergies: [] };
  job.site = given.site ?? { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 };
  if (given.promises) job.promises = given.promises;
  job.choices = { ...job.choices, ...given.choices, ...(given.choices?.disinfect ? { disinfect: [zoneId] } : {}) };
  const size = given.sizeMm ?? 80;
  const finding = given.finding
    ? { zoneId, ...given.finding }
    : given.evidence
      ? {
          kind: "mark",
          zoneId,
          centre: { xMm: 100, yMm: 100 },
          size: { widthMm: size, heightMm: size },
          evidence: given.evidence,
        }
      : undefined;
  if (finding) Object.assign(job.findings, { byId: { f: finding as Finding }, order: ["f"] });
  const { plan } = assess(job, given.kit ?? USUAL_KIT, "2026-05-04T08:00:00Z");
  const done = plan.steps.filter(({ action }) => action !== "check-first" && action !== "fastness-check");
  const nameOf = (step: Step | undefined) =>
    step === undefined ? "nothing" : step.agent && CARRIES.includes(step.action) ? step.agent : step.action;
  return {
    done,
    zone: plan.zones[zoneId]!,
    mark: plan.marks.f,
    first: nameOf(done[0]),
    onMark: nameOf(done.find(({ findingId }) => findingId === "f")),
    last: nameOf(done.findLast(({ action }) => action !== "towel-off" && action !== "set-to-dry")),
    all: new Set(done.flatMap(({ action, agent }) => [action, ...(agent ? [agent] : [])])),
  };
}

/** Named by what is put on, not by the act. */
const CARRIES: readonly ActionId[] = ["agent", "rinse"];

describe("worked situations", () => {
  it.each(Object.entries(SITUATIONS))("%s", (_name, given) => {
    const { done, zone, mark, first, onMark, last, all } = planned(given);
    expect({ first, last, school: zone.picked ?? "none" }).toEqual({
      first: given.first,
      last: given.last,
      school: given.school,
    });
    if (given.onMark) expect(onMark).toBe(given.onMark);
    for (const wanted of given.has ?? []) expect([...all]).toContain(wanted);
    for (const forbidden of given.never) expect([...all]).not.toContain(forbidden);
    if (given.state) expect(mark?.state).toBe(given.state);
    // What was wetted is lifted off and set to dry.
    if (done.some(({ agent }) => agent)) expect(done.at(-1)!.action).toBe("set-to-dry");
  });
});
