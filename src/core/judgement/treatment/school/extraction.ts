import { doneOn } from "@/core/job/history";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { entered, opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { trialOn } from "@/core/judgement/treatment/cloth/trial";
import { extractorFor, type Extractor } from "@/core/judgement/shelf/shelf";
import { recoveredBy, recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import {
  depthOf,
  ofCleaning,
  waterCourse,
  wettestMoves,
  type WaterMove,
} from "@/core/judgement/treatment/cloth/waterBudget";
import { canBeClearedFor, clearFor } from "@/core/judgement/treatment/lay/clear";
import { layAcidAfter } from "@/core/judgement/treatment/lay/rinse";
import { STAGE, type Stage } from "@/core/judgement/treatment/lay/stages";
import type { Step } from "@/core/judgement/treatment/step/step";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { dryStrokesFor, PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { drawingMinutes } from "@/core/judgement/treatment/step/minutes";
import { strokeOn } from "@/core/judgement/treatment/step/stroke";
import { soilLeft } from "@/core/judgement/treatment/step/effect";
import { passesLeave, roundsWanted, SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { fitMachine, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import {
  baseOf,
  cleanPanel,
  isHeavy,
  fitCleaner,
  NOT_RINSED,
  refuse,
  type Lead,
  type Panel,
  type Refusal,
  type Way,
} from "./panel";

/** Wet strokes that rinse something out altogether. Judgement. */
const FLUSH_STROKES = 2;
/** Where few strokes are left for heavy soil, so many rounds of cleaner may come before them. */
const MOST_ROUNDS_BEFORE = 3;

/** Pre-spray and brush where there is soil, then strokes with water on and strokes with water off, right behind. */
export function extraction(work: ZoneWork, panel: Panel): Way | Refusal {
  const { soil } = panel;
  const { lead } = panel;
  if (lead) return drawn(work, panel, lead);
  // Towelled off ahead of the machine where that leaves room for a stroke, and another round of cleaner for heavy soil,
  // as long as that brings it nearer to its target.
  const most = isHeavy(soil) ? MOST_ROUNDS_BEFORE : 1;
  let best: { trial: ZoneWork; way: Way | Refusal; left: number } | undefined;
  for (let rounds = 1; rounds <= most; rounds++)
    for (const toweled of [false, true]) {
      const isThere =
        best !== undefined && best.left <= Math.min(soil ? SOIL_TARGET[soil] : 1, panel.toBeat ?? 1) + 1e-9;
      if (isThere || (toweled && !soil)) continue;
      const trial = work.fork();
      const way = drawn(trial, panel, { rounds, toweled });
      const left = "because" in way ? Infinity : way.leaves.reduce((product, { value }) => product * value, 1);
      if (!best || left < best.left - 1e-9) best = { trial, way, left };
    }
  work.adopt(best!.trial);
  return best!.way;
}

function drawn(work: ZoneWork, panel: Panel, lead: Lead): Way | Refusal {
  const { context, view, likely } = work;
  const { soil } = panel;
  const fit = fitMachine(context, view, likely, "extract");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const cleaner = fitCleaner(work, soil, true);
  const cleaned =
    soil !== undefined && cleaner.ok && canBeClearedFor(work, cleaner)
      ? cleanPanel(work, panel, PANEL_L_PER_M2.preSpray, cleaner, { byItself: false, ...lead })
      : undefined;
  // Where nobody said it is soiled, no soil is lifted.
  const leavesAfter = (passes: number) => (soil ? [...leaves, passesLeave("extraction", passes)] : []);
  const leaves = cleaned ? [soilLeft(cleaned.effort)] : [];
  const base = `${baseOf(work)}-extract`;
  const pattern = patternOf(work, panel);
  const acidAfter = () => {
    if (cleaned || wasPutOn(work)) layAcidAfter(work, baseOf(work), panel.area, alkaline);
  };
  // An alkaline pre-spray, and a fibre that holds alkali, want a mild acid after the plain water.
  const alkaline = cleaned !== undefined && cleaner.agent === "alkaline-prespray";
  // Its only marks were flushed out by themselves: nothing else is drawn off.
  if (!work.todo(base) || panel.flushed) {
    acidAfter();
    return { leaves: leavesAfter(pattern.wanted), lead };
  }
  if (!clearFor(work, fit, base, STAGE.panelAir, STAGE.panelRinseOut)) return refuse(NOT_RINSED);
  const affordable = strokesLeft(work, pattern);
  if (Math.min(pattern.wanted, affordable) < 1)
    return refuse("The water budget here is too small for even one wet stroke.");
  const most = shallowest(work, pattern, affordable);
  const wet = Math.min(pattern.wanted, most);
  if (wet < 1) return refuse("Even one wet stroke would run deeper below the face than this build may take.");
  layStrokes(
    work,
    fit,
    base,
    panel.area,
    pattern,
    { wet, most, affordable },
    view.role === "mat" && view.builds.every((build) => build === "loose-mat")
      ? MAT_WORDS
      : panel.residue
        ? RESIDUE_WORDS
        : panel.evenOut
          ? { why: panel.evenOut }
          : {},
  );
  acidAfter();
  return { leaves: leavesAfter(wet), lead };
}

/** Rinses all of it through and draws off, with no cleaner. @returns false where none may be drawn off here */
export function flushOut(
  work: ZoneWork,
  base: string,
  stage: Stage,
  area: Worked,
  words: Pick<Step, "title" | "why" | "check">,
): boolean {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "extract");
  if (!fit.ok || !work.isClearFor(fit)) return false;
  const pattern = { ...patternOf(work, { soil: undefined }), wanted: FLUSH_STROKES, chosen: undefined };
  const affordable = strokesLeft(work, pattern);
  const most = shallowest(work, pattern, affordable);
  const wet = Math.min(pattern.wanted, most);
  if (wet < 1) return false;
  layStrokes(work, fit, base, area, pattern, { wet, most, affordable }, { stage, ...words });
  return true;
}

/** Something that leaves residue went on here, planned or done. */
const wasPutOn = ({ steps, context, view }: ZoneWork): boolean =>
  [...steps, ...doneOn(context.history, view.id)].some(({ agent }) => agent !== undefined && agent !== "water");

/** How the machine at hand is pulled here. */
interface Pattern {
  machine: Extractor;
  /** Wet strokes wanted, as chosen or for this soil. */
  wanted: number;
  chosen: { wet: number; dry: number } | undefined;
  pace: number;
  stroke: Worked;
}

function patternOf(
  { context, view }: ZoneWork,
  { soil, residue = false }: Pick<Panel, "soil"> & Partial<Pick<Panel, "residue">>,
): Pattern {
  const machine = extractorFor(context.kit, view.areaM2.value)!;
  const chosen = context.job.choices.strokes?.[view.id];
  const pace = chosen?.pace ?? 1;
  return {
    machine,
    wanted:
      chosen?.wet ??
      trialOn(context, view)?.rounds ??
      Math.max(residue ? FLUSH_STROKES : 1, roundsWanted("extraction", soil)),
    chosen,
    pace,
    stroke: strokeOn(machine, pace),
  };
}

/** At least one dry stroke after each wet one, whatever was chosen. */
const dryFor = ({ chosen }: Pattern, wet: number): Worked =>
  chosen && wet === chosen.wet ? entered("as chosen", Math.max(chosen.dry, wet), "strokes") : dryStrokesFor(wet);

const strokesLeft = (work: ZoneWork, { stroke }: Pattern) => Math.floor(work.remainingLPerM2() / stroke.value + 1e-9);

const drawing = (pattern: Pattern, strokes: number): WaterMove => ({
  action: "extract",
  waterOnLPerM2: strokes * pattern.stroke.value,
  wetStrokes: strokes,
  dryStrokes: dryFor(pattern, strokes).value,
  pace: pattern.pace,
});

/** A loose mat is carried out: the only textile that may be hosed. */
const MAT_WORDS = {
  title: "Wash the mat outside and draw it off",
  how:
    "Outside, flat on a clean floor: hose from the middle out until it runs clear, then the nozzle slowly, face first, then " +
    "the back. Stood on edge to dry.",
};

const RESIDUE_WORDS = {
  why: "Detergent that was left in it holds soil and foams: plain water takes it out, no cleaner.",
  check: "No more foam in the tank, defoamer in it; the cloth no longer feels slippery.",
};

/** The most strokes, up to some, that stay as shallow as the build may take. */
function shallowest({ context, state, view }: ZoneWork, pattern: Pattern, upTo: number): number {
  const recovery = recoveryOf(context, view).value;
  // The limit is for cleaning: a spill was deeper before anybody came.
  const there = wettestMoves(ofCleaning(state.moves));
  const staysShallow = (strokes: number) =>
    !depthOf(waterCourse([...there, drawing(pattern, strokes)], view, recovery).ownPeakLPerM2, view).tooDeep;
  let most = upTo;
  while (most > 0 && !staysShallow(most)) most -= 1;
  return most;
}

function layStrokes(
  work: ZoneWork,
  fit: FoundFit,
  base: string,
  area: Worked,
  pattern: Pattern,
  { wet, most, affordable }: { wet: number; most: number; affordable: number },
  { stage = STAGE.machine, ...words }: { stage?: Stage } & Partial<Pick<Step, "title" | "how" | "why" | "check">> = {},
) {
  const { pace, stroke, chosen, wanted, machine } = pattern;
  const tempC = fit.candidate.clothTempC!;
  const dry = dryFor(pattern, wet);
  const move = drawing(pattern, wet);
  work.add(
    stage,
    base,
    `w${wet}d${dry.value}t${tempC}${pace === 1 ? "" : `p${pace}`}`,
    {
      ...(pace === 1 ? {} : { pace }),
      mostWetStrokes: most,
      recoveredMl: recoveredBy(work.context, work.view, wettestMoves(work.state.moves), move, area),
      action: "extract",
      agent: "water",
      tool: "extractor",
      tempC,
      areaM2: area,
      waterOnLPerM2: move.waterOnLPerM2,
      dryStrokes: dry,
      wetStrokes: sumOf(WATER_FORMULAS, "water.wetStrokes", {
        wanted: chosen ? stated.entered(wanted, "as chosen") : wanted,
        affordable,
        shallow: most,
      }),
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      amountMl: sumOf(TREATMENT_FORMULAS, "treatment.amountByStrokes", {
        areaM2: area.value,
        strokes: wet,
        strokeLPerM2: opened(stroke),
      }),
      minutes: minutesOf(work, pattern, area, wet, dry),
      title: `Rinse and draw off, ${wet} wet ${wet === 1 ? "stroke" : "strokes"}, ${dry.value} dry`,
      how: machine.flowLPerMin ? howToPull(pace, wet, dry.value) : howToVacuum(wet),
      why: "Carries off what was loosened, and the cleaner with it.",
      check: "The recovered water runs clear.",
      liftOff: "A firm wipe with a dry towel.",
      ...words,
    },
    fit,
  );
}

const minutesOf = ({ context, view }: ZoneWork, pattern: Pattern, area: Worked, wet: number, dry: Worked) =>
  drawingMinutes(
    context.kit,
    area.value,
    wet + dry.value,
    pattern.stroke.value * wet * area.value,
    { ...pattern.machine, strokeMPerS: pattern.machine.strokeMPerS * pattern.pace },
    view.role,
  );

const howToVacuum = (wet: number): string =>
  `Plain water on by hand sprayer, coarse, then the wet vacuum on the same line right behind, slowly` +
  `${wet > 1 ? `; ${wet} times` : ""}. Dry strokes until the nozzle brings nothing more.`;

const howToPull = (pace: number, wet: number, dry: number): string =>
  `Pull ${pace === 1 ? "slowly" : `at ${pace} of the usual pace`} with water on, then ` +
  `${Math.max(1, Math.floor(dry / (wet + 1)))} dry strokes on the same line before the next wet one; the rest of the ` +
  "dry strokes at the end. Last wet stroke plain water.";
