import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatQuantity } from "@/core/ground/quantity/format";
import { formatMoney } from "@/core/ground/quantity/money";
import type { Unit } from "@/core/ground/quantity/units";
import { labelOf, problemWith, textOf, valueOf, type NumberRule } from "./typed";

/** As a screen has it. */
const formatIn = (units: "metric" | "us") => ({
  units,
  currency: "EUR" as const,
  quantity: (of: { value: number; unit: Unit }) =>
    of.unit === "money" ? formatMoney(of.value, "EUR") : formatQuantity(of, units),
});
const METRIC = formatIn("metric");
const US = formatIn("us");
const WARM: NumberRule = { unit: "degC", min: 5, max: 55 };
const LENGTH: NumberRule = { unit: "mm", min: 600, max: 6000 };

describe("a number as it is typed", () => {
  it("stands in the shown units, and nothing stands for what nobody knows", () => {
    expect(textOf(20, WARM, METRIC)).toBe("20");
    // 20 °C are 68 °F.
    expect(textOf(20, WARM, US)).toBe("68");
    expect(textOf(undefined, WARM, METRIC)).toBe("");
    expect(textOf(12.345, { ...LENGTH, decimals: 2 }, METRIC)).toBe("12.35");
  });

  it("bears the unit it is typed in, money its currency", () => {
    expect(labelOf("Warmest", WARM, METRIC)).toBe("Warmest, °C");
    expect(labelOf("Warmest", WARM, US)).toBe("Warmest, °F");
    expect(labelOf("An hour", { unit: "money", min: 0, max: 500 }, METRIC)).toBe("An hour, EUR");
  });

  it("is taken with a point or a comma", () => {
    expect(valueOf("7,5", { unit: "mm", min: 0, max: 10 }, METRIC)).toBe(7.5);
    expect(valueOf("7.5", { unit: "mm", min: 0, max: 10 }, METRIC)).toBe(7.5);
    expect(valueOf("68", WARM, US)).toBeCloseTo(20, 9);
  });

  it.each(["", " ", "many", "1.2.3", "1e999", "--3"])("%j is no number", (text) =>
    expect(problemWith(text, LENGTH, METRIC)).toBe(`"${text}" is not a number.`),
  );

  it("out of its range it says the range in the shown units", () => {
    expect(problemWith("99999", LENGTH, METRIC)).toBe("Must be between 600 mm and 6000 mm.");
    expect(problemWith("599", LENGTH, METRIC)).toContain("between");
    expect(problemWith("600", LENGTH, METRIC)).toBeUndefined();
    expect(problemWith("140", WARM, US)).toContain("°F");
  });

  it("whatever may stand in a field is taken from it again, in either system", () =>
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 55 }), fc.constantFrom(METRIC, US), (value, format) => {
        const text = textOf(value, { ...WARM, decimals: 3 }, format);
        expect(problemWith(text, WARM, format)).toBeUndefined();
        expect(valueOf(text, WARM, format)).toBeCloseTo(value, 2);
      }),
    ));
});
