import { MIX_FORMULAS } from "@/core/ground/sums/mixFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { labelText, readingOf, type Convention } from "@/core/ground/quantity/ratio";
import { formatNumber } from "@/core/ground/quantity/format";

/** Sums around a bottle that is not the planned one: said another way, mixed wrong, nearly empty, lukewarm. */

const CONVENTIONS: readonly Convention[] = [
  "water-to-product",
  "product-to-water",
  "one-in",
  "per-cent",
  "ml-per-l-added",
  "ml-per-l-made-up",
  "us-fl-oz-per-gal",
  "imperial-fl-oz-per-gal",
];

/**
 * One strength said in every way it is said, rounded as it would stand on a label.
 * @param r parts water to one part product, > 0
 * @example saidEveryWay(4).find(({ convention }) => convention === "per-cent")?.text // "20 %"
 */
export const saidEveryWay = (r: number): { convention: Convention; text: string }[] =>
  CONVENTIONS.map((convention) => ({
    convention,
    text: labelText({ convention, value: Number(formatNumber(readingOf(r, convention).value)) }),
  }));

/** Caps of product in a mix. @param capMl what the cap holds, mL, > 0 @example capfuls(60, 20).value // 3 */
export function capfuls(productMl: number, capMl: number): Worked {
  if (!(capMl > 0)) throw new RangeError("Say what the cap holds, in mL.");
  return sumOf(MIX_FORMULAS, "dilution.caps", { productMl, capMl: stated.entered(capMl) });
}

interface Correction {
  add: "water" | "product" | "nothing";
  amount: Worked;
  /** What the bottle then holds. */
  total: Worked;
}

/**
 * What to add to a wrong mix. C1 V1 + C2 V2 = C3 V3, water at 0 and product at 1.
 * @param haveMl what is in the bottle, mL, > 0
 * @param haveR how it was mixed, parts water, ≥ 0
 * @param wantedR how it should be, parts water, > 0
 * @example correctBottle(500, 4, 9).add // "water"
 */
export function correctBottle(haveMl: number, haveR: number, wantedR: number): Correction {
  if (!(haveMl > 0)) throw new RangeError("There has to be something in the bottle.");
  const share = (r: number) => 1 / (r + 1);
  const [have, wanted] = [share(haveR), share(wantedR)];
  const add = Math.abs(have - wanted) < 1e-9 ? "nothing" : have > wanted ? "water" : "product";
  const amount = sumOf(MIX_FORMULAS, "dilution.correct", {
    haveMl: stated.entered(haveMl),
    have,
    wanted: add === "nothing" ? have : wanted,
    added: add === "product" ? 1 : 0,
  });
  return {
    add,
    amount,
    total: sumOf(MIX_FORMULAS, "dilution.corrected", { haveMl: stated.entered(haveMl), addedMl: amount.value }),
  };
}

/**
 * How much mix the last of a product still makes. @param productMl mL, ≥ 0 @param r parts water, ≥ 0
 * @example lastOfBottle(50, 9).value // 500
 */
export const lastOfBottle = (productMl: number, r: number): Worked =>
  sumOf(MIX_FORMULAS, "dilution.last", { productMl: stated.entered(productMl), parts: stated.table(r) });

/**
 * Active ingredient in the mix, mg in each kg.
 * @param activePct active in the product as sold, % by mass, 0 to 100
 * @param r parts water to one of product, ≥ 0; both taken as heavy as water
 * @example activePpm(5, 99).value // 500
 */
export function activePpm(activePct: number, r: number): Worked {
  if (!(activePct >= 0 && activePct <= 100)) throw new RangeError("The active content is between 0 and 100 %.");
  return sumOf(MIX_FORMULAS, "dilution.ppm", { activePct: stated.entered(activePct), parts: stated.table(r) });
}

export interface WarmMix {
  hot: Worked;
  cold: Worked;
}

/**
 * Hot and cold water for a target temperature; what the bucket itself takes up is left out, so it comes out a little cooler.
 * @param totalMl mL, > 0
 * @throws RangeError with a sentence when the two cannot give it
 * @example warmMix(4000, 60, 10, 35).hot.value // 2000
 */
export function warmMix(totalMl: number, hotC: number, coldC: number, targetC: number): WarmMix {
  if (!(hotC > coldC)) throw new RangeError("The hot water has to be warmer than the cold.");
  if (targetC < coldC || targetC > hotC)
    throw new RangeError("The two together cannot give that: it lies outside of cold and hot.");
  const given = {
    totalMl: stated.entered(totalMl),
    hotC: stated.entered(hotC),
    coldC: stated.entered(coldC),
    wantedC: stated.entered(targetC),
  };
  return {
    hot: sumOf(MIX_FORMULAS, "dilution.warmHot", given),
    cold: sumOf(MIX_FORMULAS, "dilution.warmCold", given),
  };
}
