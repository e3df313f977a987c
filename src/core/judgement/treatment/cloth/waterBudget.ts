import { depthInFoam, drawnOff, paced, thinned, toweled } from "@/core/models/water/strokes";
import { input, worked, type Worked } from "@/core/ground/quantity/working";
import { leftByTanks } from "@/core/models/water/tankMarks";
import type { ActionId } from "@/core/ground/catalog/actions";
import type { Conditions } from "@/core/judgement/zones/conditions";
import {
  leastFaceCapacity,
  leastOfBuilds,
  mostOfBuilds,
  mustStayHardlyWet,
  type ZoneView,
} from "@/core/judgement/zones/zoneView";

/** What a step, planned or done, does to the water in the cloth. */
export interface WaterMove {
  action: ActionId;
  waterOnLPerM2?: number;
  wetStrokes?: number;
  dryStrokes?: number;
  /** Of the strokes, against the machine's usual. */
  pace?: number;
  /** Read off the recovery tank, over the area it was drawn off. */
  recoveredLPerM2?: number;
  /** The event it was recorded by. */
  eventId?: string;
}

/**
 * Water in the cloth after a run of steps; what evaporates meanwhile is left out, which errs on the wet side.
 * @param moves in the order of the work
 * @returns what is left, L/m², with the working of the last move, and the most there was on the way
 */
export function waterCourse(
  moves: readonly WaterMove[],
  view: ZoneView,
  recovery: number,
): { left: Worked; peakLPerM2: number } {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let left = worked("water.toweled", 0, "L/m2", [input("water on", 0, "L/m2")]);
  let peakLPerM2 = 0;
  for (const move of moves) {
    const after = moved(left, move, bound, recovery);
    left = after.left;
    peakLPerM2 = Math.max(peakLPerM2, after.peakLPerM2);
  }
  return { left, peakLPerM2 };
}

/** Water in the cloth before each move, and after the last, L/m². */
export function waterBefore(moves: readonly WaterMove[], view: ZoneView, recovery: number): number[] {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let left = worked("water.toweled", 0, "L/m2", [input("water on", 0, "L/m2")]);
  return [0, ...moves.map((move) => (left = moved(left, move, bound, recovery).left).value)];
}

/** One move. */
function moved(
  before: Worked,
  { action, waterOnLPerM2 = 0, wetStrokes = 1, dryStrokes = 0, pace = 1, recoveredLPerM2 }: WaterMove,
  bound: number,
  recovery: number,
): { left: Worked; peakLPerM2: number } {
  const on = before.value + waterOnLPerM2;
  if (action === "extract") {
    const drawn = drawnOff(before.value, waterOnLPerM2, wetStrokes, dryStrokes, bound, paced(recovery, pace));
    return {
      left:
        recoveredLPerM2 === undefined ? drawn.left : leftByTanks(before.value, waterOnLPerM2, recoveredLPerM2, bound),
      peakLPerM2: drawn.peakLPerM2,
    };
  }
  if (action === "towel-off") return { left: toweled(on), peakLPerM2: on };
  return {
    left:
      waterOnLPerM2 > 0
        ? worked("water.toweled", on, "L/m2", [
            input("before", before.value, "L/m2"),
            input("water on", waterOnLPerM2, "L/m2"),
          ])
        : before,
    peakLPerM2: on,
  };
}

/**
 * How much weaker what a cleaner left in the cloth has become since, by what was put on and taken off again.
 * @returns share of its strength; undefined where no cleaner went on
 */
export function cleanerLeft(moves: readonly WaterMove[], view: ZoneView, recovery: number): Worked | undefined {
  const last = moves.findLastIndex(({ action }) => action === "clean");
  if (last < 0) return undefined;
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let share = 1;
  let strokes = 0;
  const water = waterBefore(moves, view, recovery);
  for (let at = last + 1; at < moves.length; at++) {
    const { action, waterOnLPerM2 = 0, wetStrokes = 1, dryStrokes = 0, pace = 1 } = moves[at]!;
    if (waterOnLPerM2 <= 0) continue;
    const before = water[at]!;
    share *=
      action === "extract"
        ? thinned(before, waterOnLPerM2, wetStrokes, dryStrokes, bound, paced(recovery, pace))
        : before / (before + waterOnLPerM2);
    strokes += wetStrokes;
  }
  return worked("water.cleanerLeft", share, "1", [
    input("times rinsed since", strokes, "1"),
    input("bound water W_b", bound, "L/m2", "table"),
  ]);
}

/** The less time there is to dry, the less water may go in. Judgement. */
const SHORT_OF_TIME: readonly { underMin: number; share: number }[] = [
  { underMin: 180, share: 0.6 },
  { underMin: 480, share: 0.85 },
];

/**
 * Water a zone may be given by all steps together before it is dried. Cold, damp, age and little time lower it; unknown builds
 * count as the driest.
 * @param minutesLeft from the first step to when it was promised usable; undefined without a promise
 */
export function waterBudget(view: ZoneView, conditions: Conditions, minutesLeft?: number): Worked {
  const allowance = leastOfBuilds(view, (build) => build.waterBudgetLPerM2);
  const cold = conditions.slow.tempC < 15 ? 0.8 : 1;
  const damp = conditions.slow.relativeHumidityPct > 70 ? 0.85 : 1;
  const old = view.oldOrFragile ? 0.85 : 1;
  const fibre = mustStayHardlyWet(view) ? 0.6 : 1;
  const time = SHORT_OF_TIME.find(({ underMin }) => minutesLeft !== undefined && minutesLeft < underMin)?.share ?? 1;
  return worked("water.budget", allowance * cold * damp * old * fibre * time, "L/m2", [
    input("build's allowance", allowance, "L/m2", view.builds.length === 1 ? "table" : "assumed"),
    input("share for the temperature", cold, "1", conditions.slow.basis?.tempC ?? "entered"),
    input("share for the humidity", damp, "1", conditions.slow.basis?.relativeHumidityPct ?? "entered"),
    input("share for age and state", old, "1", view.oldOrFragile ? "assumed" : "entered"),
    input("share for the fibre", fibre, "1", "table"),
    input("share for the time left", time, "1", minutesLeft === undefined ? "assumed" : "entered"),
  ]);
}

/** Depth the water reaches below the face, and whether that passes what the build allows. */
export function depthOf(onLPerM2: number, view: ZoneView): { depth: Worked; allowed: Worked; tooDeep: boolean } {
  const depth = depthInFoam(onLPerM2, leastFaceCapacity(view));
  const foam = view.cloth.layers?.foamMm;
  const ofBuild = leastOfBuilds(view, (build) => build.depthAllowedMm);
  const allowed = worked("water.depthAllowed", Math.min(ofBuild, foam === undefined ? Infinity : foam / 2), "mm", [
    input("what the build may take", ofBuild, "mm", view.builds.length === 1 ? "table" : "assumed"),
    ...(foam === undefined ? [] : [input("foam", foam, "mm", "entered")]),
  ]);
  return { depth, allowed, tooDeep: depth.value > allowed.value };
}
