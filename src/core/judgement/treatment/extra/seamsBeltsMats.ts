import { stated, sumOf } from "@/core/ground/sums/working";
import { isDone } from "@/core/job/history";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";

/** Brushes along a metre of seam with the nozzle behind. Judgement. */
const SEAM_MIN_PER_M = 1.2;
const SEAM_START_MIN = 0.5;

/** Seams, belts and mats have their own first step, before anything is wetted. */
export function laySeamsBeltsMats(work: ZoneWork) {
  if (work.round > 0) return;
  if (work.view.role === "mat" && work.todo("take-out")) layMat(work);
  if (work.view.role === "belt" && work.todo("belt-out")) layBelt(work);
  laySeams(work);
}

function layMat(work: ZoneWork) {
  const { context, view } = work;
  work.add(STAGE.takeOut, "take-out", "", {
    action: "take-out",
    tool: "hand",
    areaM2: view.areaM2,
    minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
    title: "Take the mat out",
    how:
      "Out of the cabin and shaken. A loose mat without electrics is the only textile that may be hosed, " +
      "outside; it goes back when it is dry underneath.",
    why: "Nothing under it is reached while it lies there.",
    check: "The floor under it looked at.",
  });
}

function layBelt(work: ZoneWork) {
  const { context, view } = work;
  work.add(STAGE.takeOut, "belt-out", "", {
    action: "take-out",
    tool: ownsTool(context.kit, "clamp") ? "clamp" : "hand",
    areaM2: view.areaM2,
    minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
    title: "Pull the belt right out and clamp it",
    how: "All the way off the reel, clamped at the slot, so that it dries in the open and nothing wet runs back in.",
    why: "A belt that is reeled in damp grows mould where nobody sees it.",
    check: "It cannot run back.",
  });
}

const isSoiled = ({ view }: ZoneWork) => view.soil !== undefined && view.soil.level !== "light";

function laySeams(work: ZoneWork) {
  const { context, view, likely } = work;
  if (!view.seamM || !isSoiled(work) || !ownsTool(context.kit, "toothbrush")) return;
  const fit = fitMachine(context, view, likely, "seams", work.state.inCloth);
  const vacuumed =
    work.steps.some(({ action }) => action === "dry-removal") || isDone(context.history, "dry-removal", view.id);
  if (!fit.ok || fit.verdict.requires.has("air-before") || !vacuumed || !work.todo("seams")) return;
  work.add(
    STAGE.seams,
    "seams",
    "",
    {
      action: "seams",
      tool: "toothbrush",
      areaM2: view.areaM2,
      minutes: {
        ...sumOf("treatment.seams", {
          startMin: stated.table(SEAM_START_MIN),
          seamM: view.seamM.value,
          minPerM: stated.table(SEAM_MIN_PER_M),
        }),
        startMin: SEAM_START_MIN,
      },
      title: "Brush out the seams, nozzle right behind",
      how: "Open the seam with two fingers, short strokes along stitch and piping, nozzle following. Dry.",
      why: "Seams and piping hold the most dirt, and once wet it runs out for days.",
      check: "The thread shows its own colour.",
    },
    fit,
  );
}
