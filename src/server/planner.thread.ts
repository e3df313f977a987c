import { parentPort } from "node:worker_threads";
import { planFile } from "./planFile";

/** A thread that plans one file after another; what it is asked it answers in the same order. */
parentPort!.on("message", (text: string) => parentPort!.postMessage(planFile(text)));
