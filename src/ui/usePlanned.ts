"use client";
import { useEffect, useState } from "react";
import { newestOnly } from "@/workers/planner";

/**
 * The planner's newest answer; the one before stands until it comes. An error of the planner breaks the screen that needs it.
 * @param ask the question; the same function until what it asks about changes (useCallback)
 */
export function usePlanned<A>(ask: () => Promise<A>): A | undefined {
  const [made, setMade] = useState<{ answer: A }>();
  const [failed, setFailed] = useState<{ error: unknown }>();
  const [put] = useState(() =>
    newestOnly(
      (question: () => Promise<A>) => question(),
      (_, answer) => setMade({ answer }),
      (error) => setFailed({ error }),
    ),
  );
  useEffect(() => put(ask), [put, ask]);
  if (failed) throw failed.error;
  return made?.answer;
}
