import type { DoneEvent, Job, OutcomeResult, StartEvent, WorkEvent } from "./schema";

/** What the events add up to, with everything that was taken back left out. */
export interface History {
  standing: WorkEvent[];
  done: DoneEvent[];
  /** The step being worked on: started, and neither done nor skipped since. */
  running?: StartEvent;
  outcomes: Record<string, OutcomeResult[]>;
}

/** Replays a job's events. An undo takes back an earlier event; an undo of an undo brings it again. */
export function historyOf(job: Job): History {
  const takenBack = new Set<string>();
  for (const event of [...job.events].reverse()) if (event.kind === "undo" && !takenBack.has(event.id)) takenBack.add(event.of);
  const standing = job.events.filter((event) => event.kind !== "undo" && !takenBack.has(event.id));
  const history: History = { standing, done: [], outcomes: {} };
  for (const event of standing) {
    if (event.kind === "start") history.running = event;
    if (event.kind === "done" || event.kind === "skip") {
      if (history.running?.stepKey === event.stepKey) history.running = undefined;
      if (event.kind === "done") history.done.push(event);
    }
    if (event.kind === "outcome") (history.outcomes[event.findingId] ??= []).push(event.result);
  }
  return history;
}

/** The part of a step's key that says what it is; what follows a colon says how it was set. */
export const stepBase = (key: string) => key.split(":")[0]!;

/** True when this step was done or skipped on this zone. */
export function isCovered(history: History, base: string, zoneId: string): boolean {
  return history.standing.some((event) => (event.kind === "done" || event.kind === "skip") && stepBase(event.stepKey) === base && event.zoneIds.includes(zoneId));
}

/** True when this step was done on this zone; leaving it out does not count. */
export const isDone = (history: History, base: string, zoneId: string): boolean => history.done.some(({ stepKey, zoneIds }) => stepBase(stepKey) === base && zoneIds.includes(zoneId));

/** The last standing event of a kind. */
export const lastOf = <K extends WorkEvent["kind"]>(history: History, kind: K) =>
  history.standing.findLast((event): event is Extract<WorkEvent, { kind: K }> => event.kind === kind);
