import { parentPort } from "node:worker_threads";
import type { Question } from "./pool";
import { planFile } from "./planFile";

/** A thread that plans one file after another; what it is asked it answers in the same order. */
parentPort!.on("message", ({ text, quick }: Question) => parentPort!.postMessage(planFile(text, quick)));
