import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { accountWords, hadSewage } from "@/core/judgement/diagnosis/background";
import type { School } from "@/core/ground/catalog/schoolIds";
import { densest } from "@/core/job/hairFinding";
import { takeFindings } from "./planByKind";
import { isCovered, type History } from "@/core/job/history";
import type { DamageFinding, Job, Kit } from "@/core/job/schema";
import { sumOf, opened, type Worked } from "@/core/ground/sums/working";
import { missingAgents, type Missing } from "@/core/judgement/shelf/standIns";
import { ACTIONS } from "@/core/ground/catalog/actions";
import {
  beforeThisRound,
  contextOf,
  diagnosisOf,
  stateNow,
  type Context,
  type ZoneState,
} from "@/core/judgement/treatment/cloth/planContext";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import {
  layDisinfection,
  layDryExtras,
  layLookUnder,
  NOT_CLEANED,
  notDisinfected,
  layProtection,
  laySmell,
  likelyWithSmell,
  smellSource,
  wantsDisinfection,
  type SmellSource,
} from "@/core/judgement/treatment/extra/extras";
import { layMark, type LaidMark, type MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { mergeSteps } from "./orderOfWork";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { REFERRALS } from "@/core/judgement/rules/rules";
import { cleanersFor, laySchool, type SchoolOption } from "@/core/judgement/treatment/school/schools";
import { layDryLift } from "@/core/judgement/treatment/lay/dryLift";
import { layHair } from "../lay/layHair";
import { laySpot } from "../mark/laySpot";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import type { WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { STAGE, ZoneWork, type StagedStep } from "@/core/judgement/treatment/lay/zoneWork";

interface ZonePlan {
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
export function planJob(job: Job, kit: Kit, asOf: string): Plan {
  const context = contextOf(job, kit, asOf);
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

function planZone(
  context: Context,
  plan: Plan,
  view: ZoneView,
  index: number,
  smell: SmellSource | undefined,
): StagedStep[] {
  const smells = smell?.zoneId === view.id;
  const likely = likelyWithSmell(likelyOn(context, view), smell, view.id);
  const { marks, hair } = takeFindings({ context, view, likely, plan, marks: [], hair: [] });
  const open = marks.filter(({ plan }) => plan.state === "open");
  const state = stateNow(context, view);
  const zonePlan: ZonePlan = {
    view,
    budget: state.budget,
    used: usedOf(state),
    schools: [],
    pickedBecause: "",
    moves: state.moves,
    likely,
  };
  plan.zones[view.id] = zonePlan;

  // A referral stops the whole zone: nothing is brushed or wetted around what someone licensed has to see.
  const referred = hadSewage(context.job.account) || marks.some(({ plan }) => plan.state === "referred");
  const judged =
    open.length === 0 && marks.some(({ plan }) => plan.state !== "damage" && context.history.outcomes[plan.findingId]);
  // With every rung left out there is still the dry lift, which never harms.
  const nothingAllowed = marks.some(({ plan }) => plan.state === "at-the-stop" && plan.round === 0);
  const toTreat = open.length > 0 || view.soil !== undefined || smells;
  if (referred || judged || !(toTreat || nothingAllowed || hair.length > 0)) {
    if (wantsDisinfection(context.job, view.id) && !isCovered(context.history, "disinfect-r0", view.id))
      plan.notes.push(notDisinfected(view, referred ? "Someone licensed has to see it first." : NOT_CLEANED));
    return [];
  }

  plan.assumed.push(...view.assumed.map((sentence) => `${view.name}. ${sentence}`));
  const round = Math.max(0, ...open.map(({ plan }) => plan.round));
  const layMarks = (work: ZoneWork) => {
    if (hair.length > 0) layHair(work, densest(hair));
    layLookUnder(
      work,
      open.map(({ plan }) => plan),
    );
    layDryLift(work);
    layDryExtras(work);
    for (const mark of open) laySpot(work, mark);
    if (smells) laySmell(work, smell.families);
    return work;
  };
  const work = layMarks(new ZoneWork(context, state, likely, round));
  const spotArea = sumOf("geometry.spreadOfAll", {
    spreads: open.map(({ plan }) => opened(plan.spread, plan.name.toLowerCase())),
    zoneM2: view.areaM2.value,
  });
  if (toTreat) {
    const soil = view.soil?.level ?? (smells ? "light" : undefined);
    const panel = {
      soil: round > 0 ? undefined : soil,
      spotArea,
      flush: smells,
      fromBelow: open.some(({ plan }) => plan.ring?.from === "below" && plan.diagnosis.leader === "water-ring"),
    };
    const before = beforeThisRound(context, view);
    const begun =
      before === context
        ? undefined
        : laySchool(layMarks(new ZoneWork(before, stateNow(before, view), likely, round)), panel);
    const { options, picked, because } = laySchool(work, panel, begun);
    Object.assign(zonePlan, { schools: options, picked, pickedBecause: because });
    if (panel.soil)
      plan.missing.push(...missingAgents(context.kit, cleanersFor(view, panel.soil, picked === "extraction")));
  }
  if (wantsDisinfection(context.job, view.id)) plan.notes.push(...optional(layDisinfection(work)));
  if (context.job.choices.protect === "damp" && isCleaned(context, work))
    plan.notes.push(...optional(layProtection(work)));
  work.addProofs();
  layDrying(work);
  zonePlan.used = usedOf(state);
  return work.steps.map((step) => ({ ...step, order: step.order + index * ORDERS_PER_ZONE }));
}

const optional = (sentence: string | undefined) => (sentence === undefined ? [] : [sentence]);
const wasCleaned = ({ history }: Context, zoneId: string) =>
  history.done.some(({ action, zoneIds }) => (action === "clean" || action === "extract") && zoneIds.includes(zoneId));
const isCleaned = (context: Context, { steps, view }: ZoneWork) =>
  steps.some(({ action }) => action === "clean" || action === "extract") || wasCleaned(context, view.id);

/** Protector by the dry school: when the rest is done and dry, on every zone that was cleaned. */
export function dryProtection(context: Context, plan: Plan, views: readonly ZoneView[]): Step[] {
  return mergeSteps(
    views
      .filter(({ id }) => wasCleaned(context, id))
      .flatMap((view, index) => {
        const work = new ZoneWork(context, stateNow(context, view), plan.zones[view.id]!.likely, 0);
        plan.notes.push(...optional(layProtection(work)));
        work.addProofs();
        return work.steps.map((step) => ({ ...step, order: step.order + index * ORDERS_PER_ZONE }));
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
