import type { Sourced } from "@/core/ground/quantity/provenance";

/** What may be found beside marks and damage: hair, smells, mould, rings, and signs of how soiled a zone is. */

export const HAIR_DENSITIES = { few: "A few hairs", much: "A mat you can see", matted: "Woven in" } as const;
export type HairDensity = keyof typeof HAIR_DENSITIES;
export const HAIR_DENSITY_IDS = Object.keys(HAIR_DENSITIES) as [HairDensity, ...HairDensity[]];

export const CONSTRUCTIONS = {
  woven: "Flat woven",
  pile: "Cut pile",
  loop: "Loop",
  knit: "Knit",
  glued: "Felt or glued",
} as const;

export type ConstructionId = keyof typeof CONSTRUCTIONS;
export const CONSTRUCTION_IDS = Object.keys(CONSTRUCTIONS) as [ConstructionId, ...ConstructionId[]];

export const GROWTHS = { growth: "Fuzz or slime you can see", stain: "Only a stain" } as const;
export type GrowthId = keyof typeof GROWTHS;
export const GROWTH_IDS = Object.keys(GROWTHS) as [GrowthId, ...GrowthId[]];

export const BEHINDS = {
  hard: "Hard and wipeable",
  cloth: "More cloth or carpet",
  foam: "Foam or padding",
  wall: "A wall or a damp hull",
} as const;

export type BehindId = keyof typeof BEHINDS;
export const BEHIND_IDS = Object.keys(BEHINDS) as [BehindId, ...BehindId[]];

/** How deep a spill went, as the owner, a look under it, the lamp or the nose told. */
export const RAN_TO = {
  face: "Stayed in the face",
  foam: "Into the foam or backing",
  below: "Through, to what lies below",
} as const;
export type RanTo = keyof typeof RAN_TO;
export const RAN_TO_IDS = Object.keys(RAN_TO) as [RanTo, ...RanTo[]];

/** How much was spilled, as it is picked, L. Judgement. */
export const SPILLED = {
  dash: { name: "A mouthful", litres: 0.05 },
  cup: { name: "A cup", litres: 0.2 },
  bottle: { name: "Half a litre or more", litres: 0.75 },
} as const;
export type Spilled = keyof typeof SPILLED;
export const SPILLED_IDS = Object.keys(SPILLED) as [Spilled, ...Spilled[]];

/** How a trial patch came out. */
export const TRIAL_RESULTS = { clean: "Clean", lighter: "Lighter, not gone", same: "No different" } as const;
export type TrialResult = keyof typeof TRIAL_RESULTS;
export const TRIAL_RESULT_IDS = Object.keys(TRIAL_RESULTS) as [TrialResult, ...TrialResult[]];

/** When something was tried on a mark. */
export const TRIED_WHEN = { today: "Today", days: "Days ago", longer: "Longer ago" } as const;
export type TriedWhen = keyof typeof TRIED_WHEN;
export const TRIED_WHEN_IDS = Object.keys(TRIED_WHEN) as [TriedWhen, ...TriedWhen[]];

/** Signs of soil, each read as one of the four levels. */
interface SoilSign extends Sourced {
  name: string;
  how: string;
  levels: { light: string; moderate: string; heavy: string; caked: string };
}

export const SOIL_SIGNS = {
  towel: {
    name: "White towel",
    how: "Wipe a hand's width once, damp, firm. Look at the towel, not at the cloth.",
    levels: { light: "Barely grey", moderate: "Clearly grey", heavy: "Brown", caked: "Brown at once, mud" },
    mark: "practice",
  },
  pile: {
    name: "Pile brushed up",
    how: "Brush against the lie with two fingers.",
    levels: { light: "Stands, soft", moderate: "Stands, dull", heavy: "Lies flat, waxy", caked: "Stuck together" },
    mark: "practice",
  },
} as const satisfies Record<string, SoilSign>;

type SoilSignId = keyof typeof SOIL_SIGNS;
export const SOIL_SIGN_IDS = Object.keys(SOIL_SIGNS) as [SoilSignId, ...SoilSignId[]];

/** Dry soil vacuumed from a zone, g/m²: at or over this it is the next level. Judgement. */
export const VACUUMED_G_PER_M2 = { moderate: 20, heavy: 60, caked: 200 } as const;

export const INSTRUMENTS = {
  moisture: { name: "Moisture meter", unit: "%" },
  ph: { name: "pH pen", unit: "pH" },
  lamp: { name: "Ultraviolet lamp", unit: "" },
  surface: { name: "Surface thermometer", unit: "degC" },
  air: { name: "Thermo-hygrometer", unit: "degC" },
  gas: { name: "Gas meter", unit: "ppm" },
} as const;

export type InstrumentId = keyof typeof INSTRUMENTS;
/** Read at a place or a mark, in Test; the gas meter is read where the gas is. */
export const TEST_INSTRUMENTS: readonly InstrumentId[] = ["moisture", "ph", "lamp", "surface", "air"];
export const INSTRUMENT_IDS = Object.keys(INSTRUMENTS) as [InstrumentId, ...InstrumentId[]];
