import { AGENT_IDS, type AgentId } from "@/core/ground/catalog/agents";
import { ALWAYS_FAST, type PieceCase } from "./pieceCase";
import { chanceOf, numberOf, seedOf } from "./seeds";

/**
 * What tests of the cloth are read as: near the truth, as eyes and meters are; the same letters, the same reading. A
 * lesson is read as it is.
 */

/** A grey scale is read to half a step, a meter to half a percent, what a patch leaves to three in a hundred. Judgement. */
const OFF = { step: 0.5, meterPct: 0.5, patch: 0.03 } as const;
/** From this step on nothing is said to run. */
const FAST_FROM = 4;
/** Readings besides those of agents. */
const PATCH = AGENT_IDS.length;

/** Half of all readings are true, a quarter is one off either way. */
function off({ seed, level }: PieceCase, reading: number): number {
  if (!level) return 0;
  return chanceOf(seedOf(numberOf(seed.slice(1)) * 101 + reading)).pick([-1, 0, 0, 1]);
}

const within = (least: number, most: number, value: number) => Math.min(most, Math.max(least, value));

/** The step of the grey scale a white cloth is read at. What any cloth bears is never taken for running. */
export function fastnessRead(piece: PieceCase, agent: AgentId): number {
  const step = piece.cloth.fastness?.[agent] ?? 5;
  const least = ALWAYS_FAST.includes(agent) ? FAST_FROM : 1;
  return within(Math.min(step, least), 5, step + OFF.step * off(piece, AGENT_IDS.indexOf(agent)));
}

/** @param pct what is really in the pile, % @param time which reading it is */
export const meterRead = (piece: PieceCase, pct: number, time: number): number =>
  within(0, 100, pct + OFF.meterPct * off(piece, PATCH + 1 + time));

/** @param share of the soil that a trial patch really leaves, 0 to 1 */
export const patchRead = (piece: PieceCase, share: number): number =>
  within(0, 1, share + OFF.patch * off(piece, PATCH));
