import type { Assessment } from "@/core/answers/assess/assess";
import { fibreGroupOf } from "@/core/ground/catalog/fibreGroups";
import type { MachineId } from "@/core/ground/catalog/machines";
import { longestDryH } from "@/core/models/drying/longest";
import type { Job, Kit } from "@/core/job/schema";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import type { Learnt } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";
import { driedBy } from "@/core/judgement/learnt/driedBy";
import { dryingFactor, paceOf, recoveryFactor } from "@/core/judgement/learnt/own";

/** What would come back by the shelf's share, over what was expected by the share that was planned with. */
const byTheShelf = (shelf: number, used: number, strokes: number) =>
  (1 - (1 - shelf) ** strokes) / Math.max(0.01, 1 - (1 - Math.min(1, used)) ** strokes);
const MOST_H = 10_000;

/**
 * What was believed when a step was done, as the tables alone would have it: its outcome is counted for it later,
 * whatever the tables say by then.
 */
export function learntOf(
  step: Step,
  { plan, drying }: Pick<Assessment, "plan" | "drying">,
  kit: Kit,
  site: Job["site"],
): Learnt {
  const views = step.zoneIds.flatMap((id) => plan.zones[id]?.view ?? []);
  const fibre = fibreGroupOf(views.flatMap(({ materials }) => materials));
  const mark = step.findingId ? plan.marks[step.findingId] : undefined;
  const machine =
    step.action === "extract" ? extractorFor(kit, Math.max(0, ...views.map(({ areaM2 }) => areaM2.value))) : undefined;
  const forecastH =
    step.action === "set-to-dry"
      ? longestDryH(drying) / Math.max(1, dryingFactor(kit.experience, driedBy(site)).factor)
      : 0;
  const used = ({ id, recoveryPerDryStroke }: { id: MachineId; recoveryPerDryStroke: number }) =>
    drying[step.zoneIds[0]!]?.recovery?.value ?? recoveryPerDryStroke * recoveryFactor(kit.experience, id).factor;
  const { n, factor } = paceOf(kit.experience, step.action);
  return {
    // While nobody is sure what it is, its outcome tells nothing of a family.
    ...(mark?.sure ? { family: mark.diagnosis.leader } : {}),
    ...(fibre && step.agent ? { fibre } : {}),
    ...(machine && step.recoveredMl && step.dryStrokes
      ? {
          machine: machine.id,
          recoveryShare: machine.recoveryPerDryStroke,
          expectedMl:
            step.recoveredMl.value * byTheShelf(machine.recoveryPerDryStroke, used(machine), step.dryStrokes.value),
        }
      : {}),
    ...(forecastH > 0 && forecastH < MOST_H ? { forecastH } : {}),
    ...(n > 0 ? { tableMin: step.minutes.value / factor } : {}),
  };
}
