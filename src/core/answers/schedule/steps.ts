import type { JobPlan } from "@/core/judgement/treatment/plan/plan";
import { agentOf } from "@/core/ground/catalog/agents";
import type { DoneEvent, Kit, StartEvent } from "@/core/job/schema";
import { CIRCUIT_W, machineFor, usesAs } from "@/core/judgement/shelf/circuit";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { sumOf, opened, type Worked } from "@/core/ground/sums/working";
import { machineOn } from "@/core/judgement/shelf/shelf";
import { isWaitedOut } from "@/core/ground/catalog/actions";
import type { Step } from "@/core/judgement/treatment/step/step";
import { groundOf, type Ground } from "@/core/judgement/walk/ground";
import { topological } from "@/core/models/walk/topological";
import { bestTour } from "@/core/models/walk/tour";
import { sectionsIn, walkLags } from "./sections";
import { DRIES_OUT, HANDS, type Due, type Lag, type Task } from "@/core/models/timetable/tasks";

/** The steps that are left of one job as tasks: zone by zone, with the waits between them. */
export interface StepTask extends Task {
  /** What is to be done, for these zones only. */
  step: Step;
  machine?: string;
  /** Hands are at it. */
  running?: StartEvent;
  /** It waits out what was put on by these, the one that lasts longest last. */
  after?: DoneEvent[];
  /** Where it is done, in the order gone through: places of the ground. */
  places: number[];
  /** What its bottle holds. */
  bottle?: string;
}

const MINUTE_MS = 60_000;
/** Anything that must have nobody inside asks for all of this. */
export const INSIDE = 100;
/** Longer than this nobody waits with an agent on the cloth, whatever its label bears, min. */
const MOST_DWELL_MIN = 12 * 60;
/** What a brush loosened is lifted right behind: by when the towel or the machine is there, min. Judgement. */
const LIFTED_WITHIN_MIN = 3;
export const wholeMinutes = (minutes: number) => Math.max(1, Math.ceil(minutes - 1e-9));

/** Runs with nothing beside it, from its start to the end of its dwell, which hands wait out. */
const isGuarding = ({ action, agent }: Pick<Step, "action" | "agent">) =>
  isWaitedOut(action) || (agent !== undefined && agentOf(agent).groups.includes("solvent"));

/** Done over all its zones at once, since nothing waits on them. */
const AT_ONCE: readonly Step["action"][] = [
  "check-first",
  "fastness-check",
  "dry-removal",
  "hair-lift",
  "blow",
  "seams",
  "take-out",
  "set-to-dry",
  "beside",
  "power-off",
  "gas",
  "gas-out",
];

/** Stirs up dust: over before anything is wet, everywhere. */
const DUSTY: readonly Step["action"][] = ["dry-removal", "hair-lift", "blow", "seams"];

/** How steps of a job name what they share. */
interface Names {
  id: (name: string) => string;
  inside: string;
  circuit: string;
}

/** What was last done on a zone: what follows it there waits for it. */
interface LastOn {
  step: Step;
  task: string;
  /** Of what runs: when it ends, min from now. */
  endsAt?: number;
}

/** A job while it is made into tasks. */
interface Draft {
  tasks: StepTask[];
  lags: Lag[];
  dues: Due[];
  capacity: Record<string, number>;
  names: Names;
  kit: Kit;
  areaOf: (zoneId: string) => number;
  ground: Ground;
  /** By zone, the section it is worked with. */
  sections: ReadonlyMap<string, string>;
  sinceMin: (iso: string) => number;
  lastOn: Map<string, LastOn>;
  /** What dwells on a zone, put on before. */
  waitingOn: ReadonlyMap<string, DoneEvent>;
  /** Zones where what was loosened lies, and nothing was done since. */
  loosened: ReadonlySet<string>;
  taken: Set<string>;
  /** While solvent or gas is about, nothing else goes on: a motor sparks as well two seats further on. */
  guard?: { step: Step; task: string };
  /** Tasks since the last that guards. */
  since: string[];
  dusty: string[];
}

