import { evaporation, type AirState } from "@/core/models/air/evaporation";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";

/** After EPA guidance [std, from memory]: dried within 24 to 48 hours, cloth and foam do not grow mould. */
export const MOULD_CAUTION_H = 24;
const MOULD_LIMIT_H = 48;
/** Excess the slow end is told for, L/m². */
const SLOW_END_FOR = 0.27;
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
 * @param slowEndH what the slow end adds for 0.27 L/m² in a mild room, h
 * @param air over the cloth
 * @example dryingOf(entered("left", 0.23, "L/m2"), 0.03, 1, { tempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 }).hours.value // 2.143
 */
export function dryingOf(residual: Worked, dryAtLPerM2: number, slowEndH: number, air: AirState): Drying {
  const rate = evaporation(air);
  const hours = sumOf(DRYING_FORMULAS, "drying.hours", {
    left: residual.value,
    dryAt: stated.table(dryAtLPerM2),
    evaporation: opened(rate),
    slowEndH: stated.table(slowEndH),
    atRate: stated.table(SLOW_END_AT_RATE),
    toldAt: stated.table(SLOW_END_FOR),
  });
  return { residual, evaporation: rate, hours, ...mouldClock(hours.value) };
}

/** What so many hours to dry leave until mould grows. @example mouldClock(30).mould // "caution" */
export const mouldClock = (hours: number): Pick<Drying, "mould" | "mouldHoursLeft"> => ({
  mouldHoursLeft: sumOf(DRYING_FORMULAS, "drying.mould", { limitH: stated.table(MOULD_LIMIT_H), hours }),
  mould: hours > MOULD_LIMIT_H ? "over" : hours > MOULD_CAUTION_H ? "caution" : "safe",
});
