import type { Assessment } from "../assess";
import { agentOf } from "../catalog/agents";
import { longestDryH } from "../drying/longest";
import type { Job, Kit } from "../job/schema";
import { CIRCUIT_W, machineFor } from "../mixing/loadList";
import { machineOn } from "../shelf/shelf";
import type { Step } from "../treatment/step";
import { dryFromMs } from "./forecast";
import { HANDS, NoSchedule, type Due, type Lag, type Problem, type Task } from "./problem";

/** A working day made into tasks: jobs one visit after another, drying while hands are elsewhere. */

export interface DayJob {
  job: Job;
  assessment: Assessment;
}

export interface DaySettings {
  /** ISO time the day begins at. */
  from: string;
  people: number;
  /** To each job, and setting up there. Judgement until somebody says otherwise. */
  travelMin: number;
  setUpMin: number;
  breaks: readonly { from: string; to: string }[];
}

export const USUAL_DAY: Omit<DaySettings, "from"> = { people: 1, travelMin: 20, setUpMin: 10, breaks: [] };

/** What a task is of, for whoever draws it. */
export interface DayTask extends Task {
  jobId: string;
  kind: "travel" | "set-up" | "step" | "drying" | "airing";
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
/** Anything that must have nobody inside asks for all of this. */
const INSIDE = 100;
/** Longer than this nobody waits with an agent on the cloth, whatever its label bears, min. */
const MOST_DWELL_MIN = 12 * 60;
const wholeMinutes = (minutes: number) => Math.max(1, Math.ceil(minutes - 1e-9));

/**
 * The tasks of a day.
 * @param jobs in the order of the visits
 * @throws NoSchedule when a break ends before it begins
 */
export function dayOf(jobs: readonly DayJob[], kit: Kit, settings: DaySettings): Day {
  const fromMs = Date.parse(settings.from);
  const minuteOf = (iso: string) => (Date.parse(iso) - fromMs) / MINUTE_MS;
  const breaks = settings.breaks.map(({ from, to }) => ({ from: minuteOf(from), to: minuteOf(to) })).filter(({ to }) => to > 0);
  for (const { from, to } of breaks) if (to <= from) throw new NoSchedule("A break ends before it begins.");
  const tasks: DayTask[] = [];
  const lags: Lag[] = [];
  const dues: Due[] = [];
  const capacity: Record<string, number> = { [HANDS]: settings.people, [VAN]: 1 };
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
    capacity[inside] = INSIDE;
    capacity[circuit] = CIRCUIT_W;
    const everyone = { resource: HANDS, amount: settings.people };
    if (assessment.plan.steps.length > 0) {
      tasks.push({ id: id("travel"), jobId: job.id, kind: "travel", name: `Drive to ${job.title}`, minutes: wholeMinutes(settings.travelMin), needs: [everyone, { resource: VAN, amount: 1 }] });
      tasks.push({ id: id("set-up"), jobId: job.id, kind: "set-up", name: "Unload and set up", minutes: wholeMinutes(settings.setUpMin), needs: [everyone, { resource: inside, amount: 1 }] });
      lags.push({ from: id("travel"), to: id("set-up"), min: 0, why: "once there" });
      // One van: the hands leave when the work of the visit before is done.
      for (const task of before) lags.push({ from: task, to: id("travel"), min: 0, why: "work there is done first" });
      const made = stepTasks(job, assessment, kit, { id, inside, circuit }, capacity);
      tasks.push(...made.tasks);
      lags.push(...made.lags);
      for (const task of made.tasks) lags.push({ from: id("set-up"), to: task.id, min: 0, why: "once set up" });
      const hands = made.tasks.filter(({ needs }) => needs.some(({ resource }) => resource === HANDS)).map((task) => task.id);
      before = hands.length > 0 ? hands : [id("set-up")];
      workDone = before;
    }
    const dryH = leftToDryH(assessment, fromMs);
    let ready = workDone;
    if (!Number.isFinite(dryH)) untimed.push({ jobId: job.id, because: "It does not dry like this: see Dry." });
    else if (dryH > 0) {
      tasks.push({ id: id("drying"), jobId: job.id, kind: "drying", name: "Dries", minutes: wholeMinutes(dryH * 60), needs: [] });
      for (const task of workDone) lags.push({ from: task, to: id("drying"), min: 0, why: "dries when the hands are done" });
      ready = [id("drying")];
    }
    if (assessment.gas && assessment.gas.stillH > 0) {
      tasks.push({ id: id("airing"), jobId: job.id, kind: "airing", name: "Gas and airing, nobody inside", minutes: wholeMinutes(assessment.gas.stillH * 60), needs: [{ resource: inside, amount: INSIDE }] });
      for (const task of ready) lags.push({ from: task, to: id("airing"), min: 0, why: "only when dry" });
      ready = [id("airing")];
    }
    const promise = (at: string | undefined, name: string, on: readonly string[]) => { if (at) for (const task of on) dues.push({ task, name, at: minuteOf(at) }); };
    const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
    const last = (list: readonly string[]) => (Number.isFinite(dryH) ? list : []);
    promise(handBackAt, "hand back", dampHandBackAgreed ? workDone : last(ready));
    promise(usableAt, "usable", last(ready));
  }
  return { problem: { tasks, lags, capacity, breaks, dues }, fromMs, untimed };
}

