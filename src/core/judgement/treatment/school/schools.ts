import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { FamilyId } from "@/core/ground/catalog/families";
import { stepBase } from "@/core/job/history";
import { dryingOf, type Drying } from "@/core/models/drying/quick";
import type { School } from "@/core/ground/catalog/schoolIds";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { sumOf, stated, opened, entered, type Worked } from "@/core/ground/sums/working";
import type { AgentId } from "@/core/ground/catalog/agents";
import type { RoleId } from "@/core/ground/catalog/roles";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import { fromShelf } from "@/core/judgement/shelf/standIns";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import { wetStroke } from "@/core/models/water/strokes";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { leastOfBuilds, mostOfBuilds, type ZoneView } from "@/core/judgement/zones/zoneView";
import { soilLeft } from "../step/effect";
import type { Effort } from "../step/effect";
import { fitAgent, fitMachine, type Fit, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { gentlestSet, setInWords, type CleaningSet } from "@/core/judgement/treatment/way/gentlest";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { dryStrokesFor } from "../step/amounts";
import { SHARE_OF_BUDGET } from "../step/amounts";
import { TOWEL_CARRIES } from "../step/amounts";
import { PANEL_L_PER_M2 } from "../step/amounts";
import { soilLifted } from "../step/soilRates";
import { roundsWanted } from "../step/soilRates";
import { SOIL_RATE } from "../step/soilRates";
import { SOIL_TARGET } from "../step/soilRates";
import type { Rule } from "@/core/judgement/rules/rules";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { depthOf, waterCourse, type WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { SCHOOL_NAMES } from "@/core/judgement/treatment/step/stepWords";
import { dwellOf, STAGE, type ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";

/** One way through the middle of the job on one zone, weighed. */
export interface SchoolOption {
  school: School;
  allowed: boolean;
  /** Why not, when it is not. */
  because: string;
  forbiddenBy: Rule[];
  residual: Worked;
  drying: Drying;
  minutes: Worked;
  lifted: Worked;
  productMl: Worked;
  /** What may go wrong with it here; none when nothing stands out. */
  risks: string[];
  waterOnLPerM2: number;
}

/** What a school would do here: its water and minutes to weigh, and how to lay its steps. */
interface Proposal {
  rounds: number;
  /** Soil lifted, where it is not the school's rate by its rounds. */
  lifted?: Worked;
  productMl: Worked;
  moves: WaterMove[];
  /** Hands-on minutes of each part. */
  parts: Worked[];
  lay: () => void;
}

interface Refusal {
  because: string;
  forbiddenBy: Rule[];
}

interface Panel {
  /** Soil to lift, undefined when there are only marks to rinse. */
  soil: SoilLevel | undefined;
  /** A ring that rises out of the foam. */
  fromBelow: boolean;
  /** A smell that has to be flushed out. */
  flush: boolean;
  /** Area the marks' agents spread to. */
  spotArea: Worked;
}

const refuse = (because: string, forbiddenBy: Rule[] = []): Refusal => ({ because, forbiddenBy });
const SPENT = "The water budget here is spent: let it dry first.";
const NOT_RINSED = "What is in the cloth must not meet the cleaner, and it cannot be rinsed out here first.";

interface SchoolPick {
  options: SchoolOption[];
  picked?: School;
  because: string;
}

/**
 * Weighs the three schools for a zone as it stands after its marks, picks one and lays its steps.
 * @param begun the pick the work on this zone began with: it stays while the work runs, whatever the budget says by now
 */
export function laySchool(work: ZoneWork, panel: Panel, begun?: SchoolPick): SchoolPick {
  const proposals = SCHOOL_IDS.map((school) => ({ school, proposal: PROPOSE[school](work, panel) }));
  const layOf = (picked: School | undefined) => {
    const taken = proposals.find(({ school }) => school === picked)?.proposal;
    return taken && "lay" in taken ? taken.lay : undefined;
  };
  const finished = MACHINE_ENDS.some((end) => !work.todo(`${baseOf(work)}-${end}`));
  if (begun && (finished || layOf(begun.picked))) {
    layOf(begun.picked)?.();
    return begun;
  }
  const options = proposals.map(({ school, proposal }) => weigh(work, school, proposal));
  const chosen = work.context.job.choices.schools[work.view.id];
  const { picked, because } = pickSchool(work.context, options, panel, work.likely, chosen);
  layOf(picked)?.();
  // What was put on is lifted off, though the budget has room for nothing else.
  const towel = `${baseOf(work)}-towel`;
  if (!work.todo(`${baseOf(work)}-clean`) && !work.steps.some(({ key }) => stepBase(key) === towel))
    work.towelOff(STAGE.cleanTowel, towel, work.view.areaM2);
  return { options, picked, because };
}

/** The step that ends each school's part; once done, no other school begins on the same wet panel. */
const MACHINE_ENDS = ["extract", "steam", "rinse"] as const;

function weigh({ context, state, view }: ZoneWork, school: School, proposal: Proposal | Refusal): SchoolOption {
  const refused = "because" in proposal;
  const moves = refused ? [] : proposal.moves;
  const { left: residual, peakLPerM2 } = waterCourse([...state.moves, ...moves], view, recoveryOf(context, view).value);
  const drying = dryingOfZone(context, view, residual);
  const waterOnLPerM2 = moves.reduce((sum, { waterOnLPerM2 = 0 }) => sum + waterOnLPerM2, 0);
  return {
    school,
    allowed: !refused,
    because: refused ? proposal.because : "",
    forbiddenBy: refused ? proposal.forbiddenBy : [],
    residual,
    drying,
    minutes: sumOfMinutes(refused ? [] : proposal.parts),
    lifted: (refused ? undefined : proposal.lifted) ?? soilLifted(school, refused ? 0 : proposal.rounds),
    productMl: refused
      ? sumOf("treatment.product", { onLPerM2: 0, areaM2: view.areaM2.value, parts: 0 })
      : proposal.productMl,
    risks: refused ? [] : risksOf(school, view, drying, depthOf(peakLPerM2, view)),
    waterOnLPerM2,
  };
}

/** From here on the depth allowed is nearly used up. Judgement. */
const NEARLY_TOO_DEEP = 0.75;

/** What stands out when a school is held against the others here, worst first. */
function risksOf(
  school: School,
  view: ZoneView,
  { mould, hours }: Drying,
  { depth, allowed }: ReturnType<typeof depthOf>,
): string[] {
  return [
    !Number.isFinite(hours.value) ? "does not dry in this air" : mould !== "safe" ? "wet past a day: mould" : undefined,
    allowed.value > 0 && depth.value > NEARLY_TOO_DEEP * allowed.value ? "wets nearly as deep as it may" : undefined,
    school === "steam" ? "scalds; sets what was not found" : undefined,
    school === "extraction" && view.materials.length > 1 ? "much water on a fibre not named" : undefined,
    school === "low-moisture" && isHeavy(view.soil?.level) ? "moves heavy soil about" : undefined,
    view.oldOrFragile && school !== "low-moisture" ? "old or of unknown age" : undefined,
  ].filter((risk) => risk !== undefined);
}

/** What a cleaner takes out by itself. */
const liftedBy = (effort: Effort): Worked => {
  const left = soilLeft(effort);
  return sumOf("treatment.lifted", { left: opened(left) });
};

const sumOfMinutes = (parts: readonly Worked[]): Worked =>
  sumOf("treatment.minutesOfWay", { parts: parts.map((part, index) => opened(part, `step ${index + 1}`)) });

/** Drying of a zone from the water left in it, in the job's air. */
export const dryingOfZone = ({ conditions }: Context, view: ZoneView, residual: Worked): Drying =>
  dryingOf(
    residual,
    leastOfBuilds(view, (build) => build.dryAtLPerM2),
    mostOfBuilds(view, (build) => build.slowEndH),
    conditions.slow,
  );

const PROPOSE: Record<School, (work: ZoneWork, panel: Panel) => Proposal | Refusal> = {
  "low-moisture": proposeLowMoisture,
  extraction: proposeExtraction,
  steam: proposeSteam,
};

const baseOf = ({ round }: ZoneWork) => `panel-r${round}`;

/** Where feet go. */
const TRODDEN: readonly RoleId[] = ["footwell", "boot", "mat", "field", "lane", "doorway", "tread"];
const isHeavy = (soil: SoilLevel | undefined) => soil === "heavy" || soil === "caked";

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
function fitCleaner(work: ZoneWork, soil: SoilLevel | undefined, drawnOff = false): Fit & { agent: AgentId } {
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
  return gentlestSet(context, view, likely, fit, {
    agent: fit.agent,
    usualRounds,
    mostRounds: byItself ? usualRounds + 1 : 1,
    // Ahead of a machine it does what the brush for this soil would, at the label's mix and shortest dwell.
    targetLeft: byItself && soil ? SOIL_TARGET[soil] : Math.exp(-SOIL_RATE["low-moisture"] * TOOLS[fit.tool].agitation),
    dwell: dwellOf(context, view.id, fit.agent, film),
  });
}

function cleanPanel(
  work: ZoneWork,
  area: Worked,
  perRoundLPerM2: number,
  soil: SoilLevel | undefined,
  byItself: boolean,
  drawnOff = false,
) {
  const base = baseOf(work);
  const cleaner = fitCleaner(work, soil, drawnOff);
  if (!cleaner.ok) return;
  const set = setFor(work, cleaner, soil, byItself);
  const { fit, effort } = set;
  if (work.todo(`${base}-clean`) && work.clearFor(fit, `${base}-clean`, STAGE.panelAir, STAGE.panelRinseOut))
    work.apply(STAGE.clean, `${base}-clean`, cleaner.agent, fit, {
      action: "clean",
      area,
      usualLPerM2: perRoundLPerM2 * effort.rounds,
      rounds: effort.rounds,
      effort,
      why: `Loosens the soil of the whole panel, seam to seam. ${setInWords(set)}`,
    });
  work.towelOff(STAGE.cleanTowel, `${base}-towel`, area);
}

/** Product in what a cleaner puts on. */
function productIn(fit: Fit, onLPerM2: number, area: Worked): Worked {
  const parts = fit.ok ? (fit.strength?.partsWater.value ?? 0) : 0;
  const on = fit.ok && fit.candidate.agent !== "water" ? onLPerM2 : 0;
  return sumOf("treatment.product", { onLPerM2: on, areaM2: area.value, parts });
}

function proposeLowMoisture(work: ZoneWork, { soil, spotArea }: Panel): Proposal | Refusal {
  const { context, view, likely } = work;
  const found = soil
    ? fitCleaner(work, soil)
    : { agent: "water" as const, ...fitAgent(context, view, likely, "water", "towel", "rinse") };
  if (!found.ok) return refuse(found.because, found.forbiddenBy);
  if (!work.canBeClearedFor(found)) return refuse(NOT_RINSED);
  const set = soil && setFor(work, found, soil, true);
  const { fit, rounds } = set ? { fit: set.fit, rounds: set.effort.rounds } : { fit: found, rounds: 1 };
  const area = soil ? view.areaM2 : spotArea;
  const usual = soil
    ? PANEL_L_PER_M2.cleanRound * rounds * (fit.candidate.spraying ? 1 : TOWEL_CARRIES)
    : PANEL_L_PER_M2.rinse;
  const on = work.allowed(usual);
  if (on <= 0) return refuse(SPENT);
  return {
    rounds,
    lifted: set && liftedBy(set.effort),
    productMl: productIn(fit, on, area),
    moves: [{ action: soil ? "clean" : "rinse", waterOnLPerM2: on }, { action: "towel-off" }],
    parts: [
      handsOnMinutes(work.context.kit, soil ? "clean" : "rinse", area.value, rounds),
      handsOnMinutes(work.context.kit, "towel-off", area.value),
    ],
    lay: () => {
      if (soil) return cleanPanel(work, area, PANEL_L_PER_M2.cleanRound, soil, true);
      const base = baseOf(work);
      if (work.todo(`${base}-rinse`)) work.rinse(STAGE.rinse, `${base}-rinse`, area);
      work.towelOff(STAGE.rinseTowel, `${base}-rinse-towel`, area);
    },
  };
}

function proposeExtraction(work: ZoneWork, { soil }: Panel): Proposal | Refusal {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "extract");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const machine = extractorFor(context.kit, view.areaM2.value)!;
  const chosen = context.job.choices.strokes?.[view.id];
  const pace = chosen?.pace ?? 1;
  const stroke = wetStroke({ ...machine, strokeMPerS: machine.strokeMPerS * pace });
  const wanted = chosen?.wet ?? roundsWanted("extraction", soil);
  // At least one dry stroke after each wet one, whatever was chosen.
  const dryFor = (wet: number) =>
    chosen && wet === chosen.wet ? entered("as chosen", Math.max(chosen.dry, wet), "strokes") : dryStrokesFor(wet);
  const cleaner = fitCleaner(work, soil, true);
  const sprays = soil !== undefined && soil !== "light" && cleaner.ok && work.canBeClearedFor(cleaner);
  const preSpray = sprays && work.todo(`${baseOf(work)}-clean`) ? work.allowed(PANEL_L_PER_M2.preSpray) : 0;
  const strokesLeft = (spent: number) => Math.floor((work.remainingLPerM2() - spent) / stroke.value + 1e-9);
  const before: WaterMove[] =
    preSpray > 0 ? [{ action: "clean", waterOnLPerM2: preSpray }, { action: "towel-off" }] : [];
  const drawing = (strokes: number): WaterMove => ({
    action: "extract",
    waterOnLPerM2: strokes * stroke.value,
    wetStrokes: strokes,
    dryStrokes: dryFor(strokes).value,
    pace,
  });
  const recovery = recoveryOf(context, view).value;
  const staysShallow = (strokes: number) =>
    !depthOf(waterCourse([...work.state.moves, ...before, drawing(strokes)], view, recovery).peakLPerM2, view).tooDeep;
  const affordable = Math.min(wanted, strokesLeft(preSpray));
  if (affordable < 1) return refuse("The water budget here is too small for even one wet stroke.");
  let wet = affordable;
  while (wet > 0 && !staysShallow(wet)) wet -= 1;
  if (wet < 1) return refuse("Even one wet stroke would run deeper below the face than this build may take.");
  const area = view.areaM2;
  return {
    rounds: wet,
    productMl: productIn(cleaner.ok ? setFor(work, cleaner, soil, false).fit : fit, preSpray, area),
    moves: [...before, drawing(wet)],
    parts: [
      ...(preSpray > 0
        ? [
            handsOnMinutes(work.context.kit, "clean", area.value),
            handsOnMinutes(work.context.kit, "towel-off", area.value),
          ]
        : []),
      handsOnMinutes(work.context.kit, "extract", area.value, (wet + dryFor(wet).value) / pace),
    ],
    lay: () => {
      const base = baseOf(work);
      if (sprays) cleanPanel(work, area, PANEL_L_PER_M2.preSpray, soil, false, true);
      if (!work.todo(`${base}-extract`)) return;
      if (!work.clearFor(fit, `${base}-extract`, STAGE.panelAir, STAGE.panelRinseOut)) return;
      const affordableNow = strokesLeft(0);
      const strokes = Math.min(wet, affordableNow);
      let most = affordableNow;
      while (most > strokes && !staysShallow(most)) most -= 1;
      if (strokes < 1) return;
      const tempC = fit.candidate.clothTempC!;
      const on = strokes * stroke.value;
      const dry = dryFor(strokes);
      const left = waterCourse(
        [
          ...work.state.moves,
          { action: "extract", waterOnLPerM2: on, wetStrokes: strokes, dryStrokes: dry.value, pace },
        ],
        view,
        recovery,
      ).left;
      const before = waterCourse(work.state.moves, view, recovery).left;
      work.add(
        STAGE.machine,
        `${base}-extract`,
        `w${strokes}d${dry.value}t${tempC}${pace === 1 ? "" : `p${pace}`}`,
        {
          ...(pace === 1 ? {} : { pace }),
          mostWetStrokes: most,
          recoveredMl: sumOf("water.recovered", { before: before.value, on, left: left.value, areaM2: area.value }),
          action: "extract",
          agent: "water",
          tool: "extractor",
          tempC,
          areaM2: area,
          waterOnLPerM2: on,
          dryStrokes: dry,
          wetStrokes: sumOf("water.wetStrokes", {
            wanted: chosen ? stated.entered(wanted, "as chosen") : wanted,
            affordable: affordableNow,
            shallow: wet,
          }),
          phMin: fit.candidate.phMin,
          phMax: fit.candidate.phMax,
          amountMl: sumOf("treatment.amountByStrokes", { areaM2: area.value, strokes, strokeLPerM2: opened(stroke) }),
          minutes: handsOnMinutes(work.context.kit, "extract", area.value, (strokes + dry.value) / pace),
          title: `Rinse and draw off, ${strokes} wet ${strokes === 1 ? "stroke" : "strokes"}, ${dry.value} dry`,
          how:
            `Pull ${pace === 1 ? "slowly" : `at ${pace} of the usual pace`} with ` +
            `water on, then ${Math.max(1, Math.floor(dry.value / (strokes + 1)))} ` +
            "dry strokes on the same line before the next wet one; the rest of the dry strokes at the end. Last " +
            "wet stroke plain water.",
          why: "Carries off what was loosened, and the cleaner with it.",
          check: "The recovered water runs clear.",
          liftOff: "A firm wipe with a dry towel.",
        },
        fit,
      );
    },
  };
}

function proposeSteam(work: ZoneWork, { soil }: Panel): Proposal | Refusal {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "steam");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const cleaner = fitCleaner(work, soil);
  if (!cleaner.ok) return refuse(cleaner.because, cleaner.forbiddenBy);
  if (!work.canBeClearedFor(cleaner)) return refuse(NOT_RINSED);
  const rounds = roundsWanted("steam", soil);
  const cleaning = work.allowed(PANEL_L_PER_M2.cleanRound);
  const usual = PANEL_L_PER_M2.steamPass * rounds;
  const steam = Math.min(usual, (work.remainingLPerM2() - cleaning) * SHARE_OF_BUDGET);
  if (cleaning <= 0 || steam <= 0) return refuse(SPENT);
  const area = view.areaM2;
  return {
    rounds,
    productMl: productIn(setFor(work, cleaner, soil, false).fit, cleaning, area),
    moves: [
      { action: "clean", waterOnLPerM2: cleaning },
      { action: "towel-off" },
      { action: "steam", waterOnLPerM2: steam },
      { action: "towel-off" },
    ],
    parts: [
      handsOnMinutes(work.context.kit, "clean", area.value),
      handsOnMinutes(work.context.kit, "towel-off", area.value),
      handsOnMinutes(work.context.kit, "steam", area.value, rounds),
      handsOnMinutes(work.context.kit, "towel-off", area.value),
    ],
    lay: () => {
      const base = baseOf(work);
      cleanPanel(work, area, PANEL_L_PER_M2.cleanRound, soil, false);
      const on = work.allowed(usual);
      if (!work.todo(`${base}-steam`)) return work.towelOff(STAGE.machineTowel, `${base}-steam-towel`, area);
      if (on <= 0) return;
      if (!work.clearFor(fit, `${base}-steam`, STAGE.panelAir, STAGE.panelRinseOut)) return;
      work.add(
        STAGE.machine,
        `${base}-steam`,
        `x${rounds}`,
        {
          action: "steam",
          agent: "water",
          tool: "steamer",
          tempC: fit.candidate.clothTempC,
          areaM2: area,
          waterOnLPerM2: on,
          rounds,
          phMin: fit.candidate.phMin,
          phMax: fit.candidate.phMax,
          amountMl: work.amount(on, area, usual),
          minutes: handsOnMinutes(work.context.kit, "steam", area.value, rounds),
          title: `Steam through a towel, ${rounds === 1 ? "one pass" : `${rounds} passes`}`,
          how: "Head wrapped in a white towel, kept moving; towel straight after.",
          why: "Warmth lets the cleaner finish, and the towel takes it up.",
          check: "The towel stays pale.",
          liftOff: "Dry towel.",
        },
        fit,
      );
      work.towelOff(STAGE.machineTowel, `${base}-steam-towel`, area);
    },
  };
}

/** What dissolves has to be flushed out, or it comes back. */
const NEEDS_FLUSHING: readonly FamilyId[] = ["urine", "water-ring", "sugar-starch"];
/** A school must lift this much more of the soil to be worth its extra water. */
const CLEARLY_MORE = 0.15;

/** Picks a school among those the rules leave: the technician's choice, else by promise, soil and water. */
function pickSchool(
  { minutesLeft, job }: Context,
  options: readonly SchoolOption[],
  { soil, fromBelow, flush }: Panel,
  likely: readonly FamilyId[],
  chosen: School | undefined,
): { picked?: School; because: string } {
  const open = options.filter(({ allowed }) => allowed);
  if (open.some(({ school }) => school === chosen)) return { picked: chosen, because: "Your choice." };
  const refusedChoice = chosen ? `${SCHOOL_NAMES[chosen]} was chosen but is not allowed here. ` : "";
  const pick = ({ school }: SchoolOption, because: string) => ({ picked: school, because: refusedChoice + because });

  if (open.length === 0) return { because: refusedChoice + (options[0]?.because || "Nothing wet is allowed here.") };
  if (open.length === 1) return pick(open[0]!, "The only one the rules leave here.");
  const inTime = open.filter(
    ({ drying, minutes }) => minutesLeft === undefined || drying.hours.value * 60 + minutes.value <= minutesLeft,
  );
  const driest = (inTime.length > 0 ? inTime : open).reduce((best, option) =>
    option.residual.value < best.residual.value ? option : best,
  );
  if (inTime.length === 0) return pick(driest, "None dries by the promised time; this one leaves the least water.");
  const strongest = inTime.reduce((best, option) => (option.lifted.value > best.lifted.value ? option : best));
  const extraction = inTime.find(({ school }) => school === "extraction");
  if (extraction && flush)
    return pick(extraction, "The smell sits in it: what was digested has to be rinsed out and drawn off.");
  if (extraction && fromBelow)
    return pick(extraction, "The ring comes from below: it has to be rinsed out of the foam and drawn off in full.");
  if (job.account?.matters === "speed")
    return pick(driest, "Quick return matters most to the owner; this leaves the least water.");
  if (extraction && (soil === "heavy" || soil === "caked"))
    return pick(extraction, "Soil this heavy has to be carried off, not moved about, and it still dries in time.");
  if (extraction && likely.length === 1 && NEEDS_FLUSHING.includes(likely[0]!))
    return pick(extraction, "What dissolves has to be flushed out, or it comes back as a ring.");
  if (soil && strongest.lifted.value > driest.lifted.value + CLEARLY_MORE)
    return pick(strongest, "It lifts clearly more soil and still dries in time.");
  return pick(driest, "It leaves the least water and lifts as much as is needed here.");
}
