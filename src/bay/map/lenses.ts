import { PURPOSES, type PurposeId } from "@/core/ground/catalog/purposes";
import type { LayeredDrying } from "@/core/models/drying/layeredDrying";
import type { Assessment } from "@/core/answers/assess/assess";
import { SOIL_LEVELS } from "@/core/ground/catalog/builds";
import { soilSaidOf } from "@/core/job/soilOps";
import { stateAt } from "@/core/models/drying/at";
import { MOULD_CAUTION_H } from "@/core/models/drying/quick";
import { formatQuantity } from "@/core/ground/quantity/format";
import type { Worked } from "@/core/ground/sums/working";
import type { UnitSystem } from "@/core/ground/quantity/units";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { LensId } from "../state/phases";
import type { PatternId } from "./patterns";

export interface LensView {
  fill?: PatternId;
  words?: string;
  /** The number behind the words, where there is one. */
  of?: Worked;
  /** Whether it was said of the zone itself or of a whole it belongs to, where anybody said it of a whole. */
  said?: "itself" | "whole";
}

/** What a lens looks at. */
interface Looked {
  view: ZoneView;
  assessment: Assessment;
  units: UnitSystem;
  /** Hours of drying that are shown; left out: when it will be dry. */
  dryAtH?: number;
  purpose?: PurposeId;
}

export function soilLens({ view: { soil, zone }, purpose }: Pick<Looked, "view" | "purpose">): LensView {
  const said = soilSaidOf(zone) === undefined ? {} : ({ said: zone.soilOf ? "whole" : "itself" } as const);
  if (!soil && zone.clean) return { words: "clean", ...said };
  // Called for one spill, nobody has to look at the rest.
  if (!soil) return purpose && !PURPOSES[purpose].wholePiece ? {} : { fill: "unseen", words: "not looked at" };
  const words = zone.wetMud ? "wet mud" : SOIL_LEVELS[soil.level].toLowerCase();
  return { fill: `soil-${soil.level}`, words, of: soil.of, ...said };
}

function stainLens({ view, assessment: { plan } }: Looked): LensView {
  const marks = Object.values(plan.marks).filter(({ zoneId }) => zoneId === view.id).length;
  return marks > 0 ? { words: marks === 1 ? "1 mark" : `${marks} marks` } : {};
}

function waterLens({ view, assessment: { plan, drying }, units }: Looked): LensView {
  const [zonePlan, dry] = [plan.zones[view.id], drying[view.id]];
  if (!dry || !zonePlan) return {};
  const { used, budget } = zonePlan;
  const over = dry.tooDeep || used.value > budget.value + 1e-9;
  const fill = over ? "water-over" : used.value > budget.value * 0.6 ? "water-much" : "water";
  return { fill, words: formatQuantity(used, units), of: used };
}

function timeLens({ view, assessment: { plan, order, history } }: Looked): LensView {
  const first = order.tasks.findIndex(({ step: { zoneIds } }) => zoneIds.includes(view.id));
  if (first < 0) return (plan.zones[view.id]?.moves.length ?? 0) > 0 ? { words: "done" } : {};
  if (history.dwelling.some(({ zoneIds }) => zoneIds.includes(view.id))) return { fill: "time-later", words: "dwells" };
  if (first === 0 || order.tasks[first]!.running) return { fill: "time-now", words: "now" };
  // Numbered as on the run sheet.
  const before = history.standing.filter(({ kind }) => kind === "done" || kind === "skip").length;
  return { fill: "time-later", words: `step ${before + first + 1}` };
}

function dryLens({ view, assessment: { drying }, units, dryAtH }: Looked): LensView {
  const dry = drying[view.id];
  if (!dry) return {};
  if (dry.layers && dryAtH !== undefined) return dryAtLens(dry.layers, dry.hours.value, dryAtH, units);
  return {
    fill: dry.mould === "safe" ? (dry.hours.value > 12 ? "dry-slow" : "dry-soon") : "dry-over",
    words: Number.isFinite(dry.hours.value) ? formatQuantity(dry.hours, units) : "does not dry",
    of: dry.hours,
  };
}

/** How it stands so many hours on. */
function dryAtLens(layers: LayeredDrying, hours: number, atH: number, units: UnitSystem): LensView {
  const { state, water } = stateAt(layers, hours, atH);
  if (state === "dry") return { fill: "dry-soon", words: "dry", of: water };
  const words = formatQuantity(water, units);
  if (state === "dry on top") return { fill: "dry-slow", words: `${words} below`, of: water };
  return { fill: atH > MOULD_CAUTION_H ? "dry-over" : "water-much", words, of: water };
}

const LENSES: Record<LensId, (looked: Looked) => LensView> = {
  soil: soilLens,
  stain: stainLens,
  water: waterLens,
  time: timeLens,
  dry: dryLens,
};

/** What a lens shows of one zone: a weave, and a few words. */
export const lensOf = (
  lens: LensId,
  view: ZoneView,
  assessment: Assessment,
  units: UnitSystem,
  more: Pick<Looked, "dryAtH" | "purpose"> = {},
): LensView => LENSES[lens]({ view, assessment, units, ...more });

/** A swatch of each lens's own fill. */
export const LENS_SWATCH: Record<LensId, PatternId> = {
  soil: "soil-moderate",
  stain: "stain",
  water: "water-much",
  time: "time-now",
  dry: "dry-soon",
};
