"use client";
import { record } from "@/core/job/change";
import { useState } from "react";
import { WORSE_NOW } from "@/core/ground/catalog/worseNow";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";

/** It does not go as planned: worse stops the mark, another mark is taken in, still visible waits for dry. */
export function ItFails({ findingId }: { findingId: string | undefined }) {
  const { assessment, zone, job, go, setTool, run } = useBay();
  const [asked, setAsked] = useState(false);
  const once = useOncePerState(job.events.length);
  const mark = findingId ? assessment.plan.marks[findingId] : undefined;
  const treated = findingId !== undefined && assessment.history.done.some((event) => event.findingId === findingId);
  const worse = () =>
    run(
      `Worse: ${mark!.name}`,
      record({ kind: "outcome", id: newId(), at: nowIso(), findingId: findingId!, result: "worse" }),
    );
  const another = () => {
    go({ phase: "look", ...(zone ? { zone: zone.id } : {}), finding: null });
    setTool({ kind: "place", what: "mark" });
  };
  if (!asked)
    return (
      <Act variant="link" onAct={() => setAsked(true)}>
        It does not go well
      </Act>
    );
  return (
    <div className="it-fails" role="group" aria-label="It does not go well">
      <div className="chips">
        {mark && (
          <Act className="chip" onAct={() => once(worse)}>
            It gets worse: stop
          </Act>
        )}
        <Act className="chip" onAct={another}>
          Found another mark
        </Act>
        {treated && (
          <Act className="chip" onAct={() => go({ phase: "dry" })}>
            Still visible: judge it dry
          </Act>
        )}
        <Act variant="link" onAct={() => setAsked(false)}>
          Close
        </Act>
      </div>
    </div>
  );
}

/** What to do now for marks that got worse; stands until the job is handed back. */
export function WorseNow() {
  const { assessment } = useBay();
  const worse = Object.values(assessment.plan.marks).filter(({ state }) => state === "worse");
  if (worse.length === 0) return null;
  return (
    <div className="caution caution-danger" role="alert" data-testid="worse-now">
      <h3>{worse.map(({ name }) => name).join(", ")}: worse. Now</h3>
      <ol className="mb-0">
        {WORSE_NOW.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ol>
    </div>
  );
}
