import type { Sourced } from "@/core/ground/quantity/provenance";
import type { MaterialId } from "./materials";

export interface FibreOutcome {
  name: string;
  otherwise: number;
  weights: Partial<Record<MaterialId, number>>;
}

interface FibreTest extends Sourced {
  name: string;
  how: string;
  caution?: string;
  outcomes: Record<string, FibreOutcome>;
}

const outcome = (name: string, otherwise: number, weights: FibreOutcome["weights"]): FibreOutcome => ({
  name,
  otherwise,
  weights,
});
const BURN =
  "A loose thread only, held in tweezers over a dish of water, outdoors, away from solvents, never in a " +
  "cabin. Wool and acrylic give off cyanide: stay upwind. Flame-retardant vehicle cloth misleads.";

/**
 * Tests for a fibre without a label, after AATCC 20 [std, from memory] and common practice; the weights are
 * judgement.
 */
export const FIBRE_TESTS = {
  feel: {
    name: "Feel",
    mark: "judgement",
    how: "Stroke it with a dry bare finger, then crush a fold and let go.",
    outcomes: {
      springy: outcome("Warm and springy", 0.5, { wool: 9, acrylic: 4, nylon: 1.5 }),
      cool: outcome("Cool and smooth", 0.6, { silk: 6, viscose: 6, acetate: 6, cotton: 1.5 }),
      crisp: outcome("Crisp, creases stay", 0.4, { linen: 8, jute: 5, cotton: 5, viscose: 4 }),
      plastic: outcome("Smooth, a little like plastic", 0.5, { nylon: 6, polyester: 7, olefin: 6 }),
      waxy: outcome("Waxy", 0.2, { olefin: 7 }),
      coarse: outcome("Coarse and hairy", 0.2, { jute: 8, wool: 2, linen: 1.5 }),
      suede: outcome("Like suede", 0.05, { "suede-look": 10 }),
    },
  },
  drop: {
    name: "Drop of water",
    mark: "judgement",
    how: "One drop on a clean hidden place, count to twenty.",
    outcomes: {
      drinks: outcome("Drunk at once", 0.8, { cotton: 8, viscose: 8, linen: 7, jute: 6, silk: 3 }),
      slow: outcome("Sinks slowly", 2, { wool: 4, silk: 4, nylon: 5, acetate: 4 }),
      stands: outcome("Stands as a bead", 1, { olefin: 8, polyester: 5, acrylic: 4, wool: 3, "suede-look": 3 }),
    },
  },
  flame: {
    name: "In the flame",
    mark: "std",
    how: "Bring the thread to a small flame from the side and watch it.",
    caution: BURN,
    outcomes: {
      chars: outcome("Chars, goes out by itself", 0.2, { wool: 9, silk: 8 }),
      burns: outcome("Burns like paper, glows on", 0.2, { cotton: 9, linen: 9, jute: 8, viscose: 9 }),
      melts: outcome("Shrinks, melts and drips", 0.4, {
        nylon: 8,
        polyester: 7,
        olefin: 8,
        acetate: 4,
        "suede-look": 6,
      }),
      sputters: outcome("Burns fast and sputters", 0.2, { acrylic: 9, acetate: 3 }),
    },
  },
  smoke: {
    name: "Smell of the smoke",
    mark: "std",
    how: "Fan a little of it towards you once it is out; never lean over it.",
    caution: BURN,
    outcomes: {
      hair: outcome("Burnt hair", 0.05, { wool: 10, silk: 10 }),
      paper: outcome("Burnt paper", 0.2, { cotton: 9, linen: 9, jute: 8, viscose: 9 }),
      celery: outcome("Celery", 0.1, { nylon: 8 }),
      sweet: outcome("Sweet, with black smoke", 0.2, { polyester: 8, "suede-look": 6 }),
      wax: outcome("Candle wax", 0.1, { olefin: 9 }),
      vinegar: outcome("Vinegar", 0.05, { acetate: 9 }),
      sharp: outcome("Sharp, fishy", 0.1, { acrylic: 8 }),
    },
  },
  ash: {
    name: "What is left",
    mark: "std",
    how: "Let it cool on the dish, then press it with the tweezers.",
    caution: BURN,
    outcomes: {
      crushes: outcome("Black, crushes to powder", 0.1, { wool: 9, silk: 9 }),
      feathery: outcome("Grey feathery ash", 0.1, { cotton: 9, linen: 9, jute: 8, viscose: 9 }),
      bead: outcome("Hard round bead", 0.3, { nylon: 8, polyester: 8, olefin: 7, "suede-look": 7, acetate: 3 }),
      lump: outcome("Hard black lump, no shape", 0.2, { acrylic: 8, acetate: 5 }),
    },
  },
} as const satisfies Record<string, FibreTest>;

export type FibreTestId = keyof typeof FIBRE_TESTS;
export const FIBRE_TEST_IDS = Object.keys(FIBRE_TESTS) as [FibreTestId, ...FibreTestId[]];
/** A fibre test's row with its optional columns in view. @example fibreTestOf("drop").name // "Drop of water" */
export const fibreTestOf = (id: FibreTestId): FibreTest => FIBRE_TESTS[id];
