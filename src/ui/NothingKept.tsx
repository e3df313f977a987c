"use client";
import { useJobsState } from "@/store/jobs";
import { Act } from "./Act";

/** Where the browser keeps nothing: said over every place, with what to do, for as long as it is so. */
export function NothingKept() {
  const why = useJobsState(({ noStorage }) => noStorage);
  if (!why) return null;
  return (
    <div className="ran-out caution caution-danger no-print" role="alert" data-testid="nothing-kept">
      <h2>Nothing can be kept here</h2>
      <p>
        Because {why}. Jobs, shelf and records kept before are not shown and not lost. What you enter now is gone when
        the page is closed.
      </p>
      <Act variant="primary" onAct={() => window.location.reload()}>
        Load the page again
      </Act>
    </div>
  );
}
