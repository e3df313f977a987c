import type { AgentId } from "@/core/ground/catalog/agents";
import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Kit } from "@/core/job/schema";
import { paceOf } from "@/core/judgement/learnt/own";
import { input, worked, type Worked } from "@/core/ground/quantity/working";
import type { ActionId } from "@/core/ground/catalog/actions";

/** Minutes of hands-on work: a start, and minutes for each m² and round. Judgement, to be corrected by the technician's own log. */
export const PACE: Record<ActionId, { startMin: number; minPerM2: number }> = {
  "check-first": { startMin: 2, minPerM2: 0.5 },
  "fastness-check": { startMin: 2, minPerM2: 0 },
  presoak: { startMin: 1, minPerM2: 2 },
  "hair-lift": { startMin: 1.5, minPerM2: 2.5 },
  "dry-removal": { startMin: 1, minPerM2: 2.5 },
  scrape: { startMin: 4, minPerM2: 30 },
  agent: { startMin: 1.5, minPerM2: 12 },
  clean: { startMin: 1, minPerM2: 5 },
  rinse: { startMin: 1, minPerM2: 4 },
  "towel-off": { startMin: 0.5, minPerM2: 2 },
  air: { startMin: 0.5, minPerM2: 0 },
  extract: { startMin: 3, minPerM2: 1.2 },
  steam: { startMin: 3, minPerM2: 5 },
  "set-to-dry": { startMin: 3, minPerM2: 0 },
  "take-out": { startMin: 1, minPerM2: 0 },
  seams: { startMin: 0.5, minPerM2: 0 },
  beside: { startMin: 5, minPerM2: 0 },
  gas: { startMin: 10, minPerM2: 0 },
  "gas-out": { startMin: 5, minPerM2: 0 },
};

/**
 * Hands-on minutes for an action over an area, m², in a number of rounds or strokes, at the pace of the own log.
 * @param kit of which only the log counts
 */
export function handsOnMinutes(
  { experience }: Pick<Kit, "experience">,
  action: ActionId,
  areaM2: number,
  rounds = 1,
): Worked {
  const { factor, n } = paceOf(experience, action);
  const [startMin, minPerM2] = [PACE[action].startMin * factor, PACE[action].minPerM2 * factor];
  const basis = n > 0 ? "computed" : "table";
  return worked("treatment.minutes", startMin + areaM2 * minPerM2 * rounds, "min", [
    input("fixed start", startMin, "min", basis),
    input("area", areaM2, "m2"),
    input("minutes per m²", minPerM2, "min", basis),
    input("rounds", rounds, "strokes", "computed"),
    ...(n > 0
      ? [
          input("your pace, of the table's, is in both", factor, "1", "measured"),
          input("steps of your own behind it", n, "1", "measured"),
        ]
      : []),
  ]);
}

/** Share of soil that may stay: the target by soil level. Judgement. */
export const SOIL_TARGET: Record<SoilLevel, number> = { light: 0.25, moderate: 0.22, heavy: 0.1, caked: 0.1 };

/** Soil lifted per round, as the exponent's rate. Judgement, set so that the rounds of common practice come out. */
export const SOIL_RATE: Record<School, number> = { "low-moisture": 0.8, extraction: 0.65, steam: 1.2 };
/** One round of brush and cleaner alone; a steam pass with cleaner does about three to four of these. */
export const BRUSH_ROUND_RATE = 0.35;

/** Rounds or passes a school needs to bring a soil level to its target; one where only marks are to be rinsed. */
export const roundsWanted = (school: School, soil: SoilLevel | undefined) =>
  soil ? Math.ceil(Math.log(1 / SOIL_TARGET[soil]) / SOIL_RATE[school] - 1e-9) : 1;

/** Share of soil lifted by a number of rounds of a school. */
export function soilLifted(school: School, rounds: number): Worked {
  return worked("treatment.soilOut", 1 - Math.exp(-SOIL_RATE[school] * rounds), "1", [
    input("rate per round", SOIL_RATE[school], "1", "table"),
    input("rounds", rounds, "strokes"),
  ]);
}

/** Litres per m² for panels and rinses. Judgement. */
export const PANEL_L_PER_M2 = { cleanRound: 0.12, preSpray: 0.2, presoak: 0.5, rinse: 0.1, steamPass: 0.06 } as const;
/** A towel carries this share of what a spray puts on. Judgement. */
export const TOWEL_CARRIES = 0.5;
/** One step takes at most this share of what is left of the budget, so that a later one is never without. Judgement. */
export const SHARE_OF_BUDGET = 0.5;
/** Solvent is aired for the long end of common practice, and until its smell has gone. */
export const AIR_OUT_MIN = 30;
/** Dry strokes after each wet one, and as many again at the end. Judgement. */
export const DRY_PER_WET = 2;
export const dryStrokesFor = (wetStrokes: number): Worked =>
  worked("water.dryStrokes", DRY_PER_WET * (wetStrokes + 1), "strokes", [
    input("dry strokes for each wet one", DRY_PER_WET, "strokes", "table"),
    input("wet strokes", wetStrokes, "strokes"),
  ]);
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
