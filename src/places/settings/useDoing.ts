"use client";
import { toldBy } from "@/core/job/problem";
import { notify } from "@/store/jobs";
import { isNotHere } from "@/ui/Boundary";
import { useProgress, type Progress } from "@/ui/useProgress";

export interface Doing {
  working: Progress | undefined;
  doing: (what: string, work: (tell: (done: number, of: number) => void) => Promise<void>) => Promise<void>;
}

/** One work at a time, with how far it is; what it could not do is said. */
export function useDoing(): Doing {
  const [working, during] = useProgress();
  const doing: Doing["doing"] = async (what, work) => {
    try {
      await during(what, work);
    } catch (error) {
      notify(
        isNotHere(error)
          ? "The part of the program that does this is not here yet, and the network is gone. Try again when it is back."
          : toldBy(error, "That failed. Nothing here changed. Try it again; if it fails again, load this page again."),
        "problem",
      );
    }
  };
  return { working, doing };
}

/** Counted in words. */
export const several = (count: number, one: string, many: string) => (count === 1 ? `one ${one}` : `${count} ${many}`);
