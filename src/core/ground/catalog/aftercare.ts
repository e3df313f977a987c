import type { Sourced } from "@/core/ground/quantity/provenance";
import type { SoilLevel } from "./builds";

/** What is due after a job, and when. */
interface Aftercare extends Sourced {
  title: string;
  words: string;
  /** After hands are done, days. */
  afterDays: number;
}

export const AFTERCARE = {
  "look-again": {
    title: "Look again",
    words:
      "Marks may have come up from below while it dried. Judge them dry; what came back is rinsed once more, not scrubbed.",
    afterDays: 1,
    mark: "practice",
  },
  leather: {
    title: "Condition the leather beside it",
    words: "Coated leather and vinyl about every six months: neutral cleaner, then condition or protect.",
    afterDays: 182,
    mark: "practice",
  },
  protector: {
    title: "Protector due again",
    words: "It wears off where people sit and walk. On clean, dry cloth only.",
    afterDays: 365,
    mark: "judgement",
  },
} as const satisfies Record<string, Aftercare>;

/** Months until cloth that was so soiled is best cleaned again. Judgement. */
export const CLEAN_AGAIN_MONTHS: Record<SoilLevel, number> = { light: 18, moderate: 12, heavy: 6, caked: 6 };
