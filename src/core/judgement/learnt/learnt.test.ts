import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { FAMILY_IDS } from "@/core/ground/catalog/families";
import type { Kit } from "@/core/job/schema";
import { driedBy } from "./driedBy";
import {
  asPlannedNow,
  dryingFactor,
  ownPriors,
  paceOf,
  priorsShare,
  recoveryFactor,
  timedSteps,
  workedFactor,
} from "./own";
import { isHopeless, shareWords, successOf, TABLE_SUCCESS } from "./success";

type Experience = NonNullable<Kit["experience"]>;
const NOTHING: Experience = { pace: {}, recovery: {}, drying: {}, families: {}, success: [] } as unknown as Experience;
const log = (more: object): Experience => ({ ...NOTHING, ...more }) as Experience;
const cell = (gone: number, tried: number, fibre = "synthetic") => ({
  family: "tannin",
  agent: "acid-spotter",
  fibre,
  gone,
  tried,
});

describe("pace, recovery and drying of one's own", () => {
  it("is the table's without a log, and moves towards the log step by step", () => {
    expect(paceOf(undefined, "clean")).toEqual({ factor: 1, n: 0, meanLog: 0, tableShare: 1 });
    // Twice as slow throughout: after 8 steps √2, after 24 three quarters of the way in logarithms.
    const slow = (n: number) => paceOf(log({ pace: { clean: { n, meanLog: Math.LN2 } } }), "clean");
    expect(slow(8).factor).toBeCloseTo(Math.SQRT2, 9);
    expect(slow(24).factor).toBeCloseTo(2 ** 0.75, 9);
    expect(slow(8).tableShare).toBe(0.5);
    expect(slow(24).tableShare).toBe(0.25);
    // Another kind of step has its own.
    expect(paceOf(log({ pace: { clean: { n: 8, meanLog: 1 } } }), "extract").factor).toBe(1);
  });

  it("never passes what the log itself says, whichever way it errs", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500 }), fc.double({ min: -2, max: 2, noNaN: true }), (n, meanLog) => {
        const { factor } = paceOf(log({ pace: { rinse: { n, meanLog } } }), "rinse");
        const own = Math.exp(meanLog);
        expect(factor).toBeGreaterThanOrEqual(Math.min(1, own) - 1e-12);
        expect(factor).toBeLessThanOrEqual(Math.max(1, own) + 1e-12);
      }),
      { numRuns: 300 },
    ));

  it("opens to a working that gives the factor again", () => {
    const of = recoveryFactor(log({ recovery: { extractor: { n: 8, meanLog: Math.log(0.81) } } }), "extractor");
    expect(of.factor).toBeCloseTo(0.9, 9);
    expect(workedFactor("ledger.recovery", of).value).toBeCloseTo(of.factor, 12);
  });

  it("keeps drying by what stood by: the dehumidifier before the heater before air", () => {
    expect(driedBy({ dehumidifier: true, heater: true } as never)).toBe("dehumidifier");
    expect(driedBy({ heater: true } as never)).toBe("heater");
    expect(driedBy({})).toBe("air");
    const own = log({ drying: { air: { n: 8, meanLog: Math.log(1.44) } } });
    expect(dryingFactor(own, "air").factor).toBeCloseTo(1.2, 9);
    expect(dryingFactor(own, "heater").factor).toBe(1);
  });

  it("does not count twice what the pace has taken in already", () => {
    const own = log({ pace: { clean: { n: 8, meanLog: Math.LN2 } } });
    const done = [
      { minutes: 14, tableMin: 10, action: "clean" as const },
      { minutes: 5, action: "clean" as const },
      { minutes: 8, tableMin: 8, action: "rinse" as const },
    ];
    const [first, untabled, other] = asPlannedNow(done, own);
    expect(first!.plannedMin).toBeCloseTo(10 * Math.SQRT2, 9);
    expect(untabled!.plannedMin).toBeUndefined();
    expect(other!.plannedMin).toBe(8);
    expect(timedSteps(log({ pace: { clean: { n: 3, meanLog: 0 }, rinse: { n: 4, meanLog: 0 } } }))).toBe(7);
    expect(timedSteps(undefined)).toBe(0);
  });
});

