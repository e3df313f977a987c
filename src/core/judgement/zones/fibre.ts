import { FIBRE_TESTS, FIBRE_TEST_IDS, type FibreOutcome, type FibreTestId } from "@/core/ground/catalog/fibreTests";
import { MATERIAL_IDS, MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { branches, gainBits, evidenceWeight, posterior } from "@/core/models/chance/bayes";

type FibreTests = Partial<Record<FibreTestId, string>>;
export interface FibreBelief {
  material: MaterialId;
  p: Worked;
}

/** A fibre less likely than this counts as ruled out; all the others are planned for at once. Judgement, on the careful side. */
const RULED_OUT_UNDER = 0.01;

/** P(outcome | fibre) for every outcome of a test, each column in the order of MATERIAL_IDS. */
function columnsOf(test: FibreTestId): Record<string, number[]> {
  const rows = Object.entries(FIBRE_TESTS[test].outcomes as Record<string, FibreOutcome>);
  const weight = (row: FibreOutcome, material: MaterialId) => row.weights[material] ?? row.otherwise;
  const totals = MATERIAL_IDS.map((material) => rows.reduce((sum, [, row]) => sum + weight(row, material), 0));
  return Object.fromEntries(
    rows.map(([id, row]) => [id, MATERIAL_IDS.map((material, index) => weight(row, material) / totals[index]!)]),
  );
}

const COLUMNS = Object.fromEntries(FIBRE_TEST_IDS.map((test) => [test, columnsOf(test)])) as Record<
  FibreTestId,
  Record<string, number[]>
>;
const ALIKE = MATERIAL_IDS.map(() => 1);

const done = (tests: FibreTests) =>
  FIBRE_TEST_IDS.flatMap((test) => (tests[test] === undefined ? [] : [{ test, outcome: tests[test] }]));

/**
 * What fibre an unlabelled cloth is likely to be; every fibre is as likely before the first test.
 * @returns most likely first, adding to one
 */
export function identifyFibre(tests: FibreTests): FibreBelief[] {
  const seen = done(tests);
  const all = evidenceWeight(
    ALIKE,
    seen.map(({ test, outcome }) => COLUMNS[test][outcome]!),
  );
  return MATERIAL_IDS.map((material, index) => ({
    material,
    p: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.posterior", {
      prior: stated.table(1, "prior, the same for all"),
      chances: seen.map(({ test, outcome }) =>
        stated.table(
          COLUMNS[test][outcome]![index]!,
          `P(${FIBRE_TESTS[test].name.toLowerCase()} so | ${MATERIALS[material].name})`,
        ),
      ),
      all,
    }),
  })).sort((a, b) => b.p.value - a.p.value);
}

/** Fibres it may still be, in the table's order: plans must suit them all. */
export const possibleFibres = (beliefs: readonly FibreBelief[]): MaterialId[] =>
  MATERIAL_IDS.filter((id) => beliefs.some(({ material, p }) => material === id && p.value >= RULED_OUT_UNDER));

/** The test that tells most next; undefined when all are done. */
export function nextFibreTest(tests: FibreTests): FibreTestId | undefined {
  const chances = posterior(
    ALIKE,
    done(tests).map(({ test, outcome }) => COLUMNS[test][outcome]!),
  );
  return FIBRE_TEST_IDS.filter((test) => tests[test] === undefined)
    .map((test) => ({ test, gain: gainBits(chances, branches(chances, Object.values(COLUMNS[test]))) }))
    .sort((a, b) => b.gain - a.gain)[0]?.test;
}
