import type { Sourced } from "@/core/ground/quantity/provenance";

export interface Family extends Sourced {
  name: string;
  /** Share of the marks a technician meets; relative weight, not per cent. */
  prior: number;
  /** Heat above 40 °C at the cloth fixes it: protein coagulates, dye goes on. */
  heatSets?: "protein" | "dye";
  examples: string;
}

/** What a mark can be. Priors are judgement and belong to the technician's log later. */
export const FAMILIES = {
  particulate: {
    name: "Dust, grit or mud",
    prior: 12,
    examples: "footprints, soot-free dust, garden soil",
    mark: "judgement",
  },
  "body-oil": {
    name: "Body oil, grease or sunscreen",
    prior: 12,
    examples: "arm rests, head rests, sun-oil, kitchen fat",
    mark: "judgement",
  },
  "road-grease": {
    name: "Road grease or tar",
    prior: 4,
    examples: "hinge grease, bicycle chain, tar",
    mark: "judgement",
  },
  protein: { name: "Protein", prior: 8, heatSets: "protein", examples: "milk, egg, blood, vomit", mark: "judgement" },
  urine: { name: "Urine", prior: 5, heatSets: "protein", examples: "pets, children, mattresses", mark: "judgement" },
  tannin: { name: "Tannin", prior: 12, heatSets: "dye", examples: "coffee, tea, wine, beer", mark: "judgement" },
  "plant-colour": {
    name: "Plant colour",
    prior: 5,
    heatSets: "dye",
    examples: "beetroot, turmeric, berries",
    mark: "judgement",
  },
  "sugar-starch": { name: "Sugar and starch", prior: 8, examples: "lemonade, sauces, porridge", mark: "judgement" },
  "gum-wax": { name: "Gum, wax or adhesive", prior: 4, examples: "candle wax, chewing gum, tape", mark: "judgement" },
  mixture: {
    name: "Chocolate and other mixtures",
    prior: 5,
    heatSets: "protein",
    examples: "chocolate, gravy, ice cream",
    mark: "judgement",
  },
  "cosmetic-dye": {
    name: "Cosmetic or dye transfer",
    prior: 5,
    heatSets: "dye",
    examples: "lipstick, denim, hair dye",
    mark: "judgement",
  },
  ink: { name: "Ink", prior: 3, heatSets: "dye", examples: "pens, markers", mark: "judgement" },
  rust: { name: "Rust", prior: 2, examples: "chair legs, screws, damp metal", mark: "judgement" },
  "water-ring": {
    name: "Water ring or browning",
    prior: 7,
    examples: "rain, spray, salt water, an over-wet cleaning",
    mark: "judgement",
  },
  mould: { name: "Mildew or mould", prior: 3, examples: "damp corners, long-shut cabins", mark: "judgement" },
  "smoke-film": { name: "Smoke film", prior: 2, examples: "ceilings, curtains, stove rooms", mark: "judgement" },
  damage: { name: "Damage, not soil", prior: 3, examples: "burn, wear, bleach, fade", mark: "judgement" },
} as const satisfies Record<string, Family>;

export type FamilyId = keyof typeof FAMILIES;
export const FAMILY_IDS = Object.keys(FAMILIES) as [FamilyId, ...FamilyId[]];

/** What a mark can be to the tables: one of the families, or none of them. */
export const HYPOTHESES = [...FAMILY_IDS, "none"] as const;
export type HypothesisId = (typeof HYPOTHESES)[number];
/** A family's row with its optional columns in view. @example familyOf("protein").heatSets // "protein" */
export const familyOf = (id: FamilyId): Family => FAMILIES[id];
