import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { EVIDENCE, EVIDENCE_IDS, type Evidence } from "@/core/ground/catalog/evidence";
import { HYPOTHESES } from "@/core/ground/catalog/families";
import { posterior } from "@/core/models/chance/bayes";
import { diagnose } from "./diagnose";
import { TABLES } from "./tables";
import { runs } from "@/core/testing/runs";

const anyEvidence: fc.Arbitrary<Evidence> = fc.record(
  Object.fromEntries(EVIDENCE_IDS.map((test) => [test, fc.constantFrom(...Object.keys(EVIDENCE[test].outcomes))])),
  { requiredKeys: [] },
);

describe("diagnosis", () => {
  it("agrees with Bayes done by hand", () => {
    // Prior 1 in 100, test right 9 times in 10, false alarm 1 in 10: 0.009 / (0.009 + 0.099) = 1/12. Textbook example, from memory.
    const chances = posterior([1, 99], [[0.9, 0.1]]);
    expect(chances[0]).toBeCloseTo(1 / 12, 12);
    // The same test again: 0.01·0.81 / (0.01·0.81 + 0.99·0.01) = 0.45.
    expect(
      posterior(
        [1, 99],
        [
          [0.9, 0.1],
          [0.9, 0.1],
        ],
      )[0],
    ).toBeCloseTo(0.45, 12);
  });

  it("says so when the evidence is impossible, instead of NaN", () =>
    expect(() =>
      posterior(
        [1, 1],
        [
          [0, 1],
          [1, 0],
        ],
      ),
    ).toThrow("cannot all be true"));

  it("adds to one, has no NaN and does not mind the order, for any evidence", () => {
    fc.assert(
      fc.property(anyEvidence, (evidence) => {
        const { beliefs, none, chances } = diagnose(evidence);
        expect(beliefs.reduce((sum, { p }) => sum + p.value, none.value)).toBeCloseTo(1, 9);
        expect(
          beliefs.every(
            ({ p, pushes }) => Number.isFinite(p.value) && pushes.every(({ decibans }) => Number.isFinite(decibans)),
          ),
        ).toBe(true);
        const reversed = Object.fromEntries(Object.entries(evidence).reverse()) as Evidence;
        expect(diagnose(reversed).chances).toEqual(chances);
      }),
      { numRuns: runs(10_000) },
    );
  });

  it("has a proper likelihood table for every test and family", () => {
    for (const test of EVIDENCE_IDS)
      HYPOTHESES.forEach((_, f) =>
        expect(TABLES.lists[test].reduce((sum, column) => sum + column[f]!, 0)).toBeCloseTo(1, 9),
      );
  });

  // Common practice, no source: what a technician would say of these marks at once.
  it.each<[string, Evidence, string]>([
    ["beetroot soup", { owner: "soup-sauce", colour: "red-purple", edge: "spatter", towel: "colour" }, "plant-colour"],
    ["a coffee ring", { owner: "hot-drink", colour: "yellow-brown", edge: "dark-rim" }, "tannin"],
    ["an arm rest", { place: "contact", colour: "dark-same", edge: "feathered", feel: "greasy" }, "body-oil"],
    ["a pet's corner", { owner: "pet", colour: "yellow-brown", smell: "ammonia" }, "urine"],
    ["sour milk", { owner: "milk-blood", feel: "crusty", smell: "sour" }, "protein"],
    ["candle wax", { owner: "wax", feel: "hard" }, "gum-wax"],
    ["rain through the roof", { owner: "water", edge: "dark-rim", feel: "nothing" }, "water-ring"],
    ["a footpath in the hall", { place: "feet", edge: "trail", feel: "powdery" }, "particulate"],
    ["dots in a damp corner", { edge: "specks", smell: "musty", place: "edge" }, "mould"],
    ["a cigarette burn", { feel: "bare", towel: "nothing" }, "damage"],
  ])("names %s", (_name, evidence, family) => expect(diagnose(evidence).leader).toBe(family));
});
