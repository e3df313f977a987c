import { nanoid } from "nanoid";
import { BadArchive, LockedArchive, openZip, type Archive } from "../core/job/zip";
import { checkJobFile, readJobFile } from "../core/job/file";
import { JOB_FILE_VERSION, MOST_FILE_BYTES } from "../core/job/fileFormat";
import { inWords } from "../core/job/problem";
import type { Job, Kit } from "../core/job/schema";
import { brokenSeals, brokenWords } from "../core/job/seals";
import {
  readHead,
  readJobEntry,
  readPictureEntry,
  weighed,
  type KeptSettings,
  type ReadHead,
  type Weighed,
} from "./backup";
import { whyNotKept, withDb } from "./db";
import { asKept, NoPicture, saidOfPicture } from "../workers/redraw";
import { isPictureHere } from "./pictureBytes";
import { begin, goOn, jobKept, problemOf, upToDate, type Tell } from "./filesShared";

/** Files that come in: weighed first, then taken in whole or not at all. */

/** What a file would change. */
export interface Preview {
  added: Named[];
  /** With what happened elsewhere, and on how much the copies differ. */
  merged: (Named & { events: number; differing: number })[];
  kept: Named[];
  same: number;
  pictures: number;
  /** Pictures that are none, each as a sentence: they stay outside. */
  refused: string[];
  /** Jobs whose record was altered outside this program, each as a sentence. */
  altered: string[];
}

export interface Named {
  id: string;
  title: string;
}

export interface Opened {
  madeAt: string;
  part?: { number: number; of: number };
  /** Pictures that were missing already when it was made. */
  missing: number;
  /** Of a whole backup, in its first part. */
  hasSettings: boolean;
  preview: Preview;
}

const emptyPreview = (): Preview => ({
  added: [],
  merged: [],
  kept: [],
  same: 0,
  pictures: 0,
  refused: [],
  altered: [],
});

function count(preview: Preview, job: Job, what: Weighed) {
  const { id, title } = job;
  const broken = brokenSeals(job);
  if (broken && what.kind !== "same") preview.altered.push(`"${title}": ${brokenWords(broken)}`);
  if (what.kind === "same") preview.same += 1;
  else if (what.kind === "merged") preview.merged.push({ id, title, events: what.events, differing: what.differing });
  else preview[what.kind].push({ id, title });
}

/** A picture that comes in, or one that is none: the rest of a file is not lost for it. */
function countPicture(preview: Preview, id: string, look: () => void) {
  try {
    look();
    preview.pictures += 1;
  } catch (error) {
    if (!(error instanceof NoPicture)) throw error;
    preview.refused.push(whyRefused(id, error));
  }
}

const whyRefused = (id: string, { message }: NoPicture) => `pictures/${id}.bin ${message}.`;

const MOST_PROBLEMS = 50;

/** Reads every entry of an archive, each checksum verified, and says what it would change; nothing is changed. */
export async function openBackup(
  file: Blob,
  tell: Tell,
  passphrase?: string,
): Promise<Opened | { locked: string } | { problems: string[] }> {
  begin();
  try {
    const archive = await openZip(file, passphrase);
    const head = await readHead(archive);
    if (head.jobNames.length === 0 && head.pictureNames.length > 0 && !head.part && !head.settings)
      return { problems: ["There are pictures in it and no job: they would be shown nowhere. Nothing was taken in."] };
    const problems: string[] = [];
    const preview = emptyPreview();
    await eachJob(archive, head, tell, async (read) => {
      if ("problems" in read) problems.push(...read.problems);
      else count(preview, read.job, weighed(read.job, await jobKept(read.job.id)));
    });
    await eachPicture(archive, head, tell, async (read) => {
      if ("problem" in read) problems.push(read.problem);
      else if (!(await isPictureHere(read.facts.id)))
        countPicture(preview, read.facts.id, () => saidOfPicture(read.bytes));
    });
    if (problems.length > 0) return { problems: problems.slice(0, MOST_PROBLEMS) };
    return {
      madeAt: head.madeAt,
      ...(head.part ? { part: head.part } : {}),
      missing: head.missing,
      hasSettings: head.settings !== undefined,
      preview,
    };
  } catch (error) {
    if (error instanceof LockedArchive) return { locked: error.message };
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
  /** The same as they were stored. */
  after: Job[];
  settings?: KeptSettings;
  kit?: Kit;
}

/** Takes an archive in, all of it or nothing. @param nowMs the page's clock */
export async function takeBackup(
  file: Blob,
  nowMs: number,
  tell: Tell,
  passphrase?: string,
): Promise<Taken | { problem: string }> {
  begin();
  const laid: string[] = [];
  const refused: string[] = [];
  try {
    const archive = await openZip(file, passphrase);
    const head = await readHead(archive);
    // Pictures first: one that no job names is seen nowhere. Jobs go in together, at the end.
    await eachPicture(archive, head, tell, async (read) => {
      if ("problem" in read) throw new BadArchive(read.problem);
      const { facts, bytes } = read;
      if (await isPictureHere(facts.id)) return;
      const kept = await asKept(bytes).catch((error: unknown) => {
        if (!(error instanceof NoPicture)) throw error;
        refused.push(whyRefused(facts.id, error));
      });
      if (!kept) return;
      await withDb((database) => database.put("pictures", { ...facts, ...kept, cameInAt: nowMs }));
      laid.push(facts.id);
    });
    const jobs: Job[] = [];
    await eachJob(archive, head, tell, (read) => {
      if ("problems" in read) throw new BadArchive(read.problems[0]!);
      jobs.push(read.job);
      return Promise.resolve();
    });
    const taken = await takeJobs(jobs);
    Object.assign(taken.preview, { pictures: laid.length, refused });
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
    const taken: Taken = { jobIds: [], preview: emptyPreview(), before: [], after: [] };
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
          taken.after.push(what.job);
          await store(what.job);
        }
        if (asCopy && (what.kind === "kept" || what.kind === "same")) {
          const { merging: _merging, ...alone } = job;
          const copy = {
            ...alone,
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
  begin();
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
