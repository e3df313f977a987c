import { useMemo } from "react";
import { LESSON_IDS, LESSONS, lessonOf, type LessonId } from "@/core/answers/practice/lessons";
import type { PracticeResult } from "@/core/answers/practice/results";
import { Act } from "@/ui/Act";
import { useCameTo } from "./useCameTo";

/** So many tries of a lesson are looked at. */
const LAST_TRIES = 12;

/** Twelve lessons, each about one decision, and which of them were passed. */
export function Lessons({ done, open }: { done: readonly PracticeResult[]; open: (seed: LessonId) => void }) {
  const tries = useMemo(
    () => LESSON_IDS.flatMap((id) => done.filter(({ seed }) => seed === id).slice(-LAST_TRIES)),
    [done],
  );
  const came = useCameTo(tries);
  const stateOf = (id: LessonId) => {
    const its = tries.filter(({ seed }) => seed === id);
    if (its.length === 0) return "";
    return its.some((result) => came.get(result)?.met) ? "passed" : "tried";
  };
  return (
    <section className="block" aria-label="Lessons" data-testid="lessons">
      <h2>Twelve lessons</h2>
      <ol className="lessons">
        {LESSON_IDS.map((id) => (
          <li key={id}>
            <Act variant="link" className="btn-flush" onAct={() => open(id)}>
              {LESSONS[id].title}
            </Act>
            {stateOf(id) && <b> {stateOf(id)}</b>}
            <div className="soft">{LESSONS[id].words}</div>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The lesson after one; the first after the last. */
export function lessonAfter(seed: string): LessonId | undefined {
  if (!lessonOf(seed)) return undefined;
  return LESSON_IDS[(LESSON_IDS.indexOf(seed as LessonId) + 1) % LESSON_IDS.length];
}
