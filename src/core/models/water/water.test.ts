import { dryShares } from "@/core/ground/sums/strokeSums";
import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { fittedPasses, SHARE_WORTH_A_PASS } from "./passes";
import { fittedRecovery, leftByTanks } from "./tankMarks";
import { drawnOff, residual, thinned, wetStroke } from "./strokes";

const machine = { flowLPerMin: 1, headWidthM: 0.1, strokeMPerS: 0.3, recoveryPerDryStroke: 0.45 };

// Worked example by hand, our own figures (judgement): one wet stroke, then the recursion.
describe("strokes", () => {
  it("puts on flow over swept area", () => expect(wetStroke(machine).value).toBeCloseTo(0.556, 3));
  it.each([
    [1, 0.706],
    [2, 0.478],
    [3, 0.353],
    [4, 0.284],
  ])("%d dry strokes leave %d L/m²", (strokes, left) =>
    expect(residual(1.12, 0.2, 0.45, strokes).value).toBeCloseTo(left, 3),
  );
  it("never takes bound water, nor adds any", () => {
    expect(residual(0.1, 0.2, 0.45, 9).value).toBe(0.1);
    expect(residual(2, 0.2, 1, 1).value).toBeCloseTo(0.2, 9);
  });
  it("draws each wet stroke off before the next, so the peak stays under all of it at once", () => {
    expect(dryShares(3, 8)).toEqual([2, 2, 4]);
    expect(drawnOff(0, 1.12, 1, 4, 0.2, 0.45).left.value).toBeCloseTo(0.284, 3);
    // By hand: 0.5, drawn off twice to 0.2 + 0.3·0.55² = 0.29075; plus 0.5 is the peak.
    expect(drawnOff(0, 1, 2, 6, 0.2, 0.45).peakLPerM2).toBeCloseTo(0.79075, 9);
  });
  it("refuses a machine without flow", () =>
    expect(() => wetStroke({ ...machine, flowLPerMin: 0 })).toThrow("more than nothing"));
});

describe("a rinse", () => {
  // By hand: 0.4 thinned by 0.4 is a half; drawn off twice to 0.2 + 0.6·0.55² = 0.3815, thinned by 0.4 again to 0.4882 of that.
  it("thins what is dissolved by W / (W + q) a pass", () => {
    expect(thinned(0.4, 0.4, 1, 2, 0.2, 0.45)).toBeCloseTo(0.5, 12);
    expect(thinned(0.4, 0.8, 2, 6, 0.2, 0.45)).toBeCloseTo(0.5 * (0.3815 / 0.7815), 12);
  });
  it("only ever thins, and the more the oftener", () => {
    const range = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(range(0.01, 2), range(0.01, 2), fc.integer({ min: 1, max: 6 }), (before, on, wet) => {
        const [once, twice] = [
          thinned(before, on, wet, 2 * wet, 0.2, 0.45),
          thinned(before, 2 * on, 2 * wet, 4 * wet, 0.2, 0.45),
        ];
        expect(once).toBeGreaterThan(0);
        expect(once).toBeLessThan(1);
        expect(twice).toBeLessThan(once);
      }),
    );
  });
});

describe("tank marks", () => {
  it("outrank the model, and never say less is left than is bound", () => {
    expect(leftByTanks(0.1, 1, 0.7, 0.2).value).toBeCloseTo(0.4, 12);
    expect(leftByTanks(0.1, 1, 5, 0.2).value).toBe(0.2);
  });

  it("re-fit the recovery that made them within 2 %, whatever the strokes", () => {
    expect(fittedRecovery(0, 1.12, 1, 4, 0.2, 0.284)!).toBeCloseTo(0.45, 2);
    const range = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        range(0, 0.5),
        range(0.4, 3),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 0, max: 12 }),
        range(0.05, 0.3),
        range(0.1, 0.8),
        (before, on, wet, more, bound, r) => {
          const dry = wet + 1 + more;
          const { left } = drawnOff(before, on, wet, dry, bound, r);
          // Down at what is bound nothing is left to tell one recovery from another.
          fc.pre(left.value > bound + 0.005);
          expect(Math.abs(fittedRecovery(before, on, wet, dry, bound, left.value)! / r - 1)).toBeLessThan(0.02);
        },
      ),
    );
  });

  it("show nothing where no dry stroke was made", () => expect(fittedRecovery(0, 1, 1, 0, 0.2, 1)).toBeUndefined());
});

describe("when to stop drawing off", () => {
  it("finds a known fall again and foretells its next pass and how many are left", () => {
    // By hand: each pass brings half of the one before: 4, 2, 1; next 0.5 of 7 so far; after it 0.25 of 7.5, which is under 4 %.
    const fit = fittedPasses([4, 2, 1])!;
    expect(fit.next.value).toBeCloseTo(0.5, 9);
    expect(fit.nextShare.value).toBeCloseTo(0.5 / 7, 9);
    expect(fit.stop).toBe(false);
    expect(fit.passesLeft!.value).toBe(1);
    expect(fittedPasses([4, 2, 1, 0.5])!.stop).toBe(true);
  });

  it("stops exactly when the next pass is not worth it, for any readings, and never says so from one", () => {
    expect(fittedPasses([4])).toBeUndefined();
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 2, maxLength: 12 }), (dirt) => {
        const fit = fittedPasses(dirt)!;
        expect(Number.isFinite(fit.next.value) && fit.next.value >= 0).toBe(true);
        expect(fit.stop).toBe(fit.nextShare.value < SHARE_WORTH_A_PASS);
        if (fit.stop) expect(fit.passesLeft!.value).toBe(0);
        else if (fit.passesLeft) expect(fit.passesLeft.value).toBeGreaterThan(0);
      }),
    );
  });

  it("says that it does not clear when passes bring as much as before", () => {
    const fit = fittedPasses([2, 2, 2])!;
    expect(fit.stop).toBe(false);
    expect(fit.passesLeft).toBeUndefined();
  });
});
