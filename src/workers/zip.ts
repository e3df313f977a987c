import { wrap, type Remote } from "comlink";
import type { ZipWorker } from "./zip.worker";

let remote: Remote<ZipWorker> | undefined;

/** Packing and unpacking beside the page, started with the first archive. */
export function zipWorker(): Remote<ZipWorker> {
  remote ??= wrap<ZipWorker>(new Worker(new URL("./zip.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}
