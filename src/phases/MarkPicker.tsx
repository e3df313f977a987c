"use client";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

/** The marks of the job to choose from; what to do when there is none. */
export function MarkPicker({ what }: { what: string }) {
  const { job, assessment, go } = useBay();
  const marks = job.findings.order.map((id) => assessment.plan.marks[id]).filter((mark) => mark !== undefined);
  if (marks.length === 0)
    return (
      <>
        <h2>Nothing marked yet</h2>
        <p>Place a mark in Look, or set how soiled a zone is, and the rest follows.</p>
        <Act variant="primary" onAct={() => go({ phase: "look" })}>
          Go to Look
        </Act>
      </>
    );
  return (
    <>
      <h2>{what}</h2>
      <div className="chips">
        {marks.map(({ findingId, name, zoneId }) => (
          <Act key={findingId} variant="chip" onAct={() => go({ finding: findingId, zone: zoneId })}>
            {name}
          </Act>
        ))}
      </div>
    </>
  );
}
