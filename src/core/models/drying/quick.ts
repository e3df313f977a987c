import { evaporation, type AirState } from "@/core/models/air/evaporation";
import { input, worked, type Worked } from "@/core/ground/quantity/working";

/** After EPA guidance [std, from memory]: dried within 24 to 48 hours, cloth and foam do not grow mould. */
export const MOULD_CAUTION_H = 24;
const MOULD_LIMIT_H = 48;
const FULL_SLOW_END_AT = 0.27;
/** Evaporation the slow end is told for, kg/m²h: a mild room. */
const SLOW_END_AT_RATE = 0.085;

export interface Drying {
  residual: Worked;
  evaporation: Worked;
  /** Infinity when this air takes nothing up. */
  hours: Worked;
  mould: "safe" | "caution" | "over";
  mouldHoursLeft: Worked;
}

/**
 * Hours to dry at a constant rate, with an allowance for the slow end (water from inside comes up slower than it leaves).
 * @param residual water in the cloth, L/m² (1 L/m² is 1 kg/m²)
 * @param dryAtLPerM2 dry to the hand, L/m²
 * @param slowEndH what the slow end adds for a full wetting in a mild room, h
 * @param air over the cloth
 */
export function dryingOf(residual: Worked, dryAtLPerM2: number, slowEndH: number, air: AirState): Drying {
  const rate = evaporation(air);
  const excess = Math.max(0, residual.value - dryAtLPerM2);
  const value =
    excess === 0
      ? 0
      : rate.value < 1e-4
        ? Infinity
        : excess / rate.value +
          slowEndH * (SLOW_END_AT_RATE / rate.value) * Math.min(1, excess / FULL_SLOW_END_AT) ** 2;
  const hours = worked("drying.hours", value, "h", [
    input("water left W", residual.value, "L/m2"),
    input("dry at W_dry", dryAtLPerM2, "L/m2", "table"),
    input("evaporation j", rate.value, "kg/m2h"),
    input("slow end", slowEndH, "h", "table"),
    ...rate.working.inputs.slice(0, 3),
  ]);
  return { residual, evaporation: rate, hours, ...mouldClock(value) };
}

/** What so many hours to dry leave until mould grows. */
export const mouldClock = (hours: number): Pick<Drying, "mould" | "mouldHoursLeft"> => ({
  mouldHoursLeft: worked("drying.mould", MOULD_LIMIT_H - hours, "h", [
    input("hours to dry", hours, "h"),
    input("limit", MOULD_LIMIT_H, "h", "table"),
  ]),
  mould: hours > MOULD_LIMIT_H ? "over" : hours > MOULD_CAUTION_H ? "caution" : "safe",
});
