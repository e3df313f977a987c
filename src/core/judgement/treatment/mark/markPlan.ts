import { decide, isCommon } from "@/core/judgement/diagnosis/decision";
import type { Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import { ringOrigin, type RingOrigin } from "@/core/judgement/diagnosis/ring";
import type { AgentId } from "@/core/ground/catalog/agents";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { fibreGroupOf, type FibreGroup } from "@/core/ground/catalog/fibreGroups";
import type { RanTo, Spilled } from "@/core/ground/catalog/findings";
import { hadSewage, someoneAtRisk } from "@/core/judgement/diagnosis/background";
import type { MarkFinding, MouldFinding, OutcomeResult } from "@/core/job/schema";
import type { Worked } from "@/core/ground/sums/working";
import { cautionsOf } from "@/core/judgement/treatment/lay/cautions";
import { diagnosisOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { markArea, spreadArea, type ZoneView } from "@/core/judgement/zones/zoneView";
import { fitAgent, fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import {
  DOUBLES,
  HEAVY_FIRST,
  LADDERS,
  ONE_OF_TWO_AT,
  STOP_WORDS,
  SURE_AT,
  STOP_WORDS_OTHERWISE,
  UNSURE_RUNG,
  type Rung,
} from "@/core/ground/catalog/ladders";
import { isHopeless, successOf, type Success } from "@/core/judgement/learnt/success";
import { missingOf, rungFromShelf, type Missing } from "@/core/judgement/shelf/standIns";
import { judgeMould, type MouldJudgement } from "./mould";
import { MOULD_LIMIT_M2, REFERRALS } from "@/core/judgement/rules/rules";
import type { Caution } from "@/core/judgement/treatment/step/step";
import { doesTitle, rungTitle } from "@/core/judgement/treatment/step/stepWords";

interface LeftOut {
  what: string;
  because: string;
}

/** One rung of a mark's ladder as the technician reads it. */
interface RungView {
  title: string;
  why: string;
  state: "done" | "now" | "next" | "left-out";
  leftOut: LeftOut[];
  /** What the shelf lacks for it. */
  missing: Missing[];
  /** How often it makes such a mark go; absent where no agent does it. */
  success?: Success;
}

export interface MarkPlan {
  findingId: string;
  zoneId: string;
  name: string;
  diagnosis: Diagnosis;
  /** One family is clearly ahead; otherwise the gentle common rung comes first. */
  sure: boolean;
  area: Worked;
  spread: Worked;
  /** How often it was judged dry and still visible. */
  round: number;
  state: "open" | "gone" | "left" | "worse" | "at-the-stop" | "referred" | "damage";
  rungs: RungView[];
  stopWords: string;
  /** Who has to see it first; of another mark beside it, or of this one. */
  referral?: { of: keyof typeof REFERRALS | "found-mould" | "beside"; title: string; words: string };
  /** What holds for touching it at all, while nobody knows what it is. */
  touching: Caution[];
  /** Where a water ring came from, while it may be one. */
  ring?: RingOrigin;
  /** What may be done about mould that was seen. */
  mould?: MouldJudgement;
  /** Still damp: blotted before anything else. */
  fresh: boolean;
  /** Organic and old: its agent stays as long as it may. */
  old: boolean;
  /** It ran in: flushed and drawn off as deep as it went. */
  deep: boolean;
  /** How deep it went, as far as anyone knows. */
  ranTo?: RanTo;
  /** How much was spilled, as far as anyone knows. */
  spilled?: Spilled;
}

/** A mark with the rungs that the rules leave it. */
export interface LaidMark {
  plan: MarkPlan;
  rungs: Rung[];
}

/**
 * Lays out the ladder of one mark: what it likely is, which rungs the rules leave, where on it the work stands.
 * @param zoneLikely what any mark on the zone may be: heat spreads, so it must suit them all
 */
export function layMark(
  context: Context,
  view: ZoneView,
  id: string,
  finding: MarkFinding | MouldFinding,
  zoneLikely: readonly FamilyId[],
): LaidMark {
  const diagnosis = diagnosisOf(context, view, finding);
  const area = markArea(finding);
  const double = doubleOf(diagnosis);
  const sure = double !== undefined || !isCommon(decide(diagnosis.chances));
  const ring = finding.kind === "mark" && diagnosis.likely.includes("water-ring") ? ringOrigin(finding) : undefined;
  const mould = finding.kind === "mould" ? judgeMould(context.job, finding) : undefined;
  const referral =
    mould?.verdict === "refer"
      ? { of: "found-mould" as const, title: mould.title, words: mould.words }
      : referralOf(context, view, finding, diagnosis, area.value);
  const outcomes = context.history.outcomes[id] ?? [];
  const round = outcomes.filter((result) => result === "better" || result === "same").length;
  const ladder = ladderOf({
    context,
    view,
    id,
    diagnosis,
    sure,
    double,
    zoneLikely,
    fromBelow: ring?.from === "below",
  });
  const viable = ladder.filter(({ works }) => works).map(({ rung }) => rung);
  const state = stateOf(referral, outcomes.at(-1), sure && diagnosis.leader === "damage", round >= viable.length);
  return {
    rungs: viable,
    plan: {
      findingId: id,
      zoneId: view.id,
      name: finding.name ?? `Mark on ${view.name.toLowerCase()}`,
      diagnosis,
      sure,
      area,
      spread: spreadArea(finding, view),
      round,
      state,
      rungs: ladder.map((each) => shown(context, each, viable.indexOf(each.rung), round, state === "open")),
      stopWords: mould?.verdict === "discard" ? mould.words : stopWordsOf(context, id, diagnosis.leader, ladder),
      referral,
      touching: cautionsOf([], "check-first", undefined, diagnosis.likely),
      ring,
      mould,
      ...stateOfSpill(context, finding, diagnosis),
    },
  };
}

/** What the owner is told at the end of the ladder; where nothing was put on, why nothing may be. */
function stopWordsOf({ history }: Context, id: string, leader: FamilyId, ladder: readonly Tried[]): string {
  const wasTreated = history.done.some(({ findingId, agent }) => findingId === id && agent !== undefined);
  const barred = ladder.every(({ works }) => !works) ? ladder.flatMap(({ leftOut }) => leftOut).at(0) : undefined;
  if (leader !== "damage" && !wasTreated && barred)
    return `Nothing that would take it out may go on here. ${barred.what}: ${barred.because}`;
  return STOP_WORDS[leader] ?? STOP_WORDS_OTHERWISE;
}

/** Food for bacteria. */
const ORGANIC: readonly FamilyId[] = ["protein", "urine", "sugar-starch", "mixture"];

/** How long it is there, and how deep it went. */
function stateOfSpill(
  { job }: Context,
  finding: MarkFinding | MouldFinding,
  { leader }: Diagnosis,
): Pick<MarkPlan, "fresh" | "old" | "deep" | "ranTo" | "spilled"> {
  const { age = job.account?.when, moisture } = finding.kind === "mark" ? finding.evidence : {};
  const said = finding.kind === "mark" ? finding.ranTo : undefined;
  // What a meter reads deep in outranks what anyone says.
  const ranTo = moisture === "deep" && said !== "below" ? "foam" : said;
  return {
    ...(ranTo ? { ranTo } : {}),
    ...(finding.kind === "mark" && finding.spilled ? { spilled: finding.spilled } : {}),
    fresh: finding.kind === "mark" && age === "fresh",
    old: ORGANIC.includes(leader) && age === "months",
    deep: ranTo === "foam" || ranTo === "below",
  };
}

/** What somebody judged with their eyes outranks what the tables take it for. */
function stateOf(
  referral: MarkPlan["referral"],
  last: OutcomeResult | undefined,
  isDamage: boolean,
  isAtTheEnd: boolean,
): MarkPlan["state"] {
  if (referral) return "referred";
  if (last === "gone" || last === "left" || last === "worse") return last;
  if (isDamage) return "damage";
  return isAtTheEnd ? "at-the-stop" : "open";
}

/** A rung as the technician reads it. @param index among those that work, -1 where it does not */
function shown(
  { kit }: Context,
  { rung, works, leftOut, success }: Tried,
  index: number,
  round: number,
  open: boolean,
): RungView {
  const where = index < round ? "done" : index === round && open ? "now" : "next";
  return {
    ...(success ? { success } : {}),
    title: rungTitle(rung),
    missing: missingOf(kit, rung),
    why: rung.why,
    leftOut,
    state: works ? where : "left-out",
  };
}

interface Climb {
  context: Context;
  view: ZoneView;
  id: string;
  diagnosis: Diagnosis;
  sure: boolean;
  /** The rungs of two families at once, where it is of both. */
  double: readonly Rung[] | undefined;
  zoneLikely: readonly FamilyId[];
  /** A ring that rises out of the foam. */
  fromBelow: boolean;
}

/** The ladder of two families, where a mark is most likely of both; undefined where one of them leads. */
function doubleOf({ chances }: Diagnosis): readonly Rung[] | undefined {
  const chanceOf = (family: FamilyId) => chances[FAMILY_IDS.indexOf(family)]!;
  return DOUBLES.find(
    ({ families }) =>
      families.every((family) => chanceOf(family) >= ONE_OF_TWO_AT) &&
      families.reduce((sum, family) => sum + chanceOf(family), 0) >= SURE_AT,
  )?.rungs;
}

/** The rungs of a mark, each with whether the rules and the own log leave it. */
function ladderOf(climb: Climb): Tried[] {
  const { context, view, id, diagnosis, sure, double } = climb;
  const { leader } = diagnosis;
  const ofFamily = (double ?? heavyFirst(view, LADDERS[leader], HEAVY_FIRST[leader])).map((rung, index) =>
    tried(climb, rungFromShelf(context.kit, rung), index),
  );
  // The common gentle rung leads while nothing is clearly ahead, and stands in where the rules leave no rung of the
  // family's own.
  const commonFirst = !sure || (leader !== "damage" && !ofFamily.some(({ works }) => works));
  const laid = commonFirst ? [tried(climb, rungFromShelf(context.kit, UNSURE_RUNG), 0), ...ofFamily] : ofFamily;
  const fibre = fibreGroupOf(view.materials);
  const known = laid.map((each) => ({ ...each, success: rungSuccess(context, leader, each.rung, fibre) }));
  return known.map((each, index) => {
    // What suits every family still likely comes first whatever a log says of one of them.
    const stays = (commonFirst && index === 0) || wasDone(context, id, each.rung);
    return stays
      ? each
      : withoutHopeless(
          each,
          known.slice(index + 1).some(({ works }) => works),
        );
  });
}

/** On sound, heavily soiled cloth the rung that breaks the grease comes first, the others after it as they were. */
function heavyFirst(
  { soil, oldOrFragile }: ZoneView,
  rungs: readonly Rung[],
  agent: AgentId | undefined,
): readonly Rung[] {
  const heavy = (soil?.level === "heavy" || soil?.level === "caked") && !oldOrFragile;
  const isIt = ({ does }: Rung) => does.some((each) => each.action === "agent" && each.agent === agent);
  return heavy && agent ? [...rungs.filter(isIt), ...rungs.filter((rung) => !isIt(rung))] : rungs;
}

function tried({ context, view, diagnosis, zoneLikely, fromBelow }: Climb, rung: Rung, index: number): Tried {
  // What rises out of the foam is rinsed out with the panel; more spotter on top only feeds it.
  if (fromBelow && diagnosis.leader === "water-ring" && index > 0)
    return {
      rung,
      works: false,
      leftOut: [
        {
          what: rungTitle(rung),
          because: "It comes from below: a rinse into the foam and full recovery, not more spotter on top.",
        },
      ],
    };
  return { rung, ...tryRung(context, view, diagnosis.likely, zoneLikely, rung) };
}

/** How often the agent of a rung, the last one put on, makes such a mark go by table and own log. */
function rungSuccess(
  { kit, once }: Context,
  family: FamilyId,
  { does }: Rung,
  fibre: FibreGroup | undefined,
): Success | undefined {
  const last = does.findLast((each) => each.action === "agent");
  return last?.action === "agent" && family !== "damage"
    ? once(kit, `success ${family} ${last.agent} ${fibre}`, () => successOf(kit.experience, family, last.agent, fibre))
    : undefined;
}

/** One already worked stays counted. */
const wasDone = ({ history }: Context, findingId: string, { does }: Rung) =>
  history.done.some(
    (event) =>
      event.findingId === findingId &&
      does.some((each) => each.action === "agent" && each.agent !== "water" && each.agent === event.agent),
  );

interface Tried {
  rung: Rung;
  works: boolean;
  leftOut: LeftOut[];
  success?: Success;
}

/** A rung that surely does not help here is passed over, where a later one may. */
function withoutHopeless(tried: Tried, later: boolean): Tried {
  const { success } = tried;
  if (!tried.works || !later || !success || !isHopeless(success)) return tried;
  return {
    ...tried,
    works: false,
    leftOut: [
      ...tried.leftOut,
      {
        what: rungTitle(tried.rung),
        because:
          `Your own log: it went ${success.gone} of ${success.tried} times on such ` +
          `cloth${success.elsewhere > 0 ? `, tried ${success.elsewhere} times on other` : ""}.`,
      },
    ],
  };
}

/** Referral rules cannot be argued away: they hold for what is merely not ruled out. */
function referralOf(
  { job }: Context,
  view: ZoneView,
  finding: MarkFinding | MouldFinding,
  { leader, likely }: Diagnosis,
  areaM2: number,
): MarkPlan["referral"] {
  const refer = (of: keyof typeof REFERRALS) => ({ of, ...REFERRALS[of] });
  if (hadSewage(job.account) || (finding.kind === "mark" && finding.evidence.owner === "sewage"))
    return refer("sewage");
  if (view.neighbours.includes("high-voltage")) return refer("high-voltage");
  if (finding.kind === "mould" || !likely.includes("mould")) return undefined;
  if (leader === "mould" && someoneAtRisk(job.account)) return refer("mould-at-risk");
  if (areaM2 < MOULD_LIMIT_M2) return undefined;
  return refer(leader === "mould" ? "mould" : "maybe-mould");
}

/** How treatment would begin if it were this family: the first rung the rules leave it, in words. */
export function wouldBegin(
  context: Context,
  view: ZoneView,
  family: FamilyId,
  zoneLikely: readonly FamilyId[],
): string {
  if (family === "damage") return "no step: a note for the owner";
  const rung = LADDERS[family]
    .map((each) => rungFromShelf(context.kit, each))
    .find((each) => tryRung(context, view, [family], zoneLikely, each).works);
  return rung
    ? rungTitle(rung).toLowerCase()
    : `${rungTitle(UNSURE_RUNG).toLowerCase()}, nothing stronger is allowed here`;
}

/** Spores beside a mark are brushed up with it. */
export const withMould = (likely: readonly FamilyId[], zoneLikely: readonly FamilyId[]): readonly FamilyId[] =>
  zoneLikely.includes("mould") && !likely.includes("mould") ? [...likely, "mould"] : likely;

/** A rung works when something of it that is more than damping passes the rules, or damping is all it is. */
function tryRung(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  zoneLikely: readonly FamilyId[],
  rung: Rung,
): { works: boolean; leftOut: LeftOut[] } {
  const here = withMould(likely, zoneLikely);
  const isDamping = (does: Rung["does"][number]) => does.action === "agent" && does.agent === "water";
  const fits = rung.does.map((does) => ({
    does,
    fit:
      does.action === "agent"
        ? fitAgent(context, view, here, does.agent, does.tool)
        : fitMachine(context, view, zoneLikely, does.action),
  }));
  const onlyDamping = rung.does.every(isDamping);
  return {
    works: fits.some(({ does, fit }) => fit.ok && (onlyDamping || !isDamping(does))),
    leftOut: fits.flatMap(({ does, fit }) => (fit.ok ? [] : [{ what: doesTitle(does), because: fit.because }])),
  };
}
