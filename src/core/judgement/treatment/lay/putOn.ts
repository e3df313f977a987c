import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { TOOLS } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import type { Worked } from "@/core/ground/sums/working";
import { agentOn } from "@/core/job/ownAgent";
import { COOL_C, TOWEL_CARRIES } from "@/core/judgement/treatment/step/amounts";
import type { Effort } from "@/core/judgement/treatment/step/effect";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { agentCheck, agentHow, agentTitle } from "@/core/judgement/treatment/step/stepWords";
import type { FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { dwellOf, longerDwell } from "./dwell";
import type { Stage } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Where the budget is short an agent goes on in so many portions. */
const GOES_WHEN_SHORT = 2;

interface PutOn {
  action: "agent" | "clean";
  area: Worked;
  usualLPerM2: number;
  rounds: number;
  why: string;
  findingId?: string;
  effort?: Effort;
}

/** An agent on a mark or a panel: as much as the budget allows, for as long as it needs and no longer than it stays wet. */
export function putOn(
  work: ZoneWork,
  stage: Stage,
  base: string,
  agent: AgentId,
  fit: FoundFit,
  { action, area, rounds, why, findingId, effort, usualLPerM2 }: PutOn,
) {
  const { context, view } = work;
  const spraying = fit.candidate.spraying ?? false;
  const wanted = usualLPerM2 * (spraying ? 1 : TOWEL_CARRIES);
  const onLPerM2 = work.allowed(wanted);
  if (onLPerM2 <= 0) return;
  // Where the budget is short it goes on in portions, blotted between: it never stands as deep as it would in one go.
  const goes = onLPerM2 < wanted - 1e-9 ? GOES_WHEN_SHORT : 1;
  const waits = agent !== "water" && !agentOf(agent).groups.includes("solvent");
  work.add(
    stage,
    base,
    settingOf(agent, fit, rounds, goes, effort),
    {
      action,
      agent,
      findingId,
      effort: effort ?? (waits ? effortOf(work, agent, fit, onLPerM2, rounds) : undefined),
      ...(goes > 1 ? { goes } : {}),
      spraying,
      rounds,
      tool: fit.tool,
      areaM2: area,
      waterOnLPerM2: onLPerM2,
      partsWater: fit.strength?.partsWater,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      tempC: fit.candidate.clothTempC,
      amountMl: work.amount(onLPerM2, area, wanted),
      minutes: handsOnMinutes(context.kit, action, area.value, rounds),
      dwell: waits ? longerDwell(dwellOf(context, view.id, agent, onLPerM2), effort) : undefined,
      title: agentTitle(agent, fit.tool, rounds),
      how:
        `${goes > 1 ? "The water budget here is short: in two halves, a dry towel between. " : ""}` +
        `${agentHow(agent, fit.tool, spraying, rounds)}`,
      why,
      check: agentCheck(agent),
      liftOff: "White towel, then look at it: colour on it means it works.",
    },
    fit,
  );
}

/** Everything that must be alike before two zones' steps become one. */
const settingOf = (agent: AgentId, fit: FoundFit, rounds: number, goes: number, effort: Effort | undefined): string =>
  [
    agent,
    fit.candidate.spraying ? "spray" : "towel",
    fit.tool,
    `r${fit.strength?.partsWater.value ?? 0}`,
    `x${rounds}`,
    ...(effort ? [`t${effort.tempC}`, `d${effort.dwellMin.toFixed(1)}`] : []),
    ...(goes > 1 ? [`g${goes}`] : []),
  ].join("-");

/** How an agent works where no target picks it: as the rung and the rules leave it, for its shortest dwell. */
function effortOf(
  { context, view }: ZoneWork,
  agent: AgentId,
  { tool, strength, candidate }: FoundFit,
  filmLPerM2: number,
  rounds: number,
): Effort {
  const shortestMin = dwellOf(context, view.id, agent, filmLPerM2).min.value;
  const label = context.job.choices.readings[agent] ?? agentOn(context.kit, agent).reading;
  return {
    agent,
    rounds,
    strength: label ? (partsWater(label) + 1) / ((strength?.partsWater.value ?? partsWater(label)) + 1) : 1,
    dwellMin: shortestMin,
    shortestMin,
    agitation: TOOLS[tool].agitation,
    tempC: candidate.clothTempC ?? COOL_C,
  };
}
