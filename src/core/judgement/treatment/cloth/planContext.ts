import { own } from "@/core/job/lookUp";
import { historyOf, stepBase, type History } from "@/core/job/history";
import { backgroundOf, certainly } from "@/core/judgement/diagnosis/background";
import { diagnose, type Background, type Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import type { Job, Kit, MarkFinding, MouldFinding, ReadingEvent } from "@/core/job/schema";
import { conditionsOf, type Conditions } from "@/core/judgement/zones/conditions";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** What planning one job looks at throughout. */
export interface Context {
  job: Job;
  kit: Kit;
  history: History;
  conditions: Conditions;
  /** Minutes until the piece was promised usable; undefined without a promise. */
  minutesLeft?: number;
  /** Worked out once a plan, however often it is asked for. @param of what it is about @param key what is asked of it */
  once: <T>(of: object, key: string, make: () => T) => T;
}

function onceEach(): Context["once"] {
  const known = new WeakMap<object, Map<string, unknown>>();
  return <T>(of: object, key: string, make: () => T): T => {
    const ofIt = known.get(of) ?? new Map<string, unknown>();
    known.set(of, ofIt);
    if (!ofIt.has(key)) ofIt.set(key, make());
    return ofIt.get(key) as T;
  };
}

export function contextOf(job: Job, kit: Kit, asOf: string): Context {
  const history = historyOf(job);
  // Once the work has begun the schools stay as they were weighed then, not as the clock runs.
  const begun = history.standing.find(({ kind }) => kind === "start" || kind === "done")?.at ?? asOf;
  const { usableAt } = job.promises;
  return {
    job,
    kit,
    history,
    conditions: conditionsOf(job.site),
    once: onceEach(),
    minutesLeft: usableAt === undefined ? undefined : (Date.parse(usableAt) - Date.parse(begun)) / 60_000,
  };
}

/** What the drawing and the owner's account say of marks on a zone. */
export const backgroundFor = ({ job, kit }: Context, view: ZoneView): Background =>
  backgroundOf(job.account, view.role, kit);

/** What a mark on a zone is likely to be; mould that was seen and named is mould. */
export const diagnosisOf = (context: Context, view: ZoneView, finding: MarkFinding | MouldFinding): Diagnosis =>
  context.once(finding, `diagnosis ${view.role}`, () =>
    finding.kind === "mould"
      ? diagnose({}, certainly("mould"))
      : diagnose(finding.evidence, backgroundFor(context, view), finding.again),
  );

/** The same job as it stood on this zone before the present round of work, to see what that round began with. */
export function beforeThisRound(context: Context, view: ZoneView): Context {
  const { standing, done } = context.history;
  const lastDry = lastJudged(context, view);
  const now = new Set<unknown>(
    standing.filter(
      (event, index) =>
        index > lastDry &&
        (event.kind === "done" || event.kind === "skip") &&
        event.zoneIds.includes(view.id) &&
        stepBase(event.stepKey) !== "fastness",
    ),
  );
  if (now.size === 0) return context;
  return {
    ...context,
    history: {
      ...context.history,
      standing: standing.filter((event) => !now.has(event)),
      done: done.filter((event) => !now.has(event)),
    },
  };
}

/** The last surface temperature read on a zone, °C. */
export const surfaceTempOf = ({ history }: Context, zoneId: string): number | undefined =>
  history.standing.findLast(
    (event): event is ReadingEvent =>
      event.kind === "reading" && event.instrument === "surface" && event.zoneId === zoneId,
  )?.value;

/** By zone; asked for every zone many times a plan. */
const judgedBy = new WeakMap<History, Map<string, number>>();

/** The last look at a mark of a zone, by its place in the record; -1 where there was none. */
export function lastJudged({ job, history }: Context, view: ZoneView): number {
  let judged = judgedBy.get(history);
  if (!judged) {
    judged = new Map();
    judgedBy.set(history, judged);
    for (const [at, event] of history.standing.entries()) {
      const zoneId = event.kind === "outcome" ? own(job.findings.byId, event.findingId)?.zoneId : undefined;
      if (zoneId !== undefined) judged.set(zoneId, at);
    }
  }
  return judged.get(view.id) ?? -1;
}
