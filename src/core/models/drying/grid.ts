import type { LayerRow } from "@/core/ground/catalog/layers";

/** A layer with its own thickness. */
export interface Layer extends Omit<LayerRow, "mark" | "source"> {
  thicknessMm: number;
}

/** A piece cut into cells from the face down; arrays have one entry a cell, links one between each cell and the next. */
export interface Grid {
  layers: readonly Layer[];
  layerOf: Uint8Array;
  thicknessM: Float64Array;
  holdsKgPerM3: Float64Array;
  /** Square of the content at which the air in the pores stands at half saturation, (kg/m³)². */
  halfSquared: Float64Array;
  /** Conductance for liquid, kg/m²s of one unit of potential. */
  liquid: Float64Array;
  /** Conductance for vapour that diffuses at 1 m²/s, 1/m. */
  vapour: Float64Array;
  /** From the middle of the first cell to the face, for vapour that diffuses at 1 m²/s, m. */
  faceVapourM: number;
}

/** Content, as a share of the dry mass, at which pore air stands at 50 %. Judgement. */
const HALF_SATURATED_AT = 0.003;
const FIRST_CELL_MM = 0.05;
const LATER_FIRST_CELL_MM = 0.25;

/** Cells of a layer, thickness growing by one ratio from the first, which is near the one asked for. */
function cellsOf(thicknessMm: number, firstMm: number, cells: number): number[] {
  const sumAt = (ratio: number) =>
    Array.from({ length: cells }, (_, at) => ratio ** at).reduce((sum, each) => sum + each, 0);
  let [low, high] = [1, 4];
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (firstMm * sumAt(middle) > thicknessMm) high = middle;
    else low = middle;
  }
  const scale = thicknessMm / sumAt(low);
  return Array.from({ length: cells }, (_, at) => (scale * low ** at) / 1000);
}

/** Of the cells of a stack, each later layer gets a share by the root of its thickness. */
function sharedCells(layers: readonly Layer[], cells: number): number[] {
  const weights = layers.map(({ thicknessMm }, at) =>
    at === 0 ? Math.sqrt(Math.max(4, thicknessMm)) : Math.sqrt(thicknessMm),
  );
  const all = weights.reduce((sum, each) => sum + each, 0);
  return weights.map((weight) => Math.max(4, Math.round((cells * weight) / all)));
}

/**
 * Lays a grid through the layers, finest at the face.
 * @param layers from the face down, thickness in mm > 0
 * @param cells how many in all, about; at least four a layer
 * @example gridOf([{ ...LAYERS.cover, thicknessMm: 2 }]).layers.length // 1
 */
export function gridOf(layers: readonly Layer[], cells = 40): Grid {
  const counts = sharedCells(layers, cells);
  return gridFrom(
    layers,
    layers.map(({ thicknessMm }, at) =>
      cellsOf(thicknessMm, at === 0 ? FIRST_CELL_MM : LATER_FIRST_CELL_MM, counts[at]!),
    ),
  );
}

/** The same grid with every cell cut in two. @example halved(grid).thicknessM.length / grid.thicknessM.length // 2 */
export const halved = (grid: Grid): Grid =>
  gridFrom(
    grid.layers,
    grid.layers.map((_, layer) =>
      [...grid.thicknessM].flatMap((each, at) => (grid.layerOf[at] === layer ? [each / 2, each / 2] : [])),
    ),
  );

function gridFrom(layers: readonly Layer[], cellsM: readonly (readonly number[])[]): Grid {
  const layerOf = Uint8Array.from(cellsM.flatMap((cells, layer) => cells.map(() => layer)));
  const thicknessM = Float64Array.from(cellsM.flat());
  const of = (at: number) => layers[layerOf[at]!]!;
  const cells = thicknessM.length;
  const liquid = new Float64Array(cells);
  const vapour = new Float64Array(cells);
  const through = (at: number) => ({
    liquid: thicknessM[at]! / 2 / (of(at).holdsKgPerM3 * of(at).diffusivityM2PerS),
    vapour: thicknessM[at]! / 2 / of(at).vapourFactor,
  });
  for (let at = 0; at + 1 < cells; at++) {
    liquid[at] = 1 / (through(at).liquid + through(at + 1).liquid);
    vapour[at] = 1 / (through(at).vapour + through(at + 1).vapour);
  }
  return {
    layers,
    layerOf,
    thicknessM,
    liquid,
    vapour,
    holdsKgPerM3: Float64Array.from(thicknessM, (_, at) => of(at).holdsKgPerM3),
    halfSquared: Float64Array.from(thicknessM, (_, at) => (HALF_SATURATED_AT * of(at).dryKgPerM3) ** 2),
    faceVapourM: through(0).vapour,
  };
}

/**
 * Content of each cell, kg/m³, for water that stands at one potential down to a depth. What does not fit there stands deeper;
 * what the whole piece cannot hold stands over the brim.
 * @param waterLPerM2 water in the piece, L/m² ≥ 0
 * @param depthMm how deep it went below the face layer, mm ≥ 0
 * @example Math.round(startOf(grid, 0.2, 2)[0]) // 100
 */
export function startOf(
  { layers, thicknessM, holdsKgPerM3 }: Grid,
  waterLPerM2: number,
  depthMm: number,
): Float64Array {
  const wholeM = thicknessM.reduce((sum, each) => sum + each, 0);
  const wetted = (depthM: number) => {
    let above = 0;
    return thicknessM.map((each) => {
      const share = Math.min(1, Math.max(0, (depthM - above) / each));
      above += each;
      return share;
    });
  };
  const room = (shares: Float64Array) =>
    shares.reduce((sum, share, at) => sum + share * thicknessM[at]! * holdsKgPerM3[at]!, 0);
  let wettedM = (layers[0]!.thicknessMm + depthMm) / 1000;
  while (wettedM < wholeM && room(wetted(wettedM)) < waterLPerM2) wettedM = Math.min(wholeM, wettedM * 1.02 + 1e-4);
  const shares = wetted(wettedM);
  const saturation = waterLPerM2 / room(shares);
  return shares.map((share, at) => saturation * share * holdsKgPerM3[at]!);
}
