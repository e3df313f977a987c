import { SPILLED } from "@/core/ground/catalog/findings";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { extractorFor, type Extractor } from "@/core/judgement/shelf/shelf";
import { depthRan, heldByLayers } from "@/core/judgement/treatment/cloth/spillDepth";
import { movesAt } from "@/core/judgement/treatment/cloth/waterBudget";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { recoveredBy } from "@/core/judgement/treatment/cloth/recovery";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { dryStrokesFor } from "@/core/judgement/treatment/step/amounts";
import { drawingMinutes } from "@/core/judgement/treatment/step/minutes";
import { strokeOn } from "@/core/judgement/treatment/step/stroke";
import { fitMachine, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import type { LaidMark, MarkPlan } from "./markPlan";

/** What ran below the face is flushed with so many times what stands there. Common practice, no source: two to three. */
const TIMES_OVER = 2.5;
/** Clear water behind the first stroke, and more than this many the tank does not take at one place. Judgement. */
const LEAST_STROKES = 2;
const MOST_STROKES = 60;

/** A spill that ran below the face is flushed as deep as it went and drawn off until it runs clear, at its own place. */
export function layFlush(work: ZoneWork, { plan }: LaidMark) {
  const { context, view, likely } = work;
  const base = `${plan.findingId}/r${plan.round}/flush`;
  const deepMm = depthRan(view, plan.ranTo);
  if (!plan.deep || deepMm === 0 || !work.todo(base)) return;
  const fit = fitMachine(context, view, likely, "extract");
  const machine = extractorFor(context.kit, view.areaM2.value);
  if (!fit.ok || !machine || !clearFor(work, fit, base, STAGE.flush, STAGE.flush)) return;
  addFlush(work, plan, base, { fit, machine, deepMm });
}

/** Litres per m² that it takes, with their working. */
function flushOf(work: ZoneWork, { spread, spilled }: MarkPlan, deepMm: number): Worked {
  const held = sumOf(WATER_FORMULAS, "water.held", {
    layers: heldByLayers(work.view, deepMm).map(({ name, value }) => ({ value, name, basis: "table" as const })),
  });
  const there = sumOf(WATER_FORMULAS, "water.spillHeld", {
    heldLPerM2: opened(held),
    areaM2: opened(spread),
    ...(spilled ? { spilledL: stated.entered(SPILLED[spilled].litres) } : {}),
  });
  return sumOf(WATER_FORMULAS, "water.flush", { times: stated.table(TIMES_OVER), heldLPerM2: opened(there) });
}

const WORDS = {
  how:
    "Water on slowly over the spill and past its rim, let it sink where the spill went, nozzle pressed on until " +
    "little comes; then the next. Until it runs clear and smells of nothing.",
  why: "What ran below the face comes back up as it dries: it is flushed as deep as it went.",
  check: "The recovered water is clear; a white towel stood on for a minute stays white.",
  liftOff: "Dry towels, your weight on them, until they come away nearly dry.",
};

function addFlush(
  work: ZoneWork,
  plan: MarkPlan,
  base: string,
  { fit, machine, deepMm }: { fit: FoundFit; machine: Extractor; deepMm: number },
) {
  const { spread, findingId } = plan;
  const stroke = strokeOn(machine);
  const wetStrokes = sumOf(WATER_FORMULAS, "water.flushStrokes", {
    flushLPerM2: opened(flushOf(work, plan, deepMm)),
    strokeLPerM2: opened(stroke),
    least: stated.table(LEAST_STROKES),
    most: stated.table(MOST_STROKES),
  });
  const wet = wetStrokes.value;
  const dryStrokes = dryStrokesFor(wet);
  const waterOnLPerM2 = wet * stroke.value;
  const flushes = sumOf(WATER_FORMULAS, "water.deepAsRan", {
    layers: heldByLayers(work.view, deepMm).map(({ name, mm }) => ({ value: mm, name, basis: "table" as const })),
  });
  const move = { action: "extract", waterOnLPerM2, wetStrokes: wet, dryStrokes: dryStrokes.value } as const;
  const there = movesAt(work.state.moves, work.placeOf(findingId, spread));
  const tempC = fit.candidate.clothTempC!;
  work.add(
    STAGE.flush,
    base,
    `w${wet}t${tempC}`,
    {
      action: "extract",
      findingId,
      agent: "water",
      tool: "extractor",
      tempC,
      areaM2: spread,
      waterOnLPerM2,
      wetStrokes,
      dryStrokes,
      flushes,
      recoveredMl: recoveredBy(work.context, work.view, there, { ...move, flushedMm: deepMm }, spread),
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      amountMl: sumOf(TREATMENT_FORMULAS, "treatment.amountByStrokes", {
        areaM2: spread.value,
        strokes: opened(wetStrokes),
        strokeLPerM2: opened(stroke),
      }),
      minutes: minutesOf(work, machine, spread, move),
      title: `Flush the spill out: ${wet} wet passes, ${dryStrokes.value} dry`,
      ...WORDS,
    },
    fit,
  );
}

const minutesOf = (
  { context, view }: ZoneWork,
  machine: Extractor,
  { value: areaM2 }: Worked,
  { waterOnLPerM2, wetStrokes, dryStrokes }: { waterOnLPerM2: number; wetStrokes: number; dryStrokes: number },
) => drawingMinutes(context.kit, areaM2, wetStrokes + dryStrokes, waterOnLPerM2 * areaM2, machine, view.role);
