import { saturationPressurePa } from "@/core/models/air/moistAir";
import { STACKS, LAYERS } from "@/core/ground/catalog/layers";
import type { BuildId } from "@/core/ground/catalog/builds";
import type { Cloth } from "@/core/job/schema";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { input, worked, sumOf, entered, opened, type Worked } from "@/core/ground/sums/working";
import { between } from "@/core/models/drying/at";
import { dryAtHours, firstHour } from "@/core/models/drying/course";
import { dryOut, USUAL_STEPS, type Course, type Surroundings } from "@/core/models/drying/dryOut";
import { mouldClock, type Drying } from "@/core/models/drying/quick";
import { gridOf, startOf, type Grid, type Layer } from "@/core/models/drying/grid";
import { meterAlong, paceOf, type MeterAt } from "@/core/models/drying/meter";
import { mouldIndex } from "@/core/models/drying/mouldIndex";
import type { DryingPlace } from "./surroundings";
import type { AirCourse, LayeredDrying } from "@/core/models/drying/layeredDrying";

/** A zone that got wet. */
export interface WetZone {
  areaM2: number;
  /** Of what it might be, the slowest to dry. */
  build: BuildId;
  thickness: Cloth["layers"];
  faceHoldsLPerM2: number;
  residual: Worked;
  depthMm: number;
  dryAtLPerM2: number;
  readings: readonly MeterAt[];
}

const SURFACE_DRY_L_PER_M2 = 0.01;
const DAMP = 0.8;
/** Followed on until no more than this share of what counts as dry is left anywhere. */
const SHARE_OF_DRY = 0.9;
/** Rough is for searching, a few per cent out. */
const FINENESS = {
  usual: { cells: 40, steps: USUAL_STEPS },
  rough: { cells: 20, steps: { ...USUAL_STEPS, growth: 0.2, longestStepH: 2 } },
} as const;

export type Fineness = keyof typeof FINENESS;
/** Hours shown, finer at first. */
const SHOWN_H = [
  ...Array.from({ length: 32 }, (_, at) => at / 4),
  ...Array.from({ length: 32 }, (_, at) => 8 + at / 2),
  ...Array.from({ length: 49 }, (_, at) => 24 + at),
];

/** The layers of a build, from the face down. */
export function layersOf(build: BuildId, thickness: Cloth["layers"], faceHoldsLPerM2: number): Layer[] {
  return STACKS[build].map(({ layer, usualMm, measured }, at) => {
    const row = LAYERS[layer];
    const thicknessMm = Math.max(0.5, (measured && thickness?.[measured]) ?? usualMm);
    return { ...row, thicknessMm, ...(at === 0 ? { holdsKgPerM3: faceHoldsLPerM2 / (thicknessMm / 1000) } : {}) };
  });
}

interface DriedInLayers {
  zones: Record<string, Drying & { layers: LayeredDrying }>;
  air: AirCourse;
  /** The reckoning ended before the drying did. */
  cutOff: boolean;
}

/**
 * When each zone is dry, layer by layer, all of them in the same air.
 * @param zones at least one
 * @returns by zone; hours from when drying begins, Infinity when it takes over three days
 */
export function dryInLayers(
  zones: Record<string, WetZone>,
  place: DryingPlace,
  fineness: Fineness = "usual",
): DriedInLayers {
  const key = JSON.stringify([zones, place.key, fineness]);
  const known = computed.get(key);
  if (known) return known;
  const result = layersDrying(zones, place, fineness);
  if (computed.size >= MOST_KEPT) computed.delete(computed.keys().next().value!);
  computed.set(key, result);
  return result;
}

/** Every tap plans anew, and most taps change nothing about what is wet. */
const computed = new Map<string, DriedInLayers>();
const MOST_KEPT = 40;

