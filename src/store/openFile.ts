import { checkJobFile, readJobFile } from "../core/job/file";
import { MOST_FILE_BYTES } from "../core/job/format";
import { same } from "../core/job/commands";
import { mergedJob } from "../core/job/merge";
import { inWords } from "../core/job/problem";
import type { Job } from "../core/job/schema";
import { jobNow, newId, notify, putJobs, wholeJobs } from "./jobs";

/**
 * Reads one job file, or a list of them. Anything wrong leaves what is stored as it was and comes back in words.
 * A job that is here already and was worked on elsewhere since is put together with what is here; any other comes in as a copy beside it.
 */
export async function importFile(file: File): Promise<{ imported: Job[]; problems: string[] }> {
  const refuse = (...problems: string[]) => ({ imported: [], problems });
  if (file.size > MOST_FILE_BYTES) return refuse(`"${file.name}" is ${(file.size / 1e6).toFixed(1)} MB; a job file is at most ${MOST_FILE_BYTES / 1e6} MB. It was not read.`);
  const [text] = await Promise.all([file.text(), wholeJobs()]);
  const results = readAll(text);
  const problems = results.flatMap((result, index) => (result.ok ? [] : result.problems.map((problem) => (results.length > 1 ? `Job ${index + 1}: ` : "") + inWords(problem))));
  if (problems.length > 0) return refuse(...problems);
  const opened = results.flatMap((result) => (result.ok ? [takenIn(result.value.job)] : []));
  const jobs = opened.map(({ job }) => job);
  if (!(await putJobs(jobs))) return refuse("Nothing was stored.");
  const merged = opened.filter(({ before }) => before);
  if (merged.length > 0)
    notify(merged.map(({ job, added }) => `"${job.title}": ${added === 1 ? "one thing" : `${added} things`} that happened elsewhere taken in.`).join(" "), "plain", () => putBack(merged));
  else notify(jobs.length === 1 ? `"${jobs[0]!.title}" was opened from the file.` : `${jobs.length} jobs were opened from the file.`);
  return { imported: jobs, problems: [] };
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

/** As it was before, unless something happened to it since. */
function putBack(merged: readonly { job: Job; before?: Job }[]) {
  if (merged.some(({ job }) => !same(jobNow(job.id), job))) notify("It was worked on since, so it stays as it is.", "problem");
  else void putJobs(merged.map(({ before }) => before!));
}

function takenIn(job: Job): { job: Job; added?: number; before?: Job } {
  const before = jobNow(job.id);
  if (!before) return { job };
  const merged = mergedJob(before, job);
  return merged ? { ...merged, before } : { job: { ...job, id: newId(), title: `${job.title.slice(0, 100)} (from file)` } };
}
