import { EVIDENCE_IDS, testOf, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { RanTo } from "@/core/ground/catalog/findings";
import { boundsOf } from "@/core/ground/pieces/geometry";
import type { Finding } from "@/core/job/schema";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** What somebody spilled on a whole piece: what it really is, what each test is read as, and how deep it ran. */
export interface Spill {
  truth: FamilyId;
  /** The owner's word among them, who may remember wrongly. */
  reads: Record<EvidenceId, string>;
  ranTo: RanTo;
}

export const SPILL_ID = "spill";
/** As large as a hand. */
const SIZE = { widthMm: 120, heightMm: 90 };
/** What an agent on it spreads to, m². Judgement. */
export const SPILL_M2 = 0.016;

/** How a test would most likely be read on what it is. @example likeliest("owner", "tannin") // "unknown" */
export const likeliest = (test: EvidenceId, truth: FamilyId): string =>
  Object.entries(testOf(test).outcomes)
    .map(([id, row]) => ({ id, weight: row.weights[truth] ?? row.otherwise }))
    .reduce((most, each) => (each.weight > most.weight ? each : most)).id;

/** Tests that tell what it is; how old it looks is no part of that. */
const TELLING = EVIDENCE_IDS.filter((test) => test !== "age");
/** Everything that is true of it, as if each test had been done and had come out as it mostly does. */
export const allOf = ({ truth }: Spill): Evidence =>
  Object.fromEntries(TELLING.map((test) => [test, likeliest(test, truth)]));

/** The spill as it stands in a document. @param ranTo left out: nobody felt for it */
export function spillIn(view: ZoneView, zoneId: string, evidence: Evidence, ranTo?: RanTo): Finding {
  const { widthMm, heightMm } = boundsOf(view.corners);
  return {
    kind: "mark",
    zoneId,
    centre: { xMm: Math.round(widthMm / 2), yMm: Math.round(heightMm / 2) },
    size: SIZE,
    evidence,
    ...(ranTo ? { ranTo } : {}),
  };
}
