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
  let values = 0;
  const look = (value: unknown, schema: AnySchema | undefined, where: string, depth: number): Problem | undefined => {
    values += 1;
    if (values > MOST_VALUES)
      return { where: "", what: `The file holds over ${MOST_VALUES} values, more than any job has` };
    if (typeof value === "number" && !Number.isFinite(value))
      return { where, what: "is too large a number to be meant" };
    if (typeof value !== "object" || value === null) return undefined;
    if (depth > MOST_DEPTH) return { where: where.slice(0, 80), what: "is nested deeper than any job file is" };
    const { item, record, shape, kinds, max = Infinity } = schema?.meta() ?? {};
    if (Array.isArray(value)) {
      if (item && value.length > max) return { where, what: `has ${value.length} entries; at most ${max} fit` };
      for (let at = 0; at < value.length; at++) {
        const problem = look(value[at], item, `${where}[${at}]`, depth + 1);
        if (problem) return problem;
      }
      return undefined;
    }
    const keys = Object.keys(value);
    const most = record ? max : MOST_KEYS;
    if (keys.length > most)
      return { where, what: `has ${keys.length} ${record ? "entries" : "keys"}; at most ${most} fit` };
    const kind = (value as { kind?: unknown }).kind;
    const fields = kinds && typeof kind === "string" && Object.hasOwn(kinds, kind) ? kinds[kind]!.meta()?.shape : shape;
    for (const key of keys) {
      if (NOT_OURS.includes(key)) return { where, what: `has a key named "${key}", which no job file has` };
      const problem = look(
        (value as Record<string, unknown>)[key],
        record ?? (fields && Object.hasOwn(fields, key) ? fields[key] : undefined),
        pathOf(where, key),
        depth + 1,
      );
      if (problem) return problem;
    }
    return undefined;
  };
  return look(raw, jobFileSchema as unknown as AnySchema, "", 0);
}
