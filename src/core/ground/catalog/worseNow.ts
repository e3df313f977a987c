/** What to do at once when a mark gets worse under the hands. Common practice, no source. */
export const WORSE_NOW = [
  "Stop on this mark: no more agent, no heat, no rubbing.",
  "Press dry white towels on it, a clean side each time, until nothing more comes up.",
  "Damp it with plain cold water, and press that out too; where dye runs, towels only.",
  "Air over it. Take a picture, and tell the owner before anything else.",
] as const;
