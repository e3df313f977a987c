import { same, type Op } from "./commands";
import {
  COLLECTIONS,
  isPath,
  isPlacePath,
  isRecordPath,
  leavesOf,
  placePath,
  recordOf,
  recordPath,
  type CollectionName,
  type Leaves,
} from "./leaves";
import { own } from "./lookUp";
import type { Job, WorkEvent } from "./schema";
import { sortedJson } from "./sortedJson";
import { cornersOf, rounded } from "./zoneOps";

/**
 * Which copy of a job wrote what, so that copies from several devices can be put together in any order: every leaf
 * keeps the write it has its value from, every copy the last write it has seen of each other copy. What one copy wrote
 * without having seen the other's write of the same leaf stands beside it. A record that was taken off leaves what it
 * was behind. (A multi-value register under a version vector, as published for replicated data; from memory.)
 */

/** One write of a leaf. */
export interface Entry {
  /** The copy that wrote it; none: it was so before writes were kept. */
  by?: string;
  /** Count of the write, higher than of all that its copy had seen. */
  n: number;
  value: unknown;
}

export interface Writes {
  /** The last write seen, by copy. */
  seen: Map<string, number>;
  byPath: Map<string, Entry[]>;
}

const BEFORE = "0";

/** What stands of an entry in the file: its write, then its value where the job does not show it. */
const packedEntry = ({ by, n, value }: Entry, shown: unknown): string => {
  const write = by === undefined ? BEFORE : `${by}.${n}`;
  if (same(value, shown)) return write;
  return `${write}=${value === undefined ? "" : JSON.stringify(value)}`;
};

function readEntry(text: string, shown: unknown): Entry | undefined {
  const [, by, count, json] = /^(?:0|([A-Za-z0-9]+)\.(\d+))(?:=(.*))?$/su.exec(text) ?? [];
  if (text === "" || (by === undefined && !text.startsWith(BEFORE))) return undefined;
  try {
    const value: unknown = json === undefined ? shown : json === "" ? undefined : JSON.parse(json);
    return { ...(by === undefined ? {} : { by }), n: Number(count ?? 0), value };
  } catch {
    return undefined;
  }
}

/** The writes of a job as it stands; what is kept of them and cannot be read is left out. */
export function writesOf(job: Job): Writes {
  const leaves = leavesOf(job);
  const byPath = new Map<string, Entry[]>([...leaves].map(([path, value]) => [path, [{ n: 0, value }]]));
  for (const { id, ...event } of changedEvents(job)) leaves.set(`events/${id}`, { id, ...event });
  for (const { path, writes } of job.merging?.leaves ?? []) {
    const entries = isPath(path) ? writes.flatMap((text) => readEntry(text, leaves.get(path)) ?? []) : [];
    if (entries.length > 0) byPath.set(path, entries);
  }
  return { seen: new Map(Object.entries(job.merging?.seen ?? {})), byPath };
}

/** Events that were put right after they were recorded; any other is as it was written. */
function changedEvents({ events, merging }: Job): WorkEvent[] {
  const ids = new Set(
    merging?.leaves.flatMap(({ path }) => (path.startsWith("events/") ? [path.slice("events/".length)] : [])),
  );
  return ids.size === 0 ? [] : events.filter(({ id }) => ids.has(id));
}

/** The job with its writes; what a job shows anyway is not said twice. */
export function withWrites(job: Job, { seen, byPath }: Writes): Job {
  const shown = leavesOf(job);
  for (const event of job.events) if (byPath.has(`events/${event.id}`)) shown.set(`events/${event.id}`, event);
  const leaves = [...byPath]
    .filter(
      ([path, entries]) => !(entries.length === 1 && isBefore(entries[0]!) && same(entries[0]!.value, shown.get(path))),
    )
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([path, entries]) => ({ path, writes: entries.map((entry) => packedEntry(entry, shown.get(path))).sort() }));
  const { merging: _merging, ...rest } = job;
  return seen.size === 0 && leaves.length === 0
    ? rest
    : { ...rest, merging: { seen: Object.fromEntries([...seen].sort(([a], [b]) => (a < b ? -1 : 1))), leaves } };
}

export const isBefore = ({ by }: Entry) => by === undefined;

/**
 * A job after a command, with what it wrote.
 * @param before the job the command was given on, with its writes
 * @param after the same with the command applied
 * @param ops of the command: what they set counts as written though it was so before
 * @param copy which copy of the job this is, an id of its own on every device
 */
