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
  /** These in this order, other things between them. */
  order?: (AgentId | ActionId)[];
  /** More that was found on the same zone. */
  also?: object[];
  /** Hands-on minutes without proofs and looking, from and to. */
  minutes: readonly [number, number];
  /** What a practitioner would say to it. */
  why: string;
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
const other = (
  template: TemplateId,
  role: RoleId,
  cloth: Partial<Cloth> = {},
  zone: Partial<Zone> = {},
): Situation["on"] => ({
  template,
  role,
  cloth,
  zone,
});
/** Nobody knows anything of it. */
const UNKNOWN: Partial<Cloth> = {
  material: undefined,
  build: undefined,
  careCode: undefined,
  neighbours: undefined,
  ageYears: undefined,
  condition: undefined,
};
const hurt = (damage: string) => ({
  kind: "damage",
  centre: { xMm: 60, yMm: 60 },
  size: { widthMm: 50, heightMm: 50 },
  damage,
});
const asked = (more: Partial<Account> = {}): Account => ({ tried: [], users: [], allergies: [], ...more });
const withoutMachines = (...ids: ("extractor" | "steamer" | "wet-vacuum")[]): Kit =>
  ids.reduce<Kit>((kit, id) => withMachine(kit, id, false), USUAL_KIT);
const COLD: Job["site"] = { airTempC: 4, relativeHumidityPct: 85, airSpeedMPerS: 0.1 };
const WINE: Evidence = { owner: "wine-beer", colour: "red-purple", edge: "spatter", towel: "colour" };
const MILK: Evidence = { owner: "milk-blood", feel: "crusty", smell: "sour" };
const OIL: Evidence = { owner: "oil-cream", place: "contact", colour: "dark-same", feel: "greasy", swab: "lifts" };
const TAR: Evidence = { feel: "greasy", smell: "fuel", swab: "lifts", place: "feet" };
const PET: Evidence = { owner: "pet", smell: "ammonia", lamp: "yellow" };
const GUM: Evidence = { owner: "wax", feel: "hard" };
const INK: Evidence = { owner: "ink-makeup" };
const COFFEE: Evidence = { owner: "hot-drink", colour: "yellow-brown", towel: "colour" };
const WHITE_COFFEE: Evidence = { owner: "milky-drink", smell: "sour", towel: "colour" };
const COLA: Evidence = { owner: "soft-drink", feel: "tacky", smell: "sweet" };
const RUST: Evidence = { colour: "orange", edge: "sharp", owner: "water", pile: "through", lamp: "dark" };
const MAKE_UP: Evidence = { owner: "ink-makeup", smell: "perfume", feel: "greasy" };
const BEETROOT: Evidence = { owner: "soup-sauce", colour: "red-purple", towel: "colour", edge: "sharp" };
const BROWN: Evidence = { owner: "sweet-brown", feel: "hard" };
const MOULD = {
  kind: "mould",
  centre: { xMm: 60, yMm: 60 },
  size: { widthMm: 90, heightMm: 60 },
  growth: "growth",
  behind: "hard",
};
const RING: Evidence = { edge: "dark-rim", feel: "nothing", owner: "unknown", towel: "nothing" };

