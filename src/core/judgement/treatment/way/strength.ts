import type { PartsWater } from "@/core/judgement/treatment/step/step";
import type { Agent } from "@/core/ground/catalog/agents";
import { partsWater, type Reading } from "@/core/ground/quantity/ratio";
import { input, worked } from "@/core/ground/sums/working";

export interface Strength {
  partsWater: PartsWater;
  phMin: number;
  phMax: number;
}

/** pH as used at another mix: a full decade per tenfold when made stronger, half of that when made weaker (the unfavourable ends). */
export function phAt({ phMin, phMax, reading }: Agent, r: number): { phMin: number; phMax: number } {
  if (!reading) return { phMin, phMax };
  const decades = Math.log10((partsWater(reading) + 1) / (r + 1));
  const shift = decades > 0 ? decades : decades / 2;
  const away = (ph: number) => (ph < 7 ? Math.min(7, ph - shift) : ph > 7 ? Math.max(7, ph + shift) : 7);
  return { phMin: away(phMin), phMax: away(phMax) };
}

/** The same agent at another mix than the usual: weaker its pH moves towards that of water, stronger away from it. */
export const strengthAt = (agent: Agent, r: number, { partsWater: usual }: Strength): Strength => {
  const ph = phAt(agent, r);
  const weaker = r > usual.value;
  return {
    ...ph,
    partsWater: {
      ...worked(weaker ? "dilution.gentler" : "dilution.stronger", r, "parts", [
        input("usual that fits", usual.value, "parts"),
        input("weakest that works", agent.weakestPartsWater, "parts", "table"),
        input("pH at the mix used, low", ph.phMin, "pH"),
        input("pH at the mix used, high", ph.phMax, "pH"),
      ]),
      ...(weaker ? { gentler: true as const } : {}),
    },
  };
};

/**
 * The mix to use: the label's usual one, as its words were read, or weaker until the fibre's pH window is met.
 * @returns undefined when no mix that still works stays inside the window
 */
export function strengthFor(
  agent: Agent,
  window: { phMin: number; phMax: number },
  read?: Reading,
): Strength | undefined {
  const { reading, labelIsLeast } = agent;
  const label = read ?? reading;
  const weakestPartsWater = labelIsLeast && label ? partsWater(label) : agent.weakestPartsWater;
  const inside = (r: number) => {
    const { phMin, phMax } = phAt(agent, r);
    return phMin >= window.phMin - 1e-9 && phMax <= window.phMax + 1e-9;
  };
  const start = label ? partsWater(label) : 0;
  let r = start;
  // Whole parts, so that it can be said and mixed.
  while (!inside(r) && label && r < weakestPartsWater) r = Math.min(weakestPartsWater, Math.floor(r) + 1);
  if (!inside(r)) return undefined;
  const ph = phAt(agent, r);
  return {
    ...ph,
    partsWater: worked("dilution.forPh", r, "parts", [
      input("label's mix r₀", start, "parts", read ? "entered" : "table"),
      input("pH at the mix used, low", ph.phMin, "pH"),
      input("pH at the mix used, high", ph.phMax, "pH"),
      input("fibre's window", `${window.phMin} to ${window.phMax}`, "pH", "table"),
    ]),
  };
}
