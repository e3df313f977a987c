import { EVIDENCE, EVIDENCE_IDS, testOf, type EvidenceId, type Outcome } from "@/core/ground/catalog/evidence";
import { FAMILIES, FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import type { Experience, Kit, OwnTables } from "@/core/job/schema";
import { ownPriors } from "@/core/judgement/learnt/own";

/** The evidence tables as chances, one column an outcome, in the order of FAMILY_IDS: made once, read often. */
export interface Tables {
  priors: readonly number[];
  columns: Record<EvidenceId, Record<string, readonly number[]>>;
  /** The same columns of each test in a row. */
  lists: Record<EvidenceId, readonly (readonly number[])[]>;
  /** Weights that are the technician's own. */
  ownCount: number;
}

/** The weight of an outcome for a family as the table has it. */
export const tableWeight = (test: EvidenceId, outcome: string, family: FamilyId): number => {
  const row = (EVIDENCE[test].outcomes as Record<string, Outcome>)[outcome]!;
  return row.weights[family] ?? row.otherwise;
};

/** The key of one weight among the technician's own. */
const keyOf = (test: string, outcome: string, family: string) => `${test} ${outcome} ${family}`;

function compile(own?: OwnTables): Tables {
  const ownWeights = new Map(
    own?.weights.map(({ test, outcome, family, weight }) => [keyOf(test, outcome, family), weight]),
  );
  const columns = Object.fromEntries(
    EVIDENCE_IDS.map((test) => {
      const outcomes = Object.keys(testOf(test).outcomes);
      const weights = outcomes.map((outcome) =>
        FAMILY_IDS.map((family) => ownWeights.get(keyOf(test, outcome, family)) ?? tableWeight(test, outcome, family)),
      );
      const totals = FAMILY_IDS.map((_, f) => weights.reduce((sum, row) => sum + row[f]!, 0));
      return [
        test,
        Object.fromEntries(
          outcomes.map((outcome, o) => [outcome, weights[o]!.map((weight, f) => weight / totals[f]!)]),
        ),
      ];
    }),
  ) as unknown as Tables["columns"];
  const lists = Object.fromEntries(
    EVIDENCE_IDS.map((test) => [test, Object.values(columns[test])]),
  ) as unknown as Tables["lists"];
  return {
    priors: FAMILY_IDS.map((family) => own?.priors[family] ?? FAMILIES[family].prior),
    columns,
    lists,
    ownCount: ownWeights.size + Object.keys(own?.priors ?? {}).length,
  };
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
  const learnt = ownPriors(experience, tables.priors);
  const known = ofLog.get(tables) ?? {
    ...tables,
    priors: FAMILY_IDS.map((family, index) => ownTables?.priors[family] ?? learnt[index]!),
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
