/** The seven phases, in the order of the trade; keys 1 to 7. */
export const PHASES = [
  { id: "look", name: "Look" },
  { id: "test", name: "Test" },
  { id: "plan", name: "Plan" },
  { id: "mix", name: "Mix" },
  { id: "work", name: "Work" },
  { id: "dry", name: "Dry" },
  { id: "handback", name: "Hand back" },
] as const;
export type PhaseId = (typeof PHASES)[number]["id"];

export const LENSES = [
  { id: "soil", name: "soil" },
  { id: "stain", name: "stain" },
  { id: "water", name: "water" },
  { id: "time", name: "time" },
  { id: "dry", name: "dry" },
] as const;
export type LensId = (typeof LENSES)[number]["id"];

/** What the map tells first in each phase. */
export const FIRST_LENS: Record<PhaseId, LensId> = {
  look: "soil",
  test: "stain",
  plan: "stain",
  mix: "stain",
  work: "time",
  dry: "dry",
  handback: "stain",
};
