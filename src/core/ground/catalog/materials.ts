import type { Sourced } from "@/core/ground/quantity/provenance";

interface Material extends Sourced {
  name: string;
  phMin: number;
  phMax: number;
  /** Water the face holds before it runs down into the foam, L/m². */
  faceCapacityLPerM2: number;
  wetting: "normal" | "little";
  /** Said beside every plan for this cloth. */
  limit: string;
}

/** Fibres of cloth and carpet, with the window their plans stay inside. pH windows are judgement but for wool, silk and suede-look. */
export const MATERIALS = {
  nylon: {
    name: "Nylon",
    phMin: 3,
    phMax: 10,
    faceCapacityLPerM2: 0.6,
    wetting: "normal",
    limit: "Acid dyes lose colour to strong alkali. No chlorine bleach.",
    mark: "judgement",
  },
  polyester: {
    name: "Polyester",
    phMin: 1.5,
    phMax: 11,
    faceCapacityLPerM2: 0.5,
    wetting: "normal",
    limit: "Tough, but holds on to oil.",
    mark: "judgement",
  },
  olefin: {
    name: "Olefin (polypropylene)",
    phMin: 1.5,
    phMax: 11,
    faceCapacityLPerM2: 0.4,
    wetting: "normal",
    limit: "Melts early: no long power brushing, no steam held close. Some dry solvents swell it.",
    mark: "judgement",
  },
  acrylic: {
    name: "Acrylic",
    phMin: 3.5,
    phMax: 10,
    faceCapacityLPerM2: 0.5,
    wetting: "normal",
    limit: "Pills, and distorts with heat or steam.",
    mark: "judgement",
  },
  acetate: {
    name: "Acetate or triacetate",
    phMin: 4,
    phMax: 9,
    faceCapacityLPerM2: 0.4,
    wetting: "little",
    limit: "Dissolves in acetone. Heat-sensitive.",
    mark: "judgement",
  },
  wool: {
    name: "Wool",
    phMin: 4.5,
    phMax: 8.5,
    faceCapacityLPerM2: 0.7,
    wetting: "normal",
    limit: "pH 4.5 to 8.5. No chlorine bleach, no protein-digesting enzyme. Felts with heat and rubbing.",
    mark: "practice",
  },
  silk: {
    name: "Silk",
    phMin: 4.5,
    phMax: 8.5,
    faceCapacityLPerM2: 0.3,
    wetting: "little",
    limit: "pH 4.5 to 8.5. No chlorine bleach, no protein-digesting enzyme. Little water, no rubbing.",
    mark: "practice",
  },
  cotton: {
    name: "Cotton",
    phMin: 4,
    phMax: 10,
    faceCapacityLPerM2: 0.6,
    wetting: "normal",
    limit: "Browns and rings when wet long; may shrink. Dry fast.",
    mark: "judgement",
  },
  linen: {
    name: "Linen",
    phMin: 4,
    phMax: 10,
    faceCapacityLPerM2: 0.5,
    wetting: "little",
    limit: "Browns and rings when wet long; shrinks. Rinse slightly acid, dry fast.",
    mark: "judgement",
  },
  jute: {
    name: "Jute",
    phMin: 4.5,
    phMax: 9,
    faceCapacityLPerM2: 0.5,
    wetting: "little",
    limit: "Browns quickly when wet. Dry methods first.",
    mark: "judgement",
  },
  viscose: {
    name: "Viscose",
    phMin: 4.5,
    phMax: 9,
    faceCapacityLPerM2: 0.4,
    wetting: "little",
    limit: "Loses strength when wet: dry methods, then hardly damp.",
    mark: "judgement",
  },
  "suede-look": {
    name: "Suede-look microfibre",
    phMin: 6,
    phMax: 8.5,
    faceCapacityLPerM2: 0.3,
    wetting: "little",
    limit: "Neutral cleaner only, little liquid, cloth first, then a soft brush without pressure.",
    mark: "practice",
  },
} as const satisfies Record<string, Material>;

export type MaterialId = keyof typeof MATERIALS;
export const MATERIAL_IDS = Object.keys(MATERIALS) as [MaterialId, ...MaterialId[]];
