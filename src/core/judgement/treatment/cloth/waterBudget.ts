import { depthInFoam, drawnOff, paced, residual, rinsedOff, thinned, toweled } from "@/core/models/water/strokes";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";
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
import { heldIn } from "./spillDepth";

/** What a step, planned or done, does to the water in the cloth. */
export interface WaterMove {
  action: ActionId;
  waterOnLPerM2?: number;
  /** Was in it when somebody came: no part of what may be put on. */
  foundLPerM2?: number;
  wetStrokes?: number;
  dryStrokes?: number;
  /** Of the strokes, against the machine's usual. */
  pace?: number;
  /** Read off the recovery tank, over the area it was drawn off. */
  recoveredLPerM2?: number;
  /** The place on the zone it went on; absent: all of it. */
  place?: string;
  /** The area it spread to, m². */
  areaM2?: number;
  /** A spill was flushed out as deep as this, mm: no part of what cleaning may put on. */
  flushedMm?: number;
  /** The event it was recorded by. */
  eventId?: string;
}

/** Nothing in it yet. */
const DRY = sumOf(WATER_FORMULAS, "water.putOn", { before: 0, on: 0 });

/**
 * Water in the cloth after a run of steps; what evaporates meanwhile is left out, which errs on the wet side.
 * @param moves in the order of the work
 * @returns what is left, L/m², with the working of the last move, the most there was on the way, and the most while
 *   water was put on
 */
export function waterCourse(
  moves: readonly WaterMove[],
  view: ZoneView,
  recovery: number,
): { left: Worked; peakLPerM2: number; ownPeakLPerM2: number } {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let left = DRY;
  let [peakLPerM2, ownPeakLPerM2] = [0, 0];
  for (const [at, move] of moves.entries()) {
    const after = moved(left, move, boundBy(moves, at, view, bound), recovery);
    left = after.left;
    peakLPerM2 = Math.max(peakLPerM2, after.peakLPerM2);
    if ((move.waterOnLPerM2 ?? 0) > 0 && move.flushedMm === undefined)
      ownPeakLPerM2 = Math.max(ownPeakLPerM2, after.peakLPerM2);
  }
  return { left, peakLPerM2, ownPeakLPerM2 };
}

/** Of what the layers hold as deep as a spill was flushed, no nozzle gets this share out again. Judgement. */
const KEPT_BELOW = 0.25;

/** Water that no stroke takes off by now: deep down more than in the face. */
const boundBy = (moves: readonly WaterMove[], at: number, view: ZoneView, bound: number): number =>
  Math.max(
    bound,
    ...moves.slice(0, at + 1).flatMap(({ flushedMm }) => (flushedMm ? KEPT_BELOW * heldIn(view, flushedMm) : [])),
  );

/** What one place of a zone meets: what goes on all of it, and what goes on there. */
export const movesAt = (moves: readonly WaterMove[], place: string | undefined): WaterMove[] =>
  moves.filter((move) => move.place === undefined || move.place === place);

const placesOf = (moves: readonly WaterMove[]): (string | undefined)[] => {
  const places = [...new Set(moves.flatMap(({ place }) => place ?? []))];
  return places.length > 0 ? places : [undefined];
};

/** What counts against the budget: a flush takes out what a spill brought, and is no cleaning. */
export const ofCleaning = (moves: readonly WaterMove[]): WaterMove[] =>
  moves.filter(({ flushedMm }) => flushedMm === undefined);

/** How deep a spill was flushed, mm; 0 where none was. */
export const flushedTo = (moves: readonly WaterMove[]): number =>
  Math.max(0, ...moves.map(({ flushedMm = 0 }) => flushedMm));

/** Litres per m² put on at a place by a run of steps; of all places the most, where none is named. */
export function putOnAt(moves: readonly WaterMove[], place?: string): number {
  const at = (each: string | undefined) =>
    movesAt(moves, each).reduce((sum, { waterOnLPerM2 = 0 }) => sum + waterOnLPerM2, 0);
  return place === undefined ? Math.max(...placesOf(moves).map(at)) : at(place);
}

/** What goes on the wettest place, all over the zone and there. */
export function wettestMoves(moves: readonly WaterMove[]): WaterMove[] {
  const most = putOnAt(moves);
  return movesAt(
    moves,
    placesOf(moves).find((place) => putOnAt(moves, place) >= most - 1e-9),
  );
}

/** Water in a zone after its steps: the wettest place decides how deep and how long, all places together how much. */
export function waterInZone(
  moves: readonly WaterMove[],
  view: ZoneView,
  recovery: number,
): { left: Worked; peakLPerM2: number; wetM2: number; flushedMm: number } {
  const places = placesOf(moves).map((place) => {
    const there = movesAt(moves, place);
    const areaM2 = Math.max(0, ...there.map((move) => move.areaM2 ?? view.areaM2.value));
    return { ...waterCourse(there, view, recovery), areaM2 };
  });
  const wettest = places.reduce((most, each) => (each.left.value > most.left.value ? each : most));
  const litres = places.reduce((sum, { left, areaM2 }) => sum + left.value * areaM2, 0);
  return {
    left: wettest.left,
    peakLPerM2: Math.max(...places.map(({ peakLPerM2 }) => peakLPerM2)),
    flushedMm: flushedTo(moves),
    wetM2: wettest.left.value > 0 ? Math.min(view.areaM2.value, litres / wettest.left.value) : view.areaM2.value,
  };
}

