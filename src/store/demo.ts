import { demoJobs } from "../demo/jobs";
import { allJobs, deleteJobs, jobNow, loadJobs, notify, putJobs } from "./jobs";

/** Adds the demo jobs that are not here yet; what is here already stays as it is. */
export async function addDemoJobs() {
  await loadJobs();
  const missing = demoJobs(new Date()).filter(({ id }) => jobNow(id) === undefined);
  if (missing.length > 0 && (await putJobs(missing))) notify("The demo jobs are here. They are made up, and go in one tap.");
}

export async function removeDemoJobs() {
  await deleteJobs(allJobs().filter(({ demo }) => demo), "The demo jobs were removed.");
}

