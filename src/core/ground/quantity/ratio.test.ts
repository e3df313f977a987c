import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { formatNumber, formatQuantity } from "./format";
import {
  CONVENTION_WORDS,
  flipped,
  labelText,
  otherReadings,
  parseReading,
  partsWater,
  readingInWords,
  readingOf,
  type Convention,
} from "./ratio";

const CONVENTIONS = Object.keys(CONVENTION_WORDS) as Convention[];

/** Labels as they are met, with the mix they mean, worked by hand: parts of water to one of product. */
const LABELS: readonly [string, number][] = [
  ["10:1", 10],
  ["1:10", 10],
  ["10 to 1", 10],
  ["4 : 1", 4],
  ["1 in 10", 9],
  // Five in a hundred: 95 to 5.
  ["5 %", 19],
  ["2,5 %", 39],
  // 20 mL to a litre of water, and 20 mL made up to a litre.
  ["20 mL/L", 50],
  ["20 ml/l made up", 49],
  // A US gallon is 128 of its ounces, an imperial one 160 of its own.
  ["1 fl oz/gal", 128],
  ["2 fl oz/gal", 64],
  ["1 imp fl oz/gal", 160],
  ["4 product to 1 water", 0.25],
  ["1 part product to 8 parts of water", 8],
  ["3 water to 2 product", 1.5],
];

describe("dilutions as labels say them", () => {
  it.each(LABELS)("%s", (label, parts) => expect(partsWater(parseReading(label))).toBeCloseTo(parts, 6));

  it.each([
    "",
    "strong",
    "10",
    "1:",
    ":1",
    "0:1",
    "-5:1",
    "1 in 0.5",
    "200 %",
    "10:1:1",
    "ten to one",
    "1e999:1",
    "NaN %",
  ])("%j is refused with a sentence", (label) => expect(() => parseReading(label)).toThrow(/dilution/));

  it("comes back from its words, whatever the convention", () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...CONVENTIONS),
        fc.double({ min: 0.05, max: 2000, noNaN: true }),
        (convention, parts) => {
          const reading = parseReading(labelText(readingOf(parts, convention)));
          expect(reading.convention).toBe(convention);
          expect(partsWater(reading)).toBeCloseTo(parts, 6);
        },
      ),
      { numRuns: 500 },
    ));

  it("the other way it may be meant is always the stronger or the weaker of two, and flips back", () => {
    const eight = parseReading("8:1");
    const other = flipped(eight);
    expect(other).toEqual({ convention: "one-in", value: 8 });
    expect(partsWater(other)).toBe(7);
    expect(flipped(other)).toEqual(eight);
    expect(() => flipped({ convention: "water-to-product", value: 0.5 })).toThrow(/under 1/);
  });

  it("may be meant the other way round, and that may be taken back", () => {
    const said = (text: string) => otherReadings(parseReading(text)).map(labelText);
    expect(said("4:1")).toEqual(["1 in 4", "4 product to 1 water"]);
    expect(said("4 product to 1 water")).toEqual(["4:1"]);
    expect(said("1 in 10")).toEqual(["10:1"]);
    expect(said("5 %")).toEqual([]);
    expect(readingInWords(partsWater(parseReading("4 product to 1 water")))).toBe("1 water + 4 product = 80 %");
  });

  it("is said so that nobody mixes it the wrong way round", () => {
    expect(readingInWords(4)).toBe("4 water + 1 product = 20 %");
    expect(readingInWords(0)).toBe("ready to use, no water");
    expect(readingInWords(128)).toBe("128 water + 1 product = 0.775 %");
    for (const convention of CONVENTIONS) expect(CONVENTION_WORDS[convention].length).toBeGreaterThan(5);
  });
});

describe("numbers as they are read off a bottle or a tape", () => {
  it.each([
    [1234.56, "1235"],
    [12.345, "12.3"],
    [1.2345, "1.23"],
    [0.12345, "0.123"],
    [0.0012345, "0.00123"],
    [-3.14159, "-3.14"],
    [0, "0"],
    [100, "100"],
    [NaN, "unknown"],
    [Infinity, "unknown"],
  ])("%d reads %s", (value, words) => expect(formatNumber(value)).toBe(words));

  it("never shows an exponent, and never more than is worth knowing", () =>
    fc.assert(
      fc.property(fc.double({ min: -1e7, max: 1e7, noNaN: true }), (value) => {
        const shown = formatNumber(value);
        expect(shown).not.toMatch(/e/);
        const size = Math.abs(value);
        expect(Math.abs(Number(shown) - value)).toBeLessThanOrEqual(Math.max(0.5, size * 0.006) + 1e-9);
      }),
      { numRuns: 500 },
    ));

  it.each([
    [0.05, "s", "under 0.1 s"],
    [90, "s", "90 s"],
    [600, "s", "10 min"],
    [90_000, "s", "over a day"],
    [5.44, "min", "5.4 min"],
    [61, "min", "61 min"],
    [95, "min", "1 h 35 min"],
    [0.25, "h", "15 min"],
    [999, "mL", "999 mL"],
    [1500, "mL", "1.5 L"],
    [0.9, "L", "900 mL"],
    [3.7, "mL", "3.7 mL"],
    [20.6, "degC", "21 °C"],
  ] as const)("%d %s reads %s", (value, unit, words) => expect(formatQuantity({ value, unit }, "metric")).toBe(words));
});
