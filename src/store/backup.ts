import { strFromU8, strToU8 } from "fflate";
import type { Entries } from "../core/archive/zip";
import { RATE_RANGE, type Rates } from "../core/estimate/estimate";
import { same } from "../core/job/commands";
import { checkJobFile } from "../core/job/file";
import { jobFileOf } from "../core/job/format";
import { mergedJob } from "../core/job/merge";
import type { Learning } from "../core/ledger/experience";
import { emptyJob } from "../core/job/newJob";
import { inWords } from "../core/job/problem";
import type { Job, Kit } from "../core/job/schema";
import type { Picture, Settings } from "./db";

/** Everything this browser keeps, or one job with its pictures, as one ZIP, and back: pure of storage, so that it is read and weighed before anything changes. */

const FORMAT = "weary-bristle-backup";
const VERSION = 1;

export interface Kept {
  jobs: readonly Job[];
  pictures: readonly Picture[];
  /** Left out where only jobs and their pictures are packed. */
  settings?: Pick<Settings, "units" | "theme" | "rates" | "learning">;
  kit: Kit;
}

/** @param at ISO time @returns what goes into the archive, by name */
export async function backupOf({ jobs, pictures, settings, kit }: Kept, at: string): Promise<Entries> {
  const files: Entries = {
    "manifest.json": strToU8(JSON.stringify({ format: FORMAT, version: VERSION, madeAt: at, jobs: jobs.length, pictures: pictures.length, ...(settings ? {} : { settings: false }) })),
    ...(settings ? { "settings.json": strToU8(JSON.stringify({ units: settings.units, theme: settings.theme, ...(settings.rates ? { rates: settings.rates } : {}), ...(settings.learning ? { learning: settings.learning } : {}), kit })) } : {}),
  };
  for (const job of jobs) files[`jobs/${job.id}.job.json`] = strToU8(JSON.stringify(jobFileOf(job, kit, at)));
  for (const { blob, ...facts } of pictures) {
    files[`pictures/${facts.id}.json`] = strToU8(JSON.stringify({ ...facts, type: blob.type }));
    files[`pictures/${facts.id}.bin`] = new Uint8Array(await blob.arrayBuffer());
  }
  return files;
}

export type ReadBackup = { ok: true; madeAt: string; jobs: Job[]; pictures: Picture[]; kept?: { settings: NonNullable<Kept["settings"]>; kit: Kit } } | { ok: false; problems: string[] };
const refuse = (...problems: string[]): ReadBackup => ({ ok: false, problems });

/** Reads an unpacked archive. Anything wrong is said with where, and nothing of it is taken. @param read its entries, or why it could not be unpacked */
export function readBackup(read: Entries | string): ReadBackup {
  if (typeof read === "string") return refuse(read);
  const json = (name: string): unknown => {
    const entry = read[name];
    if (!entry) throw new Error(`"${name}" is missing.`);
    try {
      return JSON.parse(strFromU8(entry));
    } catch {
      throw new Error(`"${name}" is not JSON.`);
    }
  };
  try {
    const manifest = json("manifest.json") as { format?: unknown; version?: unknown; madeAt?: unknown; jobs?: unknown; pictures?: unknown; settings?: unknown };
    if (manifest.format !== FORMAT) return refuse("This ZIP is no backup of this program.");
    if (typeof manifest.version !== "number" || manifest.version > VERSION) return refuse(`The backup is of version ${String(manifest.version)}, and this program reads up to ${VERSION}. Update the program, then open it again.`);
    const jobFiles = Object.keys(read).filter((name) => name.startsWith("jobs/")).map((name) => ({ name, result: checkJobFile(json(name)) }));
    const problems = jobFiles.flatMap(({ name, result }) => (result.ok ? [] : result.problems.map((problem) => `${name}: ${inWords(problem)}`)));
    const jobs = jobFiles.flatMap(({ result }) => (result.ok ? [result.value.job] : []));
    const pictures: Picture[] = [];
    for (const name of Object.keys(read).filter((each) => /^pictures\/.*\.json$/.test(each))) {
      const facts = json(name) as Record<string, unknown>;
      const data = read[name.replace(/json$/, "bin")];
      if (!data) problems.push(`${name}: the picture itself is missing.`);
      else if (!isPicture(facts) || `pictures/${facts.id}.json` !== name) problems.push(`${name}: says nothing of a picture.`);
      else pictures.push({ id: facts.id, jobId: facts.jobId, widthPx: facts.widthPx, heightPx: facts.heightPx, addedAt: facts.addedAt, blob: new Blob([data as Uint8Array<ArrayBuffer>], { type: facts.type }) });
    }
    if (jobs.length + jobFiles.filter(({ result }) => !result.ok).length !== manifest.jobs || (problems.length === 0 && pictures.length !== manifest.pictures)) problems.push("The archive does not hold what its list says: it was cut short or changed.");
    const kept = manifest.settings === false ? undefined : readSettings(json("settings.json"), String(manifest.madeAt));
    if (typeof kept === "string") problems.push(kept);
    return problems.length > 0 || typeof kept === "string" ? refuse(...problems.slice(0, 12)) : { ok: true, madeAt: String(manifest.madeAt), jobs, pictures, ...(kept ? { kept } : {}) };
  } catch (error) {
    return refuse((error as Error).message);
  }
}

