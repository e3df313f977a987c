import { inSystem, type Quantity, type UnitSystem } from "./units";

/** Three significant figures, no trailing zeros, never an exponent: what can be read off a bottle or a tape. */
export function formatNumber(value: number): string {
  if (!Number.isFinite(value)) return "unknown";
  const size = Math.abs(value);
  const digits = size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : size >= 0.01 ? 3 : 5;
  return String(Number(value.toFixed(digits)));
}

/**
 * A quantity in words: number, unit, in metric or US. Small litres become millilitres and long minutes hours.
 * @example formatQuantity({ value: 0.018, unit: "L" }, "metric") // "18 mL"
 */
export function formatQuantity(quantity: Quantity, system: UnitSystem): string {
  if (quantity.unit === "min" && quantity.value >= 90) return formatDuration(quantity.value);
  if (quantity.unit === "min")
    return quantity.value < 10 ? `${Number(quantity.value.toFixed(1))} min` : `${Math.round(quantity.value)} min`;
  if (quantity.unit === "s")
    return quantity.value < 0.1
      ? "under 0.1 s"
      : quantity.value < 120
        ? `${formatNumber(quantity.value)} s`
        : quantity.value < 86_400
          ? formatDuration(quantity.value / 60)
          : "over a day";
  if (quantity.unit === "h") return formatDuration(quantity.value * 60);
  const readable: Quantity =
    quantity.unit === "L" && quantity.value < 1
      ? { value: quantity.value * 1000, unit: "mL" }
      : quantity.unit === "mL" && quantity.value >= 1000
        ? { value: quantity.value / 1000, unit: "L" }
        : quantity;
  const shown = inSystem(readable, system);
  if (readable.unit === "mL" && system === "metric")
    return `${shown.value < 10 ? Number(shown.value.toFixed(1)) : Math.round(shown.value)} mL`;
  const number =
    readable.unit === "degC" || (readable.unit === "mm" && system === "metric")
      ? String(Math.round(shown.value))
      : formatNumber(shown.value);
  const gap = shown.unit === "" ? "" : " ";
  return `${number}${gap}${shown.unit}`;
}

/** Minutes in words. @example formatDuration(320) // "5 h 20 min" */
export function formatDuration(minutes: number): string {
  if (!Number.isFinite(minutes)) return "unknown";
  const whole = Math.max(0, Math.round(minutes));
  const hours = Math.floor(whole / 60);
  if (hours === 0) return `${whole} min`;
  return whole % 60 === 0 ? `${hours} h` : `${hours} h ${whole % 60} min`;
}

/** A share of one as per cent, never 100 % or 0 % unless it is. @example formatShare(0.863) // "86 %" */
export function formatShare(share: number): string {
  if (share > 0 && share < 0.005) return "under 1 %";
  if (share < 1 && share > 0.995) return "over 99 %";
  return `${Math.round(share * 100)} %`;
}
