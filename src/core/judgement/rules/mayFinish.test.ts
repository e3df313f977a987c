import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ACTION_IDS } from "@/core/ground/catalog/actions";
import { guardLeftMs, mayFinish } from "./mayFinish";

const MIN = 60_000;
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });

describe("a step that people wait out", () => {
  it("is ended when its time was seen to pass or the meter reads clean, and never while the meter shows gas", () => {
    expect(mayFinish("air", 30, 29.9 * MIN)).toMatchObject({ may: false, by: "time" });
    expect(mayFinish("air", 30, 30 * MIN)).toEqual({ may: true, early: false });
    // A meter for gas says nothing of a solvent.
    expect(mayFinish("air", 30, 0, true)).toMatchObject({ may: false });
    expect(mayFinish("gas-out", 120, 10 * MIN, true)).toMatchObject({ may: true });
    expect(mayFinish("gas-out", 120, 999 * MIN, false)).toEqual({ may: false, by: "meter" });
    expect(mayFinish("gas-out", undefined, 999 * MIN)).toEqual({ may: false, by: "meter" });
    // Stopping the gas early harms nobody.
    expect(mayFinish("gas", 60, MIN)).toEqual({ may: true, early: true });
    expect(mayFinish("clean", 5, 0)).toEqual({ may: true, early: false });
  });

  it("lets no time and no reading get around it", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("air" as const, "gas-out" as const),
        maybe(fc.double({ min: 0.5, max: 2000, noNaN: true })),
        fc.double({ min: 0, max: 1e9, noNaN: true }),
        maybe(fc.boolean()),
        (action, dwellMin, elapsedMs, mayEnter) => {
          const { may } = mayFinish(action, dwellMin, elapsedMs, mayEnter);
          const waited = dwellMin === undefined ? action === "air" : elapsedMs >= dwellMin * MIN;
          const read = action === "gas-out" ? mayEnter : undefined;
          expect(may).toBe(read ?? waited);
        },
      ),
      { numRuns: 2000 },
    );
  });

  it("everything else may be ended at any time", () => {
    for (const action of ACTION_IDS.filter((id) => id !== "air" && id !== "gas-out"))
      expect(mayFinish(action, 500, 0, false).may).toBe(true);
  });

  it("waits that guard a person are counted from what was seen, the longest of them", () => {
    const event = (id: string, action: "air" | "clean", agent?: "disinfectant") =>
      ({ id, kind: "done", at: "2026-05-04T08:00:00Z", action, dwellMinMin: 10, ...(agent ? { agent } : {}) }) as never;
    const seen = (id: string) => (id === "a" ? 4 * MIN : 0);
    expect(guardLeftMs([event("a", "air"), event("b", "clean")], seen)).toBe(6 * MIN);
    expect(guardLeftMs([event("b", "clean", "disinfectant")], seen)).toBe(10 * MIN);
    expect(guardLeftMs([event("b", "clean")], seen)).toBe(0);
  });
});
