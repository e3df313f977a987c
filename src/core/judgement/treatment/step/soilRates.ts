import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { School } from "@/core/ground/catalog/schoolIds";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

/** Share of soil that may stay: the target by soil level. Judgement. */
export const SOIL_TARGET: Record<SoilLevel, number> = { light: 0.25, moderate: 0.22, heavy: 0.1, caked: 0.1 };

/** Soil lifted per round, as the exponent's rate. Judgement, set so that the rounds of common practice come out. */
export const SOIL_RATE: Record<School, number> = { "low-moisture": 0.8, extraction: 0.65, steam: 1.2 };

/** One round of brush and cleaner alone; a steam pass with cleaner does about three to four of these. */
export const BRUSH_ROUND_RATE = 0.35;

/** Rounds or passes a school needs to bring a soil level to its target; one where only marks are to be rinsed. */
export const roundsWanted = (school: School, soil: SoilLevel | undefined) =>
  soil ? Math.ceil(Math.log(1 / SOIL_TARGET[soil]) / SOIL_RATE[school] - 1e-9) : 1;
/** Share of soil lifted by a number of rounds of a school. */
export function soilLifted(school: School, rounds: number): Worked {
  return sumOf("treatment.soilOut", { rate: stated.table(SOIL_RATE[school]), rounds });
}
