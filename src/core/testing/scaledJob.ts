import { own } from "@/core/job/lookUp";
import { EVIDENCE, type Evidence } from "@/core/ground/catalog/evidence";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Finding, Job } from "@/core/job/schema";

/** What a large job is full of. */
export const KINDS = ["soil", "marks", "mixed", "smell"] as const;
export type Kind = (typeof KINDS)[number];

/** A cabin of so many zones, copies of one cabin's parts, soiled, marked or sniffed at. @param marksPerZone where it has marks */
export function scaledJob(zones: number, kind: Kind, marksPerZone = 2): Job {
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
  const parts = job.zones.order;
  const order = Array.from({ length: zones }, (_, at) =>
    at < parts.length ? parts[at]! : `${parts[at % parts.length]}-${at}`,
  );
  const soils = ["moderate", "heavy", "light"] as const;
  const byId = Object.fromEntries(
    order.map((id, at) => [
      id,
      {
        ...own(job.zones.byId, parts[at % parts.length]!)!,
        ...(kind === "marks" || kind === "smell" ? {} : { soil: soils[at % 3]! }),
      },
    ]),
  );
  const owners = Object.keys(EVIDENCE.owner.outcomes).filter((id) => id !== "sewage");
  const count = kind === "soil" ? 0 : kind === "smell" ? zones : marksPerZone * zones;
  const findings = Array.from({ length: count }, (_, at): [string, Finding] => [
    `f${at}`,
    kind === "smell"
      ? { kind: "odour", zoneId: order[at]!, closed: ((at * 7) % 5) as 0 | 1 | 2 | 3 | 4 }
      : {
          kind: "mark",
          zoneId: order[at % zones]!,
          centre: { xMm: 60 + 90 * Math.floor(at / zones), yMm: 60 },
          size: { widthMm: 60, heightMm: 40 },
          evidence: { owner: owners[at % owners.length] } as Evidence,
        },
  ]);
  return {
    ...job,
    zones: { order, byId },
    findings: { byId: Object.fromEntries(findings), order: findings.map(([id]) => id) },
  };
}
