import { IMPERIAL_FLUID_OUNCE_ML, IMPERIAL_GALLON_ML, US_FLUID_OUNCE_ML, US_GALLON_ML } from "./units";
import { formatNumber } from "./format";

/** The ways a dilution is said. Each can be turned into parts water to one part product, and back. */
export type Convention =
  | "water-to-product"
  | "product-to-water"
  | "one-in"
  | "per-cent"
  | "ml-per-l-added"
  | "ml-per-l-made-up"
  | "us-fl-oz-per-gal"
  | "imperial-fl-oz-per-gal";

/** A reading taken of a label's words: the convention, and the number it was said with. */
export interface Reading {
  convention: Convention;
  value: number;
}

/** One of the two ways a label's bare "8:1" is taken. */
export type LabelReading = Reading & { convention: "water-to-product" | "one-in" };

/**
 * Parts water to one part product.
 * @param reading convention and value; value positive, per cent at most 100, "1 in n" at least 1
 * @returns r ≥ 0; throws a sentence when the reading cannot be a mix
 * @example partsWater({ convention: "one-in", value: 10 }) // 9
 */
export function partsWater({ convention, value }: Reading): number {
  const r = rawPartsWater(convention, value);
  if (!Number.isFinite(value) || value <= 0 || !Number.isFinite(r) || r < 0)
    throw new RangeError(`"${formatNumber(value)}" cannot be a dilution said as ${CONVENTION_WORDS[convention]}.`);
  return r;
}

function rawPartsWater(convention: Convention, value: number): number {
  switch (convention) {
    case "water-to-product":
    case "product-to-water":
      return value;
    case "one-in":
      return value - 1;
    case "per-cent":
      return 100 / value - 1;
    case "ml-per-l-added":
      return 1000 / value;
    case "ml-per-l-made-up":
      return 1000 / value - 1;
    case "us-fl-oz-per-gal":
      return US_GALLON_ML / (value * US_FLUID_OUNCE_ML);
    case "imperial-fl-oz-per-gal":
      return IMPERIAL_GALLON_ML / (value * IMPERIAL_FLUID_OUNCE_ML);
  }
}

/**
 * The number a convention says the same mix with. Inverse of {@link partsWater}.
 * @param r parts water to one part product, ≥ 0
 * @example readingOf(9, "one-in") // { convention: "one-in", value: 10 }
 */
export function readingOf(r: number, convention: Convention): Reading {
  const value = {
    "water-to-product": r,
    "product-to-water": r,
    "one-in": r + 1,
    "per-cent": 100 / (r + 1),
    "ml-per-l-added": 1000 / r,
    "ml-per-l-made-up": 1000 / (r + 1),
    "us-fl-oz-per-gal": US_GALLON_ML / (r * US_FLUID_OUNCE_ML),
    "imperial-fl-oz-per-gal": IMPERIAL_GALLON_ML / (r * IMPERIAL_FLUID_OUNCE_ML),
  }[convention];
  return { convention, value };
}

export const CONVENTION_WORDS: Record<Convention, string> = {
  "water-to-product": "water to product",
  "product-to-water": "product to water",
  "one-in": "1 in the whole",
  "per-cent": "per cent of the whole",
  "ml-per-l-added": "mL added to each litre",
  "ml-per-l-made-up": "mL made up to a litre",
  "us-fl-oz-per-gal": "US fl oz added to a US gallon",
  "imperial-fl-oz-per-gal": "imperial fl oz added to an imperial gallon",
};

/** What stands on the label in this convention. @example labelText({ convention: "water-to-product", value: 8 }) // "8:1" */
export function labelText({ convention, value }: Reading): string {
  const number = String(value);
  switch (convention) {
    case "water-to-product":
      return `${number}:1`;
    case "product-to-water":
      return value < 1 ? `${tidied(1 / value)} product to 1 water` : `1:${number}`;
    case "one-in":
      return `1 in ${number}`;
    case "per-cent":
      return `${number} %`;
    case "ml-per-l-added":
      return `${number} mL/L`;
    case "ml-per-l-made-up":
      return `${number} mL/L made up`;
    case "us-fl-oz-per-gal":
      return `${number} fl oz/gal`;
    case "imperial-fl-oz-per-gal":
      return `${number} imp fl oz/gal`;
  }
}

/** Without what binary fractions leave at the end. */
const tidied = (value: number): number => Number(value.toPrecision(12));

