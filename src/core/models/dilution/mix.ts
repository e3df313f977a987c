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
    product: sumOf("dilution.product", { totalMl, parts: stated.table(r) }),
    water: sumOf("dilution.water", { totalMl, parts: stated.table(r) }),
  };
}

export interface MarkedFill {
  product: Worked;
  water: Worked;
  total: Worked;
  /** The strength that really results; never more product than planned. */
  partsWater: number;
}

/**
 * The same mix filled to the marks a bottle has: total to the nearest mark that holds enough, product down to its finer marks.
 * A product amount under one mark is kept exact (measure it with a syringe or a cap).
 * @param totalMl wanted, mL, > 0
 * @param r parts water, ≥ 0
 * @param totalMarkMl spacing of the bottle's marks, mL
 * @param productMarkMl spacing of the measuring cup's marks, mL
 * @example fillToMarks(743, 4, 50, 5).total.value // 750
 */
export function fillToMarks(totalMl: number, r: number, totalMarkMl: number, productMarkMl: number): MarkedFill {
  if (!(totalMl > 0) || !Number.isFinite(totalMl)) throw new RangeError("The volume to mix must be more than nothing.");
  const total = sumOf("mix.markedTotal", { wantedMl: totalMl, markMl: stated.table(totalMarkMl) });
  const product = sumOf("mix.markedProduct", {
    totalMl: total.value,
    parts: stated.table(r),
    cupMl: stated.table(productMarkMl),
  });
  const water = sumOf("mix.markedWater", { totalMl: total.value, productMl: opened(product) });
  return { product, water, total, partsWater: water.value / product.value };
}
