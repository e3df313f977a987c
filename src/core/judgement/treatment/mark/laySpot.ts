import { agentOn } from "@/core/job/ownAgent";
import { type ZoneWork, STAGE } from "@/core/judgement/treatment/lay/zoneWork";
import type { LaidMark } from "./markPlan";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { PANEL_L_PER_M2 } from "../step/amounts";
import { fitAgent, fitMachine } from "@/core/judgement/treatment/way/allowedWay";

/** The current rung of one mark: each thing it does, what must be cleared before, the towel after. */
export function laySpot(work: ZoneWork, { plan, rungs }: LaidMark) {
  const rung = rungs[plan.round];
  if (!rung) return;
  const { context, view } = work;
  const { likely, leader } = plan.diagnosis;
  const base = `${plan.findingId}/r${plan.round}`;
  const { findingId } = plan;
  let wet = false;
  rung.does.forEach((does, index) => {
    const name = `${base}/${index}`;
    const fit =
      does.action === "agent"
        ? fitAgent(context, view, likely, does.agent, does.tool)
        : fitMachine(context, view, work.likely, does.action);
    if (!fit.ok) return;
    if (!work.todo(name)) {
      // Done already: what it brought up still has to come off.
      wet ||= does.action !== "scrape";
      return;
    }
    if (!work.clearFor(fit, name, STAGE.spots, STAGE.spots)) return;
    if (does.action === "agent") {
      // A ring goes only when the whole panel is wetted evenly, seam to seam.
      const area = plan.sure && leader === "water-ring" ? view.areaM2 : plan.spread;
      work.apply(STAGE.spots, name, does.agent, fit, {
        action: "agent",
        area,
        usualLPerM2: agentOn(context.kit, does.agent).amountLPerM2,
        rounds: 1,
        why: rung.why,
        findingId,
      });
      wet = true;
    } else if (does.action === "scrape") {
      work.add(
        STAGE.spots,
        name,
        "",
        {
          action: "scrape",
          findingId,
          tool: "scraper",
          areaM2: plan.area,
          minutes: handsOnMinutes(work.context.kit, "scrape", plan.area.value),
          title: "Chill and scrape",
          how: "A cold pack on it for a few minutes, then lift the edge with a blunt scraper. Pick up the crumbs.",
          why: rung.why,
          check: "No lump left to feel.",
        },
        fit,
      );
    } else {
      const on = work.allowed(PANEL_L_PER_M2.steamPass);
      if (on <= 0) return;
      work.add(
        STAGE.spots,
        name,
        "",
        {
          action: "steam",
          findingId,
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
          why: rung.why,
          check: "The towel takes up nothing more.",
        },
        fit,
      );
      wet = true;
    }
  });
  if (wet) work.towelOff(STAGE.spots, `${base}/towel`, plan.spread, findingId);
}
