import { FORMULAS, type FormulaId, type WorkingId } from "./formulas";
import { METHODS, type MethodId } from "./methods";
import type { Formula } from "./row";

/**
 * The row of an id, in words; apart from the sums, so that only who shows a working loads the words of the methods.
 * @example formulaOf("geometry.zone").name // "Area of the zone"
 */
export const formulaOf = (id: WorkingId): Formula =>
  id in FORMULAS ? FORMULAS[id as FormulaId] : METHODS[id as MethodId];
