import {
  airDensityKgPerM3,
  latentHeatJPerKg,
  saturationPressurePa,
  vapourDiffusivityM2PerS,
  WATER_GAS_CONSTANT_J_PER_KGK,
} from "@/core/models/air/moistAir";
import { AIR_HEAT_J_PER_KGK, convectionWPerM2K, LEWIS, radiationWPerM2K } from "@/core/models/air/evaporation";
import { gasPerPa, takenByMachine, type Air, type Room } from "@/core/models/air/room";
import type { Grid } from "./grid";

/**
 * Water drying out of layered pieces into the air over them.
 *
 * In each piece, cells from the face down: ∂w/∂t = ∂/∂x( K ∂ψ/∂x + δ D_v ∂ρ_v/∂x ), with saturation u = w / holds, ψ
 * = u⁴/4 (the
 * Kirchhoff integral of D = D0 u³, so a front never freezes), K = holds × D0, pore vapour ρ_v = a_w ρ_vs(T_s), a_w =
 * w²/(w² + w_half²).
 * At the face: flux = (a_w p_vs(T_s) − p_a) / (R_v T_film (1/k_m + path to the first cell's middle)); T_s from the
 * energy balance.
 * Air of a room is one more row: V/(R_v T) dp/dt = Σ area × flux + n V (ρ_out − ρ) − dehumidifier.
 *
 * Stepped implicitly in two stages of second order (SDIRK, γ = 1 − 1/√2) on times that do not depend on what is in
 * it, so that
 * more water or damper air compares cell by cell; each stage by Newton, each Newton step by one sweep up every piece
 * into the
 * air's row and one sweep down.
 */

export interface Slab {
  grid: Grid;
  areaM2: number;
  /** Content of each cell at the start, kg/m³. */
  content: Float64Array;
}

/** The air over the pieces, and the room it is in, at some hour; without a room the air stays as it is. */
export interface Surroundings extends Air {
  airSpeedMPerS: number;
  /** On the face of the piece. */
  sunWPerM2: number;
  room?: Room;
}

export interface DryOptions {
  hours: number;
  /** Each step is this share of the time gone by; the first ones are short. */
  growth: number;
  longestStepH: number;
  /** Ends sooner, when no piece holds more than this, L/m². */
  untilLPerM2?: number;
  /** For slabs with a known answer: D does not fall, no vapour moves, and the face is held dry. */
  plainDiffusion?: boolean;
  /** Tells the linear solver; one sweep when left out. */
  solve?: StageSolver;
}

/** What the bench compares: the same equations, another way of solving each Newton step. */
type StageSolver = (
  lower: Float64Array,
  diagonal: Float64Array,
  upper: Float64Array,
  right: Float64Array,
) => Float64Array;

export const USUAL_STEPS: DryOptions = { hours: 72, growth: 0.04, longestStepH: 0.5 };

/** What one piece did, an entry for every step, the start among them. */
export interface SlabCourse {
  /** L/m² (1 L is 1 kg), by layer. */
  byLayer: Float64Array[];
  total: Float64Array;
  /** Leaving the face, kg/m²h. */
  flux: Float64Array;
  /** Pore humidity at the bottom and at the face, as a share. */
  deepestHumidity: Float64Array;
  faceHumidity: Float64Array;
  faceC: Float64Array;
  /** Within reach of a meter's pins, L/m². */
  near: Float64Array;
  /** What was dissolved below the visible face and has come up into it, as a share. */
  wickBack: Float64Array;
  /** What has left through the face, L/m². */
  evaporated: Float64Array;
}

export interface Course {
  hours: Float64Array;
  slabs: SlabCourse[];
  airC: Float64Array;
  vapourPa: Float64Array;
  /** Newton steps in all. */
  iterations: number;
  /** Ended before its time: these numbers cannot be followed to the end, so nothing is known beyond. */
  cutOff: boolean;
}

