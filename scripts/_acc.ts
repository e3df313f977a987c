import { LAYERS } from "../src/core/catalog/layers";
import { gridOf, startOf } from "../src/core/drying/grid";
import { dryOut, type Surroundings } from "../src/core/drying/dryOut";
import { dryAtHours } from "../src/core/drying/course";
import { vapourPressurePa } from "../src/core/air/moistAir";
const stack = [{ ...LAYERS.cover, thicknessMm: 2 }, { ...LAYERS.foam, thicknessMm: 40 }];
const carpet = [{ ...LAYERS.pile, thicknessMm: 6 }, { ...LAYERS.backing, thicknessMm: 2 }, { ...LAYERS.underlay, thicknessMm: 9 }];
const air = (tempC: number, rh: number, v: number): Surroundings => ({ tempC, vapourPa: vapourPressurePa(tempC, rh), airSpeedMPerS: v, sunWPerM2: 0 });
for (const [layers, w, d] of [[stack, .3, 10], [stack, .15, 0], [carpet, .3, 5]] as const) for (const [t, r, v] of [[20, 50, .1], [20, 50, 3], [5, 85, .3], [14,68,2]] as const) {
  const h = (cells: number, growth: number, longestStepH: number) => { const g = gridOf(layers, cells); return dryAtHours(dryOut([{ grid: g, areaM2: 1, content: startOf(g, w, d) }], () => air(t, r, v), { hours: 72, growth, longestStepH }), 0, .03); };
  const ref = h(160, 0.01, 0.1);
  console.log(w, d, t, r, v, "ref", ref.toFixed(3), [[32, .06, 1],[40, .06, 1], [40, .08, 1], [48, .06, 1], [48, .08, 1],[60,.06,1]].map(([c, g, l]) => `${c}/${g}: ${(100 * (h(c!, g!, l!) / ref - 1)).toFixed(2)}%`).join("  "));
}
