/** Below this nothing is taken up, kg/m²h. */
const NEXT_TO_NONE = 1e-4;

/**
 * Hours until an excess of water is gone at a constant rate, with an allowance for the slow end.
 * @param excessLPerM2 water above what counts as dry, L/m², 0 or more
 * @param slowEndH what the slow end adds at this rate for the excess it is told for, h
 * @param toldAtLPerM2 that excess, L/m², > 0; more sits deeper and comes up slower
 * @returns h; Infinity where the air takes next to nothing up
 * @example hoursAtOneRate(0.2, 0.1, 1, 0.27) // 2.549
 */
export const hoursAtOneRate = (excessLPerM2: number, rateKgPerM2h: number, slowEndH: number, toldAtLPerM2: number) =>
  excessLPerM2 === 0
    ? 0
    : rateKgPerM2h < NEXT_TO_NONE
      ? Infinity
      : excessLPerM2 / rateKgPerM2h + slowEndH * (excessLPerM2 / toldAtLPerM2) ** 2;
