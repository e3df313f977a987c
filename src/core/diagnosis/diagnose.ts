import { EVIDENCE, EVIDENCE_IDS, type Evidence, type EvidenceId, type Outcome } from "../catalog/evidence";
import { FAMILIES, FAMILY_IDS, familyOf, type FamilyId } from "../catalog/families";
import { input, worked, type Worked } from "../quantity/working";

/** How much one piece of evidence speaks for a family, against the rest as they then stood. */
export interface Push {
  test: EvidenceId;
  outcome: string;
  /** Log-likelihood ratio in decibans: 10 log10(P(outcome | family) / P(outcome | the others)). */
  decibans: number;
}

export interface FamilyBelief {
  family: FamilyId;
  p: Worked;
  pushes: Push[];
}

export interface Diagnosis {
  /** Most likely first; the chances add to one. */
  beliefs: FamilyBelief[];
  /** Families that cannot be ruled out: at 5 % or more. Plans must be safe for all of them. */
  likely: FamilyId[];
  leader: FamilyId;
}

export const LIKELY_AT = 0.05;

export type Table = Record<string, Outcome>;

/** P(outcome | family) of one test: the family's weight over the sum of its weights. */
export function likelihood(table: Table, outcome: string, family: FamilyId): number {
  const weight = (row: Outcome) => row.weights[family] ?? row.otherwise;
  const total = Object.values(table).reduce((sum, row) => sum + weight(row), 0);
  const row = Object.hasOwn(table, outcome) ? table[outcome] : undefined;
  if (!row) throw new RangeError(`"${outcome}" is no outcome of this test.`);
  return weight(row) / total;
}

/**
 * Bayes' rule in log space; a test not done adds nothing.
 * @param priors relative weights, ≥ 0
 * @param columns for each piece of evidence, P(evidence | hypothesis) by hypothesis
 * @returns chances that add to one
 * @throws RangeError when the evidence is impossible under every hypothesis
 */
export function posterior<H extends string>(priors: Record<H, number>, columns: readonly Record<H, number>[]): Record<H, number> {
  const hypotheses = Object.keys(priors) as H[];
  const logs = hypotheses.map((h) => columns.reduce((sum, column) => sum + Math.log(column[h]), Math.log(priors[h])));
  const top = Math.max(...logs);
  if (!Number.isFinite(top)) throw new RangeError("These findings cannot all be true of one mark. Take back the one you are least sure of.");
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return Object.fromEntries(hypotheses.map((h, index) => [h, weights[index]! / total])) as Record<H, number>;
}

const PRIORS = Object.fromEntries(FAMILY_IDS.map((family) => [family, FAMILIES[family].prior])) as Record<FamilyId, number>;

const columnOf = (test: EvidenceId, outcome: string) =>
  Object.fromEntries(FAMILY_IDS.map((family) => [family, likelihood(EVIDENCE[test].outcomes, outcome, family)])) as Record<FamilyId, number>;

/**
 * What a mark is likely to be.
 * @param evidence an outcome for each test done; order does not matter
 * @returns beliefs that add to one, most likely first, and what pushed each up or down
 */
export function diagnose(evidence: Evidence): Diagnosis {
  const done = EVIDENCE_IDS.flatMap((test) => (evidence[test] === undefined ? [] : [{ test, outcome: evidence[test], column: columnOf(test, evidence[test]) }]));
  const chances = posterior(PRIORS, done.map(({ column }) => column));
  const beliefs = FAMILY_IDS.map((family): FamilyBelief => {
    const pushes = done.map(({ test, outcome, column }) => ({ test, outcome, decibans: 10 * Math.log10(column[family] / averageOfOthers(column, family)) }));
    const inputs = [
      input("prior weight", PRIORS[family], "1", "table"),
      ...done.map(({ test, outcome, column }) => input(`P(${outcomeName(test, outcome)} | ${familyOf(family).name})`, column[family], "1", "table")),
      input("the same product over all families", 1, "1"),
    ];
    inputs[inputs.length - 1]!.value = FAMILY_IDS.reduce((sum, other) => sum + done.reduce((product, { column }) => product * column[other], PRIORS[other]), 0);
    return { family, p: worked("diagnosis.posterior", chances[family], "1", inputs), pushes: pushes.sort((a, b) => Math.abs(b.decibans) - Math.abs(a.decibans)) };
  }).sort((a, b) => b.p.value - a.p.value);
  return { beliefs, likely: beliefs.filter(({ p }) => p.value >= LIKELY_AT).map(({ family }) => family), leader: beliefs[0]!.family };
}

function averageOfOthers(column: Record<FamilyId, number>, family: FamilyId): number {
  const others = FAMILY_IDS.filter((other) => other !== family);
  const weight = others.reduce((sum, other) => sum + PRIORS[other], 0);
  return others.reduce((sum, other) => sum + PRIORS[other] * column[other], 0) / weight;
}

/** An outcome's name as on its chip. */
export const outcomeName = (test: EvidenceId, outcome: string): string => (EVIDENCE[test].outcomes as Table)[outcome]?.name ?? outcome;
