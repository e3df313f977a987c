import { input, worked, type Worked } from "@/core/ground/quantity/working";

/** A well-mixed box of air: dC/dt = G/V − (n + k)C. Mass balance of one gas; the room around is a second box. */

export interface Box {
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
 */
export function concentration({ gasMgPerH, volumeM3, airChangesPerH, decayPerH }: Box, hours = Infinity): Worked {
  const lossPerH = airChangesPerH + decayPerH;
  // With next to no loss it only adds up; the share that stays falls from 1.
  const lost = lossPerH * hours;
  const value = Number.isFinite(hours)
    ? (gasMgPerH / volumeM3) * hours * (lost < 1e-9 ? 1 : -Math.expm1(-lost) / lost)
    : gasMgPerH / (volumeM3 * lossPerH);
  return worked("gas.concentration", value, "mg/m3", [
    input("gas made", gasMgPerH, "mg/h", "table"),
    input("volume", volumeM3, "m3", "entered"),
    input("air changes", airChangesPerH, "1/h", "entered"),
    input("falls apart by itself", decayPerH, "1/h", "table"),
    ...(Number.isFinite(hours) ? [input("running", hours, "h", "table")] : []),
  ]);
}

/**
 * Minutes until a concentration has come down to an aim.
 * @param fromPpm ppm now, @param aimPpm ppm wanted, above 0
 * @param airChangesPerH 1/h; @param decayPerH 1/h: leave it at 0 where a person goes in afterwards
 * @returns min; Infinity where nothing takes it away
 */
export function clearing(fromPpm: number, aimPpm: number, airChangesPerH: number, decayPerH = 0): Worked {
  const lossPerH = airChangesPerH + decayPerH;
  const value = fromPpm <= aimPpm ? 0 : lossPerH === 0 ? Infinity : (Math.log(fromPpm / aimPpm) / lossPerH) * 60;
  return worked("gas.clearing", value, "min", [
    input("from", fromPpm, "ppm"),
    input("down to", aimPpm, "ppm", "table"),
    input("fewest air changes", airChangesPerH, "1/h", "entered"),
    input("falls apart by itself, counted as", decayPerH, "1/h", decayPerH === 0 ? "assumed" : "measured"),
  ]);
}

/** What leaks out of the box makes in the room around it at the steady state, mg/m³; nothing there is counted on to take it apart. */
export function roomConcentration(box: Box, insideMgPerM3: number, roomM3: number, roomAirChangesPerH: number): Worked {
  const leakMgPerH = box.airChangesPerH * box.volumeM3 * insideMgPerM3;
  return worked("gas.room", roomAirChangesPerH === 0 ? Infinity : leakMgPerH / (roomM3 * roomAirChangesPerH), "mg/m3", [
    input("leaks out", leakMgPerH, "mg/h"),
    input("room", roomM3, "m3", "entered"),
    input("its air changes", roomAirChangesPerH, "1/h", "entered"),
  ]);
}

/** Exposure of what is treated, ppm·min: concentration by time. */
export const exposure = (ppm: number, minutes: number): Worked =>
  worked("gas.exposure", ppm * minutes, "ppm·min", [
    input("concentration, at least", ppm, "ppm"),
    input("for", minutes, "min"),
  ]);

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
