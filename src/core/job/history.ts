import type { DoneEvent, Job, OutcomeResult, StartEvent, WorkEvent } from "./schema";

/** What the events add up to, with everything that was taken back left out. */
export interface History {
  standing: WorkEvent[];
  done: DoneEvent[];
  /** What is being worked on, at most one a pair of hands: started, and neither done nor skipped since. */
  running: StartEvent[];
  /** What waits on the cloth: put on with a dwell, and nothing done or begun there since. */
  dwelling: DoneEvent[];
  outcomes: Record<string, OutcomeResult[]>;
}

/** Replays a job's events. An undo takes back an earlier event; an undo of an undo brings it again. */
export function historyOf(job: Job): History {
  const takenBack = new Set<string>();
  for (const event of [...job.events].reverse())
    if (event.kind === "undo" && !takenBack.has(event.id)) takenBack.add(event.of);
  const standing = job.events.filter((event) => event.kind !== "undo" && !takenBack.has(event.id));
  const history: History = { standing, done: [], running: [], dwelling: [], outcomes: {} };
  for (const event of standing) {
    if (event.kind === "start" || event.kind === "done" || event.kind === "skip")
      history.dwelling = history.dwelling.filter((waiting) => !sharesZone(waiting, event));
    // A pair of hands does one thing at a time.
    if (event.kind === "start")
      history.running = [...history.running.filter((other) => handsOf(other) !== handsOf(event)), event];
    if (event.kind === "done" || event.kind === "skip") {
      history.running = history.running.filter((other) => other.stepKey !== event.stepKey || !sharesZone(other, event));
      if (event.kind === "done") {
        history.done.push(event);
        if (event.dwellMinMin !== undefined) history.dwelling.push(event);
      }
    }
    if (event.kind === "outcome") (history.outcomes[event.findingId] ??= []).push(event.result);
  }
  return history;
}

const sharesZone = (a: { zoneIds: readonly string[] }, b: { zoneIds: readonly string[] }) =>
  a.zoneIds.some((id) => b.zoneIds.includes(id));

/** Whose hands: 1 where nobody said. */
export const handsOf = ({ by = 1 }: { by?: number }): number => by;

/** The part of a step's key that says what it is; what follows a colon says how it was set. */
export const stepBase = (key: string) => key.split(":")[0]!;

/** A step that was done or left out. */
type Over = Extract<WorkEvent, { kind: "done" | "skip" }>;

/** What is over, by zone: a history never changes, and a plan asks it for every zone many times. */
const overBy = new WeakMap<History, Map<string, { event: Over; at: number }[]>>();

function overOn(history: History, zoneId: string): readonly { event: Over; at: number }[] {
  let byZone = overBy.get(history);
  if (!byZone) {
    byZone = new Map();
    overBy.set(history, byZone);
    for (const [at, event] of history.standing.entries())
      if (event.kind === "done" || event.kind === "skip")
        for (const id of event.zoneIds) {
          const list = byZone.get(id);
          if (list) list.push({ event, at });
          else byZone.set(id, [{ event, at }]);
        }
  }
  return byZone.get(zoneId) ?? [];
}

/** What was done on a zone, in order. @param after only what stands behind this place in the record */
export const doneOn = (history: History, zoneId: string, after = -1): DoneEvent[] =>
  overOn(history, zoneId).flatMap(({ event, at }) => (event.kind === "done" && at > after ? [event] : []));

/** True when this step was done or skipped on this zone. */
export const isCovered = (history: History, base: string, zoneId: string): boolean =>
  overOn(history, zoneId).some(({ event }) => stepBase(event.stepKey) === base);

/** True when this step was done on this zone; leaving it out does not count. */
export const isDone = (history: History, base: string, zoneId: string): boolean =>
  overOn(history, zoneId).some(({ event }) => event.kind === "done" && stepBase(event.stepKey) === base);

/** The last standing event of a kind. */
export const lastOf = <K extends WorkEvent["kind"]>(history: History, kind: K) =>
  history.standing.findLast((event): event is Extract<WorkEvent, { kind: K }> => event.kind === kind);