/** Of a drying that has begun, only what is left. */
function leftToDryH({ plan, history, drying }: Assessment, fromMs: number): number {
  const allH = longestDryH(drying);
  return plan.steps.length > 0 ? allH : Math.max(0, allH - (fromMs - dryFromMs(plan.steps, history, fromMs)) / (60 * MINUTE_MS));
}

/** The steps of one job: on the same cloth one after another, with the dwell between them; on different cloth side by side. */
function stepTasks(job: Job, { plan }: Assessment, kit: Kit, { id, inside, circuit }: { id: (name: string) => string; inside: string; circuit: string }, capacity: Record<string, number>): { tasks: DayTask[]; lags: Lag[] } {
  const tasks: DayTask[] = [];
  const lags: Lag[] = [];
  const areaOf = (zoneId: string) => plan.zones[zoneId]?.view.areaM2.value ?? 0;
  const lastOn = new Map<string, { step: Step; task: string }>();
  const parts = plan.steps.flatMap((step, index) => partsOf(step, areaOf).map((part, at) => ({ step, ...part, task: id(`step-${index}-${at}`) })));
  // While solvent or gas is about, nothing else goes on: a motor sparks as well two seats further on.
  let guard: { step: Step; task: string } | undefined;
  let since: string[] = [];
  parts.forEach(({ step, zoneIds, minutes, task }) => {
    if (guard) lags.push(withoutEnd(lagAfter(guard.step, guard.task, task)));
    if (isGuarding(step)) {
      for (const earlier of since) lags.push({ from: earlier, to: task, min: 0, why: "before solvent or gas" });
      guard = { step, task };
      since = [];
    } else since.push(task);
    const machine = machineFor(kit, step.action, Math.max(0, ...zoneIds.map(areaOf)));
    if (machine) capacity[machine] = 1;
    const watts = machine ? (machineOn(kit, machine)?.powerW ?? 0) : 0;
    // Gas runs by itself behind shut doors; everything else is hands inside.
    const away = step.action === "gas";
    tasks.push({
      id: task, jobId: job.id, kind: "step", stepKey: step.key, name: step.title, zoneIds, minutes: wholeMinutes(minutes), ...(machine ? { machine } : {}),
      needs: [{ resource: HANDS, amount: 1 }, ...(machine ? [{ resource: machine, amount: 1 }] : []), ...(watts > 0 ? [{ resource: circuit, amount: Math.min(watts, capacity[circuit]!) }] : []), { resource: inside, amount: away ? INSIDE : 1 }],
    });
    const linked = new Set<string>();
    for (const zoneId of zoneIds) {
      const earlier = lastOn.get(zoneId);
      if (earlier && !linked.has(earlier.task)) {
        linked.add(earlier.task);
        lags.push(lagAfter(earlier.step, earlier.task, task));
      }
      lastOn.set(zoneId, { step, task });
    }
  });
  return { tasks, lags };
}

/** Runs with nothing beside it, from its start to the end of its dwell. */
const isGuarding = ({ action, agent }: Step) => action === "air" || action === "gas" || action === "gas-out" || (agent !== undefined && agentOf(agent).groups.includes("solvent"));

/** Done over all its zones at once, since nothing waits on them. */
const AT_ONCE: readonly Step["action"][] = ["check-first", "fastness-check", "dry-removal", "hair-lift", "take-out", "set-to-dry", "beside", "gas", "gas-out"];

/** A step over several zones is worked zone by zone: one zone's dwell does not wait for another zone's brush. */
function partsOf(step: Step, areaOf: (zoneId: string) => number): { zoneIds: string[]; minutes: number }[] {
  if (step.zoneIds.length < 2 || AT_ONCE.includes(step.action)) return [{ zoneIds: step.zoneIds, minutes: step.minutes.value }];
  const whole = step.zoneIds.reduce((sum, zoneId) => sum + areaOf(zoneId), 0);
  return step.zoneIds.map((zoneId) => ({ zoneIds: [zoneId], minutes: whole > 0 ? (step.minutes.value * areaOf(zoneId)) / whole : step.minutes.value / step.zoneIds.length }));
}

/** What follows a step waits for its dwell, and no longer than its longest. */
function lagAfter({ dwell, title }: Step, from: string, to: string): Lag {
  if (!dwell) return { from, to, min: 0, why: "on the same cloth" };
  const min = wholeMinutes(dwell.min.value);
  const max = dwell.max && Number.isFinite(dwell.max.value) ? Math.min(MOST_DWELL_MIN, Math.floor(dwell.max.value)) : undefined;
  return { from, to, min, ...(max !== undefined ? { max: Math.max(min, max) } : {}), why: `${title} dwells` };
}

const withoutEnd = ({ from, to, min, why }: Lag): Lag => ({ from, to, min, why });
