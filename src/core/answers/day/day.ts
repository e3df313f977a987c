import type { Assessment } from "@/core/answers/assess/assess";
import { longestDryH } from "@/core/models/drying/longest";
import type { Job, Kit } from "@/core/job/schema";
import { dryFromMs } from "@/core/answers/schedule/forecast";
import { momentMs } from "@/core/answers/schedule/order";
import { HANDS, NoSchedule, type Due, type Lag, type Problem, type Task } from "@/core/models/timetable/tasks";
import { INSIDE, stepTasks, wholeMinutes } from "@/core/answers/schedule/steps";
import type { DaySettings } from "./settings";

/** A working day made into tasks: jobs one visit after another, drying while hands are elsewhere. */

export interface DayJob {
  job: Job;
  assessment: Assessment;
}

/** What a task is of, for whoever draws it. */
export interface DayTask extends Task {
  jobId: string;
  kind: "travel" | "set-up" | "step" | "pack-up" | "drying" | "airing";
  stepKey?: string;
  zoneIds?: readonly string[];
  machine?: string;
}

export interface Day {
  problem: Omit<Problem, "tasks"> & { tasks: readonly DayTask[] };
  fromMs: number;
  /** Jobs that cannot be timed: something of them does not dry like this. */
  untimed: { jobId: string; because: string }[];
}

const MINUTE_MS = 60_000;
const VAN = "the van";

/** A day while it is put together. */
interface Draft {
  tasks: DayTask[];
  lags: Lag[];
  dues: Due[];
  capacity: Record<string, number>;
  untimed: Day["untimed"];
  settings: DaySettings;
  kit: Kit;
  fromMs: number;
}

/** One visit, and what it is called in the problem. */
interface Visit extends DayJob {
  id: (name: string) => string;
  inside: string;
  circuit: string;
}

const minuteOf = ({ fromMs }: Pick<Draft, "fromMs">, iso: string) => (Date.parse(iso) - fromMs) / MINUTE_MS;

/**
 * The tasks of a day.
 * @param jobs in the order of the visits
 * @throws NoSchedule when a break ends before it begins
 */
export function dayOf(jobs: readonly DayJob[], kit: Kit, settings: DaySettings): Day {
  const fromMs = Date.parse(settings.from);
  const breaks = settings.breaks
    .map(({ from, to }) => ({ from: minuteOf({ fromMs }, from), to: minuteOf({ fromMs }, to) }))
    .filter(({ to }) => to > 0);
  for (const { from, to } of breaks) if (to <= from) throw new NoSchedule("A break ends before it begins.");
  const capacity = { [HANDS]: settings.people, [VAN]: 1 };
  const draft: Draft = { tasks: [], lags: [], dues: [], capacity, untimed: [], settings, kit, fromMs };
  let before: string[] = [];
  for (const [index, { job, assessment }] of jobs.entries()) {
    // Two jobs may bear one name.
    const where = `visit ${index + 1}, ${job.title}`;
    const names = { inside: `the inside of ${where}`, circuit: `the circuit at ${where}` };
    const visit: Visit = { job, assessment, id: (name) => `${job.id}/${name}`, ...names };
    // Where the hands are done already nobody drives again for the drying's sake.
    const workDone = assessment.plan.steps.length > 0 ? addWork(draft, visit, before) : [];
    if (workDone.length > 0) before = [visit.id("pack-up")];
    addPromises(draft, visit, workDone, addAiring(draft, visit, workDone, addDrying(draft, visit, workDone)));
  }
  const { tasks, lags, dues, untimed } = draft;
  const wanted = tasks.map((task) => {
    const at = settings.notBefore?.[task.id];
    return at === undefined || task.begun
      ? task
      : { ...task, earliest: Math.max(task.earliest ?? 0, minuteOf(draft, at)) };
  });
  return { problem: { tasks: wanted, lags, capacity: draft.capacity, breaks, dues }, fromMs, untimed };
}

/** Adds a task of a visit that is no step of its plan. */
function addTask(
  { tasks }: Draft,
  { id, job }: Visit,
  kind: DayTask["kind"],
  name: string,
  minutes: number,
  needs: Task["needs"],
) {
  tasks.push({ id: id(kind), jobId: job.id, kind, name, minutes: wholeMinutes(minutes), needs });
}

