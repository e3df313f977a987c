import { nanoid } from "nanoid";
import { BadArchive, openZip, packed, writeZip, type Archive, type Entry } from "../core/job/zip";
import { checkJobFile, readJobFile } from "../core/job/file";
import { JOB_FILE_VERSION, MOST_FILE_BYTES } from "../core/job/fileFormat";
import { hasOutlineOfJob } from "../core/job/outline";
import { inWords } from "../core/job/problem";
import type { Job, Kit } from "../core/job/schema";
import { upgradeJob } from "../core/job/upgrades";
import {
  headEntries,
  jobEntry,
  pictureEntries,
  readHead,
  readJobEntry,
  readPictureEntry,
  weighed,
  type Head,
  type KeptSettings,
  type ReadHead,
  type Weighed,
} from "./backup";
import { whyNotKept, withDb, type Held, type Picture } from "./db";

/**
 * Work on files of any size, done in a worker beside the page: it reads and writes what is kept here by itself, a
 * piece at a time.
 */

/** How far the work is. */
export type Tell = (done: number, of: number) => void;

class Stopped extends Error {}

let stopping = false;
/** Ends the work that runs, at the next piece. */
export function stop() {
  stopping = true;
}

const goOn = () => {
  if (stopping) throw new Stopped();
};

const problemOf = (error: unknown, what: string): string =>
  error instanceof Stopped
    ? `Stopped. ${what}.`
    : error instanceof BadArchive
      ? error.message
      : `${what}: ${whyNotKept(error)}.`;

// ---- what is kept ---------------------------------------------------------------------------------------------------

async function jobKept(key: string): Promise<Job | undefined> {
  const held = await withDb((database) => database.get("jobs", key));
  return held && upToDate(held);
}

/** A job this version can read; what cannot be read as one stays where it is and goes into no file. */
function upToDate({ version, job }: Held): Job | undefined {
  if (typeof version !== "number" || version > JOB_FILE_VERSION) return undefined;
  const now = upgradeJob(job, version);
  return hasOutlineOfJob(now) ? now : undefined;
}

const pictureKept = (id: string): Promise<Picture | undefined> => withDb((database) => database.get("pictures", id));

/** Ids of the pictures that a job names. */
function picturesOf(job: Job): string[] {
  const named = [...Object.values(job.findings.byId), ...job.events].flatMap((each) => [
    ...("pictures" in each ? (each.pictures ?? []) : []),
    ...("after" in each ? (each.after ?? []) : []),
    ...("pictureId" in each ? [each.pictureId] : []),
  ]);
  return [...new Set(named)];
}

// ---- out ------------------------------------------------------------------------------------------------------------

/** What goes into one file. */
export interface Part {
  jobs: string[];
  pictures: string[];
  bytes: number;
}

export interface Plan {
  parts: Part[];
  jobs: number;
  pictures: number;
  bytes: number;
  /** Kept here, and readable by no program of this version, or larger than one reads: they stay here only. */
  leftOut: number;
}

/** A part is no larger than this, so that any browser can hold it, bytes unpacked. */
const PART_BYTES = 300_000_000;
const PART_ENTRIES = 15_000;
export interface PartLimits {
  bytes: number;
  entries: number;
}

/** Parts while they are filled, one after another. */
class Packing {
  readonly parts: Part[] = [{ jobs: [], pictures: [], bytes: 0 }];
  readonly left: Set<string>;

  constructor(
    /** Bytes of each picture. */
    readonly sizes: ReadonlyMap<string, number>,
    private readonly most: PartLimits,
  ) {
    this.left = new Set(sizes.keys());
  }

  private roomFor(bytes: number, entries: number): Part {
    const last = this.parts.at(-1)!;
    const held = last.jobs.length + last.pictures.length;
    if (held === 0 || (last.bytes + bytes <= this.most.bytes && held + entries <= this.most.entries)) return last;
    const next: Part = { jobs: [], pictures: [], bytes: 0 };
    this.parts.push(next);
    return next;
  }

  addPicture(id: string) {
    const bytes = this.sizes.get(id)!;
    const part = this.roomFor(bytes, 1);
    part.pictures.push(id);
    part.bytes += bytes;
    this.left.delete(id);
  }

