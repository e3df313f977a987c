import { own } from "@/core/job/lookUp";
import { READING_RANGE } from "./readingRange";
import type { Problem } from "./problem";
import type { Job } from "./schema";

/**
 * What a shape cannot say: every id stands once, and points at something; readings are what their instrument can show.
 * @param job a document of the right shape
 * @returns problems, none when the document holds together
 */
export function integrityProblems(job: Job): Problem[] {
  const problems: Problem[] = [];
  const report = (where: string, what: string) => problems.push({ where, what });

  for (const name of ["pieces", "zones", "findings"] as const) {
    const { byId, order } = job[name];
    const seen = new Set<string>();
    for (const id of order) {
      if (seen.has(id)) report(`job.${name}.order`, `names "${id}" twice`);
      seen.add(id);
      if (!Object.hasOwn(byId, id)) report(`job.${name}.order`, `names "${id}", which is not in byId`);
    }
    for (const id of Object.keys(byId))
      if (!seen.has(id)) report(`job.${name}.byId.${id}`, "is missing from the order list");
  }

  for (const [id, zone] of Object.entries(job.zones.byId)) {
    const piece = own(job.pieces.byId, zone.pieceId);
    if (!piece) report(`job.zones.byId.${id}.pieceId`, `points at "${zone.pieceId}", and there is no such piece`);
  }

  const zoneMissing = (zoneId: string) => !Object.hasOwn(job.zones.byId, zoneId);
  const findingMissing = (findingId: string) => !Object.hasOwn(job.findings.byId, findingId);
  for (const [id, finding] of Object.entries(job.findings.byId))
    if (zoneMissing(finding.zoneId))
      report(`job.findings.byId.${id}.zoneId`, `points at "${finding.zoneId}", and there is no such zone`);
  for (const zoneId of Object.keys(job.choices.schools))
    if (zoneMissing(zoneId)) report(`job.choices.schools.${zoneId}`, "chooses for a zone that is not there");

  for (const zoneId of job.choices.disinfect ?? [])
    if (zoneMissing(zoneId)) report("job.choices.disinfect", `names "${zoneId}", and there is no such zone`);

  const eventIds = new Set<string>();
  job.events.forEach((event, index) => {
    const where = `job.events[${index}]`;
    if (eventIds.has(event.id)) report(`${where}.id`, `"${event.id}" stands twice`);
    if (event.kind === "undo" && !eventIds.has(event.of))
      report(`${where}.of`, `takes back "${event.of}", which is no earlier event`);
    eventIds.add(event.id);
    if ("zoneId" in event && event.zoneId !== undefined && zoneMissing(event.zoneId))
      report(`${where}.zoneId`, `points at "${event.zoneId}", and there is no such zone`);
    if ("zoneIds" in event)
      for (const zoneId of event.zoneIds ?? [])
        if (zoneMissing(zoneId)) report(`${where}.zoneIds`, `points at "${zoneId}", and there is no such zone`);
    if (event.kind === "reading") {
      const [least, most] = READING_RANGE[event.instrument];
      if (event.value < least || event.value > most)
        report(`${where}.value`, `is ${event.value}, and this instrument shows ${least} to ${most}`);
    }
    if ("findingId" in event && event.findingId !== undefined && findingMissing(event.findingId))
      report(`${where}.findingId`, `points at "${event.findingId}", and there is no such mark`);
  });
  return problems;
}
