import type { Sourced } from "@/core/ground/quantity/provenance";

interface Build extends Sourced {
  name: string;
  /** Litres per m² that every step together may put on, before cold, damp and age lower it. */
  waterBudgetLPerM2: number;
  /** Water no stroke takes off, L/m². */
  boundLPerM2: number;
  /** Dry to the hand at or under this, L/m². */
  dryAtLPerM2: number;
  /** What the slow end of drying adds in a mild room, h, for 0.27 L/m². */
  slowEndH: number;
  /** How deep water may go below the face, mm. */
  depthAllowedMm: number;
}

/** How a piece is put together decides how much water it may take. */
export const BUILDS = {
  "cover-on-foam": {
    name: "Loose cover over foam",
    waterBudgetLPerM2: 2,
    boundLPerM2: 0.2,
    dryAtLPerM2: 0.03,
    slowEndH: 2.2,
    depthAllowedMm: 12,
    mark: "judgement",
  },
  "glue-held": {
    name: "Held by glue over foam or board",
    waterBudgetLPerM2: 0.3,
    boundLPerM2: 0.08,
    dryAtLPerM2: 0.03,
    slowEndH: 0.5,
    depthAllowedMm: 0,
    mark: "judgement",
  },
  "carpet-on-underlay": {
    name: "Carpet on underlay",
    waterBudgetLPerM2: 2.4,
    boundLPerM2: 0.25,
    dryAtLPerM2: 0.03,
    slowEndH: 4.5,
    depthAllowedMm: 8,
    mark: "judgement",
  },
  "carpet-stuck-down": {
    name: "Carpet stuck to the floor",
    waterBudgetLPerM2: 1.6,
    boundLPerM2: 0.2,
    dryAtLPerM2: 0.03,
    slowEndH: 2,
    depthAllowedMm: 4,
    mark: "judgement",
  },
  "loose-rug": {
    name: "Loose rug",
    waterBudgetLPerM2: 1.6,
    boundLPerM2: 0.2,
    dryAtLPerM2: 0.03,
    slowEndH: 2,
    depthAllowedMm: 6,
    mark: "judgement",
  },
  "loose-mat": {
    name: "Loose mat",
    waterBudgetLPerM2: 2,
    boundLPerM2: 0.2,
    dryAtLPerM2: 0.03,
    slowEndH: 2,
    depthAllowedMm: 6,
    mark: "judgement",
  },
} as const satisfies Record<string, Build>;

export type BuildId = keyof typeof BUILDS;
export const BUILD_IDS = Object.keys(BUILDS) as [BuildId, ...BuildId[]];

export const CARE_CODES = {
  W: "W: water",
  S: "S: solvent, no water",
  WS: "WS: water or solvent",
  X: "X: vacuum only",
  none: "No label",
} as const;

export type CareCode = keyof typeof CARE_CODES;
export const CARE_CODE_IDS = Object.keys(CARE_CODES) as [CareCode, ...CareCode[]];

export const NEIGHBOURS = {
  electrics: "Electrics or heated seat",
  airbag: "Airbag or sensor",
  speaker: "Speaker or switch",
  "high-voltage": "Orange cables or battery",
  "worn-leather": "Worn leather or vinyl",
  "glue-line": "Glue line",
} as const;

export type NeighbourId = keyof typeof NEIGHBOURS;
/** Unknown: anything may be there. Unlooked: nobody looked, and as a rule there is nothing. */
export type Neighbour = NeighbourId | "unknown" | "unlooked";
export const NEIGHBOUR_IDS = Object.keys(NEIGHBOURS) as [NeighbourId, ...NeighbourId[]];

export const CLOTH_CONDITIONS = { sound: "Sound", worn: "Worn", fragile: "Fragile" } as const;
export type ClothCondition = keyof typeof CLOTH_CONDITIONS;
export const CLOTH_CONDITION_IDS = Object.keys(CLOTH_CONDITIONS) as [ClothCondition, ...ClothCondition[]];

export const SHADES = { white: "White", light: "Light", dark: "Dark", patterned: "Patterned" } as const;
export type Shade = keyof typeof SHADES;
export const SHADE_IDS = Object.keys(SHADES) as [Shade, ...Shade[]];

/** How wet a zone already is when it is found, L/m²: nobody put it on, so it is lifted before anything else. Judgement. */
export const WETNESSES = {
  damp: { name: "Damp", lPerM2: 0.2 },
  wet: { name: "Wet", lPerM2: 0.8 },
  soaked: { name: "Soaked", lPerM2: 2 },
} as const;
export type Wetness = keyof typeof WETNESSES;
export const WETNESS_IDS = Object.keys(WETNESSES) as [Wetness, ...Wetness[]];

export const SOIL_LEVELS = { light: "Light", moderate: "Moderate", heavy: "Heavy", caked: "Caked" } as const;
export type SoilLevel = keyof typeof SOIL_LEVELS;
export const SOIL_LEVEL_IDS = Object.keys(SOIL_LEVELS) as [SoilLevel, ...SoilLevel[]];

/** Of which whole the soil of a zone was said, the widest first. */
export const SOIL_OF_IDS = ["all", "part", "row"] as const;
export type SoilOf = (typeof SOIL_OF_IDS)[number];

export const DAMAGES = {
  burn: "Burn",
  wear: "Wear",
  sag: "Sag",
  repair: "Earlier repair",
  bleach: "Bleach mark",
  fade: "Fade",
  seam: "Loose seam",
  torn: "Torn cover",
  foam: "Bare foam",
  cracked: "Cracked coating",
} as const;

export type DamageId = keyof typeof DAMAGES;
export const DAMAGE_IDS = Object.keys(DAMAGES) as [DamageId, ...DamageId[]];
