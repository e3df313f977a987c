import { own } from "@/core/job/lookUp";
import { findingsOn, findingsOfKind } from "@/core/job/findingKinds";
import type { Job, WorkEvent } from "@/core/job/schema";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { trialOn } from "@/core/judgement/treatment/cloth/trial";
import { shareForTime } from "@/core/judgement/treatment/cloth/waterBudget";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { isLightAllOver } from "@/core/judgement/treatment/way/gentlest";
import type { AsLike } from "../school/panel";
import { isWithin } from "../school/pick";
import type { SmellSource } from "../extra/smell";
import { joinedAsBefore } from "./orderOfWork";
import { beginZone, draftOf, finishZone, type LaidZone, type ZoneDraft } from "./zonePlan";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** A zone as far as its marks, and how the rest is laid once it is known how late its panel begins. */
interface BegunLay {
  marksMin: number;
  finish: (timeLeftMin: number) => LaidZone;
  /** With the way that was picked for parts like it. */
  finishAsLike: (timeLeftMin: number, asLike: AsLike) => LaidZone;
}

interface Kept {
  /** All that its plan rests on. */
  on: readonly unknown[];
  draft: ZoneDraft;
  laid?: { zone: LaidZone; trial: boolean };
  /** The same where parts like it settled the way through. */
  laidAsLike?: { zone: LaidZone; trial: boolean; asLike: AsLike };
}

/**
 * The zones of one job as they were planned last: where nothing has changed that a zone rests on, it is not planned
 * again. Parts of the job are compared by identity, so whoever plans again hands in what stayed as the same objects.
 */
export class KeptZones {
  private kept = new Map<string, Kept>();
  /** Makes one step of what is the same on several zones, the same one as before where it is of the same. */
  readonly join = joinedAsBefore();

  /** What is on each zone and where it stands. */
  draftsOf(context: Context, views: readonly ZoneView[], smell: SmellSource | undefined): ZoneDraft[] {
    const restsOn = whatZonesRestOn(context, smell);
    const next = new Map(
      views.map((view): [string, Kept] => {
        const on = restsOn(view);
        const before = this.kept.get(view.id);
        return before && isAlike(before.on, on)
          ? [view.id, { ...before, draft: { ...before.draft, context } }]
          : [view.id, { on, draft: draftOf(context, view, smell) }];
      }),
    );
    this.kept = next;
    return [...next.values()].map(({ draft }) => draft);
  }

  /** Minutes of what comes before the panel, and how to lay the rest once it is known how late the panel begins. */
  layZone(draft: ZoneDraft, trial: boolean): BegunLay {
    const kept = this.kept.get(draft.view.id)!;
    const before = kept.laid?.trial === trial ? kept.laid.zone : undefined;
    const begun = before ?? beginZone(draft, trial);
    // Laying the rest goes on in the same work: it is used once.
    let fresh = "work" in begun ? begun : undefined;
    const work = () => {
      const work = fresh ?? beginZone(draft, trial);
      fresh = undefined;
      return work;
    };
    return {
      marksMin: begun.marksMin,
      finishAsLike: (timeLeftMin, asLike) => {
        const known = kept.laidAsLike;
        const same =
          known?.trial === trial && known.asLike.school === asLike.school && known.asLike.because === asLike.because;
        if (same && isWithin(timeLeftMin, known.zone.timeLeft)) return known.zone;
        const zone = finishZone(work(), timeLeftMin, asLike);
        kept.laidAsLike = { zone, trial, asLike };
        return zone;
      },
      finish: (timeLeftMin) => {
        if (before && isWithin(timeLeftMin, before.timeLeft)) return before;
        const zone = finishZone(work(), timeLeftMin);
        kept.laid = { zone, trial };
        return zone;
      },
    };
  }
}

const isAlike = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((each, at) => Object.is(each, b[at]));

/** Of a job, what no zone looks at as a whole: zones and what lies on them by itself, promises as time left, names. */
const BY_ITSELF: readonly (keyof Job)[] = [
  "zones",
  "pieces",
  "findings",
  "events",
  "choices",
  "promises",
  "title",
  "customer",
  "place",
];
/** What is chosen zone by zone, or for the whole order. */
const CHOSEN_BY_ZONE: readonly (keyof Job["choices"])[] = ["schools", "strokes", "disinfect", "hands", "trial"];
/** What happened that no zone is planned by. */
const ASIDE: readonly WorkEvent["kind"][] = ["agreed", "handed-back", "checked", "signed", "note", "colour", "air"];

const allBut = <T extends object>(of: T, but: readonly (keyof T)[]) =>
  Object.entries(of).flatMap(([key, value]) => (but.includes(key as keyof T) ? [] : [key, value as unknown]));

/** What happened, by the zone it happened to; under "" what counts for all of them. */
function eventsByZone({ job, history }: Context): Map<string, WorkEvent[]> {
  const byZone = new Map<string, WorkEvent[]>();
  const put = (zoneId: string, event: WorkEvent) => {
    const list = byZone.get(zoneId);
    if (!list) byZone.set(zoneId, [event]);
    else if (list.at(-1) !== event) list.push(event);
  };
  for (const event of history.standing) {
    if (ASIDE.includes(event.kind)) continue;
    const ofFinding =
      "findingId" in event && event.findingId ? own(job.findings.byId, event.findingId)?.zoneId : undefined;
    const named = "zoneIds" in event && event.zoneIds ? event.zoneIds : "zoneId" in event ? [event.zoneId] : [];
    const zoneIds = [...named, ofFinding].filter((id) => id !== undefined);
    for (const id of zoneIds.length > 0 ? zoneIds : [""]) put(id, event);
  }
  return byZone;
}

/** Everything that the plan of a zone is made from, as a list to compare; what it could read and does not is in it too. */
function whatZonesRestOn(context: Context, smell: SmellSource | undefined): (view: ZoneView) => unknown[] {
  const { job, kit, history, minutesLeft } = context;
  const { choices } = job;
  const events = eventsByZone(context);
  const marked = history.done.some(({ recoveredMl }) => recoveredMl !== undefined);
  const ofAll = [
    kit,
    ...allBut(job, BY_ITSELF),
    ...allBut(choices, CHOSEN_BY_ZONE),
    minutesLeft === undefined,
    shareForTime(minutesLeft),
    isLightAllOver(context),
    // One limit holds for all the mould of a job together.
    ...findingsOfKind(job, "mould").map(({ finding }) => finding),
    ...(events.get("") ?? []),
  ];
  return (view) => [
    view.zone,
    view.piece,
    ...ofAll,
    choices.schools[view.id],
    choices.strokes?.[view.id],
    choices.disinfect?.includes(view.id),
    smell?.zoneIds.includes(view.id) ? smell.families.join() : undefined,
    trialOn(context, view),
    // Tank marks of one zone count for others of its cloth.
    marked ? JSON.stringify(recoveryOf(context, view)) : undefined,
    ...findingsOn(job, view.id).flatMap(({ id, finding }) => [id, finding]),
    "events",
    ...(events.get(view.id) ?? []),
    "running",
    ...history.running.filter(({ zoneIds }) => zoneIds.includes(view.id)),
  ];
}
