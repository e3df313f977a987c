import type { Wetness } from "@/core/ground/catalog/builds";
import { entered } from "@/core/ground/sums/working";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import { drawingMinutes, handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import { clearFor } from "./clear";
import { STAGE } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Dry strokes, or firm towels in turn, that take up what stands in it. Judgement. */
const STROKES: Record<Wetness, number> = { damp: 2, wet: 4, soaked: 6 };
const TOWELS: Record<Wetness, number> = { damp: 1, wet: 2, soaked: 3 };

/** What was wet when somebody came is lifted before anything goes on: the water in it is no part of what it may be given. */
export function layLiftWater(work: ZoneWork) {
  const { context, view, likely, round } = work;
  const { wet } = view.zone;
  if (!wet || round > 0 || !work.state.moves.some(({ foundLPerM2 }) => foundLPerM2) || !work.todo("lift-water")) return;
  const fit = fitMachine(context, view, likely, "extract");
  const machine = fit.ok ? extractorFor(context.kit, view.areaM2.value) : undefined;
  const words = {
    action: "blot" as const,
    areaM2: view.areaM2,
    title: "Take up the water that is in it",
    why: "What stands in it runs deeper by the hour, and leaves no room for water of ours.",
    check: "A dry towel pressed on takes up hardly anything.",
  };
  if (machine && fit.ok && clearFor(work, fit, "lift-water", STAGE.liftAir, STAGE.liftAir)) {
    const strokes = STROKES[wet];
    work.add(
      STAGE.liftWater,
      "lift-water",
      `d${strokes}`,
      {
        ...words,
        tool: "extractor",
        dryStrokes: entered("to take up what stands in it", strokes, "strokes", "table"),
        minutes: drawingMinutes(context.kit, view.areaM2.value, strokes, 0, machine, view.role),
        how: "Nozzle alone, no water on: slow strokes, each over half of the last, from the rim in.",
      },
      { ...fit, candidate: { action: "extract" } },
    );
    return;
  }
  work.add(STAGE.liftWater, "lift-water", "towel", {
    ...words,
    tool: "towel",
    minutes: handsOnMinutes(context.kit, "towel-off", view.areaM2.value, TOWELS[wet]),
    how: "White towels, press with your weight, a dry one each time, until they come away dry. No rubbing.",
  });
}
