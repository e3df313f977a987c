import type { Job } from "../core/job/schema";
import { nowIso } from "./clock";
import { filesWorker } from "./filesWorker";
import { notify } from "./jobs";
import { kitNow } from "./kit";
import { fileName, saveAsFile } from "./saveFile";

/** Saves one job with its pictures as a file that opens like a backup. */
export async function savePacked(job: Job) {
  const made = await filesWorker().packJob(job.id, kitNow(), nowIso());
  if ("problem" in made) notify(made.problem, "problem");
  else {
    if (made.missing.length > 0)
      notify(
        made.missing.length === 1
          ? "One picture is not in the file: the browser has lost its data."
          : `${made.missing.length} pictures are not in the file: the browser has lost their data.`,
        "problem",
      );
    saveAsFile(`${fileName(job.title)}.job.zip`, made.file);
  }
}
