import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  type AnyObject,
  type InferType,
  type ISchema,
  type ObjectShape,
  type Schema,
} from "yup";
import { ID_PATTERN } from "./idPattern";

/**
 * The few field kinds a job file is made of. Each is a Yup schema (strict: nothing is cast) that also carries, in its meta,
 * what the JSON Schema writer needs, so that the two can never say different things.
 */

// Letters, digits, marks and line breaks of any language; no control characters, no bidirectional overrides.
const TEXT_PATTERN = /^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069]*$/;
const TIME_PATTERN = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

const described = (json: AnyObject, about: string): AnyObject => ({
  json: { ...json, ...(about ? { description: about } : {}) },
});

/** Free text of at most `max` characters. */
export const text = (max: number, about = "") =>
  string()
    .defined()
    .test("length", `must be at most ${max} characters`, (value) => value === undefined || [...value].length <= max)
    .matches(TEXT_PATTERN, { message: "holds characters that cannot be shown or printed", excludeEmptyString: true })
    .meta(described({ type: "string", maxLength: max, pattern: TEXT_PATTERN.source }, about));

/** An id: letters, digits and hyphens, at most 40; none that every object has. */
export const id = (about = "") =>
  string()
    .defined()
    .matches(ID_PATTERN, "must be an id: letters, digits and hyphens, at most 40, and no word of the program's own")
    .meta(described({ type: "string", pattern: ID_PATTERN.source }, about));

// Lines and moves of a pen, as an SVG path says them.
const PEN_PATTERN = /^[MLml\d\s.,-]*$/;

/** Lines of a pen, of at most `max` characters. */
export const pen = (max: number, about = "") =>
  string()
    .defined()
    .test("length", `must be at most ${max} characters`, (value) => value === undefined || value.length <= max)
    .matches(PEN_PATTERN, "must be lines of a pen: M, L and numbers, and nothing else")
    .meta(described({ type: "string", maxLength: max, pattern: PEN_PATTERN.source }, about));

/** A moment, ISO 8601 with its offset. */
export const time = (about = "") =>
  string()
    .defined()
    .matches(TIME_PATTERN, "must be a time like 2026-05-04T16:30:00+02:00")
    .test(
      "calendar",
      "is not a day or hour that exists",
      (value) => value === undefined || !TIME_PATTERN.test(value) || exists(value),
    )
    .meta(described({ type: "string", pattern: TIME_PATTERN.source, format: "moment" }, about));

/** True when the day and hour are on the calendar (no 31 February, no 25 o'clock). Shared with the JSON Schema's "moment" format. */
export function exists(value: string): boolean {
  const [year, month, day, hour, minute] = value.match(/\d+/g)!.map(Number) as [number, number, number, number, number];
  const real = new Date(Date.UTC(year, month - 1, day));
  return (
    month >= 1 &&
    real.getUTCMonth() === month - 1 &&
    real.getUTCDate() === day &&
    hour < 24 &&
    minute < 60 &&
    Number.isFinite(Date.parse(value))
  );
}

/** A finite number in a range, bounds included. */
export const amount = (min: number, max: number, about = "") =>
  number()
    .defined()
    .test("finite", "must be a finite number", (value) => value === undefined || Number.isFinite(value))
    .min(min, `must be at least ${min}`)
    .max(max, `must be at most ${max}`)
    .meta(described({ type: "number", minimum: min, maximum: max }, about));

/** A whole number in a range. */
export const count = (min: number, max: number, about = "") =>
  amount(min, max, about)
    .integer("must be a whole number")
    .meta(described({ type: "integer", minimum: min, maximum: max }, about));

export const flag = (about = "") =>
  boolean()
    .defined()
    .meta(described({ type: "boolean" }, about));

/** One of a fixed set of words. */
export const pick = <T extends string>(words: readonly T[], about = "") =>
  string<T>()
    .defined()
    .oneOf(words, `must be one of: ${words.join(", ")}`)
    .meta(described({ enum: [...words] }, about));

/** Exactly this value. */
export const exactly = <T extends string | number>(value: T, about = "") =>
  mixed<T>((candidate): candidate is T => candidate === value)
    .typeError(`must be ${JSON.stringify(value)}`)
    .defined()
    .meta(described({ const: value }, about));

/** An object with these keys and no others. */
export const thing = <S extends ObjectShape>(shape: S, about = "") =>
  object(shape)
    .exact()
    .default(undefined)
    .defined()
    .meta({ shape, ...(about ? { about } : {}) });

/** A list of at most `max` items. */
export const list = <S extends ISchema<unknown>>(item: S, max: number, about = "") =>
  array()
    .of(item as never)
    .defined()
    .max(max, `must have at most ${max} entries`)
    .meta({ item, max, about }) as unknown as Schema<InferType<S>[]>;

/** Records by key: an id unless the keys are a fixed set of words. */
export function record<S extends ISchema<unknown>, K extends string = string>(
  item: S,
  max: number,
  about = "",
  keys?: readonly K[],
): Schema<string extends K ? Record<string, InferType<S>> : Partial<Record<K, InferType<S>>>> {
  const schema = lazy((value: unknown) => {
    if (typeof value !== "object" || value === null || Array.isArray(value))
      return object().typeError("must be an object").defined().default(undefined);
    const present = Object.keys(value);
    const allowed = present.filter((key) => (keys ? keys.includes(key as K) : ID_PATTERN.test(key)));
    return object(Object.fromEntries(allowed.map((key) => [key, item])) as ObjectShape)
      .exact()
      .test("size", `must have at most ${max} entries`, () => present.length <= max);
  });
  return schema.meta({ record: item, max, about, keys }) as never;
}

/** One of several objects, told apart by the word in their `kind`. */
export function oneOfKinds<S extends Record<string, ISchema<unknown>>>(
  kinds: S,
  about = "",
): Schema<InferType<S[keyof S]>> {
  const schema = lazy((value: unknown) => {
    const kind = typeof value === "object" && value !== null ? (value as AnyObject).kind : undefined;
    const known = typeof kind === "string" && Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
    return (known ??
      object({ kind: pick(Object.keys(kinds)) })
        .typeError("must be an object")
        .defined()
        .default(undefined)) as Schema;
  });
  return schema.meta({ kinds, about }) as never;
}

/** Marks a field as one that may be left out. */
export function optional<T>(schema: ISchema<T>): Schema<T | undefined> {
  return (schema as unknown as { optional(): Schema<T | undefined> }).optional();
}
