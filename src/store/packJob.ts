import type { Job } from "../core/job/schema";
import { zipWorker } from "../workers/zip";
import { backupOf } from "./backup";
import { db, whyNotKept } from "./db";
import { notify } from "./jobs";
import { kitNow } from "./kit";
import { fileName, saveAsFile } from "./saveFile";

/** Saves one job with its pictures as a file that opens like a backup. */
export async function savePacked(job: Job) {
  try {
    const text = JSON.stringify(job);
    const pictures = (await (await db()).getAll("pictures")).filter(({ id }) => text.includes(`"${id}"`));
    const bytes = await zipWorker().pack(await backupOf({ jobs: [job], pictures, kit: kitNow() }, new Date().toISOString()));
    saveAsFile(`${fileName(job.title)}.job.zip`, new Blob([bytes], { type: "application/zip" }), "application/zip");
  } catch (error) {
    notify(`The file was not made: ${whyNotKept(error)}.`, "problem");
  }
}
