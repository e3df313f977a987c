import type { ActionId } from "@/core/ground/catalog/actions";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { stated, sumOf } from "@/core/ground/sums/working";
import { judge } from "@/core/judgement/rules/judge";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { AIR_OUT_MIN } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { layRinse } from "./rinse";
import type { Stage } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Airs solvent off and rinses out what must not meet the step to come; true when all of it has been cleared. */
export function clearFor(work: ZoneWork, fit: FoundFit, base: string, air: Stage, rinse: Stage): boolean {
  const needed = work.needed(fit);
  if (needed.has("air-before")) airOut(work, air, `${base}-air`);
  if (needed.has("rinse-before")) layRinse(work, rinse, `${base}-rinse`, work.area, { required: true });
  return work.isClearFor(fit);
}

/** False where a rinse must come first and none may be made. */
export function canBeClearedFor(work: ZoneWork, fit: FoundFit): boolean {
  if (!work.needed(fit).has("rinse-before")) return true;
  const { context, view, likely } = work;
  return work.remainingLPerM2() > 0 && fitAgent(context, view, likely, "water", "towel", "rinse").ok;
}

function airOut(work: ZoneWork, stage: Stage, base: string) {
  work.add(
    stage,
    base,
    "",
    {
      action: "air",
      required: true,
      tool: "hand",
      areaM2: work.area,
      dwell: {
        min: sumOf(TREATMENT_FORMULAS, "treatment.wait", { minutes: stated.table(AIR_OUT_MIN, "airing, long end") }),
      },
      minutes: handsOnMinutes(work.context.kit, "air", 0),
      title: "Air until the solvent has gone",
      how: "Doors open, air moving, nothing that sparks or heats. Wait the time out, then smell from a distance: longer if you smell it.",
      why: "Solvent vapour catches fire from a motor's spark.",
      check: "No smell of solvent.",
    },
    judgedWithSolvent(work),
  );
}

/** Airing shows the label of the rule that asks for it. */
function judgedWithSolvent({ context, view }: ZoneWork): FoundFit {
  const candidate = { action: "dry-removal" as ActionId };
  const verdict = judge(candidate, factsOf(context, view, [], ["solvent"]));
  return {
    ok: true,
    candidate,
    verdict: { ...verdict, met: verdict.met.filter(({ require }) => require === "air-before"), requires: new Set() },
    tool: "hand",
  };
}
