import { MIX_FORMULAS } from "@/core/ground/sums/mixFormulas";
import { sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";

export interface Mix {
  product: Worked;
  water: Worked;
}

/**
 * Product and water for a volume of mix.
 * @param totalMl volume of the mix, mL, > 0
 * @param r parts water to one part product, ≥ 0
 * @throws RangeError outside these ranges
 * @example mix(750, 4).product.value // 150
 */
export function mix(totalMl: number, r: number): Mix {
  if (!(totalMl > 0) || !Number.isFinite(totalMl)) throw new RangeError("The volume to mix must be more than nothing.");
  if (!(r >= 0) || !Number.isFinite(r)) throw new RangeError("Parts of water must be nought or more.");
  return {
    product: sumOf(MIX_FORMULAS, "dilution.product", { totalMl, parts: stated.table(r) }),
    water: sumOf(MIX_FORMULAS, "dilution.water", { totalMl, parts: stated.table(r) }),
  };
}

/**
 * Share of product in a mix, with its working.
 * @param r parts water to one part product, ≥ 0
 * @example mixStrength(4).value // 0.2
 */
export const mixStrength = (r: number): Worked => sumOf(MIX_FORMULAS, "dilution.strength", { parts: stated.table(r) });

export interface MarkedFill {
  product: Worked;
  water: Worked;
  total: Worked;
  /** The strength that really results. */
  partsWater: number;
}

/** What it is measured with, mL. */
interface Measures {
  bottleMl: number;
  /** Spacing of the bottle's marks. */
  bottleMarkMl: number;
  /** Spacing of the measuring cup's marks. */
  cupMarkMl: number;
}

/** Rounded further from the strength that was wanted than this, another amount is made up. Common practice, no source. */
const MOST_OFF = 0.1;

/** No more than this is made up of what is wanted, to reach a mark that gives its strength. Judgement. */
const MOST_MORE = 1.5;

/** How far a fill is from the strength that was wanted, as a share of it. */
const offBy = ({ product, total }: MarkedFill, r: number): number =>
  Math.abs((product.value / total.value) * (r + 1) - 1);

/**
 * True where it can be measured and the marks give the strength that was wanted, near enough.
 * @param cupMarkMl less product than one mark of the cup cannot be measured, mL
 * @example isNear(fillToMarks(750, 4, { bottleMl: 1000, bottleMarkMl: 50, cupMarkMl: 5 }), 4, 5) // true
 */
export const isNear = (fill: MarkedFill, r: number, cupMarkMl: number): boolean =>
  (r === 0 || fill.product.value >= cupMarkMl - 1e-9) && fill.water.value > -1e-9 && offBy(fill, r) <= MOST_OFF + 1e-9;

const filled = (total: Worked, product: Worked): MarkedFill => {
  const water = sumOf(MIX_FORMULAS, "mix.markedWater", { totalMl: total.value, productMl: opened(product) });
  return { product, water, total, partsWater: water.value / product.value };
};

/**
 * The same mix filled to the marks there are: total up to the bottle's mark, product down to the cup's, so that it is
 * never stronger than wanted; or up, where the label is the least that works. Where that changes the strength by more
 * than a tenth, a mark or two more of the bottle is made up, or as much as a whole number of the cup's marks is for, if
 * the bottle holds it. Product that
 * no mark is near is kept exact (measure it with a syringe or a cap).
 * @param wantedMl mL, > 0, no more than the bottle holds
 * @param r parts water, ≥ 0
 * @param atLeast the label's mix is the least that works
 * @throws RangeError where there is nothing to mix
 * @example fillToMarks(743, 4, { bottleMl: 1000, bottleMarkMl: 50, cupMarkMl: 5 }).total.value // 750
 */
export function fillToMarks(wantedMl: number, r: number, measures: Measures, atLeast = false): MarkedFill {
  if (!(wantedMl > 0) || !Number.isFinite(wantedMl))
    throw new RangeError("The volume to mix must be more than nothing.");
  const parts = stated.table(r);
  const markMl = stated.table(measures.bottleMarkMl);
  const cupMl = stated.table(measures.cupMarkMl);
  const upTo = (ml: number) => {
    const total = sumOf(MIX_FORMULAS, "mix.markedTotal", { wantedMl: ml, markMl });
    const rounding = atLeast && r > 0 ? "mix.productOfMarks" : "mix.markedProduct";
    return filled(total, sumOf(MIX_FORMULAS, rounding, { totalMl: total.value, parts, cupMl }));
  };
  const plain = upTo(wantedMl);
  const { total } = plain;
  if (isNear(plain, r, measures.cupMarkMl)) return plain;
  // Another mark or two of the bottle may be what a whole number of the cup's marks is for.
  const most = Math.min(measures.bottleMl, MOST_MORE * total.value);
  for (let ml = total.value + measures.bottleMarkMl; !atLeast && ml <= most + 1e-9; ml += measures.bottleMarkMl) {
    const more = upTo(ml);
    if (isNear(more, r, measures.cupMarkMl)) return more;
  }
  // Rounded down to a mark it must still be enough.
  const enoughMl = atLeast ? wantedMl + measures.bottleMarkMl : wantedMl;
  const product = sumOf(MIX_FORMULAS, "mix.productOfMarks", { totalMl: enoughMl, parts, cupMl });
  const other = filled(
    sumOf(MIX_FORMULAS, atLeast ? "mix.totalOfProductDown" : "mix.totalOfProductUp", {
      productMl: opened(product),
      parts,
      markMl,
    }),
    product,
  );
  const isBetter = plain.product.value < measures.cupMarkMl || offBy(other, r) < offBy(plain, r);
  const best = other.total.value <= measures.bottleMl + 1e-9 && isBetter ? other : plain;
  // Never under its label, and nowhere near it by the marks: as it is.
  return atLeast && !isNear(best, r, measures.cupMarkMl)
    ? filled(total, sumOf(MIX_FORMULAS, "dilution.product", { totalMl: total.value, parts }))
    : best;
}
