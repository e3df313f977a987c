import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import type { Sourced } from "@/core/ground/quantity/provenance";

/** What a learner may begin with, the forbidden among it, and what it does to what the mark really is. */
interface Begin extends Sourced {
  name: string;
  /** What it is right for as a first step. */
  suits: readonly FamilyId[];
  /** At the cloth, °C, where it is warm enough to set something, and for how long, min. */
  heat?: { tempC: number; minutes: number };
  /** It is wet, and has to be rinsed and lifted before anything else goes on. */
  wets?: true;
}

const BEGINS = {
  "damp-neutral": {
    name: "Damp it, then neutral cleaner, tamped",
    suits: ["sugar-starch"],
    wets: true,
    mark: "practice",
  },
  "brush-neutral": {
    name: "Neutral cleaner, brushed",
    suits: ["particulate", "body-oil"],
    wets: true,
    mark: "practice",
  },
  "wipe-neutral": {
    name: "Neutral cleaner on a towel, wiped",
    suits: ["mould", "smoke-film"],
    wets: true,
    mark: "practice",
  },
  enzyme: { name: "Damp it, then enzyme, left in", suits: ["protein", "urine"], wets: true, mark: "practice" },
  acid: {
    name: "Damp it, then acid spotter, tamped",
    suits: ["tannin", "plant-colour", "rust"],
    wets: true,
    mark: "practice",
  },
  solvent: { name: "Dry solvent on a towel", suits: ["road-grease", "cosmetic-dye", "ink"], mark: "practice" },
  "scrape-steam": {
    name: "Scrape it cold, then steam through a towel",
    suits: ["gum-wax"],
    heat: { tempC: 90, minutes: 1 },
    mark: "practice",
  },
  "scrape-neutral": {
    name: "Scrape it cold, then lukewarm neutral cleaner",
    suits: ["mixture"],
    wets: true,
    mark: "practice",
  },
  water: { name: "Plain water, evenly to the seam", suits: ["water-ring"], wets: true, mark: "practice" },
  degreaser: { name: "Alkaline degreaser, brushed", suits: [], wets: true, mark: "practice" },
  peroxide: { name: "Peroxide at once", suits: [], wets: true, mark: "practice" },
  hot: {
    name: "Extract it hot, straight over it",
    suits: [],
    wets: true,
    heat: { tempC: 60, minutes: 3 },
    mark: "practice",
  },
  leave: { name: "Leave it: it is no soil", suits: ["damage"], mark: "practice" },
} as const satisfies Record<string, Begin>;

export type BeginId = keyof typeof BEGINS;
export const BEGIN_IDS = Object.keys(BEGINS) as BeginId[];
export const beginOf = (id: BeginId): Begin => BEGINS[id];

/** The right first step for what it is. @example rightFor("tannin") // "acid" */
export const rightFor = (family: FamilyId): BeginId =>
  BEGIN_IDS.find((id) => beginOf(id).suits.includes(family)) ?? "damp-neutral";

/** Harm that no heat does, as a share of what setting or ruining it costs. */
interface Sets extends Sourced {
  begins: readonly BeginId[];
  families: readonly FamilyId[];
  share: number;
  words: string;
}

export const CHEMISTRY: readonly Sets[] = [
  {
    begins: ["acid"],
    families: ["protein", "mixture"],
    share: 0.3,
    words: "Acid curdles protein: it holds faster than before.",
    mark: "practice",
  },
  {
    begins: ["degreaser"],
    families: ["tannin", "plant-colour"],
    share: 0.4,
    words: "Alkali browns tannin and plant colour: they bind to the fibre.",
    mark: "practice",
  },
  {
    begins: ["degreaser"],
    families: ["water-ring", "rust"],
    share: 0.2,
    words: "Alkali darkens browning and rust.",
    mark: "practice",
  },
  {
    begins: ["peroxide"],
    families: ["rust"],
    share: 0.6,
    words: "Iron drives peroxide: it eats a hole where the rust was.",
    mark: "practice",
  },
  {
    begins: ["peroxide"],
    families: ["body-oil", "road-grease", "gum-wax", "cosmetic-dye", "damage"],
    share: 0.15,
    words: "Peroxide cannot reach through grease, and takes the cloth's own colour round it.",
    mark: "practice",
  },
  {
    begins: ["degreaser", "hot", "brush-neutral"],
    families: ["mould"],
    share: 0.25,
    words: "Brushed or blown about, mould goes where it was not, and into you.",
    mark: "practice",
  },
  {
    begins: ["water", "damp-neutral", "brush-neutral", "hot"],
    families: ["ink", "cosmetic-dye"],
    share: 0.2,
    words: "Water spreads ink and dye into a ring that was not there.",
    mark: "practice",
  },
];

/** What heat sets there. */
export const heatSets = (family: FamilyId): boolean => familyOf(family).heatSets !== undefined;
