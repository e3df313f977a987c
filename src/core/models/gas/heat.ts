import type { Sourced } from "@/core/ground/quantity/provenance";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

/** Killing by heat (Bigelow): log reduction = ∫ 10^((T − T_ref)/z) dt / D_ref. */

export interface HeatKill extends Sourced {
  name: string;
  refTempC: number;
  /** Seconds at that temperature for one log, at the slow end. */
  dSeconds: number;
  /** K that make it ten times faster. */
  zK: number;
}

/**
 * Moist heat. Two rows are of published tables, said from memory; two are orders of magnitude at the hardier end of
 * what is published, so judgement.
 */
export const HEAT_KILLS = {
  "food-bacteria": {
    name: "Listeria, and gut bacteria no hardier",
    refTempC: 70,
    dSeconds: 20,
    zK: 7.5,
    mark: "std",
    source:
      "US FDA, Fish and Fishery Products Hazards and Controls Guidance, appendix 4, table A-3 (6 log in 2 min at 70 °C), from memory",
  },
  "hardy-bacteria": {
    name: "Hardy skin and gut bacteria",
    refTempC: 60,
    dSeconds: 900,
    zK: 8,
    mark: "judgement",
    source: "of the order published for enterococci, from memory",
  },
  "mould-spores": {
    name: "Mould spores",
    refTempC: 60,
    dSeconds: 600,
    zK: 7,
    mark: "judgement",
    source: "of the order published for Aspergillus, from memory",
  },
  "bacterial-spores": {
    name: "Bacterial spores",
    refTempC: 121.1,
    dSeconds: 12.6,
    zK: 10,
    mark: "std",
    source: "canning's D of 0.21 min at 121.1 °C for Clostridium botulinum (Stumbo 1973), from memory",
  },
} as const satisfies Record<string, HeatKill>;

/**
 * Logs killed along a course of temperatures. @param course samples °C, each held for `stepSeconds` s
 * @example logReduction({ refTempC: 70, dSeconds: 60, zK: 10 }, [70, 70], 60) // 2
 */
export const logReduction = (
  { refTempC, dSeconds, zK }: HeatKill,
  course: readonly number[],
  stepSeconds: number,
): number => course.reduce((sum, tempC) => sum + (10 ** ((tempC - refTempC) / zK) * stepSeconds) / dSeconds, 0);

/**
 * Seconds at a held surface temperature for a number of logs.
 * @param logs above 0,
 * @param tempC measured at the surface, °C
 * @example secondsFor({ refTempC: 70, dSeconds: 60, zK: 10 }, 3, 80).value // 18
 */
export const secondsFor = (row: HeatKill, logs: number, tempC: number): Worked =>
  sumOf(WATER_FORMULAS, "heat.seconds", {
    logs,
    tempC: stated.measured(tempC),
    dSeconds: stated.table(row.dSeconds),
    refTempC: stated.table(row.refTempC),
    zK: stated.table(row.zK),
  });

/** How long a head kept moving stays over one place, s. Judgement. */
const PASS_SECONDS = 1;

/**
 * The plain answer to "does a pass of steam kill?", at the temperature measured at the surface right behind the head.
 * @example passAnswer(90).length > 40 // true
 */
export function passAnswer(tempC: number): string {
  const killed = (Object.values(HEAT_KILLS) as HeatKill[])
    .filter((row) => secondsFor(row, 3, tempC).value <= PASS_SECONDS)
    .map(({ name }) => name.toLowerCase());
  if (killed.length === 0)
    return "No: a pass is over in a second, and at this surface that is too short for any of them.";
  if (killed.length === Object.keys(HEAT_KILLS).length)
    return "At the very surface, yes. A millimetre down it seldom gets that hot.";
  return `At the very surface it takes ${killed.join(" and ")}, not the rest; a millimetre down it seldom gets that hot.`;
}
