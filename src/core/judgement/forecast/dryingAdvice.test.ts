import { describe, expect, it } from "vitest";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { entered } from "@/core/ground/sums/working";
import { dryingAdvice, type DryingFacts } from "./dryingAdvice";

const zone = (
  more: Partial<{
    name: string;
    materials: MaterialId[];
    hours: number;
    surfaceDry: number;
    wickBack: number;
    depth: number;
    tooDeep: boolean;
  }> = {},
): DryingFacts["zones"][number] => {
  const { name = "Seat", materials = ["polyester"], hours = 5, surfaceDry = 5, wickBack = 0.1, depth = 2 } = more;
  return {
    name,
    materials,
    hours: entered("hours", hours, "h"),
    surfaceDry: entered("surface", surfaceDry, "h"),
    wickBack: entered("comes up", wickBack, "1"),
    depth: entered("depth", depth, "mm"),
    tooDeep: more.tooDeep ?? false,
  };
};
const facts = (more: Partial<Omit<DryingFacts, "air" | "dampest">> & { airC?: number; dampestPct?: number } = {}) => {
  const { airC = 20, dampestPct = 70, ...rest } = more;
  return {
    space: "doors",
    humidityPct: 55,
    seatsLifted: false,
    belts: false,
    planned: true,
    zones: [zone()],
    ...rest,
    air: entered("air", airC, "degC"),
    dampest: entered("dampest", dampestPct, "%"),
  } satisfies DryingFacts as DryingFacts;
};
const ids = (of: DryingFacts) => dryingAdvice(of).map(({ id }) => id);
const wordsOf = (of: DryingFacts, id: string) =>
  dryingAdvice(of)
    .find((advice) => advice.id === id)!
    .words.map((word) => (typeof word === "string" ? word : `${word.value} ${word.unit}`))
    .join("");

/** What the trade says of drying: common practice, no source. */
describe("advice on drying", () => {
  it("is silent on an ordinary day", () => expect(ids(facts())).toEqual([]));

  it("what never dries is said first, and what to do about it depends on whether the water is on yet", () => {
    const never = facts({
      zones: [zone({ hours: Infinity, surfaceDry: Infinity })],
      space: "shut",
      airC: 5,
      dampestPct: 100,
    });
    expect(ids(never)[0]).toBe("does-not-dry");
    expect(dryingAdvice(never)[0]!.tone).toBe("danger");
    expect(wordsOf(never, "does-not-dry")).toContain("Put less water on");
    expect(wordsOf({ ...never, planned: false }, "does-not-dry")).toContain("Draw off again with dry strokes only");
    // Nobody is told a number that is none.
    expect(wordsOf(never, "cold")).toContain("over three days");
  });

  it("air that fills up is let out, but not for what is dry before it does, nor in the open", () => {
    const shut = facts({ space: "shut", dampestPct: 95, zones: [zone({ hours: 12 })] });
    expect(ids(shut)).toContain("fills-up");
    expect(ids({ ...shut, space: "open" })).not.toContain("fills-up");
    expect(ids({ ...shut, zones: [zone({ hours: 3 })] })).not.toContain("fills-up");
    expect(wordsOf(shut, "fills-up")).toMatch(/No engine running indoors.*no electric heater left alone/);
  });

  it("cold and shut: as little water as may be, and no belts", () => {
    const cold = facts({ space: "gap", airC: 8, belts: true });
    expect(wordsOf(cold, "cold")).toContain("wet no belts");
    expect(wordsOf({ ...cold, belts: false }, "cold")).not.toContain("belts");
    expect(ids(facts({ space: "doors", airC: 8 }))).not.toContain("cold");
    expect(ids(facts({ space: "shut", airC: 13 }))).not.toContain("cold");
  });

  it("water below the cover is danger, named by zone with the deepest", () => {
    const deep = facts({
      zones: [
        zone({ name: "Left cushion", tooDeep: true, depth: 18 }),
        zone({ name: "Right cushion", tooDeep: true, depth: 25 }),
        zone(),
      ],
    });
    expect(wordsOf(deep, "soaked")).toContain("Left cushion, right cushion: 25 mm deep");
    expect(dryingAdvice(deep).find(({ id }) => id === "soaked")!.tone).toBe("danger");
  });

  it("plant fibres brown when wet long; a made fibre, or one of two that it may be, does not make it so", () => {
    const wet = (materials: MaterialId[], hours = 6) =>
      facts({ zones: [zone({ materials, hours, surfaceDry: hours })] });
    for (const fibre of ["cotton", "linen", "jute", "viscose"] as const)
      expect([fibre, ids(wet([fibre]))]).toEqual([fibre, ["browns"]]);
    expect(ids(wet(["cotton"], 4))).toEqual([]);
    expect(ids(wet(["polyester"]))).toEqual([]);
    expect(ids(wet(["cotton", "polyester"]))).toEqual([]);
    expect(wordsOf(wet(["viscose"]), "browns")).toContain("wet it is weak, so no rubbing");
    expect(wordsOf(wet(["cotton"]), "browns")).toContain("slightly acid last rinse");
  });

  it("a hot dry day with seats out still keeps water from what sits inside", () => {
    const hot = facts({ seatsLifted: true, airC: 30, humidityPct: 40 });
    expect(wordsOf(hot, "hot-seats")).toContain("an airbag, a sensor, a heater or a motor");
    expect(ids({ ...hot, seatsLifted: false })).toEqual([]);
    expect(ids(facts({ seatsLifted: true, airC: 30, humidityPct: 70 }))).toEqual([]);
    expect(ids(facts({ seatsLifted: true, airC: 20, humidityPct: 40 }))).toEqual([]);
  });

  it("much that comes up is caught on a towel and judged dry", () => {
    const up = facts({ zones: [zone({ wickBack: 0.5 }), zone({ name: "Back", wickBack: 0.2 })] });
    expect(wordsOf(up, "comes-up")).toMatch(/^Seat: about 0.5 1 of what/);
    expect(ids(facts({ zones: [zone({ wickBack: 0.39 })] }))).toEqual([]);
  });

  it("dry on top is not dry: the zone that takes longest below is named", () => {
    const under = facts({
      zones: [zone({ name: "Base", hours: 9, surfaceDry: 4 }), zone({ name: "Arm", hours: 6, surfaceDry: 4 })],
    });
    expect(wordsOf(under, "under")).toContain("Base: dry to the hand after 4 h, underneath after 9 h");
    expect(ids(facts({ zones: [zone({ hours: 5.4, surfaceDry: 5 })] }))).toEqual([]);
  });
});
