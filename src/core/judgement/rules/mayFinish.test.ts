import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ACTION_IDS } from "@/core/ground/catalog/actions";
import { guardLeftMs, mayFinish, mayRecord } from "./mayFinish";
import { runs } from "@/core/testing/runs";

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
      { numRuns: runs(2000) },
    );
  });

  it("is not recorded early because the plan names it anew, and not held up by another step's wait", () => {
    const start = { kind: "start", id: "a", at: "2026-05-04T08:00:00Z", stepKey: "panel-r0-air:x", dwellMinMin: 30 };
    const job = { events: [start] } as never;
    const may = (stepKey: string, action: "air" | "clean", seenMs: number) =>
      mayRecord(job, { action, stepKey }, () => seenMs).may;
    expect(may("panel-r0-air:y", "air", 29 * MIN)).toBe(false);
    expect(may("panel-r0-air:y", "air", 30 * MIN)).toBe(true);
    expect(may("f1/r0/0:air", "air", 0)).toBe(true);
    expect(may("panel-r0-clean:y", "clean", 0)).toBe(true);
  });

  it("a battery is waited out before a seat's plug is touched", () => {
    expect(mayFinish("power-off", 20, 19 * MIN)).toMatchObject({ may: false, by: "time" });
    expect(mayFinish("power-off", 20, 20 * MIN).may).toBe(true);
  });

  it("everything else may be ended at any time", () => {
    for (const action of ACTION_IDS.filter((id) => !["air", "gas-out", "power-off"].includes(id)))
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
