"use client";
import { useState } from "react";

export interface Progress {
  what: string;
  done: number;
  of: number;
}

type Tell = (done: number, of: number) => void;

/** How far long work is; undefined while none runs. What a worker still tells after the work has ended is not shown any more. */
export function useProgress(): [
  Progress | undefined,
  <T>(what: string, work: (tell: Tell) => Promise<T>) => Promise<T>,
] {
  const [progress, setProgress] = useState<Progress>();
  const during = async <T>(what: string, work: (tell: Tell) => Promise<T>): Promise<T> => {
    let ended = false;
    setProgress({ what, done: 0, of: 1 });
    try {
      return await work((done, of) => {
        if (!ended) setProgress({ what, done, of });
      });
    } finally {
      ended = true;
      setProgress(undefined);
    }
  };
  return [progress, during];
}
