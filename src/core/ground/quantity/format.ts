import { inSystem, type Quantity, type UnitSystem } from "./units";

/**
 * Three significant figures, no trailing zeros, never an exponent: what can be read off a bottle or a tape.
 * @example formatNumber(1234.56) // "1235"
 */
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
  if (quantity.unit === "min") return formatMinutes(quantity.value);
  if (quantity.unit === "s") return formatSeconds(quantity.value);
  if (quantity.unit === "h") return formatDuration(quantity.value * 60);
  // Whose money it is, only the technician knows.
  if (quantity.unit === "money") return quantity.value.toFixed(2);
  const readable = inReadableVolume(quantity);
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

/** Long minutes become hours, short ones keep a tenth. */
const formatMinutes = (minutes: number): string =>
  minutes >= 90 ? formatDuration(minutes) : `${minutes < 10 ? Number(minutes.toFixed(1)) : Math.round(minutes)} min`;

function formatSeconds(seconds: number): string {
  if (seconds < 0.1) return "under 0.1 s";
  if (seconds < 120) return `${formatNumber(seconds)} s`;
  return seconds < 86_400 ? formatDuration(seconds / 60) : "over a day";
}

/** Small litres as millilitres, many millilitres as litres. */
function inReadableVolume({ value, unit }: Quantity): Quantity {
  if (unit === "L" && value < 1) return { value: value * 1000, unit: "mL" };
  return unit === "mL" && value >= 1000 ? { value: value / 1000, unit: "L" } : { value, unit };
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
