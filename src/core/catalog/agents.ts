import type { Sourced } from "../quantity/marks";
import type { Reading } from "../dilution/reading";

/** What an agent is to the rules: groups that must not meet, or that a fibre or code forbids. */
export type AgentGroup = "water-borne" | "acid" | "alkali" | "enzyme" | "oxidiser" | "reducer" | "solvent" | "disinfectant" | "sudsing" | "rust-acid" | "chlorine" | "ammonia" | "alcohol";

export interface Agent extends Sourced {
  name: string;
  groups: readonly AgentGroup[];
  /** The label's usual mix; absent when it is ready to use. */
  reading?: Reading;
  /** pH as used at that mix. */
  phMin: number;
  phMax: number;
  /** Weakest mix that still works, parts water. */
  weakestPartsWater: number;
  dwellMinMin: number;
  dwellMaxMin: number;
  /** Litres per m² of the area it spreads to. */
  amountLPerM2: number;
  /** Warmest it may be used, °C at the cloth. */
  maxTempC: number;
  /** Named by what it does, for the bottle and the step. */
  job: string;
  /** What to wear, what can happen. */
  caution?: string;
}

const ratio = (value: number): Reading => ({ convention: "water-to-product", value });

/** Generic agents. Ratios as the trade mixes them are practice; pH, dwell and amounts are judgement: the label outranks them. */
export const AGENTS = {
  water: { name: "Plain water", groups: ["water-borne"], phMin: 6.5, phMax: 7.5, weakestPartsWater: 0, dwellMinMin: 0, dwellMaxMin: 3, amountLPerM2: 0.25, maxTempC: 60, job: "loosens what is water-borne, rinses what was put on", mark: "practice" },
  "neutral-cleaner": { name: "Neutral cleaner", groups: ["water-borne"], reading: ratio(10), phMin: 6.5, phMax: 8, weakestPartsWater: 30, dwellMinMin: 3, dwellMaxMin: 10, amountLPerM2: 0.3, maxTempC: 55, job: "lifts everyday soil", mark: "practice" },
  shampoo: { name: "Carpet and upholstery shampoo", groups: ["water-borne", "sudsing"], reading: ratio(10), phMin: 7, phMax: 8.5, weakestPartsWater: 25, dwellMinMin: 3, dwellMaxMin: 10, amountLPerM2: 0.3, maxTempC: 50, job: "holds soil in foam while you brush", mark: "practice" },
  degreaser: { name: "Alkaline degreaser", groups: ["water-borne", "alkali"], reading: ratio(4), phMin: 10, phMax: 11, weakestPartsWater: 20, dwellMinMin: 2, dwellMaxMin: 6, amountLPerM2: 0.3, maxTempC: 55, job: "breaks grease", caution: "Alkali burns eyes and dries skin: gloves and goggles. Rinse skin at once.", mark: "practice" },
  enzyme: { name: "Enzyme digester", groups: ["water-borne", "enzyme"], reading: ratio(5), phMin: 7, phMax: 8.5, weakestPartsWater: 10, dwellMinMin: 10, dwellMaxMin: 40, amountLPerM2: 0.35, maxTempC: 40, job: "digests protein and starch", caution: "Coarse spray, never a mist: enzyme dust and mist sensitise lungs. Gloves, and stop if you wheeze.", mark: "judgement" },
  "acid-spotter": { name: "Acid spotter", groups: ["water-borne", "acid"], reading: ratio(8), phMin: 4.5, phMax: 5, weakestPartsWater: 20, dwellMinMin: 5, dwellMaxMin: 8, amountLPerM2: 0.45, maxTempC: 40, job: "loosens tannin and plant colour", caution: "Acid stings eyes and skin: gloves and goggles. Never with bleach: it gives off chlorine gas.", mark: "judgement" },
  peroxide: { name: "Peroxide, about 3 %", groups: ["water-borne", "oxidiser"], phMin: 4.5, phMax: 7, weakestPartsWater: 1, dwellMinMin: 5, dwellMaxMin: 20, amountLPerM2: 0.3, maxTempC: 40, job: "takes the colour out of what is left", caution: "Bleaches dyes and skin: gloves and goggles. Never in a closed bottle as a mix: it bursts.", mark: "judgement" },
  solvent: { name: "Dry solvent", groups: ["solvent"], phMin: 6, phMax: 8, weakestPartsWater: 0, dwellMinMin: 1, dwellMaxMin: 3, amountLPerM2: 0.08, maxTempC: 25, job: "dissolves oil, tar and wax", caution: "Burns easily and its vapour makes you dizzy: doors open, no flame, spark or heater. Out if your head swims.", mark: "judgement" },
  "gel-gum": { name: "Gel gum remover", groups: ["solvent"], phMin: 6, phMax: 8, weakestPartsWater: 0, dwellMinMin: 2, dwellMaxMin: 5, amountLPerM2: 0.1, maxTempC: 25, job: "softens gum and wax and stays where it is put", caution: "Solvent in a gel: doors open, no flame, spark or heater until the smell has gone.", mark: "judgement" },
  "oxalic-rust": { name: "Oxalic rust remover", groups: ["water-borne", "acid", "rust-acid"], phMin: 1.5, phMax: 2.5, weakestPartsWater: 2, dwellMinMin: 2, dwellMaxMin: 5, amountLPerM2: 0.25, maxTempC: 25, job: "dissolves rust", caution: "Oxalic acid is poisonous: gloves, goggles, away from children. If the label names hydrofluoric acid or bifluoride, stop: it needs its own gloves, calcium gluconate and a medical plan.", mark: "judgement" },
} as const satisfies Record<string, Agent>;

export type AgentId = keyof typeof AGENTS;
export const AGENT_IDS = Object.keys(AGENTS) as [AgentId, ...AgentId[]];
/** An agent's row with its optional columns in view. */
export const agentOf = (id: AgentId): Agent => AGENTS[id];

/** Pairs that must not meet in the cloth without a rinse between, and never in a bottle. */
export const NEVER_MIX: readonly { pair: readonly [AgentGroup, AgentGroup]; because: string }[] = [
  { pair: ["chlorine", "acid"], because: "Chlorine bleach with acid gives off chlorine gas, which burns the lungs. Rinse between." },
  { pair: ["chlorine", "ammonia"], because: "Chlorine bleach with ammonia gives off chloramine, which burns the lungs. Rinse between." },
  { pair: ["chlorine", "oxidiser"], because: "Chlorine bleach with peroxide foams over and gives off oxygen with heat. Rinse between." },
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
