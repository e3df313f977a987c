import { checkJobFile, readJobFile } from "../core/job/file";
import { MOST_FILE_BYTES } from "../core/job/format";
import { inWords } from "../core/job/problem";
import type { Job } from "../core/job/schema";
import { jobNow, newId, notify, putJobs } from "./jobs";

/**
 * Reads one job file, or a list of them. Anything wrong leaves what is stored as it was and comes back in words.
 * A job that is here already comes in as a copy beside it.
 */
export async function importFile(file: File): Promise<{ imported: Job[]; problems: string[] }> {
  const refuse = (...problems: string[]) => ({ imported: [], problems });
  if (file.size > MOST_FILE_BYTES) return refuse(`"${file.name}" is ${(file.size / 1e6).toFixed(1)} MB; a job file is at most ${MOST_FILE_BYTES / 1e6} MB. It was not read.`);
  const text = await file.text();
  const results = readAll(text);
  const problems = results.flatMap((result, index) => (result.ok ? [] : result.problems.map((problem) => (results.length > 1 ? `Job ${index + 1}: ` : "") + inWords(problem))));
  if (problems.length > 0) return refuse(...problems);
  const jobs = results.flatMap((result) => (result.ok ? [result.value.job] : [])).map(asNewWhenThere);
  if (!(await putJobs(jobs))) return refuse("Nothing was stored.");
  notify(jobs.length === 1 ? `"${jobs[0]!.title}" was opened from the file.` : `${jobs.length} jobs were opened from the file.`);
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

const asNewWhenThere = (job: Job): Job => (jobNow(job.id) ? { ...job, id: newId(), title: `${job.title.slice(0, 100)} (from file)` } : job);
