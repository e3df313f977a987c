import { createRequire } from "node:module";
import { LuDecomposition, Matrix } from "ml-matrix";
import { vapourPressurePa } from "../../src/core/models/air/moistAir";
import { LAYERS } from "../../src/core/ground/catalog/layers";
import { dryAtHours } from "../../src/core/models/drying/course";
import { dryOut, ratesOf, USUAL_STEPS, type DryOptions, type Surroundings } from "../../src/core/models/drying/dryOut";
import { gridOf, startOf } from "../../src/core/models/drying/grid";

/** Its package ships sources that do not pass as strict TypeScript, so it is loaded without them. */
const { Solver } = createRequire(import.meta.url)("odex/src/odex.js") as { Solver: new (equations: number) => Odex };
interface Odex {
  relativeTolerance: number;
  absoluteTolerance: number;
  maxSteps: number;
  solve: (
    rates: (x: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number,
    each: (step: number, xOld: number, x: number, y: number[]) => boolean | undefined,
  ) => unknown;
}

/** The layered model against two others on the same equations and the same grid: 72 hours of a soaked seat, 60 cells. */

const DRY_AT = 0.03;
const CELLS = 60;
const grid = gridOf(
  [
    { ...LAYERS.cover, thicknessMm: 2 },
    { ...LAYERS.foam, thicknessMm: 40 },
  ],
  CELLS,
);
const air: Surroundings = { tempC: 20, vapourPa: vapourPressurePa(20, 50), airSpeedMPerS: 1, sunWPerM2: 0 };
const slab = () => ({ grid, areaM2: 1, content: startOf(grid, 0.3, 10) });
const hoursBy = (options: DryOptions) =>
  dryAtHours(
    dryOut([slab()], () => air, options),
    0,
    DRY_AT,
  );

/** The same Newton steps, each solved as a full matrix. */
const dense: DryOptions["solve"] = (lower, diagonal, upper, right) => {
  const matrix = Matrix.zeros(diagonal.length, diagonal.length);
  for (let at = 0; at < diagonal.length; at++) {
    matrix.set(at, at, diagonal[at]!);
    if (at > 0) matrix.set(at, at - 1, lower[at]!);
    if (at + 1 < diagonal.length) matrix.set(at, at + 1, upper[at]!);
  }
  return Float64Array.from(new LuDecomposition(matrix).solve(Matrix.columnVector([...right])).to1DArray());
};

/** A rival that takes longer is stopped here, and what it had done by then stands for the rest. */
const GIVE_UP_MS = 25_000;

/** Hairer's extrapolation code from the registry, for equations that are not stiff; these are. */
function byOdex(tolerance: number): { ms: number; dryH: number; reachedH: number } {
  const rates = ratesOf(slab(), air);
  // Its trial steps leave what can be; they are brought back to it, or it would end in no numbers at all.
  const inRange = (y: readonly number[]) =>
    y.map((content, at) => (content > 0 ? Math.min(content, grid.holdsKgPerM3[at]!) : 0));
  const total = (y: ArrayLike<number>) =>
    grid.thicknessM.reduce((sum, each, at) => sum + each * Math.max(0, y[at]!), 0);
  const solver = new Solver(grid.thicknessM.length);
  solver.relativeTolerance = tolerance;
  solver.absoluteTolerance = tolerance;
  solver.maxSteps = 1e9;
  let [dryH, reachedH, last, lastH] = [Infinity, 0, total(slab().content), 0];
  const start = performance.now();
  solver.solve(
    (_, y) => [...rates(inRange(y))],
    0,
    [...slab().content],
    USUAL_STEPS.hours * 3600,
    (_step, _old, x, y) => {
      const now = total(y);
      if (dryH === Infinity && now <= DRY_AT) dryH = lastH + ((last - DRY_AT) / (last - now)) * (x / 3600 - lastH);
      [last, lastH, reachedH] = [now, x / 3600, x / 3600];
      return performance.now() - start > GIVE_UP_MS ? false : undefined;
    },
  );
  return { ms: performance.now() - start, dryH, reachedH };
}

export interface Rival {
  name: string;
  ms: number;
  errorPct: number;
  /** Hours of the 72 that were done before it was stopped. */
  reachedH: number;
}

/** Every way's time for the 72 hours and its error of the drying time against a run that is exact in time. */
export function compareSolvers(medianMs: (work: () => unknown, rounds?: number) => number): {
  ours: Rival;
  rivals: Rival[];
} {
  const exact = hoursBy({ hours: 72, growth: 0.002, longestStepH: 0.02 });
  const error = (hours: number) => 100 * Math.abs(hours / exact - 1);
  const ours = {
    name: "ours",
    ms: medianMs(() => dryOut([slab()], () => air), 60),
    errorPct: error(hoursBy(USUAL_STEPS)),
    reachedH: 72,
  };
  const full = {
    name: "same steps, each solved as a full matrix (ml-matrix)",
    ms: medianMs(() => dryOut([slab()], () => air, { ...USUAL_STEPS, solve: dense }), 5),
    errorPct: error(hoursBy({ ...USUAL_STEPS, solve: dense })),
    reachedH: 72,
  };
  // Its tolerance is the loosest that still comes within half a per cent.
  const tries = [1e-2, 1e-3, 1e-4].map((tolerance) => ({ tolerance, ...byOdex(tolerance) }));
  const good = tries.find(({ dryH }) => error(dryH) <= 0.5) ?? tries.at(-1)!;
  return {
    ours,
    rivals: [
      full,
      {
        name: `extrapolation (odex, tolerance ${good.tolerance})`,
        ms: good.ms * (72 / Math.max(good.reachedH, 1e-9)),
        errorPct: error(good.dryH),
        reachedH: good.reachedH,
      },
    ],
  };
}
