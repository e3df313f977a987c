import { FORMULAS, type FormulaId } from "./formulas";
import type { InputRow, Numbers, Sum } from "./row";
import type { Working } from "./working";

/**
 * The value of a working, reckoned anew from the inputs it shows; undefined for what is found and not summed.
 * @example recomputed(sumOf(WATER_FORMULAS, "water.putOn", { before: 0.2, on: 0.3 }).working) // 0.5
 */
export function recomputed({ formula, inputs }: Working): number | undefined {
  if (!(formula in FORMULAS)) return undefined;
  const row = FORMULAS[formula as FormulaId] as unknown as Sum<Record<string, InputRow>>;
  const numbers = Object.fromEntries(
    Object.entries(row.inputs).map(([key, { kind }]) => {
      const its = inputs.filter((input) => input.key === key).map(({ value }) => value);
      return [key, kind === "many" ? its : its[0]];
    }),
  ) as Numbers<Record<string, InputRow>>;
  return row.of(numbers);
}
