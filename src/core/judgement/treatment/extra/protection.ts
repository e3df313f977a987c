import { agentOn } from "@/core/job/ownAgent";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { putOn } from "@/core/judgement/treatment/lay/putOn";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";

/** Protector on what was cleaned: damp right after, or dry when everything else is over. @returns why not, in words */
export function layProtection(work: ZoneWork): string | undefined {
  const { context, view, likely } = work;
  if (!work.todo("protect")) return undefined;
  const fit = fitAgent(context, view, likely, "protector", "hand");
  if (!fit.ok) return `Protection of ${view.name.toLowerCase()}: not planned. ${fit.because}`;
  if (!clearFor(work, fit, "protect", STAGE.protectClear, STAGE.protectClear))
    return `Protection of ${view.name.toLowerCase()}: not planned. It must be rinsed first.`;
  putOn(work, STAGE.protect, "protect", "protector", fit, {
    action: "agent",
    sprayedOver: true,
    area: view.areaM2,
    usualLPerM2: agentOn(context.kit, "protector").amountLPerM2,
    why: "On clean cloth only, light and even; out of use until it is dry.",
  });
  return undefined;
}
