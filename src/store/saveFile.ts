import { jobFileOf } from "@/core/job/jobFile";
import type { Job } from "../core/job/schema";
import { kitNow } from "./kit";

/** Hands a text, or a file that was made here, to the browser as a file to keep. */
export function saveAsFile(name: string, content: string | Blob, type = "application/json") {
  const url = URL.createObjectURL(typeof content === "string" ? new Blob([content], { type }) : content);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

export const fileName = (title: string) =>
  title
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 60) || "job";

export const exportJob = (job: Job, asOf: string) =>
  saveAsFile(`${fileName(job.title)}.job.json`, JSON.stringify(jobFileOf(job, kitNow(), asOf), null, 2));

/** The same with nobody's name, words, pictures or learnt pace in it. */
export async function exportWithoutNames(job: Job, asOf: string) {
  const { kitWithoutNames, withoutNames } = await import("../core/job/withoutNames");
  const bare = withoutNames(job);
  const text = JSON.stringify(jobFileOf(bare, kitWithoutNames(kitNow()), asOf), null, 2);
  saveAsFile(`${fileName(bare.title)}.job.json`, text);
}
