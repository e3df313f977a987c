import type { AgentId } from "@/core/ground/catalog/agents";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import { agentOn } from "@/core/job/ownAgent";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { shareLeft, type Effort } from "../step/effect";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { gentlerTools, type FoundFit } from "./allowedWay";
import type { FamilyId } from "@/core/ground/catalog/families";
import { judge } from "@/core/judgement/rules/judge";
import { isHall } from "./hall";
import { COOL_C } from "../step/amounts";
import { soilOf } from "@/core/judgement/zones/soil";
import { strengthAt } from "./strength";
import type { Dwell } from "@/core/judgement/treatment/step/step";

/**
 * Strength, dwell, agitation, temperature and rounds for a panel: the gentlest set that brings its soil to the
 * target.
 */
export interface CleaningSet {
  fit: FoundFit;
  effort: Effort;
  /** Share of soil that may stay. */
  targetLeft: number;
  reaches: boolean;
}

/**
 * What each factor costs the cloth, so that sets can be told apart: the strongest brush, the label's mix, lukewarm
 * against cool,
 * twice the dwell, another round with its water. Judgement.
 */
const HARSH = { agitation: 1, strength: 0.6, warmth: 0.2, dwell: 0.15, round: 0.7 } as const;
const STRONGEST_TOOL = 7;
const DWELL_TIMES = [1, 1.5, 2] as const;

interface Wanted {
  agent: AgentId;
  targetLeft: number;
  /** Rounds the table gives, and the most there may be. */
  usualRounds: number;
  mostRounds: number;
  /** Dwell of one round in this air: no set waits past its end. */
  dwell: Dwell;
}

/** One way to turn the four factors, before anybody asked the rules. */
interface Turned {
  /** Parts of water. */
  r: number;
  tool: ToolId;
  effort: Effort;
  left: number;
  harsh: number;
}

/**
 * Every set the rules leave, gentlest first, is tried against the target; where none reaches it, the one that leaves
 * least in the usual rounds.
 */
export function gentlestSet(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  fit: FoundFit,
  wanted: Wanted,
): CleaningSet {
  const { agent, targetLeft, usualRounds, dwell } = wanted;
  const parts = partsTried(context, view, fit, agent);
  const sets = turnedAllWays(context, view, fit, wanted, parts);
  const gentlest = sets
    .filter(({ left }) => left <= targetLeft + 1e-9)
    .sort((a, b) => parts.indexOf(a.r) - parts.indexOf(b.r) || a.harsh - b.harsh);
  const most = sets
    .filter(({ effort }) => effort.rounds === usualRounds)
    .sort((a, b) => a.left - b.left || a.harsh - b.harsh);
  for (const set of [...gentlest, ...most]) {
    const found = underTheRules(context, view, likely, fit, set);
    if (found) return { fit: found, effort: set.effort, targetLeft, reaches: set.left <= targetLeft + 1e-9 };
  }
  const effort: Effort = {
    agent,
    rounds: usualRounds,
    strength: 1,
    dwellMin: dwell.min.value,
    shortestMin: dwell.min.value,
    agitation: TOOLS[fit.tool].agitation,
    tempC: fit.candidate.clothTempC ?? COOL_C,
  };
  return { fit, effort, targetLeft, reaches: false };
}

const labelOf = ({ job, kit }: Context, agent: AgentId) => job.choices.readings[agent] ?? agentOn(kit, agent).reading;

/** Heavily soiled sound cloth may take this many parts of water to one. Common practice, no source. */
const HEAVY_PARTS = 5;

/**
 * One bottle for all panels of a job: weaker only where none of them is worse than lightly soiled; stronger than the
 * label's usual, last of all, where sound cloth is heavily soiled.
 */
function partsTried(context: Context, view: ZoneView, { strength }: FoundFit, agent: AgentId): number[] {
  const usual = strength?.partsWater.value ?? 0;
  const { reading, weakestPartsWater, labelIsLeast } = agentOn(context.kit, agent);
  if (!labelOf(context, agent)) return [usual];
  if (isLightAllOver(context))
    return [Math.round(Math.sqrt((usual + 1) * (Math.max(usual, weakestPartsWater) + 1)) - 1), usual];
  const level = view.soil?.level;
  const heavy = (level === "heavy" || level === "caked") && !view.oldOrFragile && !labelIsLeast;
  const readAsUsual = reading !== undefined && context.job.choices.readings[agent] === undefined;
  return heavy && readAsUsual && usual > HEAVY_PARTS && usual === partsWater(reading) ? [usual, HEAVY_PARTS] : [usual];
}

