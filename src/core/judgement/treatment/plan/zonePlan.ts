import { agentOf } from "@/core/ground/catalog/agents";
import type { Rung } from "@/core/ground/catalog/ladders";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { hadSewage } from "@/core/judgement/diagnosis/background";
import type { School } from "@/core/ground/catalog/schoolIds";
import { densest } from "@/core/job/hairFinding";
import { takeFindings } from "./planByKind";
import { findingsOn } from "@/core/job/findingKinds";
import { isCovered } from "@/core/job/history";
import type { DamageFinding, HairFinding } from "@/core/job/schema";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { sumOf, opened, type Worked } from "@/core/ground/sums/working";
import { missingAgents, type Missing } from "@/core/judgement/shelf/standIns";
import { ACTIONS } from "@/core/ground/catalog/actions";
import { beforeThisRound, diagnosisOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { depthRan } from "@/core/judgement/treatment/cloth/spillDepth";
import { stateNow, type ZoneState } from "@/core/judgement/treatment/cloth/inCloth";
import { ofCleaning, wettestMoves, type WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import {
  isCleaned,
  layDisinfection,
  NOT_CLEANED,
  NOT_CLOTH,
  notDisinfected,
  wantsDisinfection,
} from "../extra/disinfection";
import { layLookUnder } from "../extra/lookUnder";
import { layProtection } from "../extra/protection";
import { layBlow, laySeamsBeltsMats } from "../extra/seamsBeltsMats";
import { isOrganic, laySmell, likelyWithSmell, type SmellSource } from "../extra/smell";
import { layTrial, trialWords } from "../school/trialPatch";
import { trialOn } from "@/core/judgement/treatment/cloth/trial";
import { layDryLift } from "../lay/dryLift";
import { layHair } from "../lay/layHair";
import { layLiftWater } from "../lay/liftWater";
import { addProofs } from "../lay/proofs";
import { STAGE, type Staged } from "../lay/stages";
import { ANY_TIME, type Span } from "../school/pick";
import { ZoneWork } from "../lay/zoneWork";
import { layFlush } from "../mark/layFlush";
import { layBlot, laySpot } from "../mark/laySpot";
import type { LaidMark, MarkPlan } from "../mark/markPlan";
import { cleanersFor, isHeavy, type AsLike, type Panel } from "../school/panel";
import { layBleachOut } from "../school/bleachOut";
import { laySchool } from "../school/schools";
import type { SchoolOption } from "../school/weigh";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import type { Step } from "@/core/judgement/treatment/step/step";
import { type ZoneView } from "@/core/judgement/zones/zoneView";

export interface ZonePlan {
  view: ZoneView;
  budget: Worked;
  /** Put on since it was last dry, done and planned together. */
  used: Worked;
  schools: SchoolOption[];
  picked?: School;
  pickedBecause: string;
  /** What closes it: someone licensed has to see it, or what stands beside it, first. */
  closed?: string;
  /** All water moves since it was last dry, done and to come. */
  moves: WaterMove[];
  likely: FamilyId[];
}

/** One zone while it is planned. */
export interface ZoneDraft {
  context: Context;
  zone: ZonePlan;
  view: ZoneView;
  state: ZoneState;
  marks: LaidMark[];
  damage: { findingId: string; finding: DamageFinding }[];
  /** Those still to be treated. */
  open: LaidMark[];
  hair: HairFinding[];
  /** The source of the smell, where it is here. */
  smell: SmellSource | undefined;
  /** Why all of it is wetted for its marks. */
  evenOut: string | undefined;
  /** What is worked on: the panel where it is soiled, smells or rings, else the marks. */
  area: Worked;
}

/** A zone with all its steps laid. */
export interface LaidZone {
  zone: ZonePlan;
  steps: Staged[];
  /** Minutes of what comes before the panel, and of all of it. */
  marksMin: number;
  minutes: number;
  /** What was asked for and is not planned, and why. */
  notes: string[];
  missing: Missing[];
  /** The time left to when it was promised usable for which the same way through is picked, min. */
  timeLeft: Span;
}

/** The work on a zone as far as its marks. */
interface BegunZone {
  draft: ZoneDraft;
  work: ZoneWork;
  marksMin: number;
  /** Whether the trial patch is laid here. */
  trial: boolean;
}

/** A referral, and how far it closes: the zone, its piece, or all that stands in the room. */
const reachOf = ({ state, referral, mould, diagnosis }: MarkPlan): "room" | "piece" | "zone" | undefined => {
  if (mould?.verdict === "discard") return "piece";
  if (state !== "referred" || referral?.of === "high-voltage") return state === "referred" ? "zone" : undefined;
  const doubtful = mould ? mould.rule === "not-asked" || mould.rule === "hidden" : diagnosis.leader !== "mould";
  return doubtful && referral?.of !== "sewage" ? "piece" : "room";
};

/** Nothing on that piece, or in that room, is brushed, wetted or blown, whichever zone it was entered on. */
export function withReferralsClosed(drafts: readonly ZoneDraft[]): readonly ZoneDraft[] {
  let left = drafts;
  for (const at of drafts.keys())
    for (const which of drafts[at]!.marks.keys()) {
      const source = left[at]!;
      const { plan } = source.marks[which]!;
      const reach = reachOf(plan);
      if (!reach) continue;
      const referral = plan.referral ?? { title: plan.mould!.title, words: plan.mould!.words };
      left = left.map((draft) => (reaches(reach, source, draft) ? closedBy(draft, referral) : draft));
    }
  return left;
}

const reaches = (reach: "room" | "piece" | "zone", { view: from }: ZoneDraft, { view }: ZoneDraft) =>
  reach === "room" || (reach === "piece" ? view.zone.pieceId === from.zone.pieceId : view.id === from.id);

function closedBy(draft: ZoneDraft, referral: { title: string; words: string }): ZoneDraft {
  const marks = draft.marks.map((mark): LaidMark =>
    mark.plan.state === "open"
      ? { ...mark, plan: { ...mark.plan, state: "referred", referral: { ...referral, of: "beside" } } }
      : mark,
  );
  return { ...draft, marks, open: [], zone: { ...draft.zone, closed: draft.zone.closed ?? referral.title } };
}

const minutesOf = (steps: readonly Step[]) => steps.reduce((sum, { minutes }) => sum + minutes.value, 0);

/** What is on a zone and where it stands, before anything is laid on it. */
export function draftOf(context: Context, view: ZoneView, smell: SmellSource | undefined): ZoneDraft {
  const likely = likelyWithSmell(likelyOn(context, view), smell, view.id);
  const { marks, hair, damage } = takeFindings({ context, view, likely, marks: [], hair: [], damage: [] });
  const state = stateNow(context, view);
  const zone: ZonePlan = {
    view,
    budget: state.budget,
    used: usedOf(state),
    schools: [],
    pickedBecause: "",
    moves: state.moves,
    likely,
  };
  const open = marks.filter(({ plan }) => plan.state === "open");
  const here = smell?.zoneIds.includes(view.id) ? smell : undefined;
  const whole = view.soil !== undefined || here !== undefined || hasResidue(view);
  const evenOut = whole ? undefined : whyEvenOut(view, open);
  return {
    context,
    zone,
    view,
    state,
    marks,
    damage,
    open,
    hair,
    smell: here,
    evenOut,
    area: whole || evenOut || marks.length === 0 ? view.areaM2 : spreadOfAll(view, open.length > 0 ? open : marks),
  };
}

const spreadOfAll = (view: ZoneView, marks: readonly LaidMark[]): Worked =>
  sumOf(GEOMETRY_FORMULAS, "geometry.spreadOfAll", {
    spreads: marks.map(({ plan }) => opened(plan.spread, plan.name.toLowerCase())),
    zoneM2: view.areaM2.value,
  });

/** What is said of a disinfection that was asked for where nothing at all is done. */
export const untouchedNote = ({ context, view }: ZoneDraft, because: string): string | undefined =>
  because !== NOT_CLOTH &&
  wantsDisinfection(context.job, view.id) &&
  !isCovered(context.history, "disinfect-r0", view.id)
    ? notDisinfected(view, because)
    : undefined;

const roundOf = ({ open }: ZoneDraft) => Math.max(0, ...open.map(({ plan }) => plan.round));
/** On a copy of where the zone stands: a draft is never changed. */
const newWork = (draft: ZoneDraft, context: Context, state: ZoneState) =>
  new ZoneWork(
    context,
    { ...state, inCloth: new Set(state.inCloth), moves: [...state.moves] },
    draft.zone.likely,
    roundOf(draft),
    draft.area,
  );

/** Detergent was left in it: it is rinsed out as soil is lifted. */
const hasResidue = ({ zone }: ZoneView) => zone.residue === true;

const isToTreat = ({ open, view, smell }: ZoneDraft) =>
  open.length > 0 || view.soil !== undefined || smell !== undefined || hasResidue(view);
/** Water stands in it that nobody put on. */
const isWet = ({ state }: ZoneDraft) => state.moves.some(({ foundLPerM2 }) => foundLPerM2 !== undefined);

/** Why nothing at all is done on a zone, as it is said of its disinfection; undefined where something is. */
export function whyUntouched(draft: ZoneDraft): string | undefined {
  const { context, marks, open, hair } = draft;
  // Nothing is brushed or wetted around what someone licensed has to see.
  if (hadSewage(context.job.account) || draft.zone.closed) return "Someone licensed has to see it first.";
  // It is wiped beside the cloth.
  if (draft.view.surface) return NOT_CLOTH;
  const judged =
    open.length === 0 && marks.some(({ plan }) => plan.state !== "damage" && context.history.outcomes[plan.findingId]);
  // With every rung left out there is still the dry lift, which never harms.
  const nothingAllowed = marks.some(({ plan }) => plan.state === "at-the-stop" && plan.round === 0);
  return judged || !(isToTreat(draft) || isWet(draft) || nothingAllowed || hair.length > 0) ? NOT_CLEANED : undefined;
}

/** Lays what comes before the panel. @param trial whether the trial patch is wanted here */
export function beginZone(draft: ZoneDraft, trial: boolean): BegunZone {
  const work = layMarks(draft, newWork(draft, draft.context, draft.state), trial);
  return { draft, work, marksMin: minutesOf(work.steps), trial };
}

/**
 * Lays the panel, what follows it, and what has to come in front.
 * @param timeLeftMin to when it was promised usable
 * @param asLike what was picked for parts like it
 */
export function finishZone(
  { draft, work, marksMin, trial }: BegunZone,
  timeLeftMin: number,
  asLike?: AsLike,
): LaidZone {
  const { context, view } = draft;
  const panel = isToTreat(draft)
    ? layPanel(draft, work, { ...panelOf(draft, work.round, timeLeftMin), asLike }, trial)
    : undefined;
  const tried = trialOn(context, view);
  const notes = [
    ...(tried ? [trialWords(tried)] : []),
    ...(wantsDisinfection(context.job, view.id) ? optional(layDisinfection(work)) : []),
    ...(context.job.choices.protect === "damp" && isCleaned(work) ? optional(layProtection(work)) : []),
  ];
  addProofs(work);
  layDrying(work);
  return {
    zone: { ...draft.zone, ...panel?.zone, used: usedOf(work.state), moves: work.state.moves },
    steps: work.staged(),
    marksMin,
    minutes: minutesOf(work.steps),
    notes,
    missing: panel?.missing ?? [],
    timeLeft: panel?.timeLeft ?? ANY_TIME,
  };
}

/** What comes before the panel: a fresh spill, hair, dry soil, seams, then the marks and the source of a smell. */
function layMarks({ hair, open, marks, smell, view, evenOut }: ZoneDraft, work: ZoneWork, trial: boolean): ZoneWork {
  for (const mark of open) layBlot(work, mark);
  layLiftWater(work);
  if (hair.length > 0) layHair(work, densest(hair));
  layLookUnder(
    work,
    open.map(({ plan }) => plan),
  );
  const onlyMarks =
    view.soil === undefined && !smell && !evenOut && !hasResidue(view) && marks.length > 0 && hair.length === 0;
  const onlyFresh = onlyMarks && open.length > 0 && open.every(({ plan }) => plan.fresh);
  layBlow(work);
  layDryLift(work, { onlyMarks, onlyWet: onlyFresh || view.zone.wet !== undefined });
  laySeamsBeltsMats(work);
  if (open.length > 0 || view.soil) layBleachOut(work);
  if (trial) layTrial(work);
  for (const mark of open) laySpot(work, mark);
  if (smell) laySmell(work, smell.families);
  // Last, as it is worked: what it rinses out must not be taken for gone before.
  for (const mark of open) layFlush(work, mark);
  return work;
}

/** The way through the panel, as it was weighed when the work on this zone began. */
function layPanel(
  draft: ZoneDraft,
  work: ZoneWork,
  panel: Panel,
  trial: boolean,
): Pick<LaidZone, "missing" | "timeLeft"> & { zone: Pick<ZonePlan, "schools" | "picked" | "pickedBecause"> } {
  const { context, view } = draft;
  const before = beforeThisRound(context, view);
  const begun =
    before === context
      ? undefined
      : laySchool(layMarks(draft, newWork(draft, before, stateNow(before, view)), trial), panel);
  const { options, picked, because, timeLeft } = laySchool(work, panel, begun);
  return {
    zone: { schools: options, picked, pickedBecause: because },
    missing: panel.soil ? missingAgents(context.kit, cleanersFor(view, panel.soil, picked === "extraction")) : [],
    timeLeft,
  };
}

/** What steam lets go of. */
const GREASES: readonly FamilyId[] = ["body-oil", "road-grease", "gum-wax"];

function panelOf({ context, view, open, smell, area, evenOut }: ZoneDraft, round: number, timeLeftMin: number): Panel {
  const flushed = open.length > 0 && open.every(({ plan }) => plan.deep) && depthRan(view, "below") > 0;
  // What a trial could not move is left alone.
  const hopeless = trialOn(context, view)?.result === "same";
  const level = hopeless ? undefined : (view.soil?.level ?? (smell ? "light" : undefined));
  // What an earlier cleaning left is cleaner enough for everyday soil: it is rinsed, and no more goes on.
  const residue = round === 0 && hasResidue(view);
  return {
    soil: round > 0 || (residue && !isHeavy(level)) ? undefined : level,
    residue,
    flushed: flushed && level === undefined && !residue && !evenOut,
    area,
    evenOut,
    timeLeftMin,
    flush: (smell !== undefined && isOrganic(smell)) || open.some(({ plan }) => plan.deep),
    fromBelow: open.some(({ plan }) => plan.ring?.from === "below" && plan.diagnosis.leader === "water-ring"),
    greasy: open.length > 0 && open.every(({ plan }) => plan.sure && GREASES.includes(plan.diagnosis.leader)),
  };
}

/** Fibres that water marks, and plant fibre that nobody rated for water. */
const WATER_MARKS: readonly MaterialId[] = ["viscose", "silk", "acetate"];
const CELLULOSE: readonly MaterialId[] = ["cotton", "linen", "jute"];

const isWatery = (does: Rung["does"][number]) =>
  does.action === "agent" && agentOf(does.agent).groups.includes("water-borne");

/** Why a mark alone is not enough: the cloth would keep a ring round it. */
function whyEvenOut({ materials, careCode, builds }: ZoneView, open: readonly LaidMark[]): string | undefined {
  const wetted = open.some(({ plan, rungs }) => rungs[plan.round]?.does.some(isWatery));
  if (!wetted || builds.includes("glue-held")) return undefined;
  if (open.some(({ plan }) => plan.sure && plan.diagnosis.leader === "water-ring"))
    return "A ring goes only where it has no edge to dry at: damp it evenly to the nearest seam.";
  const unrated = careCode !== "W" && careCode !== "WS";
  const rings = (fibre: MaterialId) => WATER_MARKS.includes(fibre) || (unrated && CELLULOSE.includes(fibre));
  return materials.every(rings)
    ? "This cloth rings where water stops: damp it evenly to the nearest seam, so that there is no edge."
    : undefined;
}

/** The sum of every litre on its wettest place since it was last dry, done and planned. */
const usedOf = ({ moves }: ZoneState): Worked =>
  sumOf(WATER_FORMULAS, "water.used", {
    moves: wettestMoves(ofCleaning(moves)).flatMap(({ action, waterOnLPerM2 = 0 }) =>
      waterOnLPerM2 > 0 ? [{ value: waterOnLPerM2, name: ACTIONS[action].name.toLowerCase() }] : [],
    ),
  });

/** What anything still on this zone may be, whether it is being treated or was left. */
function likelyOn(context: Context, view: ZoneView): FamilyId[] {
  const { job, history } = context;
  const likely = new Set(
    findingsOn(job, view.id).flatMap(({ id, finding }) => {
      if (history.outcomes[id]?.at(-1) === "gone") return [];
      return finding.kind === "mark" || finding.kind === "mould" ? diagnosisOf(context, view, finding).likely : [];
    }),
  );
  return FAMILY_IDS.filter((family) => likely.has(family));
}

function layDrying(work: ZoneWork) {
  const base = `set-to-dry-r${work.round}`;
  const wet = work.state.moves.some(({ waterOnLPerM2 = 0, foundLPerM2 = 0 }) => waterOnLPerM2 + foundLPerM2 > 0);
  if (!wet || !work.todo(base)) return;
  work.add(STAGE.dry, base, "", {
    action: "set-to-dry",
    tool: "hand",
    areaM2: work.view.areaM2,
    minutes: handsOnMinutes(work.context.kit, "set-to-dry", 0),
    title: "Set it to dry",
    how: "Air over every wet panel, pile set one way, mats and covers off.",
    why: "Damp hides marks: judge it dry. Wet for more than a day or two it grows mould.",
    check: "Air can be felt on every panel.",
  });
}

export const optional = (sentence: string | undefined) => (sentence === undefined ? [] : [sentence]);