export function written(before: Job, after: Job, ops: readonly Op[], copy: string): Job {
  const writes = writesOf(before);
  const n = 1 + Math.max(0, ...writes.seen.values());
  const write = (path: string, value: unknown) => writes.byPath.set(path, [{ by: copy, n, value }]);
  const paths = changedPaths(leavesOf(before), leavesOf(after), ops);
  const is = leavesOf(after);
  const goes = (path: string) => {
    const record = recordOf(path);
    return record && !Object.hasOwn(after[record.collection].byId, record.id);
  };
  for (const path of paths) {
    // What lay in a record that goes stays as it was, for the copy that still works on it.
    if (!goes(path)) write(path, is.get(path));
    else if (isRecordPath(path)) write(path, false);
  }
  for (const path of touched(before, after, paths)) write(path, true);
  for (const id of Object.keys(before.zones.byId)) {
    const corners = Object.hasOwn(after.zones.byId, id) ? undefined : cornersOf(before, id);
    if (corners) write(`zones/${id}/shape`, rounded(corners));
  }
  for (const [path, place] of newPlaces(writes, after)) write(path, place);
  const were = new Map(before.events.map((event) => [event.id, event]));
  for (const event of after.events) {
    const was = were.get(event.id);
    if (was && !same(was, event)) write(`events/${event.id}`, event);
  }
  const wrote = [...writes.byPath.values()].some((entries) => entries.some(({ by, n: at }) => by === copy && at === n));
  if (wrote) writes.seen.set(copy, n);
  return withWrites(after, writes);
}

/** Leaves that a command changed, or set to what they were. */
function changedPaths(was: Leaves, is: Leaves, ops: readonly Op[]): string[] {
  const changed = [...new Set([...was.keys(), ...is.keys()])].filter(
    (path) => !isPlacePath(path) && !same(was.get(path), is.get(path)),
  );
  const set = ops.flatMap((op) => {
    if (op.op !== "set") return [];
    const path = op.path.filter((segment, at) => !(at === 1 && segment === "byId")).join("/");
    return is.has(`${path}/`) ? [`${path}/`] : is.has(path) || op.value === undefined ? [path] : [];
  });
  return [...new Set([...changed, ...set])];
}

/** Records that a command changed, recorded something on or chose something for: as good as written anew. */
function touched(before: Job, after: Job, paths: readonly string[]): Set<string> {
  const found = new Set<string>();
  const touch = (collection: CollectionName, id: string) => {
    const record = own<object>(after[collection].byId, id);
    if (!record || found.has(recordPath(collection, id))) return;
    found.add(recordPath(collection, id));
    if ("zoneId" in record) touch("zones", record.zoneId as string);
    if ("pieceId" in record) touch("pieces", record.pieceId as string);
  };
  for (const path of paths) {
    const record = recordOf(path);
    if (record) touch(record.collection, record.id);
    const [, group, zoneId] = path.split("/");
    if (path.startsWith("choices/") && (group === "schools" || group === "strokes")) touch("zones", zoneId!);
    if (path === "choices/disinfect") for (const id of after.choices.disinfect ?? []) touch("zones", id);
  }
  const were = new Set(before.events.map(({ id }) => id));
  for (const event of after.events) {
    if (were.has(event.id)) continue;
    if ("zoneId" in event && event.zoneId !== undefined) touch("zones", event.zoneId);
    if ("zoneIds" in event) for (const id of event.zoneIds ?? []) touch("zones", id);
    if ("findingId" in event && event.findingId !== undefined) touch("findings", event.findingId);
  }
  return found;
}

/** Places of records that came or moved, between those of their neighbours. */
function newPlaces({ byPath }: Writes, after: Job): [string, number][] {
  return COLLECTIONS.flatMap((collection) => {
    const { order } = after[collection];
    const placeOf = (id: string | undefined) =>
      id === undefined ? undefined : (winnerOf("", byPath.get(placePath(collection, id)) ?? []) as number | undefined);
    const moved: [string, number][] = [];
    let [last, lastId] = [-Infinity, ""];
    for (const [at, id] of order.entries()) {
      const place = placeOf(id);
      const follows = place !== undefined && (place > last || (place === last && id > lastId));
      let mine = place ?? 0;
      if (!follows) {
        const next = order
          .slice(at + 1)
          .map(placeOf)
          .find((each) => each !== undefined && each > last);
        mine = last === -Infinity ? (next ?? 1) - 1 : next === undefined ? last + 1 : (last + next) / 2;
        moved.push([placePath(collection, id), mine]);
      }
      [last, lastId] = [mine, id];
    }
    return moved;
  });
}

const asText = (value: unknown) => (value === undefined ? "" : sortedJson(value));

/**
 * What a job shows of several writes: a record that one copy worked on is there; of anything else the write with the
 * highest count, the same on every device.
 */
export function winnerOf(path: string, entries: readonly Entry[]): unknown {
  if (isRecordPath(path)) return entries.some(({ value }) => value === true);
  return entries.reduce<Entry | undefined>((best, each) => {
    if (!best) return each;
    const later =
      each.n - best.n || ((each.by ?? "") > (best.by ?? "") ? 1 : (each.by ?? "") < (best.by ?? "") ? -1 : 0);
    return later > 0 || (later === 0 && asText(each.value) > asText(best.value)) ? each : best;
  }, undefined)?.value;
}
