/**
 * Mould index after Hukka and Viitanen 1999 [std, from memory]: wood that stays damp. Cloth and foam grow mould sooner, so it only
 * ranks places that stay damp long; the rule is dry within 24 to 48 hours.
 */

/** Under this mould does not grow, %. @param tempC 0 to 50 °C @example criticalHumidityPct(20) // 80.04 */
export const criticalHumidityPct = (tempC: number): number =>
  tempC <= 20 ? Math.min(100, -0.00267 * tempC ** 3 + 0.16 * tempC ** 2 - 3.13 * tempC + 100) : 80;

/**
 * Weeks until the index reaches 1 in steady air: pine, sawn.
 * @param tempC above 0 °C, @param humidityPct %
 * @returns weeks; Infinity where it does not grow
 * @example weeksToIndexOne(20, 97) // 1.48
 */
export function weeksToIndexOne(tempC: number, humidityPct: number): number {
  if (tempC <= 0 || humidityPct < criticalHumidityPct(tempC)) return Infinity;
  return Math.exp(-0.68 * Math.log(tempC) - 13.9 * Math.log(Math.min(100, humidityPct)) + 66.02);
}

const HOURS_A_WEEK = 168;

/**
 * Index reached along a course, from 0. @param humidity as shares, an entry for each of the hours
 * @example mouldIndex([0, 1], [20, 20], [0.5, 0.5]) // 0
 */
export function mouldIndex(hours: ArrayLike<number>, tempC: ArrayLike<number>, humidity: ArrayLike<number>): number {
  let index = 0;
  for (let at = 1; at < hours.length; at++)
    index += (hours[at]! - hours[at - 1]!) / HOURS_A_WEEK / weeksToIndexOne(tempC[at]!, humidity[at]! * 100);
  return index;
}
