import type { Rung } from "@/core/ground/catalog/ladders";
import { agentOn } from "@/core/job/ownAgent";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { putOn } from "@/core/judgement/treatment/lay/putOn";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitAgent, fitMachine, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { PANEL_L_PER_M2 } from "../step/amounts";
import type { LaidMark, MarkPlan } from "./markPlan";

type Does = Rung["does"][number];
/** One thing a rung does, ready to be laid. */
interface Part {
  work: ZoneWork;
  plan: MarkPlan;
  /** Its key on this mark in this round. */
  name: string;
  fit: FoundFit;
  why: string;
}

/** The current rung of one mark: each thing it does, what must be cleared before, the towel after. */
export function laySpot(work: ZoneWork, { plan, rungs }: LaidMark) {
  const rung = rungs[plan.round];
  if (!rung) return;
  const base = `${plan.findingId}/r${plan.round}`;
  const wet = rung.does.map((does, index) => layPart(work, plan, rung.why, does, `${base}/${index}`));
  if (wet.includes(true)) towelOff(work, STAGE.spots, `${base}/towel`, plan.spread, plan.findingId);
}

/** @returns whether it leaves something to be lifted off */
function layPart(work: ZoneWork, plan: MarkPlan, why: string, does: Does, name: string): boolean {
  const { context, view } = work;
  const fit =
    does.action === "agent"
      ? fitAgent(context, view, plan.diagnosis.likely, does.agent, does.tool)
      : fitMachine(context, view, work.likely, does.action);
  if (!fit.ok) return false;
  // Done already: what it brought up still has to come off.
  if (!work.todo(name)) return does.action !== "scrape";
  if (!clearFor(work, fit, name, STAGE.spots, STAGE.spots)) return false;
  const part = { work, plan, name, fit, why };
  if (does.action === "agent") return layAgent(part, does.agent);
  return does.action === "scrape" ? layScrape(part) : laySteam(part);
}

function layAgent({ work, plan, name, fit, why }: Part, agent: Extract<Does, { action: "agent" }>["agent"]): true {
  putOn(work, STAGE.spots, name, agent, fit, {
    action: "agent",
    // A ring goes only when the whole panel is wetted evenly, seam to seam.
    area: plan.sure && plan.diagnosis.leader === "water-ring" ? work.view.areaM2 : plan.spread,
    usualLPerM2: agentOn(work.context.kit, agent).amountLPerM2,
    rounds: 1,
    why,
    findingId: plan.findingId,
  });
  return true;
}

function layScrape({ work, plan, name, fit, why }: Part): false {
  work.add(
    STAGE.spots,
    name,
    "",
    {
      action: "scrape",
      findingId: plan.findingId,
      tool: "scraper",
      areaM2: plan.area,
      minutes: handsOnMinutes(work.context.kit, "scrape", plan.area.value),
      title: "Chill and scrape",
      how: "A cold pack on it for a few minutes, then lift the edge with a blunt scraper. Pick up the crumbs.",
      why,
      check: "No lump left to feel.",
    },
    fit,
  );
  return false;
}

function laySteam({ work, plan, name, fit, why }: Part): boolean {
  const on = work.allowed(PANEL_L_PER_M2.steamPass);
  if (on <= 0) return false;
  work.add(
    STAGE.spots,
    name,
    "",
    {
      action: "steam",
      findingId: plan.findingId,
      agent: "water",
      tool: "steamer",
      tempC: fit.candidate.clothTempC,
      areaM2: plan.spread,
      waterOnLPerM2: on,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      amountMl: work.amount(on, plan.spread, PANEL_L_PER_M2.steamPass),
      minutes: handsOnMinutes(work.context.kit, "steam", plan.spread.value),
      title: "Warm through a towel, let it drink",
      how: "Steam head wrapped in a towel, kept moving; lift straight up, new side each time.",
      why,
      check: "The towel takes up nothing more.",
    },
    fit,
  );
  return true;
}
