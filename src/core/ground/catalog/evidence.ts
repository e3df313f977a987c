import type { Sourced } from "@/core/ground/quantity/provenance";
import type { FamilyId } from "./families";

export interface Outcome {
  name: string;
  /** Relative weight for a family not named below. */
  otherwise: number;
  weights: Partial<Record<FamilyId, number>>;
}

export const EVIDENCE_COSTS = {
  look: "Ask and look",
  touch: "A touch, a wipe",
  tool: "An instrument",
  agent: "An agent or heat on the cloth",
} as const;

export type EvidenceCost = keyof typeof EVIDENCE_COSTS;

export interface EvidenceTest extends Sourced {
  name: string;
  /** Said to a technician who has not done it before. */
  how: string;
  /** What it takes; the cheapest come first on screen. */
  cost: EvidenceCost;
  /** Minutes it takes. Judgement. */
  minutes: number;
  /** What it puts on the cloth: the hard rules are asked before it is offered. */
  puts?: "water" | "solvent" | "heat";
  /** It throws up what lies there: never on what may be mould. */
  stirs?: true;
  caution?: string;
  outcomes: Record<string, Outcome>;
}

const outcome = (name: string, otherwise: number, weights: Outcome["weights"]): Outcome => ({
  name,
  otherwise,
  weights,
});

/**
 * Likelihoods as relative weights: P(outcome | family) is the family's weight over the sum of its weights in that test.
 * Judgement throughout; one row an outcome, so that a technician can argue with it.
 */
