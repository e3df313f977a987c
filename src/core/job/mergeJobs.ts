import { partsOf } from "@/core/ground/pieces/templates";
import { same } from "./commands";
import { withOneHairAZone } from "./hairFinding";
import { isPlacePath, isRecordPath, jobOfLeaves, recordOf } from "./leaves";
import { own } from "./lookUp";
import type { Job, WorkEvent } from "./schema";
import { joinedSeals } from "./seals";
import { isBefore, winnerOf, withWrites, writesOf, type Entry, type Writes } from "./writes";
import { cornersOf, rounded } from "./zoneOps";

/** One job worked on several devices, put together again: in any order, and twice, it comes to the same. */

interface Merged {
  job: Job;
  /** Events of the file that were not here. */
  added: number;
  /** Leaves that show something else than before. */
  changed: number;
}

/**
 * Takes in what another device did to the same job. Nothing that either has is lost: what happened is joined by id and
 * told in the order of its time; of each leaf the later write stands, and where neither copy had seen the other's, both
 * are kept and a person decides (`differingOf`). What was taken off stays off, unless somebody worked on it meanwhile.
 * @returns undefined when the file tells of nothing that was done elsewhere, or is of another job
 */
export function mergedJob(mine: Job, theirs: Job): Merged | undefined {
  if (mine.id !== theirs.id || mine.createdAt !== theirs.createdAt) return undefined;
  const here = new Set(mine.events.map(({ id }) => id));
  const added = theirs.events.filter(({ id }) => !here.has(id)).length;
  const [ours, others] = [writesOf(mine), writesOf(theirs)];
  const isNew = [...others.seen].some(([copy, n]) => n > (ours.seen.get(copy) ?? 0));
  if (added === 0 && !isNew) return undefined;
  const writes = joinedWrites(ours, others);
  const events = joinedEvents(mine, theirs, writes);
  const seals = joinedSeals(mine.seals, theirs.seals);
  const head = { id: mine.id, createdAt: mine.createdAt, events, ...(seals ? { seals } : {}) };
  const whole = () => jobOfLeaves(shownOf(writes), head);
  keepOutlines(whole(), writes);
  const job = withWrites(withOneHairAZone(whole()), writes);
  const [were, are] = [shownOf(ours), shownOf(writes)];
  const changed = [...are].filter(([path, value]) => !isPlacePath(path) && !same(value, were.get(path))).length;
  return { job, added, changed };
}

/** What stands of each leaf: what both know, and what one wrote that the other has not seen. */
function joinedWrites(a: Writes, b: Writes): Writes {
  const seen = new Map(a.seen);
  for (const [copy, n] of b.seen) seen.set(copy, Math.max(n, seen.get(copy) ?? 0));
  const byPath = new Map<string, Entry[]>();
  for (const path of new Set([...a.byPath.keys(), ...b.byPath.keys()])) {
    const [mine, theirs] = [a.byPath.get(path) ?? NOTHING, b.byPath.get(path) ?? NOTHING];
    const entries = isBefore(mine[0]!) && isBefore(theirs[0]!) ? beforeOf(mine, theirs) : standing(mine, a, theirs, b);
    if (entries.length > 0) byPath.set(path, entries);
  }
  return { seen, byPath };
}

const NOTHING: Entry[] = [{ n: 0, value: undefined }];

/** From before writes were kept: all that was said. */
function beforeOf(mine: readonly Entry[], theirs: readonly Entry[]): Entry[] {
  const said = [...mine, ...theirs].filter(({ value }) => value !== undefined);
  return said.filter(({ value }, at) => said.findIndex((each) => same(each.value, value)) === at);
}

function standing(mine: readonly Entry[], a: Writes, theirs: readonly Entry[], b: Writes): Entry[] {
  const isIn = (entry: Entry, list: readonly Entry[]) => list.some(({ by, n }) => by === entry.by && n === entry.n);
  const isKnown = ({ by, n }: Entry, { seen }: Writes) => by === undefined || n <= (seen.get(by) ?? 0);
  return [
    ...mine.filter((entry) => isIn(entry, theirs) || !isKnown(entry, b)),
    ...theirs.filter((entry) => !isIn(entry, mine) && !isKnown(entry, a)),
  ];
}