const GAMMA = 1 - Math.SQRT1_2;
const FIRST_STEP_H = 20 / 3600;
/** Of each row, kg/m²; where it holds more than 1 kg/m² a share of that, since rounding grows with it. */
const TOLERANCE = 1e-11;
/** Where rounding keeps Newton from coming nearer, this share of what a piece holds is near enough. */
const NEAR_ENOUGH = 4e-9;
const MOST_ITERATIONS = 40;
/** More than any cloth holds: a stage that is so far out is not coming back. */
const RUN_AWAY_KG_PER_M2 = 1e6;
const MOST_HALVINGS = 8;
/** From this Newton step on the front is where it will be, and bone-dry cells are taken as they are. */
const EXACT_FROM = 4;
/** So many Newton steps of one piece are what a drying is worth; the usual takes a tenth of it. */
const MOST_WORK = 40_000;
const LEAST_OF_ALL = 2000;
/** A face never gets beyond these, °C: on the way there Newton may look further. */
const [COLDEST_FACE_C, HOTTEST_FACE_C] = [-39, 95];
const LEAST_SLOPE_AT = 0.05;
const LEAST_SLOPE = (2 * LEAST_SLOPE_AT) / (1 + LEAST_SLOPE_AT ** 2) ** 2;
/** The face that is seen, and how deep a meter's pins reach, mm. Judgement. */
const SEEN_MM = 0.5;
export const PINS_MM = 10;

/** The moments of the steps, h. */
function momentsOf({ hours, growth, longestStepH }: DryOptions): Float64Array {
  const moments = [0];
  for (let at = 0; at < hours - 1e-9;) {
    at = Math.min(hours, at + Math.min(longestStepH, Math.max(FIRST_STEP_H, growth * at)));
    moments.push(at);
  }
  return Float64Array.from(moments);
}

/**
 * The equations over water and over ice miss each other at 0 °C by a hundredth of a per cent, and Newton would
 * stumble over the gap.
 */
const ICE_JOINS = saturationPressurePa(0) / saturationPressurePa(-1e-9);
const saturationPa = (tempC: number) => saturationPressurePa(tempC) * (tempC < 0 ? ICE_JOINS : 1);

/**
 * Sum over the cells down to a depth, the last of them in part.
 * @example sumTo(3, { thicknessM: [0.002, 0.002] }, () => 10) // 15
 */
export function sumTo(depthMm: number, { thicknessM }: Grid, of: (at: number) => number): number {
  let above = 0;
  let sum = 0;
  for (let at = 0; at < thicknessM.length && above < depthMm; at++) {
    const cellMm = thicknessM[at]! * 1000;
    sum += of(at) * Math.min(1, (depthMm - above) / cellMm);
    above += cellMm;
  }
  return sum;
}

/** One piece while it is stepped. */
class Piece {
  readonly cells: number;
  readonly water: Float64Array;
  readonly solute: Float64Array;
  faceC: number;
  /** Gone through the face so far, kg/m². */
  evaporated = 0;
  /** At the start of the stage, kg/m². */
  held = 0;
  /** Out of the face, kg/m²s, and its slopes by the first cell's content and by the vapour pressure of the air. */
  flux = 0;
  private fluxByContent = 0;
  private fluxByVapour = 0;
  private readonly activity: Float64Array;
  private readonly activitySlope: Float64Array;
  private readonly potential: Float64Array;
  private readonly potentialSlope: Float64Array;
  readonly liquidFlux: Float64Array;
  private readonly residual: Float64Array;
  private readonly lower: Float64Array;
  private readonly diagonal: Float64Array;
  private readonly upper: Float64Array;
  private readonly base: Float64Array;
  private readonly perHolds: Float64Array;
  private readonly leastSlope: Float64Array;
  private readonly pace: Float64Array;

  constructor(
    readonly slab: Slab,
    private readonly plain: boolean,
    startC: number,
  ) {
    this.cells = slab.content.length;
    this.water = slab.content.slice();
    this.faceC = startC;
    const make = () => new Float64Array(this.cells);
    [
      this.activity,
      this.activitySlope,
      this.potential,
      this.potentialSlope,
      this.liquidFlux,
      this.residual,
      this.lower,
      this.diagonal,
      this.upper,
      this.base,
    ] = [make(), make(), make(), make(), make(), make(), make(), make(), make(), make()];
    this.leastSlope = slab.grid.halfSquared.map((half) => LEAST_SLOPE / Math.sqrt(half));
    this.pace = make();
    this.perHolds = slab.grid.holdsKgPerM3.map((holds) => 1 / holds);
    const whole = this.total();
    // What is dissolved lies where the water lies.
    this.solute = this.water.map((content, at) => (whole > 0 ? (content * slab.grid.thicknessM[at]!) / whole : 0));
  }

