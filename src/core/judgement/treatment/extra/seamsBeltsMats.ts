import type { HandsOn } from "@/core/judgement/treatment/step/step";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { CABINS } from "@/core/ground/pieces/cabinSpace";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { Kit } from "@/core/job/schema";
import { isDone } from "@/core/job/history";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { handsOnMinutes, ownPace } from "@/core/judgement/treatment/step/minutes";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";

/** A blow gun along a metre of seam, nozzle at the other hand. Judgement. */
const BLOW_MIN_PER_M = 0.2;
/** Brushes along a metre of seam with the nozzle behind. Judgement. */
const SEAM_MIN_PER_M = 0.4;
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

/** A mat goes back last, when it is dry on both sides. */
export function layMatBack(work: ZoneWork) {
  if (!work.todo("mat-back")) return;
  work.add(STAGE.finish, "mat-back", "", {
    action: "take-out",
    tool: "hand",
    areaM2: work.view.areaM2,
    minutes: handsOnMinutes(work.context.kit, "take-out", work.view.areaM2.value),
    title: "Put the mat back, last of all",
    how: "Dry on both sides, on a floor that is dry; clipped where it has clips.",
    why: "A damp mat on a damp floor is where mould begins.",
    check: "It cannot slide under a pedal.",
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

/** A belt runs back once it is dry. */
export function layBeltBack(work: ZoneWork) {
  if (!work.todo("belt-back")) return;
  work.add(STAGE.finish, "belt-back", "", {
    action: "take-out",
    tool: "hand",
    areaM2: work.view.areaM2,
    minutes: handsOnMinutes(work.context.kit, "take-out", work.view.areaM2.value),
    title: "Clamp off, let the belt run back",
    how: "Dry to the hand over its whole length, also where it ran into the slot. Buckle it once and let it go.",
    why: "A belt that is reeled in damp grows mould where nobody sees it.",
    check: "It runs back by itself and locks when you jerk it.",
  });
}

/** Grit and hair out of seams and crevices before the vacuum, where a compressor is at hand. */
export function layBlow(work: ZoneWork) {
  const { context, view, likely, round } = work;
  if (round > 0 || !view.seamM || !isPackedIn(view) || view.oldOrFragile || view.zone.wet || view.zone.wetMud) return;
  const fit = fitMachine(context, view, likely, "blow", work.state.inCloth);
  if (!fit.ok || fit.verdict.requires.has("air-before") || !work.todo("blow-seams")) return;
  work.add(
    STAGE.blow,
    "blow-seams",
    "",
    {
      action: "blow",
      tool: "blow-gun",
      areaM2: view.areaM2,
      minutes: seamMinutes(context.kit, "blow", view.seamM, BLOW_MIN_PER_M),
      title: "Blow the seams out",
      how: "Short bursts along stitch, piping and crevice, from the middle out, nozzle of the vacuum where it flies to.",
      why: "A brush does not reach what sits under the stitch, and once wet it runs out for days.",
      check: "Nothing more flies.",
    },
    fit,
  );
}

/** Grit sits under the stitch in a vehicle, and wherever it is heavily soiled. */
const isPackedIn = ({ soil, piece }: ZoneView) =>
  soil !== undefined && soil.level !== "light" && (soil.level !== "moderate" || CABINS.includes(piece.template));

const seamMinutes = (kit: Kit, action: "blow" | "seams", seamM: Worked, minPerM: number): HandsOn => ({
  ...sumOf(TREATMENT_FORMULAS, "treatment.seams", {
    pace: ownPace(kit, action),
    startMin: stated.table(SEAM_START_MIN),
    seamM: seamM.value,
    minPerM: stated.table(minPerM),
  }),
  startMin: SEAM_START_MIN,
});

const isSoiled = ({ view }: ZoneWork) => view.soil !== undefined && view.soil.level !== "light";

function laySeams(work: ZoneWork) {
  const { context, view, likely } = work;
  // What air blew out is clean enough for everyday soil.
  const blown = work.steps.some(({ action }) => action === "blow") || isDone(context.history, "blow-seams", view.id);
  if (blown && view.soil?.level === "moderate") return;
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
      minutes: seamMinutes(context.kit, "seams", view.seamM, SEAM_MIN_PER_M),
      title: "Brush out the seams, nozzle right behind",
      how: "Open the seam with two fingers, short strokes along stitch and piping, nozzle following. Dry.",
      why: "Seams and piping hold the most dirt, and once wet it runs out for days.",
      check: "The thread shows its own colour.",
    },
    fit,
  );
}
