import type { AgentGroup, AgentId } from "@/core/ground/catalog/agents";
import { NEVER_MIX } from "@/core/ground/catalog/agents";
import type { AllergyId, MatterId } from "@/core/ground/catalog/ownersAccount";
import type { BuildId, CareCode, DamageId, Neighbour, Shade } from "@/core/ground/catalog/builds";
import { FAMILY_IDS, familyOf, type FamilyId } from "@/core/ground/catalog/families";
import { MATERIALS, MATERIAL_IDS, type MaterialId } from "@/core/ground/catalog/materials";
import type { SurfaceId } from "@/core/ground/catalog/surfaces";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { Sourced } from "@/core/ground/quantity/provenance";
import type { ActionId } from "@/core/ground/catalog/actions";

/**
 * Hard rules are data. Every list in `when` is an "or", the lists together an "and"; a list matches when anything the
 * cloth
 * might be is in it, so what is unknown meets every rule it could meet. The planner may only choose among what they
 * leave.
 */
export interface Rule extends Sourced {
  id: string;
  /** Heading of the caution label. */
  title: string;
  when: {
    material?: readonly MaterialId[];
    build?: readonly BuildId[];
    careCode?: readonly (CareCode | "unknown")[];
    neighbour?: readonly Neighbour[];
    oldOrFragile?: true;
    likely?: readonly FamilyId[];
    inCloth?: AgentGroup;
    fastness?: "poor" | "unproved";
    power?: "none";
    role?: readonly RoleId[];
    allergies?: readonly AllergyId[];
    matters?: MatterId;
    /** Lifting seats out was not agreed. */
    seatsStay?: true;
    cold?: true;
    /** No vacuum on the shelf holds fine dust back. */
    noHepa?: true;
    /** Damage on this zone. */
    damage?: readonly DamageId[];
    /** Its dye ran in the proof with plain water. */
    waterRuns?: true;
    /** The owner put chlorine bleach on it. */
    bleachMet?: true;
    /** What it is of, where that is no cloth. */
    surface?: readonly SurfaceId[];
  };
  forbid?: {
    actions?: readonly ActionId[];
    groups?: readonly AgentGroup[];
    allAgentsBut?: readonly AgentId[];
    spraying?: true;
    /** Brushes and machines with a motor. */
    poweredTools?: true;
    /** Everything that carries an agent, on whichever action. */
    anyAgent?: true;
  };
  limit?: { clothTempC?: number; phMin?: number; phMax?: number; toolAtMost?: number };
  /** Its limit does not hold for this agent where the cloth is white: nothing is there to lose its colour. */
  notWhere?: { agent: AgentId; shade: Shade };
  require?: "check-first" | "fastness-check" | "rinse-before" | "air-before";
  because: string;
  /** It keeps people from harm, not only cloth. */
  guardsPeople?: true;
}

const heatSet = FAMILY_IDS.filter((family) => familyOf(family).heatSets !== undefined);

/** Rust on white cellulose is what oxalic acid is for, with its cautions and a full rinse. */
const WHITE_CELLULOSE: readonly MaterialId[] = ["cotton", "linen"];

/** The fibre pH windows, one rule a material, made from the material rows. */
const PH_RULES: Rule[] = MATERIAL_IDS.map((material) => ({
  id: `ph-${material}`,
  title: MATERIALS[material].name,
  when: { material: [material] },
  limit: { phMin: MATERIALS[material].phMin, phMax: MATERIALS[material].phMax },
  ...(WHITE_CELLULOSE.includes(material) ? { notWhere: { agent: "oxalic-rust", shade: "white" } } : {}),
  because: MATERIALS[material].limit,
  mark: MATERIALS[material].mark,
}));

/** Never-mix pairs, both ways round, made from the pair table. */
const NEVER_MIX_RULES: Rule[] = NEVER_MIX.flatMap(({ pair: [a, b], because }) =>
  [
    [a, b],
    [b, a],
  ].map(([there, coming]) => ({
    id: `never-mix-${there}-${coming}`,
    title: `Never ${coming} on ${there}`,
    when: { inCloth: there! },
    forbid: { groups: [coming!] },
    require: "rinse-before" as const,
    because,
    mark: "practice" as const,
  })),
);

