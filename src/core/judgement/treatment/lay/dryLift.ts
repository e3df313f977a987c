import { limitsOf } from "@/core/judgement/rules/judge";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { hasWetVacuum, ownsTool } from "@/core/judgement/shelf/shelf";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import { handsOnMinutes, paceOn } from "@/core/judgement/treatment/step/minutes";
import { PANEL_L_PER_M2 } from "../step/amounts";
import { clearFor } from "./clear";
import { towelOff } from "./rinse";
import { STAGE } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** What comes before anything is treated: wet mud is soaked and lifted, all else is lifted dry. */
export function layDryLift(work: ZoneWork, given: { onlyWet: boolean; onlyMarks: boolean }) {
  if (work.round > 0) return;
  if (work.view.zone.wetMud) layPresoak(work);
  // A nozzle on what is still damp smears it and wets the motor.
  else if (!given.onlyWet) layVacuum(work, given.onlyMarks);
}

const LIFT_BY_HAND = "lift it off with a towel or a plastic blade";

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
        minutes: handsOnMinutes(
          context.kit,
          "presoak",
          view.areaM2.value,
          1,
          paceOn(view, view.areaM2.value, "presoak"),
        ),
        title: "Soak and lift the wet mud",
        how:
          `Plain water over it until it is soft, then ${hasWetVacuum(context.kit) ? "lift it with the wet vacuum" : LIFT_BY_HAND}. ` +
          "No brush yet.",
        why: "Brushing mud that was not lifted pushes it down into the pile.",
        check: "It comes off in soft lumps.",
      },
      fit,
    );
  towelOff(work, STAGE.presoakTowel, "presoak-towel", view.areaM2);
}

/** A dry brush ahead of the nozzle loosens what it would leave: the strongest that is at hand and this cloth bears. */
function dryBrush({ context, view, likely }: ZoneWork): ToolId | undefined {
  const { toolAtMost } = limitsOf(factsOf(context, view, likely, []));
  const isSoiled = view.soil !== undefined && view.soil.level !== "light";
  const fits = (tool: ToolId) => TOOLS[tool].aggressiveness <= toolAtMost && ownsTool(context.kit, tool);
  return isSoiled ? (["horsehair-brush", "soft-brush"] as const).find(fits) : undefined;
}

function layVacuum(work: ZoneWork, onlyMarks: boolean) {
  const { context, view, likely, area } = work;
  const fit = fitMachine(context, view, likely, "dry-removal");
  if (!fit.ok || !work.todo("dry-removal")) return;
  if (!clearFor(work, fit, "dry-removal", STAGE.airBeforeDry, STAGE.airBeforeDry)) return;
  const hepa = likely.includes("mould");
  // Dry mud is brushed loose with the nozzle right there; wetted first it would run down the pile. Growth never is.
  const cake = view.soil?.level === "caked" && !hepa;
  const brush = dryBrush(work);
  const noPower =
    context.job.site.power === "none" ? "No power here: a vacuum on its battery, or a soft brush and a pan. " : "";
  work.add(
    STAGE.dryRemoval,
    "dry-removal",
    [
      hepa ? "hepa" : "",
      onlyMarks ? "marks" : "",
      cake ? "cake" : "",
      brush && !onlyMarks && !cake ? "brush" : "",
    ].join(""),
    {
      action: "dry-removal",
      tool: "vacuum",
      areaM2: area,
      minutes: handsOnMinutes(context.kit, "dry-removal", area.value, 1, paceOn(view, area.value, "dry-removal")),
      title: cake
        ? "Brush the dry mud loose, nozzle right there"
        : `Lift dry soil${onlyMarks ? " round the mark" : ""}${hepa ? " with a HEPA vacuum" : ""}`,
      how:
        noPower +
        (cake
          ? "Crumble it, flick it loose with a brush this cloth bears, nozzle at the brush; again until no lump is left. " +
            "Only then is it wetted."
          : onlyMarks
            ? "The mark and a hand's width round it, slow overlapping strokes; seams there opened with two fingers."
            : `Open every seam with two fingers, nozzle right behind; then all of it in slow overlapping strokes${
                brush ? `, the ${TOOLS[brush].name} dry in front of the nozzle, against the lie` : ""
              }.`),
      why: "Grit that gets wet turns to paste and sticks.",
      check: "No grains when you pat the panel.",
    },
    fit,
  );
}
