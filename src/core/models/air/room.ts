import { saturationPressurePa, WATER_GAS_CONSTANT_J_PER_KGK } from "./moistAir";

export interface Air {
  tempC: number;
  vapourPa: number;
}

/** A space that wet things dry in, with what is run in it. */
export interface Room {
  /** As it was read inside; left out at the start: as outside. One object a reading. */
  read?: Air;
  volumeM3: number;
  airChangesPerH: number;
  /** Heater and everything else that ends as heat, W. */
  heatW: number;
  /** What the dehumidifier takes at its best, kg/h; 0 without one. */
  dehumidifierKgPerH: number;
  /** Through walls and glass, W/K. */
  lossWPerK: number;
  /** Of the air and what stands in it, J/K. */
  heatCapacityJPerK: number;
}

/** A dehumidifier takes what it is rated for at this humidity and warmth and less below; nothing at or under the low ends. Judgement. */
const RATED_AT = { humidityPct: 60, tempC: 20 };
const NOTHING_AT = { humidityPct: 35, tempC: 5 };
const share = (value: number, from: number, to: number) => Math.min(1, Math.max(0, (value - from) / (to - from)));

/**
 * What the dehumidifier takes out of the air, and how that changes with the vapour in it.
 * @returns kg/s, and kg/s of one Pa
 * @example takenByMachine({ volumeM3: 30, airChangesPerH: 1, heatW: 0, dehumidifierKgPerH: 0 }, { tempC: 20, vapourPa: 1170 }).kgPerS // 0
 */
export function takenByMachine(
  { dehumidifierKgPerH }: Room,
  { tempC, vapourPa }: Air,
): { kgPerS: number; kgPerSPa: number } {
  const warmth = share(tempC, NOTHING_AT.tempC, RATED_AT.tempC);
  const full = (dehumidifierKgPerH / 3600) * warmth;
  if (full === 0) return { kgPerS: 0, kgPerSPa: 0 };
  const pctOfPa = 100 / saturationPressurePa(tempC);
  const damp = share(vapourPa * pctOfPa, NOTHING_AT.humidityPct, RATED_AT.humidityPct);
  return {
    kgPerS: full * damp,
    kgPerSPa: damp > 0 && damp < 1 ? (full * pctOfPa) / (RATED_AT.humidityPct - NOTHING_AT.humidityPct) : 0,
  };
}

/** Density of vapour of one Pa, kg/m³. @example gasPerPa(20) // 0.000007391 */
export const gasPerPa = (tempC: number) => 1 / (WATER_GAS_CONSTANT_J_PER_KGK * (tempC + 273.15));