  total(): number {
    const { thicknessM } = this.slab.grid;
    let sum = 0;
    for (let at = 0; at < this.cells; at++) sum += this.water[at]! * thicknessM[at]!;
    return sum;
  }

  /** Humidity of the pores of a cell, as a share. */
  humidity(at: number): number {
    const squared = this.water[at]! ** 2;
    return squared / (squared + this.slab.grid.halfSquared[at]!);
  }

  begin(base: Float64Array) {
    this.base.set(base);
    this.held = 0;
    for (let at = 0; at < this.cells; at++) this.held += base[at]! * this.slab.grid.thicknessM[at]!;
  }

  /** Keeps how fast the content changed, kg/m³s. */
  keepPace(from: Float64Array, stepS: number) {
    for (let at = 0; at < this.cells; at++) this.pace[at] = (this.water[at]! - from[at]!) / stepS;
  }

  /** Carries the content on at the rate of the step before, which is nearer to where Newton ends. */
  guess(from: Float64Array, stepS: number) {
    for (let at = 0; at < this.cells; at++) {
      const on = from[at]! + stepS * this.pace[at]!;
      this.water[at] = on > 0.3 * from[at]! ? on : 0.3 * from[at]!;
    }
  }

  /**
   * Where the second stage sets out from: the first one's rate carried on; undefined when that would leave less than
   * nothing.
   */
  carriedOn(from: Float64Array): Float64Array | undefined {
    const on = new Float64Array(this.cells);
    for (let at = 0; at < this.cells; at++) {
      on[at] = from[at]! + ((1 - GAMMA) / GAMMA) * (this.water[at]! - from[at]!);
      if (on[at]! < 0) return undefined;
    }
    return on;
  }

  /**
   * Residual and slopes at the present content.
   * @param exact slopes of bone-dry cells as they are
   * @returns the largest residual, kg/m²
   */
  weigh(stepS: number, air: Surroundings, exact = false): number {
    this.weighCells(exact);
    this.weighFace(air);
    return this.weighFlows(stepS);
  }

  /** What drives water and vapour out of each cell, and how fast that changes with its content. */
  private weighCells(exact: boolean) {
    const { halfSquared } = this.slab.grid;
    const { cells, perHolds, leastSlope, water, activity, activitySlope, potential, potentialSlope, plain } = this;
    for (let at = 0; at < cells; at++) {
      const content = water[at]!;
      const holds = perHolds[at]!;
      const u = content * holds;
      if (plain) {
        potential[at] = u;
        potentialSlope[at] = holds;
        continue;
      }
      const cube = u * u * u;
      potential[at] = cube * u * 0.25;
      potentialSlope[at] = cube * holds;
      const half = halfSquared[at]!;
      const squared = content * content;
      const perSum = 1 / (squared + half);
      activity[at] = squared * perSum;
      // Bone-dry cells have no slope, and a first wave of vapour would creep one cell a Newton step.
      activitySlope[at] =
        exact || squared > LEAST_SLOPE_AT * LEAST_SLOPE_AT * half
          ? 2 * content * half * perSum * perSum
          : leastSlope[at]!;
    }
  }

