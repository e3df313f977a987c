import { expose } from "comlink";
import { NoPicture, redraw, type Redrawn } from "./redraw";

/** A picture as it is kept, or the end of a sentence that says why it is none. */
const shrink = async (file: Blob): Promise<Redrawn | { problem: string }> =>
  redraw(file).catch((error: unknown) => ({
    problem: error instanceof NoPicture ? error.message : "could not be drawn: this browser gave no room for it",
  }));

expose({ shrink });
export type ShrinkWorker = { shrink: typeof shrink };
