import { accountWords, hadSewage } from "@/core/judgement/diagnosis/background";
import { doneOn, type History } from "@/core/job/history";
import type { AgentGroup } from "@/core/ground/catalog/agents";
import type { DamageFinding, Job, Kit } from "@/core/job/schema";
import { type Missing } from "@/core/judgement/shelf/standIns";
import { contextOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import { layProtection } from "../extra/protection";
import { layBeltBack, layMatBack } from "../extra/seamsBeltsMats";
import { smellSource, type SmellSource } from "../extra/smell";
import { offerTrial, type TrialOffer } from "../school/trialPatch";
import { addProofs } from "../lay/proofs";
import { STAGE, type Staged } from "../lay/stages";
import { ZoneWork } from "../lay/zoneWork";
import type { MarkPlan } from "../mark/markPlan";
import { mergeSteps } from "./orderOfWork";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { REFERRALS } from "@/core/judgement/rules/rules";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import { groupOf } from "@/core/ground/pieces/groups";
import type { AsLike } from "../school/panel";
import { KeptZones } from "./kept";
import { optional, untouchedNote, whyUntouched, withReferralsClosed, type LaidZone, type ZonePlan } from "./zonePlan";

export interface Plan {
  zones: Record<string, ZonePlan>;
  marks: Record<string, MarkPlan>;
  damage: { findingId: string; finding: DamageFinding }[];
  /** What someone licensed has to see; nothing outranks these. */
  referrals: Caution[];
  /** What is still to do, in the order of the work. What was done stands in the job's events. */
  steps: Step[];
  /** What closes the job once it is dry: not begun before a meter or the forecast says so. */
  later: Step[];
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

/** The same, for whoever has read the job already. @param kept its zones as they were planned last */
export function planIn(context: Context, kept = new KeptZones()): Plan {
  const { job } = context;
  const plan: Plan = {
    zones: {},
    marks: {},
    damage: [],
    referrals: [],
    steps: [],
    later: [],
    assumed: [...context.conditions.assumed, ...accountWords(job.account)],
    notes: [],
    missing: [],
  };
  const views = zoneViews(job);
  const smell = smellSource(context, views);
  if (smell?.words) plan.assumed.push(smell.words);
  plan.steps = mergeSteps(planZones(context, plan, views, { smell, kept }), namesOf(plan), kept.join);
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
const inOrder = (steps: readonly Staged[], index: number): Staged[] =>
  steps.map(({ order, ...staged }) => ({ ...staged, order: order + index * ORDERS_PER_ZONE }));

/** Everything that comes before a panel first, on every zone: only then is it known how late each panel begins. */
function planZones(
  context: Context,
  plan: Plan,
  views: readonly ZoneView[],
  { smell, kept }: { smell: SmellSource | undefined; kept: KeptZones },
): Staged[] {
  const drafts = withReferralsClosed(kept.draftsOf(context, views, smell));
  for (const { view, zone, marks, damage } of drafts) {
    plan.zones[view.id] = zone;
    for (const { plan: mark } of marks) plan.marks[mark.findingId] = mark;
    plan.damage.push(...damage);
  }
  plan.trial = offerTrial(
    context,
    drafts.flatMap(({ view, zone }) => (zone.closed || view.surface ? [] : [view])),
    Object.values(plan.marks),
  );
  const assumed = new Map<string, string[]>();
  const begun = drafts.flatMap((draft, index) => {
    const { view } = draft;
    const untouched = whyUntouched(draft);
    if (untouched) {
      plan.notes.push(...optional(untouchedNote(draft, untouched)));
      return [];
    }
    for (const sentence of view.assumed) assumed.set(sentence, [...(assumed.get(sentence) ?? []), view.name]);
    const trial = plan.trial?.wanted === true && plan.trial.zoneId === view.id;
    return [{ index, view, ...kept.layZone(draft, trial) }];
  });
  // What is not known of forty zones is one thing to find out.
  plan.assumed.push(...[...assumed].map(([sentence, names]) => `${inFewWords(names)}. ${sentence}`));
  const { minutesLeft = Infinity } = context;
  const people = context.job.choices.hands ?? 1;
  let workMin = minutesDone(context) + begun.reduce((sum, { marksMin }) => sum + marksMin, 0);
  const laid = begun.map(({ marksMin, ...each }) => {
    const timeLeftMin = minutesLeft - workMin / people;
    const zone = each.finish(timeLeftMin);
    workMin += zone.minutes - marksMin;
    return { ...each, timeLeftMin, laid: zone };
  });
  return likeAlike(laid).flatMap(({ index, view, laid: { zone, steps, notes, missing } }) => {
    plan.zones[view.id] = zone;
    plan.notes.push(...notes.filter((note) => !plan.notes.includes(note)));
    plan.missing.push(...missing);
    return inOrder(steps, index);
  });
}

interface Laid {
  index: number;
  view: ZoneView;
  timeLeftMin: number;
  laid: LaidZone;
  finish: (timeLeftMin: number) => LaidZone;
  finishAsLike: (timeLeftMin: number, asLike: AsLike) => LaidZone;
}

/** Parts of one cloth, build and soil. */
const likeness = ({ materials, builds, careCode, oldOrFragile, soil, neighbours, role }: ZoneView) =>
  JSON.stringify([materials, builds, careCode, oldOrFragile, soil?.level, neighbours, groupOf(role) ?? role]);

/**
 * Like is treated alike: where time ran down between like parts, the largest settles the way through for all of them,
 * with the time that the last of them has. What asks for another way by itself keeps it.
 */
function likeAlike(laid: readonly Laid[]): Laid[] {
  const groups = new Map<string, Laid[]>();
  for (const each of laid) {
    if (!each.view.soil || each.laid.zone.picked === undefined) continue;
    const name = likeness(each.view);
    groups.set(name, [...(groups.get(name) ?? []), each]);
  }
  const settled = new Map<string, LaidZone>();
  for (const group of groups.values()) {
    if (new Set(group.map((each) => each.laid.zone.picked)).size < 2) continue;
    const timeLeftMin = Math.min(...group.map((each) => each.timeLeftMin));
    const largest = group.reduce((most, each) => (each.view.areaM2.value > most.view.areaM2.value ? each : most));
    const lead = largest.finish(timeLeftMin);
    settled.set(largest.view.id, lead);
    if (lead.zone.picked === undefined) continue;
    const asLike = { school: lead.zone.picked, because: lead.zone.pickedBecause };
    for (const each of group) if (each !== largest) settled.set(each.view.id, each.finishAsLike(timeLeftMin, asLike));
  }
  return laid.map((each) => ({ ...each, laid: settled.get(each.view.id) ?? each.laid }));
}

/** More are counted, not named. */
const MOST_NAMED = 3;
const inFewWords = (names: readonly string[]): string =>
  names.length > MOST_NAMED ? `${names.length} zones` : names.join(", ");

/** Spent on it already, by what was planned for it. */
const minutesDone = ({ history }: Context) =>
  history.done.reduce((sum, { plannedMin, minutes }) => sum + (plannedMin ?? minutes ?? 0), 0);

const namesOf =
  ({ zones }: Pick<Plan, "zones">) =>
  (zoneId: string) =>
    zones[zoneId]!.view.name;

const CLEANS: readonly Step["action"][] = ["clean", "extract"];
const wasCleaned = ({ history }: Context, zoneId: string) =>
  doneOn(history, zoneId).some(({ action }) => CLEANS.some((each) => each === action));

/** What of a job is done on dry cloth when all else is over: the pile of suede-look, a protector, belts and mats back. */
interface WhenDry {
  pile: Step[];
  protection: Step[];
  back: Step[];
}

/**
 * @param steps what is still to come before: what it cleans is closed too, as it will be then
 */
export function whenDryIn(context: Context, plan: Plan, views: readonly ZoneView[], steps: readonly Step[]): WhenDry {
  const toCome = new Set(steps.flatMap(({ action, zoneIds }) => (CLEANS.includes(action) ? zoneIds : [])));
  const laid = (of: (view: ZoneView) => boolean, lay: (work: ZoneWork) => void): Step[] =>
    mergeSteps(
      views
        .filter((view) => of(view) && (toCome.has(view.id) || wasCleaned(context, view.id)))
        .flatMap((view, index) => {
          const state = stateNow(context, view);
          const then = toCome.has(view.id)
            ? { ...state, inCloth: new Set<AgentGroup>(), moves: [], residue: undefined }
            : state;
          const work = new ZoneWork(context, then, plan.zones[view.id]!.likely, 0, view.areaM2);
          lay(work);
          return inOrder(work.staged(), index);
        }),
      namesOf(plan),
    );
  return {
    pile: laid(
      ({ materials }) => materials.every((fibre) => fibre === "suede-look"),
      (work) => {
        if (work.todo("raise-pile")) layPile(work);
      },
    ),
    protection:
      context.job.choices.protect === "dry"
        ? laid(
            () => true,
            (work) => {
              plan.notes.push(...optional(layProtection(work)).filter((note) => !plan.notes.includes(note)));
              addProofs(work);
            },
          )
        : [],
    back: [...laid(({ role }) => role === "belt", layBeltBack), ...laid(({ role }) => role === "mat", layMatBack)],
  };
}

function layPile(work: ZoneWork) {
  const tool = ownsTool(work.context.kit, "soft-brush") && !work.view.oldOrFragile ? "soft-brush" : "hand";
  // Parts that bear a brush and parts that do not are two steps.
  work.add(STAGE.finish, "raise-pile", tool, {
    action: "finish",
    tool,
    areaM2: work.area,
    minutes: handsOnMinutes(work.context.kit, "finish", work.area.value),
    title: "Raise the pile",
    how: "Dry, without pressure, all in one direction; then look at it against the light.",
    why: "Suede-look lies flat and looks dirty where its pile was wetted.",
    check: "It stands, soft, without streaks.",
  });
}
