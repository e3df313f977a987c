import { HAIR_DENSITY_IDS } from "@/core/ground/catalog/findings";
import type { Finding, HairFinding, Job } from "./schema";

/** Hair belongs to a whole zone: one finding of it is enough, and two tell of the same hair. */

/** Hair findings of a zone by id, the densest first. */
export const hairOn = (
  { findings: { byId, order } }: Pick<Job, "findings">,
  zoneId: string,
): { id: string; finding: HairFinding }[] =>
  order
    .flatMap((id) => {
      const finding: Finding | undefined = byId[id];
      return finding?.kind === "hair" && finding.zoneId === zoneId ? [{ id, finding }] : [];
    })
    .sort((a, b) => HAIR_DENSITY_IDS.indexOf(b.finding.density) - HAIR_DENSITY_IDS.indexOf(a.finding.density));

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
    findings: { byId: Object.fromEntries(kept.map((id) => [id, job.findings.byId[id]!])), order: kept },
  };
}
