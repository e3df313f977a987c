import { wrap, type Remote } from "comlink";
import type { FilesWorker } from "./files.worker";

let remote: Remote<FilesWorker> | undefined;

/** Files of any size are read and written beside the page, started with the first. */
export function filesWorker(): Remote<FilesWorker> {
  remote ??= wrap<FilesWorker>(new Worker(new URL("./files.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}
