import type { ConstructionId, HairDensity } from "@/core/ground/catalog/findings";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import type { Kit } from "@/core/job/schema";
import { handsOnMinutes, paceOn } from "@/core/judgement/treatment/step/minutes";

/** Hair on the cloth, in hairs to a hand's width, and what may stay. Judgement. */
const DENSITY: Record<HairDensity, number> = { few: 1, much: 4, matted: 12 };
const MAY_STAY = 0.25;
/** Share one pass leaves, as the exponent's rate: loops hold hair, flat cloth lets go. Judgement. */
const RATE: Record<ConstructionId, number> = { woven: 0.9, knit: 0.7, pile: 0.6, glued: 0.45, loop: 0.35 };
/** Fibres hair clings to. Judgement. */
const CLINGS: Partial<Record<MaterialId, number>> = { wool: 0.8, acrylic: 0.8, "suede-look": 0.7 };

/**
 * Passes and minutes to lift hair, each pass in one direction with the vacuum behind it.
 * @param areaM2 m², > 0
 * @param construction undefined counts as the one that holds hair best
 * @param materials what the fibre may be; the one it clings to most counts
 * @param kit of which the own pace counts
 * @param part of which open floor is worked standing
 */
export function hairWork(
  density: HairDensity,
  areaM2: Worked,
  construction: ConstructionId | undefined,
  materials: readonly MaterialId[],
  kit: Pick<Kit, "experience"> = {},
  part: Pick<ZoneView, "role" | "soil"> = { role: "base", soil: undefined },
): { passes: Worked; minutes: Worked } {
  const rate =
    (construction ? RATE[construction] : Math.min(...Object.values(RATE))) *
    Math.min(...materials.map((material) => CLINGS[material] ?? 1));
  const needed = Math.max(1, Math.ceil(Math.log(DENSITY[density] / MAY_STAY) / rate - 1e-9));
  const passes = sumOf(GEOMETRY_FORMULAS, "hair.passes", {
    there: stated.table(DENSITY[density]),
    mayStay: stated.table(MAY_STAY),
    rate: { value: rate, basis: construction ? "table" : "assumed" },
  });
  return {
    passes,
    minutes: handsOnMinutes(kit, "hair-lift", areaM2.value, needed, paceOn(part, areaM2.value, "hair-lift")),
  };
}
