import { BadArchive } from "../core/job/zip";
import { JOB_FILE_VERSION } from "../core/job/fileFormat";
import { hasOutlineOfJob } from "../core/job/outline";
import type { Job } from "../core/job/schema";
import { upgradeJob } from "../core/job/upgrades";
import { whyNotKept, withDb, type Held } from "./db";

/**
 * Work on files of any size, done in a worker beside the page: it reads and writes what is kept here by itself, a
 * piece at a time.
 */

/** How far the work is. */
export type Tell = (done: number, of: number) => void;

class Stopped extends Error {}

let stopping = false;
/** A work begins: what was to be stopped was one before it. */
export const begin = () => void (stopping = false);

/** Ends the work that runs, at the next piece. */
export function stop() {
  stopping = true;
}

export const goOn = () => {
  if (stopping) throw new Stopped();
};

export const problemOf = (error: unknown, what: string): string =>
  error instanceof Stopped
    ? `Stopped. ${what}.`
    : error instanceof BadArchive
      ? error.message
      : `${what}: ${whyNotKept(error)}.`;

// ---- what is kept ---------------------------------------------------------------------------------------------------

export async function jobKept(key: string): Promise<Job | undefined> {
  const held = await withDb((database) => database.get("jobs", key));
  return held && upToDate(held);
}

/** A job this version can read; what cannot be read as one stays where it is and goes into no file. */
export function upToDate({ version, job }: Held): Job | undefined {
  if (typeof version !== "number" || version > JOB_FILE_VERSION) return undefined;
  const now = upgradeJob(job, version);
  return hasOutlineOfJob(now) ? now : undefined;
}