  /** What flows between the cells over a step, against what each holds. @returns the largest residual, kg/m² */
  private weighFlows(stepS: number): number {
    const { thicknessM, liquid, vapour } = this.slab.grid;
    const { cells, water, activity, activitySlope, potential, potentialSlope, liquidFlux, plain } = this;
    const { residual, lower, diagonal, upper, base } = this;
    // What saturated pores hold, and how fast it diffuses there, kg/m·s.
    const vapourKgPerMS = plain
      ? 0
      : (vapourDiffusivityM2PerS(this.faceC) * saturationPa(this.faceC)) /
        (WATER_GAS_CONSTANT_J_PER_KGK * (this.faceC + 273.15));
    let largest = 0;
    let above = -this.flux;
    let aboveByThis = -this.fluxByContent;
    let aboveByUpper = 0;
    for (let at = 0; at < cells; at++) {
      let below = 0;
      let belowByThis = 0;
      let belowByLower = 0;
      if (at + 1 < cells) {
        const l = liquid[at]!;
        const v = vapour[at]! * vapourKgPerMS;
        const flow = l * (potential[at]! - potential[at + 1]!);
        liquidFlux[at] = flow;
        below = flow + v * (activity[at]! - activity[at + 1]!);
        belowByThis = l * potentialSlope[at]! + v * activitySlope[at]!;
        belowByLower = -(l * potentialSlope[at + 1]! + v * activitySlope[at + 1]!);
      }
      const value = thicknessM[at]! * (water[at]! - base[at]!) + stepS * (below - above);
      residual[at] = value;
      if (Math.abs(value) > largest) largest = Math.abs(value);
      lower[at] = -stepS * aboveByUpper;
      diagonal[at] = thicknessM[at]! + stepS * (belowByThis - aboveByThis);
      upper[at] = stepS * belowByLower;
      above = below;
      aboveByUpper = belowByThis;
      aboveByThis = belowByLower;
    }
    return largest;
  }

  /** Change of content at a content, with the face settled to it. */
  rates(content: ArrayLike<number>, air: Surroundings, into: Float64Array): Float64Array {
    const { thicknessM } = this.slab.grid;
    for (let at = 0; at < this.cells; at++) this.water[at] = Math.max(0, content[at]!);
    this.base.set(this.water);
    this.weigh(1, air);
    for (let at = 0; at < this.cells; at++) into[at] = -this.residual[at]! / thicknessM[at]!;
    return into;
  }

  /** Flux at the face, with the face as warm as convection, radiation and sun keep it against what evaporates. */
  private weighFace(air: Surroundings) {
    const { grid } = this.slab;
    if (this.plain) {
      const conductance = (2 * grid.layers[0]!.diffusivityM2PerS * grid.holdsKgPerM3[0]!) / grid.thicknessM[0]!;
      this.flux = conductance * this.potential[0]!;
      this.fluxByContent = conductance * this.potentialSlope[0]!;
      return;
    }
    const { tempC, vapourPa, airSpeedMPerS, sunWPerM2 } = air;
    const convection = convectionWPerM2K(airSpeedMPerS);
    const heat = convection + radiationWPerM2K(tempC);
    const perM = (airDensityKgPerM3(tempC, vapourPa) * AIR_HEAT_J_PER_KGK * LEWIS ** (2 / 3)) / convection;
    const conductance = 1 / (perM + grid.faceVapourM / vapourDiffusivityM2PerS(this.faceC));
    const latent = latentHeatJPerKg(this.faceC);
    let flux = 0;
    let bySaturation = 0;
    let fluxByC = 0;
    for (let round = 0; round < 3; round++) {
      const gas = WATER_GAS_CONSTANT_J_PER_KGK * ((this.faceC + tempC) / 2 + 273.15);
      const saturation = saturationPa(this.faceC);
      bySaturation = conductance / gas;
      flux = bySaturation * (this.activity[0]! * saturation - vapourPa);
      // Clausius and Clapeyron: how saturation grows with warmth.
      fluxByC =
        (bySaturation * this.activity[0]! * saturation * latent) /
        (WATER_GAS_CONSTANT_J_PER_KGK * (this.faceC + 273.15) ** 2);
      // Newton ran away: the face stays as warm as it was, and the stage is given up.
      if (!Number.isFinite(flux)) break;
      const gain = heat * (tempC - this.faceC) + sunWPerM2 - flux * latent;
      const change = gain / (fluxByC * latent + heat);
      if (round === 2) break;
      this.faceC = Math.min(HOTTEST_FACE_C, Math.max(COLDEST_FACE_C, this.faceC + change));
      if (Math.abs(change) < 1e-9) break;
    }
    // The face cools as more leaves it, which holds the flux back.
    const held = heat / (fluxByC * latent + heat);
    this.flux = flux;
    this.fluxByContent = bySaturation * saturationPa(this.faceC) * this.activitySlope[0]! * held;
    this.fluxByVapour = -bySaturation * held;
  }

