import { wetZoneOf } from "@/core/answers/assess/assess";
import { layersOf } from "@/core/judgement/forecast/layered";
import { gridOf, startOf } from "@/core/models/drying/grid";
import type { Job, Kit } from "@/core/job/schema";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { input, worked, sumOf, stated, entered, type Worked } from "@/core/ground/sums/working";
import { extractorFor, machineOn, type Extractor } from "@/core/judgement/shelf/shelf";
import { balanceOf, type WaterBalance } from "@/core/models/water/balance";
import { paced } from "@/core/models/water/strokes";
import { contextOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { planIn } from "@/core/judgement/treatment/plan/plan";
import { drawingMinutes } from "@/core/judgement/treatment/step/minutes";
import { strokeOn } from "@/core/judgement/treatment/step/stroke";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import {
  cleanerLeft,
  depthOf,
  waterCourse,
  flushedTo,
  ofCleaning,
  wettestMoves,
  type WaterMove,
} from "@/core/judgement/treatment/cloth/waterBudget";

/** What a pattern of wet and dry strokes does to a zone, and the fastest one that does as much. */

export interface StrokePattern {
  wet: number;
  dry: number;
  /** Against the machine's usual. */
  pace: number;
}

/** A cut through the piece: its layers from the face down, with what stands in them. */
interface LayerCut {
  layers: { name: string; thickness: Worked; holdsLPerM2: number; water: Worked; wettedMm: number }[];
  allowed: Worked;
}

export interface StrokesDone {
  pattern: StrokePattern;
  on: Worked;
  back: Worked;
  left: Worked;
  depth: Worked;
  tooDeep: boolean;
  overBudget: boolean;
  /** Of the cleaner's strength; absent where none went on. */
  residue?: Worked;
  minutes: Worked;
  /** At its wettest on the way, and as it is left. */
  wettest: LayerCut;
  after: LayerCut;
  /** Of the whole zone's water, from the first step to the last stroke. */
  balance: WaterBalance;
}

export interface Strokes {
  machine: string;
  headWidth: Worked;
  perWet: Worked;
  budgetLeft: Worked;
  allowed: Worked;
  planned: StrokesDone;
  tried: StrokesDone;
  /** Least minutes that leave no more water and no more cleaner than planned, inside budget and depth; absent where none does. */
  fastest?: StrokesDone;
  /** Times the tanks run out or fill up on the way, and after how much area first. */
  tanks: { refills: Worked; firstRefill: Worked; empties: Worked; firstEmpty: Worked };
}

const MOST_WET = 6;
const MOST_DRY_EACH = 5;
const PACES = [0.6, 0.8, 1, 1.25, 1.5] as const;

/** What all strokes on a zone have in common. */
interface Drawing {
  context: Context;
  view: ZoneView;
  machine: Extractor;
  before: WaterMove[];
  /** What is drawn off: the panel, or the marks on it. */
  areaM2: number;
  budgetLPerM2: number;
}

/**
 * Strokes of the extraction that is planned on a zone, as planned and as tried.
 * @param tried left out: as planned
 * @returns undefined where nothing is drawn off there, or it has been
 */
export function strokesOn(
  job: Job,
  kit: Kit,
  asOf: string,
  zoneId: string,
  tried?: StrokePattern,
): Strokes | undefined {
  const context = contextOf(job, kit, asOf);
  const plan = planIn(context);
  const step = plan.steps.find(
    ({ action, zoneIds, flushes }) => action === "extract" && !flushes && zoneIds.includes(zoneId),
  );
  const zone = plan.zones[zoneId];
  const machine = zone && extractorFor(kit, zone.view.areaM2.value);
  if (!step?.wetStrokes || !step.dryStrokes || !zone || !machine) return undefined;
  const { view, moves, budget } = zone;
  // What comes before the drawing off, done or planned.
  const at = moves.findLastIndex(
    ({ action, eventId, flushedMm }) => action === "extract" && eventId === undefined && flushedMm === undefined,
  );
  // Where only marks are drawn off, what the wettest of them meets.
  const before = wettestMoves(moves.slice(0, at));
  const drawing: Drawing = {
    context,
    view,
    machine,
    before,
    areaM2: step.zoneIds.length === 1 ? step.areaM2.value : view.areaM2.value,
    budgetLPerM2: budget.value - ofCleaning(before).reduce((sum, { waterOnLPerM2 = 0 }) => sum + waterOnLPerM2, 0),
  };
  const asPlanned: StrokePattern = { wet: step.wetStrokes.value, dry: step.dryStrokes.value, pace: step.pace ?? 1 };
  const planned = done(drawing, asPlanned);
  const shown = tried ? done(drawing, tried) : planned;
  const fastest = fastestPattern(drawing, planned);
  const usual = strokeOn(machine);
  return {
    machine: machine.name,
    headWidth: entered("head width", machine.headWidthM, "m", "table"),
    perWet: usual,
    budgetLeft: sumOf(WATER_FORMULAS, "water.budgetLeft", {
      budget: budget.value,
      before: budget.value - drawing.budgetLPerM2,
    }),
    allowed: depthOf(0, view).allowed,
    planned,
    tried: shown,
    ...(fastest ? { fastest } : {}),
    tanks: tanksFor(context, machine, shown, drawing.areaM2),
  };
}

function movesOf({ machine, before }: Drawing, { wet, dry, pace }: StrokePattern): WaterMove[] {
  const each = strokeOn(machine, pace);
  return [...before, { action: "extract", waterOnLPerM2: wet * each.value, wetStrokes: wet, dryStrokes: dry, pace }];
}

/** The few numbers a search looks at. */
function weighed(drawing: Drawing, pattern: StrokePattern, recovery: number) {
  const { view, budgetLPerM2 } = drawing;
  const moves = movesOf(drawing, pattern);
  const { left, peakLPerM2 } = waterCourse(moves, view, recovery);
  const residue = cleanerLeft(moves, view, recovery);
  const { depth, tooDeep } = depthOf(peakLPerM2, view, flushedTo(moves));
  return {
    moves,
    left,
    peakLPerM2,
    depth,
    tooDeep,
    residue,
    overBudget: moves.at(-1)!.waterOnLPerM2! > budgetLPerM2 + 1e-9,
    minutes: drawingMinutes(
      drawing.context.kit,
      drawing.areaM2,
      pattern.wet + pattern.dry,
      moves.at(-1)!.waterOnLPerM2! * drawing.areaM2,
      { ...drawing.machine, strokeMPerS: drawing.machine.strokeMPerS * pattern.pace },
      view.role,
    ),
  };
}

function done(drawing: Drawing, pattern: StrokePattern): StrokesDone {
  const { context, view, before } = drawing;
  const recovery = recoveryOf(context, view).value;
  const { moves, left, peakLPerM2, depth, tooDeep, residue, overBudget, minutes } = weighed(drawing, pattern, recovery);
  const area = drawing.areaM2;
  const onLPerM2 = moves.at(-1)!.waterOnLPerM2!;
  const beforeLPerM2 = waterCourse(before, view, recovery).left.value;
  const strokesIn = [
    input("wet strokes", pattern.wet, "strokes", "entered"),
    input("dry strokes", pattern.dry, "strokes", "entered"),
    input("pace against the usual", pattern.pace, "1", "entered"),
    input("what a dry stroke takes at that pace", paced(recovery, pattern.pace), "1"),
    input("area", area, "m2"),
  ];
  const courseOf = (upTo: number) => waterCourse(moves.slice(0, upTo), view, recovery).left.value;
  return {
    pattern,
    left,
    depth,
    tooDeep,
    overBudget,
    minutes,
    on: sumOf(WATER_FORMULAS, "water.strokesOn", { onLPerM2, areaM2: area }, strokesIn),
    back: sumOf(
      WATER_FORMULAS,
      "water.strokesBack",
      { before: beforeLPerM2, on: onLPerM2, left: left.value, areaM2: area },
      strokesIn,
    ),
    ...(residue ? { residue } : {}),
    wettest: cutOf(context, view, peakLPerM2, depth.value),
    after: cutOf(context, view, left.value, depth.value),
    balance: balanceOf(
      moves.map((move, index) => ({
        beforeLPerM2: courseOf(index),
        onLPerM2: (move.waterOnLPerM2 ?? 0) + (move.foundLPerM2 ?? 0),
        afterLPerM2: courseOf(index + 1),
        by: takenBy(move),
      })),
      area,
    ),
  };
}

/** What takes water off in a move. */
function takenBy({ action, foundLPerM2, dryStrokes = 0 }: WaterMove): "machine" | "towel" | "nothing" {
  if (foundLPerM2 !== undefined) return "nothing";
  if (action === "extract" || (action === "blot" && dryStrokes > 0)) return "machine";
  return ["towel-off", "rinse", "blot"].includes(action) ? "towel" : "nothing";
}

/** Tries every pattern; few enough for that. */
function fastestPattern(drawing: Drawing, planned: StrokesDone): StrokesDone | undefined {
  const recovery = recoveryOf(drawing.context, drawing.view).value;
  const room = 1 + 1e-9;
  let best: { pattern: StrokePattern; minutes: number } | undefined;
  for (const pace of PACES)
    for (let wet = planned.pattern.wet; wet <= MOST_WET; wet++)
      for (let dry = wet; dry <= MOST_DRY_EACH * (wet + 1); dry++) {
        const pattern = { wet, dry, pace };
        const minutes = (wet + dry) / pace;
        if (best && minutes >= best.minutes) continue;
        const { left, residue, tooDeep, overBudget } = weighed(drawing, pattern, recovery);
        if (
          tooDeep ||
          overBudget ||
          left.value > planned.left.value * room ||
          (residue && residue.value > planned.residue!.value * room)
        )
          continue;
        best = { pattern, minutes };
      }
  return best && done(drawing, best.pattern);
}

/** The layers with so much water in them, as deep as it went; of a build that is not known, the first it might be. */
function cutOf(context: Context, view: ZoneView, waterLPerM2: number, depthMm: number): LayerCut {
  const zone = wetZoneOf(
    context,
    view,
    { left: entered("water in all", waterLPerM2, "L/m2", "computed"), wetM2: view.areaM2.value, depthMm },
    0,
  );
  const layers = layersOf(view.builds[0]!, zone.thickness, zone.faceHoldsLPerM2);
  const grid = gridOf(layers);
  const content = startOf(grid, waterLPerM2, depthMm);
  const of = (layer: number, value: (at: number) => number) =>
    content.reduce((sum, _, at) => (grid.layerOf[at] === layer ? sum + value(at) : sum), 0);
  return {
    layers: layers.map(({ name, thicknessMm, holdsKgPerM3 }, layer) => ({
      name,
      holdsLPerM2: (holdsKgPerM3 * thicknessMm) / 1000,
      thickness: thicknessOf(thicknessMm, zone.thickness !== undefined),
      water: worked(
        "water.cut",
        of(layer, (at) => content[at]! * grid.thicknessM[at]!),
        "L/m2",
        [
          input("water in all", waterLPerM2, "L/m2"),
          input("how deep below the face", depthMm, "mm"),
          input("this layer holds", (holdsKgPerM3 * thicknessMm) / 1000, "L/m2", "table"),
        ],
      ),
      wettedMm: of(layer, (at) => (content[at]! > 0 ? grid.thicknessM[at]! * 1000 : 0)),
    })),
    allowed: depthOf(0, view).allowed,
  };
}

const thicknessOf = (mm: number, measured: boolean) => entered("thickness", mm, "mm", measured ? "entered" : "table");

/** How often the tanks stop the work: both empty at the start of it. */
function tanksFor({ kit }: Context, machine: Extractor, { on, back }: StrokesDone, areaM2: number): Strokes["tanks"] {
  const { solutionTankL, recoveryTankL } = machineOn(kit, machine.id)!;
  const stops = (litres: Worked, tankL: number | undefined, name: string) =>
    sumOf(WATER_FORMULAS, "water.tankStops", { litres: litres.value, tankL: stated.table(tankL ?? 0, name) });
  const first = (litres: Worked, tankL: number | undefined, name: string) =>
    sumOf(WATER_FORMULAS, "water.tankArea", { litres: litres.value, tankL: stated.table(tankL ?? 0, name), areaM2 });
  return {
    refills: stops(on, solutionTankL, "solution tank"),
    firstRefill: first(on, solutionTankL, "solution tank"),
    empties: stops(back, recoveryTankL, "recovery tank"),
    firstEmpty: first(back, recoveryTankL, "recovery tank"),
  };
}