export const EVIDENCE = {
  owner: {
    name: "Owner says",
    cost: "look",
    minutes: 1,
    mark: "judgement",
    how: "Ask what was spilled and when. Memory is a hint, not proof.",
    outcomes: {
      "hot-drink": outcome("Coffee or tea", 0.22, { tannin: 16, "sugar-starch": 1, protein: 0.76 }),
      "milky-drink": outcome("Coffee or cocoa with milk", 0.12, { tannin: 9, protein: 9, mixture: 4 }),
      "wine-beer": outcome("Wine or beer", 0.22, { tannin: 16, "plant-colour": 1 }),
      "soup-sauce": outcome("Soup or sauce", 0.22, {
        "plant-colour": 11,
        "sugar-starch": 5.7,
        mixture: 5.7,
        "body-oil": 1.3,
        protein: 1.7,
      }),
      "soft-drink": outcome("Sweet drink", 0.22, { "sugar-starch": 16, "cosmetic-dye": 1, tannin: 0.76 }),
      "milk-blood": outcome("Milk, egg, blood or vomit", 0.13, { protein: 18, mixture: 1 }),
      "oil-cream": outcome("Oil or cream", 0.22, { "body-oil": 18, "cosmetic-dye": 1.7, "road-grease": 1.7 }),
      pet: outcome("A pet", 0.22, { urine: 16, protein: 2.4, particulate: 1 }),
      wax: outcome("Candle or gum", 0.056, { "gum-wax": 22 }),
      "sweet-brown": outcome("Chocolate or gravy", 0.093, { mixture: 20, "sugar-starch": 0.76 }),
      mud: outcome("Mud or grit", 0.13, { particulate: 18, "road-grease": 1 }),
      "ink-makeup": outcome("Pen or make-up", 0.093, { ink: 13, "cosmetic-dye": 11 }),
      water: outcome("Rain or water", 0.18, { "water-ring": 18, mould: 2.4, rust: 1.7 }),
      sewage: outcome("Sewage or flood water", 0.056, { urine: 1, mould: 1 }),
      unknown: outcome("Nobody knows", 11, {}),
    },
  },
  place: {
    name: "Where it is",
    cost: "look",
    minutes: 0.5,
    mark: "judgement",
    how: "Sit or stand as they do who use it. Look what touches this spot.",
    outcomes: {
      contact: outcome("Arm, head or hand height", 1, { "body-oil": 16, "cosmetic-dye": 3.9, damage: 2.4 }),
      seat: outcome("On the seat", 3.9, { protein: 5.7, urine: 7.5, tannin: 5.7, "sugar-starch": 5.7 }),
      feet: outcome("Where feet go", 1, {
        particulate: 16,
        "road-grease": 11,
        tannin: 2.4,
        "water-ring": 2.4,
        damage: 2.4,
      }),
      edge: outcome("Edge, seam or under a mat", 1, { particulate: 5.7, mould: 7.5, rust: 5.7, "water-ring": 5.7 }),
      ceiling: outcome("Ceiling or upper wall", 0.22, {
        "smoke-film": 16,
        "body-oil": 1,
        mould: 2.4,
        "water-ring": 1.7,
      }),
      anywhere: outcome("No telling place", 3.9, {}),
    },
  },
  colour: {
    name: "Colour",
    cost: "look",
    minutes: 0.5,
    mark: "judgement",
    how: "Judge in daylight or by a white torch. Look from two sides.",
    outcomes: {
      "yellow-brown": outcome("Yellow to brown", 1.7, {
        tannin: 9.4,
        urine: 9.4,
        "water-ring": 9.4,
        "smoke-film": 7.5,
        protein: 3.9,
        "body-oil": 2.4,
      }),
      "red-purple": outcome("Red or purple", 0.42, {
        "plant-colour": 13,
        tannin: 3.9,
        "cosmetic-dye": 5.7,
        protein: 1.7,
        "sugar-starch": 1,
      }),
      "grey-black": outcome("Grey or black", 1, {
        particulate: 11,
        "road-grease": 13,
        mould: 7.5,
        ink: 5.7,
        "body-oil": 5.7,
        "smoke-film": 3.9,
        damage: 2.4,
      }),
      orange: outcome("Orange", 0.32, { rust: 16, "plant-colour": 3.9, "cosmetic-dye": 1 }),
      "white-pale": outcome("White or pale", 0.64, {
        "water-ring": 5.7,
        mould: 3.9,
        "gum-wax": 7.5,
        damage: 5.7,
        protein: 1.7,
        "sugar-starch": 2.4,
      }),
      "blue-green": outcome("Blue or green", 0.32, { ink: 9.4, "cosmetic-dye": 5.7, mould: 5.7, "gum-wax": 1 }),
      "dark-same": outcome("The cloth, only darker", 0.64, {
        "body-oil": 11,
        "sugar-starch": 3.9,
        "road-grease": 1,
        "water-ring": 1.7,
      }),
    },
  },
  edge: {
    name: "Edge",
    cost: "look",
    minutes: 0.5,
    mark: "judgement",
    how: "Hold a light low beside it. Look along the rim.",
    outcomes: {
      "dark-rim": outcome("Dark rim, paler inside", 0.53, {
        "water-ring": 16,
        tannin: 7.5,
        urine: 5.7,
        "plant-colour": 2.4,
        "sugar-starch": 2.4,
      }),
      feathered: outcome("Fades out softly", 1, {
        "body-oil": 11,
        "smoke-film": 9.4,
        "road-grease": 3.9,
        "cosmetic-dye": 2.4,
      }),
      sharp: outcome("Sharp, one drop", 1.3, {
        "gum-wax": 9.4,
        ink: 7.5,
        "plant-colour": 5.7,
        mixture: 3.9,
        rust: 3.9,
        damage: 5.7,
      }),
      spatter: outcome("Spatter", 0.53, {
        tannin: 3.9,
        "plant-colour": 5.7,
        "sugar-starch": 3.9,
        mixture: 3.9,
        protein: 3.9,
        damage: 1.7,
      }),
      trail: outcome("A path or prints", 0.22, { particulate: 13, "road-grease": 7.5, urine: 1, damage: 2.4 }),
      specks: outcome("Many small dots", 0.22, { mould: 16, rust: 3.9, ink: 1.7, particulate: 1 }),
    },
  },
  feel: {
    name: "Feel",
    cost: "touch",
    minutes: 0.5,
    mark: "judgement",
    how: "Touch it with a gloved finger. Then bend the cloth.",
    caution: "Gloves. Look for sharps in the seams first.",
    outcomes: {
      nothing: outcome("Nothing to feel", 2.4, {
        tannin: 7.5,
        ink: 7.5,
        "cosmetic-dye": 5.7,
        "plant-colour": 5.7,
        "water-ring": 5.7,
        "smoke-film": 5.7,
        // Bleached or faded it feels like the cloth beside it.
        damage: 8,
      }),
      crusty: outcome("Crusty or stiff", 0.76, {
        protein: 11,
        "plant-colour": 3.9,
        "sugar-starch": 7.5,
        urine: 3.9,
        mixture: 7.5,
        particulate: 2.4,
        "water-ring": 2.4,
      }),
      tacky: outcome("Tacky", 0.32, { "sugar-starch": 13, "gum-wax": 5.7, "road-grease": 5.7, mixture: 2.4 }),
      greasy: outcome("Greasy", 0.32, {
        "body-oil": 16,
        "road-grease": 11,
        "cosmetic-dye": 3.9,
        mixture: 3.9,
        "smoke-film": 2.4,
      }),
      powdery: outcome("Powdery or gritty", 0.22, { particulate: 16, mould: 3.9, rust: 2.4, "water-ring": 1.7 }),
      hard: outcome("Hard lump, waxy or rubbery", 0.056, { "gum-wax": 37, mixture: 0.76 }),
      fuzzy: outcome("Fuzzy growth", 0.024, { mould: 13 }),
      bare: outcome("Melted, thin or bare", 0.024, { damage: 37 }),
    },
  },
  smell: {
    name: "Smell",
    cost: "look",
    minutes: 0.5,
    mark: "judgement",
    how: "Wave the air over it towards you with your hand. Then a short sniff from a hand's width.",
    caution: "Never put your face close to suspected mould or body fluids.",
    outcomes: {
      nothing: outcome("No smell", 5.7, { damage: 11, ink: 7.5, rust: 9.4, mould: 1, urine: 0.53, "smoke-film": 0.42 }),
      sour: outcome("Sour or rotten", 0.13, { protein: 11, mixture: 2.4, tannin: 0.53 }),
      ammonia: outcome("Ammonia", 0.056, { urine: 16 }),
      musty: outcome("Musty", 0.13, { mould: 16, "water-ring": 3.1 }),
      sweet: outcome("Sweet", 0.22, { "sugar-starch": 5.7, mixture: 3.9, "cosmetic-dye": 2.4, "plant-colour": 1 }),
      smoke: outcome("Smoke", 0.056, { "smoke-film": 16, damage: 1 }),
      fuel: outcome("Fuel or tar", 0.056, { "road-grease": 11 }),
      perfume: outcome("Perfume", 0.093, { "cosmetic-dye": 3.9, "body-oil": 5.7 }),
    },
  },
  age: {
    name: "Age",
    cost: "look",
    minutes: 0.5,
    mark: "judgement",
    how: "Ask when it was first seen. Dust on top of it says months.",
    outcomes: {
      fresh: outcome("Still damp", 1, { rust: 0.13, "smoke-film": 0.13, mould: 0.22, damage: 0.42, urine: 1.7 }),
      days: outcome("Days", 3.9, { mould: 1, "smoke-film": 1 }),
      months: outcome("Weeks or months", 3.9, { "body-oil": 5.7, mould: 7.5, rust: 7.5, "smoke-film": 5.7 }),
      unknown: outcome("Nobody knows", 3.9, {}),
    },
  },
  towel: {
    name: "Damp white towel",
    cost: "touch",
    minutes: 1,
    puts: "water",
    mark: "judgement",
    how: "Press a towel damp with plain water for ten seconds. Do not rub.",
    caution: "Plain water only, and only where the cloth may be damp.",
    outcomes: {
      colour: outcome("Colour comes off", 0.64, {
        "plant-colour": 11,
        tannin: 5.7,
        "cosmetic-dye": 5.7,
        "sugar-starch": 3.9,
        ink: 3.9,
        mixture: 3.9,
        protein: 2.4,
      }),
      grey: outcome("Grey comes off", 0.76, { particulate: 13, "body-oil": 3.9, "smoke-film": 5.7, mould: 2.4 }),
      yellow: outcome("Yellow comes off", 0.42, {
        urine: 9.4,
        "smoke-film": 5.7,
        "water-ring": 5.7,
        tannin: 3.9,
        "body-oil": 1,
      }),
      foam: outcome("It foams", 0.13, { "sugar-starch": 1, "water-ring": 3.1, particulate: 0.53 }),
      nothing: outcome("Nothing", 2.4, {
        damage: 16,
        "gum-wax": 11,
        "road-grease": 9.4,
        rust: 11,
        ink: 7.5,
        "body-oil": 5.7,
      }),
    },
  },
  pile: {
    name: "Pile brushed up",
    cost: "touch",
    minutes: 0.5,
    mark: "judgement",
    how: "Brush against the lie with two gloved fingers. Look how deep the colour goes.",
    caution: "Gloves. Look for sharps in the seams first.",
    outcomes: {
      loaded: outcome("Lies flat, waxy or shiny", 0.42, {
        "body-oil": 11,
        "road-grease": 9.4,
        "gum-wax": 7.5,
        "sugar-starch": 5.7,
        mixture: 3.9,
        "smoke-film": 2.4,
      }),
      tips: outcome("Colour only at the tips", 0.76, {
        particulate: 9.4,
        "smoke-film": 7.5,
        "cosmetic-dye": 5.7,
        mould: 3.9,
        "body-oil": 2.4,
        rust: 1.7,
      }),
      through: outcome("Colour down to the root", 1.7, {
        tannin: 9.4,
        urine: 9.4,
        "plant-colour": 9.4,
        ink: 5.7,
        "water-ring": 3.9,
        protein: 3.9,
        rust: 3.9,
      }),
      clean: outcome("Stands up clean", 1, { "water-ring": 5.7, damage: 5, particulate: 0.42 }),
      broken: outcome("Short, broken or melted", 0.024, { damage: 32 }),
    },
  },
  dry: {
    name: "Dry brush and vacuum",
    cost: "touch",
    minutes: 1.5,
    stirs: true,
    mark: "judgement",
    how: "Three strokes of a soft brush, vacuum right behind. Look what is left.",
    caution: "Never on what may be mould: it throws up spores.",
    outcomes: {
      most: outcome("Most of it comes off", 0.093, { particulate: 32, "smoke-film": 1, mould: 0.76 }),
      crumbs: outcome("Crumbs or powder come off", 0.53, {
        particulate: 3.9,
        protein: 4.8,
        "sugar-starch": 3.9,
        mixture: 5.7,
        mould: 3.9,
        rust: 2.4,
        "gum-wax": 1.7,
        "plant-colour": 1.7,
      }),
      nothing: outcome("Nothing changes", 7.5, { particulate: 0.76 }),
    },
  },
  drop: {
    name: "Drop of water on it",
    cost: "touch",
    minutes: 1,
    puts: "water",
    mark: "judgement",
    how: "One drop on the mark and one beside it, count to twenty. Compare the two.",
    caution: "Plain water only, and only where the cloth may be damp.",
    outcomes: {
      beads: outcome("Stands longer than beside it", 0.27, {
        "body-oil": 22,
        "road-grease": 27,
        "gum-wax": 22,
        "smoke-film": 3.1,
        "cosmetic-dye": 3.9,
        mixture: 3.1,
      }),
      same: outcome("The same as beside it", 3.9, { ink: 5.7, rust: 5.7, damage: 3.9, particulate: 2.4 }),
      faster: outcome("Drunk faster than beside it", 1, {
        urine: 5.7,
        "water-ring": 5.7,
        "sugar-starch": 3.9,
        tannin: 2.4,
        protein: 1.7,
        damage: 2.4,
      }),
    },
  },
  lamp: {
    name: "Ultraviolet lamp in the dark",
    cost: "tool",
    minutes: 2,
    mark: "judgement",
    how: "Dark, lamp at a hand's width, wait until your eyes are used to it. Look round the mark as well.",
    caution: "Do not look into the lamp. Brighteners from detergent glow too.",
    outcomes: {
      yellow: outcome("Glows yellow to green", 0.093, {
        urine: 27,
        protein: 3.1,
        "body-oil": 1,
        "sugar-starch": 0.42,
        mould: 0.53,
      }),
      white: outcome("Glows blue-white", 0.22, {
        "cosmetic-dye": 1.3,
        "water-ring": 1,
        mould: 0.53,
        "sugar-starch": 0.53,
      }),
      dark: outcome("Darker than the cloth", 0.88, {
        rust: 7.5,
        "road-grease": 5.7,
        ink: 5.7,
        protein: 3.9,
        "plant-colour": 3.1,
        tannin: 3.1,
        damage: 2.4,
      }),
      nothing: outcome("No different", 5.7, { urine: 0.64 }),
    },
  },
  moisture: {
    name: "Moisture meter",
    cost: "tool",
    minutes: 1,
    mark: "judgement",
    how: "Read beside the mark, on it, and with the pins pressed down. Compare.",
    outcomes: {
      dry: outcome("No wetter than beside it", 5.7, { mould: 1, "water-ring": 2.4 }),
      face: outcome("Wetter at the face", 0.53, { urine: 1.7, "sugar-starch": 1, "body-oil": 0.42, rust: 0.76 }),
      deep: outcome("Wetter deep in", 0.071, { mould: 9.4, "water-ring": 7.5, urine: 2.4, rust: 3.1, protein: 0.42 }),
    },
  },
  swab: {
    name: "Dry-solvent swab",
    cost: "agent",
    minutes: 2,
    puts: "solvent",
    mark: "judgement",
    how: "One drop of dry solvent on a cotton swab. Dab it on the rim.",
    caution: "Air moving, no flame or spark, not on latex backing. Not on care code W or X.",
    outcomes: {
      lifts: outcome("It lifts", 0.13, {
        "body-oil": 22,
        "road-grease": 27,
        "gum-wax": 18,
        ink: 13,
        "cosmetic-dye": 13,
        mixture: 1.7,
      }),
      smears: outcome("It smears", 0.32, { ink: 5.7, "cosmetic-dye": 5.7, "gum-wax": 3.9, mixture: 2.4 }),
      nothing: outcome("Nothing", 7.5, {
        "body-oil": 1,
        "road-grease": 0.53,
        "gum-wax": 1,
        ink: 2.4,
        "cosmetic-dye": 2.4,
      }),
    },
  },
  ph: {
    name: "pH on the damped mark",
    cost: "tool",
    minutes: 1.5,
    puts: "water",
    mark: "judgement",
    how: "Damp with distilled water. Press a strip on for fifteen seconds, or stand the pen on it until it is steady.",
    outcomes: {
      acid: outcome("Under 6", 0.42, {
        tannin: 16,
        "plant-colour": 9.4,
        "sugar-starch": 3.9,
        urine: 1.7,
        protein: 2.4,
      }),
      neutral: outcome("6 to 8", 7.5, { tannin: 2.4, urine: 2.4, "water-ring": 5.7 }),
      alkaline: outcome("Over 8", 0.18, { urine: 16, "water-ring": 3.9, mould: 0.53 }),
    },
  },
  steam: {
    name: "A puff of steam on a towel over it",
    cost: "agent",
    minutes: 3,
    puts: "heat",
    mark: "judgement",
    how: "Purge the steamer into a bucket. White towel on the mark, one second from a hand's width, press, lift.",
    caution:
      "Steam scalds: gloves, sleeves, face clear. Only once protein and dye are as good as ruled out: heat sets both.",
    outcomes: {
      softens: outcome("It softens and sticks to the towel", 0.093, {
        "gum-wax": 42,
        "road-grease": 5.7,
        mixture: 2.4,
        "sugar-starch": 1.7,
      }),
      transfers: outcome("Colour or grease on the towel", 0.76, {
        "body-oil": 7.5,
        "smoke-film": 7.5,
        particulate: 3.9,
        "cosmetic-dye": 5.7,
        "road-grease": 5.7,
        "sugar-starch": 2.4,
        "plant-colour": 3.9,
      }),
      nothing: outcome("Nothing", 3.1, { damage: 13, rust: 9.4, "water-ring": 3.9 }),
    },
  },
} as const satisfies Record<string, EvidenceTest>;

export type EvidenceId = keyof typeof EVIDENCE;
export const EVIDENCE_IDS = Object.keys(EVIDENCE) as [EvidenceId, ...EvidenceId[]];
/** What was found: an outcome for each test that was done; a test not done is absent and says nothing. */
export type Evidence = Partial<Record<EvidenceId, string>>;
/** Asked or known: a second time says the same. */
const ANSWERS: readonly EvidenceId[] = ["owner", "place", "age"];
/** Tests that put nothing on the cloth and may be read a second time. */
export const REPEATABLE_IDS = EVIDENCE_IDS.filter(
  (id) => testOf(id).puts === undefined && !ANSWERS.includes(id),
) as readonly EvidenceId[];
/** A test's row with its optional columns in view. @example testOf("lamp").name // "Ultraviolet lamp in the dark" */
export function testOf(id: EvidenceId): EvidenceTest {
  return EVIDENCE[id];
}
