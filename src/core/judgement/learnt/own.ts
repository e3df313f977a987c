import { FAMILY_IDS } from "@/core/ground/catalog/families";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { MachineId } from "@/core/ground/catalog/machines";
import type { DriedBy } from "./driedBy";
import type { Experience } from "@/core/job/schema";
import type { ActionId } from "@/core/ground/catalog/actions";
import type { LedgerStep } from "./ledgerStep";

/**
 * Own log against table: each factor starts at 1, worth so many steps of the table, and moves as the log grows.
 * Log-normal, judgement.
 */
export interface OwnFactor {
  factor: number;
  /** Steps of the own log behind it. */
  n: number;
  /** Mean of ln(own / table) over them. */
  meanLog: number;
  /** Share of the number that is the table's. */
  tableShare: number;
}

export const TABLE_STEPS = 8;
const ofLog = (own: { n: number; meanLog: number } | undefined): OwnFactor => {
  const { n, meanLog } = own ?? { n: 0, meanLog: 0 };
  const factor = LEDGER_FORMULAS["ledger.pace"].of({ n, meanLog, table: TABLE_STEPS });
  return { factor, n, meanLog, tableShare: TABLE_STEPS / (n + TABLE_STEPS) };
};

/** The factor with its working. */
export const workedFactor = (
  formula: "ledger.pace" | "ledger.recovery" | "ledger.drying",
  { n, meanLog }: OwnFactor,
): Worked =>
  sumOf(LEDGER_FORMULAS, formula, {
    n: stated.measured(n),
    meanLog: stated.measured(meanLog),
    table: stated.table(TABLE_STEPS),
  });

/** Own minutes over the table's, for one kind of step. */
export const paceOf = (experience: Experience | undefined, action: ActionId): OwnFactor =>
  ofLog(experience?.pace[action]);
/** What a dry stroke takes over what the shelf says it takes. */
export const recoveryFactor = (experience: Experience | undefined, machine: MachineId): OwnFactor =>
  ofLog(experience?.recovery[machine]);
/** Steps of the own log that minutes go by. */
export const timedSteps = (experience: Experience | undefined): number =>
  Object.values(experience?.pace ?? {}).reduce((sum, { n }) => sum + n, 0);

/** Hours until read dry over hours forecast. */
export const dryingFactor = (experience: Experience | undefined, by: DriedBy): OwnFactor =>
  ofLog(experience?.drying[by]);

/** Steps with the minutes they would be planned with now: what the pace has taken in already is not counted twice. */
export const asPlannedNow = (
  done: readonly Pick<LedgerStep, "minutes" | "tableMin" | "action">[],
  experience: Experience | undefined,
) =>
  done.map(({ minutes, tableMin, action }) => ({
    minutes,
    plannedMin: tableMin === undefined ? undefined : tableMin * paceOf(experience, action).factor,
  }));

/**
 * The table's weights of the families count as so many marks, and the own log as no more: what is rare here, mould or
 * blood, stays possible. Judgement.
 */
export const TABLE_MARKS = 60;

const ownMarks = (experience: Experience | undefined) =>
  Object.values(experience?.families ?? {}).reduce((sum, count) => sum + count, 0);

/**
 * How often each family is met: the table's weights with the own marks that went, counted in.
 * @param table in the order of FAMILY_IDS
 */
export function ownPriors(experience: Experience | undefined, table: readonly number[]): readonly number[] {
  const own = ownMarks(experience);
  if (!experience || own === 0) return table;
  const sum = table.reduce((total, weight) => total + weight, 0);
  const each = (sum / TABLE_MARKS) * Math.min(1, TABLE_MARKS / own);
  return table.map((weight, index) =>
    weight === 0 ? 0 : weight + (experience.families[FAMILY_IDS[index]!] ?? 0) * each,
  );
}

/** How much of the families' weights is the own log's, 0 to a half. */
export function priorsShare(experience: Experience | undefined): number {
  const own = Math.min(TABLE_MARKS, ownMarks(experience));
  return own / (own + TABLE_MARKS);
}
