import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { rolled, spansBetween } from "./rolled";

describe("a clock with its nights rolled up", () => {
  const nights = [
    { from: -600, to: 30 },
    { from: 600, to: 1440 },
  ];

  it("gives the night little room and the rest all of it, and finds its way back", () => {
    const { along, minuteAt } = rolled(nights);
    // Half an hour of the night that runs, nine and a half hours of work, fourteen of night: 2.4 + 570 + 67.2.
    expect(along(1440)).toBeCloseTo(639.6);
    expect(along(600) - along(30)).toBeCloseTo(570);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (at, on) => {
          expect(minuteAt(along(at))).toBeCloseTo(at, 6);
          expect(along(at + on)).toBeGreaterThanOrEqual(along(at));
        },
      ),
    );
    expect(rolled([]).along(77)).toBe(77);
  });

  it("cuts what goes on the next morning in two", () => {
    const task = (startMin: number, endMin: number) => ({ startMin, endMin });
    expect(spansBetween([task(40, 90), task(1440, 1450), task(90, 600)], nights)).toEqual([
      { from: 40, to: 600 },
      { from: 1440, to: 1450 },
    ]);
    expect(spansBetween([], nights)).toEqual([]);
  });
});
