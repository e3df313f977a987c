import { useEffect, useState } from "react";
import type { CameTo } from "@/core/answers/practice/decisions";
import type { PracticeResult } from "@/core/answers/practice/results";
import { cameToLater } from "@/workers/practice";

/** What past cases came to, one after another as they are reckoned. @param results the same list until it changes */
export function useCameTo(results: readonly PracticeResult[]): ReadonlyMap<PracticeResult, CameTo> {
  const [came, setCame] = useState<ReadonlyMap<PracticeResult, CameTo>>(new Map());
  useEffect(() => {
    let current = true;
    const reckon = async () => {
      for (const result of results) {
        const made = await cameToLater(result);
        if (!current) return;
        if (made) setCame((now) => new Map(now).set(result, made));
      }
    };
    // Without the worker the list stands there without scores.
    reckon().catch(() => undefined);
    return () => {
      current = false;
    };
  }, [results]);
  return came;
}
