import { LAYERS, STACKS } from "@/core/ground/catalog/layers";
import type { RanTo } from "@/core/ground/catalog/findings";
import type { BuildId } from "@/core/ground/catalog/builds";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** How deep a spill stands in a build, and what its layers hold as deep as that. */

/** Into the foam and not through it: this share of the lowest soft layer. Judgement. */
const SHARE_OF_LOWEST = 0.5;

interface LayerHeld {
  name: string;
  mm: number;
  lPerM2PerMm: number;
}

function layersOf({ cloth }: ZoneView, build: BuildId): LayerHeld[] {
  return STACKS[build].map(({ layer, usualMm, measured }) => ({
    name: LAYERS[layer].name.toLowerCase(),
    mm: (measured && cloth.layers?.[measured]) ?? usualMm,
    lPerM2PerMm: LAYERS[layer].holdsKgPerM3 / 1000,
  }));
}

/** The build in which a spill stands least deep; none where it may be held by glue, which is never flushed. */
function shallowestBuild(view: ZoneView): LayerHeld[] {
  if (view.builds.includes("glue-held")) return [];
  const deepMm = (layers: readonly LayerHeld[]) => layers.reduce((sum, { mm }) => sum + mm, 0);
  return view.builds
    .map((build) => layersOf(view, build))
    .reduce((least, each) => (deepMm(each) < deepMm(least) ? each : least));
}

/** How deep a spill went below the face, mm; 0 where it stayed in it or glue holds the cloth. */
export function depthRan(view: ZoneView, ranTo: RanTo | undefined): number {
  if (ranTo === undefined || ranTo === "face") return 0;
  const layers = shallowestBuild(view);
  return layers.reduce(
    (sum, { mm }, at) => sum + (ranTo === "below" || at < layers.length - 1 ? mm : mm * SHARE_OF_LOWEST),
    0,
  );
}

/** Each layer down to a depth: how much of it, mm, and what that holds, L/m². @param toMm mm below the face */
export function heldByLayers(view: ZoneView, toMm: number): { name: string; mm: number; value: number }[] {
  let left = toMm;
  return shallowestBuild(view).flatMap(({ name, mm, lPerM2PerMm }) => {
    const wet = Math.max(0, Math.min(left, mm));
    left -= wet;
    return wet > 0 ? [{ name, mm: wet, value: wet * lPerM2PerMm }] : [];
  });
}

/** The same, all layers together. */
export const heldIn = (view: ZoneView, toMm: number): number =>
  heldByLayers(view, toMm).reduce((sum, { value }) => sum + value, 0);
