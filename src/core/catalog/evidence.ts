import type { Sourced } from "../quantity/marks";
import type { FamilyId } from "./families";

export interface Outcome {
  name: string;
  /** Relative weight for a family not named below. */
  otherwise: number;
  weights: Partial<Record<FamilyId, number>>;
}

export interface EvidenceTest extends Sourced {
  name: string;
  /** Said to a technician who has not done it before. */
  how: string;
  /** "Nothing but looking", "one wipe" or "an agent on the cloth". */
  cost: "look" | "touch" | "agent";
  caution?: string;
  outcomes: Record<string, Outcome>;
}

const outcome = (name: string, otherwise: number, weights: Outcome["weights"]): Outcome => ({ name, otherwise, weights });

/**
 * Likelihoods as relative weights: P(outcome | family) is the family's weight over the sum of its weights in that test.
 * Judgement throughout; one row an outcome, so that a technician can argue with it.
 */
export const EVIDENCE = {
  owner: {
    name: "Owner says", cost: "look", mark: "judgement",
    how: "Ask what was spilled and when. Memory is a hint, not proof.",
    outcomes: {
      "hot-drink": outcome("Coffee or tea", 0.3, { tannin: 9, "sugar-starch": 1, protein: 0.8 }),
      "wine-beer": outcome("Wine or beer", 0.3, { tannin: 9, "plant-colour": 1 }),
      "soup-sauce": outcome("Soup or sauce", 0.3, { "plant-colour": 7, "sugar-starch": 4, mixture: 4, "body-oil": 1.2, protein: 1.5 }),
      "soft-drink": outcome("Sweet drink", 0.3, { "sugar-starch": 9, "cosmetic-dye": 1, tannin: 0.8 }),
      "milk-blood": outcome("Milk, egg, blood or vomit", 0.2, { protein: 10, mixture: 1 }),
      "oil-cream": outcome("Oil or cream", 0.3, { "body-oil": 10, "cosmetic-dye": 1.5, "road-grease": 1.5 }),
      pet: outcome("A pet", 0.3, { urine: 9, protein: 2, particulate: 1 }),
      wax: outcome("Candle or gum", 0.1, { "gum-wax": 12 }),
      "sweet-brown": outcome("Chocolate or gravy", 0.15, { mixture: 11, "sugar-starch": 0.8 }),
      mud: outcome("Mud or grit", 0.2, { particulate: 10, "road-grease": 1 }),
      "ink-makeup": outcome("Pen or make-up", 0.15, { ink: 8, "cosmetic-dye": 7 }),
      water: outcome("Rain or water", 0.25, { "water-ring": 10, mould: 2, rust: 1.5 }),
      sewage: outcome("Sewage or flood water", 0.1, { urine: 1, mould: 1 }),
      unknown: outcome("Nobody knows", 3, {}),
    },
  },
  place: {
    name: "Where it is", cost: "look", mark: "judgement",
    how: "Look at what touches this spot when the piece is used.",
    outcomes: {
      contact: outcome("Arm, head or hand height", 1, { "body-oil": 9, "cosmetic-dye": 3, damage: 2 }),
      seat: outcome("On the seat", 3, { protein: 4, urine: 5, tannin: 4, "sugar-starch": 4 }),
      feet: outcome("Where feet go", 1, { particulate: 9, "road-grease": 7, tannin: 2, "water-ring": 2, damage: 2 }),
      edge: outcome("Edge, seam or under a mat", 1, { particulate: 4, mould: 5, rust: 4, "water-ring": 4 }),
      ceiling: outcome("Ceiling or upper wall", 0.3, { "smoke-film": 9, "body-oil": 1, mould: 2, "water-ring": 1.5 }),
      anywhere: outcome("No telling place", 3, {}),
    },
  },
  colour: {
    name: "Colour", cost: "look", mark: "judgement",
    how: "Judge in daylight or a white torch, from two sides.",
    outcomes: {
      "yellow-brown": outcome("Yellow to brown", 1.5, { tannin: 6, urine: 6, "water-ring": 6, "smoke-film": 5, protein: 3, "body-oil": 2 }),
      "red-purple": outcome("Red or purple", 0.5, { "plant-colour": 8, tannin: 3, "cosmetic-dye": 4, protein: 1.5, "sugar-starch": 1 }),
      "grey-black": outcome("Grey or black", 1, { particulate: 7, "road-grease": 8, mould: 5, ink: 4, "body-oil": 4, "smoke-film": 3, damage: 2 }),
      orange: outcome("Orange", 0.4, { rust: 9, "plant-colour": 3, "cosmetic-dye": 1 }),
      "white-pale": outcome("White or pale", 0.7, { "water-ring": 4, mould: 3, "gum-wax": 5, damage: 4, protein: 1.5, "sugar-starch": 2 }),
      "blue-green": outcome("Blue or green", 0.4, { ink: 6, "cosmetic-dye": 4, mould: 4, "gum-wax": 1 }),
      "dark-same": outcome("The cloth, only darker", 0.7, { "body-oil": 7, "sugar-starch": 3, "road-grease": 1, "water-ring": 1.5 }),
    },
  },
  edge: {
    name: "Edge", cost: "look", mark: "judgement",
    how: "Look along the rim with a low light.",
    outcomes: {
      "dark-rim": outcome("Dark rim, paler inside", 0.6, { "water-ring": 9, tannin: 5, urine: 4, "plant-colour": 2, "sugar-starch": 2 }),
      feathered: outcome("Fades out softly", 1, { "body-oil": 7, "smoke-film": 6, "road-grease": 3, "cosmetic-dye": 2 }),
      sharp: outcome("Sharp, one drop", 1.2, { "gum-wax": 6, ink: 5, "plant-colour": 4, mixture: 3, rust: 3, damage: 4 }),
      spatter: outcome("Spatter", 0.6, { tannin: 3, "plant-colour": 4, "sugar-starch": 3, mixture: 3, protein: 3 }),
      trail: outcome("A path or prints", 0.3, { particulate: 8, "road-grease": 5, urine: 1, damage: 2 }),
      specks: outcome("Many small dots", 0.3, { mould: 9, rust: 3, ink: 1.5, particulate: 1 }),
    },
  },
  feel: {
    name: "Feel", cost: "touch", mark: "judgement",
    how: "Touch with a gloved finger, then bend the cloth.",
    caution: "Gloves. Look for sharps in the seams first.",
    outcomes: {
      nothing: outcome("Nothing to feel", 2, { tannin: 5, ink: 5, "cosmetic-dye": 4, "plant-colour": 4, "water-ring": 4, "smoke-film": 4 }),
      crusty: outcome("Crusty or stiff", 0.8, { protein: 7, "plant-colour": 3, "sugar-starch": 5, urine: 3, mixture: 5, particulate: 2, "water-ring": 2 }),
      tacky: outcome("Tacky", 0.4, { "sugar-starch": 8, "gum-wax": 4, "road-grease": 4, mixture: 2 }),
      greasy: outcome("Greasy", 0.4, { "body-oil": 9, "road-grease": 7, "cosmetic-dye": 3, mixture: 3, "smoke-film": 2 }),
      powdery: outcome("Powdery or gritty", 0.3, { particulate: 9, mould: 3, rust: 2, "water-ring": 1.5 }),
      hard: outcome("Hard lump, waxy or rubbery", 0.1, { "gum-wax": 12 }),
      fuzzy: outcome("Fuzzy growth", 0.05, { mould: 8 }),
      bare: outcome("Melted, thin or bare", 0.05, { damage: 10 }),
    },
  },
  smell: {
    name: "Smell", cost: "look", mark: "judgement",
    how: "A short sniff from a hand's width; damp a corner with plain water if there is nothing.",
    caution: "Never put your face close to suspected mould or body fluids.",
    outcomes: {
      nothing: outcome("No smell", 4, { damage: 7, ink: 5, rust: 6, mould: 1, urine: 0.6, "smoke-film": 0.5 }),
      sour: outcome("Sour or rotten", 0.2, { protein: 7, mixture: 2, tannin: 0.6 }),
      ammonia: outcome("Ammonia", 0.1, { urine: 9 }),
      musty: outcome("Musty", 0.2, { mould: 9, "water-ring": 2.5 }),
      sweet: outcome("Sweet", 0.3, { "sugar-starch": 4, mixture: 3, "cosmetic-dye": 2, "plant-colour": 1 }),
      smoke: outcome("Smoke", 0.1, { "smoke-film": 9, damage: 1 }),
      fuel: outcome("Fuel or tar", 0.1, { "road-grease": 7 }),
      perfume: outcome("Perfume", 0.15, { "cosmetic-dye": 3, "body-oil": 4 }),
    },
  },
  age: {
    name: "Age", cost: "look", mark: "judgement",
    how: "Ask, or compare with dust on top of it.",
    outcomes: {
      fresh: outcome("Still damp", 1, { rust: 0.2, "smoke-film": 0.2, mould: 0.3, damage: 0.5, urine: 1.5 }),
      days: outcome("Days", 3, { mould: 1, "smoke-film": 1 }),
      months: outcome("Weeks or months", 3, { "body-oil": 4, mould: 5, rust: 5, "smoke-film": 4 }),
      unknown: outcome("Nobody knows", 3, {}),
    },
  },
  towel: {
    name: "Damp white towel", cost: "touch", mark: "judgement",
    how: "Press a towel damp with plain water for ten seconds. Do not rub.",
    caution: "Plain water only, and only where the cloth may be damp.",
    outcomes: {
      colour: outcome("Colour comes off", 0.7, { "plant-colour": 7, tannin: 4, "cosmetic-dye": 4, "sugar-starch": 3, ink: 3, mixture: 3, protein: 2 }),
      grey: outcome("Grey comes off", 0.8, { particulate: 8, "body-oil": 3, "smoke-film": 4, mould: 2 }),
      yellow: outcome("Yellow comes off", 0.5, { urine: 6, "smoke-film": 4, "water-ring": 4, tannin: 3, "body-oil": 1 }),
      foam: outcome("It foams", 0.2, { "sugar-starch": 1, "water-ring": 2.5, particulate: 0.6 }),
      nothing: outcome("Nothing", 2, { damage: 9, "gum-wax": 7, "road-grease": 6, rust: 7, ink: 5, "body-oil": 4 }),
    },
  },
  swab: {
    name: "Dry-solvent swab", cost: "agent", mark: "judgement",
    how: "A drop of dry solvent on a cotton swab, dabbed on the rim.",
    caution: "Air moving, no flame or spark, not on latex backing. Not on care code W or X.",
    outcomes: {
      lifts: outcome("It lifts", 0.3, { "body-oil": 8, "road-grease": 9, "gum-wax": 6, ink: 5, "cosmetic-dye": 5, mixture: 1.5 }),
      smears: outcome("It smears", 0.4, { ink: 4, "cosmetic-dye": 4, "gum-wax": 3, mixture: 2 }),
      nothing: outcome("Nothing", 5, { "body-oil": 1, "road-grease": 0.6, "gum-wax": 1, ink: 2, "cosmetic-dye": 2 }),
    },
  },
  ph: {
    name: "pH strip on the damped mark", cost: "touch", mark: "judgement",
    how: "Damp with distilled water, press the strip on for fifteen seconds.",
    outcomes: {
      acid: outcome("Under 6", 0.8, { tannin: 6, "plant-colour": 4, "sugar-starch": 3, urine: 1.5, protein: 2 }),
      neutral: outcome("6 to 8", 5, { tannin: 2, urine: 2, "water-ring": 4 }),
      alkaline: outcome("Over 8", 0.4, { urine: 6, "water-ring": 3, mould: 0.6 }),
    },
  },
} as const satisfies Record<string, EvidenceTest>;

export type EvidenceId = keyof typeof EVIDENCE;
export const EVIDENCE_IDS = Object.keys(EVIDENCE) as [EvidenceId, ...EvidenceId[]];
/** What was found: an outcome for each test that was done; a test not done is absent and says nothing. */
export type Evidence = Partial<Record<EvidenceId, string>>;
/** A test's row with its optional columns in view. */
export const testOf = (id: EvidenceId): EvidenceTest => EVIDENCE[id];
