import type { MaterialId } from "@/core/ground/catalog/materials";
import type { Worked } from "@/core/ground/sums/working";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import type { Stage } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Fibres that hold alkaline residue or brown in it. */
const ACID_RINSED: readonly MaterialId[] = ["wool", "nylon", "cotton", "linen", "jute", "viscose"];

/** @param required it clears the way for what must not meet what is in the cloth, and is plain water */
export function layRinse(work: ZoneWork, stage: Stage, base: string, area: Worked, required?: true) {
  const { context, view, likely } = work;
  const fit = (required ? undefined : acidRinse(work)) ?? fitAgent(context, view, likely, "water", "towel", "rinse");
  const onLPerM2 = work.allowed(PANEL_L_PER_M2.rinse);
  if (!fit.ok || onLPerM2 <= 0) return;
  const acid = fit.candidate.agent === "acid-rinse";
  work.add(
    stage,
    base,
    acid ? `acid-r${fit.strength?.partsWater.value}` : "",
    {
      action: "rinse",
      required,
      agent: fit.candidate.agent,
      partsWater: acid ? fit.strength?.partsWater : undefined,
      spraying: false,
      tool: "towel",
      areaM2: area,
      waterOnLPerM2: onLPerM2,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      tempC: fit.candidate.clothTempC,
      amountMl: work.amount(onLPerM2, area, PANEL_L_PER_M2.rinse),
      minutes: handsOnMinutes(context.kit, "rinse", area.value),
      title: acid ? "Acid rinse with a damp towel" : "Rinse with a damp towel",
      how: `${acid ? "Acid rinse" : "Plain water"} on a clean white towel, wrung out. Press, turn, press.`,
      why: acid
        ? "Residue soils again, and this fibre browns or yellows in it: mild acid takes it out."
        : "What stays in the cloth soils again, or meets the next agent.",
      check: "The towel no longer foams.",
      liftOff: "Dry towel straight after.",
    },
    fit,
  );
}

/** The closing rinse on wool, nylon and plant fibre, where nothing in the cloth must not meet acid. */
function acidRinse(work: ZoneWork): FoundFit | undefined {
  const { context, view, likely } = work;
  if (!view.materials.every((material) => ACID_RINSED.includes(material))) return undefined;
  const fit = fitAgent(context, view, likely, "acid-rinse", "towel", "rinse");
  return fit.ok && work.isClearFor(fit) ? fit : undefined;
}

export function towelOff(work: ZoneWork, stage: Stage, base: string, area: Worked, findingId?: string) {
  if (!work.todo(base)) return;
  work.add(stage, base, "", {
    action: "towel-off",
    findingId,
    tool: "towel",
    areaM2: area,
    minutes: handsOnMinutes(work.context.kit, "towel-off", area.value),
    title: "Towel off what has come up",
    how: "White terry on carpet, white microfibre on cloth. Press hard, do not rub; turn to a clean side.",
    why: "What has come up goes with the towel; left there it sinks back.",
    check: "A clean side stays nearly white.",
  });
}