  /** Sweeps up: what the first cell's row says once all below it is put in. */
  sweepUp(stepS: number): { pivot: number; right: number; byVapour: number } {
    const { residual, lower, diagonal, upper } = this;
    for (let at = this.cells - 1; at > 0; at--) {
      // Kept as one over it, for the sweep down.
      const inverse = 1 / diagonal[at]!;
      diagonal[at] = inverse;
      const factor = upper[at - 1]! * inverse;
      diagonal[at - 1]! -= factor * lower[at]!;
      residual[at - 1]! -= factor * residual[at]!;
    }
    return { pivot: diagonal[0]!, right: -residual[0]!, byVapour: stepS * this.fluxByVapour };
  }

  /** Sweeps down with what the air's row gave. A cell gives at most nine tenths of its water in one Newton step. */
  sweepDown(first: number) {
    const { residual, lower, diagonal, water } = this;
    let change = first;
    for (let at = 0; at < this.cells; at++) {
      if (at > 0) change = (-residual[at]! - lower[at]! * change) * diagonal[at]!;
      const content = water[at]! + change;
      water[at] = content > 0.1 * water[at]! ? content : 0.1 * water[at]!;
    }
  }

  /** The whole Newton step by somebody else's solver. */
  solveBy(solve: StageSolver) {
    const change = solve(
      this.lower,
      this.diagonal,
      this.upper,
      this.residual.map((value) => -value),
    );
    for (let at = 0; at < this.cells; at++)
      this.water[at] = Math.max(0.1 * this.water[at]!, this.water[at]! + change[at]!);
  }

  get fluxSlopes() {
    return { byContent: this.fluxByContent, byVapour: this.fluxByVapour };
  }

  /**
   * What is dissolved goes with the liquid, out of the cell the water comes from; implicit, so none is made or lost.
   */
  carrySolute(stepS: number) {
    const { thicknessM } = this.slab.grid;
    const { solute, liquidFlux, water, cells, lower, diagonal, upper } = this;
    const perS = (at: number, flux: number) => (stepS * flux) / Math.max(water[at]! * thicknessM[at]!, 1e-15);
    for (let at = 0; at < cells; at++) {
      const below = at + 1 < cells ? liquidFlux[at]! : 0;
      const above = at > 0 ? liquidFlux[at - 1]! : 0;
      diagonal[at] = 1 + perS(at, Math.max(0, below)) + perS(at, Math.max(0, -above));
      lower[at] = at > 0 ? -perS(at - 1, Math.max(0, above)) : 0;
      upper[at] = at + 1 < cells ? -perS(at + 1, Math.max(0, -below)) : 0;
    }
    for (let at = cells - 1; at > 0; at--) {
      const factor = upper[at - 1]! / diagonal[at]!;
      diagonal[at - 1]! -= factor * lower[at]!;
      solute[at - 1]! -= factor * solute[at]!;
    }
    for (let at = 0; at < cells; at++)
      solute[at] = (solute[at]! - (at > 0 ? lower[at]! * solute[at - 1]! : 0)) / diagonal[at]!;
  }

  /** Share of all that is dissolved in what is seen of the face. */
  seen = (): number => sumTo(SEEN_MM, this.slab.grid, (at) => this.solute[at]!);

  /** Water where a meter's pins reach. */
  near = (): number => sumTo(PINS_MM, this.slab.grid, (at) => this.water[at]! * this.slab.grid.thicknessM[at]!);
}

/**
 * Lets pieces dry side by side in one air.
 * @param slabs at least one; content ≥ 0
 * @param at the surroundings at an hour from the start, −20 to 60 °C
 * @returns what each did, step by step; water is kept to one part in a million
 * @example dryOut([{ grid, areaM2: 1, content: startOf(grid, 0.2, 2) }], () => air).hours.at(-1) // 72
 */
