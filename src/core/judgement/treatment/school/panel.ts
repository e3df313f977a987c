import type { AgentId } from "@/core/ground/catalog/agents";
import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { RoleId } from "@/core/ground/catalog/roles";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import type { Worked } from "@/core/ground/sums/working";
import { fromShelf } from "@/core/judgement/shelf/standIns";
import type { Rule } from "@/core/judgement/rules/rules";
import { canBeClearedFor, clearFor } from "@/core/judgement/treatment/lay/clear";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import { putOn } from "@/core/judgement/treatment/lay/putOn";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { PANEL_L_PER_M2, TOWEL_CARRIES } from "@/core/judgement/treatment/step/amounts";
import { roundsWanted, SOIL_RATE, SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { fitAgent, type Fit, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { gentlestSet, setInWords, type CleaningSet } from "@/core/judgement/treatment/way/gentlest";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** What is asked of a panel, whichever way through is taken. */
export interface Panel {
  /** Soil to lift, undefined when there are only marks to rinse. */
  soil: SoilLevel | undefined;
  /** A ring that rises out of the foam. */
  fromBelow: boolean;
  /** A smell that has to be flushed out. */
  flush: boolean;
  /** Area the marks' agents spread to. */
  spotArea: Worked;
}

/** What a way through comes to, once its steps are laid. */
export interface Way {
  rounds: number;
  /** Soil lifted, where it is not the school's rate by its rounds. */
  lifted?: Worked;
}

export interface Refusal {
  because: string;
  forbiddenBy: Rule[];
}

export const refuse = (because: string, forbiddenBy: Rule[] = []): Refusal => ({ because, forbiddenBy });
export const SPENT = "The water budget here is spent: let it dry first.";
export const NOT_RINSED = "What is in the cloth must not meet the cleaner, and it cannot be rinsed out here first.";

export const baseOf = ({ round }: ZoneWork) => `panel-r${round}`;

/** Where feet go. */
const TRODDEN: readonly RoleId[] = ["footwell", "boot", "mat", "field", "lane", "doorway", "tread"];
export const isHeavy = (soil: SoilLevel | undefined) => soil === "heavy" || soil === "caked";

/** The brush for a panel before the rules have their say: stronger where feet have trodden the soil in. */
const panelTool = ({ view }: ZoneWork, soil: SoilLevel | undefined): ToolId =>
  !isHeavy(soil) || !TRODDEN.includes(view.role) ? "medium-brush" : view.role === "mat" ? "stiff-brush" : "drill-brush";

/**
 * The cleaners for a panel, first choice first: an alkaline pre-spray for trodden-in soil that is going to be drawn
 * off, else a neutral one.
 */
export const cleanersFor = (view: ZoneView, soil: SoilLevel | undefined, drawnOff: boolean): AgentId[] =>
  drawnOff && isHeavy(soil) && TRODDEN.includes(view.role)
    ? ["alkaline-prespray", "neutral-cleaner"]
    : ["neutral-cleaner"];

/** The first of them that the rules allow, or what the shelf has in its place. */
export function fitCleaner(work: ZoneWork, soil: SoilLevel | undefined, drawnOff = false): Fit & { agent: AgentId } {
  const { context, view, likely } = work;
  const tool = panelTool(work, soil);
  const fits = cleanersFor(view, soil, drawnOff).map((wanted) => {
    const { agent } = fromShelf(context.kit, wanted);
    return { agent, ...fitAgent(context, view, likely, agent, tool, "clean") };
  });
  return fits.find(({ ok }) => ok) ?? fits.at(-1)!;
}

/**
 * The gentlest way to clean a panel with a cleaner that fits: to its target by itself, or one round ahead of a
 * machine.
 */
function setFor(
  work: ZoneWork,
  fit: FoundFit & { agent: AgentId },
  soil: SoilLevel | undefined,
  byItself: boolean,
): CleaningSet {
  const { context, view, likely } = work;
  const film = PANEL_L_PER_M2.cleanRound * (fit.candidate.spraying ? 1 : TOWEL_CARRIES);
  const usualRounds = byItself ? roundsWanted("low-moisture", soil) : 1;
  // Two of the ways ask for the same ahead of their machines.
  return context.once(fit.candidate, `set ${soil} ${byItself ? "by itself" : "ahead of a machine"}`, () =>
    gentlestSet(context, view, likely, fit, {
      agent: fit.agent,
      usualRounds,
      mostRounds: byItself ? usualRounds + 1 : 1,
      // Ahead of a machine it does what the brush for this soil would, at the label's mix and shortest dwell.
      targetLeft:
        byItself && soil ? SOIL_TARGET[soil] : Math.exp(-SOIL_RATE["low-moisture"] * TOOLS[fit.tool].agitation),
      dwell: dwellOf(context, view.id, fit.agent, film),
    }),
  );
}

/** Puts the cleaner on, works it in and lifts it off again. @returns the set it was done with; undefined where it was done before */
export function cleanPanel(
  work: ZoneWork,
  area: Worked,
  perRoundLPerM2: number,
  soil: SoilLevel | undefined,
  cleaner: FoundFit & { agent: AgentId },
  byItself: boolean,
): CleaningSet {
  const base = `${baseOf(work)}-clean`;
  const set = setFor(work, cleaner, soil, byItself);
  const { fit, effort } = set;
  if (work.todo(base) && clearFor(work, fit, base, STAGE.panelAir, STAGE.panelRinseOut))
    putOn(work, STAGE.clean, base, cleaner.agent, fit, {
      action: "clean",
      area,
      usualLPerM2: perRoundLPerM2 * effort.rounds,
      rounds: effort.rounds,
      effort,
      why: `Loosens the soil of the whole panel, seam to seam. ${setInWords(set)}`,
    });
  towelOff(work, STAGE.cleanTowel, `${baseOf(work)}-towel`, area);
  return set;
}

/** A cleaner that may go on now, or why none may. */
export function cleanerHere(
  work: ZoneWork,
  soil: SoilLevel | undefined,
  drawnOff = false,
): (FoundFit & { agent: AgentId }) | Refusal {
  const cleaner = fitCleaner(work, soil, drawnOff);
  if (!cleaner.ok) return refuse(cleaner.because, cleaner.forbiddenBy);
  return canBeClearedFor(work, cleaner) ? cleaner : refuse(NOT_RINSED);
}
