import { own } from "@/core/job/lookUp";
import { hairOn } from "./hairFinding";
import type { Job } from "./schema";

/**
 * Every change of a job is a command: a few operations with a name. Operations speak of fields and ids, not of whole objects
 * or positions, so two tabs can change different things at once, and each operation knows its own inverse.
 */
export type Op =
  | { op: "set"; path: readonly string[]; value: unknown }
  | { op: "insert"; collection: CollectionName; id: string; value: unknown; index?: number }
  | { op: "remove"; collection: CollectionName; id: string }
  | { op: "append"; event: Job["events"][number] };

type CollectionName = "pieces" | "zones" | "findings";

export interface Command {
  /** Said in undo and in messages: "Set the length". */
  label: string;
  ops: readonly Op[];
}

interface Applied {
  job: Job;
  /** Undoes the command; its ops stand in reverse order. */
  inverse: readonly Op[];
}

/** Why a command could not be applied, in words for the technician. */
export class CommandRefused extends Error {}

/**
 * Applies a command's operations to a job; the job given is not changed.
 * @throws CommandRefused with a sentence when what it changes is no longer there
 */
export function applyOps(job: Job, ops: readonly Op[]): Applied {
  const inverse: Op[] = [];
  let next = job;
  for (const op of ops) {
    const step = applyOp(next, op);
    next = step.job;
    if (step.inverse) inverse.unshift(step.inverse);
  }
  return { job: next, inverse };
}

function applyOp(job: Job, op: Op): { job: Job; inverse?: Op } {
  switch (op.op) {
    case "set": {
      const previous = valueAt(job, op.path);
      return { job: withValue(job, op.path, op.value) as Job, inverse: { op: "set", path: op.path, value: previous } };
    }
    case "insert": {
      const collection = job[op.collection];
      if (Object.hasOwn(collection.byId, op.id)) throw new CommandRefused("It is there already.");
      if (isSecondHair(job, op.value))
        throw new CommandRefused("Hair was noted there already, perhaps in another tab.");
      const order = [...collection.order];
      order.splice(op.index ?? order.length, 0, op.id);
      return {
        job: { ...job, [op.collection]: { byId: { ...collection.byId, [op.id]: op.value }, order } },
        inverse: { op: "remove", collection: op.collection, id: op.id },
      };
    }
    case "remove": {
      const collection = job[op.collection];
      if (!Object.hasOwn(collection.byId, op.id))
        throw new CommandRefused("It was removed already, perhaps in another tab.");
      const { [op.id]: value, ...byId } = collection.byId as Record<string, unknown>;
      const index = collection.order.indexOf(op.id);
      return {
        job: { ...job, [op.collection]: { byId, order: collection.order.filter((id) => id !== op.id) } },
        inverse: { op: "insert", collection: op.collection, id: op.id, value, index },
      };
    }
    case "append":
      if (job.events.some(({ id }) => id === op.event.id)) throw new CommandRefused("This was recorded already.");
      return { job: { ...job, events: [...job.events, op.event] } };
  }
}

/** One finding of hair a zone. */
function isSecondHair(job: Job, value: unknown): boolean {
  const { kind, zoneId } = (value ?? {}) as { kind?: unknown; zoneId?: unknown };
  return kind === "hair" && hairOn(job, zoneId as string).length > 0;
}

type Tree = Record<string, unknown>;

/** The value at a path, undefined where the path ends early. */
export function valueAt(root: unknown, path: readonly string[]): unknown {
  let at: unknown = root;
  for (const key of path) {
    if (typeof at !== "object" || at === null || !Object.hasOwn(at, key)) return undefined;
    at = (at as Tree)[key];
  }
  return at;
}

/** Records by id lie two levels down; a change inside one that is gone must not bring half of it back. */
const isRecordOfCollection = (path: readonly string[], depth: number) => depth === 3 && path[1] === "byId";

function withValue(root: unknown, path: readonly string[], value: unknown, depth = 0): unknown {
  const key = path[depth];
  if (key === undefined) return value;
  if (root === undefined && isRecordOfCollection(path, depth))
    throw new CommandRefused("What you changed was removed, perhaps in another tab.");
  const node = (root ?? {}) as Tree;
  const child = withValue(node[key], path, value, depth + 1);
  if (child === undefined) {
    const { [key]: _gone, ...rest } = node;
    return rest;
  }
  return { ...node, [key]: child };
}

/**
 * Paths that a command's target stood at before, as seen by this tab, and stand differently in the stored job:
 * another tab changed the same field, and the later change wins.
 */
export function overwrites(seen: Job, stored: Job, ops: readonly Op[]): boolean {
  return ops.some((op) => op.op === "set" && !same(valueAt(seen, op.path), valueAt(stored, op.path)));
}

/** True while every field and record the operations wrote still stands as they left it. */
export function standsAsLeft(job: Job, ops: readonly Op[]): boolean {
  return ops.every((op) => {
    if (op.op === "set") return same(valueAt(job, op.path), op.value);
    if (op.op === "insert") return same(own<unknown>(job[op.collection].byId, op.id), op.value);
    if (op.op === "remove") return !Object.hasOwn(job[op.collection].byId, op.id);
    return true;
  });
}

/**
 * Operations as meant, on a job that has moved on since the screen they were given on: of lists and of groups of fields only what
 * the tap changed is changed, what came in between stays.
 * @param seen the job the screen showed, @param now the job as it stands
 */
export const rebased = (ops: readonly Op[], seen: Job, now: Job): Op[] =>
  seen === now
    ? [...ops]
    : ops.map((op) =>
        op.op === "set" ? { ...op, value: merged(valueAt(seen, op.path), op.value, valueAt(now, op.path)) } : op,
      );

const isList = (value: unknown): value is unknown[] =>
  Array.isArray(value) && value.every((item) => typeof item !== "object");
const isGroup = (value: unknown): value is Tree => typeof value === "object" && value !== null && !Array.isArray(value);

function merged(before: unknown, mine: unknown, theirs: unknown): unknown {
  if (same(before, theirs)) return mine;
  if (isList(mine) && isList(theirs)) {
    const was = isList(before) ? before : [];
    return [
      ...theirs.filter((item) => mine.includes(item) || !was.includes(item)),
      ...mine.filter((item) => !was.includes(item) && !theirs.includes(item)),
    ];
  }
  if (!isGroup(mine) || !isGroup(theirs)) return mine;
  const was = isGroup(before) ? before : {};
  const changed = [...new Set([...Object.keys(was), ...Object.keys(mine)])].filter((key) => !same(was[key], mine[key]));
  const result: Tree = {
    ...theirs,
    ...Object.fromEntries(changed.map((key) => [key, merged(was[key], mine[key], theirs[key])])),
  };
  return Object.fromEntries(Object.entries(result).filter(([, value]) => value !== undefined));
}

/** Deep equality of plain data, whatever the order of keys. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && same((a as Tree)[key], (b as Tree)[key]))
  );
}