  /** A job, and beside it those of its pictures that are in no part yet. */
  addJob(key: string, bytes: number, pictures: readonly string[]) {
    const own = pictures.filter((id) => this.left.has(id));
    const part = this.roomFor(bytes + own.reduce((sum, id) => sum + this.sizes.get(id)!, 0), 1 + own.length);
    part.jobs.push(key);
    part.bytes += bytes;
    own.forEach((id) => this.addPicture(id));
  }
}

/** What is kept: the jobs by key, and how large each picture is. */
const whatIsKept = () =>
  withDb(async (database) => {
    const sizes = new Map<string, number>();
    for (
      let cursor = await database.transaction("pictures").store.openCursor();
      cursor;
      cursor = await cursor.continue()
    )
      sizes.set(cursor.key, cursor.value.blob.size);
    return { keys: await database.getAllKeys("jobs"), sizes };
  });

/** Lays everything that is kept out in parts, each with its jobs' own pictures. */
export async function planBackup(
  tell: Tell,
  most: PartLimits = { bytes: PART_BYTES, entries: PART_ENTRIES },
): Promise<Plan | { problem: string }> {
  stopping = false;
  try {
    const { keys, sizes } = await whatIsKept();
    const packing = new Packing(sizes, most);
    let leftOut = 0;
    for (const [at, key] of keys.entries()) {
      goOn();
      tell(at, keys.length);
      const job = await jobKept(key);
      const bytes = job ? JSON.stringify(job).length : Infinity;
      // Larger than what is opened again: a file that cannot come back is none.
      if (!job || bytes > MOST_FILE_BYTES) leftOut += 1;
      else packing.addJob(key, bytes, picturesOf(job));
    }
    [...packing.left].forEach((id) => packing.addPicture(id));
    return {
      parts: packing.parts,
      jobs: keys.length - leftOut,
      pictures: sizes.size,
      bytes: packing.parts.reduce((sum, { bytes }) => sum + bytes, 0),
      leftOut,
    };
  } catch (error) {
    return { problem: problemOf(error, "The backup was not made") };
  }
}

export interface Saving {
  madeAt: string;
  settings: KeptSettings;
  kit: Kit;
}

/** The entries of some parts, told as they go. What was deleted since it was planned is missing from the file too. */
async function* entriesOf(
  parts: readonly Part[],
  head: Omit<Head, "jobs" | "pictures">,
  kit: Kit,
  tell: Tell,
): AsyncGenerator<Entry> {
  const jobs = await existing(
    "jobs",
    parts.flatMap((part) => part.jobs),
  );
  const pictures = await existing(
    "pictures",
    parts.flatMap((part) => part.pictures),
  );
  const all = jobs.length + pictures.length;
  yield* headEntries({ ...head, jobs: jobs.length, pictures: pictures.length });
  for (const [at, key] of jobs.entries()) {
    goOn();
    tell(at, all);
    const job = await jobKept(key);
    if (!job)
      throw new BadArchive("A job was deleted or changed by a newer version while the file was made: make it again.");
    yield jobEntry(job, kit, head.madeAt);
  }
  for (const [at, id] of pictures.entries()) {
    goOn();
    tell(jobs.length + at, all);
    const picture = await pictureKept(id);
    if (!picture) throw new BadArchive("A picture was deleted while the file was made: make it again.");
    yield* pictureEntries(picture);
  }
  tell(all, all);
}

async function existing(store: "jobs" | "pictures", keys: readonly string[]): Promise<string[]> {
  const here = new Set(await withDb((database) => database.getAllKeys(store)));
  return keys.filter((key) => here.has(key));
}

/** One part as a file to hand over. @param number from 1 */
export async function savePart(
  part: Part,
  number: number,
  of: number,
  { madeAt, settings, kit }: Saving,
  tell: Tell,
): Promise<{ file: Blob } | { problem: string }> {
  stopping = false;
  try {
    const head = { madeAt, kit, ...(of > 1 ? { part: { number, of } } : {}), ...(number === 1 ? { settings } : {}) };
    return { file: await packed(entriesOf([part], head, kit, tell)) };
  } catch (error) {
    return { problem: problemOf(error, "The backup was not made") };
  }
}

