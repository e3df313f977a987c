import { BadArchive, packed, writeZip, type Entry } from "../core/job/zip";
import { MOST_FILE_BYTES } from "../core/job/fileFormat";
import type { Job, Kit } from "../core/job/schema";
import {
  jobEntry,
  manifestEntry,
  pictureEntries,
  settingsEntry,
  type Head,
  type KeptSettings,
  type Missing,
} from "./backup";
import { withDb } from "./db";
import { isPictureHere, leaveNamed, pictureKept } from "./pictureBytes";
import { begin, goOn, jobKept, problemOf, type Tell } from "./filesShared";

/** What is kept here, written into files. */

/** Ids of the pictures that a job names. */
function picturesOf(job: Job): string[] {
  const named = [...Object.values(job.findings.byId), ...job.events].flatMap((each) => [
    ...("pictures" in each ? (each.pictures ?? []) : []),
    ...("after" in each ? (each.after ?? []) : []),
    ...("pictureId" in each ? [each.pictureId] : []),
  ]);
  return [...new Set(named)];
}

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
      // What a browser kept may be damaged: a picture without its data is counted, and told when it is read.
      sizes.set(cursor.key, (cursor.value.blob as Blob | undefined)?.size ?? 0);
    return { keys: await database.getAllKeys("jobs"), sizes };
  });

/** Lays everything that is kept out in parts, each with its jobs' own pictures. */
export async function planBackup(
  tell: Tell,
  most: PartLimits = { bytes: PART_BYTES, entries: PART_ENTRIES },
): Promise<Plan | { problem: string }> {
  begin();
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

/**
 * The entries of some parts, told as they go. What was deleted since it was planned is not in the file; what cannot be
 * read is put down as missing.
 * @param missing is added to
 */
async function* entriesOf(
  parts: readonly Part[],
  head: Head,
  tell: Tell,
  missing: Missing[] = [],
): AsyncGenerator<Entry> {
  const [jobs, pictures] = [parts.flatMap((part) => part.jobs), parts.flatMap((part) => part.pictures)];
  const all = jobs.length + pictures.length;
  const counts = { jobs: 0, pictures: 0, missing };
  if (head.settings) yield settingsEntry(head.settings, head.kit);
  for (const [at, key] of jobs.entries()) {
    goOn();
    tell(at, all);
    const job = await jobKept(key);
    if (!job) continue;
    counts.jobs += 1;
    yield jobEntry(job, head.kit, head.madeAt);
  }
  for (const [at, id] of pictures.entries()) {
    goOn();
    tell(jobs.length + at, all);
    const picture = await pictureKept(id);
    if (!picture) continue;
    const entries = await pictureEntries(picture);
    if (entries.length > 0) counts.pictures += 1;
    else missing.push({ id, of: (await jobKept(picture.jobId))?.title ?? picture.jobId });
    yield* entries;
  }
  yield manifestEntry(head, counts);
  tell(all, all);
}

/** A file that was made, and what could not go into it. */
export interface Made {
  missing: Missing[];
}

/** One part as a file to hand over. @param number from 1 @param passphrase left out: anybody can open it */
export async function savePart(
  part: Part,
  number: number,
  of: number,
  { madeAt, settings, kit }: Saving,
  tell: Tell,
  passphrase?: string,
): Promise<(Made & { file: Blob }) | { problem: string }> {
  begin();
  try {
    const head = { madeAt, kit, ...(of > 1 ? { part: { number, of } } : {}), ...(number === 1 ? { settings } : {}) };
    const missing: Missing[] = [];
    return { file: await packed(entriesOf([part], head, tell, missing), passphrase), missing };
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
  passphrase?: string,
): Promise<Made | { problem: string }> {
  begin();
  let stream: FileSystemWritableFileStream | undefined;
  try {
    stream = await into.createWritable();
    const missing: Missing[] = [];
    await writeZip(
      entriesOf(parts, { madeAt, kit, settings }, tell, missing),
      stream as unknown as WritableStream<Uint8Array>,
      passphrase,
    );
    return { missing };
  } catch (error) {
    // What was written of it so far is thrown away by the browser.
    await stream?.abort().catch(() => undefined);
    return { problem: problemOf(error, "The backup was not made") };
  }
}

/** Some jobs with their pictures as a file that opens like a backup. */
export async function packJobs(
  jobIds: readonly string[],
  kit: Kit,
  madeAt: string,
): Promise<(Made & { file: Blob }) | { problem: string }> {
  try {
    const pictures = new Set<string>();
    for (const id of jobIds) {
      const job = await jobKept(id);
      if (!job) throw new BadArchive("A job is not here any more, or is of a newer version.");
      picturesOf(job).forEach((picture) => pictures.add(picture));
    }
    const missing: Missing[] = [];
    const parts = [{ jobs: [...jobIds], pictures: [...pictures], bytes: 0 }];
    return { file: await packed(entriesOf(parts, { madeAt, kit }, () => undefined, missing)), missing };
  } catch (error) {
    return { problem: problemOf(error, "The file was not made") };
  }
}

/** Pictures that were taken for some jobs. */
const takenFor = (jobIds: ReadonlySet<string>) =>
  withDb(async (database) => {
    const ids: string[] = [];
    const { store } = database.transaction("pictures");
    for (let cursor = await store.openCursor(); cursor; cursor = await cursor.continue())
      if (jobIds.has(cursor.value.jobId)) ids.push(cursor.key);
    return ids;
  });

/**
 * Takes jobs away for good, with every picture that was taken for them and that no other job names.
 * @returns how many pictures went
 */
export async function eraseJobs(jobIds: readonly string[]): Promise<{ pictures: number } | { problem: string }> {
  const ids = new Set(jobIds);
  try {
    const going = new Set(await takenFor(ids));
    for (const id of ids) {
      const job = await jobKept(id);
      if (job) picturesOf(job).forEach((picture) => going.add(picture));
    }
    await leaveNamed(going, ids);
    await withDb(async (database) => {
      const transaction = database.transaction(["jobs", "pictures", "index"], "readwrite");
      for (const id of ids) await transaction.objectStore("jobs").delete(id);
      for (const id of going) await transaction.objectStore("pictures").delete(id);
      // Lines of finished jobs name customers too; they are made again from what is left.
      await transaction.objectStore("index").clear();
      await transaction.done;
    });
    return { pictures: going.size };
  } catch (error) {
    return { problem: problemOf(error, "Nothing was erased") };
  }
}

/** Takes notes of pictures away whose data is gone; one that can be read after all stays. @returns how many went */
export async function dropMissing(ids: readonly string[]): Promise<number> {
  let went = 0;
  for (const id of ids) {
    if (!(await pictureKept(id)) || (await isPictureHere(id))) continue;
    await withDb((database) => database.delete("pictures", id));
    went += 1;
  }
  return went;
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
  begin();
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
