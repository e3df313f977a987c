import { wrap, type Remote } from "comlink";
import type { MeasureWorker } from "./measure.worker";

let remote: Remote<MeasureWorker> | undefined;

/** The worker that reads colours off pictures, started with the first. */
export function measureWorker(): Remote<MeasureWorker> {
  remote ??= wrap<MeasureWorker>(new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}
