import type { BesideId } from "./besides";

/** Set together with one tap: what an owner usually asks for. Common practice, no source. */
export const PACKAGES: Record<string, { name: string; beside: readonly BesideId[] }> = {
  full: {
    name: "Full interior",
    beside: [
      "opening",
      "cup-holders",
      "trim",
      "rails",
      "gutters",
      "pedals",
      "touch",
      "last-vacuum",
      "closing",
      "glass",
    ],
  },
  seats: { name: "Seats only", beside: ["opening", "rails", "last-vacuum", "closing"] },
  spill: { name: "One spill", beside: [] },
};
