import type { Assessment } from "@/core/answers/assess/assess";
import { SOIL_LEVELS } from "@/core/ground/catalog/builds";
import { stateAt } from "@/core/models/drying/at";
import { MOULD_CAUTION_H } from "@/core/models/drying/quick";
import { formatQuantity } from "@/core/ground/quantity/format";
import type { Worked } from "@/core/ground/sums/working";
import type { UnitSystem } from "@/core/ground/quantity/units";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { LensId } from "../state/phases";
import type { PatternId } from "./patterns";

interface LensView {
  fill?: PatternId;
  words?: string;
  /** The number behind the words, where there is one. */
  of?: Worked;
}

/** What a lens shows of one zone: a weave, and a few words. */
export function lensOf(
  lens: LensId,
  view: ZoneView,
  { plan, drying, order, history }: Assessment,
  units: UnitSystem,
  dryAtH?: number,
): LensView {
  const zonePlan = plan.zones[view.id];
  const dry = drying[view.id];
  switch (lens) {
    case "soil": {
      const {
        soil,
        zone: { clean, wetMud },
      } = view;
      if (soil)
        return {
          fill: `soil-${soil.level}`,
          words: wetMud ? "wet mud" : SOIL_LEVELS[soil.level].toLowerCase(),
          of: soil.of,
        };
      return clean ? { words: "clean" } : { fill: "unseen", words: "not looked at" };
    }
    case "stain": {
      const marks = Object.values(plan.marks).filter(({ zoneId }) => zoneId === view.id).length;
      return marks > 0 ? { words: marks === 1 ? "1 mark" : `${marks} marks` } : {};
    }
    case "water": {
      if (!dry || !zonePlan) return {};
      const { used, budget } = zonePlan;
      return {
        fill:
          dry.tooDeep || used.value > budget.value + 1e-9
            ? "water-over"
            : used.value > budget.value * 0.6
              ? "water-much"
              : "water",
        words: formatQuantity(used, units),
        of: used,
      };
    }
    case "time": {
      const first = order.tasks.findIndex(({ step: { zoneIds } }) => zoneIds.includes(view.id));
      if (first < 0) return zonePlan && zonePlan.moves.length > 0 ? { words: "done" } : {};
      if (history.dwelling.some(({ zoneIds }) => zoneIds.includes(view.id)))
        return { fill: "time-later", words: "dwells" };
      if (first === 0 || order.tasks[first]!.running) return { fill: "time-now", words: "now" };
      // Numbered as on the run sheet.
      return {
        fill: "time-later",
        words: `step ${history.standing.filter(({ kind }) => kind === "done" || kind === "skip").length + first + 1}`,
      };
    }
    case "dry":
      if (!dry) return {};
      if (dry.layers && dryAtH !== undefined) {
        const { state, water } = stateAt(dry.layers, dry.hours.value, dryAtH);
        return {
          fill:
            state === "dry"
              ? "dry-soon"
              : state === "wet"
                ? dryAtH > MOULD_CAUTION_H
                  ? "dry-over"
                  : "water-much"
                : "dry-slow",
          words: state === "dry" ? "dry" : `${formatQuantity(water, units)}${state === "dry on top" ? " below" : ""}`,
          of: water,
        };
      }
      return {
        fill: dry.mould === "safe" ? (dry.hours.value > 12 ? "dry-slow" : "dry-soon") : "dry-over",
        words: Number.isFinite(dry.hours.value) ? `${formatQuantity(dry.hours, units)}` : "does not dry",
        of: dry.hours,
      };
  }
}

/** A swatch of each lens's own fill. */
export const LENS_SWATCH: Record<LensId, PatternId> = {
  soil: "soil-moderate",
  stain: "stain",
  water: "water-much",
  time: "time-now",
  dry: "dry-soon",
};