/** Everything into one file that the technician picked, written as it is read. */
export async function saveWhole(
  into: FileSystemFileHandle,
  parts: readonly Part[],
  { madeAt, settings, kit }: Saving,
  tell: Tell,
): Promise<{ problem?: string }> {
  stopping = false;
  let stream: FileSystemWritableFileStream | undefined;
  try {
    stream = await into.createWritable();
    await writeZip(
      entriesOf(parts, { madeAt, kit, settings }, kit, tell),
      stream as unknown as WritableStream<Uint8Array>,
    );
    return {};
  } catch (error) {
    // What was written of it so far is thrown away by the browser.
    await stream?.abort().catch(() => undefined);
    return { problem: problemOf(error, "The backup was not made") };
  }
}

/** One job with its pictures as a file that opens like a backup. */
export async function packJob(jobId: string, kit: Kit, madeAt: string): Promise<{ file: Blob } | { problem: string }> {
  try {
    const job = await jobKept(jobId);
    if (!job) throw new BadArchive("The job is not here any more.");
    return {
      file: await packed(
        entriesOf([{ jobs: [jobId], pictures: picturesOf(job), bytes: 0 }], { madeAt, kit }, kit, () => undefined),
      ),
    };
  } catch (error) {
    return { problem: problemOf(error, "The file was not made") };
  }
}

/** A list of job files is no larger than a program reads. */
const LIST_BYTES = Math.floor(MOST_FILE_BYTES * 0.9);

/** All jobs as lists of job files, each no larger than what is opened again. */
export async function listJobs(
  kit: Kit,
  madeAt: string,
  tell: Tell,
  most = LIST_BYTES,
): Promise<{ files: Blob[] } | { problem: string }> {
  stopping = false;
  try {
    const keys = await withDb((database) => database.getAllKeys("jobs"));
    const files: Blob[] = [];
    let list: string[] = [];
    let bytes = 0;
    const close = () => {
      if (list.length > 0) files.push(new Blob([`[${list.join(",\n")}]`], { type: "application/json" }));
      list = [];
      bytes = 0;
    };
    for (const [at, key] of keys.entries()) {
      goOn();
      tell(at, keys.length);
      const job = await jobKept(key);
      if (!job) continue;
      const text = jobEntry(job, kit, madeAt).content as string;
      const size = new Blob([text]).size;
      if (bytes + size > most) close();
      list.push(text);
      bytes += size + 2;
    }
    close();
    return { files };
  } catch (error) {
    return { problem: problemOf(error, "The file was not made") };
  }
}

// ---- in -------------------------------------------------------------------------------------------------------------

/** What a file would change. */
export interface Preview {
  added: Named[];
  merged: (Named & { events: number })[];
  kept: Named[];
  same: number;
  pictures: number;
}

export interface Named {
  id: string;
  title: string;
}

export interface Opened {
  madeAt: string;
  part?: { number: number; of: number };
  /** Of a whole backup, in its first part. */
  hasSettings: boolean;
  preview: Preview;
}

const emptyPreview = (): Preview => ({ added: [], merged: [], kept: [], same: 0, pictures: 0 });

function count(preview: Preview, { id, title }: Job, what: Weighed) {
  if (what.kind === "same") preview.same += 1;
  else if (what.kind === "merged") preview.merged.push({ id, title, events: what.events });
  else preview[what.kind].push({ id, title });
}

const MOST_PROBLEMS = 50;

