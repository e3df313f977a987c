/** Moist air after ASHRAE Fundamentals, chapter 1 [std, written down from memory; psychrolib is the reference in the tests]. */

export const STANDARD_PRESSURE_PA = 101_325;
const MOLAR_RATIO = 0.621945;
const KELVIN = 273.15;
export const WATER_GAS_CONSTANT_J_PER_KGK = 461.52;
const AIR_GAS_CONSTANT_J_PER_KGK = 287.042;

function inRange(name: string, value: number, min: number, max: number) {
  if (!(value >= min && value <= max))
    throw new RangeError(`${name} is ${value}; it must be between ${min} and ${max}.`);
}

/**
 * Saturation vapour pressure over water (over ice below 0 °C).
 * @param tempC −40 to 100 °C
 * @returns Pa. Equations 5 and 6 (Hyland and Wexler).
 * @example saturationPressurePa(20) // 2338.8
 */
export function saturationPressurePa(tempC: number): number {
  inRange("The temperature in °C", tempC, -40, 100);
  const t = tempC + KELVIN;
  const logarithm =
    tempC < 0
      ? -5.6745359e3 / t +
        6.3925247 +
        t * (-9.677843e-3 + t * (6.2215701e-7 + t * (2.0747825e-9 - t * 9.484024e-13))) +
        4.1635019 * Math.log(t)
      : -5.8002206e3 / t +
        1.3914993 +
        t * (-4.8640239e-2 + t * (4.1764768e-5 - t * 1.4452093e-8)) +
        6.5459673 * Math.log(t);
  return Math.exp(logarithm);
}

/**
 * Vapour pressure, Pa, of air at tempC (°C) and relativeHumidityPct (0 to 100 %).
 * @example vapourPressurePa(20, 50) // 1169
 */
export function vapourPressurePa(tempC: number, relativeHumidityPct: number): number {
  inRange("The relative humidity in %", relativeHumidityPct, 0, 100);
  return (saturationPressurePa(tempC) * relativeHumidityPct) / 100;
}

/**
 * Humidity ratio, kg water per kg dry air, from vapour pressure in Pa. Equation 20.
 * @example humidityRatio(1170) // 0.007265
 */
export const humidityRatio = (vapourPa: number, pressurePa = STANDARD_PRESSURE_PA) =>
  (MOLAR_RATIO * vapourPa) / (pressurePa - vapourPa);

/** Density of moist air, kg/m³, at tempC and vapour pressure in Pa. @example airDensityKgPerM3(20, 1170) // 1.199 */
export function airDensityKgPerM3(tempC: number, vapourPa: number, pressurePa = STANDARD_PRESSURE_PA): number {
  const t = tempC + KELVIN;
  return (pressurePa - vapourPa) / (AIR_GAS_CONSTANT_J_PER_KGK * t) + vapourPa / (WATER_GAS_CONSTANT_J_PER_KGK * t);
}

/**
 * How fast water vapour diffuses in still air at sea level, m²/s; it is faster when warm. D = 2.178e-5 (T / 273.15)^1.81,
 * T in kelvin: Massman 1998, from memory.
 * @param tempC −30 to 80 °C
 * @example vapourDiffusivityM2PerS(20) // 0.00002475
 */
export const vapourDiffusivityM2PerS = (tempC: number): number => 2.178e-5 * ((tempC + KELVIN) / KELVIN) ** 1.81;

/** Humidity ratio of air whose wet bulb is given. Equations 33 (water) and 35 (ice). */
function humidityRatioFromWetBulb(tempC: number, wetBulbC: number): number {
  const saturated = humidityRatio(saturationPressurePa(wetBulbC));
  return wetBulbC >= 0
    ? ((2501 - 2.326 * wetBulbC) * saturated - 1.006 * (tempC - wetBulbC)) / (2501 + 1.86 * tempC - 4.186 * wetBulbC)
    : ((2830 - 0.24 * wetBulbC) * saturated - 1.006 * (tempC - wetBulbC)) / (2830 + 1.86 * tempC - 2.1 * wetBulbC);
}

/** Bisection of a rising function's zero between two bounds. @example zeroBetween(0, 10, (x) => x - 3) // 3 */
export function zeroBetween(low: number, high: number, rising: (x: number) => number): number {
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (rising(middle) > 0) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * Wet-bulb temperature.
 * @param tempC −40 to 100 °C
 * @param relativeHumidityPct 0 to 100 %
 * @returns °C
 * @example wetBulbC(20, 50) // 13.78
 */
export function wetBulbC(tempC: number, relativeHumidityPct: number): number {
  const target = humidityRatio(vapourPressurePa(tempC, relativeHumidityPct));
  return zeroBetween(Math.max(-40, tempC - 60), tempC, (guess) => humidityRatioFromWetBulb(tempC, guess) - target);
}

/** Dew point, °C, of air at tempC and relativeHumidityPct (above 0 %). @example dewPointC(20, 50) // 9.272 */
export function dewPointC(tempC: number, relativeHumidityPct: number): number {
  const target = vapourPressurePa(tempC, relativeHumidityPct);
  return zeroBetween(-40, tempC, (guess) => saturationPressurePa(guess) - target);
}

/** Heat of evaporation, J/kg, at tempC. @example latentHeatJPerKg(20) // 2454000 */
export const latentHeatJPerKg = (tempC: number) => (2501 - 2.326 * tempC) * 1000;
