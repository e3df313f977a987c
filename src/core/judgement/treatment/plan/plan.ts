import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { accountWords, hadSewage } from "@/core/judgement/diagnosis/background";
import type { School } from "@/core/ground/catalog/schoolIds";
import { densest } from "@/core/job/hairFinding";
import { takeFindings } from "./planByKind";
import { isCovered, type History } from "@/core/job/history";
import type { DamageFinding, HairFinding, Job, Kit } from "@/core/job/schema";
import { sumOf, opened, type Worked } from "@/core/ground/sums/working";
import { missingAgents, type Missing } from "@/core/judgement/shelf/standIns";
import { ACTIONS } from "@/core/ground/catalog/actions";
import { beforeThisRound, contextOf, diagnosisOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow, type ZoneState } from "@/core/judgement/treatment/cloth/inCloth";
import type { WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { isCleaned, layDisinfection, NOT_CLEANED, notDisinfected, wantsDisinfection } from "../extra/disinfection";
import { layLookUnder } from "../extra/lookUnder";
import { layProtection } from "../extra/protection";
import { laySeamsBeltsMats } from "../extra/seamsBeltsMats";
import { laySmell, likelyWithSmell, smellSource, type SmellSource } from "../extra/smell";
import { layDryLift } from "../lay/dryLift";
import { layHair } from "../lay/layHair";
import { addProofs } from "../lay/proofs";
import { STAGE, type StagedStep } from "../lay/stages";
import { ZoneWork } from "../lay/zoneWork";
import { laySpot } from "../mark/laySpot";
import type { LaidMark, MarkPlan } from "../mark/markPlan";
import { cleanersFor, type Panel } from "../school/panel";
import { laySchool } from "../school/schools";
import type { SchoolOption } from "../school/weigh";
import { mergeSteps } from "./orderOfWork";
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
  plan.steps = mergeSteps(views.flatMap((view, index) => planZone(context, plan, view, index, smell)));
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
  return marks.flatMap(({ findingId, referral }) => (referral ? [label(findingId, referral)] : []));
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
}

function planZone(
  context: Context,
  plan: Plan,
  view: ZoneView,
  index: number,
  smell: SmellSource | undefined,
): StagedStep[] {
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
  const draft: ZoneDraft = {
    context,
    plan,
    zone,
    view,
    state,
    marks,
    open: marks.filter(({ plan }) => plan.state === "open"),
    hair,
    smell: smell?.zoneId === view.id ? smell : undefined,
  };
  const untouched = whyUntouched(draft);
  if (untouched) {
    if (wantsDisinfection(context.job, view.id) && !isCovered(context.history, "disinfect-r0", view.id))
      plan.notes.push(notDisinfected(view, untouched));
    return [];
  }
  plan.assumed.push(...view.assumed.map((sentence) => `${view.name}. ${sentence}`));
  return inOrder(layZone(draft), index);
}

const isToTreat = ({ open, view, smell }: ZoneDraft) =>
  open.length > 0 || view.soil !== undefined || smell !== undefined;

/** Why nothing at all is done on a zone, as it is said of its disinfection; undefined where something is. */
function whyUntouched(draft: ZoneDraft): string | undefined {
  const { context, marks, open, hair } = draft;
  // A referral stops the whole zone: nothing is brushed or wetted around what someone licensed has to see.
  if (hadSewage(context.job.account) || marks.some(({ plan }) => plan.state === "referred"))
    return "Someone licensed has to see it first.";
  const judged =
    open.length === 0 && marks.some(({ plan }) => plan.state !== "damage" && context.history.outcomes[plan.findingId]);
  // With every rung left out there is still the dry lift, which never harms.
  const nothingAllowed = marks.some(({ plan }) => plan.state === "at-the-stop" && plan.round === 0);
  return judged || !(isToTreat(draft) || nothingAllowed || hair.length > 0) ? NOT_CLEANED : undefined;
}

