import { fromSystem, inSystem, type Unit } from "@/core/ground/quantity/units";
import type { useFormat } from "./useFormat";

/** Numbers as they are typed, in the shown units. */

type Format = ReturnType<typeof useFormat>;

/** What may be typed. */
export interface NumberRule {
  unit: Unit;
  min: number;
  max: number;
  decimals?: number | undefined;
}

/** How it stands in its field; nothing where nobody knows it. */
export const textOf = (value: number | undefined, { unit, decimals }: NumberRule, { units }: Format): string =>
  value === undefined
    ? ""
    : String(Number(inSystem({ value, unit }, units).value.toFixed(decimals ?? (units === "metric" ? 0 : 1))));

/** Its label with the unit it is typed in. */
export function labelOf(label: string, { unit }: NumberRule, { units, currency }: Format): string {
  const sign = unit === "money" ? currency : inSystem({ value: 0, unit }, units).unit;
  return sign ? `${label}, ${sign}` : label;
}

const numberOf = (text: string) => Number(text.replace(",", "."));

/** What was typed, in the unit of its rule. */
export const valueOf = (text: string, { unit }: NumberRule, { units }: Format): number =>
  fromSystem(numberOf(text), unit, units);

/** Why it is not taken, in words; undefined where it is. */
export function problemWith(text: string, rule: NumberRule, format: Format): string | undefined {
  const { unit, min, max } = rule;
  if (text.trim() === "" || !Number.isFinite(numberOf(text))) return `"${text}" is not a number.`;
  const value = valueOf(text, rule, format);
  return value < min - 1e-9 || value > max + 1e-9
    ? `Must be between ${format.quantity({ value: min, unit })} and ${format.quantity({ value: max, unit })}.`
    : undefined;
}