/** Reads every entry of an archive, each checksum verified, and says what it would change; nothing is changed. */
export async function openBackup(file: Blob, tell: Tell): Promise<Opened | { problems: string[] }> {
  stopping = false;
  try {
    const archive = await openZip(file);
    const head = await readHead(archive);
    if (head.jobNames.length === 0 && head.pictureNames.length > 0 && !head.part && !head.settings)
      return { problems: ["There are pictures in it and no job: they would be shown nowhere. Nothing was taken in."] };
    const problems: string[] = [];
    const preview = emptyPreview();
    const pictureIds = new Set(await withDb((database) => database.getAllKeys("pictures")));
    await eachJob(archive, head, tell, async (read) => {
      if ("problems" in read) problems.push(...read.problems);
      else count(preview, read.job, weighed(read.job, await jobKept(read.job.id)));
    });
    await eachPicture(archive, head, tell, (read) => {
      if ("problem" in read) problems.push(read.problem);
      else if (!pictureIds.has(read.picture.id)) preview.pictures += 1;
      return Promise.resolve();
    });
    if (problems.length > 0) return { problems: problems.slice(0, MOST_PROBLEMS) };
    return {
      madeAt: head.madeAt,
      ...(head.part ? { part: head.part } : {}),
      hasSettings: head.settings !== undefined,
      preview,
    };
  } catch (error) {
    return { problems: [problemOf(error, "Nothing was read")] };
  }
}

async function eachJob(
  archive: Archive,
  { jobNames, pictureNames }: ReadHead,
  tell: Tell,
  work: (read: Awaited<ReturnType<typeof readJobEntry>>) => Promise<void>,
) {
  for (const [at, name] of jobNames.entries()) {
    goOn();
    tell(at, jobNames.length + pictureNames.length);
    await work(await readJobEntry(archive, name));
  }
}

async function eachPicture(
  archive: Archive,
  { jobNames, pictureNames }: ReadHead,
  tell: Tell,
  work: (read: Awaited<ReturnType<typeof readPictureEntry>>) => Promise<void>,
) {
  for (const [at, name] of pictureNames.entries()) {
    goOn();
    tell(jobNames.length + at, jobNames.length + pictureNames.length);
    await work(await readPictureEntry(archive, name));
  }
}

/** What came in: the page reads these anew. */
export interface Taken {
  /** Jobs that were stored. */
  jobIds: string[];
  preview: Preview;
  /** Merged jobs as they were before. */
  before: Job[];
  settings?: KeptSettings;
  kit?: Kit;
}

/** Takes an archive in, all of it or nothing. @param nowMs the page's clock */
export async function takeBackup(file: Blob, nowMs: number, tell: Tell): Promise<Taken | { problem: string }> {
  stopping = false;
  const laid: string[] = [];
  try {
    const archive = await openZip(file);
    const head = await readHead(archive);
    const here = new Set(await withDb((database) => database.getAllKeys("pictures")));
    // Pictures first: one that no job names is seen nowhere. Jobs go in together, at the end.
    await eachPicture(archive, head, tell, async (read) => {
      if ("problem" in read) throw new BadArchive(read.problem);
      const { picture } = read;
      if (here.has(picture.id)) return;
      await withDb((database) => database.put("pictures", { ...picture, cameInAt: nowMs }));
      laid.push(picture.id);
    });
    const jobs: Job[] = [];
    await eachJob(archive, head, tell, (read) => {
      if ("problems" in read) throw new BadArchive(read.problems[0]!);
      jobs.push(read.job);
      return Promise.resolve();
    });
    const taken = await takeJobs(jobs);
    taken.preview.pictures = laid.length;
    return { ...taken, ...(head.settings ? { settings: head.settings, kit: head.kit! } : {}) };
  } catch (error) {
    for (const id of laid) await withDb((database) => database.delete("pictures", id)).catch(() => undefined);
    return { problem: problemOf(error, "Nothing was taken in") };
  }
}

/**
 * Stores jobs in one transaction, weighed against what is here at that moment.
 * @param asCopy what is here and different comes in beside it
 */
