/** What strokes of an extractor do to the water in a cloth: bare numbers, L/m². */

/**
 * Left after dry strokes, each taking a share of what is free above the bound water.
 * @example leftAfterStrokes(1.2, 0.2, 0.5, 2) // 0.45
 */
export const leftAfterStrokes = (beforeLPerM2: number, boundLPerM2: number, recovery: number, dryStrokes: number) =>
  Math.min(beforeLPerM2, boundLPerM2) + Math.max(0, beforeLPerM2 - boundLPerM2) * (1 - recovery) ** dryStrokes;

/** Dry strokes after each wet one but the last, which gets the rest. @example dryShares(3, 8) // [2, 2, 4] */
export function dryShares(wetStrokes: number, dryStrokes: number): number[] {
  const each = Math.floor(dryStrokes / (wetStrokes + 1));
  return Array.from({ length: wetStrokes }, (_, index) =>
    index < wetStrokes - 1 ? each : dryStrokes - each * (wetStrokes - 1),
  );
}

/**
 * Left, and the most there was on the way, when each wet stroke is drawn off before the next.
 * @example drawnOffStrokes({ before: 0, on: 1, wetStrokes: 1, dryStrokes: 2, bound: 0.2, recovery: 0.5 }).left // 0.4
 */
export function drawnOffStrokes(given: {
  before: number;
  on: number;
  wetStrokes: number;
  dryStrokes: number;
  bound: number;
  recovery: number;
}): { left: number; peak: number } {
  const wetStrokes = Math.max(1, given.wetStrokes);
  let left = given.before;
  let peak = given.before;
  for (const dry of dryShares(wetStrokes, given.dryStrokes)) {
    left += given.on / wetStrokes;
    peak = Math.max(peak, left);
    left = leftAfterStrokes(left, given.bound, given.recovery, dry);
  }
  return { left, peak };
}
