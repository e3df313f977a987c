import type { AgentId } from "./agentIds";
import type { Sourced } from "@/core/ground/quantity/provenance";
import type { Reading } from "@/core/ground/quantity/ratio";
import type { HazardId } from "./hazards";
import type { ValueField } from "./valueField";

export { AGENT_IDS, type AgentId } from "./agentIds";

/**
 * What an agent is to the rules: groups that must not meet, or that a fibre or code forbids. They come with the kind
 * and are never edited.
 */
export type AgentGroup =
  | "water-borne"
  | "acid"
  | "alkali"
  | "enzyme"
  | "oxidiser"
  | "reducer"
  | "solvent"
  | "citrus"
  | "disinfectant"
  | "sudsing"
  | "rust-acid"
  | "chlorine"
  | "ammonia"
  | "alcohol"
  | "finish"
  | "gas";

export const AGENT_FORMS = {
  concentrate: "Concentrate",
  ready: "Ready to use",
  gel: "Gel",
  powder: "Powder",
  sachet: "Sachet",
} as const;

type AgentForm = keyof typeof AGENT_FORMS;

export interface Agent extends Sourced {
  name: string;
  form: AgentForm;
  groups: readonly AgentGroup[];
  /** The label's usual mix; absent when it is ready to use. */
  reading?: Reading;
  /** pH as used at that mix. */
  phMin: number;
  phMax: number;
  /** Its label's mix is the least that does its work: rounded, it comes out stronger and never weaker. */
  labelIsLeast?: true;
  /** Weakest mix that still works, parts water. */
  weakestPartsWater: number;
  dwellMinMin: number;
  dwellMaxMin: number;
  /** Litres per m² of the area it spreads to. */
  amountLPerM2: number;
  /** Coolest and warmest it may be used, °C at the cloth. */
  minTempC: number;
  maxTempC: number;
  /** Active content of the product as bought, %; absent where a label seldom says. */
  activePct?: number;
  /** What is usually bought at once, mL, and what a litre costs. Judgement. */
  packMl: number;
  costPerL: number;
  /** Mixed, it keeps this many days in a closed bottle; judgement. */
  keepsDays: number;
  hazards: readonly HazardId[];
  /** Named by what it does, for the bottle and the step. */
  job: string;
  /** What shows on the cloth or the towel that it works. */
  shows?: string;
  /** What to wear, what can happen. */
  caution?: string;
}

const ratio = (value: number): Reading => ({ convention: "water-to-product", value });
/** A row with what most rows share. */
const agent = <T extends Partial<Agent> & Pick<Agent, "name" | "groups" | "phMin" | "phMax" | "job">>(row: T) => ({
  form: "concentrate" as AgentForm,
  weakestPartsWater: 0,
  dwellMinMin: 1,
  dwellMaxMin: 5,
  amountLPerM2: 0.25,
  minTempC: 5,
  maxTempC: 40,
  packMl: 1000,
  costPerL: 10,
  keepsDays: 30,
  hazards: [] as readonly HazardId[],
  mark: "practice" as const,
  ...row,
});

/**
 * Generic agents. Ratios as the trade mixes them are practice; pH, dwell, amounts, cost and keeping are judgement:
 * the label outranks them.
 */