const ON_CLOTH: readonly ActionId[] = ["presoak", "scrape", "clean", "work", "rinse", "extract", "steam", "blow"];

export const RULES: readonly Rule[] = [
  {
    id: "leather",
    title: "Leather, not cloth",
    when: { surface: ["leather"] },
    forbid: { actions: ON_CLOTH, allAgentsBut: ["disinfectant"], spraying: true, poweredTools: true },
    because:
      "What is cleaned is its coating: neutral cleaner on the cloth, wiped. Spotters and solvent lift the coating, steam " +
      "and water open its cracks.",
    mark: "practice",
  },
  {
    id: "hard",
    title: "Hard, not cloth",
    when: { surface: ["hard"] },
    forbid: { actions: ON_CLOTH, allAgentsBut: ["disinfectant"], spraying: true },
    because: "Nothing sinks in: cleaner on the brush and a damp cloth. Spotters, solvent and steam dull it.",
    mark: "practice",
  },
  {
    id: "glue-held",
    title: "Held by glue",
    when: { build: ["glue-held"] },
    forbid: { actions: ["extract", "steam", "presoak"], spraying: true },
    because:
      "No steam, no drawing off, no spraying on it: the glue lets go and it sags. Damp towel, light strokes, once.",
    mark: "practice",
  },
  {
    id: "glue-gently",
    title: "One light pass",
    when: { build: ["glue-held"] },
    forbid: { groups: ["solvent", "alkali"] },
    limit: { toolAtMost: 1 },
    because:
      "Damp cloth, one light pass in one direction, once: no brush, no circles, no solvent, no strong alkali. Ask first " +
      "whether it must be touched.",
    mark: "practice",
  },
  {
    id: "sagging",
    title: "It sags",
    when: { damage: ["sag"] },
    forbid: { actions: ["steam", "extract", "presoak", "hair-lift", "blow"], spraying: true },
    limit: { toolAtMost: 1 },
    because: "What sags comes down altogether when it is wetted or rubbed: hands off, or a wrung towel laid on.",
    mark: "practice",
  },
  {
    id: "open-foam",
    title: "Foam lies open",
    when: { damage: ["torn", "foam"] },
    forbid: { actions: ["steam", "extract", "presoak", "blow"], spraying: true },
    limit: { toolAtMost: 2 },
    because: "Through a tear or on bare foam water runs straight in and does not come out: damp towel, tamped at most.",
    mark: "practice",
  },
  {
    id: "cracked-coating",
    title: "Cracked coating",
    when: { damage: ["cracked"] },
    forbid: { actions: ["steam"], spraying: true },
    limit: { toolAtMost: 3 },
    because: "Steam and spray open the cracks wider.",
    mark: "practice",
  },
  {
    id: "weak-seam",
    title: "Loose seam or repair",
    when: { damage: ["seam", "repair"] },
    forbid: { actions: ["blow", "seams"], poweredTools: true },
    limit: { toolAtMost: 3 },
    because: "A brush or a strong pull opens a loose seam or an old repair further.",
    mark: "practice",
  },
  {
    id: "water-runs",
    title: "Colour runs with water",
    when: { waterRuns: true },
    forbid: { groups: ["water-borne"] },
    because: "Its dye ran with plain water: that rules out everything with water in it.",
    mark: "practice",
  },
  {
    id: "bleach-met",
    title: "Bleach was on it",
    when: { bleachMet: true },
    forbid: { groups: ["acid", "enzyme", "ammonia"] },
    guardsPeople: true,
    because:
      "Chlorine bleach was put on it: rinse and draw off until the strip reads neutral and the smell is gone. No acid, " +
      "ammonia or enzyme this visit.",
    mark: "practice",
  },
  {
    id: "code-s",
    title: "Care code S",
    when: { careCode: ["S"] },
    forbid: { groups: ["water-borne"] },
    because: "No water: the maker allows solvent only. Water rings it or bleeds its dye.",
    mark: "practice",
  },
  {
    id: "code-w",
    title: "Care code W",
    when: { careCode: ["W"] },
    forbid: { groups: ["solvent"] },
    because: "No solvent: the maker allows water only.",
    mark: "practice",
  },
  {
    id: "code-x",
    title: "Care code X",
    when: { careCode: ["X"] },
    forbid: { anyAgent: true },
    because: "Vacuum and dry brush only. Anything wet is at the owner's risk: hand it back and say so.",
    mark: "practice",
  },
  {
    id: "code-unknown",
    title: "Care label not seen",
    when: { careCode: ["unknown"] },
    require: "check-first",
    because: "The label may say S or X, and then no water goes on it.",
    mark: "practice",
  },
  {
    id: "beside-it",
    title: "No liquid near it",
    when: { neighbour: ["electrics", "airbag", "speaker", "unknown"] },
    forbid: { actions: ["extract", "steam", "presoak"], spraying: true },
    guardsPeople: true,
    because:
      "Liquid or steam in electrics, airbags, sensors or speakers can fire, short or ruin them. Agent on the towel only.",
    mark: "practice",
  },
  {
    id: "high-voltage",
    title: "Orange cables or battery",
    when: { neighbour: ["high-voltage"] },
    forbid: {
      anyAgent: true,
      actions: ["extract", "steam", "presoak", "scrape", "dry-removal", "hair-lift", "blow", "seams"],
    },
    guardsPeople: true,
    because:
      "High voltage can kill, and disconnecting 12 V does not make it safe. No liquid here: refer it to someone licensed.",
    mark: "practice",
  },
  {
    id: "beside-unknown",
    title: "Look beside and under",
    when: { neighbour: ["unknown", "unlooked"] },
    require: "check-first",
    guardsPeople: true,
    because: "Nobody has looked for cables, airbag labels, sensors, speakers or sharps yet.",
    mark: "practice",
  },
  {
    id: "worn-leather",
    title: "Worn leather beside it",
    when: { neighbour: ["worn-leather"] },
    forbid: { actions: ["steam"], spraying: true },
    because: "Steam and spray open its cracks and leave dull patches.",
    mark: "practice",
  },
  {
    id: "glue-line",
    title: "Glue line",
    when: { neighbour: ["glue-line"] },
    forbid: { actions: ["extract", "steam", "presoak"], spraying: true },
    because: "Water along a glue line lets it go.",
    mark: "practice",
  },
  {
    id: "spores",
    title: "It may be mould",
    when: { likely: ["mould"] },
    forbid: { actions: ["hair-lift", "blow", "seams", "steam"] },
    limit: { toolAtMost: 1 },
    guardsPeople: true,
    because:
      "Brushing, beating and steam spread spores into the air that is breathed: HEPA vacuum and a damp cloth, nothing brushed.",
    mark: "practice",
  },
  {
    id: "droppings",
    title: "May be animal soil",
    when: { likely: ["urine", "protein"] },
    forbid: { actions: ["blow"] },
    guardsPeople: true,
    because: "What may be droppings or dried body fluid is never blown about: it is breathed. Nozzle only.",
    mark: "practice",
  },
  {
    id: "hepa-only",
    title: "HEPA vacuum only",
    when: { likely: ["mould"], noHepa: true },
    forbid: { actions: ["dry-removal", "hair-lift", "blow", "seams"] },
    guardsPeople: true,
    because: "Mould is not ruled out, and there is no HEPA vacuum on the shelf: any other blows spores about.",
    mark: "std",
    source: "EPA guidance, from memory",
  },
  {
    id: "disinfect-glue",
    title: "No disinfection on glue",
    when: { build: ["glue-held"] },
    forbid: { groups: ["disinfectant"] },
    because: "Fully wet for its whole contact time, and glue lets go: impossible here.",
    mark: "practice",
  },
  {
    id: "disinfect-foam",
    title: "No disinfection over foam",
    when: { build: ["cover-on-foam"] },
    forbid: { groups: ["disinfectant"] },
    because:
      "Ten minutes fully wet is too wet for a thin cover over foam; on cloth most labels claim no more than sanitising.",
    mark: "practice",
  },
  {
    id: "heat-sets",
    title: "No heat yet",
    when: { likely: heatSet },
    forbid: { actions: ["steam"] },
    limit: { clothTempC: 40 },
    because: "Above 40 °C at the cloth protein and dye set for good. They are not ruled out here.",
    mark: "practice",
  },
  {
    id: "heat-shy",
    title: "Heat-shy fibre",
    when: { material: ["wool", "silk", "olefin", "acrylic", "acetate"] },
    forbid: { actions: ["steam"] },
    because: "Steam felts wool and silk, melts olefin and distorts acrylic and acetate.",
    mark: "practice",
  },
  {
    id: "hardly-wet",
    title: "Hardly damp",
    when: { material: ["viscose", "silk", "acetate", "jute", "linen", "suede-look"] },
    forbid: { actions: ["extract", "presoak"] },
    because: "It weakens, shrinks, browns or rings when wet through: damp methods only.",
    mark: "practice",
  },
  {
    id: "suede-look",
    title: "Suede-look",
    when: { material: ["suede-look"] },
    forbid: { allAgentsBut: ["neutral-cleaner", "water"], spraying: true, actions: ["steam"] },
    limit: { toolAtMost: 3 },
    because:
      "Neutral cleaner on the cloth, little liquid, then a soft brush without pressure: anything else mats the pile.",
    mark: "practice",
  },
  {
    id: "steam-shy",
    title: "Steam-shy fibre",
    when: { material: ["viscose", "jute", "linen"] },
    forbid: { actions: ["steam"] },
    because: "Hot damp shrinks and browns it.",
    mark: "practice",
  },
  {
    id: "protease",
    title: "No enzyme",
    when: { material: ["wool", "silk"] },
    forbid: { groups: ["enzyme"] },
    because: "Most enzymes digest protein, and this fibre is protein.",
    mark: "practice",
  },
  {
    id: "rubbing-felts",
    title: "Do not rub",
    when: { material: ["wool", "silk", "acetate", "acrylic", "viscose"] },
    limit: { toolAtMost: 3 },
    because: "Rubbing felts, pills or breaks it: soft brush or tamping.",
    mark: "practice",
  },
  {
    id: "weak-wet",
    title: "Tamp, never brush",
    when: { material: ["silk", "viscose"] },
    limit: { toolAtMost: 2 },
    because: "Wet it has lost much of its strength: a brush breaks threads, a tamp does not.",
    mark: "practice",
  },
  {
    id: "swells",
    title: "No dry solvent",
    when: { material: ["olefin", "acetate"] },
    forbid: { groups: ["solvent"] },
    because: "Some dry solvents swell olefin and dissolve acetate.",
    mark: "practice",
  },
  {
    id: "browns",
    title: "No alkali on tannin",
    when: { likely: ["tannin", "plant-colour"] },
    forbid: { groups: ["alkali"] },
    because: "Strong alkali turns tannin and plant colour brown and fast.",
    mark: "practice",
  },
  {
    id: "melts",
    title: "No power brush",
    when: { material: ["olefin"] },
    limit: { toolAtMost: 5 },
    because: "Olefin melts from the rubbing of a power brush.",
    mark: "practice",
  },
  {
    id: "old",
    title: "Old or fragile",
    when: { oldOrFragile: true },
    limit: { toolAtMost: 2 },
    because: "Over about twenty years old, worn or fragile: tamp, never scrub or twist.",
    mark: "practice",
  },
  {
    id: "fastness-poor",
    title: "Colour runs",
    when: { fastness: "poor" },
    forbid: { anyAgent: true },
    because: "The dye came off on the white cloth, worse than step 4 of the grey scale: do not go wet with it.",
    mark: "std",
    source: "grey scale after ISO 105-A03",
  },
  {
    id: "fastness-unproved",
    title: "Colourfastness first",
    when: { fastness: "unproved" },
    require: "fastness-check",
    because: "Nobody has proved this agent on this cloth: a hidden place first.",
    mark: "practice",
  },
  {
    id: "solvent-in-cloth",
    title: "Solvent in the cloth",
    when: { inCloth: "solvent" },
    forbid: { actions: ["dry-removal", "hair-lift", "blow", "seams", "extract", "steam"], poweredTools: true },
    require: "air-before",
    guardsPeople: true,
    because:
      "Solvent vapour can catch fire from a motor's spark or heat. No vacuum, extractor, powered brush, " +
      "heater or steam until it has aired off.",
    mark: "practice",
  },
  {
    id: "no-power",
    title: "No power here",
    when: { power: "none" },
    forbid: { actions: ["extract", "steam", "blow"] },
    because: "There is no power where the work is done.",
    mark: "practice",
  },
  {
    id: "belt",
    title: "Seat belt",
    when: { role: ["belt"] },
    forbid: { allAgentsBut: ["neutral-cleaner", "water"], actions: ["extract", "steam", "presoak"], spraying: true },
    limit: { toolAtMost: 1 },
    guardsPeople: true,
    because:
      "A belt holds a life: mild cleaner on a towel only, no bleach, dye or solvent. Pulled out and clamped until it is dry.",
    mark: "practice",
  },
  {
    id: "belt-cold",
    title: "Cold: belts stay dry",
    when: { role: ["belt"], cold: true },
    forbid: { anyAgent: true },
    guardsPeople: true,
    because:
      "In the cold a belt does not dry out and moulds inside its reel: leave it dry, or warm the cabin and measure it.",
    mark: "practice",
  },
  {
    id: "under-seat",
    title: "Under a seat that stays in",
    when: { role: ["under-seat"], seatsStay: true },
    forbid: { actions: ["extract", "steam", "presoak"], spraying: true },
    because:
      "Modules and plugs sit there, and lifting the seat was not agreed: seat fully forward, then back, and a towel only.",
    mark: "practice",
  },
  {
    id: "no-enzyme-here",
    title: "No enzyme in this house",
    when: { allergies: ["enzymes", "asthma"] },
    forbid: { groups: ["enzyme"] },
    guardsPeople: true,
    because: "Someone there reacts to enzymes or has asthma: enzyme dust sensitises lungs.",
    mark: "practice",
  },
  {
    id: "gentle",
    title: "The cloth kept safe",
    when: { matters: "gentle" },
    forbid: { groups: ["oxidiser"] },
    limit: { toolAtMost: 3 },
    because:
      "The owner wants the cloth kept safe before the mark gone: no bleaching, nothing harder than a soft brush.",
    mark: "judgement",
  },
  ...PH_RULES,
  ...NEVER_MIX_RULES,
];

