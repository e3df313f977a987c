import { LAYERS } from "../src/core/catalog/layers";
import { gridOf, startOf } from "../src/core/drying/grid";
import { dryOut } from "../src/core/drying/dryOut";
import { vapourPressurePa } from "../src/core/air/moistAir";
const stack = [{ ...LAYERS.cover, thicknessMm: 2 }, { ...LAYERS.foam, thicknessMm: 40 }];
const g = gridOf(stack, 60);
for (const [t, r] of [[20, 50],[5,85]] as const) { const s = { tempC: t, vapourPa: vapourPressurePa(t, r), airSpeedMPerS: 1, sunWPerM2: 0 };
const ts: number[] = [];
for (let k = 0; k < 120; k++) { const a = performance.now(); dryOut([{ grid: g, areaM2: 1, content: startOf(g, 0.3, 10) }], () => s); ts.push(performance.now() - a); }
const c = dryOut([{ grid: g, areaM2: 1, content: startOf(g, 0.3, 10) }], () => s);
console.log(c.hours.length, c.iterations, ts.slice(60).sort((a, b) => a - b)[30]); }
