import type { Problem } from "./problem";
import { jobFileSchema } from "./schema";

/** Counting a document before it is looked at closely: whatever is too much is told at once, and costs nothing more. */

interface Meta {
  shape?: Record<string, AnySchema>;
  item?: AnySchema;
  record?: AnySchema;
  kinds?: Record<string, AnySchema>;
  max?: number;
}

interface AnySchema {
  meta(): Meta | undefined;
}

const MOST_DEPTH = 20;
const MOST_KEY = 40;
/** Keys that an object of ours may have at the most, of records apart. */
const MOST_KEYS = 200;
/** Everything in it, whatever it is. */
const MOST_VALUES = 2_000_000;
const NOT_OURS: readonly string[] = ["__proto__", "constructor", "prototype"];

/** A key as it is said in a message. */
export const shortKey = (key: string): string => (key.length > MOST_KEY ? `${key.slice(0, MOST_KEY)}…` : key);
const pathOf = (where: string, key: string) => (where ? `${where}.${shortKey(key)}` : shortKey(key)).slice(-160);

/**
 * What is too much, too deep, or named like a trap, by the schema's own limits.
 * @param raw any data
 * @returns the first such thing, with where; undefined when all of it can be looked at closely
 */
export function countProblem(raw: unknown): Problem | undefined {
  return look(raw, jobFileSchema as unknown as AnySchema, "", 0, { values: 0 });
}

/** @param seen how many values were looked at so far */
function look(
  value: unknown,
  schema: AnySchema | undefined,
  where: string,
  depth: number,
  seen: { values: number },
): Problem | undefined {
  seen.values += 1;
  if (seen.values > MOST_VALUES)
    return { where: "", what: `The file holds over ${MOST_VALUES} values, more than any job has` };
  if (typeof value === "number" && !Number.isFinite(value)) return { where, what: "is too large a number to be meant" };
  if (typeof value !== "object" || value === null) return undefined;
  if (depth > MOST_DEPTH) return { where: where.slice(0, 80), what: "is nested deeper than any job file is" };
  return Array.isArray(value)
    ? lookAtList(value, schema, where, depth, seen)
    : lookAtRecord(value as Record<string, unknown>, schema, where, depth, seen);
}

type Looking = [schema: AnySchema | undefined, where: string, depth: number, seen: { values: number }];

function lookAtList(list: readonly unknown[], ...[schema, where, depth, seen]: Looking): Problem | undefined {
  const { item, max = Infinity } = schema?.meta() ?? {};
  if (item && list.length > max) return { where, what: `has ${list.length} entries; at most ${max} fit` };
  for (let at = 0; at < list.length; at++) {
    const problem = look(list[at], item, `${where}[${at}]`, depth + 1, seen);
    if (problem) return problem;
  }
  return undefined;
}

function lookAtRecord(value: Record<string, unknown>, ...[schema, where, depth, seen]: Looking): Problem | undefined {
  const { record, max = Infinity } = schema?.meta() ?? {};
  const keys = Object.keys(value);
  const most = record ? max : MOST_KEYS;
  if (keys.length > most)
    return { where, what: `has ${keys.length} ${record ? "entries" : "keys"}; at most ${most} fit` };
  const fields = fieldsOf(value, schema);
  for (const key of keys) {
    if (NOT_OURS.includes(key)) return { where, what: `has a key named "${key}", which no job file has` };
    const own = record ?? (fields && Object.hasOwn(fields, key) ? fields[key] : undefined);
    const problem = look(value[key], own, pathOf(where, key), depth + 1, seen);
    if (problem) return problem;
  }
  return undefined;
}

/** The fields of a thing, by its kind where there are several. */
function fieldsOf({ kind }: Record<string, unknown>, schema: AnySchema | undefined) {
  const { shape, kinds } = schema?.meta() ?? {};
  return kinds && typeof kind === "string" && Object.hasOwn(kinds, kind) ? kinds[kind]!.meta()?.shape : shape;
}
