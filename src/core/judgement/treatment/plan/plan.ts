import { agentOf } from "@/core/ground/catalog/agents";
import type { Rung } from "@/core/ground/catalog/ladders";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { accountWords, hadSewage } from "@/core/judgement/diagnosis/background";
import type { School } from "@/core/ground/catalog/schoolIds";
import { densest } from "@/core/job/hairFinding";
import { takeFindings } from "./planByKind";
import { findingsOn } from "@/core/job/findingKinds";
import { doneOn, isCovered, type History } from "@/core/job/history";
import type { DamageFinding, HairFinding, Job, Kit } from "@/core/job/schema";
import { sumOf, opened, type Worked } from "@/core/ground/sums/working";
import { missingAgents, type Missing } from "@/core/judgement/shelf/standIns";
import { ACTIONS } from "@/core/ground/catalog/actions";
import { beforeThisRound, contextOf, diagnosisOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow, type ZoneState } from "@/core/judgement/treatment/cloth/inCloth";
import { wettestMoves, type WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { isCleaned, layDisinfection, NOT_CLEANED, notDisinfected, wantsDisinfection } from "../extra/disinfection";
import { layLookUnder } from "../extra/lookUnder";
import { layProtection } from "../extra/protection";
import { layBlow, layMatBack, laySeamsBeltsMats } from "../extra/seamsBeltsMats";
import { isOrganic, laySmell, likelyWithSmell, smellSource, type SmellSource } from "../extra/smell";
import { layTrial, offerTrial, trialWords, type TrialOffer } from "../school/trialPatch";
import { trialOn } from "@/core/judgement/treatment/cloth/trial";
import { layDryLift } from "../lay/dryLift";
import { layHair } from "../lay/layHair";
import { layLiftWater } from "../lay/liftWater";
import { addProofs } from "../lay/proofs";
import { STAGE, type StagedStep } from "../lay/stages";
import { ZoneWork } from "../lay/zoneWork";
import { layBlot, laySpot } from "../mark/laySpot";
import type { LaidMark, MarkPlan } from "../mark/markPlan";
import { cleanersFor, isHeavy, type Panel } from "../school/panel";
import { layBleachOut } from "../school/bleachOut";
import { laySchool } from "../school/schools";
import type { SchoolOption } from "../school/weigh";
import { mergeSteps } from "./orderOfWork";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { REFERRALS } from "@/core/judgement/rules/rules";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";

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

export interface Plan {
  zones: Record<string, ZonePlan>;
  marks: Record<string, MarkPlan>;
  damage: { findingId: string; finding: DamageFinding }[];
  /** What someone licensed has to see; nothing outranks these. */
  referrals: Caution[];
  /** What is still to do, in the order of the work. What was done stands in the job's events. */
  steps: Step[];
  /** What is not known, and what was planned for instead. */
  assumed: string[];
  /** What was asked for and is not planned, and why. */
  notes: string[];
  /** What the shelf lacks for it, and what stands in. */
  missing: Missing[];
  /** A trial patch that is wanted, or would tell something. */
  trial?: TrialOffer;
}

/** A plan and what was done before it: all that an order needs to know of a job. */
export interface JobPlan {
  plan: Plan;
  history: History;
}

/**
 * Plans what is left of a job.
 * @param job the document
 * @param kit what is at hand
 * @param asOf ISO time; decides whether a school can still keep the promise of "usable"
 * @returns steps in the order of the work, with the reasons; same input, same plan
 */
export const planJob = (job: Job, kit: Kit, asOf: string): Plan => planIn(contextOf(job, kit, asOf));

/** The same, for whoever has read the job already. */
export function planIn(context: Context): Plan {
  const { job } = context;
  const plan: Plan = {
    zones: {},
    marks: {},
    damage: [],
    referrals: [],
    steps: [],
    assumed: [...context.conditions.assumed, ...accountWords(job.account)],
    notes: [],
    missing: [],
  };
  const views = zoneViews(job);
  const smell = smellSource(context, views);
  if (smell?.words) plan.assumed.push(smell.words);
  plan.steps = mergeSteps(planZones(context, plan, views, smell), namesOf(plan));
  plan.missing = [
    ...new Map(
      [
        ...Object.values(plan.marks).flatMap(({ state, rungs }) =>
          state === "open" ? rungs.flatMap(({ missing }) => missing) : [],
        ),
        ...plan.missing,
      ].map((each) => [each.wanted, each]),
    ).values(),
  ];
  plan.referrals = referralsOf(job, Object.values(plan.marks));
  return plan;
}

function referralsOf(job: Job, marks: MarkPlan[]): Caution[] {
  const label = (id: string, { title, words }: { title: string; words: string }): Caution => ({
    id: `refer-${id}`,
    title,
    words,
    tone: "danger",
    guards: "people",
  });
  if (hadSewage(job.account)) return [label("sewage", REFERRALS.sewage)];
  return marks.flatMap(({ findingId, referral }) =>
    referral && referral.of !== "beside" ? [label(findingId, referral)] : [],
  );
}

const ORDERS_PER_ZONE = 1000;
const inOrder = (steps: readonly StagedStep[], index: number): StagedStep[] =>
  steps.map((step) => ({ ...step, order: step.order + index * ORDERS_PER_ZONE }));

/** One zone while it is planned. */
interface ZoneDraft {
  context: Context;
  plan: Plan;
  zone: ZonePlan;
  view: ZoneView;
  state: ZoneState;
  marks: LaidMark[];
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

/** Everything that comes before a panel first, on every zone: only then is it known how late each panel begins. */
function planZones(
  context: Context,
  plan: Plan,
  views: readonly ZoneView[],
  smell: SmellSource | undefined,
): StagedStep[] {
  const drafts = views.map((view) => draftOf(context, plan, view, smell));
  closeReferred(drafts);
  plan.trial = offerTrial(
    context,
    drafts.flatMap(({ view, zone }) => (zone.closed ? [] : [view])),
    Object.values(plan.marks),
  );
  const begun = drafts.flatMap((draft, index) => {
    const { view } = draft;
    if (!isTouched(draft)) return [];
    plan.assumed.push(...view.assumed.map((sentence) => `${view.name}. ${sentence}`));
    return [{ draft, index, work: layMarks(draft, newWork(draft, context, draft.state)) }];
  });
  const people = context.job.choices.hands ?? 1;
  let workMin = minutesDone(context) + begun.reduce((sum, { work }) => sum + minutesOf(work.steps), 0);
  return begun.flatMap(({ draft, index, work }) => {
    const before = minutesOf(work.steps);
    layRest(draft, work, workMin / people);
    workMin += minutesOf(work.steps) - before;
    return inOrder(work.steps, index);
  });
}

/** A referral, and how far it closes: the zone, its piece, or all that stands in the room. */
const reachOf = ({ state, referral, mould, diagnosis }: MarkPlan): "room" | "piece" | "zone" | undefined => {
  if (mould?.verdict === "discard") return "piece";
  if (state !== "referred" || referral?.of === "high-voltage") return state === "referred" ? "zone" : undefined;
  const doubtful = mould ? mould.rule === "not-asked" || mould.rule === "hidden" : diagnosis.leader !== "mould";
  return doubtful && referral?.of !== "sewage" ? "piece" : "room";
};

/** Nothing on that piece, or in that room, is brushed, wetted or blown, whichever zone it was entered on. */
function closeReferred(drafts: readonly ZoneDraft[]) {
  for (const source of drafts)
    for (const { plan: mark } of source.marks) {
      const reach = reachOf(mark);
      if (!reach) continue;
      const referral = mark.referral ?? { title: mark.mould!.title, words: mark.mould!.words };
      for (const { zone, view, marks } of drafts) {
        if (
          reach === "zone"
            ? view.id !== source.view.id
            : reach === "piece" && view.zone.pieceId !== source.view.zone.pieceId
        )
          continue;
        zone.closed ??= referral.title;
        for (const { plan } of marks)
          if (plan.state === "open")
            Object.assign(plan, { state: "referred", referral: { ...referral, of: "beside" } });
      }
    }
  for (const draft of drafts) draft.open = draft.marks.filter(({ plan }) => plan.state === "open");
}

const minutesOf = (steps: readonly Step[]) => steps.reduce((sum, { minutes }) => sum + minutes.value, 0);
/** Spent on it already, by what was planned for it. */
const minutesDone = ({ history }: Context) =>
  history.done.reduce((sum, { plannedMin, minutes }) => sum + (plannedMin ?? minutes ?? 0), 0);

function draftOf(context: Context, plan: Plan, view: ZoneView, smell: SmellSource | undefined): ZoneDraft {
  const likely = likelyWithSmell(likelyOn(context, view), smell, view.id);
  const { marks, hair } = takeFindings({ context, view, likely, plan, marks: [], hair: [] });
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
  plan.zones[view.id] = zone;
  const open = marks.filter(({ plan }) => plan.state === "open");
  const here = smell?.zoneIds.includes(view.id) ? smell : undefined;
  const whole = view.soil !== undefined || here !== undefined || hasResidue(view);
  const evenOut = whole ? undefined : whyEvenOut(view, open);
  return {
    context,
    plan,
    zone,
    view,
    state,
    marks,
    open,
    hair,
    smell: here,
    evenOut,
    area: whole || evenOut || marks.length === 0 ? view.areaM2 : spreadOfAll(view, open.length > 0 ? open : marks),
  };
}

const spreadOfAll = (view: ZoneView, marks: readonly LaidMark[]): Worked =>
  sumOf("geometry.spreadOfAll", {
    spreads: marks.map(({ plan }) => opened(plan.spread, plan.name.toLowerCase())),
    zoneM2: view.areaM2.value,
  });

/** Something is done here; what was asked for and cannot be is noted. */
function isTouched(draft: ZoneDraft): boolean {
  const { context, view, plan } = draft;
  const untouched = whyUntouched(draft);
  if (untouched && wantsDisinfection(context.job, view.id) && !isCovered(context.history, "disinfect-r0", view.id))
    plan.notes.push(notDisinfected(view, untouched));
  return untouched === undefined;
}

const roundOf = ({ open }: ZoneDraft) => Math.max(0, ...open.map(({ plan }) => plan.round));
const newWork = (draft: ZoneDraft, context: Context, state: ZoneState) =>
  new ZoneWork(context, state, draft.zone.likely, roundOf(draft), draft.area);

/** Detergent was left in it: it is rinsed out as soil is lifted. */
const hasResidue = ({ zone }: ZoneView) => zone.residue === true;

const isToTreat = ({ open, view, smell }: ZoneDraft) =>
  open.length > 0 || view.soil !== undefined || smell !== undefined || hasResidue(view);
/** Water stands in it that nobody put on. */
const isWet = ({ state }: ZoneDraft) => state.moves.some(({ foundLPerM2 }) => foundLPerM2 !== undefined);

/** Why nothing at all is done on a zone, as it is said of its disinfection; undefined where something is. */
function whyUntouched(draft: ZoneDraft): string | undefined {
  const { context, marks, open, hair } = draft;
  // Nothing is brushed or wetted around what someone licensed has to see.
  if (hadSewage(context.job.account) || draft.zone.closed) return "Someone licensed has to see it first.";
  const judged =
    open.length === 0 && marks.some(({ plan }) => plan.state !== "damage" && context.history.outcomes[plan.findingId]);
  // With every rung left out there is still the dry lift, which never harms.
  const nothingAllowed = marks.some(({ plan }) => plan.state === "at-the-stop" && plan.round === 0);
  return judged || !(isToTreat(draft) || isWet(draft) || nothingAllowed || hair.length > 0) ? NOT_CLEANED : undefined;
}

/** The panel, what follows it, and what has to come in front. */
function layRest(draft: ZoneDraft, work: ZoneWork, workBeforeMin: number) {
  const { context, plan, view, zone } = draft;
  if (isToTreat(draft)) layPanel(draft, work, workBeforeMin);
  const tried = trialOn(context, view);
  if (tried && !plan.notes.includes(trialWords(tried))) plan.notes.push(trialWords(tried));
  if (wantsDisinfection(context.job, view.id)) plan.notes.push(...optional(layDisinfection(work)));
  if (context.job.choices.protect === "damp" && isCleaned(work)) plan.notes.push(...optional(layProtection(work)));
  addProofs(work);
  layDrying(work);
  zone.used = usedOf(work.state);
  zone.moves = work.state.moves;
}

/** What comes before the panel: a fresh spill, hair, dry soil, seams, then the marks and the source of a smell. */
function layMarks({ plan, hair, open, marks, smell, view, evenOut }: ZoneDraft, work: ZoneWork): ZoneWork {
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
  if (plan.trial?.wanted && plan.trial.zoneId === view.id) layTrial(work);
  for (const mark of open) laySpot(work, mark);
  if (smell) laySmell(work, smell.families);
  return work;
}

/** The way through the panel, as it was weighed when the work on this zone began. */
function layPanel(draft: ZoneDraft, work: ZoneWork, workBeforeMin: number) {
  const { context, plan, view, zone } = draft;
  const panel = panelOf(draft, work.round, workBeforeMin);
  const before = beforeThisRound(context, view);
  const begun =
    before === context ? undefined : laySchool(layMarks(draft, newWork(draft, before, stateNow(before, view))), panel);
  const { options, picked, because } = laySchool(work, panel, begun);
  Object.assign(zone, { schools: options, picked, pickedBecause: because });
  if (panel.soil)
    plan.missing.push(...missingAgents(context.kit, cleanersFor(view, panel.soil, picked === "extraction")));
}

/** What steam lets go of. */
const GREASES: readonly FamilyId[] = ["body-oil", "road-grease", "gum-wax"];

function panelOf(
  { context, view, open, smell, area, evenOut }: ZoneDraft,
  round: number,
  workBeforeMin: number,
): Panel {
  // What a trial could not move is left alone.
  const hopeless = trialOn(context, view)?.result === "same";
  const level = hopeless ? undefined : (view.soil?.level ?? (smell ? "light" : undefined));
  // What an earlier cleaning left is cleaner enough for everyday soil: it is rinsed, and no more goes on.
  const residue = round === 0 && hasResidue(view);
  return {
    soil: round > 0 || (residue && !isHeavy(level)) ? undefined : level,
    residue,
    ranDeep: open.some(({ plan }) => plan.deep),
    area,
    evenOut,
    workBeforeMin,
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

const namesOf =
  ({ zones }: Pick<Plan, "zones">) =>
  (zoneId: string) =>
    zones[zoneId]!.view.name;
const nameIn = (views: readonly ZoneView[]) => (zoneId: string) => views.find(({ id }) => id === zoneId)!.name;

const optional = (sentence: string | undefined) => (sentence === undefined ? [] : [sentence]);
const wasCleaned = ({ history }: Context, zoneId: string) =>
  doneOn(history, zoneId).some(({ action }) => action === "clean" || action === "extract");

/** Protector by the dry school: when the rest is done and dry, on every zone that was cleaned. */
export function dryProtection(context: Context, plan: Plan, views: readonly ZoneView[]): Step[] {
  return mergeSteps(
    views
      .filter(({ id }) => wasCleaned(context, id))
      .flatMap((view, index) => {
        const work = new ZoneWork(context, stateNow(context, view), plan.zones[view.id]!.likely, 0, view.areaM2);
        plan.notes.push(...optional(layProtection(work)));
        addProofs(work);
        return inOrder(work.steps, index);
      }),
    namesOf(plan),
  );
}

/** Mats that were washed go back last of all. */
export function matsBack(context: Context, views: readonly ZoneView[]): Step[] {
  return mergeSteps(
    views
      .filter(({ id, role }) => role === "mat" && wasCleaned(context, id))
      .flatMap((view, index) => {
        const work = new ZoneWork(context, stateNow(context, view), [], 0, view.areaM2);
        layMatBack(work);
        return inOrder(work.steps, index);
      }),
    nameIn(views),
  );
}

/** Suede-look lies flat when it dries: its pile is raised then, as a step of its own. */
export function raisedPile(context: Context, views: readonly ZoneView[]): Step[] {
  return mergeSteps(
    views
      .filter(({ id, materials }) => materials.every((fibre) => fibre === "suede-look") && wasCleaned(context, id))
      .flatMap((view, index) => {
        const work = new ZoneWork(context, stateNow(context, view), [], 0, view.areaM2);
        if (work.todo("raise-pile")) layPile(work);
        return inOrder(work.steps, index);
      }),
    nameIn(views),
  );
}

function layPile(work: ZoneWork) {
  work.add(STAGE.finish, "raise-pile", "", {
    action: "finish",
    tool: ownsTool(work.context.kit, "soft-brush") && !work.view.oldOrFragile ? "soft-brush" : "hand",
    areaM2: work.area,
    minutes: handsOnMinutes(work.context.kit, "finish", work.area.value),
    title: "Raise the pile",
    how: "Dry, without pressure, all in one direction; then look at it against the light.",
    why: "Suede-look lies flat and looks dirty where its pile was wetted.",
    check: "It stands, soft, without streaks.",
  });
}

/** The sum of every litre on its wettest place since it was last dry, done and planned. */
const usedOf = ({ moves }: ZoneState): Worked =>
  sumOf("water.used", {
    moves: wettestMoves(moves).flatMap(({ action, waterOnLPerM2 = 0 }) =>
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
