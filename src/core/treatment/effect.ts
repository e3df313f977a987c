import { agentOf, type AgentId } from "../catalog/agents";
import { input, worked, type Worked } from "../quantity/working";
import { SOIL_RATE } from "./rates";
import type { Step } from "./step";

/**
 * What a cleaning step takes out, by the four factors (after Sinner 1960): chemistry, time, mechanics, temperature.
 * Soil left = exp(−rate × rounds × strength × dwell × agitation × temperature), each factor 1 as the step is planned. All numbers are judgement.
 */

/** How fast strength and dwell saturate: this much of the way at the planned value. */
const STRENGTH_BEND = 1.2;
/** Enzyme works best about here and is dead above that, °C. */
const ENZYME_BEST_C = 50;
const ENZYME_DEAD_C = 60;

/** @param times product in the mix, 1 as planned @returns factor, 1 as planned; doubling it never doubles the effect */
export const strengthFactor = (times: number): number => (1 - Math.exp(-STRENGTH_BEND * times)) / (1 - Math.exp(-STRENGTH_BEND));

/** @param minutes dwell, @param plannedMin the planned one, above 0 @returns factor, 1 as planned; it levels off */
export const dwellFactor = (minutes: number, plannedMin: number): number => (1 - Math.exp(-minutes / plannedMin)) / (1 - Math.exp(-1));

/** @param tempC at the cloth, @param plannedC the planned one @returns factor, 1 as planned: double for every 10 K up to what the agent bears; enzyme peaks and dies */
export function temperatureFactor(agent: AgentId, tempC: number, plannedC: number): number {
  const { groups, maxTempC } = agentOf(agent);
  if (groups.includes("enzyme") && tempC >= ENZYME_DEAD_C) return 0;
  const best = groups.includes("enzyme") ? ENZYME_BEST_C : maxTempC;
  const fading = groups.includes("enzyme") && tempC > ENZYME_BEST_C ? (ENZYME_DEAD_C - tempC) / (ENZYME_DEAD_C - ENZYME_BEST_C) : 1;
  return 2 ** ((Math.min(tempC, best) - plannedC) / 10) * fading;
}

/** What is turned about a planned step. */
export interface Turned {
  /** Product in the mix, times the planned. */
  strength?: number;
  dwellMin?: number;
  /** The tool's agitation, times the planned. */
  agitation?: number;
  tempC?: number;
}

/** Share of soil left after a step, as planned or turned. Only for steps that clean with an agent and wait. @returns 0 to 1 */
export function soilLeftBy(step: Step, turned: Turned = {}): Worked | undefined {
  if (!step.agent || !step.dwell || step.tempC === undefined) return undefined;
  const plannedMin = step.dwell.min.value;
  const factors = [strengthFactor(turned.strength ?? 1), dwellFactor(turned.dwellMin ?? plannedMin, plannedMin), turned.agitation ?? 1, temperatureFactor(step.agent, turned.tempC ?? step.tempC, step.tempC)];
  const [strength, dwell, agitation, temperature] = factors as [number, number, number, number];
  const rounds = step.rounds ?? 1;
  return worked("treatment.effect", Math.exp(-SOIL_RATE["low-moisture"] * rounds * strength * dwell * agitation * temperature), "1", [
    input("rate a round", SOIL_RATE["low-moisture"], "1", "table"), input("rounds", rounds, "1"), input("strength", strength, "1"), input("dwell", dwell, "1"), input("agitation", agitation, "1"), input("temperature", temperature, "1"),
  ]);
}

export interface EffectCurve {
  /** Times the planned strength. */
  strength: number;
  points: { minutes: number; left: number }[];
}

const CURVE_STRENGTHS = [0.5, 1, 2];
const POINTS = 24;
/** Another minute that takes out less than this share is not worth the wait. */
const WORTH_A_MINUTE = 0.005;

/** What more dwell or more strength would buy. @returns curves of soil left by minutes, and the minute after which waiting stops paying */
export function effectOf(step: Step): { curves: EffectCurve[]; stopsPayingMin: Worked } | undefined {
  if (soilLeftBy(step) === undefined) return undefined;
  const plannedMin = step.dwell!.min.value;
  const last = Math.max(plannedMin * 4, step.dwell!.max?.value ?? 0);
  const leftAt = (minutes: number, strength: number) => soilLeftBy(step, { dwellMin: minutes, strength })!.value;
  let stops = plannedMin;
  while (stops < last && leftAt(stops, 1) - leftAt(stops + 1, 1) >= WORTH_A_MINUTE) stops += 0.5;
  return {
    curves: CURVE_STRENGTHS.map((strength) => ({ strength, points: Array.from({ length: POINTS + 1 }, (_, index) => ({ minutes: (last * index) / POINTS, left: leftAt((last * index) / POINTS, strength) })) })),
    stopsPayingMin: worked("treatment.stopsPaying", stops, "min", [input("planned dwell", plannedMin, "min"), input("another minute must take out", WORTH_A_MINUTE, "1", "table")]),
  };
}
