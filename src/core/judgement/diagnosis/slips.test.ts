import { describe, expect, it } from "vitest";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { USUAL_KIT } from "@/core/job/kit";
import { differs } from "@/core/models/chance/misread";
import { diagnose } from "./diagnose";
import { slipOf } from "./slips";
import { tablesFor, TABLES } from "./tables";

/** How often readings are taken for slips. What a mark shows by our own tables; how often hands slip is made up. */

const COFFEE: Evidence = { owner: "hot-drink", colour: "yellow-brown", edge: "dark-rim", feel: "nothing" };
const CONTRADICTS: Evidence = { owner: "hot-drink", colour: "white-pale", feel: "greasy", smell: "ammonia" };
const after = (read: number, differed: number) => {
  const experience = {
    jobs: 9,
    success: [],
    families: {},
    pace: {},
    recovery: {},
    drying: {},
    again: { read, differed },
  };
  return tablesFor({ ...USUAL_KIT, experience });
};

describe("slips", () => {
  it("two readings differ where one slipped, and not by chance onto the other: worked by hand", () =>
    // 1 - 0.9² = 0.19, and one in five slips lands on the same outcome.
    expect(differs(0.1, 5)).toBeCloseTo(0.19 * 0.8, 12));

  it("what contradicts itself was read worse than what fits together", () => {
    expect(slipOf(TABLES, CONTRADICTS)).toBeGreaterThan(slipOf(TABLES, {}));
    expect(slipOf(TABLES, COFFEE)).toBeLessThan(slipOf(TABLES, CONTRADICTS));
  });

  it("a second reading that differs speaks for slips, one that agrees against them", () => {
    const once = slipOf(TABLES, COFFEE);
    expect(slipOf(TABLES, COFFEE, { edge: "feathered" })).toBeGreaterThan(once);
    expect(slipOf(TABLES, COFFEE, { edge: "dark-rim" })).toBeLessThan(once);
  });

  it("second readings of marks before are learnt from, and a careful hand is believed more", () => {
    const [careful, careless] = [after(60, 1), after(60, 24)];
    expect(slipOf(careful, {})).toBeLessThan(0.02);
    expect(slipOf(careless, {})).toBeGreaterThan(0.12);
    expect(slipOf(after(0, 0), {})).toBeCloseTo(slipOf(TABLES, {}), 12);
    const sure = (tables = TABLES) =>
      diagnose(COFFEE, { tables, hints: [], shifts: {} }).beliefs.find(({ family }) => family === "tannin")!.p.value;
    expect(sure(careful)).toBeGreaterThan(sure());
    expect(sure(careless)).toBeLessThan(sure());
  });
});
