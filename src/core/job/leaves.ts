import { ID_PATTERN } from "./idPattern";
import { own } from "./lookUp";
import type { Job } from "./schema";

/**
 * A job as a table of its smallest parts, each by its path: what two devices changed is told apart part by part.
 * "site/power", "zones/z1/soil"; a record itself stands as "zones/z1/", its place in the order as "order/zones/z1".
 */
export type Leaves = Map<string, unknown>;

export const COLLECTIONS = ["pieces", "zones", "findings"] as const;
export type CollectionName = (typeof COLLECTIONS)[number];

type Tree = Record<string, unknown>;

/** Groups of fields that are said one by one. Any other group, such as a size or a shape, is said as a whole. */
const SAID_ONE_BY_ONE = new Set([
  ...["site", "account", "promises", "choices", "schools", "readings", "bottles", "strokes"],
  ...["cloth", "groups", "layers", "fastness", "fibreTests", "soilSigns", "evidence", "again", "ring"],
]);

const isOneByOne = (segments: readonly string[]) =>
  SAID_ONE_BY_ONE.has(segments.at(-1)!) || segments.at(-2) === "groups";

/** The path of a record itself. */
export const recordPath = (collection: CollectionName, id: string) => `${collection}/${id}/`;
export const placePath = (collection: CollectionName, id: string) => `order/${collection}/${id}`;
export const isRecordPath = (path: string) => path.endsWith("/");
export const isPlacePath = (path: string) => path.startsWith("order/");

/** The record that a path lies in. */
export function recordOf(path: string): { collection: CollectionName; id: string } | undefined {
  const [collection, id] = path.split("/") as [CollectionName, string | undefined];
  return id !== undefined && COLLECTIONS.includes(collection) ? { collection, id } : undefined;
}

/** True when every part of a path may be a name in a job. */
export const isPath = (path: string) =>
  path
    .replace(/\/$/, "")
    .split("/")
    .every((segment) => ID_PATTERN.test(segment));

/** Every leaf of a job but its id, when it was made, and what happened. */
export function leavesOf({
  id: _id,
  createdAt: _made,
  events: _events,
  seals: _seals,
  merging: _merging,
  ...rest
}: Job): Leaves {
  const leaves: Leaves = new Map();
  const walk = (value: unknown, segments: string[]) => {
    if (typeof value === "object" && value !== null && !Array.isArray(value) && isOneByOne(segments))
      for (const [key, each] of Object.entries(value)) walk(each, [...segments, key]);
    else if (value !== undefined) leaves.set(segments.join("/"), value);
  };
  const { pieces, zones, findings, ...fields } = rest;
  for (const [key, value] of Object.entries(fields)) walk(value, [key]);
  for (const [name, { byId, order }] of Object.entries({ pieces, zones, findings }) as [CollectionName, Job["zones"]][])
    for (const [at, id] of order.entries()) {
      leaves.set(recordPath(name, id), true);
      leaves.set(placePath(name, id), at);
      for (const [key, value] of Object.entries(own<object>(byId, id) ?? {})) walk(value, [name, id, key]);
    }
  return leaves;
}

/** Groups that stand in every job, empty or not. */
const ALWAYS = ["site", "promises", "choices/schools", "choices/readings", "choices/bottles"];

/**
 * A job made of its leaves; records that are not there and what lies in them stay out.
 * @param head what no leaf says
 */
export function jobOfLeaves(leaves: Leaves, head: Pick<Job, "id" | "createdAt" | "events" | "seals">): Job {
  const root: Tree = {};
  const groupAt = (segments: readonly string[]) =>
    segments.reduce<Tree>((at, key) => (Object.hasOwn(at, key) ? at[key] : (at[key] = {})) as Tree, root);
  const isHere = (collection: CollectionName, id: string) => leaves.get(recordPath(collection, id)) === true;
  for (const path of [...ALWAYS, ...COLLECTIONS.map((name) => `${name}/byId`)]) groupAt(path.split("/"));
  for (const [path, value] of [...leaves].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const record = recordOf(path);
    if (value === undefined || isPlacePath(path) || (record && !isHere(record.collection, record.id))) continue;
    const segments = path.replace(/\/$/, "").split("/");
    if (record) segments.splice(1, 0, "byId");
    if (isRecordPath(path)) groupAt(segments);
    else groupAt(segments.slice(0, -1))[segments.at(-1)!] = value;
  }
  for (const name of COLLECTIONS) (root[name] as Tree).order = orderOf(leaves, name);
  for (const id of orderOf(leaves, "pieces")) groupAt(["pieces", "byId", id, "cloth"]);
  for (const id of orderOf(leaves, "findings"))
    if (leaves.get(`findings/${id}/kind`) === "mark") groupAt(["findings", "byId", id, "evidence"]);
  return { ...(root as unknown as Job), ...head };
}

function orderOf(leaves: Leaves, collection: CollectionName): string[] {
  const placed: { id: string; place: number }[] = [];
  for (const [path, value] of leaves) {
    const record = isRecordPath(path) && value === true ? recordOf(path) : undefined;
    if (record?.collection !== collection) continue;
    placed.push({ id: record.id, place: Number(leaves.get(placePath(collection, record.id)) ?? 0) });
  }
  return placed.sort((a, b) => a.place - b.place || (a.id < b.id ? -1 : 1)).map(({ id }) => id);
}

/** The operations' path of a leaf or of a record itself. */
export function opPathOf(path: string): string[] {
  const segments = path.replace(/\/$/, "").split("/");
  if (recordOf(path)) segments.splice(1, 0, "byId");
  return segments;
}
