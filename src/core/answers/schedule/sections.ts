import type { JobPlan } from "@/core/judgement/treatment/plan/plan";
import type { Step } from "@/core/judgement/treatment/step/step";
import { comesBefore, sectionsOf, USUAL_SECTION_M2, type Ground } from "@/core/judgement/walk/ground";
import type { Lag } from "@/core/models/timetable/tasks";
import { topological } from "@/core/models/walk/topological";
import type { StartEvent } from "@/core/job/schema";
import type { Order } from "./times";

/** The sections of a plan's steps, and which of them are over before others are worked. */

/** By zone, the section that it is worked with: only zones that share what is done by sections are. */
export function sectionsIn(
  steps: readonly Step[],
  { running, dwelling }: JobPlan["history"],
  ground: Ground,
  areaOf: (zoneId: string) => number,
): Map<string, string> {
  const chains = new Map<string, string>();
  const most = new Map<string, number>();
  const add = (zoneId: string, name: string) => chains.set(zoneId, `${chains.get(zoneId) ?? ""} ${name}`);
  for (const { key, zoneIds, sectionM2 } of steps)
    for (const zoneId of zoneIds) {
      if (sectionM2) add(zoneId, key);
      most.set(zoneId, Math.min(most.get(zoneId) ?? Infinity, sectionM2?.value ?? Infinity));
    }
  // Hands are at these and at no others: what follows is for these too.
  // And what was put on at another moment dries out at another moment.
  for (const { id, zoneIds } of [...running, ...dwelling]) for (const zoneId of zoneIds) add(zoneId, id);
  const zoneIds = [...most.keys()].filter((zoneId) => ground.standing.has(zoneId));
  return sectionsOf(
    ground,
    zoneIds,
    (zoneId) => chains.get(zoneId) ?? "",
    areaOf,
    (zoneId) => Math.min(most.get(zoneId)!, USUAL_SECTION_M2),
  );
}

/** A step on its section, as far as the walk asks. */
interface Walked {
  id: string;
  step: Step;
  running?: StartEvent;
}

/** Over the whole job before anything is wet. */
export const DRY_FIRST: readonly Step["action"][] = [
  "check-first",
  "take-out",
  "hair-lift",
  "blow",
  "dry-removal",
  "seams",
  "fastness-check",
];
/** Once everything that is wetted was. */
export const LAST: readonly Step["action"][] = ["set-to-dry", "gas", "gas-out"];
const WET: readonly Step["action"][] = ["presoak", "agent", "clean", "work", "towel-off", "rinse", "extract", "steam"];

/**
 * Fresh spills first; nothing wet is worked above what is worked already, nobody stands or kneels in it: waits from section to section.
 * Where several are at a floor the near part is only finished last: they leave it side by side.
 */
export function walkLags(
  tasks: readonly Walked[],
  sections: ReadonlyMap<string, string>,
  ground: Ground,
  { done }: Pick<JobPlan["history"], "done">,
  people: number,
): Lag[] {
  const begun = new Set(done.flatMap(({ action, zoneIds }) => (action && WET.includes(action) ? zoneIds : [])));
  const from = tasks.findLastIndex(({ step }) => DRY_FIRST.includes(step.action)) + 1;
  const until = tasks.findIndex(({ step }, at) => at >= from && LAST.includes(step.action));
  const wet = new Map<string, { zoneIds: Set<string>; first: Walked; last: Walked; begun: boolean }>();
  for (const task of tasks.slice(from, until < 0 ? tasks.length : until)) {
    const { action, zoneIds } = task.step;
    if (!WET.includes(action)) continue;
    for (const zoneId of zoneIds) {
      const section = sections.get(zoneId);
      if (section === undefined) continue;
      const known = wet.get(section);
      const at = known ?? { zoneIds: new Set<string>(), first: task, last: task, begun: false };
      at.zoneIds.add(zoneId);
      at.last = task;
      // Begun already: it waits for nothing any more.
      at.begun ||= task.running !== undefined || begun.has(zoneId);
      wet.set(section, at);
    }
  }
  const pairs = comesBefore(
    ground,
    [...wet].map(([id, { zoneIds }]) => ({ id, zoneIds: [...zoneIds] })),
  );
  const lags = new Map<string, Lag>();
  const isBegun = ({ running }: Walked) => running !== undefined;
  // What is fresh comes before everything, wherever it is.
  const others = tasks.findIndex(({ step }) => step.action !== "blot");
  for (const fresh of tasks.slice(0, Math.max(0, others)))
    for (const other of tasks.slice(others))
      if (!isBegun(other)) lags.set(`${fresh.id}\n${other.id}`, { from: fresh.id, to: other.id, min: 0, why: OVER_IT });
  for (const { before, after, onFloor } of pairs) {
    const [upper, lower] = [wet.get(before)!, wet.get(after)!];
    const to = onFloor && people > 1 ? lower.last : lower.first;
    if (!lower.begun) lags.set(`${upper.last.id}\n${to.id}`, { from: upper.last.id, to: to.id, min: 0, why: OVER_IT });
  }
  return [...lags.values()];
}

/** Not asked for by the cloth: who wants it otherwise may take it out of turn. */
export const OVER_IT = "higher and farther first";

/**
 * The steps of a plan in the order of its walk: each by where it is begun first, and on every zone one after another as
 * before.
 */
export function stepsInTurn(steps: readonly Step[], { tasks }: Order): Step[] {
  const begun = new Map<string, number>();
  tasks.forEach(({ step }, at) => {
    for (const zoneId of step.zoneIds.length > 0 ? step.zoneIds : [""]) {
      const name = `${step.key} ${zoneId}`;
      if (!begun.has(name)) begun.set(name, at);
    }
  });
  const firstOf = ({ key, zoneIds }: Step) =>
    Math.min(
      Infinity,
      ...(zoneIds.length > 0 ? zoneIds : [""]).map((zoneId) => begun.get(`${key} ${zoneId}`) ?? Infinity),
    );
  const first = steps.map(firstOf);
  const after: [number, number][] = [];
  const lastOn = new Map<string, number>();
  steps.forEach(({ zoneIds }, at) => {
    for (const zoneId of zoneIds) {
      const before = lastOn.get(zoneId);
      if (before !== undefined && before !== at) after.push([before, at]);
      lastOn.set(zoneId, at);
    }
  });
  const turns = topological(steps.length, after, (a, b) => first[a]! < first[b]! || (first[a] === first[b] && a < b))!;
  return turns.map((at) => steps[at]!);
}