/** Driving there, the steps, packing up. @returns the tasks after which the hands are done there */
function addWork(draft: Draft, visit: Visit, before: readonly string[]): string[] {
  const { id, job, assessment, inside, circuit } = visit;
  const { settings, kit, lags } = draft;
  const made = stepTasks(
    assessment,
    kit,
    { id, inside, circuit },
    momentMs(assessment.history, settings.from),
    settings.people,
  );
  draft.capacity = { ...draft.capacity, ...made.capacity };
  // Where somebody is at work already nobody drives to again.
  const begun = isAtWork(assessment, draft.fromMs);
  if (!begun) addWayThere(draft, visit);
  draft.tasks.push(
    ...made.tasks.map(({ step, running: _running, after: _after, places: _places, bottle: _bottle, ...task }) => ({
      ...task,
      jobId: job.id,
      kind: "step" as const,
      stepKey: step.key,
      zoneIds: step.zoneIds,
    })),
  );
  lags.push(...made.lags);
  draft.dues.push(...made.dues);
  const ids = made.tasks.map((task) => task.id);
  if (!begun) {
    lags.push({ from: id("travel"), to: id("set-up"), min: 0, why: "once there" });
    for (const to of ids) lags.push({ from: id("set-up"), to, min: 0, why: "once set up" });
  }
  // One van: the hands leave when the work of the visit before is done.
  for (const from of before)
    for (const to of begun ? ids : [id("travel")]) lags.push({ from, to, min: 0, why: "work there is done first" });
  const hands = made.tasks
    .filter(({ needs }) => needs.some(({ resource }) => resource === HANDS))
    .map((task) => task.id);
  const workDone = hands.length > 0 ? hands : [id("set-up")];
  addTask(draft, visit, "pack-up", "Pack up", settings.packUpMin, [everyone(settings)]);
  for (const from of workDone) lags.push({ from, to: id("pack-up"), min: 0, why: "when the work there is done" });
  return workDone;
}

const everyone = ({ people }: DaySettings) => ({ resource: HANDS, amount: people });

function addWayThere(draft: Draft, visit: Visit) {
  const { settings } = draft;
  const all = everyone(settings);
  const van = { resource: VAN, amount: 1 };
  addTask(draft, visit, "travel", `Drive to ${visit.job.title}`, settings.travelMin, [all, van]);
  const place = { resource: visit.inside, amount: 1 };
  addTask(draft, visit, "set-up", "Unload and set up", settings.setUpMin, [all, place]);
}

/** @returns the tasks after which it is dry; none where it does not dry like this */
function addDrying(draft: Draft, visit: Visit, workDone: string[]): string[] | undefined {
  const dryH = leftToDryH(visit.assessment, draft.fromMs);
  if (!Number.isFinite(dryH)) {
    draft.untimed.push({ jobId: visit.job.id, because: "It does not dry like this: see Dry." });
    return undefined;
  }
  if (dryH <= 0) return workDone;
  addTask(draft, visit, "drying", "Drying", dryH * 60, []);
  for (const from of workDone)
    draft.lags.push({ from, to: visit.id("drying"), min: 0, why: "dries when the hands are done" });
  return [visit.id("drying")];
}

/** Gas with nobody inside, and airing it out. @returns the tasks after which it may be used */
function addAiring(
  draft: Draft,
  visit: Visit,
  workDone: readonly string[],
  dry: string[] | undefined,
): string[] | undefined {
  const { gas } = visit.assessment;
  if (!gas || gas.stillH <= 0) return dry;
  draft.capacity[visit.inside] = INSIDE;
  const alone = { resource: visit.inside, amount: INSIDE };
  addTask(draft, visit, "airing", "Gas and airing, nobody inside", gas.stillH * 60, [alone]);
  for (const from of dry ?? workDone) draft.lags.push({ from, to: visit.id("airing"), min: 0, why: "only when dry" });
  return dry && [visit.id("airing")];
}

function addPromises(draft: Draft, { job }: Visit, workDone: readonly string[], ready: readonly string[] = []) {
  const promise = (at: string | undefined, name: string, on: readonly string[]) => {
    if (at) for (const task of on) draft.dues.push({ task, name, at: minuteOf(draft, at) });
  };
  const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
  promise(handBackAt, "hand back", dampHandBackAgreed ? workDone : ready);
  promise(usableAt, "usable", ready);
}

/** Whoever did something so lately is still there, h. Judgement. */
const STILL_THERE_H = 2;
const isAtWork = ({ history: { running, done } }: Assessment, fromMs: number): boolean =>
  running.length > 0 || done.some(({ at }) => Math.abs(fromMs - Date.parse(at)) < STILL_THERE_H * 60 * MINUTE_MS);

/** Of a drying that has begun, only what is left. */
function leftToDryH({ plan, history, drying, order }: Assessment, fromMs: number): number {
  const allH = longestDryH(drying);
  return plan.steps.length > 0
    ? allH
    : Math.max(0, allH - (fromMs - dryFromMs(order, history, fromMs)) / (60 * MINUTE_MS));
}
