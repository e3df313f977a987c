// How often readings slip: told by what contradicts itself within a mark, and by second readings of marks before.
import type { Evidence, EvidenceId } from "@/core/ground/catalog/evidence";
import { EVIDENCE, EVIDENCE_IDS } from "@/core/ground/catalog/evidence";
import { evidenceWeight, fromLogs } from "@/core/models/chance/bayes";
import { atSlip, SLIP_RATES, slipsOf, type Tables } from "./tables";

/** What was read of a mark, as chances by hypothesis, with these tables. */
export function columnsOf(tables: Tables, evidence: Evidence, again: Evidence): (readonly number[])[] {
  const columns: (readonly number[])[] = [];
  for (const test of EVIDENCE_IDS) {
    const first = evidence[test];
    // An outcome that the test does not have is told by whoever diagnoses.
    if (first === undefined || !Object.hasOwn(tables.columns[test], first)) continue;
    columns.push(tables.columns[test][first]!);
    const second = secondOf(tables, test, first, again[test]);
    if (second) columns.push(second);
  }
  return columns;
}

const secondOf = (tables: Tables, test: EvidenceId, first: string, second: string | undefined) =>
  second === undefined
    ? undefined
    : tables.again[test]?.[first]?.[Object.keys(EVIDENCE[test].outcomes).indexOf(second)];

/** How likely what was read of one mark is at each of SLIP_RATES: ln P(readings | rate). */
const slipLogsOf = (tables: Tables, evidence: Evidence, again: Evidence = {}): number[] =>
  SLIP_RATES.map((rate) => {
    const at = atSlip(tables, rate);
    const all = tables.priors.reduce((sum, prior) => sum + prior, 0);
    return Math.log(evidenceWeight(at.priors, columnsOf(at, evidence, again)) / all);
  });

/**
 * The share of slips to reckon a mark with: the mean over SLIP_RATES by what second readings of other marks and its own
 * readings say.
 * @example slipOf(TABLES, {}) // 0.0665
 */
export function slipOf(tables: Tables, evidence: Evidence, again: Evidence = {}): number {
  const own = slipLogsOf(tables, evidence, again);
  return fromLogs(tables.slipLogs.map((log, index) => log + own[index]!)).reduce(
    (sum, chance, index) => sum + chance * slipsOf(SLIP_RATES[index]!),
    0,
  );
}
