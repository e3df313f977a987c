import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { drawnOffStrokes, dryShares, leftAfterStrokes } from "./strokeSums";

const litres = fc.double({ min: 0, max: 3, noNaN: true });
const share = fc.double({ min: 0, max: 0.95, noNaN: true });

describe("strokes of an extractor", () => {
  it("dry ones are shared out after each wet one, and the last gets the rest", () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 40 }), (wet, dry) => {
        const shares = dryShares(wet, dry);
        expect(shares).toHaveLength(wet);
        expect(shares.reduce((sum, each) => sum + each, 0)).toBe(dry);
        for (const each of shares) expect(each).toBeLessThanOrEqual(shares.at(-1)!);
      }),
      { numRuns: 300 },
    ));

  it("more of them never leave more, none take what is bound, and a better machine leaves no more", () =>
    fc.assert(
      fc.property(
        litres,
        litres,
        share,
        share,
        fc.integer({ min: 0, max: 20 }),
        (before, bound, one, other, strokes) => {
          const [weak, strong] = [Math.min(one, other), Math.max(one, other)];
          const left = (recovery: number, of: number) => leftAfterStrokes(before, bound, recovery, of);
          expect(left(weak, strokes + 1)).toBeLessThanOrEqual(left(weak, strokes) + 1e-12);
          expect(left(strong, strokes)).toBeLessThanOrEqual(left(weak, strokes) + 1e-12);
          expect(left(strong, strokes)).toBeGreaterThanOrEqual(Math.min(before, bound) - 1e-12);
          expect(left(weak, 0)).toBeCloseTo(before, 12);
        },
      ),
      { numRuns: 500 },
    ));

  it("each wet stroke drawn off before the next peaks lower than all of it at once, and never ends wetter", () =>
    fc.assert(
      fc.property(litres, litres, fc.integer({ min: 2, max: 6 }), share, (on, bound, wetStrokes, recovery) => {
        const given = { before: 0, on, wetStrokes, dryStrokes: 3 * (wetStrokes + 1), bound, recovery };
        const { left, peak } = drawnOffStrokes(given);
        expect(peak).toBeLessThanOrEqual(on + 1e-9);
        expect(peak).toBeGreaterThanOrEqual(left - 1e-9);
        expect(left).toBeGreaterThanOrEqual(Math.min(on, bound) - 1e-9 - on);
      }),
      { numRuns: 500 },
    ));
});
