import { own } from "@/core/job/lookUp";
import { kindOf } from "./findingKinds";
import { emptyJob } from "./newJob";
import type { Cloth, Finding, Job, Zone } from "./schema";

/** Damage that came to light while working was there before when one comes again. */
const seenBefore = (finding: Finding): Finding => {
  if (finding.kind !== "damage") return finding;
  const { foundAt: _then, ...damage } = finding;
  return damage;
};

/**
 * A further visit to the same pieces: the map, the cloth and the damage that was there are kept; soil, marks and what
 * was done are seen anew.
 * Colourfastness is proved again, the cloth has been cleaned since.
 * @param comeback ids of marks that came back: they come along, and the first job counts as not done with them
 */
export function nextVisit(
  job: Job,
  { id, createdAt, comeback }: { id: string; createdAt: string; comeback?: readonly string[] },
): Job {
  const cloth = ({ fastness: _proved, ...rest }: Cloth): Cloth => rest;
  const stays = (finding: Finding, findingId: string) =>
    kindOf(finding).stays === true || comeback?.includes(findingId);
  const findings = job.findings.order.filter((findingId) => stays(own(job.findings.byId, findingId)!, findingId));
  const { weather: _weather, ...site } = job.site;
  const next: Job = {
    ...emptyJob({ id, title: job.title, createdAt }),
    customer: job.customer,
    place: job.place,
    site,
    from: { jobId: job.id, kind: comeback ? "comeback" : "next" },
    ...(job.demo ? { demo: true } : {}),
    ...(job.account
      ? { account: { users: job.account.users, allergies: job.account.allergies, matters: job.account.matters } }
      : {}),
    pieces: {
      order: job.pieces.order,
      byId: Object.fromEntries(
        Object.entries(job.pieces.byId).map(([key, { groups, ...piece }]) => [
          key,
          {
            ...piece,
            cloth: cloth(piece.cloth),
            ...(groups
              ? { groups: Object.fromEntries(Object.entries(groups).map(([of, it]) => [of, cloth(it)])) }
              : {}),
          },
        ]),
      ),
    },
    zones: {
      order: job.zones.order,
      byId: Object.fromEntries(
        Object.entries(job.zones.byId).map(([key, { cloth: own, ...zone }]) => [
          key,
          { ...asDrawn(zone), ...(own ? { cloth: cloth(own) } : {}) },
        ]),
      ),
    },
    findings: {
      order: findings,
      byId: Object.fromEntries(
        findings.map((findingId) => [findingId, seenBefore(own(job.findings.byId, findingId)!)]),
      ),
    },
  };
  // What is left out is left out, not there as nothing.
  return JSON.parse(JSON.stringify(next)) as Job;
}

/** A zone without what was seen on it that day. */
const asDrawn = ({
  soil: _soil,
  soilSigns: _signs,
  wetMud: _mud,
  clean: _clean,
  soilOf: _of,
  wet: _wet,
  residue: _left,
  ...zone
}: Zone): Zone => zone;
