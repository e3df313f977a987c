import type { Sourced } from "@/core/ground/quantity/provenance";

/** Signs that tell a ring that came up from below from one that was spilled on top. Weights are judgement. */
export type RingSource = "above" | "below";
interface RingSign extends Sourced {
  name: string;
  how: string;
  outcomes: Record<string, { name: string; weights: Record<RingSource, number> }>;
}

const outcome = (name: string, above: number, below: number) => ({ name, weights: { above, below } });

export const RING_SIGNS = {
  history: {
    name: "What went before",
    mark: "judgement",
    how: "Ask for rain, leaks, a wet cleaning, a drink.",
    outcomes: {
      spill: outcome("A spill on top", 6, 1),
      leak: outcome("Rain or a leak", 1, 5),
      cleaned: outcome("A wet cleaning", 1, 4),
      unknown: outcome("Nobody knows", 2, 2),
    },
  },
  back: {
    name: "Does it come back?",
    mark: "judgement",
    how: "Ask whether it was cleaned before and came back as it dried.",
    outcomes: {
      yes: outcome("It came back", 1, 8),
      no: outcome("It stayed away", 4, 1),
      never: outcome("Never cleaned", 3, 3),
    },
  },
  deep: {
    name: "Moisture meter, deep",
    mark: "judgement",
    how: "Read at the face, then press the pins into the foam.",
    outcomes: { deeper: outcome("Wetter below", 1, 7), same: outcome("Same or drier below", 5, 1.5) },
  },
  under: {
    name: "Under the cover",
    mark: "judgement",
    how: "Open the zip or lift the edge and look at the foam or underlay.",
    outcomes: { stained: outcome("Stained or damp below", 1, 9), clean: outcome("Clean and dry below", 6, 1) },
  },
  rim: {
    name: "The rim",
    mark: "judgement",
    how: "Look at it from close by.",
    outcomes: {
      brown: outcome("Brown, dirt in it", 1.5, 5),
      clear: outcome("Pale, clear, salt", 4, 1.5),
      coloured: outcome("The colour of a drink", 5, 0.8),
    },
  },
} as const satisfies Record<string, RingSign>;

export type RingSignId = keyof typeof RING_SIGNS;
export const RING_SIGN_IDS = Object.keys(RING_SIGNS) as [RingSignId, ...RingSignId[]];
/** A sign's row with its optional columns in view. @example ringSignOf("history").name // "What went before" */
export const ringSignOf = (id: RingSignId): RingSign => RING_SIGNS[id];
