import type { Job } from "../core/job/schema";
import { zipWorker } from "../workers/zip";
import { JOB_FILE_VERSION } from "../core/job/format";
import { backupOf, previewOf, readBackup, type Kept, type Preview } from "./backup";
import { db, whyNotKept, type Picture } from "./db";
import { kitNow } from "./kit";
import { allJobs, jobsCameIn, notify, wholeJobs } from "./jobs";
import { saveAsFile } from "./saveFile";
import { changeSettings, settingsNow } from "./settings";

const MOST_FILE_BYTES = 600_000_000;

/** Saves everything as one ZIP and remembers when. @returns why not, in words */
export async function saveBackup(now: Date): Promise<string | undefined> {
  try {
    await wholeJobs();
    const pictures = await (await db()).getAll("pictures");
    const bytes = await zipWorker().pack(await backupOf({ jobs: allJobs(), pictures, settings: settingsNow(), kit: kitNow() }, now.toISOString()));
    saveAsFile(`weary-bristle-${now.toISOString().slice(0, 10)}.zip`, new Blob([bytes], { type: "application/zip" }), "application/zip");
    await changeSettings({ backedUpAt: now.toISOString() });
    return undefined;
  } catch (error) {
    return `The backup was not made: ${whyNotKept(error)}.`;
  }
}

export interface Opened {
  madeAt: string;
  preview: Preview;
  /** Absent where only jobs and their pictures are packed. */
  kept?: { settings: NonNullable<Kept["settings"]>; kit: Kept["kit"] };
}

/** Reads a backup and says what it would change; nothing is changed. */
export async function openBackup(file: Pick<File, "name" | "size" | "arrayBuffer">): Promise<Opened | { problems: string[] }> {
  if (file.size > MOST_FILE_BYTES) return { problems: [`"${file.name}" is ${Math.round(file.size / 1e6)} MB; a backup is at most ${MOST_FILE_BYTES / 1e6} MB. It was not read.`] };
  const read = readBackup(await zipWorker().unpack(new Uint8Array(await file.arrayBuffer())));
  if (!read.ok) return { problems: read.problems };
  await wholeJobs();
  const pictureIds = new Set(await (await db()).getAllKeys("pictures"));
  return { madeAt: read.madeAt, ...(read.kept ? { kept: read.kept } : {}), preview: previewOf(read, { jobs: Object.fromEntries(allJobs().map((job) => [job.id, job])), pictureIds }) };
}

/** A job packed with its pictures is taken in at once; a whole backup is weighed in Settings first. @returns what is wrong, in words */
export async function openPacked(file: File): Promise<string[]> {
  const opened = await openBackup(file);
  if ("problems" in opened) return opened.problems;
  if (opened.kept) return ["This is a backup of everything. Open it in Settings and files: there you see what it would change before it does."];
  const problem = await takeBackup(opened, false);
  if (problem) return [problem];
  const { added, merged, kept: asHere, same } = opened.preview;
  notify([...added.map(({ title }) => `"${title}" was opened from the file.`), ...merged.map(({ job: { title }, events }) => `"${title}": ${events} that happened elsewhere taken in.`), ...asHere.map(({ title }) => `"${title}" is here already, changed; it stays as it is here.`), ...(same > 0 ? ["It is here already, just so."] : [])].join(" "));
  return [];
}

/** Takes a backup in, all of it or nothing. @returns why not, in words */
export async function takeBackup({ preview: { added, merged, pictures }, kept }: Opened, withSettings: boolean): Promise<string | undefined> {
  const jobs: Job[] = [...added, ...merged.map(({ job }) => job)];
  const bytes = await bytesOf(pictures);
  try {
    const transaction = (await db()).transaction(["jobs", "pictures"], "readwrite", { durability: "strict" });
    try {
      for (const job of jobs) watched(transaction.objectStore("jobs").put({ version: JOB_FILE_VERSION, job }, job.id));
      for (const picture of bytes) watched(transaction.objectStore("pictures").put(picture));
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
  } catch (error) {
    return `Nothing was taken in: ${whyNotKept(error)}.`;
  }
  jobsCameIn(jobs);
  if (!withSettings || !kept) return undefined;
  const { ownTables, experience: _learnt, ...shelf } = kept.kit;
  return changeSettings({ ...kept.settings, shelf, ...(ownTables ? { ownTables } : {}) });
}

/** Each write fails with its transaction, which is the one that is waited for. */
const watched = (write: Promise<unknown>) => void write.catch(() => undefined);

/** Blobs made anew: one that came out of an archive must not hang on the archive's memory. */
const bytesOf = (pictures: readonly Picture[]): Promise<Picture[]> => Promise.all(pictures.map(async (picture) => ({ ...picture, blob: new Blob([await picture.blob.arrayBuffer()], { type: picture.blob.type }) })));
