import { own } from "@/core/job/lookUp";
import type { Evidence } from "@/core/ground/catalog/evidence";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { addFinding } from "@/core/job/change";
import { applyOps } from "@/core/job/commands";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job } from "@/core/job/schema";

export const FINDING = "mark";

/** A palm-sized mark on an otherwise unknown seat. */
export function oneMarkJob(
  material: MaterialId | undefined,
  evidence: Evidence,
  newId: () => string,
  createdAt: string,
): Job {
  const job = jobFromTemplate("settee", newId, createdAt, { title: "One mark", cloth: material ? { material } : {} });
  const zoneId = job.zones.order.find((id) => own(job.zones.byId, id)!.part === "base-1")!;
  const known = Object.fromEntries(Object.entries(evidence).filter(([, outcome]) => outcome !== undefined));
  return applyOps(job, [
    addFinding(FINDING, {
      kind: "mark",
      zoneId,
      centre: { xMm: 200, yMm: 200 },
      size: { widthMm: 80, heightMm: 80 },
      evidence: known,
    }),
  ]).job;
}