export const AGENTS = {
  water: agent({
    name: "Plain water",
    form: "ready",
    groups: ["water-borne"],
    phMin: 6.5,
    phMax: 7.5,
    dwellMinMin: 0,
    dwellMaxMin: 3,
    maxTempC: 60,
    costPerL: 0,
    keepsDays: 365,
    job: "loosens what is water-borne, rinses what was put on",
    shows: "Colour on the towel: it is water-borne.",
  }),
  "neutral-cleaner": agent({
    name: "Neutral cleaner",
    groups: ["water-borne"],
    reading: ratio(10),
    phMin: 6.5,
    phMax: 8,
    weakestPartsWater: 30,
    dwellMinMin: 3,
    dwellMaxMin: 10,
    amountLPerM2: 0.3,
    maxTempC: 55,
    packMl: 5000,
    costPerL: 6,
    hazards: ["eye-irritant"],
    job: "lifts everyday soil",
    shows: "The towel turns dark.",
  }),
  shampoo: agent({
    name: "Carpet and upholstery shampoo",
    groups: ["water-borne", "sudsing"],
    reading: ratio(10),
    phMin: 7,
    phMax: 8.5,
    weakestPartsWater: 25,
    dwellMinMin: 3,
    dwellMaxMin: 10,
    amountLPerM2: 0.3,
    maxTempC: 50,
    packMl: 5000,
    costPerL: 7,
    hazards: ["eye-irritant"],
    job: "holds soil in foam while you brush",
    shows: "White foam turning brown.",
  }),
  "alkaline-prespray": agent({
    name: "Alkaline pre-spray",
    groups: ["water-borne", "alkali"],
    reading: ratio(10),
    phMin: 9,
    phMax: 10,
    weakestPartsWater: 30,
    dwellMinMin: 5,
    dwellMaxMin: 10,
    amountLPerM2: 0.3,
    maxTempC: 55,
    packMl: 5000,
    costPerL: 8,
    hazards: ["eye-irritant", "skin-irritant"],
    job: "loosens trodden-in soil of traffic lanes",
    shows: "Brown runs out of the pile.",
    caution: "Alkali dries skin and stings eyes: gloves, goggles.",
  }),
  degreaser: agent({
    name: "Alkaline degreaser",
    groups: ["water-borne", "alkali"],
    reading: ratio(4),
    phMin: 10,
    phMax: 11,
    weakestPartsWater: 20,
    dwellMinMin: 2,
    dwellMaxMin: 6,
    amountLPerM2: 0.3,
    maxTempC: 55,
    job: "breaks grease",
    shows: "Grease turns milky and wipes off.",
    caution: "Alkali burns eyes and dries skin: gloves and goggles. Rinse skin at once.",
    packMl: 5000,
    costPerL: 8,
    hazards: ["corrosive"],
  }),
  enzyme: agent({
    name: "Enzyme digester",
    groups: ["water-borne", "enzyme"],
    reading: ratio(5),
    phMin: 7,
    phMax: 8.5,
    weakestPartsWater: 10,
    dwellMinMin: 10,
    dwellMaxMin: 40,
    amountLPerM2: 0.35,
    maxTempC: 40,
    job: "digests protein and starch",
    shows: "The crust softens, the smell weakens.",
    caution: "Coarse spray, never a mist: enzyme dust and mist sensitise lungs. Gloves, and stop if you wheeze.",
    mark: "judgement",
    activePct: 2,
    minTempC: 15,
    costPerL: 14,
    keepsDays: 2,
    hazards: ["lung-sensitiser"],
  }),
  "acid-spotter": agent({
    name: "Acid spotter",
    groups: ["water-borne", "acid"],
    reading: ratio(8),
    phMin: 4.5,
    phMax: 5,
    weakestPartsWater: 20,
    dwellMinMin: 5,
    dwellMaxMin: 8,
    amountLPerM2: 0.45,
    maxTempC: 40,
    job: "loosens tannin and plant colour",
    shows: "Its colour comes onto the towel.",
    caution: "Acid stings eyes and skin: gloves and goggles. Never with bleach: it gives off chlorine gas.",
    mark: "judgement",
    costPerL: 12,
    hazards: ["eye-irritant", "skin-irritant"],
  }),
  "acid-rinse": agent({
    name: "Acid rinse",
    groups: ["water-borne", "acid"],
    reading: ratio(60),
    phMin: 4.5,
    phMax: 5.5,
    weakestPartsWater: 200,
    dwellMinMin: 1,
    dwellMaxMin: 3,
    amountLPerM2: 0.1,
    maxTempC: 45,
    packMl: 5000,
    costPerL: 7,
    hazards: ["eye-irritant"],
    job: "takes residue out of wool, nylon and plant fibre and keeps them from browning",
    shows: "The towel no longer foams.",
    caution: "Acid stings eyes: goggles when you pour it.",
  }),
  peroxide: agent({
    name: "Peroxide, about 3 %",
    groups: ["water-borne", "oxidiser"],
    phMin: 4.5,
    phMax: 7,
    weakestPartsWater: 1,
    dwellMinMin: 5,
    dwellMaxMin: 20,
    amountLPerM2: 0.3,
    maxTempC: 40,
    job: "takes the colour out of what is left",
    shows: "The mark pales. Stop when the cloth itself does.",
    caution: "Bleaches dyes and skin: gloves and goggles. Never in a closed bottle as a mix: it bursts.",
    mark: "judgement",
    form: "ready",
    activePct: 3,
    costPerL: 9,
    keepsDays: 1,
    hazards: ["eye-irritant"],
  }),
  reducer: agent({
    name: "Reducing agent",
    form: "powder",
    groups: ["water-borne", "reducer"],
    reading: ratio(30),
    phMin: 5,
    phMax: 7,
    weakestPartsWater: 60,
    dwellMinMin: 5,
    dwellMaxMin: 15,
    maxTempC: 40,
    costPerL: 25,
    packMl: 500,
    keepsDays: 1,
    hazards: ["self-heating", "harmful"],
    job: "takes dye colour out where peroxide may not",
    shows: "The colour fades. Stop when the cloth's own does.",
    caution:
      "Damp powder heats itself and with acid gives off sulphur dioxide: keep it dry, closed, away from " +
      "acid, room well aired. Gloves, goggles.",
  }),
  solvent: agent({
    name: "Dry solvent",
    groups: ["solvent"],
    phMin: 6,
    phMax: 8,
    weakestPartsWater: 0,
    dwellMinMin: 1,
    dwellMaxMin: 3,
    amountLPerM2: 0.08,
    maxTempC: 25,
    job: "dissolves oil, tar and wax",
    shows: "Grease or colour on the towel.",
    caution:
      "Burns easily and its vapour makes you dizzy: doors open, no flame, spark or heater. Out if your head swims.",
    mark: "judgement",
    form: "ready",
    costPerL: 11,
    keepsDays: 365,
    hazards: ["flammable", "drowsy", "aspiration"],
  }),
  "citrus-solvent": agent({
    name: "Citrus solvent",
    form: "ready",
    groups: ["solvent", "citrus"],
    phMin: 6,
    phMax: 8,
    dwellMinMin: 1,
    dwellMaxMin: 3,
    amountLPerM2: 0.08,
    maxTempC: 25,
    costPerL: 16,
    keepsDays: 365,
    hazards: ["flammable", "skin-sensitiser", "aspiration", "aquatic"],
    job: "dissolves adhesive, wax and tar",
    shows: "Grease or colour on the towel.",
    caution:
      "Burns, and can make skin allergic: gloves, doors open, nothing that sparks. Never ozone until it is " +
      "rinsed and aired: together they make formaldehyde.",
  }),
  alcohol: agent({
    name: "Alcohol spotter, about 70 %",
    form: "ready",
    groups: ["water-borne", "solvent", "alcohol"],
    phMin: 6,
    phMax: 8,
    dwellMinMin: 1,
    dwellMaxMin: 2,
    amountLPerM2: 0.08,
    maxTempC: 25,
    activePct: 70,
    costPerL: 8,
    keepsDays: 365,
    hazards: ["flammable", "eye-irritant", "drowsy"],
    job: "dissolves ink and cosmetics",
    shows: "Colour on the towel.",
    caution: "Burns easily and its vapour catches fire from a spark: doors open, no motor, no heat, gloves.",
  }),
  "gel-gum": agent({
    name: "Gel gum remover",
    groups: ["solvent"],
    phMin: 6,
    phMax: 8,
    weakestPartsWater: 0,
    dwellMinMin: 2,
    dwellMaxMin: 5,
    amountLPerM2: 0.1,
    maxTempC: 25,
    job: "softens gum and wax and stays where it is put",
    shows: "It has gone soft and lifts.",
    caution: "Solvent in a gel: doors open, no flame, spark or heater until the smell has gone.",
    mark: "judgement",
    form: "gel",
    costPerL: 22,
    packMl: 250,
    keepsDays: 365,
    hazards: ["flammable", "drowsy"],
  }),
  "oxalic-rust": agent({
    name: "Oxalic rust remover",
    groups: ["water-borne", "acid", "rust-acid"],
    phMin: 1.5,
    phMax: 2.5,
    weakestPartsWater: 2,
    dwellMinMin: 2,
    dwellMaxMin: 5,
    amountLPerM2: 0.25,
    maxTempC: 25,
    job: "dissolves rust",
    shows: "The brown turns pale yellow.",
    caution:
      "Oxalic acid is poisonous: gloves, goggles, away from children. If the label names hydrofluoric acid " +
      "or bifluoride, stop: it needs its own gloves, calcium gluconate and a medical plan.",
    mark: "judgement",
    costPerL: 18,
    packMl: 500,
    keepsDays: 7,
    hazards: ["harmful", "corrosive"],
  }),
  "gentle-detergent": agent({
    name: "Gentle fabric detergent",
    groups: ["water-borne", "sudsing", "enzyme"],
    reading: ratio(100),
    phMin: 8,
    phMax: 9.5,
    weakestPartsWater: 200,
    dwellMinMin: 3,
    dwellMaxMin: 10,
    amountLPerM2: 0.3,
    maxTempC: 40,
    costPerL: 5,
    keepsDays: 2,
    hazards: ["eye-irritant"],
    job: "stands in for a cleaner: a very small amount",
    shows: "The towel turns dark.",
    caution: "Holds enzyme and brightener: never on wool or silk, and a lamp test afterwards means nothing.",
  }),
  disinfectant: agent({
    name: "Disinfectant",
    groups: ["water-borne", "disinfectant"],
    reading: ratio(128),
    labelIsLeast: true,
    phMin: 6.5,
    phMax: 8.5,
    weakestPartsWater: 128,
    dwellMinMin: 10,
    dwellMaxMin: 15,
    amountLPerM2: 0.35,
    maxTempC: 40,
    activePct: 10,
    costPerL: 9,
    keepsDays: 1,
    hazards: ["corrosive", "aquatic"],
    job: "kills germs on what was cleaned, if it stays wet for its whole time",
    shows: "Wet all over for its whole time.",
    caution:
      "Gloves and goggles; never with anything else in the bottle. Its label is law in many places: most claim hard surfaces only.",
  }),
  protector: agent({
    name: "Water-borne protector",
    form: "ready",
    groups: ["water-borne", "finish"],
    phMin: 6,
    phMax: 8,
    dwellMinMin: 1,
    dwellMaxMin: 5,
    amountLPerM2: 0.08,
    maxTempC: 30,
    costPerL: 30,
    keepsDays: 180,
    hazards: ["eye-irritant"],
    job: "keeps the next spill on top",
    shows: "Even, no shiny patches.",
    caution: "Do not breathe the mist: mask, doors open.",
  }),
  defoamer: agent({
    name: "Defoamer",
    groups: ["water-borne"],
    reading: ratio(200),
    phMin: 6.5,
    phMax: 8,
    weakestPartsWater: 500,
    costPerL: 12,
    hazards: [],
    job: "keeps foam out of the recovery tank's motor; never goes on cloth",
  }),
  "vapour-sachet": agent({
    name: "Chlorine-dioxide vapour sachet",
    form: "sachet",
    groups: ["gas", "oxidiser"],
    phMin: 7,
    phMax: 7,
    dwellMinMin: 60,
    dwellMaxMin: 75,
    amountLPerM2: 0.05,
    minTempC: 20,
    maxTempC: 30,
    packMl: 30,
    costPerL: 400,
    keepsDays: 1,
    hazards: ["toxic-gas", "corrosive"],
    job: "treats the air of a closed cabin once the source is gone",
    caution:
      "Its gas burns the lungs and bleaches dyes: nobody inside, sachet off the cloth and out of the sun, never with ozone.",
  }),
  "leather-conditioner": agent({
    name: "Leather conditioner",
    form: "ready",
    groups: ["finish"],
    phMin: 5,
    phMax: 7,
    dwellMinMin: 5,
    dwellMaxMin: 30,
    amountLPerM2: 0.03,
    maxTempC: 30,
    costPerL: 28,
    packMl: 500,
    keepsDays: 365,
    job: "goes on coated leather beside the cloth when it is clean",
  }),
  "glass-cleaner": agent({
    name: "Glass cleaner",
    form: "ready",
    groups: ["water-borne", "alcohol"],
    phMin: 6.5,
    phMax: 9,
    dwellMinMin: 1,
    dwellMaxMin: 1,
    amountLPerM2: 0.03,
    maxTempC: 30,
    costPerL: 4,
    keepsDays: 180,
    hazards: ["eye-irritant"],
    job: "glass and screens, last of all, on the cloth",
  }),
} as const satisfies Record<AgentId, Agent>;

