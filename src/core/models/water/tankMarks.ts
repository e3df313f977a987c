import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { drawnOff } from "./strokes";

/** What the marks of a machine's tanks say: they outrank the model, and show how well this machine draws off here. */

/**
 * Water left in the cloth by the tanks: solution out less recovery in.
 * @param beforeLPerM2 in the cloth before, @param onLPerM2 put on, @param recoveredLPerM2 back in the recovery tank, all L/m²
 * @param boundLPerM2 what no stroke takes: a mark misread cannot say less than that
 * @example leftByTanks(0, 1, 0.7, 0.2).value // 0.3
 */
export const leftByTanks = (
  beforeLPerM2: number,
  onLPerM2: number,
  recoveredLPerM2: number,
  boundLPerM2: number,
): Worked =>
  sumOf(WATER_FORMULAS, "water.tankMarks", {
    before: beforeLPerM2,
    on: stated.measured(onLPerM2),
    back: stated.measured(recoveredLPerM2),
    bound: stated.table(boundLPerM2),
  });

const LEAST = 0.02;
const MOST = 0.98;
const HALVINGS = 40;

/**
 * The recovery of one dry stroke that leaves what the tanks say is left; by halving, since more recovery always leaves less.
 * @returns share taken by one stroke, 0.02 to 0.98; undefined where the strokes cannot show it (no dry stroke, or nothing free to take)
 * @example fittedRecovery(0, 1.12, 1, 4, 0.2, 0.284) // 0.45
 */
export function fittedRecovery(
  beforeLPerM2: number,
  onLPerM2: number,
  wetStrokes: number,
  dryStrokes: number,
  boundLPerM2: number,
  leftLPerM2: number,
): number | undefined {
  if (dryStrokes < 1 || beforeLPerM2 + onLPerM2 <= boundLPerM2) return undefined;
  let [low, high] = [LEAST, MOST];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (low + high) / 2;
    if (drawnOff(beforeLPerM2, onLPerM2, wetStrokes, dryStrokes, boundLPerM2, middle).left.value > leftLPerM2)
      low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
