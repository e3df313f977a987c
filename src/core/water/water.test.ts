import { describe, expect, it } from "vitest";
import { drawnOff, dryShares, residual, wetStroke } from "./strokes";

const machine = { flowLPerMin: 1, headWidthM: 0.1, strokeMPerS: 0.3, recoveryPerDryStroke: 0.45 };

// Worked example by hand, our own figures (judgement): one wet stroke, then the recursion.
describe("strokes", () => {
  it("puts on flow over swept area", () => expect(wetStroke(machine).value).toBeCloseTo(0.556, 3));
  it.each([
    [1, 0.706],
    [2, 0.478],
    [3, 0.353],
    [4, 0.284],
  ])("%d dry strokes leave %d L/m²", (strokes, left) => expect(residual(1.12, 0.2, 0.45, strokes).value).toBeCloseTo(left, 3));
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
  it("refuses a machine without flow", () => expect(() => wetStroke({ ...machine, flowLPerMin: 0 })).toThrow("more than nothing"));
});
