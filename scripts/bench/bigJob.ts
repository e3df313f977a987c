// A made-up job at the size that planning has to bear: 12 zones, 25 findings.
import { EVIDENCE, type Evidence } from "../../src/core/ground/catalog/evidence";
import { jobFromTemplate } from "../../src/core/job/newJob";
import type { Finding, Job } from "../../src/core/job/schema";

const ZONES = 12;
const FINDINGS = 25;

export function bigJob(): Job {
  let next = 0;
  const job = jobFromTemplate("cabin", () => `i${next++}`, "2026-05-04T08:00:00Z", {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
    },
  });
  const order = job.zones.order.slice(0, ZONES);
  job.zones = {
    order,
    byId: Object.fromEntries(order.map((id) => [id, { ...job.zones.byId[id]!, soil: "moderate" as const }])),
  };
  const owners = Object.keys(EVIDENCE.owner.outcomes).filter((id) => id !== "sewage");
  const findings = Array.from({ length: FINDINGS }, (_, index): [string, Finding] => [
    `f${index}`,
    {
      kind: "mark",
      zoneId: order[index % ZONES]!,
      centre: { xMm: 60, yMm: 60 },
      size: { widthMm: 60, heightMm: 40 },
      evidence: { owner: owners[index % owners.length] } as Evidence,
    },
  ]);
  return { ...job, findings: { byId: Object.fromEntries(findings), order: findings.map(([id]) => id) } };
}
