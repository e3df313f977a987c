import type { Assessment } from "@/core/answers/assess/assess";
import { longestDryH } from "@/core/models/drying/longest";
import type { Job, Kit } from "@/core/job/schema";
import { dryFromMs } from "@/core/answers/schedule/forecast";
import { momentMs } from "@/core/answers/schedule/order";
import { HANDS, NoSchedule, type Due, type Lag, type Problem, type Task } from "@/core/models/timetable/tasks";
import { INSIDE, stepTasks, wholeMinutes } from "@/core/answers/schedule/steps";

/** A working day made into tasks: jobs one visit after another, drying while hands are elsewhere. */

export interface DayJob {
  job: Job;
  assessment: Assessment;
}

export interface DaySettings {
  /** ISO time the day begins at. */
  from: string;
  people: number;
  /** To each job, setting up there, and packing up before driving on. Judgement until somebody says otherwise. */
  travelMin: number;
  setUpMin: number;
  packUpMin: number;
  breaks: readonly { from: string; to: string }[];
  /** Tasks that somebody wants no sooner than an ISO time, by their id. */
  notBefore?: Readonly<Record<string, string>>;
}

export const USUAL_DAY: Omit<DaySettings, "from"> = {
  people: 1,
  travelMin: 20,
  setUpMin: 10,
  packUpMin: 10,
  breaks: [],
};

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

/**
 * The tasks of a day.
 * @param jobs in the order of the visits
 * @throws NoSchedule when a break ends before it begins
 */
export function dayOf(jobs: readonly DayJob[], kit: Kit, settings: DaySettings): Day {
  const fromMs = Date.parse(settings.from);
  const minuteOf = (iso: string) => (Date.parse(iso) - fromMs) / MINUTE_MS;
  const breaks = settings.breaks
    .map(({ from, to }) => ({ from: minuteOf(from), to: minuteOf(to) }))
    .filter(({ to }) => to > 0);
  for (const { from, to } of breaks) if (to <= from) throw new NoSchedule("A break ends before it begins.");
  const tasks: DayTask[] = [];
  const lags: Lag[] = [];
  const dues: Due[] = [];
  let capacity: Record<string, number> = { [HANDS]: settings.people, [VAN]: 1 };
  const untimed: Day["untimed"] = [];
  let before: string[] = [];
  for (const [index, { job, assessment }] of jobs.entries()) {
    // Two jobs may bear one name.
    const where = `visit ${index + 1}, ${job.title}`;
    const id = (name: string) => `${job.id}/${name}`;
    // Where the hands are done already nobody drives again for the drying's sake.
    let workDone: string[] = [];
    const inside = `the inside of ${where}`;
    const circuit = `the circuit at ${where}`;
    const everyone = { resource: HANDS, amount: settings.people };
    if (assessment.plan.steps.length > 0) {
      const made = stepTasks(assessment, kit, { id, inside, circuit }, momentMs(assessment.history, settings.from));
      capacity = { ...capacity, ...made.capacity };
      // Where somebody is at work already nobody drives to again.
      const begun = isAtWork(assessment, fromMs);
      if (!begun) {
        tasks.push({
          id: id("travel"),
          jobId: job.id,
          kind: "travel",
          name: `Drive to ${job.title}`,
          minutes: wholeMinutes(settings.travelMin),
          needs: [everyone, { resource: VAN, amount: 1 }],
        });
        tasks.push({
          id: id("set-up"),
          jobId: job.id,
          kind: "set-up",
          name: "Unload and set up",
          minutes: wholeMinutes(settings.setUpMin),
          needs: [everyone, { resource: inside, amount: 1 }],
        });
      }
      tasks.push(
        ...made.tasks.map(({ step, running: _running, after: _after, ...task }) => ({
          ...task,
          jobId: job.id,
          kind: "step" as const,
          stepKey: step.key,
          zoneIds: step.zoneIds,
        })),
      );
      lags.push(...made.lags);
      dues.push(...made.dues);
      if (!begun) {
        lags.push({ from: id("travel"), to: id("set-up"), min: 0, why: "once there" });
        for (const task of made.tasks) lags.push({ from: id("set-up"), to: task.id, min: 0, why: "once set up" });
      }
      // One van: the hands leave when the work of the visit before is done.
      for (const task of before)
        for (const first of begun ? made.tasks.map((each) => each.id) : [id("travel")])
          lags.push({ from: task, to: first, min: 0, why: "work there is done first" });
      const hands = made.tasks
        .filter(({ needs }) => needs.some(({ resource }) => resource === HANDS))
        .map((task) => task.id);
      workDone = hands.length > 0 ? hands : [id("set-up")];
      tasks.push({
        id: id("pack-up"),
        jobId: job.id,
        kind: "pack-up",
        name: "Pack up",
        minutes: wholeMinutes(settings.packUpMin),
        needs: [everyone],
      });
      for (const task of workDone)
        lags.push({ from: task, to: id("pack-up"), min: 0, why: "when the work there is done" });
      before = [id("pack-up")];
    }
    const dryH = leftToDryH(assessment, fromMs);
    let ready = workDone;
    if (!Number.isFinite(dryH)) untimed.push({ jobId: job.id, because: "It does not dry like this: see Dry." });
    else if (dryH > 0) {
      tasks.push({
        id: id("drying"),
        jobId: job.id,
        kind: "drying",
        name: "Drying",
        minutes: wholeMinutes(dryH * 60),
        needs: [],
      });
      for (const task of workDone)
        lags.push({ from: task, to: id("drying"), min: 0, why: "dries when the hands are done" });
      ready = [id("drying")];
    }
    if (assessment.gas && assessment.gas.stillH > 0) {
      capacity[inside] = INSIDE;
      tasks.push({
        id: id("airing"),
        jobId: job.id,
        kind: "airing",
        name: "Gas and airing, nobody inside",
        minutes: wholeMinutes(assessment.gas.stillH * 60),
        needs: [{ resource: inside, amount: INSIDE }],
      });
      for (const task of ready) lags.push({ from: task, to: id("airing"), min: 0, why: "only when dry" });
      ready = [id("airing")];
    }
    const promise = (at: string | undefined, name: string, on: readonly string[]) => {
      if (at) for (const task of on) dues.push({ task, name, at: minuteOf(at) });
    };
    const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
    const last = (list: readonly string[]) => (Number.isFinite(dryH) ? list : []);
    promise(handBackAt, "hand back", dampHandBackAgreed ? workDone : last(ready));
    promise(usableAt, "usable", last(ready));
  }
  const wanted = tasks.map((task) => {
    const at = settings.notBefore?.[task.id];
    return at === undefined || task.begun ? task : { ...task, earliest: Math.max(task.earliest ?? 0, minuteOf(at)) };
  });
  return { problem: { tasks: wanted, lags, capacity, breaks, dues }, fromMs, untimed };
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