function layersDrying(zones: Record<string, WetZone>, place: DryingPlace, fineness: Fineness): DriedInLayers {
  const ids = Object.keys(zones);
  // Alike in everything but size, zones dry alike: one piece of all their area.
  const kinds = new Map<string, { zone: WetZone; areaM2: number }>();
  const kindOf = ({ build, thickness, faceHoldsLPerM2, residual, depthMm }: WetZone) =>
    JSON.stringify([build, thickness, faceHoldsLPerM2, residual.value, depthMm]);
  for (const zone of Object.values(zones)) {
    const key = kindOf(zone);
    kinds.set(key, { zone, areaM2: (kinds.get(key)?.areaM2 ?? 0) + zone.areaM2 });
  }
  const slabs = [...kinds.values()].map(({ zone, areaM2 }) => {
    const grid = gridOf(layersOf(zone.build, zone.thickness, zone.faceHoldsLPerM2), FINENESS[fineness].cells);
    return { grid, areaM2, content: startOf(grid, zone.residual.value, zone.depthMm) };
  });
  const course = dryOut(slabs, place.at, {
    ...FINENESS[fineness].steps,
    untilLPerM2: Math.min(...Object.values(zones).map(({ dryAtLPerM2 }) => dryAtLPerM2)) * SHARE_OF_DRY,
  });
  const order = [...kinds.keys()];
  const air = place.at(0);
  return {
    zones: Object.fromEntries(
      ids.map((id) => {
        const zone = zones[id]!;
        const piece = order.indexOf(kindOf(zone));
        return [id, zoneDrying(zone, course, piece, slabs[piece]!.grid, air, place)];
      }),
    ),
    air: airCourse(course),
    cutOff: course.cutOff,
  };
}

/** What cannot be followed to its end is not called dry. */
const hoursOf = (course: Course, piece: number, { dryAtLPerM2 }: WetZone) =>
  course.cutOff && course.slabs[piece]!.total.at(-1)! > dryAtLPerM2 ? Infinity : dryAtHours(course, piece, dryAtLPerM2);

/** What one zone's drying is read off: its slab in the course, and what is said beside every number of it. */
interface Reading {
  zone: WetZone;
  course: Course;
  slab: Course["slabs"][number];
  grid: Grid;
  /** Hours until dry, as the layers have it. */
  byModel: number;
  /** What the meter would read. */
  foretold: Float64Array;
  /** How much quicker than the layers it dries, by the readings. */
  scale: number;
  about: ReturnType<typeof input>[];
}

function zoneDrying(
  zone: WetZone,
  course: Course,
  piece: number,
  grid: Grid,
  air: Surroundings,
  place: DryingPlace,
): Drying & { layers: LayeredDrying } {
  const slab = course.slabs[piece]!;
  const byModel = hoursOf(course, piece, zone);
  const about = aboutDrying(zone, grid, air, place);
  const before = worked("drying.layers", byModel, "h", about);
  const foretold = meterAlong(grid, slab);
  const pace = paceOf(zone.readings, course.hours, foretold);
  const hours = pace ? sumOf(DRYING_FORMULAS, "drying.refit", { layersH: byModel, pace: opened(pace) }) : before;
  const reading: Reading = { zone, course, slab, grid, byModel, foretold, scale: pace?.value ?? 1, about };
  const last = zone.readings.at(-1);
  return {
    residual: zone.residual,
    hours,
    evaporation: worked("drying.layers", slab.flux[1] ?? 0, "kg/m2h", about),
    ...mouldClock(hours.value),
    layers: {
      ...whatItMeans(reading),
      course: shownCourse(reading),
      ...(pace && last ? { refit: refitOf(reading, pace, before, last) } : {}),
    },
  };
}

/** What the layers were reckoned with. */
function aboutDrying(zone: WetZone, grid: Grid, air: Surroundings, place: DryingPlace) {
  const humidity = (vapourPa: number, tempC: number) => (100 * vapourPa) / saturationPressurePa(tempC);
  const start = air.room?.read ?? air;
  const layers = grid.layers.map(({ name, thicknessMm }) => `${name.toLowerCase()} ${thicknessMm} mm`).join(", ");
  return [
    input("water left W", zone.residual.value, "L/m2"),
    input("how deep below the face", zone.depthMm, "mm"),
    input("dry at W_dry", zone.dryAtLPerM2, "L/m2", "table"),
    input("layers", layers, undefined, "table"),
    input("air", start.tempC, "degC"),
    input("relative humidity", humidity(start.vapourPa, start.tempC), "%"),
    input("air speed v", air.airSpeedMPerS, "m/s"),
    ...(air.room
      ? [
          input("room inside", air.room.volumeM3, "m3"),
          input("air changes", air.room.airChangesPerH, "1/h", place.spaceAssumed ? "assumed" : "table"),
          ...(air.room.heatW > 0 ? [input("heat in it", air.room.heatW, "W", "table")] : []),
        ]
      : []),
  ];
}

