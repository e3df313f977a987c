import type { School } from "@/core/ground/catalog/schoolIds";
import type { AgentId } from "@/core/ground/catalog/agents";
import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { RoleId } from "@/core/ground/catalog/roles";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import type { Worked } from "@/core/ground/sums/working";
import { fromShelf } from "@/core/judgement/shelf/standIns";
import type { Rule } from "@/core/judgement/rules/rules";
import { canBeClearedFor, clearFor } from "@/core/judgement/treatment/lay/clear";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import { isBrushedIn, putOn } from "@/core/judgement/treatment/lay/putOn";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { sectionsIn } from "@/core/judgement/treatment/lay/section";
import { cleanStage, partOfStage, STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { PANEL_L_PER_M2, TOWEL_CARRIES } from "@/core/judgement/treatment/step/amounts";
import { roundsWanted, SOIL_RATE, SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { fitAgent, type Fit, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { isHall } from "@/core/judgement/treatment/way/hall";
import { trialOn } from "@/core/judgement/treatment/cloth/trial";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { gentlestSet, setInWords, type CleaningSet } from "@/core/judgement/treatment/way/gentlest";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** What is asked of a panel, or of the marks on it, whichever way through is taken. */
export interface Panel {
  /** Soil to lift, undefined when there are only marks to rinse. */
  soil: SoilLevel | undefined;
  /** A ring that rises out of the foam. */
  fromBelow: boolean;
  /** What ran in or smells and has to be flushed out. */
  flush: boolean;
  /** Detergent that an earlier cleaning left, to be rinsed out. */
  residue: boolean;
  /** All that is on it ran below the face and is flushed out by itself. */
  flushed: boolean;
  /** Grease all over it, which steam lets go of. */
  greasy: boolean;
  /** What is gone over: the panel where it is soiled or rings, else what the marks' agents spread to. */
  area: Worked;
  /** Why more than the marks is wetted, though nobody said it is soiled. */
  evenOut?: string;
  /** From when the work on it begins to when it was promised usable, min; Infinity without a promise. */
  timeLeftMin: number;
  /** The way that was picked for parts like it. */
  asLike?: AsLike;
  /** Share of the soil that low moisture leaves: drawing off is to leave no more of heavy soil. */
  toBeat?: number;
  /** What goes ahead of drawing off, as the work on it was begun; left out: as it needs. */
  lead?: Lead;
}

/** What is picked for parts of one cloth, build and soil together, and why. */
export interface AsLike {
  school: School;
  because: string;
}

/** The cleaner ahead of a machine: its rounds, and whether a towel takes it up before the machine does. */
export interface Lead {
  rounds: number;
  toweled: boolean;
}

/** What a way through comes to, once its steps are laid. */
export interface Way {
  /** Share of the soil that each of its parts leaves. */
  leaves: Worked[];
  /** What went ahead of drawing off. */
  lead?: Lead;
}

export interface Refusal {
  because: string;
  forbiddenBy: Rule[];
}

export const refuse = (because: string, forbiddenBy: Rule[] = []): Refusal => ({ because, forbiddenBy });
export const SPENT = "The water budget here is spent: let it dry first.";
export const NOT_RINSED = "What is in the cloth must not meet the cleaner, and it cannot be rinsed out here first.";

export const baseOf = ({ round }: ZoneWork) => `panel-r${round}`;

/** The cloth alone does where it is not loaded. */
const isSuedeLook = ({ materials }: ZoneView) => materials.every((material) => material === "suede-look");

/** Where feet go. */
const TRODDEN: readonly RoleId[] = ["footwell", "boot", "mat", "field", "lane", "doorway", "tread"];
export const isHeavy = (soil: SoilLevel | undefined) => soil === "heavy" || soil === "caked";

/**
 * The brush for a panel before the rules have their say: stronger where feet have trodden the soil in, on a motor in a
 * hall.
 */
function panelTool({ view }: ZoneWork, soil: SoilLevel | undefined): ToolId {
  if (isOnGlue(view) || (isSuedeLook(view) && soil === "light")) return "towel";
  if (isHall(view) && soil) return "drill-brush";
  if (!isHeavy(soil) || !TRODDEN.includes(view.role)) return "medium-brush";
  return view.role === "mat" ? "stiff-brush" : "drill-brush";
}

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
export function setFor(
  work: ZoneWork,
  fit: FoundFit & { agent: AgentId },
  soil: SoilLevel | undefined,
  byItself: boolean,
): CleaningSet {
  const { context, view, likely } = work;
  const film = PANEL_L_PER_M2.cleanRound * (fit.candidate.spraying ? 1 : TOWEL_CARRIES);
  // What glue holds is gone over once, whatever is left.
  const usualRounds = byItself && !isOnGlue(view) ? roundsWanted("low-moisture", soil) : 1;
  const mostRounds = byItself && !isOnGlue(view) ? usualRounds + 1 : 1;
  // Two of the ways ask for the same ahead of their machines.
  const set = context.once(fit.candidate, `set ${soil} ${byItself ? "by itself" : "ahead of a machine"}`, () =>
    gentlestSet(context, view, likely, fit, {
      agent: fit.agent,
      usualRounds,
      mostRounds,
      // Ahead of a machine it does what the brush for this soil would, at the label's mix and shortest dwell.
      targetLeft:
        byItself && soil ? SOIL_TARGET[soil] : Math.exp(-SOIL_RATE["low-moisture"] * TOOLS[fit.tool].agitation),
      dwell: dwellOf(context, view.id, fit.agent, film),
    }),
  );
  // What a trial patch showed outranks the table.
  const trial = byItself ? trialOn(context, view) : undefined;
  return trial ? { ...set, effort: { ...set.effort, rounds: trial.rounds } } : set;
}

/**
 * Puts the cleaner on, works it in and lifts it off again, once for each round.
 * @param toweled a towel lifts it; else a machine does, right behind
 * @returns the set it was done with, whether it is to come or over
 */
export function cleanPanel(
  work: ZoneWork,
  { area, soil }: Panel,
  perRoundLPerM2: number,
  cleaner: FoundFit & { agent: AgentId },
  { byItself, toweled, rounds: roundsBefore = 1 }: { byItself: boolean; toweled: boolean; rounds?: number },
): CleaningSet {
  const base = cleanBase(work);
  const single = setFor(work, cleaner, soil, byItself);
  const set = byItself ? single : { ...single, effort: { ...single.effort, rounds: roundsBefore } };
  const { fit, effort } = set;
  const { kit } = work.context;
  // Strip by strip all rounds are one step.
  const strips = isBrushedIn(fit.tool) && sectionsIn(kit, area.value) > 1;
  const rounds = strips ? 1 : effort.rounds;
  for (let round = 0; round < rounds; round++) {
    const of = roundOf(base, round);
    if (work.todo(of) && !clearFor(work, fit, of, STAGE.panelAir, STAGE.panelRinseOut)) continue;
    putOn(work, cleanStage(round), of, cleaner.agent, fit, {
      action: "clean",
      area,
      usualLPerM2: round === 0 ? perRoundLPerM2 : PANEL_L_PER_M2.cleanRound,
      nextLPerM2: PANEL_L_PER_M2.cleanRound,
      effort: round === 0 ? effort : { ...effort, rounds: 1 },
      rounds: effort.rounds,
      toweled,
      why:
        round === 0
          ? `Loosens the soil of the whole panel, seam to seam. ${setInWords(set)}`
          : "Another round: it still gives.",
    });
    // Before another round the towel takes what came up, even where a machine ends it.
    if (!strips && (toweled || round < rounds - 1))
      towelOff(work, partOfStage(cleanStage(round), 2), `${of}-towel`, area);
  }
  return set;
}

export const cleanBase = (work: ZoneWork): string => `${baseOf(work)}-clean`;
/** The first round bears the plain name. */
const roundOf = (base: string, round: number): string => (round === 0 ? base : `${base}-${round + 1}`);

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
