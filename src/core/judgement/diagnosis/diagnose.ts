import { EVIDENCE, EVIDENCE_IDS, type Evidence, type EvidenceId, type Outcome } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, familyOf, HYPOTHESES, type FamilyId, type HypothesisId } from "@/core/ground/catalog/families";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { evidenceWeight, posterior } from "@/core/models/chance/bayes";
import { slipOf } from "./slips";
import { atSlip, TABLES, type Tables } from "./tables";

/** How much one piece of evidence speaks for a family, against the rest as they then stood. */
interface Push {
  test: EvidenceId;
  outcome: string;
  /** Log-likelihood ratio in decibans: 10 log10(P(outcome | family) / P(outcome | the others)). */
  decibans: number;
}

interface FamilyBelief {
  family: FamilyId;
  p: Worked;
  pushes: Push[];
}

/** What follows from the drawing or the owner's account for a test nobody has done on this mark. */
export interface Hint {
  test: EvidenceId;
  /** Any of these, each as likely. */
  outcomes: readonly string[];
  from: string;
}

/** What a diagnosis looks at beside the mark's own evidence. */
export interface Background {
  tables: Tables;
  hints: readonly Hint[];
  /** How much more often a family is met here; relative weight. */
  shifts: Partial<Record<HypothesisId, number>>;
}

const NO_BACKGROUND: Background = { tables: TABLES, hints: [], shifts: {} };

export interface Diagnosis {
  /** Most likely first; with that of none of them the chances add to one. */
  beliefs: FamilyBelief[];
  /** It is none of the families, or more than one. */
  none: Worked;
  /** The same chances in the order of HYPOTHESES. */
  chances: readonly number[];
  /** Families that cannot be ruled out: at 5 % or more. Plans must be safe for all of them. */
  likely: FamilyId[];
  leader: FamilyId;
  /** Hints that were used, since the test itself was not done. */
  hints: readonly Hint[];
  /** Share of its readings that are taken for slips, 0 to 1. */
  slip: number;
}

export const LIKELY_AT = 0.05;
const NONE_NAME = "None of these";

interface Seen {
  test: EvidenceId;
  outcome: string;
  column: readonly number[];
}

/**
 * What a mark is likely to be.
 * @param evidence an outcome for each test done; order does not matter, a test not done adds nothing
 * @param again what a second reading of a test showed
 * @returns beliefs that add to one with that of none of them, most likely first, and what pushed each up or down
 * @throws RangeError when the evidence is impossible, or names an outcome the test does not have
 */
export function diagnose(evidence: Evidence, background: Background = NO_BACKGROUND, again: Evidence = {}): Diagnosis {
  const { hints, shifts } = background;
  const slip = slipOf(background.tables, evidence, again);
  const tables = atSlip(background.tables, slip);
  const used = hints.filter(({ test, outcomes }) => evidence[test] === undefined && outcomes.length > 0);
  const seen: Seen[] = [
    ...EVIDENCE_IDS.flatMap((test) =>
      evidence[test] === undefined
        ? []
        : [{ test, outcome: evidence[test], column: columnOf(tables, test, evidence[test]) }],
    ),
    ...EVIDENCE_IDS.flatMap((test) => secondReading(tables, test, evidence[test], again[test])),
    ...used.map(({ test, outcomes }) => ({
      test,
      outcome: outcomes[0]!,
      column: mean(outcomes.map((outcome) => columnOf(tables, test, outcome))),
    })),
  ];
  const priors = tables.priors.map((prior, index) => prior * (shifts[HYPOTHESES[index]!] ?? 1));
  const chances = posterior(
    priors,
    seen.map(({ column }) => column),
  );
  const others = seen.map(({ column }) => averagesOfOthers(column, priors));
  const all = evidenceWeight(
    priors,
    seen.map(({ column }) => column),
  );

  const chanceOf = (f: number, name: string) =>
    sumOf(DIAGNOSIS_FORMULAS, "diagnosis.posterior", {
      prior: stated.table(priors[f]!),
      chances: seen.map(({ test, outcome, column }) =>
        stated.table(column[f]!, `P(${outcomeName(test, outcome)} | ${name})`),
      ),
      all,
    });
  const beliefs = FAMILY_IDS.map((family, f): FamilyBelief => {
    const pushes = seen.map(({ test, outcome, column }, s) => ({
      test,
      outcome,
      decibans: 10 * Math.log10(column[f]! / others[s]![f]!),
    }));
    return {
      family,
      p: chanceOf(f, familyOf(family).name),
      pushes: pushes.sort((a, b) => Math.abs(b.decibans) - Math.abs(a.decibans)),
    };
  }).sort((a, b) => b.p.value - a.p.value);
  return {
    beliefs,
    none: chanceOf(FAMILY_IDS.length, NONE_NAME),
    chances,
    likely: beliefs.filter(({ p }) => p.value >= LIKELY_AT).map(({ family }) => family),
    leader: beliefs[0]!.family,
    hints: used,
    slip,
  };
}

/** What a second reading adds to the first. */
function secondReading(
  tables: Tables,
  test: EvidenceId,
  first: string | undefined,
  second: string | undefined,
): Seen[] {
  const lists = first === undefined ? undefined : tables.again[test]?.[first];
  if (!lists || second === undefined) return [];
  const column = lists[Object.keys(EVIDENCE[test].outcomes).indexOf(second)];
  if (!column) throw new RangeError(`"${second}" is no outcome of this test.`);
  return [{ test, outcome: second, column }];
}

function columnOf(tables: Tables, test: EvidenceId, outcome: string): readonly number[] {
  const columns = tables.columns[test];
  if (!Object.hasOwn(columns, outcome)) throw new RangeError(`"${outcome}" is no outcome of this test.`);
  return columns[outcome]!;
}

const mean = (columns: readonly (readonly number[])[]) =>
  columns[0]!.map((_, f) => columns.reduce((sum, column) => sum + column[f]!, 0) / columns.length);

/** For each family, the chance of this outcome under the others as they are usually met. */
function averagesOfOthers(column: readonly number[], priors: readonly number[]): number[] {
  const weight = priors.reduce((sum, prior) => sum + prior, 0);
  const total = priors.reduce((sum, prior, f) => sum + prior * column[f]!, 0);
  return priors.map((prior, f) => (total - prior * column[f]!) / (weight - prior));
}

/** An outcome's name as on its chip. */
export const outcomeName = (test: EvidenceId, outcome: string): string =>
  (EVIDENCE[test].outcomes as Record<string, Outcome>)[outcome]?.name ?? outcome;