/** Water in the cloth before each move, and after the last, L/m². */
export function waterBefore(moves: readonly WaterMove[], view: ZoneView, recovery: number): number[] {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  let left = DRY;
  return [
    0,
    ...moves.map((move, at) => (left = moved(left, move, boundBy(moves, at, view, bound), recovery).left).value),
  ];
}

/** One move. */
function moved(
  before: Worked,
  { action, waterOnLPerM2 = 0, foundLPerM2, wetStrokes = 1, dryStrokes = 0, pace = 1, recoveredLPerM2 }: WaterMove,
  bound: number,
  recovery: number,
): { left: Worked; peakLPerM2: number } {
  if (foundLPerM2 !== undefined)
    return {
      left: sumOf(WATER_FORMULAS, "water.putOn", { before: before.value, on: foundLPerM2 }),
      peakLPerM2: foundLPerM2,
    };
  const on = before.value + waterOnLPerM2;
  // Taken up with nothing put on: by a machine's dry strokes, or pressed into towels.
  if (action === "blot" && dryStrokes > 0)
    return { left: residual(on, Math.min(on, bound), recovery, dryStrokes), peakLPerM2: on };
  if (action === "blot") return { left: toweled(on), peakLPerM2: on };
  if (action === "extract") {
    const drawn = drawnOff(before.value, waterOnLPerM2, wetStrokes, dryStrokes, bound, paced(recovery, pace));
    return {
      left:
        recoveredLPerM2 === undefined ? drawn.left : leftByTanks(before.value, waterOnLPerM2, recoveredLPerM2, bound),
      peakLPerM2: drawn.peakLPerM2,
    };
  }
  if (action === "towel-off") return { left: toweled(on), peakLPerM2: on };
  // A damp rinse has its dry towel right behind, which takes back what it put on and no more.
  if (action === "rinse") return { left: rinsedOff(before.value, waterOnLPerM2), peakLPerM2: on };
  return {
    left:
      waterOnLPerM2 > 0 ? sumOf(WATER_FORMULAS, "water.putOn", { before: before.value, on: waterOnLPerM2 }) : before,
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
  const shares: number[] = [];
  const water = waterBefore(moves, view, recovery);
  for (let at = last + 1; at < moves.length; at++) {
    const { action, waterOnLPerM2 = 0, wetStrokes = 1, dryStrokes = 0, pace = 1 } = moves[at]!;
    if (waterOnLPerM2 <= 0) continue;
    const before = water[at]!;
    const share =
      action === "extract"
        ? thinned(before, waterOnLPerM2, wetStrokes, dryStrokes, boundBy(moves, at, view, bound), paced(recovery, pace))
        : before / (before + waterOnLPerM2);
    shares.push(share);
  }
  return sumOf(WATER_FORMULAS, "water.cleanerLeft", { shares }, [input("bound water W_b", bound, "L/m2", "table")]);
}

/** The less time there is to dry, the less water may go in. Judgement. */
const SHORT_OF_TIME: readonly { underMin: number; share: number }[] = [
  { underMin: 180, share: 0.6 },
  { underMin: 480, share: 0.85 },
];

/** What little time leaves of it; the rest of the budget knows no clock. @param minutesLeft undefined without a promise */
export const shareForTime = (minutesLeft: number | undefined): number =>
  SHORT_OF_TIME.find(({ underMin }) => minutesLeft !== undefined && minutesLeft < underMin)?.share ?? 1;

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
  const time = shareForTime(minutesLeft);
  return sumOf(WATER_FORMULAS, "water.budget", {
    allowance: { value: allowance, basis: view.builds.length === 1 ? "table" : "assumed" },
    cold: { value: cold, basis: conditions.slow.basis?.tempC ?? "entered" },
    damp: { value: damp, basis: conditions.slow.basis?.relativeHumidityPct ?? "entered" },
    old: { value: old, basis: view.oldOrFragile ? "assumed" : "entered" },
    fibre: stated.table(fibre),
    time: { value: time, basis: minutesLeft === undefined ? "assumed" : "entered" },
  });
}

/**
 * Depth the water reaches below the face, and whether that passes what the build allows.
 * @param flushedMm as deep as a spill was flushed, which was there before us
 */
export function depthOf(
  onLPerM2: number,
  view: ZoneView,
  flushedMm = 0,
): { depth: Worked; allowed: Worked; tooDeep: boolean } {
  const depth = depthInFoam(onLPerM2, leastFaceCapacity(view), flushedMm);
  const foam = view.cloth.layers?.foamMm;
  const ofBuild = leastOfBuilds(view, (build) => build.depthAllowedMm);
  const allowed = sumOf(WATER_FORMULAS, "water.depthAllowed", {
    buildMm: { value: ofBuild, basis: view.builds.length === 1 ? "table" : "assumed" },
    ...(foam === undefined ? {} : { foamMm: stated.entered(foam) }),
  });
  return { depth, allowed, tooDeep: depth.value > Math.max(allowed.value, flushedMm) };
}

/** Held by glue, and nobody doubts it. */
export const isOnGlue = ({ builds }: ZoneView): boolean => builds.every((build) => build === "glue-held");
