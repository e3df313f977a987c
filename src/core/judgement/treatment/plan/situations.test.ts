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
  first?: AgentId | ActionId;
  /** The first thing done to the mark itself. */
  onMark?: AgentId | ActionId;
  has?: (AgentId | ActionId)[];
  never?: (AgentId | ActionId)[];
  school?: School;
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
    school: "low-moisture",
  },
  "wine on nylon carpet": {
    on: carpet({ material: "nylon" }),
    evidence: WINE,
    onMark: "water",
    has: ["acid-spotter"],
    never: ["degreaser", "alkaline-prespray", "steam"],
  },
  "wine on viscose": {
    on: seat({ material: "viscose" }),
    evidence: WINE,
    never: ["extract", "steam", "degreaser"],
    school: "low-moisture",
  },
  "coffee with milk on cotton": {
    on: seat({ material: "cotton" }),
    evidence: { owner: "hot-drink", smell: "sour", towel: "colour" },
    never: ["degreaser", "steam"],
  },
  "milk in a foam seat on a cold day": {
    on: seat(),
    evidence: MILK,
    site: COLD,
    onMark: "water",
    has: ["enzyme", "take-out"],
    never: ["steam", "solvent"],
  },
  "milk in wool": { on: seat({ material: "wool" }), evidence: MILK, never: ["enzyme", "steam", "degreaser"] },
  "blood where someone has asthma": {
    on: seat(),
    evidence: MILK,
    account: { tried: [], users: [], allergies: ["asthma"] },
    never: ["enzyme", "steam"],
  },
  "a pet on carpet": { on: carpet(), evidence: PET, has: ["enzyme"], never: ["steam"], school: "extraction" },
  "a pet on wool carpet": { on: carpet({ material: "wool" }), evidence: PET, never: ["enzyme", "degreaser", "steam"] },
  "oil on polyester": { on: seat(), evidence: OIL, onMark: "neutral-cleaner", never: ["enzyme", "degreaser"] },
  "oil on wool: no strong alkali": {
    on: seat({ material: "wool" }),
    evidence: OIL,
    never: ["degreaser", "alkaline-prespray", "enzyme"],
  },
  "oil, care code S": {
    on: seat({ careCode: "S" }),
    evidence: OIL,
    never: ["water", "neutral-cleaner", "degreaser", "extract", "steam"],
  },
  "tar on olefin: no solvent": {
    on: carpet({ material: "olefin" }),
    evidence: TAR,
    never: ["solvent", "citrus-solvent", "gel-gum", "steam"],
  },
  "tar on polyester: solvent, then airing before a machine": {
    on: carpet({}, { soil: "heavy" }),
    evidence: TAR,
    onMark: "solvent",
    has: ["air", "extract"],
  },
  "gum on nylon loop": {
    on: carpet({ material: "nylon", construction: "loop" }),
    evidence: GUM,
    onMark: "scrape",
    never: ["enzyme", "degreaser", "take-out"],
  },
  "wax on acetate: never warm, no solvent": {
    on: seat({ material: "acetate" }),
    evidence: GUM,
    onMark: "scrape",
    never: ["steam", "solvent", "gel-gum", "citrus-solvent"],
  },
  "ink on polyester": { on: seat(), evidence: INK, onMark: "solvent", never: ["steam", "enzyme"] },
  "chocolate: chill before anything wet": {
    on: seat(),
    evidence: { owner: "sweet-brown", feel: "hard" },
    never: ["steam"],
  },
  "a burn": {
    on: seat({ material: "wool" }),
    evidence: { feel: "bare", towel: "nothing" },
    state: "damage",
    never: ["neutral-cleaner", "enzyme"],
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
    first: "dry-removal",
    never: ["steam", "extract", "enzyme", "peroxide", "solvent", "degreaser"],
  },
  "care code X": {
    on: seat({ careCode: "X" }),
    evidence: WINE,
    first: "dry-removal",
    never: ["water", "neutral-cleaner", "acid-spotter", "solvent", "extract", "steam"],
  },
  "smoke in a headliner": {
    on: inCabin("headliner"),
    evidence: { smell: "smoke", place: "ceiling" },
    never: ["steam", "extract", "degreaser"],
    school: "low-moisture",
  },
  "a soiled headliner": {
    on: inCabin("headliner", {}, { soil: "moderate" }),
    never: ["steam", "extract"],
    school: "low-moisture",
  },
  "caked mud in a footwell": {
    on: inCabin("footwell", {}, { soil: "caked" }),
    first: "presoak",
    never: ["dry-removal"],
  },
  "heavy trodden soil on carpet": {
    on: carpet({}, { soil: "heavy" }),
    first: "dry-removal",
    has: ["extract"],
    school: "extraction",
  },
  "heavy soil, no extractor on the shelf": {
    on: carpet({}, { soil: "heavy" }),
    kit: withMachine(USUAL_KIT, "extractor", false),
    never: ["extract"],
  },
  "light soil on a seat": { on: seat({}, { soil: "light" }), first: "dry-removal", never: ["extract", "degreaser"] },
  "heavy soil on a seat with its seams": {
    on: seat({}, { soil: "heavy" }),
    first: "dry-removal",
    has: ["seams", "extract"],
    school: "extraction",
  },
  "heavy soil to be dry in an hour": {
    on: seat({}, { soil: "heavy" }),
    site: COLD,
    promises: { usableAt: "2026-05-04T09:00:00Z", dampHandBackAgreed: false },
    never: ["extract"],
  },
  "an old worn seat: tamped": {
    on: seat({ ageYears: 40, condition: "worn" }, { soil: "moderate" }),
    never: ["seams", "scrape"],
  },
  "a loose mat comes out first": { on: inCabin("mat", {}, { soil: "moderate" }), first: "take-out" },
  "a belt in the warm": {
    on: inCabin("belt", {}, { soil: "light" }),
    first: "take-out",
    has: ["neutral-cleaner"],
    never: ["extract", "steam", "peroxide", "solvent"],
  },
  "a belt in the cold": {
    on: inCabin("belt", {}, { soil: "light" }),
    site: COLD,
    never: ["neutral-cleaner", "water", "extract", "steam"],
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
  },
  "sewage in the owner's account": {
    on: carpet({}, { soil: "heavy" }),
    account: { spilled: ["sewage"], tried: [], users: [], allergies: [] },
    never: ["dry-removal", "neutral-cleaner", "extract"],
  },
  "orange cables under the carpet": {
    on: inCabin("footwell", { neighbours: ["high-voltage"] }, { soil: "light" }),
    never: ["water", "neutral-cleaner", "dry-removal", "extract", "steam"],
  },
  "hair on a seat": {
    on: seat({ construction: "woven" }),
    finding: { kind: "hair", density: "much" },
    first: "hair-lift",
    never: ["neutral-cleaner", "extract"],
  },
  "sour milk smelled in a seat, found by nose": {
    on: seat(),
    finding: { kind: "odour", closed: 5, aired: 4, character: "sour", pressed: "stronger" },
    has: ["enzyme"],
    never: ["steam", "gas"],
  },
  "a ring that dries from below": { on: seat(), evidence: RING, has: ["water"], never: ["degreaser", "enzyme"] },
  "suede-look: neutral cleaner only": {
    on: seat({ material: "suede-look" }, { soil: "moderate" }),
    never: ["extract", "enzyme", "degreaser", "solvent"],
    school: "low-moisture",
  },
  "disinfection of a thin cover over foam": {
    on: seat({}, { soil: "moderate" }),
    choices: { disinfect: ["*"] },
    never: ["disinfectant"],
  },
  "disinfection of cleaned carpet": {
    on: carpet({}, { soil: "moderate" }),
    choices: { disinfect: ["*"] },
    has: ["disinfectant"],
  },
  "protector on damp cloth, as its label says": {
    on: seat({}, { soil: "light" }),
    choices: { protect: "damp" },
    has: ["protector"],
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
  const nameOf = (step: (typeof done)[number] | undefined) =>
    step && (step.agent && step.action === "agent" ? step.agent : step.action);
  return {
    plan,
    zone: plan.zones[zoneId]!,
    mark: plan.marks.f,
    first: nameOf(done[0]),
    onMark: nameOf(done.find(({ findingId }) => findingId === "f")),
    all: new Set(done.flatMap(({ action, agent }) => [action, ...(agent ? [agent] : [])])),
  };
}

describe("worked situations", () => {
  it("are at least thirty", () => expect(Object.keys(SITUATIONS).length).toBeGreaterThanOrEqual(30));

  it.each(Object.entries(SITUATIONS))("%s", (_name, given) => {
    const { zone, mark, first, onMark, all } = planned(given);
    if (given.first) expect(first).toBe(given.first);
    if (given.onMark) expect(onMark).toBe(given.onMark);
    for (const wanted of given.has ?? []) expect([...all]).toContain(wanted);
    for (const forbidden of given.never ?? []) expect([...all]).not.toContain(forbidden);
    if (given.school) expect(zone.picked).toBe(given.school);
    if (given.state) expect(mark?.state).toBe(given.state);
  });
});