/**
 * @param nowMs what runs is taken for what is left of it then
 * @param people pairs of hands
 * @returns tasks in the order of the plan, what is higher or farther first; on the same cloth one after another, with
 * the dwell between; on different cloth side by side
 */
export function stepTasks(
  { plan, history }: JobPlan,
  kit: Kit,
  names: Names,
  nowMs: number,
  people = 1,
): { tasks: StepTask[]; lags: Lag[]; dues: Due[]; capacity: Record<string, number>; ground: Ground } {
  const ground = groundOf(Object.values(plan.zones).map(({ view }) => view));
  const areaOf = (zoneId: string) => plan.zones[zoneId]?.view.areaM2.value ?? 0;
  const draft: Draft = {
    tasks: [],
    lags: [],
    dues: [],
    capacity: { [names.inside]: INSIDE, [names.circuit]: CIRCUIT_W },
    names,
    kit,
    areaOf,
    ground,
    sections: sectionsIn(plan.steps, history, ground, areaOf),
    sinceMin: (iso) => Math.max(0, (nowMs - Date.parse(iso)) / MINUTE_MS),
    lastOn: new Map(),
    waitingOn: new Map(history.dwelling.flatMap((event) => event.zoneIds.map((zoneId) => [zoneId, event] as const))),
    loosened: loosenedOn(history.done),
    taken: new Set(),
    since: [],
    dusty: [],
  };
  for (const whole of plan.steps) for (const part of partsOf(whole, draft, history.running)) addPart(draft, part);
  const onWalk = walkLags(draft.tasks, draft.sections, ground, history, people);
  const at = new Map(draft.tasks.map(({ id }, index) => [id, index]));
  const pairs = [...draft.lags, ...onWalk].map(({ from, to }) => [at.get(from)!, at.get(to)!] as const);
  const turns = topological(draft.tasks.length, pairs);
  if (turns) {
    draft.lags.push(...onWalk);
    draft.tasks = turns.map((turn) => draft.tasks[turn]!);
  }
  for (const task of draft.tasks) addGuards(draft, task);
  const { lags, dues, capacity } = draft;
  return { tasks: draft.tasks, lags, dues, capacity, ground };
}

interface Part {
  step: Step;
  running?: StartEvent;
}

function addPart(draft: Draft, part: Part) {
  const { step, running } = part;
  const task = nameOf(draft, step);
  const hands = wholeMinutes(step.minutes.value);
  const minutes = running ? Math.max(0, hands - Math.floor(draft.sinceMin(running.at))) : hands;
  const { after, earliest } = waitsOut(draft, step, task, minutes);
  const { machine, needs } = needsOf(draft, step);
  draft.tasks.push({
    id: task,
    name: step.title,
    step,
    minutes,
    places: placesOf(draft, step.zoneIds),
    ...(step.agent && step.amountMl ? { bottle: `${step.agent} ${step.partsWater?.value ?? 0}` } : {}),
    ...(earliest > 0 ? { earliest } : {}),
    ...(machine ? { machine } : {}),
    ...(running ? { running, begun: true } : {}),
    ...(after.length > 0 ? { after } : {}),
    needs,
  });
  linkOnCloth(draft, part, task, minutes, hands);
}

/** Where zones are reached from, by the shortest way through. */
function placesOf({ ground }: Draft, zoneIds: readonly string[]): number[] {
  const places = [...new Set(zoneIds.flatMap((zoneId) => ground.placeOf.get(zoneId) ?? []))];
  if (places.length < 2) return places.length > 0 ? places : [0];
  const move = places.map((from) => places.map((to) => ground.move[from]![to]!));
  return bestTour({ move, before: [] }).map((at) => places[at]!);
}

/** The same task bears the same name whatever was done since. */
export const taskName = ({ key, zoneIds }: Pick<Step, "key" | "zoneIds">): string => `${key} ${zoneIds.join("+")}`;