async function takeJobs(jobs: readonly Job[], asCopy = false): Promise<Taken> {
  return withDb(async (database) => {
    const taken: Taken = { jobIds: [], preview: emptyPreview(), before: [] };
    const transaction = database.transaction("jobs", "readwrite", { durability: "strict" });
    const store = async (job: Job) => {
      await transaction.store.put({ version: JOB_FILE_VERSION, job }, job.id);
      taken.jobIds.push(job.id);
    };
    try {
      for (const job of jobs) {
        const held = await transaction.store.get(job.id);
        const here = held && upToDate(held);
        // Something is here that this version cannot read: it is not written over.
        const what: Weighed = held && !here ? { kind: "kept" } : weighed(job, here);
        if (what.kind === "added") await store(job);
        if (what.kind === "merged") {
          taken.before.push(here!);
          await store(what.job);
        }
        if (asCopy && (what.kind === "kept" || what.kind === "same")) {
          const copy = {
            ...job,
            id: nanoid(10).replace(/[^a-z0-9]/gi, "x"),
            title: `${job.title.slice(0, 100)} (from file)`,
          };
          count(taken.preview, copy, { kind: "added" });
          await store(copy);
        } else count(taken.preview, job, what);
      }
      await transaction.done;
    } catch (error) {
      // Whatever was written of it is taken back; without this, what went in before the refusal would stay.
      try {
        transaction.abort();
      } catch {
        // The browser has done so already.
      }
      await transaction.done.catch(() => undefined);
      throw error;
    }
    return taken;
  });
}

/** No table of ours is longer than this, bytes. */
const MOST_TABLE_BYTES = 2_000_000;

/**
 * The text of a table, read in pieces; one that is too long is counted to its end and told.
 * @param mostRows under the first line
 */
export async function tableText(
  file: Blob,
  name: string,
  mostRows: number,
  tell: Tell,
): Promise<{ text: string } | { problem: string }> {
  stopping = false;
  try {
    const pieces: string[] = [];
    let [bytes, breaks] = [0, 0];
    const reader = file
      .stream()
      .pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
      .getReader();
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      goOn();
      bytes += part.value.length;
      for (let at = part.value.indexOf("\n"); at >= 0; at = part.value.indexOf("\n", at + 1)) breaks += 1;
      if (bytes <= MOST_TABLE_BYTES) pieces.push(part.value);
      tell(bytes, file.size);
    }
    // The first line, and one that may end the file.
    if (breaks > mostRows + 1)
      return {
        problem: `"${name}" has about ${breaks} lines under the first; at most ${mostRows} go in at once. Nothing was taken.`,
      };
    if (bytes > MOST_TABLE_BYTES)
      return {
        problem:
          `"${name}" is ${Math.round(file.size / 1e6)} MB; a table of ${mostRows} lines is at most ${MOST_TABLE_BYTES / 1e6} ` +
          "MB. Nothing was taken.",
      };
    return { text: pieces.join("") };
  } catch (error) {
    return { problem: problemOf(error, "Nothing was taken") };
  }
}

/** Takes in one job file or a list of them. Anything wrong leaves what is stored as it was. */
export async function takeJobFile(file: Blob, name: string): Promise<Taken | { problems: string[] }> {
  if (file.size > MOST_FILE_BYTES)
    return {
      problems: [
        `"${name}" is ${(file.size / 1e6).toFixed(1)} MB; a job file is at most ${MOST_FILE_BYTES / 1e6} MB. It was not read.`,
      ],
    };
  const results = readAll(await file.text());
  const several = results.length > 1;
  const problems = results.flatMap((result, at) =>
    result.ok ? [] : result.problems.map((problem) => (several ? `Job ${at + 1}: ` : "") + inWords(problem)),
  );
  const jobs = results.flatMap((result) => (result.ok ? [result.value.job] : []));
  const twice = [
    ...new Set(jobs.filter(({ id }, at) => jobs.findIndex((other) => other.id === id) !== at).map(({ id }) => id)),
  ];
  problems.push(...twice.map((id) => `The job "${id}" stands there twice: which of them counts cannot be told.`));
  if (problems.length > 0) return { problems: problems.slice(0, MOST_PROBLEMS) };
  try {
    return await takeJobs(jobs, true);
  } catch (error) {
    return { problems: [`Nothing was stored: ${whyNotKept(error)}.`] };
  }
}

function readAll(text: string) {
  if (!text.trimStart().startsWith("[")) return [readJobFile(text)];
  try {
    const list = JSON.parse(text) as unknown[];
    return list.length > 0 ? list.map(checkJobFile) : [checkJobFile(undefined)];
  } catch {
    return [readJobFile(text)];
  }
}
