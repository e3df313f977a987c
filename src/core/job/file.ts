import { ValidationError, type AnyObject, type Schema } from "yup";
import { valueAt } from "./commands";
import { drawingProblems } from "./drawing";
import { ID_PATTERN } from "./idPattern";
import { integrityProblems } from "./integrity";
import { notJson, wrong, type Checked, type Problem } from "./problem";
import { countProblem, shortKey } from "./counts";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, MOST_FILE_BYTES } from "./fileFormat";
import { upgradeJob, upgradeKit } from "./upgrades";
import type { AgentId } from "@/core/ground/catalog/agents";
import { ownAgentProblems } from "./ownAgent";
import { jobFileSchema, type JobFile, type Kit } from "./schema";

/** More than these nobody reads. */
const MOST_PROBLEMS = 50;

/**
 * Reads a job file. Nothing is cast, guessed or repaired.
 * @param text the file's text
 * @returns the file, or the first fifty problems, each with what and where
 */
export function readJobFile(text: string): Checked<JobFile> {
  if (text.length > MOST_FILE_BYTES)
    return wrong("", `The file is over ${MOST_FILE_BYTES / 1e6} MB, more than any job needs. Is it the right file?`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return wrong("", `This is not a job file: ${notJson(error, text)}`);
  }
  return checkJobFile(raw);
}

/** The same for data already parsed. */
export function checkJobFile(raw: unknown): Checked<JobFile> {
  const tooMuch = countProblem(raw);
  if (tooMuch) return { ok: false, problems: [tooMuch] };
  if (typeof raw !== "object" || raw === null || Array.isArray(raw))
    return wrong("", "This is not a job file: it holds no object");
  const { format, version, job, kit } = raw as AnyObject;
  if (format !== JOB_FILE_FORMAT)
    return wrong("format", `must be "${JOB_FILE_FORMAT}"; this is some other kind of file`);
  if (typeof version === "number" && version > JOB_FILE_VERSION)
    return wrong(
      "version",
      `is ${version}, and this program reads up to ${JOB_FILE_VERSION}. Update the program, then open the file again; it was left as it is`,
    );
  const current = isOlder(version)
    ? {
        ...raw,
        version: JOB_FILE_VERSION,
        job: upgradeJob(job, version),
        ...(kit === undefined ? {} : { kit: upgradeKit(kit, version) }),
      }
    : raw;
  const shape = shapeProblems(current);
  if (shape.length > 0) return { ok: false, problems: shape };
  const file = current as JobFile;
  const problems = [...integrityProblems(file.job), ...drawingProblems(file.job), ...kitProblems(file.kit)].slice(
    0,
    MOST_PROBLEMS,
  );
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: file };
}

/** What a shelf must hold together beyond its shape. */
const kitProblems = (kit: Kit | undefined): Problem[] =>
  Object.entries(kit?.labels ?? {}).flatMap(([agent, own]) =>
    ownAgentProblems(agent as AgentId, own).map((what) => ({ where: `kit.labels.${agent}`, what })),
  );

const isOlder = (version: unknown): version is number =>
  typeof version === "number" && Number.isInteger(version) && version >= 1 && version < JOB_FILE_VERSION;

/**
 * Where a document holds many of a kind: each is looked at by itself, so that a thousand wrong ones cost no more than
 * the first few.
 */
const MANY = [
  ["job", "pieces", "byId"],
  ["job", "zones", "byId"],
  ["job", "findings", "byId"],
  ["job", "events"],
] as const;

/** Problems of shape only, as Yup sees them. */
export function shapeProblems(raw: unknown): Problem[] {
  let rest = raw;
  const many: { where: string; items: unknown; schema: Schema }[] = [];
  for (const path of MANY) {
    const items = valueAt(rest, path);
    if (typeof items !== "object" || items === null || Array.isArray(items) !== (path.at(-1) === "events")) continue;
    rest = withValueAt(rest, path, Array.isArray(items) ? [] : {});
    many.push({ where: path.join("."), items, schema: itemSchema(path) });
  }
  const problems = problemsBy(jobFileSchema as unknown as Schema, rest, "");
  for (const { where, items, schema } of many) {
    const stranger = Array.isArray(items)
      ? undefined
      : Object.keys(items as object).find((key) => !ID_PATTERN.test(key));
    if (stranger !== undefined)
      problems.push({ where, what: `has keys that do not belong there: ${shortKey(stranger)}` });
    for (const [key, item] of Object.entries(items as object)) {
      if (problems.length >= MOST_PROBLEMS) break;
      problems.push(
        ...problemsBy(schema, item, Array.isArray(items) ? `${where}[${key}]` : `${where}.${shortKey(key)}`),
      );
    }
  }
  return problems.slice(0, MOST_PROBLEMS);
}

/** The schema of one item of a list or of records. */
function itemSchema(path: readonly string[]): Schema {
  type AnySchema = { meta(): { shape?: Record<string, AnySchema>; item?: AnySchema; record?: AnySchema } | undefined };
  const found = path
    .reduce<AnySchema>((schema, key) => schema.meta()!.shape![key]!, jobFileSchema as unknown as AnySchema)
    .meta()!;
  return (found.item ?? found.record) as unknown as Schema;
}

function problemsBy(schema: Schema, value: unknown, where: string): Problem[] {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner
      .slice(0, MOST_PROBLEMS)
      .map(asProblem)
      .map((problem) => ({
        ...problem,
        where:
          where && problem.where
            ? `${where}${problem.where.startsWith("[") ? "" : "."}${problem.where}`
            : where || problem.where,
      }));
  }
}

/** The same data with another value at a path. */
function withValueAt(root: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  return key === undefined
    ? value
    : { ...(root as AnyObject), [key]: withValueAt((root as AnyObject)[key], rest, value) };
}

const MOST_STRANGERS = 8;

/** Keys as Yup names them, the first few, each shortened. */
function strangers(keys: unknown): string {
  const list = (Array.isArray(keys) ? keys.map(String) : String(keys).split(", ")).map(shortKey);
  return (
    list.slice(0, MOST_STRANGERS).join(", ") +
    (list.length > MOST_STRANGERS ? ` and ${list.length - MOST_STRANGERS} more` : "")
  );
}

const TYPE_WORDS: Partial<Record<string, string>> = {
  number: "a number",
  string: "a text",
  boolean: "true or false",
  array: "a list",
  object: "an object",
};

/** What stands there, in words. */
function seenWords(value: unknown): string {
  if (typeof value === "string") return `the text ${JSON.stringify(value.slice(0, 40))}`;
  if (typeof value === "number" || typeof value === "boolean" || value === null) return String(value);
  return Array.isArray(value) ? "a list" : typeof value;
}

function asProblem({ path: where = "", message, type, params }: ValidationError): Problem {
  const value = params?.originalValue ?? params?.value;
  const seen = seenWords(value);
  if (type === "typeError" && typeof params?.type === "string" && params.type !== "mixed")
    return { where, what: `must be ${TYPE_WORDS[params.type] ?? params.type}; it is ${seen}` };
  if (type === "optionality" || type === "defined") return { where, what: "is missing" };
  if (type === "nullable") return { where, what: "must not be null; leave it out when it is not known" };
  if (type === "exact" || type === "noUnknown")
    return { where, what: `has keys that do not belong there: ${strangers(params?.properties ?? params?.unknown)}` };
  const plain = message
    .replace(where, "")
    .replace(/^this /, "")
    .trim();
  return { where, what: typeof value === "object" || value === undefined ? plain : `${plain}; it is ${seen}` };
}