/** Told apart where two are of one name. */
function nameOf({ names: { id }, taken, tasks }: Draft, step: Step): string {
  const name = taskName(step);
  const task = id(taken.has(id(name)) ? `${name} ${tasks.length}` : name);
  taken.add(task);
  return task;
}

/** Solvent, gas and dust keep others apart; what hands are at waits for nothing any more. */
function addGuards(draft: Draft, { id: task, step, running }: StepTask) {
  const { lags, dusty } = draft;
  if (draft.guard && !running) lags.push(withoutEnd(lagAfter(draft.guard.step, draft.guard.task, task)));
  if (isGuarding(step)) {
    if (!running) for (const from of draft.since) lags.push({ from, to: task, min: 0, why: "before solvent or gas" });
    draft.guard = { step, task };
    draft.since = [];
  } else draft.since.push(task);
  if (step.waterOnLPerM2 > 0 && !running)
    for (const from of dusty) lags.push({ from, to: task, min: 0, why: "dust before water" });
  if (DUSTY.includes(step.action)) dusty.push(task);
}

/** What was put on before and dwells where this step goes on: until when it waits, and when that dries out. */
function waitsOut(
  { lastOn, waitingOn, loosened, sinceMin, dues }: Draft,
  { zoneIds }: Step,
  task: string,
  minutes: number,
): { after: DoneEvent[]; earliest: number } {
  let earliest = 0;
  const after: DoneEvent[] = [];
  for (const zoneId of zoneIds) {
    const waiting = lastOn.has(zoneId) ? undefined : waitingOn.get(zoneId);
    if (!waiting || after.includes(waiting)) continue;
    after.push(waiting);
    earliest = Math.max(earliest, Math.ceil(waiting.dwellMinMin! - sinceMin(waiting.at)));
    if (waiting.dwellMaxMin !== undefined)
      dues.push({ task, name: DRIES_OUT, at: Math.max(0, waiting.dwellMaxMin - sinceMin(waiting.at)) + minutes });
  }
  if (zoneIds.some((zoneId) => !lastOn.has(zoneId) && loosened.has(zoneId)))
    dues.push({ task, name: DRIES_OUT, at: LIFTED_WITHIN_MIN + minutes });
  return { after: after.sort((a, b) => rightAtMs(a) - rightAtMs(b)), earliest };
}

function needsOf({ kit, capacity, areaOf, names: { inside, circuit } }: Draft, step: Step) {
  const { action, zoneIds } = step;
  const machine = machineFor(kit, usesAs(step), Math.max(0, ...zoneIds.map(areaOf)));
  if (machine) capacity[machine] = 1;
  const watts = machine ? (machineOn(kit, machine)?.powerW ?? 0) : 0;
  return {
    machine,
    // Gas runs by itself behind shut doors; everything else is hands inside.
    needs: [
      { resource: HANDS, amount: 1 },
      ...(machine ? [{ resource: machine, amount: 1 }] : []),
      ...(watts > 0 ? [{ resource: circuit, amount: Math.min(watts, CIRCUIT_W) }] : []),
      { resource: inside, amount: action === "gas" ? INSIDE : 1 },
    ],
  };
}

/** On the same cloth one thing waits for the other. */
function linkOnCloth(
  { lastOn, lags, dues, sinceMin }: Draft,
  { step, running }: Part,
  task: string,
  minutes: number,
  hands: number,
) {
  const linked = new Set<string>();
  for (const zoneId of step.zoneIds) {
    const earlier = lastOn.get(zoneId);
    if (earlier && !running && !linked.has(earlier.task)) {
      linked.add(earlier.task);
      const lag = lagAfter(earlier.step, earlier.task, task);
      lags.push(earlier.endsAt === undefined ? lag : { ...lag, soft: true });
      if (earlier.endsAt !== undefined && lag.max !== undefined)
        dues.push({ task, name: DRIES_OUT, at: earlier.endsAt + lag.max + minutes });
    }
    const left = running && step.dwell ? { dwell: leftOf(step, sinceMin(running.at), hands) } : {};
    lastOn.set(zoneId, { step: { ...step, ...left }, task, ...(running ? { endsAt: minutes } : {}) });
  }
}

