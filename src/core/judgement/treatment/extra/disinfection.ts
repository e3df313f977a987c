import { doneOn } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { agentOn } from "@/core/job/ownAgent";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { putOn } from "@/core/judgement/treatment/lay/putOn";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

export const wantsDisinfection = (job: Job, zoneId: string): boolean =>
  job.choices.disinfect?.includes(zoneId) ?? false;

export const NOT_CLEANED = "Only on what was cleaned first: set how soiled it is.";
/** Wiped with the rest of its kind, not planned as cloth. */
export const NOT_CLOTH = "It is no cloth.";
export const notDisinfected = ({ name }: ZoneView, because: string): string =>
  `Disinfection of ${name.toLowerCase()}: not planned. ${because}`;

const BASE = "disinfect-r0";

/**
 * Disinfects what was asked for, after it was cleaned, where it may stay wet long enough.
 * @returns why not, in words
 */
export function layDisinfection(work: ZoneWork): string | undefined {
  const { context, view, likely } = work;
  if (!work.todo(BASE) && !work.todo(`${BASE}-wipe`)) return undefined;
  const fit = fitAgent(context, view, likely, "disinfectant", "hand");
  if (!fit.ok) return notDisinfected(view, fit.because);
  if (!isCleaned(work)) return notDisinfected(view, NOT_CLEANED);
  const because = work.todo(BASE) ? layWetting(work, fit) : undefined;
  if (because) return notDisinfected(view, because);
  if (work.todo(`${BASE}-wipe`)) layWipe(work);
  return undefined;
}

/** Cleaned by what is planned, or already. */
export const isCleaned = ({ steps, context, view }: ZoneWork): boolean =>
  steps.some(({ action }) => action === "clean" || action === "extract") ||
  doneOn(context.history, view.id).some(({ action }) => action === "clean" || action === "extract");

/** @returns why not, in words */
function layWetting(work: ZoneWork, fit: FoundFit): string | undefined {
  if (!clearFor(work, fit, BASE, STAGE.disinfectClear, STAGE.disinfectClear))
    return "What is in the cloth must not meet it, and cannot be rinsed out here.";
  const before = work.steps.length;
  putOn(work, STAGE.disinfect, BASE, "disinfectant", fit, {
    action: "agent",
    sprayedOver: true,
    area: work.view.areaM2,
    usualLPerM2: agentOn(work.context.kit, "disinfectant").amountLPerM2,
    why:
      "On a clean surface, and fully wet for the whole contact time: wet it again where it dries. Its label " +
      "is law in many places, and most claim hard surfaces only.",
  });
  if (work.steps.length === before) return "The water budget here is spent: let it dry first.";
  const laid = work.steps.at(-1)!;
  // The contact time guards a person: there is no upper end at which it may be cut short.
  if (laid.dwell) laid.dwell = { min: laid.dwell.min };
  return undefined;
}

function layWipe(work: ZoneWork) {
  work.add(STAGE.disinfectWipe, `${BASE}-wipe`, "", {
    action: "towel-off",
    tool: "towel",
    areaM2: work.view.areaM2,
    minutes: handsOnMinutes(work.context.kit, "towel-off", work.view.areaM2.value),
    title: "Wipe the disinfectant off",
    how: "Only when its whole time is over. White towel, damp, then dry.",
    why: "What stays is on skin and clothes next.",
    check: "No film, no smell of it.",
  });
}