/** Never put on cloth by a plan's ladders: kept for the machine, the air, or what stands beside. */
export const NOT_FOR_CLOTH: readonly AgentId[] = ["defoamer", "vapour-sachet", "leather-conditioner", "glass-cleaner"];

/** An agent's row with its optional columns in view. @example agentOf("enzyme").maxTempC // 40 */
export const agentOf = (id: AgentId): Agent => AGENTS[id];

/** Pairs that must not meet in the cloth without a rinse between, and never in a bottle. */
export const NEVER_MIX: readonly { pair: readonly [AgentGroup, AgentGroup]; because: string }[] = [
  {
    pair: ["chlorine", "acid"],
    because: "Chlorine bleach with acid gives off chlorine gas, which burns the lungs. Rinse between.",
  },
  {
    pair: ["chlorine", "ammonia"],
    because: "Chlorine bleach with ammonia gives off chloramine, which burns the lungs. Rinse between.",
  },
  {
    pair: ["chlorine", "oxidiser"],
    because: "Chlorine bleach with peroxide foams over and gives off oxygen with heat. Rinse between.",
  },
  { pair: ["chlorine", "alcohol"], because: "Chlorine bleach with alcohol makes poisonous vapours. Rinse between." },
  { pair: ["chlorine", "enzyme"], because: "Chlorine bleach kills the enzyme. Rinse between." },
  { pair: ["oxidiser", "acid"], because: "Peroxide with acid makes a stronger, stinging oxidiser. Rinse between." },
  { pair: ["oxidiser", "reducer"], because: "They react with heat and undo each other. Rinse between." },
  { pair: ["oxidiser", "enzyme"], because: "Peroxide kills the enzyme. Rinse between." },
  { pair: ["enzyme", "alkali"], because: "Strong alkali kills the enzyme. Rinse between." },
  { pair: ["enzyme", "disinfectant"], because: "The disinfectant kills the enzyme. Rinse between." },
  { pair: ["enzyme", "acid"], because: "Acid slows the enzyme to a stop. Rinse between." },
  { pair: ["reducer", "acid"], because: "It gives off sulphur dioxide, which burns the lungs. Rinse between." },
  { pair: ["disinfectant", "sudsing"], because: "Ordinary shampoo kills the disinfectant. Rinse between." },
  { pair: ["alkali", "acid"], because: "They cancel each other and leave salt. Rinse between." },
];