describe("families met here", () => {
  const table = FAMILY_IDS.map((_, index) => index + 1);
  it("are the table's without marks of one's own", () => {
    expect(ownPriors(undefined, table)).toBe(table);
    expect(ownPriors(NOTHING, table)).toBe(table);
    expect(priorsShare(undefined)).toBe(0);
  });

  it("move by at most a half however many marks there are, and what is rare stays possible", () => {
    const many = log({ families: { tannin: 10_000 } });
    expect(priorsShare(many)).toBe(0.5);
    const moved = ownPriors(many, table);
    const sum = (list: readonly number[]) => list.reduce((total, each) => total + each, 0);
    expect(sum(moved)).toBeCloseTo(2 * sum(table), 6);
    FAMILY_IDS.forEach((family, at) => {
      if (family === "tannin") expect(moved[at]).toBeGreaterThan(table[at]!);
      else expect([family, moved[at]]).toEqual([family, table[at]]);
    });
  });

  it("sixty marks weigh as much as the table, each as much as the other", () => {
    const own = log({ families: { urine: 30, tannin: 30 } });
    const moved = ownPriors(own, table);
    const gain = (family: (typeof FAMILY_IDS)[number]) =>
      moved[FAMILY_IDS.indexOf(family)]! - table[FAMILY_IDS.indexOf(family)]!;
    expect(gain("urine")).toBeCloseTo(gain("tannin"), 9);
    expect(priorsShare(own)).toBe(0.5);
  });
});

describe("success of a rung", () => {
  it("is the table's before there is a log, and says so", () => {
    const none = successOf(undefined, "tannin", "acid-spotter", "synthetic" as never);
    expect(none.chance.value).toBeCloseTo(TABLE_SUCCESS.tannin, 9);
    expect(none.tableShare).toBe(1);
    expect(shareWords(none)).toBe("by the table, none of your own yet");
    expect(isHopeless(none)).toBe(false);
  });

  it("counts marks on this fibre whole, and those on others through the start", () => {
    const of = (...cells: object[]) =>
      successOf(log({ success: cells }), "tannin", "acid-spotter", "synthetic" as never);
    // The table's half counts as four; three of four gone here: (2 + 3) / 8.
    expect(of(cell(3, 4)).chance.value).toBeCloseTo(5 / 8, 9);
    // The same on wool makes a start of 5/8, which counts as four again.
    expect(of(cell(3, 4, "protein")).chance.value).toBeCloseTo(5 / 8, 9);
    expect(of(cell(3, 4, "protein"), cell(0, 4)).chance.value).toBeCloseTo((4 * (5 / 8)) / 8, 9);
    expect(of(cell(3, 4)).tried).toBe(4);
    expect(of(cell(3, 4, "protein")).elsewhere).toBe(4);
    expect(shareWords(of(cell(3, 4)))).toBe("50 % your own log (4 marks), the rest table");
    expect(shareWords(of(cell(1, 1)))).toContain("(1 mark)");
  });

  it("another agent or family teaches nothing here", () => {
    const other = [
      { ...cell(0, 50), agent: "peroxide" },
      { ...cell(0, 50), family: "urine" },
    ];
    expect(successOf(log({ success: other }), "tannin", "acid-spotter", "synthetic" as never).chance.value).toBeCloseTo(
      TABLE_SUCCESS.tannin,
      9,
    );
  });

  it("its band holds the chance, narrows as the log grows, and a rung that never works is given up", () => {
    const width = (n: number) => {
      const { low, high, chance } = successOf(
        log({ success: [cell(n / 2, n)] }),
        "tannin",
        "acid-spotter",
        "synthetic" as never,
      );
      expect(low.value).toBeLessThan(chance.value);
      expect(high.value).toBeGreaterThan(chance.value);
      return high.value - low.value;
    };
    const widths = [2, 10, 40, 200].map(width);
    widths.slice(1).forEach((each, at) => expect(each).toBeLessThan(widths[at]!));
    const failed = (tried: number) =>
      isHopeless(successOf(log({ success: [cell(0, tried)] }), "tannin", "acid-spotter", "synthetic" as never));
    expect([failed(2), failed(60)]).toEqual([false, true]);
  });

  it("nothing takes damage out", () => {
    const { chance, low, high } = successOf(undefined, "damage", "water");
    expect([chance.value, low.value, high.value]).toEqual([0, 0, 0]);
  });
});