interface PictureFacts { id: string; jobId: string; widthPx: number; heightPx: number; addedAt: number; type: string }
const isPicture = (facts: Record<string, unknown>): facts is Record<string, unknown> & PictureFacts =>
  typeof facts.id === "string" && typeof facts.jobId === "string" && typeof facts.type === "string" && /^image\/(jpeg|png|webp)$/.test(facts.type) && [facts.widthPx, facts.heightPx, facts.addedAt].every((value) => typeof value === "number" && Number.isFinite(value));

function readSettings(raw: unknown, at: string): { settings: NonNullable<Kept["settings"]>; kit: Kit } | string {
  const { units, theme, rates, learning, kit } = raw as Record<string, unknown>;
  if ((units !== "metric" && units !== "us") || (theme !== "light" && theme !== "night")) return "settings.json: units or light are none of those there are.";
  const wrongRate = rates === undefined ? undefined : Object.entries(rates as object).find(([key, value]) => { const range = RATE_RANGE[key as keyof typeof RATE_RANGE] as readonly [number, number] | undefined; return !range || typeof value !== "number" || !(value >= range[0] && value <= range[1]); });
  if (wrongRate) return `settings.json: "${wrongRate[0].slice(0, 30)}" is no rate in its range.`;
  if (learning !== undefined && !isLearning(learning)) return "settings.json: what is learnt from is not told by a time and job ids.";
  // A shelf is checked as part of a job file: there is one schema for it.
  const checked = checkJobFile(jobFileOf(emptyJob({ id: "shelf", title: "", createdAt: at }), kit as Kit, at));
  if (!checked.ok) return `settings.json: ${inWords(checked.problems[0]!)}`;
  return { settings: { units, theme, ...(rates ? { rates: rates as Rates } : {}), ...(learning ? { learning } : {}) }, kit: checked.value.kit! };
}

const isLearning = (raw: unknown): raw is Learning => {
  const { since, excluded = [] } = (raw ?? {}) as Record<string, unknown>;
  return typeof raw === "object" && (since === undefined || (typeof since === "string" && Number.isFinite(Date.parse(since)))) && Array.isArray(excluded) && excluded.every((id) => typeof id === "string");
};

/** What taking a backup in would change; nothing is changed yet. */
export interface Preview {
  added: Job[];
  /** Here and there, with something that happened there only. */
  merged: { job: Job; before: Job; events: number }[];
  /** Here as it is there. */
  same: number;
  /** Different, with nothing that happened there only: stays as it is here. */
  kept: Job[];
  pictures: Picture[];
}

export function previewOf({ jobs, pictures }: { jobs: readonly Job[]; pictures: readonly Picture[] }, here: { jobs: Readonly<Record<string, Job>>; pictureIds: ReadonlySet<string> }): Preview {
  const preview: Preview = { added: [], merged: [], same: 0, kept: [], pictures: pictures.filter(({ id }) => !here.pictureIds.has(id)) };
  for (const job of jobs) {
    const before = here.jobs[job.id];
    const joined = before && mergedJob(before, job);
    if (!before) preview.added.push(job);
    else if (joined) preview.merged.push({ job: joined.job, before, events: joined.added });
    else if (same(before, job)) preview.same += 1;
    else preview.kept.push(job);
  }
  return preview;
}
