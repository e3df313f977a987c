import { wrap, type Remote } from "comlink";
import type { MeasureWorker } from "./measure.worker";

let worker: Worker | undefined;
let remote: Remote<MeasureWorker> | undefined;

/** The worker that reads colours off pictures, started with the first. */
export function measureWorker(): Remote<MeasureWorker> {
  worker ??= new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" });
  remote ??= wrap<MeasureWorker>(worker);
  return remote;
}

/** Leaves what is being read; nobody is answered any more, and the next picture gets a worker of its own. */
export function stopMeasuring() {
  worker?.terminate();
  worker = remote = undefined;
}
