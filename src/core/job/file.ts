import { ValidationError, type AnyObject } from "yup";
import { drawingProblems } from "./drawing";
import { integrityProblems } from "./integrity";
import { wrong, type Checked, type Problem } from "./problem";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, MOST, MOST_FILE_BYTES } from "./format";
import { upgradeJob, upgradeKit } from "./upgrades";
import type { AgentId } from "../catalog/agents";
import { ownAgentProblems } from "../shelf/shelf";
import { jobFileSchema, type JobFile, type Kit } from "./schema";

const MOST_DEPTH = 20;
const MOST_PROBLEMS = 12;

/**
 * Reads a job file. Nothing is cast, guessed or repaired.
 * @param text the file's text
 * @returns the file, or the first dozen problems, each with what and where
 */
export function readJobFile(text: string): Checked<JobFile> {
  if (text.length > MOST_FILE_BYTES) return wrong("", `The file is over ${MOST_FILE_BYTES / 1e6} MB, more than any job needs. Is it the right file?`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return wrong("", `This is not a job file: it is not JSON (${(error as Error).message})`);
  }
  return checkJobFile(raw);
}

/** The same for data already parsed. */
export function checkJobFile(raw: unknown): Checked<JobFile> {
  const hostile = hostileKey(raw, "", 0);
  if (hostile) return { ok: false, problems: [hostile] };
  if (typeof raw !== "object" || raw === null || Array.isArray(raw)) return wrong("", "This is not a job file: it holds no object");
  const { format, version, job, kit } = raw as AnyObject;
  if (format !== JOB_FILE_FORMAT) return wrong("format", `must be "${JOB_FILE_FORMAT}"; this is some other kind of file`);
  if (typeof version === "number" && version > JOB_FILE_VERSION)
    return wrong("version", `is ${version}, and this program reads up to ${JOB_FILE_VERSION}. Update the program, then open the file again; it was left as it is`);
  const tooMany = countProblem(job);
  if (tooMany) return { ok: false, problems: [tooMany] };
  const current = isOlder(version) ? { ...raw, version: JOB_FILE_VERSION, job: upgradeJob(job, version), ...(kit === undefined ? {} : { kit: upgradeKit(kit, version) }) } : raw;
  const shape = shapeProblems(current);
  if (shape.length > 0) return { ok: false, problems: shape };
  const file = current as JobFile;
  const problems = [...integrityProblems(file.job), ...drawingProblems(file.job), ...kitProblems(file.kit)].slice(0, MOST_PROBLEMS);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: file };
}

/** What a shelf must hold together beyond its shape. */
export const kitProblems = (kit: Kit | undefined): Problem[] =>
  Object.entries(kit?.labels ?? {}).flatMap(([agent, own]) => ownAgentProblems(agent as AgentId, own).map((what) => ({ where: `kit.labels.${agent}`, what })));

const isOlder = (version: unknown): version is number => typeof version === "number" && Number.isInteger(version) && version >= 1 && version < JOB_FILE_VERSION;

/** Problems of shape only, as Yup sees them. */
export function shapeProblems(raw: unknown): Problem[] {
  try {
    jobFileSchema.validateSync(raw, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner.slice(0, MOST_PROBLEMS).map(asProblem);
  }
}

function asProblem({ path = "", message, type, params }: ValidationError): Problem {
  const value = params?.originalValue ?? params?.value;
  const seen = typeof value === "string" ? `the text ${JSON.stringify(value.slice(0, 40))}` : typeof value === "number" || typeof value === "boolean" ? String(value) : value === null ? "null" : Array.isArray(value) ? "a list" : typeof value;
  if (type === "typeError" && typeof params?.type === "string" && params.type !== "mixed") return { where: path, what: `must be ${{ number: "a number", string: "a text", boolean: "true or false", array: "a list", object: "an object" }[params.type] ?? params.type}; it is ${seen}` };
  if (type === "optionality" || type === "defined") return { where: path, what: "is missing" };
  if (type === "nullable") return { where: path, what: "must not be null; leave it out when it is not known" };
  if (type === "exact" || type === "noUnknown") return { where: path, what: `has keys that do not belong there: ${String(params?.properties ?? params?.unknown)}` };
  const plain = message.replace(path, "").replace(/^this /, "").trim();
  return { where: path, what: typeof value === "object" || value === undefined ? plain : `${plain}; it is ${seen}` };
}

function hostileKey(value: unknown, where: string, depth: number): Problem | undefined {
  if (typeof value === "number" && !Number.isFinite(value)) return { where, what: "is too large a number to be meant" };
  if (typeof value !== "object" || value === null) return undefined;
  if (depth > MOST_DEPTH) return { where: where.slice(0, 80), what: "is nested deeper than any job file is" };
  for (const key of Object.keys(value)) {
    if (key === "__proto__" || key === "constructor" || key === "prototype") return { where, what: `has a key named "${key}", which no job file has` };
    const problem = hostileKey((value as AnyObject)[key], where ? `${where}.${key.slice(0, 40)}` : key.slice(0, 40), depth + 1);
    if (problem) return problem;
  }
  return undefined;
}

function countProblem(job: AnyObject | undefined): Problem | undefined {
  for (const name of ["pieces", "zones", "findings"] as const) {
    const found = Object.keys((job?.[name] as AnyObject | undefined)?.byId ?? {}).length;
    if (found > MOST[name]) return { where: `job.${name}`, what: `has ${found} entries; at most ${MOST[name]} fit one job` };
  }
  const events = Array.isArray(job?.events) ? job.events.length : 0;
  return events > MOST.events ? { where: "job.events", what: `has ${events} entries; at most ${MOST.events} fit one job` } : undefined;
}
