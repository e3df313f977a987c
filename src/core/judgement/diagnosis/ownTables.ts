import type { EvidenceId } from "@/core/ground/catalog/evidence";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { OwnTables } from "@/core/job/schema";

const NONE: OwnTables = { priors: {}, weights: [] };

/** The technician's tables with one weight changed; undefined puts the table's own back. Nothing own left gives undefined. */
export function withOwnWeight(
  own: OwnTables | undefined,
  test: EvidenceId,
  outcome: string,
  family: FamilyId,
  weight: number | undefined,
): OwnTables | undefined {
  const { priors, weights } = own ?? NONE;
  const others = weights.filter((each) => each.test !== test || each.outcome !== outcome || each.family !== family);
  return tidy({ priors, weights: weight === undefined ? others : [...others, { test, outcome, family, weight }] });
}

/** The same for how often a family is met. */
export function withOwnPrior(
  own: OwnTables | undefined,
  family: FamilyId,
  prior: number | undefined,
): OwnTables | undefined {
  const { priors, weights } = own ?? NONE;
  const { [family]: _old, ...others } = priors;
  return tidy({ priors: prior === undefined ? others : { ...others, [family]: prior }, weights });
}

export const ownWeight = (
  own: OwnTables | undefined,
  test: EvidenceId,
  outcome: string,
  family: FamilyId,
): number | undefined =>
  own?.weights.find((each) => each.test === test && each.outcome === outcome && each.family === family)?.weight;

const tidy = (own: OwnTables): OwnTables | undefined =>
  own.weights.length > 0 || Object.keys(own.priors).length > 0 ? own : undefined;
