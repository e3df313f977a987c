import { agentOf, NEVER_MIX, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import { MIX_FORMULAS } from "@/core/ground/sums/mixFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { agentOn } from "@/core/job/ownAgent";
import { type Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";
import { limitsOf } from "@/core/judgement/rules/judge";
import { phAt } from "@/core/judgement/treatment/way/strength";

/** A little of a stronger product in a cleaner's bottle, for the heaviest grease, instead of mixing everything strong. */
export interface Booster {
  agent: AgentId;
  /** Into the bottle; absent where it may not go in. */
  ml?: Worked;
  /** Why not. */
  because?: string;
}

const BOOSTED: readonly AgentId[] = ["neutral-cleaner", "shampoo"];
const GREASE: readonly FamilyId[] = ["body-oil", "road-grease"];
const BOOSTER: AgentId = "degreaser";
/** A few mL to a bottle. Common practice, no source; ten to a litre is judgement. */
const BOOSTER_ML_PER_L = 10;

/**
 * What may be added to a bottle of cleaner whose panels carry grease.
 * @param zones where the bottle is used, with what may be on them and every group that is in the cloth or goes on it in this job
 * @returns undefined where there is nothing to boost
 */
export function boosterFor(
  context: Context,
  base: AgentId,
  bottleMl: number,
  zones: readonly { view: ZoneView; likely: readonly FamilyId[]; meets: readonly AgentGroup[] }[],
): Booster | undefined {
  if (!BOOSTED.includes(base) || !zones.some(({ likely }) => likely.some((family) => GREASE.includes(family))))
    return undefined;
  const refuse = (because: string): Booster => ({ agent: BOOSTER, because });
  const partsWater = 1000 / BOOSTER_ML_PER_L - 1;
  const ph = phAt(agentOn(context.kit, BOOSTER), partsWater);
  for (const { view, likely } of zones) {
    const limits = limitsOf(factsOf(context, view, likely, []));
    const fit = fitAgent(context, view, likely, BOOSTER, "towel", "clean");
    if (!fit.ok && fit.forbiddenBy.length > 0) return refuse(`${view.name}: ${fit.because}`);
    if (ph.phMax > limits.phMax || ph.phMin < limits.phMin)
      return refuse(
        `${view.name}: even this little brings it to pH ${ph.phMax.toFixed(1)}, over what the fibre takes.`,
      );
    if (!fit.ok && fit.because) return refuse(fit.because);
  }
  // The plan rinses for the cleaner alone: what must not meet the booster keeps it out, in the bottle or in the cloth.
  const groups = [...agentOf(base).groups, ...zones.flatMap(({ meets }) => meets)];
  const never = NEVER_MIX.find(({ pair: [a, b] }) =>
    (
      [
        [a, b],
        [b, a],
      ] as const
    ).some(([one, other]) => groups.includes(one) && agentOf(BOOSTER).groups.includes(other)),
  );
  if (never)
    return refuse(
      `It would meet ${never.pair.find((group) => !agentOf(BOOSTER).groups.includes(group))} here. ${never.because}`,
    );
  return {
    agent: BOOSTER,
    ml: sumOf(MIX_FORMULAS, "mix.booster", { bottleMl, mlPerL: stated.table(BOOSTER_ML_PER_L) }, [
      input("pH it may bring", ph.phMax, "pH"),
    ]),
  };
}
