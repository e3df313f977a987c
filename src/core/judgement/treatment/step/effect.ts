import { agentOf } from "@/core/ground/catalog/agents";
import type { AgentId } from "@/core/ground/catalog/agentIds";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { SOIL_RATE } from "./soilRates";

/**
 * What a cleaning step takes out, by the four factors (after Sinner 1960): chemistry, time, mechanics, temperature.
 * Soil left = exp(−rate × rounds × strength × dwell × agitation × temperature). Each factor is 1 at the label's usual
 * mix and shortest dwell, under a medium brush, lukewarm. All numbers are judgement.
 */

/** How fast strength and dwell saturate: this much of the way at the label's value. */
const STRENGTH_BEND = 1.2;
/** Enzyme works best about here and is dead above that, °C. */
const ENZYME_BEST_C = 50;
const ENZYME_DEAD_C = 60;

const LUKEWARM_C = 35;
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

const factorsOf = ({ agent, rounds, strength, dwellMin, shortestMin, agitation, tempC }: Effort) => ({
  rate: SOIL_RATE["low-moisture"],
  rounds,
  strength: strengthFactor(strength),
  dwell: dwellFactor(dwellMin, shortestMin),
  agitation,
  temperature: temperatureFactor(agent, tempC),
});

/** Share of the soil that an effort leaves, 0 to 1: the number alone, for whoever compares hundreds. */
export const shareLeft = (effort: Effort): number => TREATMENT_FORMULAS["treatment.effect"].of(factorsOf(effort));

/** The same with its working. */
export function soilLeft(effort: Effort): Worked {
  const { rate, agitation, ...factors } = factorsOf(effort);
  return sumOf(TREATMENT_FORMULAS, "treatment.effect", {
    ...factors,
    rate: stated.table(rate),
    agitation: stated.table(agitation),
  });
}
