import { entered, opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { wetStroke } from "@/core/models/water/strokes";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { depthOf, waterCourse, type WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { canBeClearedFor, clearFor } from "@/core/judgement/treatment/lay/clear";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { dryStrokesFor, PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { roundsWanted } from "@/core/judgement/treatment/step/soilRates";
import { fitMachine, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { baseOf, cleanPanel, fitCleaner, NOT_RINSED, refuse, type Panel, type Refusal, type Way } from "./panel";

/** Pre-spray and brush where there is soil, then strokes with water on and strokes with water off. */
export function extraction(work: ZoneWork, { soil }: Panel): Way | Refusal {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "extract");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const cleaner = fitCleaner(work, soil, true);
  if (soil !== undefined && soil !== "light" && cleaner.ok && canBeClearedFor(work, cleaner))
    cleanPanel(work, view.areaM2, PANEL_L_PER_M2.preSpray, soil, cleaner, false);
  const base = `${baseOf(work)}-extract`;
  const pattern = patternOf(work, soil);
  if (!work.todo(base)) return { rounds: pattern.wanted };
  if (!clearFor(work, fit, base, STAGE.panelAir, STAGE.panelRinseOut)) return refuse(NOT_RINSED);
  const affordable = strokesLeft(work, pattern);
  if (Math.min(pattern.wanted, affordable) < 1)
    return refuse("The water budget here is too small for even one wet stroke.");
  const most = shallowest(work, pattern, affordable);
  const wet = Math.min(pattern.wanted, most);
  if (wet < 1) return refuse("Even one wet stroke would run deeper below the face than this build may take.");
  layStrokes(work, fit, base, pattern, { wet, most, affordable });
  return { rounds: wet };
}

/** How the machine at hand is pulled here. */
interface Pattern {
  /** Wet strokes wanted, as chosen or for this soil. */
  wanted: number;
  chosen: { wet: number; dry: number } | undefined;
  pace: number;
  stroke: Worked;
}

function patternOf({ context, view }: ZoneWork, soil: Panel["soil"]): Pattern {
  const machine = extractorFor(context.kit, view.areaM2.value)!;
  const chosen = context.job.choices.strokes?.[view.id];
  const pace = chosen?.pace ?? 1;
  return {
    wanted: chosen?.wet ?? roundsWanted("extraction", soil),
    chosen,
    pace,
    stroke: wetStroke({ ...machine, strokeMPerS: machine.strokeMPerS * pace }),
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

/** The most strokes, up to some, that stay as shallow as the build may take. */
function shallowest({ context, state, view }: ZoneWork, pattern: Pattern, upTo: number): number {
  const recovery = recoveryOf(context, view).value;
  const staysShallow = (strokes: number) =>
    !depthOf(waterCourse([...state.moves, drawing(pattern, strokes)], view, recovery).peakLPerM2, view).tooDeep;
  let most = upTo;
  while (most > 0 && !staysShallow(most)) most -= 1;
  return most;
}

function layStrokes(
  work: ZoneWork,
  fit: FoundFit,
  base: string,
  pattern: Pattern,
  { wet, most, affordable }: { wet: number; most: number; affordable: number },
) {
  const { context, state, view } = work;
  const { pace, stroke, chosen, wanted } = pattern;
  const area = view.areaM2;
  const tempC = fit.candidate.clothTempC!;
  const dry = dryFor(pattern, wet);
  const move = drawing(pattern, wet);
  const recovery = recoveryOf(context, view).value;
  const before = waterCourse(state.moves, view, recovery).left;
  const { left } = waterCourse([...state.moves, move], view, recovery);
  work.add(
    STAGE.machine,
    base,
    `w${wet}d${dry.value}t${tempC}${pace === 1 ? "" : `p${pace}`}`,
    {
      ...(pace === 1 ? {} : { pace }),
      mostWetStrokes: most,
      recoveredMl: sumOf("water.recovered", {
        before: before.value,
        on: move.waterOnLPerM2!,
        left: left.value,
        areaM2: area.value,
      }),
      action: "extract",
      agent: "water",
      tool: "extractor",
      tempC,
      areaM2: area,
      waterOnLPerM2: move.waterOnLPerM2,
      dryStrokes: dry,
      wetStrokes: sumOf("water.wetStrokes", {
        wanted: chosen ? stated.entered(wanted, "as chosen") : wanted,
        affordable,
        shallow: most,
      }),
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      amountMl: sumOf("treatment.amountByStrokes", {
        areaM2: area.value,
        strokes: wet,
        strokeLPerM2: opened(stroke),
      }),
      minutes: handsOnMinutes(context.kit, "extract", area.value, (wet + dry.value) / pace),
      title: `Rinse and draw off, ${wet} wet ${wet === 1 ? "stroke" : "strokes"}, ${dry.value} dry`,
      how: howToPull(pace, wet, dry.value),
      why: "Carries off what was loosened, and the cleaner with it.",
      check: "The recovered water runs clear.",
      liftOff: "A firm wipe with a dry towel.",
    },
    fit,
  );
}

const howToPull = (pace: number, wet: number, dry: number): string =>
  `Pull ${pace === 1 ? "slowly" : `at ${pace} of the usual pace`} with water on, then ` +
  `${Math.max(1, Math.floor(dry / (wet + 1)))} dry strokes on the same line before the next wet one; the rest of the ` +
  "dry strokes at the end. Last wet stroke plain water.";