const shownOf = ({ byPath }: Writes) => new Map([...byPath].map(([path, entries]) => [path, winnerOf(path, entries)]));

/** What happened on either, in the order of its time; of one that was put right, what stands of it. */
function joinedEvents(mine: Job, theirs: Job, { byPath }: Writes): WorkEvent[] {
  const right = (event: WorkEvent) =>
    (winnerOf("", byPath.get(`events/${event.id}`) ?? []) as WorkEvent | undefined) ?? event;
  const byTime = new Map<number, [WorkEvent[], WorkEvent[]]>();
  for (const [list, { events }] of [mine, theirs].entries())
    for (const event of events.map(right)) {
      const at = Date.parse(event.at);
      if (!byTime.has(at)) byTime.set(at, [[], []]);
      byTime.get(at)![list]!.push(event);
    }
  return afterWhatTheyUndo([...byTime].sort(([a], [b]) => a - b).flatMap(([, [here, there]]) => atOnce(here, there)));
}

/** Of one moment, by one tap perhaps: in the order of whoever knows more of it, then what else there is. */
function atOnce(here: readonly WorkEvent[], there: readonly WorkEvent[]): WorkEvent[] {
  const ids = (list: readonly WorkEvent[]) => list.map(({ id }) => id).join();
  const isFirst = here.length > there.length || (here.length === there.length && ids(here) <= ids(there));
  const [first, then] = isFirst ? [here, there] : [there, here];
  return [...first, ...then.filter(({ id }) => !first.some((each) => each.id === id))];
}

/** Clocks of two devices differ: an undo still comes after what it takes back. */
function afterWhatTheyUndo(events: Job["events"]): Job["events"] {
  const told = new Set<string>();
  const list: Job["events"] = [];
  const waiting = new Map<string, Job["events"]>();
  const tell = (event: Job["events"][number]) => {
    list.push(event);
    told.add(event.id);
    for (const next of waiting.get(event.id) ?? []) tell(next);
  };
  for (const event of events) {
    if (event.kind === "undo" && !told.has(event.of)) waiting.set(event.of, [...(waiting.get(event.of) ?? []), event]);
    else tell(event);
  }
  return list;
}

/** A part that only other measures of its piece have keeps the shape it had by those. */
function keepOutlines(job: Job, { byPath }: Writes) {
  for (const id of job.zones.order) {
    const zone = own(job.zones.byId, id)!;
    const piece = own(job.pieces.byId, zone.pieceId);
    if (!piece || cornersOf(job, id)) continue;
    const measured = [...byPath].filter(([path]) => path.startsWith(`pieces/${zone.pieceId}/`));
    const parts = measured
      .flatMap(([path, entries]) => entries.map(({ value }) => ({ ...piece, [path.split("/")[2]!]: value })))
      .flatMap((each) => partsOf(each).filter(({ part }) => part === zone.part));
    const shapes = parts.map(({ corners }) => JSON.stringify(rounded(corners))).sort();
    if (shapes.length > 0) byPath.set(`zones/${id}/shape`, [{ n: 0, value: JSON.parse(shapes[0]!) as unknown }]);
  }
}

/** A leaf that two copies wrote without having seen each other's. */
export interface Differing {
  path: string;
  shown: unknown;
  /** What else was said; undefined: taken out, or not said. */
  others: unknown[];
}

/** What a person has to decide: until then the job goes by what it shows. */
export const differingOf = (job: Job): Differing[] =>
  job.merging === undefined
    ? []
    : [...writesOf(job).byPath].flatMap(([path, entries]) => {
        if (entries.length < 2 || isPlacePath(path) || path.startsWith("events/")) return [];
        const shown = winnerOf(path, entries);
        const record = recordOf(path);
        // What lies in a record that is not there differs for nobody.
        if (record && !Object.hasOwn(job[record.collection].byId, record.id)) return [];
        const others = entries.map(({ value }) => value).filter((value) => !same(value, shown));
        const apart = others.filter((value, at) => others.findIndex((each) => same(each, value)) === at);
        return apart.length > 0 ? [{ path, shown, others: apart }] : [];
      });

export const isTakenOff = ({ path }: Differing) => isRecordPath(path);
