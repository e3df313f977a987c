import { evaporation } from "@/core/models/air/evaporation";
import type { AgentId } from "@/core/ground/catalog/agents";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { opened, stated, sumOf } from "@/core/ground/sums/working";
import { agentOn } from "@/core/job/ownAgent";
import { surfaceTempOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import type { Effort } from "@/core/judgement/treatment/step/effect";
import type { Dwell } from "@/core/judgement/treatment/step/step";

const DRYING_OUT_SHARE = 0.6;

/** The wait that the cleaning wants, or the agent's longest for what is old, where that is more than the shortest. */
export function longerDwell({ min, max }: Dwell, effort: Effort | undefined, longest?: { dwellMaxMin: number }): Dwell {
  const wanted = Math.max(effort?.dwellMin ?? 0, Math.min(longest?.dwellMaxMin ?? 0, (max?.value ?? Infinity) - 1));
  return wanted > min.value + 1e-9
    ? {
        min: sumOf(TREATMENT_FORMULAS, "treatment.dwellWanted", {
          shortestMin: opened(min),
          times: wanted / min.value,
        }),
        max: max && (max.value > wanted ? max : undefined),
      }
    : { min, max };
}

/** How long an agent works: longer where it is cold, no longer than it stays wet. @param filmLPerM2 what is put on */
export function dwellOf(context: Context, zoneId: string, agent: AgentId, filmLPerM2: number): Dwell {
  const { conditions } = context;
  const { dwellMinMin, dwellMaxMin } = agentOn(context.kit, agent);
  const { basis } = conditions.slow;
  const surface = surfaceTempOf(context, zoneId);
  const tempC = Math.min(conditions.slow.tempC, surface ?? Infinity);
  const cold = Math.min(2, Math.max(1, 2 ** ((20 - tempC) / 10)));
  const min = dwellMinMin * cold;
  const rate = evaporation(conditions.fast);
  // Where it would dry out before the dwell is over it is misted again; the dwell is never cut under its minimum.
  return {
    min: sumOf(TREATMENT_FORMULAS, "treatment.dwellMin", {
      shortestMin: stated.table(dwellMinMin),
      tempC:
        surface !== undefined && surface <= conditions.slow.tempC
          ? stated.measured(surface, "cloth")
          : { value: tempC, name: "air", basis: basis?.tempC ?? "entered" },
    }),
    max: sumOf(TREATMENT_FORMULAS, "treatment.dwellMax", {
      shortestMin: min,
      longestMin: stated.table(dwellMaxMin),
      filmLPerM2,
      share: stated.table(DRYING_OUT_SHARE),
      evaporation: opened(rate),
    }),
  };
}
