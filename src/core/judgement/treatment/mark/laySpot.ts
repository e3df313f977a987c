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
import { withMould, type LaidMark, type MarkPlan } from "./markPlan";

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

/** The current rung of one mark: each thing it does, what must be cleared before, the towel after each. */
export function laySpot(work: ZoneWork, { plan, rungs }: LaidMark) {
  const rung = rungs[plan.round];
  if (!rung) return;
  const base = `${plan.findingId}/r${plan.round}`;
  rung.does.forEach((does, index) => {
    const name = `${base}/${index}`;
    // What is put on comes off again before the next goes on; plain water ahead of an agent only dampens.
    const lifts = layPart(work, plan, rung.why, does, name);
    const dampens = does.action === "agent" && does.agent === "water" && index < rung.does.length - 1;
    if (lifts && !dampens) towelOff(work, STAGE.spots, `${name}/towel`, plan.spread, plan.findingId);
  });
}

/** Blots what is still damp before anything else is done: every minute it runs deeper. */
export function layBlot(work: ZoneWork, { plan }: LaidMark) {
  const base = `${plan.findingId}/blot`;
  if (!plan.fresh || plan.round > 0 || !work.todo(base)) return;
  work.add(STAGE.blot, base, "", {
    action: "blot",
    findingId: plan.findingId,
    tool: "towel",
    areaM2: plan.spread,
    minutes: handsOnMinutes(work.context.kit, "blot", plan.spread.value),
    title: "Blot the fresh spill",
    how: "Lumps off with a spoon. White towels, press with your weight, from the rim in, a new side each time. No rubbing.",
    why: "Fresh it comes out; every minute it runs deeper. All else waits.",
    check: "A dry towel takes up nothing more.",
  });
}

/** @returns whether it leaves something to be lifted off */
function layPart(work: ZoneWork, plan: MarkPlan, why: string, does: Does, name: string): boolean {
  const { context, view } = work;
  const fit =
    does.action === "agent"
      ? fitAgent(context, view, withMould(plan.diagnosis.likely, work.likely), does.agent, does.tool)
      : fitMachine(context, view, work.likely, does.action);
  if (!fit.ok) return false;
  const part = { work, plan, name, fit, why };
  // Done already: what is left of it, and what it brought up, still has to come.
  if (!work.todo(name)) {
    if (does.action === "agent") layAgent(part, does.agent);
    return does.action !== "scrape";
  }
  if (!clearFor(work, fit, name, STAGE.spots, STAGE.spots)) return false;
  if (does.action === "agent") return layAgent(part, does.agent);
  return does.action === "scrape" ? layScrape(part) : laySteam(part);
}

function layAgent({ work, plan, name, fit, why }: Part, agent: Extract<Does, { action: "agent" }>["agent"]): true {
  // A ring goes only when the whole panel is wetted evenly, seam to seam; where that may not be, each mark has its own.
  const evenly = plan.sure && plan.diagnosis.leader === "water-ring" && work.area.value >= work.view.areaM2.value;
  putOn(work, STAGE.spots, name, agent, fit, {
    action: "agent",
    area: evenly ? work.area : plan.spread,
    usualLPerM2: agentOn(work.context.kit, agent).amountLPerM2,
    long: plan.old,
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
  const place = work.placeOf(plan.findingId, plan.spread);
  const on = work.allowed(PANEL_L_PER_M2.steamPass, place);
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
      amountMl: work.amount(on, plan.spread, PANEL_L_PER_M2.steamPass, place),
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
