import type { Job } from "../core/job/schema";
import { nowIso } from "./clock";
import { filesWorker } from "./filesWorker";
import { allSaved, jobsCameIn, notify } from "./jobs";
import { kitNow } from "./kit";
import { fileName, saveAsFile } from "./saveFile";

/** Saves one job with its pictures as a file that opens like a backup. */
export const savePacked = (job: Job) => savePackedJobs([job.id], `${fileName(job.title)}.job.zip`);

/** Saves some jobs with their pictures as one file. */
export async function savePackedJobs(jobIds: readonly string[], name: string) {
  const made = await filesWorker().packJobs(jobIds, kitNow(), nowIso());
  if ("problem" in made) notify(made.problem, "problem");
  else {
    if (made.missing.length > 0)
      notify(
        made.missing.length === 1
          ? "One picture is not in the file: the browser has lost its data."
          : `${made.missing.length} pictures are not in the file: the browser has lost their data.`,
        "problem",
      );
    saveAsFile(name, made.file);
  }
}

/** Erases jobs with their pictures, for good. @returns how many pictures went, or why nothing did */
export async function eraseForGood(jobIds: readonly string[]): Promise<{ pictures: number } | { problem: string }> {
  if (!(await allSaved()))
    return { problem: "Nothing was erased: a change is not stored yet. See what the strip says." };
  const erased = (await filesWorker().eraseJobs(jobIds)) as { pictures: number } | { problem: string };
  if (!("problem" in erased)) await jobsCameIn(jobIds);
  return erased;
}
