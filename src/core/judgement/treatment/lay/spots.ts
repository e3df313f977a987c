import type { HairFinding } from "@/core/job/schema";
import { HAIR_DENSITIES } from "@/core/ground/catalog/findings";
import { agentOn, ownsTool } from "@/core/judgement/shelf/shelf";
import { fitAgent, fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import { hairWork } from "./hairPasses";
import type { LaidMark } from "@/core/judgement/treatment/mark/markPlan";
import { handsOnMinutes, PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/rates";
import { STAGE, type ZoneWork } from "./zoneWork";

/** What comes before anything is treated: caked mud is soaked, all else is lifted dry. */
export function layDryLift(work: ZoneWork) {
  const { context, view, likely, round } = work;
  if (round > 0) return;
  if (view.soil?.level === "caked") {
    const fit = fitMachine(context, view, likely, "presoak");
    const on = work.allowed(PANEL_L_PER_M2.presoak);
    if (!fit.ok || on <= 0) return;
    if (work.todo("presoak"))
      work.add(
        STAGE.presoak,
        "presoak",
        "",
        {
          action: "presoak",
          agent: "water",
          spraying: false,
          tool: "towel",
          tempC: fit.candidate.clothTempC,
          areaM2: view.areaM2,
          waterOnLPerM2: on,
          phMin: fit.candidate.phMin,
          phMax: fit.candidate.phMax,
          amountMl: work.amount(on, view.areaM2, PANEL_L_PER_M2.presoak),
          minutes: handsOnMinutes(work.context.kit, "presoak", view.areaM2.value),
          title: view.zone.wetMud ? "Soak and lift the wet mud" : "Soak the caked mud",
          how: "Plain water over the cake, wait until it is soft, lift it off with a towel or a plastic blade. No brush yet.",
          why: "Brushing caked mud pushes it down into the pile.",
          check: "It comes off in soft lumps.",
        },
        fit,
      );
    work.towelOff(STAGE.presoakTowel, "presoak-towel", view.areaM2);
    return;
  }
  const fit = fitMachine(context, view, likely, "dry-removal");
  if (!fit.ok || !work.todo("dry-removal") || view.neighbours.includes("high-voltage")) return;
  if (!work.clearFor(fit, "dry-removal", STAGE.airBeforeDry, STAGE.airBeforeDry)) return;
  const hepa = likely.includes("mould");
  work.add(
    STAGE.dryRemoval,
    "dry-removal",
    hepa ? "hepa" : "",
    {
      action: "dry-removal",
      tool: "vacuum",
      areaM2: view.areaM2,
      minutes: handsOnMinutes(work.context.kit, "dry-removal", view.areaM2.value),
      title: hepa ? "Lift dry soil with a HEPA vacuum" : "Lift dry soil",
      how: "Open every seam with two fingers, nozzle right behind; then all of it in slow overlapping strokes.",
      why: "Grit that gets wet turns to paste and sticks.",
      check: "No grains when you pat the panel.",
    },
    fit,
  );
}

/** Hair comes off dry, before anything else: on what may be mould nothing is brushed. */
export function layHair(work: ZoneWork, { density }: HairFinding) {
  const { context, view, likely, round } = work;
  const fit = fitMachine(context, view, likely, "dry-removal");
  if (
    round > 0 ||
    !fit.ok ||
    likely.includes("mould") ||
    !work.todo("hair-lift") ||
    view.neighbours.includes("high-voltage")
  )
    return;
  const block = ownsTool(context.kit, "rubber-block");
  const { passes, minutes } = hairWork(density, view.areaM2, view.cloth.construction, view.materials, context.kit);
  if (!work.clearFor(fit, "hair-lift", STAGE.airBeforeDry, STAGE.airBeforeDry)) return;
  work.add(
    STAGE.hair,
    "hair-lift",
    `x${passes.value}`,
    {
      action: "hair-lift",
      tool: block ? "rubber-block" : "hand",
      areaM2: view.areaM2,
      minutes,
      rounds: passes.value,
      title: `Lift hair, ${passes.value === 1 ? "one pass" : `${passes.value} passes`}`,
      how: `${block ? "Rubber block" : "Rubber-gloved hand"} in one direction, roll the hair up, vacuum right behind. Turn a quarter each pass.`,
      why: `${HAIR_DENSITIES[density]}: dry it lets go, wet it mats.`,
      check: "A pass with a dry glove brings up next to nothing.",
    },
    fit,
  );
}

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
