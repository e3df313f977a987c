import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { input, worked, type Worked } from "@/core/ground/quantity/working";
import { SOIL_RATE } from "./rates";
import type { Step } from "./step";

/**
 * What a cleaning step takes out, by the four factors (after Sinner 1960): chemistry, time, mechanics, temperature.
 * Soil left = exp(−rate × rounds × strength × dwell × agitation × temperature). Each factor is 1 at the label's usual mix and shortest
 * dwell, under a medium brush, lukewarm. All numbers are judgement.
 */

/** How fast strength and dwell saturate: this much of the way at the label's value. */
const STRENGTH_BEND = 1.2;
export const LUKEWARM_C = 35;
/** Enzyme works best about here and is dead above that, °C. */
const ENZYME_BEST_C = 50;
const ENZYME_DEAD_C = 60;

/** @param share product in the mix, 1 as the label's usual @returns factor; doubling the product never doubles the effect */
export const strengthFactor = (share: number): number =>
  (1 - Math.exp(-STRENGTH_BEND * share)) / (1 - Math.exp(-STRENGTH_BEND));

/** @param minutes dwell @param shortestMin the agent's shortest at this temperature of air, above 0 @returns factor; it levels off */
export const dwellFactor = (minutes: number, shortestMin: number): number =>
  (1 - Math.exp(-minutes / shortestMin)) / (1 - Math.exp(-1));

/** @param tempC at the cloth @returns factor, 1 lukewarm: double for every 10 K up to what the agent bears; enzyme peaks and dies */
export function temperatureFactor(agent: AgentId, tempC: number): number {
  const { groups, maxTempC } = agentOf(agent);
  if (groups.includes("enzyme") && tempC >= ENZYME_DEAD_C) return 0;
  const best = groups.includes("enzyme") ? ENZYME_BEST_C : maxTempC;
  const fading =
    groups.includes("enzyme") && tempC > ENZYME_BEST_C ? (ENZYME_DEAD_C - tempC) / (ENZYME_DEAD_C - ENZYME_BEST_C) : 1;
  return 2 ** ((Math.min(tempC, best) - LUKEWARM_C) / 10) * fading;
}

/** How a step works on the soil. */
export interface Effort {
  agent: AgentId;
  rounds: number;
  /** Product in the mix, 1 as the label's usual. */
  strength: number;
  dwellMin: number;
  /** Dwell at which its factor is 1. */
  shortestMin: number;
  /** The tool's, 1 for a medium brush. */
  agitation: number;
  tempC: number;
}

/** Share of the soil that an effort leaves, 0 to 1. */
export function soilLeft({ agent, rounds, strength, dwellMin, shortestMin, agitation, tempC }: Effort): Worked {
  const rate = SOIL_RATE["low-moisture"];
  const factors = {
    strength: strengthFactor(strength),
    dwell: dwellFactor(dwellMin, shortestMin),
    agitation,
    temperature: temperatureFactor(agent, tempC),
  };
  return worked(
    "treatment.effect",
    Math.exp(-rate * rounds * factors.strength * factors.dwell * factors.agitation * factors.temperature),
    "1",
    [
      input("rate a round", rate, "1", "table"),
      input("rounds", rounds, "1"),
      input("strength", factors.strength, "1"),
      input("dwell", factors.dwell, "1"),
      input("agitation", factors.agitation, "1", "table"),
      input("temperature", factors.temperature, "1"),
    ],
  );
}

/** What is turned about a planned step. */
export interface Turned {
  /** Product in the mix, times the planned. */
  strength?: number;
  dwellMin?: number;
}

/** Share of soil left after a step that works on a panel, as planned or turned. */
export function soilLeftBy({ effort }: Step, { strength = 1, dwellMin }: Turned = {}): Worked | undefined {
  return effort && soilLeft({ ...effort, strength: effort.strength * strength, dwellMin: dwellMin ?? effort.dwellMin });
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
  if (!step.effort) return undefined;
  const plannedMin = step.effort.dwellMin;
  const last = Math.max(plannedMin * 4, step.dwell?.max?.value ?? 0);
  const leftAt = (minutes: number, strength: number) => soilLeftBy(step, { dwellMin: minutes, strength })!.value;
  let stops = plannedMin;
  while (stops < last && leftAt(stops, 1) - leftAt(stops + 1, 1) >= WORTH_A_MINUTE) stops += 0.5;
  return {
    curves: CURVE_STRENGTHS.map((strength) => ({
      strength,
      points: Array.from({ length: POINTS + 1 }, (_, index) => ({
        minutes: (last * index) / POINTS,
        left: leftAt((last * index) / POINTS, strength),
      })),
    })),
    stopsPayingMin: worked("treatment.stopsPaying", stops, "min", [
      input("planned dwell", plannedMin, "min"),
      input("another minute must take out", WORTH_A_MINUTE, "1", "table"),
    ]),
  };
}
