import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { input, worked, sumOf, type Worked } from "@/core/ground/sums/working";

/** When to stop drawing off: dirt per pass falls like an exponential, and the next pass has to be worth its water. */

/** A five-step scale of what comes back, as dirt in a pass. Common practice to look at it; the numbers are judgement. */
export const DIRT_SCALE = [
  { id: "clear", name: "Clear", dirt: 0.05 },
  { id: "faint", name: "Faint", dirt: 0.3 },
  { id: "tinted", name: "Tinted", dirt: 1 },
  { id: "dirty", name: "Dirty", dirt: 2 },
  { id: "black", name: "Black", dirt: 4 },
] as const;
export type DirtId = (typeof DIRT_SCALE)[number]["id"];
export const DIRT_IDS = DIRT_SCALE.map(({ id }) => id) as [DirtId, ...DirtId[]];
/** How dark a word of the scale is, 0 to 1. @example dirtOf(DIRT_IDS[0]) // 0.05 */
export const dirtOf = (id: DirtId): number => DIRT_SCALE.find((step) => step.id === id)!.dirt;

/** A pass that would bring less than this share of all so far is not worth its water. */
export const SHARE_WORTH_A_PASS = 0.04;
/** A pass that brought nothing to see still counts for the fit. */
const LEAST_DIRT = 0.01;
const MOST_PASSES = 50;

interface PassFit {
  /** Dirt the next pass will bring, on the scale of the readings. */
  next: Worked;
  nextShare: Worked;
  /** The next pass is not worth its water. */
  stop: boolean;
  /** Passes until it is not; undefined when it does not clear like this. */
  passesLeft?: Worked;
}

/**
 * Fits dirt per pass with an exponential, least squares on its logarithm.
 * @param dirt of each pass in order, ≥ 0
 * @returns undefined from fewer than two passes
 * @example fittedPasses([1, 0.5, 0.25])?.nextShare.value // 0.07143
 */
export function fittedPasses(dirt: readonly number[]): PassFit | undefined {
  if (dirt.length < 2) return undefined;
  const logs = dirt.map((value) => Math.log(Math.max(LEAST_DIRT, value)));
  const middle = (dirt.length - 1) / 2;
  const mean = logs.reduce((sum, value) => sum + value, 0) / dirt.length;
  const slope =
    logs.reduce((sum, value, index) => sum + (index - middle) * (value - mean), 0) /
    logs.reduce((sum, _, index) => sum + (index - middle) ** 2, 0);
  const at = (pass: number) => Math.exp(mean + slope * (pass - middle));
  const soFar = dirt.reduce((sum, value) => sum + Math.max(LEAST_DIRT, value), 0);
  const shareAfter = (more: number) => {
    const brought = Array.from({ length: more }, (_, index) => at(dirt.length + index)).reduce(
      (sum, value) => sum + value,
      0,
    );
    return at(dirt.length + more) / (soFar + brought);
  };
  const share = shareAfter(0);
  let left = 0;
  while (left < MOST_PASSES && shareAfter(left) >= SHARE_WORTH_A_PASS) left += 1;
  const readings = dirt.map((value, index) => input(`pass ${index + 1}`, value, "1", "measured"));
  const fall = input("each brings this share of the one before", Math.exp(slope), "1");
  return {
    next: worked("water.nextPass", at(dirt.length), "1", [...readings, fall]),
    nextShare: sumOf(WATER_FORMULAS, "water.nextShare", { next: at(dirt.length), soFar }, [fall]),
    stop: share < SHARE_WORTH_A_PASS,
    // What does not fall never clears, however often it is gone over.
    ...(slope < 0 && left < MOST_PASSES
      ? {
          passesLeft: worked("water.passesLeft", left, "1", [
            ...readings,
            fall,
            input("worth a pass", SHARE_WORTH_A_PASS, "1", "table"),
          ]),
        }
      : share < SHARE_WORTH_A_PASS
        ? { passesLeft: worked("water.passesLeft", 0, "1", readings) }
        : {}),
  };
}