/** Zones where something was worked in last of all that was done there. */
function loosenedOn(done: readonly DoneEvent[]): Set<string> {
  const zones = new Set<string>();
  for (const { action, zoneIds } of done)
    for (const zoneId of zoneIds)
      if (action === "work") zones.add(zoneId);
      else zones.delete(zoneId);
  return zones;
}

const rightAtMs = ({ at, dwellMinMin = 0 }: DoneEvent) => Date.parse(at) + dwellMinMin * MINUTE_MS;

/** Of a wait that hands sit out, only what is left of it follows. */
function leftOf({ dwell, action }: Step, sinceMin: number, handsMin: number): Step["dwell"] {
  if (!isWaitedOut(action)) return dwell;
  const left = (of: Worked) => ({ ...of, value: Math.max(0, of.value - Math.max(0, sinceMin - handsMin)) });
  return { min: left(dwell!.min), ...(dwell!.max ? { max: left(dwell!.max) } : {}) };
}

/**
 * A step over several zones is worked section by section: one's dwell does not wait for another's brush. What hands
 * are at stays together.
 */
function partsOf(
  step: Step,
  { areaOf, sections }: Pick<Draft, "areaOf" | "sections">,
  running: readonly StartEvent[],
): Part[] {
  const parts: Part[] = [];
  let left = step.zoneIds;
  for (const event of running) {
    const begun = event.stepKey === step.key ? left.filter((zoneId) => event.zoneIds.includes(zoneId)) : [];
    if (begun.length === 0) continue;
    parts.push({ step: partOf(step, begun, areaOf), running: event });
    left = left.filter((zoneId) => !begun.includes(zoneId));
  }
  if (left.length === 0) return parts;
  if (AT_ONCE.includes(step.action)) return [...parts, { step: partOf(step, left, areaOf) }];
  const groups = new Map<string, string[]>();
  for (const zoneId of left) {
    const section = sections.get(zoneId) ?? zoneId;
    groups.set(section, [...(groups.get(section) ?? []), zoneId]);
  }
  return [...parts, ...[...groups.values()].map((zoneIds) => ({ step: partOf(step, zoneIds, areaOf) }))];
}

/** A step on some of its zones, amounts and minutes shared out by area. */
function partOf(step: Step, zoneIds: string[], areaOf: (zoneId: string) => number): Step {
  if (zoneIds.length === step.zoneIds.length) return step;
  const sum = (ids: readonly string[]) => ids.reduce((total, zoneId) => total + areaOf(zoneId), 0);
  const whole = sum(step.zoneIds);
  const share = whole > 0 ? sum(zoneIds) / whole : zoneIds.length / step.zoneIds.length;
  const shared = (of: Worked): Worked => sumOf(SCHEDULE_FORMULAS, "schedule.share", { whole: opened(of), share });
  return {
    ...step,
    zoneIds,
    areaM2: shared(step.areaM2),
    minutes: shared(step.minutes),
    ...(step.amountMl ? { amountMl: shared(step.amountMl) } : {}),
    ...(step.recoveredMl ? { recoveredMl: shared(step.recoveredMl) } : {}),
  };
}

/** What follows a step waits for its dwell, and no longer than its longest. */
function lagAfter({ dwell, title, action }: Step, from: string, to: string): Lag {
  if (action === "work") return { from, to, min: 0, max: LIFTED_WITHIN_MIN, why: "Lifted before it sinks back" };
  if (!dwell) return { from, to, min: 0, why: "on the same cloth" };
  const min = Math.ceil(dwell.min.value - 1e-9);
  const max =
    dwell.max && Number.isFinite(dwell.max.value) ? Math.min(MOST_DWELL_MIN, Math.floor(dwell.max.value)) : undefined;
  return { from, to, min, ...(max !== undefined ? { max: Math.max(min, max) } : {}), why: `${title} dwells` };
}

const withoutEnd = ({ from, to, min, why }: Lag): Lag => ({ from, to, min, why });
