import {
  EVIDENCE,
  EVIDENCE_IDS,
  REPEATABLE_IDS,
  testOf,
  type EvidenceId,
  type Outcome,
} from "@/core/ground/catalog/evidence";
import { FAMILIES, FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { Experience, Kit, OwnTables } from "@/core/job/schema";
import { ownPriors } from "@/core/judgement/learnt/own";
import { differs, readAgain, readOnce, trusted } from "@/core/models/chance/misread";

/** Every log-likelihood ratio of the tables counts so much: they are judgement, not counts. Judgement. */
const TRUST = 0.9;
/** Shares of readings that fit a mark no better than a guess which are thought of. */
export const SLIP_RATES = [0.02, 0.06, 0.1, 0.14, 0.18, 0.22, 0.26, 0.3, 0.36] as const;
/** So many of those are no slips: the tables are judgement, and some marks are two at once. Judgement. */
const OF_TABLES = 0.1;
/** How likely each is before any mark says. Judgement. */
const START_CHANCES = [0.07, 0.13, 0.18, 0.19, 0.15, 0.12, 0.08, 0.05, 0.03];
const START_LOGS: readonly number[] = START_CHANCES.map(Math.log);
/** Outcomes that a test has, as a rule. */
const OUTCOMES = 5;
/** What is taken for slips, of what fits no better than a guess. */
export const slipsOf = (rate: number): number => Math.max(0.005, rate - OF_TABLES);
const SLIP = START_CHANCES.reduce((sum, chance, index) => sum + chance * slipsOf(SLIP_RATES[index]!), 0);

/** Marks that are none of the families, or of two at once. Judgement. */
const NONE_SHARE = 0.06;

/** The evidence tables as chances, one column an outcome, in the order of HYPOTHESES: made once, read often. */
export interface Tables {
  priors: readonly number[];
  columns: Record<EvidenceId, Record<string, readonly number[]>>;
  /** The same columns of each test in a row. */
  lists: Record<EvidenceId, readonly (readonly number[])[]>;
  /** For a second reading: by what was read first, a column for each outcome, in their order. */
  again: Partial<Record<EvidenceId, Record<string, readonly (readonly number[])[]>>>;
  /** Weights that are the technician's own. */
  ownCount: number;
  /** Share of readings that are no better than a guess. */
  slip: number;
  /** How likely each of SLIP_RATES is by the second readings of other marks, as logarithms up to a constant. */
  slipLogs: readonly number[];
  /** The same weights with another share of slips. */
  withSlip: (slip: number) => Tables;
}

/** The weight of an outcome for a family as the table has it. */
export const tableWeight = (test: EvidenceId, outcome: string, family: FamilyId): number => {
  const row = (EVIDENCE[test].outcomes as Record<string, Outcome>)[outcome]!;
  return row.weights[family] ?? row.otherwise;
};

/** The key of one weight among the technician's own. */
const keyOf = (test: string, outcome: string, family: string) => `${test} ${outcome} ${family}`;

type OwnWeights = ReadonlyMap<string, number>;
const weightsOf = (own: OwnTables | undefined): OwnWeights =>
  new Map(own?.weights.map(({ test, outcome, family, weight }) => [keyOf(test, outcome, family), weight]));

/** The weights of a test, a row an outcome, in the order of FAMILY_IDS. */
const rowsOf = (test: EvidenceId, own: OwnWeights): number[][] =>
  Object.keys(testOf(test).outcomes).map((outcome) =>
    FAMILY_IDS.map((family) => own.get(keyOf(test, outcome, family)) ?? tableWeight(test, outcome, family)),
  );

/** What none of the families shows: anything alike, but that nobody knows is said as often as of any other mark. */
function noneOf(test: EvidenceId, shows: readonly (readonly number[])[]): number[] {
  const outcomes = Object.keys(testOf(test).outcomes);
  const unknown = outcomes.indexOf("unknown");
  if (unknown < 0) return outcomes.map(() => 1 / outcomes.length);
  const all = FAMILY_IDS.reduce((sum, family) => sum + FAMILIES[family].prior, 0);
  const asOthers = FAMILY_IDS.reduce((sum, family, f) => sum + (FAMILIES[family].prior / all) * shows[unknown]![f]!, 0);
  return outcomes.map((_, o) => (o === unknown ? asOthers : (1 - asOthers) / (outcomes.length - 1)));
}

/** What a mark shows, before anyone reads it: a column an outcome, in the order of HYPOTHESES. */
export function showsOf(test: EvidenceId, own?: OwnTables): number[][] {
  const rows = rowsOf(test, weightsOf(own));
  const totals = FAMILY_IDS.map((_, f) => rows.reduce((sum, row) => sum + row[f]!, 0));
  const ofFamilies = rows.map((row) => row.map((weight, f) => weight / totals[f]!));
  const none = noneOf(test, ofFamilies);
  return ofFamilies.map((row, o) => [...row, none[o]!]);
}

function compile(own?: OwnTables, slip = SLIP): Tables {
  const bySlip = new Map<number, Tables>();
  const shows = EVIDENCE_IDS.map((test) => [test, trusted(showsOf(test, own), TRUST)] as const);
  const lists = Object.fromEntries(shows.map(([test, of]) => [test, readOnce(of, slip)])) as unknown as Tables["lists"];
  const byOutcome = <T>(test: EvidenceId, of: (index: number) => T) =>
    Object.fromEntries(Object.keys(testOf(test).outcomes).map((outcome, index) => [outcome, of(index)]));
  const priors = FAMILY_IDS.map((family) => own?.priors[family] ?? FAMILIES[family].prior);
  return {
    priors: withNone(priors),
    lists,
    columns: Object.fromEntries(
      EVIDENCE_IDS.map((test) => [test, byOutcome(test, (index) => lists[test][index]!)]),
    ) as unknown as Tables["columns"],
    again: Object.fromEntries(
      shows
        .filter(([test]) => REPEATABLE_IDS.includes(test))
        .map(([test, of]) => [test, byOutcome(test, (index) => readAgain(of, index, slip))]),
    ),
    ownCount: (own?.weights.length ?? 0) + Object.keys(own?.priors ?? {}).length,
    slip,
    slipLogs: START_LOGS,
    withSlip: (other) => {
      const rounded = Math.round(other * 100) / 100;
      const made = bySlip.get(rounded) ?? compile(own, rounded);
      bySlip.set(rounded, made);
      return made;
    },
  };
}

/** How likely each of SLIP_RATES is after so many second readings, of which so many differed from the first. */
export const slipLogsAfter = ({ read, differed }: { read: number; differed: number }): number[] =>
  SLIP_RATES.map((rate, index) => {
    // What surprises is read twice, so of these more had slipped than of all.
    const apart = differs(rate, OUTCOMES);
    // A file may say that more differed than were read.
    const alike = Math.max(0, read - differed);
    return START_LOGS[index]! + differed * Math.log(apart) + alike * Math.log(1 - apart);
  });

/** The same tables, families as often met and what was learnt of slips, with another share of them. */
export const atSlip = (tables: Tables, slip: number): Tables => ({
  ...tables.withSlip(slip),
  priors: tables.priors,
  slipLogs: tables.slipLogs,
});

/** The families' weights, and that of none of them. */
const withNone = (families: readonly number[]): number[] => [
  ...families,
  (NONE_SHARE / (1 - NONE_SHARE)) * families.reduce((sum, prior) => sum + prior, 0),
];

/** How often a test is read so on a family, with its working. */
export function likelihoodOf(test: EvidenceId, outcome: string, family: FamilyId, own: OwnTables | undefined): Worked {
  const rows = rowsOf(test, weightsOf(own));
  const f = FAMILY_IDS.indexOf(family);
  const weight = rows[Object.keys(testOf(test).outcomes).indexOf(outcome)]![f]!;
  const isOwn = weightsOf(own).has(keyOf(test, outcome, family));
  return sumOf(DIAGNOSIS_FORMULAS, "diagnosis.likelihood", {
    weight: isOwn ? stated.entered(weight) : stated.table(weight),
    weights: rows.map((row) => stated.table(row[f]!)),
    trust: stated.table(TRUST),
    slip: stated.table(SLIP),
  });
}

/** The tables out of the box. */
export const TABLES: Tables = compile();

const compiled = new WeakMap<OwnTables, Tables>();

const withLog = new WeakMap<Experience, Map<Tables, Tables>>();

/**
 * The tables for a kit: own weights in place of some, and how often each family is met with the own log counted in.
 * An own weight outranks the log.
 */
export function tablesFor({ ownTables, experience }: Pick<Kit, "ownTables" | "experience">): Tables {
  const tables = tablesWith(ownTables);
  if (!experience) return tables;
  const ofLog = withLog.get(experience) ?? new Map<Tables, Tables>();
  withLog.set(experience, ofLog);
  const learnt = ownPriors(experience, tables.priors.slice(0, FAMILY_IDS.length));
  const known = ofLog.get(tables) ?? {
    ...tables,
    priors: withNone(FAMILY_IDS.map((family, index) => ownTables?.priors[family] ?? learnt[index]!)),
    slipLogs: experience.again ? slipLogsAfter(experience.again) : START_LOGS,
  };
  ofLog.set(tables, known);
  return known;
}

/** The tables with a technician's own weights in place of some. */
export function tablesWith(own: OwnTables | undefined): Tables {
  if (!own) return TABLES;
  const known = compiled.get(own) ?? compile(own);
  compiled.set(own, known);
  return known;
}
