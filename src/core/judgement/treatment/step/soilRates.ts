import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { School } from "@/core/ground/catalog/schoolIds";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

/** Share of soil that may stay: the target by soil level. Judgement. */
export const SOIL_TARGET: Record<SoilLevel, number> = { light: 0.25, moderate: 0.22, heavy: 0.1, caked: 0.05 };

/**
 * Soil lifted per round of cleaner, brush and towel; per pass drawn off; by one steam pass with its cleaner: as the
 * exponent's rate. Judgement, set so that the rounds of common practice come out.
 */
export const SOIL_RATE: Record<School, number> = { "low-moisture": 0.8, extraction: 0.65, steam: 1.2 };

/** One round of brush and cleaner alone; a steam pass with cleaner does about three to four of these. */
export const BRUSH_ROUND_RATE = 0.35;

/** What a machine's pass adds to the round of cleaner before it. */
const PASS_RATE = { extraction: SOIL_RATE.extraction, steam: SOIL_RATE.steam - SOIL_RATE["low-moisture"] } as const;

/** Grease lets go when it is warm: what a steam pass adds there. Judgement. */
const STEAM_ON_GREASE = 0.9;

/** Steam goes over once and no more. */
const STEAM_PASSES = 1;

/**
 * Rounds of cleaner, or passes of a machine after its own round of cleaner, that bring a soil level to its target; one
 * where only marks are to be rinsed.
 */
export function roundsWanted(school: School, soil: SoilLevel | undefined): number {
  if (!soil || school === "steam") return STEAM_PASSES;
  const before = school === "extraction" ? SOIL_RATE["low-moisture"] : 0;
  return Math.max(1, Math.ceil((Math.log(1 / SOIL_TARGET[soil]) - before) / SOIL_RATE[school] - 1e-9));
}

/** Share of soil that a number of passes of a machine leave of what its cleaner left. */
export function passesLeave(school: "extraction" | "steam", passes: number, greasy = false): Worked {
  const rate = greasy && school === "steam" ? STEAM_ON_GREASE : PASS_RATE[school];
  return sumOf(TREATMENT_FORMULAS, "treatment.passLeft", { rate: stated.table(rate), passes });
}
