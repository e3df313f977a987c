import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { isDone } from "@/core/job/history";
import { agentOn } from "@/core/job/ownAgent";
import { COOL_C, TOWEL_CARRIES } from "@/core/judgement/treatment/step/amounts";
import type { Effort } from "@/core/judgement/treatment/step/effect";
import { handsOnMinutes, liftingMinutes, workingMinutes, paceOn } from "@/core/judgement/treatment/step/minutes";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import type { Dwell, HandsOn } from "@/core/judgement/treatment/step/step";
import {
  agentCheck,
  agentHow,
  agentTitle,
  putOnHow,
  putOnTitle,
  sectionsHow,
  workHow,
  workTitle,
} from "@/core/judgement/treatment/step/stepWords";
import type { FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { dwellOf, longerDwell } from "./dwell";
import { sectionsIn } from "./section";
import { partOfStage, STAGE, type Stage } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Where the budget is short an agent goes on in so many portions, none smaller than a few pulls of a trigger. */
const GOES_WHEN_SHORT = 2;
const LEAST_PORTION_ML = 10;

interface PutOn {
  action: "agent" | "clean";
  area: Worked;
  usualLPerM2: number;
  why: string;
  findingId?: string;
  effort?: Effort;
  /** How often all of it is done over, where it is done strip by strip; a towel between. */
  rounds?: number;
  /** Each round after the first, L/m²; left out: as the first. */
  nextLPerM2?: number;
  /** A towel lifts it; else a machine right behind. */
  toweled?: boolean;
  /** Sprayed all over and left to work, not rubbed in by hand. */
  sprayedOver?: true;
  /** Old organic soil waits as long as its agent may. */
  long?: boolean;
}

/** It is brushed in once it has worked; a hand or a towel works it in as it goes on. */
export const isBrushedIn = (tool: ToolId): boolean => TOOLS[tool].aggressiveness >= TOOLS.tamp.aggressiveness;

/**
 * An agent on a mark or a panel: as much as the budget allows, for as long as it needs and no longer than it stays wet.
 * What is brushed in is brushed when it has worked, as a step of its own; what is larger than a section goes strip by
 * strip.
 */
export function putOn(work: ZoneWork, stage: Stage, base: string, agent: AgentId, fit: FoundFit, given: PutOn) {
  const sections = sectionsIn(work.context.kit, given.area.value);
  const strips = isBrushedIn(fit.tool) && sections > 1;
  const brushed = isBrushedIn(fit.tool) && !strips;
  if (work.todo(base)) layOn(work, stage, base, agent, fit, given, strips ? sections : 1);
  const isOn =
    work.steps.some(({ key }) => key.startsWith(`${base}:`)) || isDone(work.context.history, base, work.view.id);
  if (brushed && isOn && work.todo(workBase(base))) layWork(work, stage, base, agent, fit, given);
}

/** The step that works in what another put on. */
const workBase = (base: string): string => `${base}-work`;

/** How an agent goes on: all at once, to be brushed in later, or strip by strip with all that follows. */
interface Going {
  way: "at-once" | "brushed" | "strips";
  spraying: boolean;
  onLPerM2: number;
  amountMl: Worked;
  /** Portions, blotted between. */
  goes: number;
}

/** As much as the budget allows; undefined where it allows nothing. */
function goingOn(work: ZoneWork, fit: FoundFit, given: PutOn, sections: number): Going | undefined {
  const { area, usualLPerM2, nextLPerM2 = usualLPerM2, findingId, rounds = 1 } = given;
  const strips = sections > 1;
  const place = work.placeOf(findingId, area);
  const spraying = fit.candidate.spraying ?? false;
  const allRounds = strips ? usualLPerM2 + nextLPerM2 * (rounds - 1) : usualLPerM2;
  const wanted = allRounds * (spraying ? 1 : TOWEL_CARRIES);
  const onLPerM2 = work.allowed(wanted, place);
  if (onLPerM2 <= 0) return undefined;
  const amountMl = work.amount(onLPerM2, area, wanted, place);
  // Where the budget is short it goes on in portions, blotted between: it never stands as deep as it would in one go.
  const isShort = onLPerM2 < wanted - 1e-9 && amountMl.value >= GOES_WHEN_SHORT * LEAST_PORTION_ML;
  const goes = strips ? rounds : isShort ? GOES_WHEN_SHORT : 1;
  return { way: strips ? "strips" : isBrushedIn(fit.tool) ? "brushed" : "at-once", spraying, onLPerM2, amountMl, goes };
}

/** How long it works; what only dampens, airs off or lies on glue is not waited for. */
function dwellHere(work: ZoneWork, agent: AgentId, onLPerM2: number, { effort, long }: PutOn): Dwell | undefined {
  const { context, view } = work;
  if (agent === "water" || agentOf(agent).groups.includes("solvent") || isOnGlue(view)) return undefined;
  return longerDwell(
    dwellOf(context, view.id, agent, onLPerM2),
    effort,
    long ? agentOn(context.kit, agent) : undefined,
  );
}

const SHORT_WORDS = "The water budget here is short: in two halves, a dry towel between. ";
const LOOK_AT_IT = "White towel, then look at it: colour on it means it works.";

/** The words of it. */
function wordsOf(
  agent: AgentId,
  tool: ToolId,
  { way, spraying, goes }: Going,
  { rounds = 1, toweled = true, action }: PutOn,
) {
  if (way === "brushed")
    return {
      title: putOnTitle(agent, spraying),
      how: `${goes > 1 ? SHORT_WORDS : ""}${putOnHow(spraying, action === "clean")}`,
      check: "Evenly damp, nothing runs.",
    };
  const how =
    way === "strips"
      ? sectionsHow(tool, spraying, rounds, toweled)
      : `${goes > 1 ? SHORT_WORDS : ""}${agentHow(agent, tool, spraying)}`;
  return { title: agentTitle(agent, tool), how, check: agentCheck(agent), liftOff: LOOK_AT_IT };
}

/** Puts it on; strip by strip all that follows is part of it. */
function layOn(
  work: ZoneWork,
  stage: Stage,
  base: string,
  agent: AgentId,
  fit: FoundFit,
  given: PutOn,
  sections: number,
) {
  const { context, view } = work;
  const { action, area, findingId, effort, rounds = 1, toweled = true } = given;
  const going = goingOn(work, fit, given, sections);
  if (!going) return;
  const { way, spraying, onLPerM2, amountMl, goes } = going;
  const strips = way === "strips";
  const dwell = dwellHere(work, agent, onLPerM2, given);
  const putting = given.sprayedOver ? "clean" : action;
  work.add(
    stage,
    base,
    settingOf(agent, fit, goes, effort, sections),
    {
      action,
      agent,
      findingId,
      effort: effort ?? (dwell ? effortOf(work, agent, fit, onLPerM2) : undefined),
      ...(goes > 1 ? { goes } : {}),
      ...(strips ? { sections, rounds } : {}),
      spraying,
      tool: way === "brushed" ? (spraying ? "hand" : "towel") : fit.tool,
      areaM2: area,
      waterOnLPerM2: onLPerM2,
      partsWater: fit.strength?.partsWater,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      tempC: fit.candidate.clothTempC,
      amountMl,
      minutes: strips
        ? stripMinutes(work, area, rounds, toweled, fit.tool)
        : handsOnMinutes(context.kit, putting, area.value, 1, paceOn(view, area.value, putting)),
      // Strip by strip the waits pass while hands are at the next.
      dwell: strips ? undefined : dwell,
      why: given.why,
      ...wordsOf(agent, fit.tool, going, given),
    },
    fit,
  );
}

function layWork(
  work: ZoneWork,
  stage: Stage,
  base: string,
  agent: AgentId,
  fit: FoundFit,
  { area, findingId, action, toweled = true }: PutOn,
) {
  const { verdict, candidate } = fit;
  work.add(
    // Marks are treated one after another, so their steps stand as they were laid.
    stage === STAGE.spots ? stage : partOfStage(stage, 1),
    workBase(base),
    `${agent}-${fit.tool}`,
    {
      action: "work",
      worksIn: agent,
      findingId,
      tool: fit.tool,
      areaM2: area,
      minutes: workingMinutes(work.context.kit, area.value, fit.tool, work.view),
      title: workTitle(agent, fit.tool),
      how: workHow(fit.tool, action === "clean"),
      why: "It has loosened by now; brushed sooner it only moves about.",
      check: agentCheck(agent),
      liftOff: toweled ? "White towel at once, before it sinks back." : "Draw it off at once, before it sinks back.",
    },
    {
      ...fit,
      candidate: { ...candidate, action: "work", agent: undefined },
      verdict: { ...verdict, requires: new Set() },
    },
  );
}

/** Putting on, working in and lifting together, for each round. */
function stripMinutes(
  { context: { kit }, view }: ZoneWork,
  area: Worked,
  rounds: number,
  toweled: boolean,
  tool: ToolId,
): HandsOn {
  const parts = [
    handsOnMinutes(kit, "clean", area.value, 1, paceOn(view, area.value, "clean")),
    workingMinutes(kit, area.value, tool, view),
    ...(toweled ? [liftingMinutes(kit, area.value, tool, view)] : []),
  ];
  return {
    ...sumOf(TREATMENT_FORMULAS, "treatment.together", {
      parts: parts.map((part, at) => opened(part, ["putting on", "working in", "lifting"][at]!)),
      rounds,
    }),
    startMin: parts.reduce((sum, { startMin = 0 }) => sum + startMin, 0) * rounds,
  };
}

/** Everything that must be alike before two zones' steps become one. */
const settingOf = (agent: AgentId, fit: FoundFit, goes: number, effort: Effort | undefined, sections: number): string =>
  [
    agent,
    fit.candidate.spraying ? "spray" : "towel",
    fit.tool,
    `r${fit.strength?.partsWater.value ?? 0}`,
    ...(effort ? [`t${effort.tempC}`, `d${effort.dwellMin.toFixed(1)}`, `x${effort.rounds}`] : []),
    ...(goes > 1 ? [`g${goes}`] : []),
    ...(sections > 1 ? ["strips"] : []),
  ].join("-");

/** How an agent works where no target picks it: as the rung and the rules leave it, for its shortest dwell. */
function effortOf(
  { context, view }: ZoneWork,
  agent: AgentId,
  { tool, strength, candidate }: FoundFit,
  filmLPerM2: number,
): Effort {
  const shortestMin = dwellOf(context, view.id, agent, filmLPerM2).min.value;
  const label = context.job.choices.readings[agent] ?? agentOn(context.kit, agent).reading;
  return {
    agent,
    rounds: 1,
    strength: label ? (partsWater(label) + 1) / ((strength?.partsWater.value ?? partsWater(label)) + 1) : 1,
    dwellMin: shortestMin,
    shortestMin,
    agitation: TOOLS[tool].agitation,
    tempC: candidate.clothTempC ?? COOL_C,
  };
}