export function dryOut(
  slabs: readonly Slab[],
  at: (hours: number) => Surroundings,
  options: DryOptions = USUAL_STEPS,
): Course {
  const moments = momentsOf(options);
  const start = at(0);
  const pieces = slabs.map((slab) => new Piece(slab, options.plainDiffusion ?? false, start.tempC));
  const run = new Run(pieces, start.room?.read ?? { tempC: start.tempC, vapourPa: start.vapourPa }, at, options.solve);
  const courses = pieces.map((piece) => emptyCourse(piece, moments.length));
  const [airC, vapourPa] = [new Float64Array(moments.length), new Float64Array(moments.length)];
  const note = (step: number) => {
    pieces.forEach((piece, index) => noteOf(piece, courses[index]!, step));
    airC[step] = run.air.tempC;
    vapourPa[step] = run.air.vapourPa;
  };
  pieces.forEach((piece) => piece.weigh(0, { ...start, ...run.air }));
  note(0);
  let steps = 1;
  while (
    steps < moments.length &&
    !run.isSpent &&
    !pieces.every((piece) => piece.total() <= (options.untilLPerM2 ?? -1))
  ) {
    run.advance(moments[steps - 1]!, moments[steps]! - moments[steps - 1]!);
    note(steps);
    steps += 1;
  }
  const cut = (each: Float64Array) => each.subarray(0, steps);
  return {
    hours: cut(moments),
    slabs: courses.map((course) => cutShort(course, cut)),
    airC: cut(airC),
    vapourPa: cut(vapourPa),
    iterations: run.iterations,
    cutOff: run.isSpent && steps < moments.length,
  };
}

/**
 * How fast each cell's content changes, kg/m³s: the same equations as one right-hand side, for solvers of their own.
 * @param slab content is not read, @param surroundings air that stays as it is
 * @example ratesOf({ grid, areaM2: 1, content: startOf(grid, 0.2, 2) }, air)(startOf(grid, 0.2,
 *   2)).length === grid.thicknessM.length // true
 */
export function ratesOf(slab: Slab, surroundings: Surroundings): (content: ArrayLike<number>) => Float64Array {
  const piece = new Piece(slab, false, surroundings.tempC);
  const rates = new Float64Array(piece.cells);
  return (content) => piece.rates(content, surroundings, rates);
}

/** Pieces and their air on the way through the steps. */
class Run {
  iterations = 0;
  private read: Air | undefined;

  /** No more work is put into it. */
  get isSpent(): boolean {
    return this.iterations >= Math.max(LEAST_OF_ALL, MOST_WORK / this.pieces.length);
  }

  /** The last stage went where no water can be. */
  private ranAway = false;

  constructor(
    readonly pieces: readonly Piece[],
    public air: Air,
    private readonly at: (hours: number) => Surroundings,
    private readonly solve: StageSolver | undefined,
  ) {}

