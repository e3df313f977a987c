import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { PANEL_L_PER_M2 } from "../step/amounts";
import { clearFor } from "./clear";
import { towelOff } from "./rinse";
import { STAGE } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** What comes before anything is treated: caked mud is soaked, all else is lifted dry. */
export function layDryLift(work: ZoneWork) {
  if (work.round > 0) return;
  if (work.view.soil?.level === "caked") layPresoak(work);
  else layVacuum(work);
}

function layPresoak(work: ZoneWork) {
  const { context, view, likely } = work;
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
        minutes: handsOnMinutes(context.kit, "presoak", view.areaM2.value),
        title: view.zone.wetMud ? "Soak and lift the wet mud" : "Soak the caked mud",
        how: "Plain water over the cake, wait until it is soft, lift it off with a towel or a plastic blade. No brush yet.",
        why: "Brushing caked mud pushes it down into the pile.",
        check: "It comes off in soft lumps.",
      },
      fit,
    );
  towelOff(work, STAGE.presoakTowel, "presoak-towel", view.areaM2);
}

function layVacuum(work: ZoneWork) {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "dry-removal");
  if (!fit.ok || !work.todo("dry-removal")) return;
  if (!clearFor(work, fit, "dry-removal", STAGE.airBeforeDry, STAGE.airBeforeDry)) return;
  const hepa = likely.includes("mould");
  work.add(
    STAGE.dryRemoval,
    "dry-removal",
    hepa ? "hepa" : "",
    {
      action: "dry-removal",
      tool: "vacuum",
      areaM2: view.areaM2,
      minutes: handsOnMinutes(context.kit, "dry-removal", view.areaM2.value),
      title: hepa ? "Lift dry soil with a HEPA vacuum" : "Lift dry soil",
      how: "Open every seam with two fingers, nozzle right behind; then all of it in slow overlapping strokes.",
      why: "Grit that gets wet turns to paste and sticks.",
      check: "No grains when you pat the panel.",
    },
    fit,
  );
}
