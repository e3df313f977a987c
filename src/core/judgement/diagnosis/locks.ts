import { testOf, type EvidenceId } from "@/core/ground/catalog/evidence";
import { formatShare } from "@/core/ground/quantity/format";
import { judge, type Candidate, type RuleFacts } from "@/core/judgement/rules/judge";
import { heatSetChance } from "./nextTest";
import { LIKELY_AT, type Diagnosis } from "./diagnose";

/** What a test puts on the cloth, as a step the hard rules can judge. */
const AS_STEP: Record<"water" | "solvent" | "heat", Candidate> = {
  water: { action: "agent", agent: "water", spraying: false, phMin: 6.5, phMax: 7.5, clothTempC: 20 },
  solvent: { action: "agent", agent: "solvent", spraying: false, clothTempC: 20 },
  heat: { action: "steam", agent: "water", clothTempC: 100 },
};

/**
 * Why a test may not be done here and now, in words; undefined when it may.
 * @param facts what the rules look at on this zone
 * @param diagnosis of the mark as it stands
 */
export function lockOf(
  test: EvidenceId,
  facts: RuleFacts,
  { chances, likely }: Diagnosis,
  referred: boolean,
): string | undefined {
  const { puts, stirs, cost } = testOf(test);
  if (referred && cost !== "look") return "It is referred: nothing touches it.";
  if (stirs && likely.includes("mould")) return "It may be mould: brushing throws up spores.";
  if (!puts) return undefined;
  const { forbiddenBy, requires } = judge(AS_STEP[puts], facts);
  if (puts === "heat" && heatSetChance(chances) > LIKELY_AT)
    return `Protein, dye or something unknown is still ${formatShare(heatSetChance(chances))} likely: heat sets it for good.`;
  if (forbiddenBy.length > 0) return forbiddenBy.map(({ because }) => because).join(" ");
  if (requires.has("check-first"))
    return "Look first: the care label, and what lies beside and under it. Say so in Look.";
  if (requires.has("air-before")) return "Solvent may be in the cloth: air it first.";
  if (puts === "water" && requires.has("fastness-check")) return "Prove plain water on a hidden place first, below.";
  return undefined;
}
