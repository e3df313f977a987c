import { DAMAGES } from "@/core/ground/catalog/builds";
import type { Job } from "@/core/job/schema";

/** What a finding is called wherever it is shown. */
export function findingName(job: Job, id: string): string {
  const finding = job.findings.byId[id]!;
  switch (finding.kind) {
    case "mark":
      return finding.name ?? "Mark";
    case "damage":
      return finding.name ?? DAMAGES[finding.damage];
    case "mould":
      return finding.name ?? "Mould";
    case "hair":
      return "Hair";
    case "odour":
      return "Smell";
  }
}
