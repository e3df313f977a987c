import { parentPort } from "node:worker_threads";
import { jobFileOf } from "@/core/job/jobFile";
import { jobFromTemplate } from "@/core/job/newJob";
import { planFile } from "./planFile";
import { READY, type Question } from "./pool";

/** A thread that plans one file after another; what it is asked it answers in the same order. */

/** Planned once, so that nobody's file waits for cold code. */
function runIn() {
  let next = 0;
  const at = "2026-01-05T09:00:00Z";
  const job = jobFromTemplate("rug", () => `run-in-${next++}`, at);
  for (const zone of Object.values(job.zones.byId)) zone.soil = "heavy";
  for (const quick of [true, false]) planFile(JSON.stringify(jobFileOf(job, undefined, at)), quick);
}

runIn();
parentPort!.on("message", ({ text, quick }: Question) => parentPort!.postMessage(planFile(text, quick)));
parentPort!.postMessage(READY);
