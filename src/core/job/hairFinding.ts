import { own } from "@/core/job/lookUp";
import { HAIR_DENSITY_IDS } from "@/core/ground/catalog/findings";
import { findingsOfKind } from "./findingKinds";
import type { HairFinding, Job } from "./schema";

/** Hair belongs to a whole zone: one finding of it is enough, and two tell of the same hair. */

/** Of several on one cloth, which tell of the same hair, the one that counts. */
export const densest = (hair: readonly HairFinding[]): HairFinding => [...hair].sort((a, b) => rank(b) - rank(a))[0]!;

const rank = ({ density }: HairFinding) => HAIR_DENSITY_IDS.indexOf(density);

/** Hair findings of a zone by id, the densest first. */
export const hairOn = (job: Pick<Job, "findings">, zoneId: string): { id: string; finding: HairFinding }[] =>
  findingsOfKind(job, "hair")
    .filter(({ finding }) => finding.zoneId === zoneId)
    .sort((a, b) => rank(b.finding) - rank(a.finding));

/** The job with one hair finding a zone, the densest; one that an event names stays. */
export function withOneHairAZone(job: Job): Job {
  const named = new Set(
    job.events.flatMap((event) => ("findingId" in event && event.findingId !== undefined ? [event.findingId] : [])),
  );
  const gone = new Set(
    job.zones.order.flatMap((zoneId) => hairOn(job, zoneId).slice(1)).flatMap(({ id }) => (named.has(id) ? [] : [id])),
  );
  if (gone.size === 0) return job;
  const kept = job.findings.order.filter((id) => !gone.has(id));
  return {
    ...job,
    findings: { byId: Object.fromEntries(kept.map((id) => [id, own(job.findings.byId, id)!])), order: kept },
  };
}
