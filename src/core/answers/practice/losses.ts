import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { DecisionId, HarmId, LossId } from "./decisions";

/** What went wrong or took longer than it had to. */
export interface Loss {
  id: LossId;
  decision: DecisionId;
  words: string;
  minutes: Worked;
}

/** What putting all of it right costs, min: bleached, dyed or replaced, paid for, gone over again. Judgement. */
const ALL_OF_IT_MIN = {
  dye: 240,
  ph: 240,
  felt: 240,
  rub: 240,
  heat: 240,
  sag: 240,
  ring: 60,
  sour: 240,
  electrics: 240,
  paste: 60,
  set: 240,
  bound: 240,
  breathed: 240,
} as const satisfies Record<HarmId, number>;

export const harm = (id: HarmId, decision: DecisionId, words: string, share: Worked): Loss => ({
  id,
  decision,
  words,
  minutes: sumOf(PRACTICE_FORMULAS, "practice.harm", {
    share: opened(share),
    minutes: stated.table(ALL_OF_IT_MIN[id]),
  }),
});

/** The worst of some, each an effect of its own: what is lost already is not lost again. */
export const worstOf = (shares: readonly Worked[]): Worked[] =>
  shares.length > 0 ? [shares.reduce((worst, each) => (each.value > worst.value ? each : worst))] : [];