/** What a technician's own label may say in place of a row; `partsWater` is its usual mix, `leftMl` what is left. */
export type OwnAgentField =
  | "partsWater"
  | "phMin"
  | "phMax"
  | "weakestPartsWater"
  | "dwellMinMin"
  | "dwellMaxMin"
  | "minTempC"
  | "maxTempC"
  | "activePct"
  | "packMl"
  | "costPerL"
  | "leftMl";
/** Those fields with their ranges: the form, the check and the CSV all read this. */
export const AGENT_FIELDS: Record<OwnAgentField, ValueField> = {
  partsWater: { name: "Usual mix, parts of water to one", min: 0.1, max: 500, unit: "1", decimals: 1 },
  phMin: { name: "pH as used, from", min: 0, max: 14, unit: "1", decimals: 1 },
  phMax: { name: "pH as used, to", min: 0, max: 14, unit: "1", decimals: 1 },
  weakestPartsWater: { name: "Weakest mix that works, parts of water", min: 0, max: 1000, unit: "1", decimals: 1 },
  dwellMinMin: { name: "Shortest dwell", min: 0.5, max: 240, unit: "min", decimals: 1 },
  dwellMaxMin: { name: "Longest dwell", min: 1, max: 1440, unit: "min", decimals: 1 },
  minTempC: { name: "Coolest it works", min: -10, max: 60, unit: "degC", decimals: 0 },
  maxTempC: { name: "Warmest it may be used", min: 0, max: 60, unit: "degC", decimals: 0 },
  activePct: { name: "Active content as bought", min: 0, max: 100, unit: "%", decimals: 1 },
  packMl: { name: "Bought at once", min: 1, max: 200_000, unit: "mL", decimals: 0 },
  costPerL: { name: "Cost of a litre", min: 0, max: 10_000, unit: "money", decimals: 2 },
  leftMl: { name: "Left", min: 0, max: 200_000, unit: "mL", decimals: 0 },
};

export const AGENT_FIELD_IDS = Object.keys(AGENT_FIELDS) as [OwnAgentField, ...OwnAgentField[]];
