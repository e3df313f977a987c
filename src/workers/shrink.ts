import { wrap, type Remote } from "comlink";
import type { ShrinkWorker } from "./shrink.worker";

let remote: Remote<ShrinkWorker> | undefined;

/** The picture worker, started with the first picture. */
export function shrinkWorker(): Remote<ShrinkWorker> {
  remote ??= wrap<ShrinkWorker>(new Worker(new URL("./shrink.worker.ts", import.meta.url), { type: "module" }));
  return remote;
}