function layZone(draft: ZoneDraft): StagedStep[] {
  const { context, plan, view, state, zone, open } = draft;
  const round = Math.max(0, ...open.map(({ plan }) => plan.round));
  const work = layMarks(draft, new ZoneWork(context, state, zone.likely, round));
  if (isToTreat(draft)) layPanel(draft, work);
  if (wantsDisinfection(context.job, view.id)) plan.notes.push(...optional(layDisinfection(work)));
  if (context.job.choices.protect === "damp" && isCleaned(work)) plan.notes.push(...optional(layProtection(work)));
  addProofs(work);
  layDrying(work);
  zone.used = usedOf(work.state);
  zone.moves = work.state.moves;
  return work.steps;
}

/** What comes before the panel: hair, dry soil, seams, then the marks and the source of a smell. */
function layMarks({ hair, open, smell }: ZoneDraft, work: ZoneWork): ZoneWork {
  if (hair.length > 0) layHair(work, densest(hair));
  layLookUnder(
    work,
    open.map(({ plan }) => plan),
  );
  layDryLift(work);
  laySeamsBeltsMats(work);
  for (const mark of open) laySpot(work, mark);
  if (smell) laySmell(work, smell.families);
  return work;
}

/** The way through the panel, as it was weighed when the work on this zone began. */
function layPanel(draft: ZoneDraft, work: ZoneWork) {
  const { context, plan, view, zone } = draft;
  const panel = panelOf(draft, work.round);
  const before = beforeThisRound(context, view);
  const begun =
    before === context
      ? undefined
      : laySchool(layMarks(draft, new ZoneWork(before, stateNow(before, view), zone.likely, work.round)), panel);
  const { options, picked, because } = laySchool(work, panel, begun);
  Object.assign(zone, { schools: options, picked, pickedBecause: because });
  if (panel.soil)
    plan.missing.push(...missingAgents(context.kit, cleanersFor(view, panel.soil, picked === "extraction")));
}

function panelOf({ view, open, smell }: ZoneDraft, round: number): Panel {
  return {
    soil: round > 0 ? undefined : (view.soil?.level ?? (smell ? "light" : undefined)),
    spotArea: sumOf("geometry.spreadOfAll", {
      spreads: open.map(({ plan }) => opened(plan.spread, plan.name.toLowerCase())),
      zoneM2: view.areaM2.value,
    }),
    flush: smell !== undefined,
    fromBelow: open.some(({ plan }) => plan.ring?.from === "below" && plan.diagnosis.leader === "water-ring"),
  };
}

const optional = (sentence: string | undefined) => (sentence === undefined ? [] : [sentence]);
const wasCleaned = ({ history }: Context, zoneId: string) =>
  history.done.some(({ action, zoneIds }) => (action === "clean" || action === "extract") && zoneIds.includes(zoneId));

/** Protector by the dry school: when the rest is done and dry, on every zone that was cleaned. */
export function dryProtection(context: Context, plan: Plan, views: readonly ZoneView[]): Step[] {
  return mergeSteps(
    views
      .filter(({ id }) => wasCleaned(context, id))
      .flatMap((view, index) => {
        const work = new ZoneWork(context, stateNow(context, view), plan.zones[view.id]!.likely, 0);
        plan.notes.push(...optional(layProtection(work)));
        addProofs(work);
        return inOrder(work.steps, index);
      }),
  );
}

/** The sum of every litre on it since it was last dry, done and planned. */
const usedOf = ({ moves }: ZoneState): Worked =>
  sumOf("water.used", {
    moves: moves.flatMap(({ action, waterOnLPerM2 = 0 }) =>
      waterOnLPerM2 > 0 ? [{ value: waterOnLPerM2, name: ACTIONS[action].name.toLowerCase() }] : [],
    ),
  });

/** What anything still on this zone may be, whether it is being treated or was left. */
function likelyOn(context: Context, view: ZoneView): FamilyId[] {
  const { job, history } = context;
  const likely = new Set(
    job.findings.order.flatMap((id) => {
      const finding = job.findings.byId[id]!;
      if (finding.zoneId !== view.id || history.outcomes[id]?.at(-1) === "gone") return [];
      return finding.kind === "mark" || finding.kind === "mould" ? diagnosisOf(context, view, finding).likely : [];
    }),
  );
  return FAMILY_IDS.filter((family) => likely.has(family));
}

function layDrying(work: ZoneWork) {
  const base = `set-to-dry-r${work.round}`;
  const wet = work.state.moves.some(({ waterOnLPerM2 = 0 }) => waterOnLPerM2 > 0);
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