/** What ends the planning instead of a step: referrals and damage, as data. */
export const REFERRALS = {
  sewage: {
    title: "Sewage or flood water",
    words:
      "Stop. Sewage carries disease that gloves and a mask do not keep out. Keep people and animals away and call licensed remediation.",
  },
  mould: {
    title: "Mould, more than 1 m²",
    words:
      "Stop. Mould over about 1 m² (10 square feet) goes to licensed remediation: brushing or vacuuming it " +
      "spreads spores through the building. Keep it closed off.",
  },
  "mould-at-risk": {
    title: "Mould, and someone at risk",
    words: "Stop. Children, old or ill people, or asthma in the house: licensed remediation, whatever the size.",
  },
  "maybe-mould": {
    title: "It may be mould",
    words:
      "Mould is not ruled out and this is about 1 m² or more: smell it from a distance and look for dots " +
      "and fuzz in Test before anything touches it. Mask on. If it is mould, it goes to licensed " +
      "remediation.",
  },
  "high-voltage": {
    title: "Orange cables or battery",
    words: "No liquid here. Disconnecting 12 V does not make it safe: refer it to someone licensed for high voltage.",
  },
} as const;

/**
 * Mould at or over this goes to licensed remediation, m²: ten square feet, the smaller of the two wordings. EPA
 * [std], from memory.
 */
export const MOULD_LIMIT_M2 = 10 * 0.3048 ** 2;
