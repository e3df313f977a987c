import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

/** A well-mixed box of air: dC/dt = G/V − (n + k)C. Mass balance of one gas; the room around is a second box. */

interface Box {
  /** Gas made, mg/h, 0 or more. */
  gasMgPerH: number;
  /** m³, above 0. */
  volumeM3: number;
  /** Air changes, 1/h, 0 or more. */
  airChangesPerH: number;
  /** What falls apart by itself, 1/h, 0 or more. */
  decayPerH: number;
}

/**
 * Concentration after running for a time from clean air.
 * @param hours running time, h; Infinity gives the steady state
 * @returns mg/m³; Infinity where nothing ever takes it away and it runs for ever
 * @example concentration({ gasMgPerH: 2000, volumeM3: 10, airChangesPerH: 2, decayPerH: 0 }).value // 100
 */
export function concentration({ gasMgPerH, volumeM3, airChangesPerH, decayPerH }: Box, hours = Infinity): Worked {
  return sumOf(DRYING_FORMULAS, "gas.concentration", {
    gasMgPerH: stated.table(gasMgPerH),
    volumeM3: stated.entered(volumeM3),
    changesPerH: stated.entered(airChangesPerH),
    decayPerH: stated.table(decayPerH),
    ...(Number.isFinite(hours) ? { hours: stated.table(hours) } : {}),
  });
}

/**
 * Minutes until a concentration has come down to an aim.
 * @param fromPpm ppm now, @param aimPpm ppm wanted, above 0
 * @param airChangesPerH 1/h; @param decayPerH 1/h: leave it at 0 where a person goes in afterwards
 * @returns min; Infinity where nothing takes it away
 * @example clearing(5, 0.05, 10).value // 27.63
 */
export function clearing(fromPpm: number, aimPpm: number, airChangesPerH: number, decayPerH = 0): Worked {
  return sumOf(DRYING_FORMULAS, "gas.clearing", {
    fromPpm,
    aimPpm: stated.table(aimPpm),
    changesPerH: stated.entered(airChangesPerH),
    decayPerH: { value: decayPerH, basis: decayPerH === 0 ? "assumed" : "measured" },
  });
}

/**
 * What leaks out of the box makes in the room around it at the steady state, mg/m³; nothing there is counted on to take it apart.
 * @example roomConcentration({ gasMgPerH: 2000, volumeM3: 10, airChangesPerH: 2, decayPerH: 0 }, 100, 50, 4).value // 10
 */
export function roomConcentration(box: Box, insideMgPerM3: number, roomM3: number, roomAirChangesPerH: number): Worked {
  const leakMgPerH = box.airChangesPerH * box.volumeM3 * insideMgPerM3;
  return sumOf(DRYING_FORMULAS, "gas.room", {
    leakMgPerH,
    roomM3: stated.entered(roomM3),
    changesPerH: stated.entered(roomAirChangesPerH),
  });
}

/** Exposure of what is treated, ppm·min: concentration by time. @example exposure(5, 60).value // 300 */
export const exposure = (ppm: number, minutes: number): Worked =>
  sumOf(DRYING_FORMULAS, "gas.exposure", { ppm, minutes });

/** A meter's reading at a moment, ms since 1970. */
export interface MeterReading {
  atMs: number;
  ppm: number;
}

/** Gone below this, two readings say nothing of the rate. */
const LEAST_PPM = 0.005;

/**
 * The slowest fall between readings that follow one another, 1/h: what the place has shown it clears at.
 * @returns undefined with fewer than two readings or where one did not fall
 * @example fittedClearing([{ atMs: 0, ppm: 1 }, { atMs: 3_600_000, ppm: 0.5 }]) // 0.6931
 */
export function fittedClearing(readings: readonly MeterReading[]): number | undefined {
  const rates = readings.slice(1).map(({ atMs, ppm }, index) => {
    const before = readings[index]!;
    const hours = (atMs - before.atMs) / 3_600_000;
    return hours > 0 && before.ppm > LEAST_PPM ? Math.log(before.ppm / Math.max(ppm, LEAST_PPM)) / hours : 0;
  });
  const slowest = Math.min(...rates);
  return rates.length > 0 && slowest > 0 ? slowest : undefined;
}
