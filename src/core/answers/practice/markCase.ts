import { EVIDENCE_IDS, testOf, type EvidenceId } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { MATERIAL_IDS, type MaterialId } from "@/core/ground/catalog/materials";
import { showsOf, TABLES } from "@/core/judgement/diagnosis/tables";
import { chanceOf, type Chance } from "./seeds";

/** One mark with a hidden truth, drawn from a seed. */
export interface MarkCase {
  seed: string;
  /** What anybody sees who comes in. */
  piece: string;
  material: MaterialId;
  /** What it really is. */
  truth: FamilyId;
  /** What each test is read as when it is done. */
  reads: Record<EvidenceId, string>;
}

/** Chances of what is shown are other than the tables say, by a step in log-odds of this spread. Judgement. */
const LOG_ODDS_SD = 0.5;
/** Readings that are a slip, owners who remember wrongly among them. Judgement. */
const SLIPS = 0.06;

const PIECES = [
  "A dining chair of the Sallow Quay tea room",
  "The saloon bench of a small ferry",
  "An armchair of a guesthouse at Netherby Sound",
  "The settee of a village hall",
  "The driver's seat of a camper van",
  "A stair carpet at Skerry Light",
  "A rug of the harbour office",
] as const;

/** @param seed as of readSeed @example markCaseOf("kwrtz").seed // "kwrtz" */
export function markCaseOf(seed: string): MarkCase {
  const chance = chanceOf(seed);
  const piece = chance.pick(PIECES);
  const material = chance.pick(MATERIAL_IDS);
  const truth = chance.pick(FAMILY_IDS, TABLES.priors.slice(0, FAMILY_IDS.length));
  return { seed, piece, material, truth, reads: readingsOf(truth, chance) };
}

/** How every test comes out on it. */
export const readingsOf = (truth: FamilyId, chance: Chance): MarkCase["reads"] =>
  Object.fromEntries(EVIDENCE_IDS.map((test) => [test, readingOf(test, truth, chance)])) as MarkCase["reads"];

/** How a test comes out on it: nearly as often as the tables say, and now and then misread. */
function readingOf(test: EvidenceId, truth: FamilyId, { pick, normal, uniform }: Chance): string {
  const outcomes = Object.keys(testOf(test).outcomes);
  const f = FAMILY_IDS.indexOf(truth);
  const shown = showsOf(test).map((column) => {
    const p = Math.min(1 - 1e-9, Math.max(1e-9, column[f]!));
    const odds = (p / (1 - p)) * Math.exp(LOG_ODDS_SD * normal());
    return odds / (1 + odds);
  });
  const real = pick(outcomes, shown);
  const slipped = pick(outcomes);
  return uniform() < SLIPS ? slipped : real;
}
