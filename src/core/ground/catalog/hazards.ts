import type { Sourced } from "@/core/ground/quantity/provenance";

/** What a bottle must say: wording after the Globally Harmonized System (GHS, UN), from memory; the product's own label outranks it. */
export type PictogramId = "flame" | "corrosion" | "skull" | "exclamation" | "health" | "environment";

interface Hazard extends Sourced {
  pictogram: PictogramId;
  signal: "Danger" | "Warning";
  /** What it can do. */
  hazard: string;
  /** How to keep from it. */
  precaution: string;
  firstAid: string;
}

const GHS = { mark: "std" as const, source: "GHS statements, from memory" };

export const HAZARDS = {
  "eye-irritant": {
    pictogram: "exclamation",
    signal: "Warning",
    hazard: "Causes serious eye irritation.",
    precaution: "Wear eye protection.",
    firstAid: "In eyes: rinse with water for several minutes, lenses out.",
    ...GHS,
  },
  "skin-irritant": {
    pictogram: "exclamation",
    signal: "Warning",
    hazard: "Causes skin irritation.",
    precaution: "Wear gloves.",
    firstAid: "On skin: wash with plenty of water.",
    ...GHS,
  },
  corrosive: {
    pictogram: "corrosion",
    signal: "Danger",
    hazard: "Causes severe skin burns and eye damage.",
    precaution: "Wear gloves, goggles and sleeves.",
    firstAid: "On skin or in eyes: rinse at once for 15 minutes, call a doctor.",
    ...GHS,
  },
  flammable: {
    pictogram: "flame",
    signal: "Danger",
    hazard: "Highly flammable liquid and vapour.",
    precaution: "Keep from heat, sparks and flames. Do not smoke.",
    firstAid: "On clothes: take them off at once.",
    ...GHS,
  },
  drowsy: {
    pictogram: "exclamation",
    signal: "Warning",
    hazard: "May cause drowsiness or dizziness.",
    precaution: "Use only outdoors or with doors open.",
    firstAid: "Breathed in: fresh air, rest.",
    ...GHS,
  },
  aspiration: {
    pictogram: "health",
    signal: "Danger",
    hazard: "May be fatal if swallowed and enters airways.",
    precaution: "Keep it in its closed bottle.",
    firstAid: "Swallowed: do not vomit, call a poison centre at once.",
    ...GHS,
  },
  harmful: {
    pictogram: "exclamation",
    signal: "Warning",
    hazard: "Harmful if swallowed or in contact with skin.",
    precaution: "Wear gloves. Do not eat or drink near it.",
    firstAid: "Swallowed: rinse the mouth, call a poison centre.",
    ...GHS,
  },
  "skin-sensitiser": {
    pictogram: "exclamation",
    signal: "Warning",
    hazard: "May cause an allergic skin reaction.",
    precaution: "Wear gloves.",
    firstAid: "On skin: wash with soap and water.",
    ...GHS,
  },
  "lung-sensitiser": {
    pictogram: "health",
    signal: "Danger",
    hazard: "May cause asthma symptoms or breathing difficulties if inhaled.",
    precaution: "Coarse spray only; do not breathe mist or dust.",
    firstAid: "Trouble breathing: fresh air, call a doctor.",
    ...GHS,
  },
  "self-heating": {
    pictogram: "flame",
    signal: "Danger",
    hazard: "Self-heating: may catch fire. With acids it gives off toxic gas.",
    precaution: "Keep dry, cool and closed, away from acids.",
    firstAid: "Breathed in: fresh air, call a doctor.",
    ...GHS,
  },
  "toxic-gas": {
    pictogram: "skull",
    signal: "Danger",
    hazard: "Its gas is fatal if inhaled.",
    precaution: "Nobody inside while it works; air out before entry.",
    firstAid: "Breathed in: fresh air at once, call an ambulance.",
    ...GHS,
  },
  aquatic: {
    pictogram: "environment",
    signal: "Warning",
    hazard: "Very toxic to aquatic life.",
    precaution: "Keep it out of drains and water.",
    firstAid: "Spilled: take it up dry, do not hose it away.",
    ...GHS,
  },
} as const satisfies Record<string, Hazard>;

export type HazardId = keyof typeof HAZARDS;
/** A hazard's row with its optional columns in view. @example hazardOf("flammable").signal // "Danger" */
export const hazardOf = (id: HazardId): Hazard => HAZARDS[id];

/**
 * The stronger of the signal words of a set of hazards; undefined when there is none to warn of.
 * @example signalOf(["eye-irritant", "flammable"]) // "Danger"
 */
export const signalOf = (hazards: readonly HazardId[]): Hazard["signal"] | undefined =>
  hazards.length === 0 ? undefined : hazards.some((id) => HAZARDS[id].signal === "Danger") ? "Danger" : "Warning";
