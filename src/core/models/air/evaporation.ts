import { input, worked, type Basis, type Worked } from "@/core/ground/sums/working";
import {
  airDensityKgPerM3,
  latentHeatJPerKg,
  saturationPressurePa,
  vapourPressurePa,
  WATER_GAS_CONSTANT_J_PER_KGK,
  wetBulbC,
  zeroBetween,
} from "./moistAir";

export const LEWIS = 0.865;
export const AIR_HEAT_J_PER_KGK = 1006;
const EMISSIVITY = 0.9;
const STEFAN_BOLTZMANN = 5.670374e-8;

export interface AirState {
  tempC: number;
  relativeHumidityPct: number;
  airSpeedMPerS: number;
  /** Where each came from; "entered" for those left out. */
  basis?: Partial<Record<"tempC" | "relativeHumidityPct" | "airSpeedMPerS", Basis>>;
}

/**
 * Convective heat transfer over a surface, W/m²K, at an air speed in m/s. Jürges [std, from memory].
 * @example convectionWPerM2K(1) // 9.5
 */
export const convectionWPerM2K = (airSpeedMPerS: number) => 5.7 + 3.8 * airSpeedMPerS;

/** Heat by radiation between surfaces near one temperature, W/m²K. @example radiationWPerM2K(20) // 5.143 */
export const radiationWPerM2K = (tempC: number) => 4 * EMISSIVITY * STEFAN_BOLTZMANN * (tempC + 273.15) ** 3;

/**
 * Evaporation from a wet surface at a given temperature, kg/m²h (negative: dew falls). Lewis analogy.
 * @example fluxKgPerM2H(20, { tempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 }) // 0.27
 */
export function fluxKgPerM2H(surfaceC: number, { tempC, relativeHumidityPct, airSpeedMPerS }: AirState): number {
  const vapourPa = vapourPressurePa(tempC, relativeHumidityPct);
  const transferMPerS =
    convectionWPerM2K(airSpeedMPerS) / (airDensityKgPerM3(tempC, vapourPa) * AIR_HEAT_J_PER_KGK * LEWIS ** (2 / 3));
  const filmK = (surfaceC + tempC) / 2 + 273.15;
  return (transferMPerS * (saturationPressurePa(surfaceC) - vapourPa) * 3600) / (WATER_GAS_CONSTANT_J_PER_KGK * filmK);
}

/**
 * Evaporation from a surface wet enough to behave as water: the constant-rate stage of drying.
 * @param air temperature −20 to 60 °C, relative humidity 1 to 100 %, air speed 0 to 10 m/s
 * @returns kg/m²h, never negative, with its working
 * Surface temperature from convection + radiation = evaporation × latent heat; walls at air temperature.
 * @example evaporation({ tempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 }).value // 0.1151
 */
export function evaporation(air: AirState): Worked {
  const known = computed.get(air);
  if (known) return known;
  const result = evaporationOf(air);
  computed.set(air, result);
  return result;
}

/** The same air object is asked about for every zone and dwell of a plan. */
const computed = new WeakMap<AirState, Worked>();

function evaporationOf(air: AirState): Worked {
  const { tempC, relativeHumidityPct, airSpeedMPerS, basis = {} } = air;
  const radiation = radiationWPerM2K(tempC);
  const lossAt = (surfaceC: number) =>
    (fluxKgPerM2H(surfaceC, air) / 3600) * latentHeatJPerKg(surfaceC) -
    (convectionWPerM2K(airSpeedMPerS) + radiation) * (tempC - surfaceC);
  const surfaceC = zeroBetween(Math.max(-40, tempC - 40), tempC, lossAt);
  const flux = Math.max(0, fluxKgPerM2H(surfaceC, air));
  return worked("air.evaporation", flux, "kg/m2h", [
    input("air", tempC, "degC", basis.tempC ?? "entered"),
    input("relative humidity", relativeHumidityPct, "%", basis.relativeHumidityPct ?? "entered"),
    input("air speed v", airSpeedMPerS, "m/s", basis.airSpeedMPerS ?? "entered"),
    input("h_c", convectionWPerM2K(airSpeedMPerS), "W/m2K"),
    input("wet bulb", wetBulbC(tempC, relativeHumidityPct), "degC"),
    input("surface T_s", surfaceC, "degC"),
  ]);
}
