import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { sumOf, type Worked } from "@/core/ground/sums/working";

/** The decisions of the trade that what went wrong is told by. */
export const DECISIONS = {
  what: "What it is, and who says so",
  dry: "Dry first, and how far",
  water: "How much water",
  way: "Which way through",
  lift: "When to lift",
  heat: "Where heat may go",
  strong: "How strong and how hard",
  ran: "Where the spill ran",
  done: "When it is done",
  promise: "What is promised",
} as const;
export type DecisionId = keyof typeof DECISIONS;
export const DECISION_IDS = Object.keys(DECISIONS) as DecisionId[];

/** What a cloth comes to harm by. */
export type HarmId =
  | "dye"
  | "ph"
  | "felt"
  | "rub"
  | "heat"
  | "sag"
  | "ring"
  | "sour"
  | "electrics"
  | "paste"
  | "set"
  | "bound"
  | "breathed";
/** What goes wrong with a whole piece, or takes longer than it has to. */
export type LossId =
  HarmId | "soil" | "sank" | "mark" | "returns" | "residue" | "late" | "long" | "untold" | "blamed" | "over";

/** What a loss is paid in. */
export const COST_IDS = ["soil", "water", "minutes", "harm", "honesty"] as const;
export type CostId = (typeof COST_IDS)[number];

/** What is paid where something else than harm to the cloth or to somebody went wrong. */
const PAID_IN: Partial<Record<LossId, CostId>> = {
  soil: "soil",
  sank: "soil",
  mark: "soil",
  paste: "soil",
  ring: "water",
  sour: "water",
  returns: "water",
  residue: "water",
  over: "minutes",
  late: "honesty",
  long: "honesty",
  untold: "honesty",
  blamed: "honesty",
};
/** @example paidIn("felt") // "harm" */
export const paidIn = (id: LossId): CostId => PAID_IN[id] ?? "harm";

/** No single thing that went wrong cost so much, min. Judgement. */
const WELL_UNDER_MIN = 10;
/** A whole piece nobody will hear of. */
export const wentWell = (losses: readonly { minutes: { value: number } }[]): boolean =>
  losses.every(({ minutes }) => minutes.value < WELL_UNDER_MIN);

/** What an ended case came to. */
export interface CameTo {
  score: Worked;
  /** Begun right; of a whole piece: nothing went wrong that counts. */
  right: boolean;
  /** Minutes lost by decision. */
  lost: Partial<Record<DecisionId, number>>;
  /** Of a lesson: whether its goal was met. */
  met?: boolean;
}

/** Minutes lost by decision, a case at the mean, over those that asked for it. */
export function meanLost(cases: readonly CameTo[]): { decision: DecisionId; minutes: Worked }[] {
  return DECISION_IDS.flatMap((decision) => {
    const of = cases.flatMap(({ lost }) => lost[decision] ?? []);
    return of.length > 0 ? [{ decision, minutes: sumOf(PRACTICE_FORMULAS, "practice.mean", { of }) }] : [];
  });
}

/** So many cases count as the last ones. */
export const LATELY = 10;

/** The same over the last cases beside those before them; a decision that no case asked for is left out. */
export function lostOverTime(
  cases: readonly CameTo[],
): { decision: DecisionId; before?: Worked | undefined; lately?: Worked | undefined }[] {
  const of = (some: readonly CameTo[]) => new Map(meanLost(some).map(({ decision, minutes }) => [decision, minutes]));
  const [before, lately] = [of(cases.slice(0, -LATELY)), of(cases.slice(-LATELY))];
  return DECISION_IDS.filter((id) => before.has(id) || lately.has(id)).map((decision) => ({
    decision,
    before: before.get(decision),
    lately: lately.get(decision),
  }));
}
