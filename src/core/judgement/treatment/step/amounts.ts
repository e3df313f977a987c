import type { AgentId } from "@/core/ground/catalog/agentIds";
import type { ActionId } from "@/core/ground/catalog/actions";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";

/** Litres per m² for panels and rinses. Judgement. */
export const PANEL_L_PER_M2 = { cleanRound: 0.12, preSpray: 0.2, presoak: 0.5, rinse: 0.1, steamPass: 0.06 } as const;

/** By hand sprayer where the machine that draws off does not spray, L/m² each time. Judgement. */
export const HAND_SPRAYED_L_PER_M2 = 0.4;

/** A towel carries this share of what a spray puts on. Judgement. */
export const TOWEL_CARRIES = 0.5;

/** One step takes at most this share of what is left of the budget, so that a later one is never without. Judgement. */
export const SHARE_OF_BUDGET = 0.5;

/** Solvent is aired for the long end of common practice, and until its smell has gone. */
export const AIR_OUT_MIN = 30;

/** Dry strokes after each wet one, and as many again at the end. Judgement. */
const DRY_PER_WET = 2;
export const dryStrokesFor = (wetStrokes: number): Worked =>
  sumOf(WATER_FORMULAS, "water.dryStrokes", { perWet: stated.table(DRY_PER_WET), wet: wetStrokes });

const HOT_WATER_C = 45;
const LUKEWARM_C = 35;
export const COOL_C = 20;
const STEAM_C = 100;

/** How warm a way of working comes at the cloth where no rule asks for less. */
export function usualClothTempC(action: ActionId, agent: AgentId | undefined): number {
  if (action === "steam") return STEAM_C;
  if (action === "extract") return HOT_WATER_C;
  if (action === "presoak") return LUKEWARM_C;
  return agent === "water" ? COOL_C : LUKEWARM_C;
}