  /**
   * One step in two stages; in one where the second would set out from less than nothing; in two halves where Newton
   * does not get there.
   */
  advance(fromH: number, stepH: number, halvings = 0): void {
    const { pieces } = this;
    const stepS = stepH * 3600;
    const late = this.at(fromH + stepH);
    this.readAir(late);
    const before = pieces.map((piece) => piece.water.slice());
    const started = this.air;
    const airFrom = airWarmed(started, late, pieces, stepS);
    this.air = airFrom;
    let flux: number[] | undefined;
    pieces.forEach((piece, index) => piece.guess(before[index]!, GAMMA * stepS));
    if (this.stage(GAMMA * stepS, this.at(fromH + GAMMA * stepH), before, airFrom.vapourPa)) {
      const first = pieces.map((piece) => piece.flux);
      const airOn = airFrom.vapourPa + ((1 - GAMMA) / GAMMA) * (this.air.vapourPa - airFrom.vapourPa);
      const on = pieces.map((piece, index) => piece.carriedOn(before[index]!));
      pieces.forEach((piece, index) => {
        piece.keepPace(before[index]!, GAMMA * stepS);
        piece.guess(before[index]!, stepS);
      });
      if (airOn > 0 && on.every((each) => each !== undefined) && this.stage(GAMMA * stepS, late, on, airOn))
        flux = pieces.map((piece, index) => (1 - GAMMA) * first[index]! + GAMMA * piece.flux);
    }
    if (!flux) {
      this.putBack(before, airFrom);
      if (this.stage(stepS, late, before, airFrom.vapourPa)) flux = pieces.map((piece) => piece.flux);
    }
    if (!flux && halvings < MOST_HALVINGS && !this.isSpent) {
      this.putBack(before, started);
      this.advance(fromH, stepH / 2, halvings + 1);
      return this.advance(fromH + stepH / 2, stepH / 2, halvings + 1);
    }
    if (!flux && this.ranAway) {
      // Better nothing moves for a moment than that water is made.
      this.putBack(before, airFrom);
      for (const piece of pieces) piece.flux = 0;
    }
    pieces.forEach((piece, index) => {
      piece.keepPace(before[index]!, stepS);
      piece.carrySolute(stepS);
      piece.evaporated += stepS * (flux?.[index] ?? piece.flux);
    });
  }

  /** Air that was read there outranks what was reckoned, once, from its moment on. */
  private readAir({ room }: Surroundings) {
    if (room?.read && room.read !== this.read) this.air = room.read;
    this.read = room?.read;
  }

  private putBack(water: readonly Float64Array[], air: Air) {
    this.pieces.forEach((piece, index) => piece.water.set(water[index]!));
    this.air = air;
  }

  /** One implicit stage from a base: true when every row holds at its end. */
  private stage(stepS: number, surroundings: Surroundings, bases: readonly Float64Array[], airBasePa: number): boolean {
    const { pieces } = this;
    const { room } = surroundings;
    pieces.forEach((piece, index) => piece.begin(bases[index]!));
    if (!room) this.air = { tempC: surroundings.tempC, vapourPa: surroundings.vapourPa };
    const areaM2 = pieces.reduce((sum, { slab }) => sum + slab.areaM2, 0);
    let previous = 0;
    for (let round = 0; round < MOST_ITERATIONS; round++) {
      this.iterations += 1;
      const now: Surroundings = { ...surroundings, ...this.air };
      let largest = 0;
      let share = 0;
      for (const piece of pieces) {
        const residual = piece.weigh(stepS, now, round >= EXACT_FROM);
        largest = Math.max(largest, residual / Math.max(1, piece.held));
        share = Math.max(share, residual / piece.held);
      }
      const row = room && airRow(room, this.air, surroundings, pieces, stepS, airBasePa);
      if (row) largest = Math.max(largest, Math.abs(row.residual) / (areaM2 + row.holdsKg));
      if (largest < TOLERANCE || (share < NEAR_ENOUGH && largest < NEAR_ENOUGH && largest > previous / 2)) return true;
      previous = largest;
      this.ranAway = !(largest < RUN_AWAY_KG_PER_M2) || pieces.some(({ flux }) => !Number.isFinite(flux));
      if (this.ranAway) return false;
      if (this.solve) {
        for (const piece of pieces) piece.solveBy(this.solve);
        continue;
      }
      const tops = pieces.map((piece) => piece.sweepUp(stepS));
      const change = row ? airChange(row, pieces, tops, stepS) : 0;
      pieces.forEach((piece, index) => {
        const { pivot, right, byVapour } = tops[index]!;
        piece.sweepDown((right - byVapour * change) / pivot);
      });
      if (row) this.air = { ...this.air, vapourPa: Math.max(1, this.air.vapourPa + change) };
    }
    return false;
  }
}