const SITUATIONS: Record<string, Situation> = {
  "wine on wool": {
    on: seat({ material: "wool" }),
    why: "Tannin is loosest in mild acid, and wool bears that; enzyme and alkali eat it.",
    evidence: WINE,
    onMark: "water",
    has: ["acid-spotter"],
    order: ["water", "acid-spotter", "work", "acid-rinse"],
    never: ["enzyme", "degreaser", "steam", "clean"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 20],
  },
  "wine on nylon carpet": {
    on: carpet({ material: "nylon" }),
    why: "Alkali would brown it and take the dye with it.",
    evidence: WINE,
    onMark: "water",
    has: ["acid-spotter"],
    never: ["degreaser", "alkaline-prespray", "steam", "clean"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 20],
  },
  "wine on viscose": {
    on: seat({ material: "viscose" }),
    why: "It weakens wet and rings: hardly damp, to the seam.",
    evidence: WINE,
    never: ["extract", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 25],
  },
  "a fresh spill of wine": {
    on: seat(),
    why: "Every minute it runs deeper: blot, and the nozzle stays off what is wet.",
    evidence: { ...WINE, age: "fresh" },
    onMark: "blot",
    order: ["blot", "water", "acid-spotter", "work"],
    never: ["dry-removal", "steam", "clean"],
    first: "blot",
    school: "low-moisture",
    last: "water",
    minutes: [5, 20],
  },
  "a fresh spill on a soiled seat": {
    on: seat({}, { soil: "moderate" }),
    why: "Blot now; the panel has waited for months.",
    evidence: { ...WINE, age: "fresh" },
    onMark: "blot",
    has: ["dry-removal", "clean"],
    order: ["blot", "dry-removal", "acid-spotter"],
    never: ["steam"],
    first: "blot",
    school: "low-moisture",
    last: "water",
    minutes: [15, 45],
  },
  "a single coffee mark on a seat": {
    on: seat(),
    why: "A mark is a mark: its spread, feathered out, and the rest stays dry.",
    evidence: COFFEE,
    sizeMm: 90,
    onMark: "water",
    never: ["clean", "extract", "steam", "presoak"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 25],
  },
  "an oil spot in a room of carpet": {
    on: { template: "room", role: "field", cloth: { build: "carpet-on-underlay" } },
    why: "Six centimetres in ten square metres: nobody washes the room for it.",
    evidence: OIL,
    sizeMm: 60,
    never: ["clean", "extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 30],
  },
  "one mark on a mattress": {
    on: other("mattress", "top"),
    why: "Never steam or brush a whole mattress for one spot.",
    evidence: COFFEE,
    sizeMm: 120,
    never: ["clean", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 30],
  },
  "coffee with milk between the seats": {
    on: seat(),
    why: "Milk first: acid would set it. The tannin waits for the next round.",
    evidence: WHITE_COFFEE,
    onMark: "water",
    has: ["enzyme"],
    order: ["water", "enzyme", "towel-off", "rinse"],
    never: ["acid-spotter", "degreaser", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 25],
  },
  "coffee with milk on cotton": {
    on: seat({ material: "cotton" }),
    why: "Milk first, and unrated cotton rings: damp it to the seam. Enzyme is in it: plain water.",
    evidence: WHITE_COFFEE,
    has: ["enzyme"],
    never: ["degreaser", "steam", "acid-spotter"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 30],
  },
  "coffee with milk on wool": {
    on: seat({ material: "wool" }),
    why: "No enzyme on wool: neutral and patience.",
    evidence: WHITE_COFFEE,
    never: ["enzyme", "degreaser", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 25],
  },
  "milk in a foam seat on a cold day": {
    on: seat(),
    why: "Enzyme by gloved hand, look under it, nothing hot.",
    evidence: MILK,
    site: COLD,
    onMark: "water",
    has: ["enzyme", "take-out"],
    never: ["steam", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 25],
  },
  "milk that ran into the foam": {
    on: seat(),
    why: "What ran in is flushed and drawn off as deep as it went.",
    evidence: { ...MILK, moisture: "deep" },
    has: ["enzyme", "extract"],
    order: ["enzyme", "towel-off", "extract"],
    never: ["steam", "clean"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 35],
  },
  "milk of months ago": {
    on: seat(),
    why: "Old protein gets the long dwell, not the shortest.",
    evidence: { ...MILK, age: "months" },
    has: ["enzyme"],
    never: ["steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 25],
  },
  "milk in wool": {
    on: seat({ material: "wool" }),
    why: "Enzyme digests protein, and wool is protein.",
    evidence: MILK,
    never: ["enzyme", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 20],
  },
  "blood where someone has asthma": {
    on: seat(),
    why: "Enzyme dust sensitises lungs.",
    evidence: MILK,
    account: asked({ allergies: ["asthma"] }),
    never: ["enzyme", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 20],
  },
  "fresh blood on wool": {
    on: seat({ material: "wool" }),
    why: "Cool water at once; no enzyme, no heat.",
    evidence: { ...MILK, age: "fresh" },
    never: ["enzyme", "steam", "dry-removal"],
    first: "blot",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [5, 20],
  },
  "a pet on carpet": {
    on: carpet(),
    why: "Digest it, then rinse it out of there and draw it off.",
    evidence: PET,
    has: ["enzyme"],
    order: ["enzyme", "extract"],
    never: ["steam", "clean"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 35],
  },
  "a pet on wool carpet": {
    on: carpet({ material: "wool" }),
    why: "No enzyme on wool; salts still have to be flushed.",
    evidence: PET,
    never: ["enzyme", "degreaser", "steam"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [8, 35],
  },
  "a pet on a mattress": {
    on: other("mattress", "top"),
    why: "Digested, flushed and drawn off where it is, not all over.",
    evidence: PET,
    has: ["enzyme"],
    never: ["steam", "clean"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 35],
  },
  "a sticky drink on carpet": {
    on: carpet(),
    why: "Sugar comes back as a tacky ring where it is not flushed.",
    evidence: COLA,
    never: ["steam", "clean"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [6, 30],
  },
  "oil on polyester": {
    on: seat(),
    why: "A neutral cleaner first; solvent and alkali only when it stays.",
    evidence: OIL,
    onMark: "neutral-cleaner",
    order: ["neutral-cleaner", "work", "towel-off", "rinse"],
    never: ["enzyme", "degreaser", "steam", "clean"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 20],
  },
  "oil on wool": {
    on: seat({ material: "wool" }),
    why: "No strong alkali on wool.",
    evidence: OIL,
    never: ["degreaser", "alkaline-prespray", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [4, 20],
  },
  "oil, care code S": {
    on: seat({ careCode: "S" }),
    why: "The label allows solvent only.",
    evidence: OIL,
    never: ["water", "neutral-cleaner", "degreaser", "extract", "steam"],
    first: "dry-removal",
    school: "none",
    last: "solvent",
    minutes: [2, 15],
  },
  "tar on olefin": {
    on: carpet({ material: "olefin" }),
    why: "Solvent swells olefin and heat melts it.",
    evidence: TAR,
    never: ["solvent", "citrus-solvent", "gel-gum", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 25],
  },
  "tar on a heavily soiled carpet": {
    on: carpet({}, { soil: "heavy" }),
    why: "Solvent, then air it out before anything with a motor.",
    evidence: TAR,
    onMark: "solvent",
    has: ["air", "extract"],
    order: ["solvent", "air", "clean", "extract"],
    never: ["enzyme", "peroxide"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [60, 220],
  },
  "tar, care code W": {
    on: seat({ careCode: "W" }),
    why: "The maker allows water only: no solvent.",
    evidence: TAR,
    never: ["solvent", "citrus-solvent", "gel-gum"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 25],
  },
  "gum on nylon loop": {
    on: carpet({ material: "nylon", construction: "loop" }),
    why: "Cold makes it brittle, warmth lets the towel drink the rest.",
    evidence: GUM,
    onMark: "scrape",
    order: ["scrape", "steam", "towel-off"],
    never: ["enzyme", "degreaser", "take-out", "clean"],
    first: "dry-removal",
    school: "low-moisture",
    last: "steam",
    minutes: [5, 25],
  },
  "gum on wool": {
    on: seat({ material: "wool" }),
    why: "Steam felts wool: cold and the scraper.",
    evidence: GUM,
    onMark: "scrape",
    never: ["steam", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "scrape",
    minutes: [4, 20],
  },
  "wax on acetate": {
    on: seat({ material: "acetate" }),
    why: "Never warm, and it dissolves in solvent.",
    evidence: GUM,
    onMark: "scrape",
    never: ["steam", "solvent", "gel-gum", "citrus-solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "scrape",
    minutes: [4, 20],
  },
  "ink on polyester": {
    on: seat(),
    why: "Feed the towel, not the cloth; it airs off, so nothing is rinsed.",
    evidence: INK,
    onMark: "solvent",
    never: ["steam", "enzyme", "rinse"],
    first: "dry-removal",
    school: "low-moisture",
    last: "solvent",
    minutes: [2, 20],
  },
  "ink on wool": {
    on: seat({ material: "wool" }),
    why: "Dry solvent on the towel suits wool.",
    evidence: INK,
    onMark: "solvent",
    never: ["steam", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "solvent",
    minutes: [2, 20],
  },
  "make-up on a headliner": {
    on: inCabin("headliner"),
    why: "Solvent lets the glue go: a damp cloth with cleaner, once.",
    evidence: MAKE_UP,
    never: ["solvent", "degreaser", "steam", "extract", "work"],
    first: "dry-removal",
    school: "low-moisture",
    last: "neutral-cleaner",
    minutes: [2, 15],
  },
  chocolate: {
    on: seat(),
    why: "Chilled it lifts in one piece; lukewarm, since it holds protein.",
    evidence: BROWN,
    order: ["scrape", "neutral-cleaner", "work"],
    never: ["steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [6, 25],
  },
  "chocolate on wool": {
    on: seat({ material: "wool" }),
    why: "Cold, then neutral: no heat, no enzyme.",
    evidence: BROWN,
    never: ["steam", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [6, 25],
  },
  "beetroot on nylon": {
    on: seat({ material: "nylon" }),
    why: "Plant colour keeps loose in cool mild acid; alkali fixes it.",
    evidence: BEETROOT,
    never: ["degreaser", "alkaline-prespray", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [4, 20],
  },
  "rust on polyester": {
    on: seat(),
    why: "Mild acid takes light rust; oxalic only when it stays.",
    evidence: RUST,
    onMark: "acid-spotter",
    never: ["oxalic-rust", "peroxide", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [3, 20],
  },
  "a burn": {
    on: seat({ material: "wool" }),
    why: "Damage, not soil: the owner hears it first.",
    evidence: { feel: "bare", towel: "nothing" },
    state: "damage",
    never: ["neutral-cleaner", "enzyme"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "a ring that dries from below": {
    on: seat(),
    why: "Evenly to the seam, or it has a new edge.",
    evidence: { ...RING, moisture: "deep" },
    has: ["water"],
    never: ["degreaser", "enzyme"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [5, 30],
  },
  "a ring on viscose": {
    on: seat({ material: "viscose" }),
    why: "Damped evenly to the nearest seam, hardly wet, and never drawn off; mild acid keeps it from browning.",
    evidence: RING,
    never: ["extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [4, 25],
  },
  "a ring on a headliner": {
    on: inCabin("headliner"),
    why: "One damp pass; the glue bears no more.",
    evidence: { ...RING, owner: "water" },
    never: ["extract", "steam", "work", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [1, 20],
  },
  "an unknown powder on an unknown sofa": {
    on: seat(UNKNOWN),
    why: "Dry first; then what suits every cloth it may be.",
    evidence: { feel: "powdery" },
    never: ["steam", "extract", "enzyme", "peroxide", "solvent", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [3, 20],
  },
  "care code X": {
    on: seat({ careCode: "X" }),
    why: "Vacuum and nothing else.",
    evidence: WINE,
    never: ["water", "neutral-cleaner", "acid-spotter", "solvent", "extract", "steam"],
    first: "dry-removal",
    school: "none",
    last: "dry-removal",
    minutes: [1, 5],
  },
  "a dye that runs with water": {
    on: seat({ fastness: { water: 2 } }),
    why: "It ran in the proof: that rules out everything with water.",
    evidence: WINE,
    never: ["water", "neutral-cleaner", "acid-spotter", "extract", "steam", "enzyme"],
    first: "dry-removal",
    school: "none",
    last: "dry-removal",
    minutes: [1, 5],
  },
  "bleach was tried on a wine mark": {
    on: seat(),
    why: "Rinse and draw off until the strip is neutral; no acid and no enzyme that visit.",
    evidence: WINE,
    account: asked({ tried: ["bleach"] }),
    has: ["extract"],
    order: ["dry-removal", "extract"],
    never: ["acid-spotter", "acid-rinse", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [5, 30],
  },
  "vinegar was tried on an oil spot": {
    on: seat(),
    why: "What the owner left in is of no harm to a neutral cleaner.",
    evidence: OIL,
    account: asked({ tried: ["vinegar"] }),
    never: ["degreaser", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 20],
  },
  "light soil on a seat": {
    on: seat({}, { soil: "light" }),
    why: "Everyday soil needs no more than cleaner, brush and towel.",
    order: ["clean", "work", "towel-off", "rinse"],
    never: ["extract", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [6, 25],
  },
  "moderate soil on a seat": {
    on: seat({}, { soil: "moderate" }),
    why: "Two rounds of low moisture; steam is no default.",
    has: ["seams"],
    never: ["extract", "steam", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 30],
  },
  "heavy soil on a seat with its seams": {
    on: seat({}, { soil: "heavy" }),
    why: "Carried off, not moved about; brushed in, then drawn off right behind.",
    has: ["seams", "extract"],
    order: ["seams", "clean", "work", "extract"],
    never: ["enzyme", "peroxide", "solvent", "degreaser", "steam"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 40],
  },
  "heavy soil beside a heated seat's wires": {
    on: seat({ neighbours: ["electrics"] }, { soil: "heavy" }),
    why: "No spray and no drawing off there: towel, and another round.",
    never: ["extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 45],
  },
  "heavy soil, only a wet vacuum": {
    on: seat({}, { soil: "heavy" }),
    why: "A wet vacuum draws off too: slower and wetter, far better than towels.",
    kit: withoutMachines("extractor", "steamer"),
    never: ["steam"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 45],
  },
  "heavy soil, only towels": {
    on: seat({}, { soil: "heavy" }),
    why: "Without a machine: rounds of cleaner, brush and towel.",
    kit: withoutMachines("extractor", "steamer", "wet-vacuum"),
    never: ["extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [10, 50],
  },
  "heavy soil to be dry in an hour, in the cold": {
    on: seat({}, { soil: "heavy" }),
    why: "Nothing dries by then: the way that is usable soonest.",
    site: COLD,
    promises: { usableAt: "2026-05-04T09:00:00Z", dampHandBackAgreed: false },
    never: ["extract"],
    first: "dry-removal",
    school: "steam",
    last: "water",
    minutes: [8, 50],
  },
  "a greasy arm": {
    on: other("settee", "arm", {}, { soil: "moderate" }),
    why: "Grease lets go in one pass of steam.",
    evidence: { ...OIL, drop: "beads", smell: "perfume" },
    order: ["clean", "work", "towel-off", "steam", "towel-off", "rinse"],
    never: ["extract"],
    first: "dry-removal",
    school: "steam",
    last: "water",
    minutes: [10, 45],
  },
  "a greasy arm of suede-look": {
    on: other("settee", "arm", { material: "suede-look" }, { soil: "moderate" }),
    why: "Neutral, on the cloth, repeated rather than strengthened; no steam.",
    evidence: OIL,
    never: ["steam", "extract", "degreaser", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 45],
  },
  "suede-look, moderately soiled": {
    on: seat({ material: "suede-look" }, { soil: "moderate" }),
    why: "Neutral cleaner only, little of it.",
    never: ["extract", "enzyme", "degreaser", "solvent", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 35],
  },
  "suede-look, lightly soiled": {
    on: seat({ material: "suede-look" }, { soil: "light" }),
    why: "The cloth alone does; a brush only where it needs it.",
    never: ["work", "extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 25],
  },
  "an old worn seat": {
    on: seat({ ageYears: 40, condition: "worn" }, { soil: "moderate" }),
    why: "Tamped, never scrubbed.",
    never: ["seams", "scrape", "extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 40],
  },
  "moderate soil on cotton": {
    on: seat({ material: "cotton" }, { soil: "moderate" }),
    why: "Cellulose browns in alkali: mild acid last.",
    never: ["extract", "degreaser", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [8, 30],
  },
  "moderate soil on silk": {
    on: seat({ material: "silk" }, { soil: "moderate" }),
    why: "Hardly damp, no rubbing, no enzyme.",
    never: ["extract", "steam", "enzyme", "degreaser"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [6, 35],
  },
  "heavy trodden soil on carpet": {
    on: carpet({}, { soil: "heavy" }),
    why: "Alkaline pre-spray where feet go, and acid after it.",
    has: ["extract", "alkaline-prespray"],
    never: ["enzyme", "peroxide", "solvent"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [60, 220],
  },
  "heavy soil on a wool carpet": {
    on: carpet({ material: "wool" }, { soil: "heavy" }),
    why: "Neutral only, cool, and acid last.",
    never: ["alkaline-prespray", "degreaser", "enzyme", "steam"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [60, 300],
  },
  "heavy soil on nylon carpet": {
    on: carpet({ material: "nylon" }, { soil: "heavy" }),
    why: "Nylon holds alkali: acid rinse, whatever the school.",
    never: ["enzyme", "steam"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [60, 220],
  },
  "heavy soil on a stair": {
    on: other("stairs", "tread", { build: "carpet-stuck-down" }, { soil: "heavy" }),
    why: "Trodden in and stuck down: pre-spray, few strokes.",
    never: ["steam", "enzyme"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [4, 40],
  },
  "dry mud in a footwell": {
    on: inCabin("footwell", { build: "carpet-stuck-down" }, { soil: "caked" }),
    why: "Brushed loose dry with the nozzle there; wetted first it runs down the pile.",
    order: ["dry-removal", "clean", "work", "extract"],
    never: ["presoak", "enzyme"],
    first: "dry-removal",
    school: "extraction",
    last: "acid-rinse",
    minutes: [10, 60],
  },
  "wet mud in a footwell": {
    on: inCabin("footwell", { build: "carpet-stuck-down" }, { wetMud: true }),
    why: "Soaked and lifted, and only then brushed.",
    order: ["presoak", "towel-off", "clean", "work"],
    never: ["dry-removal", "seams"],
    first: "presoak",
    school: "extraction",
    last: "acid-rinse",
    minutes: [8, 60],
  },
  "a muddy loose mat": {
    on: inCabin("mat", { build: "carpet-stuck-down" }, { soil: "caked" }),
    why: "Out of the cabin first.",
    never: ["presoak", "solvent"],
    first: "take-out",
    school: "extraction",
    last: "acid-rinse",
    minutes: [8, 50],
  },
  "a loose mat, moderately soiled": {
    on: inCabin("mat", {}, { soil: "moderate" }),
    why: "Out first; then as a carpet.",
    never: ["solvent", "peroxide", "steam"],
    first: "take-out",
    school: "low-moisture",
    last: "water",
    minutes: [8, 40],
  },
  "a soiled headliner": {
    on: inCabin("headliner", {}, { soil: "moderate" }),
    why: "One light pass in one direction, once, and nothing after it.",
    never: ["steam", "extract", "work", "rinse", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
    minutes: [4, 40],
  },
  "smoke in a headliner": {
    on: inCabin("headliner"),
    why: "As lightly as its glue allows.",
    evidence: { smell: "smoke", place: "ceiling", colour: "yellow-brown", edge: "feathered" },
    never: ["steam", "extract", "degreaser", "work"],
    first: "dry-removal",
    school: "low-moisture",
    last: "neutral-cleaner",
    minutes: [2, 20],
  },
  "grease on a headliner": {
    on: inCabin("headliner"),
    why: "Cleaner on the cloth, then leave it: no solvent, no alkali.",
    evidence: OIL,
    never: ["solvent", "degreaser", "steam", "work"],
    first: "dry-removal",
    school: "low-moisture",
    last: "neutral-cleaner",
    minutes: [2, 20],
  },
  "a sagging headliner": {
    on: inCabin("headliner", {}, { soil: "light" }),
    why: "Hands off, or a wrung towel laid on.",
    also: [hurt("sag")],
    never: ["steam", "extract", "work", "rinse"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
    minutes: [2, 35],
  },
  "door cloth over a speaker": {
    on: inCabin("door-cloth", {}, { soil: "moderate" }),
    why: "Glue and a speaker: damp cloth, once.",
    never: ["steam", "extract", "work"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
    minutes: [2, 25],
  },
  "a belt in the warm": {
    on: inCabin("belt", {}, { soil: "light" }),
    why: "Mild cleaner on a towel, pulled out and clamped.",
    has: ["neutral-cleaner"],
    never: ["extract", "steam", "peroxide", "solvent"],
    first: "take-out",
    school: "low-moisture",
    last: "water",
    minutes: [3, 20],
  },
  "a belt in the cold": {
    on: inCabin("belt", {}, { soil: "light" }),
    why: "It would mould in its reel: it stays dry.",
    site: COLD,
    never: ["neutral-cleaner", "water", "extract", "steam"],
    first: "take-out",
    school: "none",
    last: "dry-removal",
    minutes: [1, 10],
  },
  "tar on a belt": {
    on: inCabin("belt"),
    why: "No solvent on what holds a life.",
    evidence: TAR,
    never: ["solvent", "citrus-solvent", "gel-gum", "degreaser"],
    first: "take-out",
    school: "low-moisture",
    last: "water",
    minutes: [3, 20],
  },
  "orange cables under the carpet": {
    on: inCabin("footwell", { neighbours: ["high-voltage"] }, { soil: "light" }),
    why: "No liquid there, whatever it looks like.",
    never: ["water", "neutral-cleaner", "dry-removal", "extract", "steam"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "under a seat that stays in": {
    on: inCabin("under-seat", {}, { soil: "moderate" }),
    why: "Modules and plugs: a towel only.",
    never: ["extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 30],
  },
  "bare foam on a soiled seat": {
    on: seat({}, { soil: "moderate" }),
    why: "Water runs straight in and does not come out.",
    also: [hurt("foam")],
    never: ["extract", "steam", "seams"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [6, 40],
  },
  "a torn cover, heavily soiled": {
    on: seat({}, { soil: "heavy" }),
    why: "No drawing off through a tear: damp towel, tamped.",
    also: [hurt("torn")],
    never: ["extract", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 50],
  },
  "a loose seam": {
    on: seat({}, { soil: "moderate" }),
    why: "A brush opens it further.",
    also: [hurt("seam")],
    never: ["seams"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [6, 35],
  },
  "an unknown vehicle seat": {
    on: inCabin("base", UNKNOWN, { soil: "moderate" }),
    why: "It is no silk held by glue: neutral cleaner on the towel, soft brush, until somebody looked.",
    has: ["neutral-cleaner", "work"],
    never: ["extract", "steam", "degreaser", "solvent", "enzyme"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [6, 40],
  },
  "an unknown footwell": {
    on: inCabin("footwell", UNKNOWN, { soil: "moderate" }),
    why: "Nylon or polyester carpet as a rule, and wires may lie under it.",
    never: ["extract", "steam", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [4, 40],
  },
  "an unknown headliner": {
    on: inCabin("headliner", UNKNOWN, { soil: "light" }),
    why: "Held by glue as a rule: once, lightly.",
    never: ["extract", "steam", "work", "solvent"],
    first: "dry-removal",
    school: "low-moisture",
    last: "clean",
    minutes: [2, 35],
  },
  "an unknown rug": {
    on: other("rug", "field", UNKNOWN, { soil: "moderate" }),
    why: "Wool until it is proved otherwise.",
    never: ["enzyme", "degreaser", "alkaline-prespray", "steam"],
    first: "dry-removal",
    school: "low-moisture",
    last: "acid-rinse",
    minutes: [15, 90],
  },
  "a little mould on carpet": {
    on: carpet(),
    why: "HEPA vacuum, wiped up, never brushed or steamed.",
    finding: MOULD,
    account: asked(),
    never: ["steam", "work", "seams", "hair-lift"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [3, 20],
  },
  "growth inside foam": {
    on: seat(),
    why: "The foam goes: nothing on that piece is brushed, wetted or blown.",
    finding: { ...MOULD, behind: "foam" },
    account: asked(),
    never: ["dry-removal", "neutral-cleaner"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "a mildewed belt, someone at risk": {
    on: inCabin("belt"),
    why: "Whatever its size, someone licensed.",
    finding: MOULD,
    account: asked({ users: ["frail"] }),
    state: "referred",
    never: ["neutral-cleaner", "dry-removal", "peroxide"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "mould over ten square feet": {
    on: carpet(),
    why: "For professionals: brushing spreads it through the building.",
    finding: { ...MOULD, size: { widthMm: 1200, heightMm: 1200 } },
    account: asked(),
    state: "referred",
    source: "EPA guidance, from memory: over about 10 square feet is for professionals",
    never: ["dry-removal", "neutral-cleaner"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "sewage in the owner's account": {
    on: carpet({}, { soil: "heavy" }),
    why: "Licensed remediation, and nobody stays.",
    account: asked({ spilled: ["sewage"] }),
    never: ["dry-removal", "neutral-cleaner", "extract"],
    first: "nothing",
    school: "none",
    last: "nothing",
    minutes: [0, 0],
  },
  "hair on a seat": {
    on: seat({ construction: "woven" }),
    why: "Dry it lets go, wet it mats.",
    finding: { kind: "hair", density: "much" },
    never: ["neutral-cleaner", "extract"],
    first: "hair-lift",
    school: "none",
    last: "dry-removal",
    minutes: [2, 15],
  },
  "hair woven into a soiled boot": {
    on: inCabin("boot", { build: "carpet-stuck-down", construction: "loop" }, { soil: "moderate" }),
    why: "Hair first, then the vacuum, then anything wet.",
    finding: { kind: "hair", density: "matted" },
    order: ["hair-lift", "dry-removal", "clean"],
    never: ["steam"],
    first: "hair-lift",
    school: "low-moisture",
    last: "water",
    minutes: [12, 80],
  },
  "sour milk smelled in a seat, found by nose": {
    on: seat(),
    why: "Digest it at its source, rinse it out and draw it off.",
    finding: { kind: "odour", closed: 5, aired: 4, character: "sour", pressed: "stronger" },
    has: ["enzyme"],
    order: ["enzyme", "extract"],
    never: ["steam", "gas"],
    first: "dry-removal",
    school: "extraction",
    last: "extract",
    minutes: [8, 45],
  },
  "disinfection of a thin cover over foam": {
    on: seat({}, { soil: "moderate" }),
    why: "Ten minutes wet is too wet for foam; labels seldom allow it on cloth.",
    choices: { disinfect: ["*"] },
    never: ["disinfectant"],
    first: "dry-removal",
    school: "low-moisture",
    last: "water",
    minutes: [8, 35],
  },
  "disinfection of cleaned carpet": {
    on: carpet({}, { soil: "moderate" }),
    why: "On clean cloth only, for its whole time, then wiped.",
    choices: { disinfect: ["*"] },
    has: ["disinfectant"],
    order: ["clean", "disinfectant", "towel-off"],
    never: ["enzyme", "peroxide"],
    first: "dry-removal",
    school: "low-moisture",
    last: "disinfectant",
    minutes: [90, 240],
  },
  "protector on damp cloth, as its label says": {
    on: seat({}, { soil: "light" }),
    why: "On clean cloth, after the rinse, and left in.",
    choices: { protect: "damp" },
    has: ["protector"],
    order: ["clean", "rinse", "protector"],
    never: ["enzyme", "disinfectant"],
    first: "dry-removal",
    school: "low-moisture",
    last: "protector",
    minutes: [8, 30],
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
  const all = [
    ...(finding ? [["f", finding] as const] : []),
    ...(given.also ?? []).map((each, index) => [`a${index}`, { zoneId, ...each }] as const),
  ];
  Object.assign(job.findings, {
    byId: Object.fromEntries(all) as Record<string, Finding>,
    order: all.map(([id]) => id),
  });
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
    last: nameOf(done.findLast(({ action }) => !["towel-off", "set-to-dry", "work"].includes(action))),
    minutes: done.reduce((sum, step) => sum + step.minutes.value, 0),
    names: done.map(({ action, agent }) => [action, agent]),
    all: new Set(done.flatMap(({ action, agent }) => [action, ...(agent ? [agent] : [])])),
  };
}

/** Named by what is put on, not by the act. */
const CARRIES: readonly ActionId[] = ["agent", "rinse"];

describe("worked situations", () => {
  it("are at least eighty, over every kind of finding, build and part of a piece", () => {
    expect(Object.keys(SITUATIONS).length).toBeGreaterThanOrEqual(80);
  });

  it.each(Object.entries(SITUATIONS))("%s", (_name, given) => {
    const { done, zone, mark, first, onMark, last, all, minutes, names } = planned(given);
    expect({ first, last, school: zone.picked ?? "none" }).toEqual({
      first: given.first,
      last: given.last,
      school: given.school,
    });
    expect(minutes).toBeGreaterThanOrEqual(given.minutes[0]);
    expect(minutes).toBeLessThanOrEqual(given.minutes[1]);
    let from = 0;
    for (const wanted of given.order ?? []) {
      const at = names.findIndex((name, index) => index >= from && (name as string[]).includes(wanted));
      expect([wanted, at]).not.toEqual([wanted, -1]);
      from = at + 1;
    }
    if (given.onMark) expect(onMark).toBe(given.onMark);
    for (const wanted of given.has ?? []) expect([...all]).toContain(wanted);
    for (const forbidden of given.never) expect([...all]).not.toContain(forbidden);
    if (given.state) expect(mark?.state).toBe(given.state);
    expect(given.why).not.toBe("");
    // What was wetted is lifted off and set to dry.
    if (done.some(({ agent }) => agent)) expect(done.at(-1)!.action).toBe("set-to-dry");
  });
});