/** A number of either, said in words. */
const IN_WORDS: [RegExp, (first: number, second: number) => Reading][] = [
  [
    /^(\S+) (?:parts? )?(?:of )?water to (\S+) (?:parts? )?(?:of )?product$/,
    (water, product) => ({ convention: "water-to-product", value: water / product }),
  ],
  [
    /^(\S+) (?:parts? )?(?:of )?product to (\S+) (?:parts? )?(?:of )?water$/,
    (product, water) => ({ convention: "product-to-water", value: water / product }),
  ],
];
const NUMBER = /^\d+([.,]\d+)?(e[+-]?\d+)?$/;
const numberOf = (text: string) => Number(text.replace(",", "."));

const FORMS: [RegExp, Convention][] = [
  [/^(\S+) ?: ?1$/, "water-to-product"],
  [/^(\S+) to 1$/, "water-to-product"],
  [/^1 ?: ?(\S+)$/, "product-to-water"],
  [/^1 in (\S+)$/, "one-in"],
  [/^(\S+) ?%$/, "per-cent"],
  [/^(\S+) ?ml\/l$/, "ml-per-l-added"],
  [/^(\S+) ?ml\/l made up$/, "ml-per-l-made-up"],
  [/^(\S+) ?fl oz\/gal$/, "us-fl-oz-per-gal"],
  [/^(\S+) ?imp fl oz\/gal$/, "imperial-fl-oz-per-gal"],
];

/**
 * Reads a dilution as a label says it: "4:1" and "4 to 1" are 4 water to 1 product, "1:5" is 1 product to 5 water,
 * "1 in 10", "5 %", "20 mL/L", "20 mL/L made up", "1 fl oz/gal", "1 imp fl oz/gal", "4 product to 1 water".
 * @throws RangeError with a sentence when the words are none of these
 * @example parseReading("1 in 10") // { convention: "one-in", value: 10 }
 */
export function parseReading(text: string): Reading {
  const plain = text.trim().toLowerCase().replace(/\s+/g, " ");
  for (const [form, convention] of FORMS) {
    const said = form.exec(plain)?.[1];
    if (said === undefined || !NUMBER.test(said)) continue;
    const reading = { convention, value: numberOf(said) };
    partsWater(reading);
    return reading;
  }
  for (const [form, readingOf] of IN_WORDS) {
    const [, first, second] = form.exec(plain) ?? [];
    if (!first || !second || !NUMBER.test(first) || !NUMBER.test(second)) continue;
    const reading = readingOf(numberOf(first), numberOf(second));
    partsWater(reading);
    return reading;
  }
  throw new RangeError(
    `"${text.slice(0, 40)}" is not a dilution. Write it like 10:1, 1 in 10, 4 product to 1 water, 5 %, 20 mL/L or 1 fl oz/gal.`,
  );
}

/**
 * The reading in words, so that nobody mixes it the wrong way round.
 * @example readingInWords(4) // "4 water + 1 product = 20 %"
 */
export function readingInWords(r: number): string {
  if (r === 0) return "ready to use, no water";
  if (r < 1) return `1 water + ${formatNumber(1 / r)} product = ${formatNumber(100 / (r + 1))} %`;
  return `${formatNumber(r)} water + 1 product = ${formatNumber(100 / (r + 1))} %`;
}

/**
 * The other common reading of the same words: "8:1" may mean 8 water + 1 product, or 1 part in 8.
 * @example flipped({ convention: "water-to-product", value: 8 }) // { convention: "one-in", value: 8 }
 */
export function flipped({ convention, value }: Reading): LabelReading {
  if (convention === "one-in") return { convention: "water-to-product", value };
  if (value < 1) throw new RangeError("A ratio under 1 cannot be read as one part in the whole.");
  return { convention: "one-in", value };
}

/**
 * What the same words may mean besides: a part in the whole, or the other of the two first.
 * @example otherReadings({ convention: "water-to-product", value: 4 }).map(partsWater) // [3, 0.25]
 */
export function otherReadings(reading: Reading): Reading[] {
  const { convention, value } = reading;
  if (convention === "one-in") return [{ convention: "water-to-product", value }];
  if ((convention !== "water-to-product" && convention !== "product-to-water") || value === 1) return [];
  const other = convention === "water-to-product" ? "product-to-water" : "water-to-product";
  return [...(value > 1 ? [flipped(reading)] : []), { convention: other, value: tidied(1 / value) }];
}
