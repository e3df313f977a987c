import type { Sourced } from "@/core/ground/quantity/provenance";
import type { ValueField } from "./valueField";

/** What a machine can do; a number is there where it means something for that kind. */
export interface MachineNumbers {
  /** Water on, L/min. */
  flowLPerMin?: number;
  headWidthM?: number;
  /** Usual pace of a wet stroke, m/s. */
  strokeMPerS?: number;
  /** Share of the free water one dry stroke takes. */
  recoveryPerDryStroke?: number;
  /** Hottest water or steam it gives, °C. */
  tempC?: number;
  powerW?: number;
  solutionTankL?: number;
  recoveryTankL?: number;
  /** Air moved, m³/h. */
  airM3PerH?: number;
  /** Water taken out of the air, L a day. */
  driesLPerDay?: number;
  /** Gas made, mg/h. */
  gasMgPerH?: number;
  /** Runs this long on a charge, min. */
  batteryMin?: number;
}

export interface Machine extends Sourced, MachineNumbers {
  name: string;
  job: string;
}

/**
 * Kinds of machine with usual numbers. Judgement: the rating plate and the technician's own tank marks outrank them.
 * Ozone stands at the strong end: a machine nobody has read the plate of must not clear sooner on paper than in the cabin.
 */
export const MACHINES = {
  "hepa-vacuum": {
    name: "HEPA vacuum",
    job: "lifts everything dry; the only one allowed where there may be mould",
    powerW: 1000,
    mark: "judgement",
  },
  "wet-vacuum": {
    name: "Wet and dry vacuum",
    job: "lifts dry soil and draws water off",
    powerW: 1200,
    recoveryTankL: 20,
    recoveryPerDryStroke: 0.35,
    headWidthM: 0.1,
    mark: "judgement",
  },
  extractor: {
    name: "Upholstery extractor",
    job: "sprays and draws off",
    flowLPerMin: 1,
    headWidthM: 0.1,
    strokeMPerS: 0.3,
    recoveryPerDryStroke: 0.45,
    tempC: 55,
    powerW: 1500,
    solutionTankL: 8,
    recoveryTankL: 8,
    mark: "judgement",
  },
  "spot-extractor": {
    name: "Spot extractor",
    job: "small marks, stairs, tight places",
    flowLPerMin: 0.6,
    headWidthM: 0.09,
    strokeMPerS: 0.25,
    recoveryPerDryStroke: 0.4,
    tempC: 40,
    powerW: 400,
    solutionTankL: 1.8,
    recoveryTankL: 1.5,
    mark: "judgement",
  },
  "carpet-extractor": {
    name: "Carpet extractor with a wand",
    job: "rooms of carpet",
    flowLPerMin: 3,
    headWidthM: 0.28,
    strokeMPerS: 0.3,
    recoveryPerDryStroke: 0.5,
    tempC: 60,
    powerW: 2400,
    solutionTankL: 40,
    recoveryTankL: 40,
    mark: "judgement",
  },
  steamer: {
    name: "Steamer",
    job: "warms through a towel",
    tempC: 100,
    powerW: 1500,
    solutionTankL: 1.5,
    mark: "judgement",
  },
  compressor: {
    name: "Compressor with a blow gun",
    job: "blows hair and grit out of seams, 2 bar at most",
    powerW: 1100,
    mark: "judgement",
  },
  drill: { name: "Cordless drill", job: "turns the drill brush", powerW: 0, batteryMin: 40, mark: "judgement" },
  "air-mover": { name: "Air mover", job: "air over wet cloth", powerW: 250, airM3PerH: 1500, mark: "judgement" },
  dehumidifier: {
    name: "Dehumidifier",
    job: "takes water out of the air",
    powerW: 500,
    driesLPerDay: 20,
    mark: "judgement",
  },
  heater: {
    name: "Electric heater",
    job: "warms the air; never unattended in a cabin",
    powerW: 2000,
    mark: "judgement",
  },
  "ozone-machine": {
    name: "Ozone machine",
    job: "treats the air of an empty dry cabin; local rules first",
    powerW: 90,
    gasMgPerH: 20_000,
    mark: "judgement",
  },
} as const satisfies Record<string, Machine>;

export type MachineId = keyof typeof MACHINES;
export const MACHINE_IDS = Object.keys(MACHINES) as [MachineId, ...MachineId[]];
/** A machine's row with its optional columns in view. @example machineOf("extractor").headWidthM // 0.1 */
export const machineOf = (id: MachineId): Machine => MACHINES[id];

/** The numbers of a machine with their ranges: the form, the check and the CSV all read this. */
export const MACHINE_FIELDS: Record<keyof MachineNumbers, ValueField> = {
  flowLPerMin: { name: "Flow", min: 0.1, max: 10, unit: "L/min", decimals: 1 },
  headWidthM: { name: "Head width", min: 0.02, max: 1, unit: "m", decimals: 2 },
  strokeMPerS: { name: "Stroke pace", min: 0.05, max: 2, unit: "m/s", decimals: 2 },
  recoveryPerDryStroke: { name: "Recovery a dry stroke", min: 0, max: 1, unit: "1", decimals: 2 },
  tempC: { name: "Temperature", min: 5, max: 180, unit: "degC", decimals: 0 },
  powerW: { name: "Power", min: 0, max: 10_000, unit: "W", decimals: 0 },
  solutionTankL: { name: "Solution tank", min: 0.2, max: 500, unit: "L", decimals: 1 },
  recoveryTankL: { name: "Recovery tank", min: 0.2, max: 500, unit: "L", decimals: 1 },
  airM3PerH: { name: "Air moved", min: 10, max: 20_000, unit: "m3/h", decimals: 0 },
  driesLPerDay: { name: "Water taken", min: 0.5, max: 500, unit: "L/day", decimals: 0 },
  gasMgPerH: { name: "Gas made", min: 10, max: 100_000, unit: "mg/h", decimals: 0 },
  batteryMin: { name: "Runs on a charge", min: 1, max: 600, unit: "min", decimals: 0 },
};

export const MACHINE_FIELD_IDS = Object.keys(MACHINE_FIELDS) as (keyof MachineNumbers)[];
