import { input, worked, type Worked } from "@/core/ground/quantity/working";

export interface Mix {
  product: Worked;
  water: Worked;
}

/**
 * Product and water for a volume of mix.
 * @param totalMl volume of the mix, mL, > 0
 * @param r parts water to one part product, ≥ 0
 * @throws RangeError outside these ranges
 * @example mix(750, 4) // product 150 mL, water 600 mL
 */
export function mix(totalMl: number, r: number): Mix {
  if (!(totalMl > 0) || !Number.isFinite(totalMl)) throw new RangeError("The volume to mix must be more than nothing.");
  if (!(r >= 0) || !Number.isFinite(r)) throw new RangeError("Parts of water must be nought or more.");
  const inputs = [input("volume V", totalMl, "mL"), input("parts water r", r, "parts", "table")];
  return {
    product: worked("dilution.product", totalMl / (r + 1), "mL", inputs),
    water: worked("dilution.water", (totalMl * r) / (r + 1), "mL", inputs),
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
 */
export function fillToMarks(totalMl: number, r: number, totalMarkMl: number, productMarkMl: number): MarkedFill {
  const exact = mix(Math.ceil(totalMl / totalMarkMl - 1e-9) * totalMarkMl, r);
  const total = exact.product.value + exact.water.value;
  const marked = Math.floor(exact.product.value / productMarkMl + 1e-9) * productMarkMl;
  const product = r === 0 ? total : marked > 0 ? marked : exact.product.value;
  const inputs = [
    input("wanted", totalMl, "mL"),
    input("parts water r", r, "parts", "table"),
    input("bottle marks every", totalMarkMl, "mL", "table"),
    input("cup marks every", productMarkMl, "mL", "table"),
    input("product before rounding", exact.product.value, "mL"),
  ];
  return {
    product: worked("mix.marked", product, "mL", inputs),
    water: worked("mix.marked", total - product, "mL", inputs),
    total: worked("mix.marked", total, "mL", inputs),
    partsWater: (total - product) / product,
  };
}