function turnedAllWays(
  context: Context,
  view: ZoneView,
  fit: FoundFit,
  { agent, mostRounds, dwell }: Wanted,
  parts: readonly number[],
): Turned[] {
  const label = labelOf(context, agent);
  const warmest = fit.candidate.clothTempC ?? COOL_C;
  const coolest = Math.max(Math.min(COOL_C, warmest), agentOn(context.kit, agent).minTempC);
  const temps = [...new Set([coolest, warmest])];
  const shortestMin = dwell.min.value;
  const dwells = DWELL_TIMES.filter((times) => times === 1 || times * shortestMin <= (dwell.max?.value ?? Infinity));
  const tools = isHall(view) ? [fit.tool] : gentlerTools(context.kit, view, fit.tool);
  const sets: Turned[] = [];
  for (const r of parts)
    for (const tempC of temps)
      for (const times of dwells)
        for (const tool of tools)
          for (let rounds = 1; rounds <= mostRounds; rounds++) {
            const effort: Effort = {
              agent,
              rounds,
              strength: label ? (partsWater(label) + 1) / (r + 1) : 1,
              dwellMin: times * shortestMin,
              shortestMin,
              agitation: TOOLS[tool].agitation,
              tempC,
            };
            sets.push({ r, tool, effort, left: shareLeft(effort), harsh: harshnessOf(effort, tool, times) });
          }
  return sets;
}

/** The fit as a set turns it; undefined where a rule forbids that. */
function underTheRules(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  fit: FoundFit,
  { r, tool, effort }: Turned,
): FoundFit | undefined {
  const isUsual = r === (fit.strength?.partsWater.value ?? 0);
  const strength = isUsual ? fit.strength : strengthAt(agentOn(context.kit, effort.agent), r, fit.strength!);
  const candidate = {
    ...fit.candidate,
    clothTempC: effort.tempC,
    toolAggressiveness: TOOLS[tool].aggressiveness,
    phMin: strength?.phMin ?? fit.candidate.phMin,
    phMax: strength?.phMax ?? fit.candidate.phMax,
  };
  const verdict = judge(candidate, factsOf(context, view, likely, []));
  return verdict.forbiddenBy.length === 0 ? { ...fit, candidate, verdict, strength, tool } : undefined;
}

export const isLightAllOver = ({ job }: Context): boolean =>
  Object.values(job.zones.byId).every((zone) => (soilOf(zone)?.level ?? "light") === "light");

const harshnessOf = ({ strength, tempC, rounds }: Effort, tool: ToolId, times: number): number =>
  (HARSH.agitation * TOOLS[tool].aggressiveness) / STRONGEST_TOOL +
  HARSH.strength * strength +
  (HARSH.warmth * (tempC - COOL_C)) / 15 +
  HARSH.dwell * (times - 1) +
  HARSH.round * (rounds - 1);

/** The set in words: what was turned, and what it leaves against what was wanted. */
export function setInWords({ effort, reaches, targetLeft }: CleaningSet): string {
  const longer = effort.dwellMin > effort.shortestMin + 1e-9;
  const weaker = effort.strength < 0.99;
  const turned = [
    weaker && "a mix weaker than the label's usual",
    effort.strength > 1.01 && "a mix stronger than the label's usual",
    longer && "a longer wait",
    effort.agitation < 1 && "a softer tool",
  ].filter(Boolean);
  const instead = turned.length > 0 ? ` with ${turned.join(", ").replace(/, ([^,]*)$/, " and $1")}` : "";
  const pct = (share: number) => `${Math.round(100 * share)} %`;
  return reaches
    ? `The gentlest set that leaves at most ${pct(targetLeft)} of the soil${instead}.`
    : `As far as the rules go here: it leaves about ${pct(shareLeft(effort))} of the soil, not the ` +
        `wanted ${pct(targetLeft)}. Once dry, judge it, and go again.`;
}
