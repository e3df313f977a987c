import { checkJobFile, jobFileOf, MOST_FILE_BYTES, readJobFile } from "../core/job/file";
import { inWords } from "../core/job/problem";
import { USUAL_KIT } from "../core/catalog/kit";
import type { Job } from "../core/job/schema";
import { jobNow, newId, notify, putJobs } from "./jobs";

/** Hands a text to the browser as a file to keep. */
export function saveAsFile(name: string, text: string, type = "application/json") {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

const fileName = (title: string) => title.toLowerCase().normalize("NFKD").replace(/[^a-z0-9]+/g, "-").replace(/^-|-$/g, "").slice(0, 60) || "job";

export const exportJob = (job: Job, asOf: string) => saveAsFile(`${fileName(job.title)}.job.json`, JSON.stringify(jobFileOf(job, USUAL_KIT, asOf), null, 2));

/** All jobs as one list of job files. */
export const exportAll = (jobs: readonly Job[], asOf: string) => saveAsFile(`weary-bristle-${asOf.slice(0, 10)}.jobs.json`, JSON.stringify(jobs.map((job) => jobFileOf(job, USUAL_KIT, asOf)), null, 1));

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
