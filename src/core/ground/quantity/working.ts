import type { Quantity, Unit } from "./units";
import type { FormulaId } from "./formulas";

/** Where an input of a sum comes from; "assumed" marks what nobody measured and was planned at its safest. */
export type Basis = "measured" | "entered" | "table" | "assumed" | "computed";

export interface WorkingInput {
  name: string;
  value: number | string;
  unit?: Unit;
  basis: Basis;
}

/** How a number came about: plain data, so it crosses a worker or the network. */
export interface Working {
  formula: FormulaId;
  inputs: WorkingInput[];
  result: Quantity;
}

/** A number that can be opened to show its working. */
export interface Worked extends Quantity {
  working: Working;
}

/** Puts a computed value and its working together. */
export function worked(formula: FormulaId, value: number, unit: Unit, inputs: WorkingInput[]): Worked {
  return { value, unit, working: { formula, inputs, result: { value, unit } } };
}

/** A number as somebody put it in: its working is that it has none. */
export const entered = (name: string, value: number, unit: Unit): Worked =>
  worked("as-entered", value, unit, [input(name, value, unit, "entered")]);

/** One input line of a working. @example input("area", 0.0135, "m2", "entered") */
export function input(name: string, value: number | string, unit?: Unit, basis: Basis = "computed"): WorkingInput {
  return { name, value, unit, basis };
}
