import { drawnOffStrokes, dryShares, leftAfterStrokes } from "@/core/ground/sums/strokeSums";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

interface StrokeMachine {
  flowLPerMin: number;
  headWidthM: number;
  strokeMPerS: number;
}

/**
 * Water put on by one wet stroke.
 * @param machine flow L/min > 0, head width m > 0, stroke speed m/s > 0
 * @returns L/m²
 * @example wetStroke({ flowLPerMin: 1, headWidthM: 0.1, strokeMPerS: 0.3 }).value // 0.5556
 */
export function wetStroke({ flowLPerMin, headWidthM, strokeMPerS }: StrokeMachine): Worked {
  if (!(flowLPerMin > 0 && headWidthM > 0 && strokeMPerS > 0))
    throw new RangeError("Flow, head width and stroke speed must each be more than nothing.");
  return sumOf(WATER_FORMULAS, "water.wetStroke", {
    flowLPerMin: stated.table(flowLPerMin),
    headWidthM: stated.table(headWidthM),
    strokeMPerS: stated.table(strokeMPerS),
  });
}

/**
 * Water left after dry strokes, each taking a share of what is free above the bound water.
 * @param onLPerM2 water in the cloth before, L/m², ≥ 0
 * @param boundLPerM2 what no stroke takes, L/m², ≥ 0
 * @param recovery share taken by one stroke, 0 to 1
 * @param dryStrokes whole number ≥ 0
 * @returns L/m²
 * @example residual(1.2, 0.2, 0.5, 2).value // 0.45
 */
export function residual(onLPerM2: number, boundLPerM2: number, recovery: number, dryStrokes: number): Worked {
  return sumOf(WATER_FORMULAS, "water.residual", {
    before: onLPerM2,
    bound: stated.table(boundLPerM2),
    recovery: stated.table(recovery),
    dryStrokes: stated.entered(dryStrokes),
  });
}

/**
 * Water left, and the most there was on the way, when each wet stroke is drawn off before the next.
 * @param beforeLPerM2 water in the cloth before, L/m²
 * @param onLPerM2 put on by all wet strokes together, L/m²
 * @example drawnOff(0, 1, 1, 2, 0.2, 0.5).left.value // 0.4
 */
export function drawnOff(
  beforeLPerM2: number,
  onLPerM2: number,
  wetStrokes: number,
  dryStrokes: number,
  boundLPerM2: number,
  recovery: number,
): { left: Worked; peakLPerM2: number } {
  const left = sumOf(WATER_FORMULAS, "water.drawnOff", {
    before: beforeLPerM2,
    on: onLPerM2,
    wetStrokes: stated.entered(wetStrokes),
    dryStrokes: stated.entered(dryStrokes),
    bound: stated.table(boundLPerM2),
    recovery: stated.table(recovery),
  });
  const given = { before: beforeLPerM2, on: onLPerM2, wetStrokes, dryStrokes, bound: boundLPerM2, recovery };
  return { left, peakLPerM2: drawnOffStrokes(given).peak };
}

/**
 * Share of what was dissolved that is still in what is left, when rinse water is put on and drawn off: each pass thins it by W / (W + q).
 * @param beforeLPerM2 water W in the cloth before, L/m², ≥ 0; with none there is nothing to thin, and the first stroke dissolves it
 * @param onLPerM2 put on by all wet strokes together, L/m²
 * @returns share of the strength before, 0 to 1
 * @example thinned(0.4, 0.4, 1, 2, 0.2, 0.45) // 0.5
 */
export function thinned(
  beforeLPerM2: number,
  onLPerM2: number,
  wetStrokes: number,
  dryStrokes: number,
  boundLPerM2: number,
  recovery: number,
): number {
  let water = beforeLPerM2;
  let share = 1;
  const each = onLPerM2 / Math.max(1, wetStrokes);
  for (const dry of dryShares(Math.max(1, wetStrokes), dryStrokes)) {
    if (water + each > 0 && water > 0) share *= water / (water + each);
    water = leftAfterStrokes(water + each, boundLPerM2, recovery, dry);
  }
  return share;
}

/**
 * What a dry stroke takes at another pace: twice as fast, half as long under the head.
 * @param recovery share taken at the usual pace, 0 to 1
 * @param pace against the usual, above 0
 * @example paced(0.45, 2) // 0.2584
 */
export const paced = (recovery: number, pace: number): number => 1 - (1 - recovery) ** (1 / pace);

/** Judgement: a firm towel leaves this share of what lies on and near the face. */
export const SHARE_LEFT_BY_TOWEL = 0.45;

/** Water left after towelling, L/m². @example toweled(0.4).value // 0.18 */
export function toweled(onLPerM2: number): Worked {
  return sumOf(WATER_FORMULAS, "water.toweled", { on: onLPerM2, share: stated.table(SHARE_LEFT_BY_TOWEL) });
}

/**
 * Water left after a damp rinse with a dry towel right behind, L/m²: of the rinse itself what a towel leaves, of what was
 * there before all.
 * @example rinsedOff(0.2, 0.1).value // 0.245
 */
export function rinsedOff(beforeLPerM2: number, onLPerM2: number): Worked {
  return sumOf(WATER_FORMULAS, "water.rinsedOff", {
    before: beforeLPerM2,
    on: onLPerM2,
    share: stated.table(SHARE_LEFT_BY_TOWEL),
  });
}

const FOAM_POROSITY = 0.9;
const FOAM_SATURATION = 0.06;

/**
 * How deep what the face cannot hold runs into the foam.
 * @param onLPerM2 water put on, L/m²
 * @param faceCapacityLPerM2 what the face holds, L/m²
 * @param flushedMm as deep as a spill was flushed out, mm; left out: nothing was
 * @returns mm. 1 L/m² is 1 mm of free water; it fills only the foam's pore space at its holding saturation (judgement).
 * @example depthInFoam(0.9, 0.5).value // 7.407
 */
export function depthInFoam(onLPerM2: number, faceCapacityLPerM2: number, flushedMm = 0): Worked {
  return sumOf(WATER_FORMULAS, "water.depth", {
    onLPerM2,
    faceLPerM2: stated.table(faceCapacityLPerM2),
    porosity: stated.table(FOAM_POROSITY),
    saturation: stated.table(FOAM_SATURATION),
    ...(flushedMm > 0 ? { flushedMm } : {}),
  });
}