/** The row of a room's vapour: what it holds against what comes in and goes out, kg. */
function airRow(
  room: Room,
  air: Air,
  outside: Air,
  pieces: readonly Piece[],
  stepS: number,
  basePa: number,
): { residual: number; slope: number; holdsKg: number } {
  const changesM3PerS = (room.airChangesPerH * room.volumeM3) / 3600;
  const [inside, out] = [gasPerPa(air.tempC), outside.vapourPa * gasPerPa(outside.tempC)];
  const taken = takenByMachine(room, air);
  const holds = room.volumeM3 * inside;
  let residual =
    holds * (air.vapourPa - basePa) - stepS * (changesM3PerS * (out - air.vapourPa * inside) - taken.kgPerS);
  let slope = holds + stepS * (changesM3PerS * inside + taken.kgPerSPa);
  for (const { slab, flux, fluxSlopes } of pieces) {
    residual -= stepS * slab.areaM2 * flux;
    slope -= stepS * slab.areaM2 * fluxSlopes.byVapour;
  }
  return { residual, slope, holdsKg: holds * air.vapourPa };
}

/** Change of the air's vapour pressure once every piece below it is put in, Pa. */
function airChange(
  { residual, slope }: { residual: number; slope: number },
  pieces: readonly Piece[],
  tops: readonly ReturnType<Piece["sweepUp"]>[],
  stepS: number,
): number {
  let right = -residual;
  let whole = slope;
  pieces.forEach(({ slab, fluxSlopes }, index) => {
    const { pivot, right: first, byVapour } = tops[index]!;
    const weight = (stepS * slab.areaM2 * fluxSlopes.byContent) / pivot;
    right += weight * first;
    whole += weight * byVapour;
  });
  return right / whole;
}

/** Here a thermostat, or whoever stands by, turns the heater down, °C. Judgement. */
const HOTTEST_C = 40;

/** The air with the room as warm as it is at the end of a step: heater, sun and leaks against what warms the cloth. */
function airWarmed(air: Air, { room, tempC, vapourPa }: Surroundings, pieces: readonly Piece[], stepS: number): Air {
  if (!room) return { tempC, vapourPa };
  const leaks =
    room.lossWPerK +
    ((room.airChangesPerH * room.volumeM3) / 3600) * airDensityKgPerM3(tempC, vapourPa) * AIR_HEAT_J_PER_KGK;
  const taken = takenByMachine(room, air).kgPerS * latentHeatJPerKg(air.tempC);
  // What evaporates is paid for by the air.
  const evaporating = pieces.reduce((sum, { flux, slab }) => sum + slab.areaM2 * flux, 0) * latentHeatJPerKg(air.tempC);
  const gain = room.heatW + taken - evaporating + leaks * tempC;
  const reckonedC = (room.heatCapacityJPerK * air.tempC + stepS * gain) / (room.heatCapacityJPerK + stepS * leaks);
  return {
    tempC: Math.max(COLDEST_FACE_C, Math.min(reckonedC, Math.max(HOTTEST_C, air.tempC, tempC))),
    vapourPa: air.vapourPa,
  };
}

function emptyCourse({ slab }: Piece, steps: number): SlabCourse {
  const make = () => new Float64Array(steps);
  return {
    byLayer: slab.grid.layers.map(make),
    total: make(),
    flux: make(),
    near: make(),
    deepestHumidity: make(),
    faceHumidity: make(),
    faceC: make(),
    wickBack: make(),
    evaporated: new Float64Array(steps),
  };
}

const cutShort = ({ byLayer, ...rest }: SlabCourse, cut: (each: Float64Array) => Float64Array): SlabCourse =>
  ({
    ...Object.fromEntries(Object.entries(rest).map(([key, each]) => [key, cut(each)])),
    byLayer: byLayer.map(cut),
  }) as SlabCourse;

function noteOf(piece: Piece, course: SlabCourse, step: number) {
  const { grid } = piece.slab;
  for (let at = 0; at < piece.cells; at++)
    course.byLayer[grid.layerOf[at]!]![step]! += piece.water[at]! * grid.thicknessM[at]!;
  course.total[step] = piece.total();
  course.flux[step] = piece.flux * 3600;
  course.deepestHumidity[step] = piece.humidity(piece.cells - 1);
  course.faceHumidity[step] = piece.humidity(0);
  course.faceC[step] = piece.faceC;
  course.evaporated[step] = piece.evaporated;
  course.wickBack[step] = piece.seen();
  course.near[step] = piece.near();
}