/** Dry on top, how damp the bottom gets and for how long, what comes up, and mould: while it is wet. */
function whatItMeans({ course, slab, byModel, scale, about }: Reading): Omit<LayeredDrying, "course" | "refit"> {
  const faceDry = Math.min(byModel, firstHour(course.hours, slab.byLayer[0]!, SURFACE_DRY_L_PER_M2));
  const wetUntil = Math.min(byModel, USUAL_STEPS.hours);
  const wetSteps = course.hours.findLastIndex((hour) => hour <= wetUntil);
  const bottom = Math.max(...slab.deepestHumidity.slice(0, wetSteps + 1));
  const dampH = course.hours.reduce(
    (sum, hour, at) => (at > 0 && slab.deepestHumidity[at]! >= DAMP ? sum + hour - course.hours[at - 1]! : sum),
    0,
  );
  const dampest = slab.deepestHumidity.map((deep, at) => Math.max(deep, slab.faceHumidity[at]!));
  const wet = <T extends ArrayLike<number> & { slice: (from: number, to: number) => ArrayLike<number> }>(each: T) =>
    each.slice(0, wetSteps + 1);
  const index = mouldIndex(wet(course.hours), wet(slab.faceC), wet(dampest)) / scale;
  return {
    surfaceDry: worked("drying.surface", faceDry / scale, "h", [
      input("dry on top at", SURFACE_DRY_L_PER_M2, "L/m2", "table"),
      ...about,
    ]),
    bottomPct: worked("drying.inside", bottom * 100, "%", about),
    bottomDamp: worked("drying.dampHours", dampH / scale, "h", [
      input("damp from", DAMP * 100, "%", "table"),
      ...about,
    ]),
    wickBack: worked("drying.wickBack", slab.wickBack[wetSteps]!, "1", [
      input("there at the start", slab.wickBack[0]!, "1"),
      ...about,
    ]),
    mouldIndex: worked("drying.mouldIndex", index, "1", [input("hours wet", wetUntil / scale, "h"), ...about]),
  };
}

const shownCourse = ({ course, slab, grid, foretold, scale }: Reading): LayeredDrying["course"] => ({
  hours: SHOWN_H,
  layers: grid.layers.map(({ name, thicknessMm, holdsKgPerM3 }, layer) => ({
    name,
    thicknessMm,
    holdsLPerM2: (holdsKgPerM3 * thicknessMm) / 1000,
    water: shownAt(course.hours, slab.byLayer[layer]!, scale),
  })),
  meterPct: shownAt(course.hours, foretold, scale),
});

const refitOf = (
  { course, foretold, about }: Reading,
  pace: Worked,
  before: Worked,
  last: WetZone["readings"][number],
): LayeredDrying["refit"] => ({
  pace,
  before,
  read: entered("moisture meter", last.pct, "%", "measured"),
  foretold: worked("drying.meter", between(course.hours, foretold, last.hours), "%", [
    input("hours of drying", last.hours, "h", "measured"),
    ...about,
  ]),
});

const tidy = (value: number) => Number(value.toPrecision(4));
const shownAt = (hours: Float64Array, values: Float64Array, pace: number) =>
  SHOWN_H.map((hour) => tidy(between(hours, values, hour * pace)));

const airCourse = ({ hours, airC, vapourPa }: Course): AirCourse => ({
  hours: SHOWN_H,
  tempC: shownAt(hours, airC, 1),
  humidityPct: shownAt(
    hours,
    vapourPa.map((pa, at) => (100 * pa) / saturationPressurePa(airC[at]!)),
    1,
  ),
});
