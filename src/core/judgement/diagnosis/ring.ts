import { RING_SIGNS, RING_SIGN_IDS, type RingSignId, type RingSource } from "@/core/ground/catalog/ringSigns";
import type { MarkFinding } from "@/core/job/schema";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { evidenceWeight, posterior } from "@/core/models/chance/bayes";

export interface RingOrigin {
  /** Chance that it came up from below. */
  below: Worked;
  from: RingSource | "unsure";
}

const SURE_AT = 0.7;

/** Whether a water ring was spilled on top or came up from the foam or underlay; a meter that read wetter deep in speaks too. */
export function ringOrigin({ ring = {}, evidence }: Pick<MarkFinding, "ring" | "evidence">): RingOrigin {
  const signs: Partial<Record<RingSignId, string>> = {
    ...(evidence.moisture === "deep" ? { deep: "deeper" } : evidence.moisture ? { deep: "same" } : {}),
    ...ring,
  };
  const seen = RING_SIGN_IDS.flatMap((sign) => {
    const outcomes = RING_SIGNS[sign].outcomes as Record<string, { name: string; weights: Record<RingSource, number> }>;
    const shown = signs[sign];
    if (shown === undefined) return [];
    const totals = Object.values(outcomes).reduce(
      (sum, { weights }) => [sum[0]! + weights.above, sum[1]! + weights.below],
      [0, 0],
    );
    const { name, weights } = outcomes[shown]!;
    return [{ name, column: [weights.above / totals[0]!, weights.below / totals[1]!] }];
  });
  const columns = seen.map(({ column }) => column);
  const below = posterior([1, 1], columns)[1]!;
  return {
    below: sumOf(
      DIAGNOSIS_FORMULAS,
      "diagnosis.posterior",
      {
        prior: stated.table(1, "prior, as likely as not"),
        chances: seen.map(({ name, column }) => stated.table(column[1]!, `P(${name.toLowerCase()} | from below)`)),
        all: evidenceWeight([1, 1], columns),
      },
      seen.map(({ name, column }) => input(`P(${name.toLowerCase()} | from above)`, column[0]!, "1", "table")),
    ),
    from: below >= SURE_AT ? "below" : below <= 1 - SURE_AT ? "above" : "unsure",
  };
}
