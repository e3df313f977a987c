import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { firstHour } from "./course";
import { PINS_MM, sumTo, type SlabCourse } from "./dryOut";
import type { Grid } from "./grid";

/** What a pin meter reads on cloth that is air-dry, % of dry mass, and where it is set to call it dry. Judgement. */
const AIR_DRY_PCT = 8;
const MOST_PCT = 60;

/** Dry mass where the pins reach, kg/m². */
const dryNear = (grid: Grid) =>
  sumTo(PINS_MM, grid, (at) => grid.layers[grid.layerOf[at]!]!.dryKgPerM3 * grid.thicknessM[at]!);

/**
 * What a meter should read along a course, %.
 * @example meterAlong(grid, dryOut([{ grid, areaM2: 1, content: startOf(grid, 0, 2) }], () => air).slabs[0])[0] // 8
 */
export function meterAlong(grid: Grid, { near }: SlabCourse): Float64Array {
  const dry = dryNear(grid);
  return near.map((water) => Math.min(MOST_PCT, AIR_DRY_PCT + (100 * water) / dry));
}

/** A reading so many hours after drying began. */
export interface MeterAt {
  hours: number;
  pct: number;
}

const SLOWEST = 0.05;
const FASTEST = 10;
/** Readings sooner than this say nothing of the pace. */
const SOONEST_H = 0.25;

/**
 * How fast it dries against the model, by what the meter read.
 * @param foretold what the model has the meter read, an entry for each of the hours
 * @returns 1 as foretold, over 1 faster; undefined while no reading says anything
 * @example paceOf([], [0, 1], [30, 20]) // undefined
 */
export function paceOf(
  readings: readonly MeterAt[],
  hours: ArrayLike<number>,
  foretold: ArrayLike<number>,
): Worked | undefined {
  const told = readings.filter((reading) => reading.hours >= SOONEST_H);
  if (told.length === 0) return undefined;
  const model = told.map(({ pct }) => Math.min(hours[hours.length - 1]!, firstHour(hours, foretold, pct)));
  return sumOf(DRYING_FORMULAS, "drying.pace", {
    readH: told.map(({ hours: at, pct }) => stated.measured(at, `read ${pct} % after`)),
    modelH: model,
    slowest: stated.table(SLOWEST),
    fastest: stated.table(FASTEST),
  });
}
