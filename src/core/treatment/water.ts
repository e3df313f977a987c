import { depthInFoam, residual, toweled } from "../water/strokes";
import { input, worked, type Worked } from "../quantity/working";
import type { ActionId } from "./actions";
import type { Conditions } from "./conditions";
import { leastFaceCapacity, leastOfBuilds, mostOfBuilds, mustStayHardlyWet, type ZoneView } from "./facts";

/** What a step, planned or done, does to the water in the cloth. */
export interface WaterMove {
  action: ActionId;
  waterOnLPerM2?: number;
  dryStrokes?: number;
}

/**
 * Water in the cloth after a run of steps; what evaporates meanwhile is left out, which errs on the wet side.
 * @param moves in the order of the work
 * @returns L/m² with the working of the last move that took water off
 */
export function waterAfter(moves: readonly WaterMove[], view: ZoneView, recovery: number): Worked {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let water = worked("water.toweled", 0, "L/m2", [input("water on", 0, "L/m2")]);
  for (const { action, waterOnLPerM2 = 0, dryStrokes = 0 } of moves) {
    const on = water.value + waterOnLPerM2;
    if (action === "extract") water = residual(on, bound, recovery, dryStrokes);
    else if (action === "towel-off") water = toweled(on);
    else if (waterOnLPerM2 > 0) water = { ...water, value: on, working: { formula: "water.toweled", inputs: [input("before", water.value, "L/m2"), input("water on", waterOnLPerM2, "L/m2")], result: { value: on, unit: "L/m2" } } };
  }
  return water;
}

/** Water a zone may be given by all steps together before it is dried. Cold, damp and age lower it; unknown builds count as the driest. */
export function waterBudget(view: ZoneView, conditions: Conditions): Worked {
  const allowance = leastOfBuilds(view, (build) => build.waterBudgetLPerM2);
  const cold = conditions.slow.tempC < 15 ? 0.8 : 1;
  const damp = conditions.slow.relativeHumidityPct > 70 ? 0.85 : 1;
  const old = view.oldOrFragile ? 0.85 : 1;
  const fibre = mustStayHardlyWet(view) ? 0.6 : 1;
  return worked("water.budget", allowance * cold * damp * old * fibre, "L/m2", [
    input("build's allowance", allowance, "L/m2", view.builds.length === 1 ? "table" : "assumed"),
    input("share for the temperature", cold, "1", conditions.slow.basis?.tempC ?? "entered"),
    input("share for the humidity", damp, "1", conditions.slow.basis?.relativeHumidityPct ?? "entered"),
    input("share for age and state", old, "1", view.oldOrFragile ? "assumed" : "entered"),
    input("share for the fibre", fibre, "1", "table"),
  ]);
}

/** Depth the water reaches below the face, and whether that passes what the build allows. */
export function depthOf(onLPerM2: number, view: ZoneView): { depth: Worked; allowedMm: number; tooDeep: boolean } {
  const depth = depthInFoam(onLPerM2, leastFaceCapacity(view));
  const foam = view.cloth.layers?.foamMm;
  const allowedMm = Math.min(leastOfBuilds(view, (build) => build.depthAllowedMm), foam === undefined ? Infinity : foam / 2);
  return { depth, allowedMm, tooDeep: depth.value > allowedMm };
}
