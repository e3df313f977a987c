import fc from "fast-check";
import { CURRENCY_IDS, formatMoney } from "./money";
import { describe, expect, it } from "vitest";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { runs } from "@/core/testing/runs";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { oneMark } from "@/core/answers/ask/oneMark";
import { formatDuration, formatQuantity, formatShare } from "./format";
import { formulaOf } from "@/core/ground/sums/formulaOf";
import { fromSystem, inSystem, type Unit } from "./units";
import type { Working } from "@/core/ground/sums/working";

describe("quantities", () => {
  // Definitions: inch 25.4 mm, US fluid ounce 29.5735 mL, US gallon 3785.41 mL, foot 0.3048 m; from memory.
  it.each<[number, Unit, string, string]>([
    [25.4, "mm", "25 mm", "1 in"],
    [29.5735295625, "mL", "30 mL", "1 fl oz"],
    [3.785411784, "L", "3.79 L", "1 gal"],
    [40, "degC", "40 °C", "104 °F"],
    [0.09290304, "m2", "0.093 m²", "1 sq ft"],
    [0.3048, "m/s", "0.305 m/s", "1 ft/s"],
    [0.018, "L", "18 mL", "0.609 fl oz"],
    [6.94, "min", "6.9 min", "6.9 min"],
  ])("%d %s reads %s, or %s", (value, unit, metric, us) => {
    expect(formatQuantity({ value, unit }, "metric")).toBe(metric);
    expect(formatQuantity({ value, unit }, "us")).toBe(us);
  });

  it("comes back from the shown unit unchanged", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1000, max: 1e6, noNaN: true }),
        fc.constantFrom<Unit>("mm", "mL", "L", "m2", "degC", "L/m2", "m/s"),
        (value, unit) => {
          expect(fromSystem(inSystem({ value, unit }, "us").value, unit, "us")).toBeCloseTo(value, 5);
        },
      ),
    );
  });

  it("says times and shares as people do", () => {
    expect([formatDuration(320), formatDuration(60), formatDuration(7.4), formatDuration(Infinity)]).toEqual([
      "5 h 20 min",
      "1 h",
      "7 min",
      "unknown",
    ]);
    expect([formatShare(0.863), formatShare(0.999), formatShare(0.001), formatShare(1), formatShare(0)]).toEqual([
      "86 %",
      "over 99 %",
      "under 1 %",
      "100 %",
      "0 %",
    ]);
  });
});

/** Every working anywhere in a result. */
function workingsIn(value: unknown, found: Working[] = []): Working[] {
  if (typeof value !== "object" || value === null) return found;
  if ("formula" in value && "inputs" in value) found.push(value as Working);
  for (const child of Object.values(value)) workingsIn(child, found);
  return found;
}

describe("workings", () => {
  it.each([
    ["quickly", quickly, runs(60)],
    ["in layers", inFull, runs(15)],
  ] as const)(
    "are plain data with a known formula, named inputs and no NaN, for any job, dried %s",
    (_, dry, numRuns) => {
      fc.assert(
        fc.property(arbitraryJobFile, ({ job, kit, asOf }) => {
          const { plan, mixes, drying, place } = assess(job, kit ?? USUAL_KIT, asOf, dry);
          for (const { formula, inputs, result } of workingsIn({ plan, mixes, drying, place })) {
            expect(formulaOf(formula).equation).toBeTruthy();
            expect(Number.isNaN(result.value)).toBe(false);
            for (const { name, value } of inputs) expect([name.length > 0, Number.isNaN(value)]).toEqual([true, false]);
          }
        }),
        { numRuns },
      );
    },
  );
});

describe("one mark, now", () => {
  it("always answers with a step, a referral or a reason, and names what would change it", () => {
    for (const material of [undefined, "wool", "olefin", "suede-look"] as const)
      for (const colour of [undefined, "red-purple", "grey-black"])
        for (const feel of [undefined, "hard", "fuzzy", "greasy", "bare"]) {
          const { first, mark, wouldChange } = oneMark(
            material,
            { ...(colour ? { colour } : {}), ...(feel ? { feel } : {}) },
            USUAL_KIT,
          );
          expect(Boolean(first ?? mark.referral) || mark.state === "damage" || mark.state === "at-the-stop").toBe(true);
          expect(wouldChange.length).toBeGreaterThan(0);
        }
  });

  it("never offers more to an unknown cloth than to a known one of the gentlest kind", () => {
    expect(oneMark(undefined, { colour: "grey-black", feel: "greasy" }, USUAL_KIT).first?.agent).toBe(
      "neutral-cleaner",
    );
    expect(oneMark("suede-look", { colour: "grey-black", feel: "greasy" }, USUAL_KIT).first?.agent).toBe(
      "neutral-cleaner",
    );
  });
});

describe("money", () => {
  it("bears its currency, with as many places as there are coins (ISO 4217 minor units, from memory)", () => {
    expect(formatMoney(12.5, "EUR")).toBe("€12.50");
    expect(formatMoney(1234.5, "GBP")).toBe("£1,234.50");
    expect(formatMoney(1500, "JPY")).toBe("¥1,500");
    expect(formatMoney(-3, "USD")).toBe("-$3.00");
    expect(formatMoney(12.5, "SEK", "code")).toBe("SEK 12.50");
    // Every code is one that a browser knows, and no two look alike in a file.
    const names = new Intl.DisplayNames("en", { type: "currency", fallback: "none" });
    for (const id of CURRENCY_IDS) expect(names.of(id)).toBeDefined();
    expect(new Set(CURRENCY_IDS.map((id) => formatMoney(1, id, "code"))).size).toBe(CURRENCY_IDS.length);
  });
});
