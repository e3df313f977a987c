/** Units inside the core are SI or the trade's own; a unit stands in the name of every bare number. */

export type Unit =
  | "mL"
  | "L"
  | "mm"
  | "m"
  | "m2"
  | "L/m2"
  | "L/min"
  | "m/s"
  | "min"
  | "h"
  | "degC"
  | "K"
  | "%"
  | "pH"
  | "parts"
  | "strokes"
  | "Pa"
  | "kg/m2h"
  | "W/m2K"
  | "m/h"
  | "g/kg"
  | "years"
  | "1"
  | "dB"
  | "bit"
  | "1/min"
  | "g/m2"
  | "g"
  | "deg"
  | "ppm"
  | "W"
  | "kWh"
  | "m3/h"
  | "L/day"
  | "mg/h"
  | "mg/m3"
  | "m3"
  | "1/h"
  | "ppm·min"
  | "money"
  | "s";

export interface Quantity {
  value: number;
  unit: Unit;
}

export type UnitSystem = "metric" | "us";

// Exact by the definition of the inch (25.4 mm) and the US gallon (231 cubic inches); the imperial gallon is 4.54609 L by law.
export const US_FLUID_OUNCE_ML = 29.5735295625;
export const US_GALLON_ML = 3785.411784;
export const IMPERIAL_FLUID_OUNCE_ML = 28.4130625;
export const IMPERIAL_GALLON_ML = 4546.09;
const FOOT_M = 0.3048;

interface Shown {
  unit: string;
  /** Multiplies the SI value; temperatures add an offset after it. */
  factor: number;
  offset?: number;
}

const METRIC: Partial<Record<Unit, Shown>> = {
  m2: { unit: "m²", factor: 1 },
  "L/m2": { unit: "L/m²", factor: 1 },
  degC: { unit: "°C", factor: 1 },
  "kg/m2h": { unit: "kg/m²h", factor: 1 },
  "W/m2K": { unit: "W/m²K", factor: 1 },
  mm: { unit: "mm", factor: 1 },
  "1": { unit: "", factor: 1 },
  money: { unit: "", factor: 1 },
  "1/min": { unit: "a minute", factor: 1 },
  "g/m2": { unit: "g/m²", factor: 1 },
  deg: { unit: "°", factor: 1 },
  "m3/h": { unit: "m³/h", factor: 1 },
  m3: { unit: "m³", factor: 1 },
  "mg/m3": { unit: "mg/m³", factor: 1 },
  "1/h": { unit: "an hour", factor: 1 },
  "L/day": { unit: "L a day", factor: 1 },
};

const US: Partial<Record<Unit, Shown>> = {
  mL: { unit: "fl oz", factor: 1 / US_FLUID_OUNCE_ML },
  L: { unit: "gal", factor: 1000 / US_GALLON_ML },
  mm: { unit: "in", factor: 1 / 25.4 },
  m: { unit: "ft", factor: 1 / FOOT_M },
  m2: { unit: "sq ft", factor: 1 / FOOT_M ** 2 },
  "L/m2": { unit: "fl oz/sq ft", factor: (1000 / US_FLUID_OUNCE_ML) * FOOT_M ** 2 },
  "L/min": { unit: "gal/min", factor: 1000 / US_GALLON_ML },
  "m/s": { unit: "ft/s", factor: 1 / FOOT_M },
  "m/h": { unit: "ft/h", factor: 1 / FOOT_M },
  degC: { unit: "°F", factor: 1.8, offset: 32 },
  K: { unit: "°F", factor: 1.8 },
  "kg/m2h": { unit: "lb/sq ft·h", factor: 2.2046226218 * FOOT_M ** 2 },
  m3: { unit: "cu ft", factor: 1 / FOOT_M ** 3 },
  "m3/h": { unit: "cu ft/min", factor: 1 / FOOT_M ** 3 / 60 },
  "L/day": { unit: "gal a day", factor: 1000 / US_GALLON_ML },
  "1": { unit: "", factor: 1 },
};

/**
 * The number and unit a technician reads.
 * @param quantity value in the core's unit
 * @param system metric or US customary
 * @returns the number in the shown unit, and that unit's sign
 * @example inSystem({ value: 25.4, unit: "mm" }, "us") // { value: 1, unit: "in" }
 */
export function inSystem({ value, unit }: Quantity, system: UnitSystem): { value: number; unit: string } {
  const shown = (system === "us" ? US[unit] : undefined) ?? METRIC[unit] ?? { unit, factor: 1 };
  return { value: value * shown.factor + (shown.offset ?? 0), unit: shown.unit };
}

/**
 * The way back, for what a technician types. Inverse of {@link inSystem}.
 * @example fromSystem(1, "mm", "us") // 25.4
 */
export function fromSystem(value: number, unit: Unit, system: UnitSystem): number {
  const shown = (system === "us" ? US[unit] : undefined) ?? METRIC[unit] ?? { unit, factor: 1 };
  return (value - (shown.offset ?? 0)) / shown.factor;
}
