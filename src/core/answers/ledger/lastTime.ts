import { own } from "@/core/job/lookUp";
import { AGENTS } from "@/core/ground/catalog/agents";
import type { Job } from "@/core/job/schema";
import type { LedgerStep } from "@/core/judgement/learnt/ledgerStep";

export const OUTCOME_WORDS: Record<NonNullable<LedgerStep["outcome"]>, string> = {
  gone: "gone",
  better: "lighter",
  same: "no change",
  worse: "worse",
  left: "left as it was",
  "came-back": "came back",
};

/**
 * What to know of a piece from the time before, in sentences: what went with what, what stayed, what was protected,
 * what harmed.
 */
export function lastTimeOf(before: Job, steps: readonly LedgerStep[]): string[] {
  const marks = before.findings.order.flatMap((id) => {
    const finding = own(before.findings.byId, id)!;
    const tried = steps.filter((step) => step.findingId === id && step.outcome && step.agent);
    if (finding.kind !== "mark" || tried.length === 0) return [];
    return [
      `${finding.name ?? "Mark"}: ` +
        `${tried.map(({ agent, outcome }) => `${OUTCOME_WORDS[outcome!]} with ${AGENTS[agent!].name.toLowerCase()}`).join(", then ")}.`,
    ];
  });
  const protectedOn = steps.some(({ agent }) => agent === "protector")
    ? ["Protected: new spills lie on top, blot them first."]
    : [];
  const cleaned = [
    ...new Set(
      steps.flatMap(({ action, agent }) =>
        agent && agent !== "water" && (action === "clean" || action === "extract")
          ? [AGENTS[agent].name.toLowerCase()]
          : [],
      ),
    ),
  ];
  return [...marks, ...(cleaned.length > 0 ? [`Cleaned with ${cleaned.join(" and ")}.`] : []), ...protectedOn];
}
