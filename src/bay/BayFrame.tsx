"use client";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import type { ComponentType } from "react";
import type { Job } from "@/core/job/schema";
import { undo, useIsAway, useJobsState } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { ThumbBar } from "@/ui/ThumbBar";
import { UnplannedJob } from "@/ui/UnplannedJob";
import { later, loadedLater, useAllLoaded } from "@/ui/later";
import { planner } from "@/workers/planner";
import { BayProvider, useBay } from "./state/BayContext";
import { useBayKeys } from "./keys";
import { cautionsFor, Margin, MarginAbove } from "./Margin";
import { PieceMap } from "./map/PieceMap";
import type { PhaseId } from "./state/phases";
import { PhaseLinks, Thread } from "./Thread";
import { TopStrip } from "./TopStrip";
import { useScreenOn } from "./useScreenOn";

loadedLater(() => planner().loadQuestions());
const KeyList = later(() => import("./KeyList").then(({ KeyList }) => KeyList));
const Differing = later(() => import("./Differing").then(({ Differing }) => Differing));

/** The frame of a job: strip, map, phase, margin, thread. The phases are given, so that the bay need not know them. */
export function BayFrame({ phases }: { phases: Record<PhaseId, ComponentType> }) {
  return (
    <BayProvider
      missing={<Missing />}
      waiting={<Opening />}
      unplanned={(job, problem) => <CannotPlan job={job} problem={problem} />}
    >
      <Frame phases={phases} />
    </BayProvider>
  );
}

function Frame({ phases }: { phases: Record<PhaseId, ComponentType> }) {
  const bay = useBay();
  const { phase } = bay;
  const cautions = phase === "look" || phase === "handback" ? [] : cautionsFor(bay);
  const { running, dwelling } = bay.assessment.history;
  useScreenOn(running.length + dwelling.length > 0);
  const keys = useBayKeys();
  const loaded = useAllLoaded();
  const hasWrites = bay.job.merging !== undefined && Object.keys(bay.job.merging.seen).length > 1;
  const Phase = phases[phase];
  return (
    <div
      className={`bay bay-${phase}${cautions.length === 0 ? " bay-no-margin" : ""}`}
      data-loaded={loaded || undefined}
    >
      <Boundary what="The strip">
        <TopStrip onKeys={keys.show} />
      </Boundary>
      <Boundary what="The drawing">
        <PieceMap />
      </Boundary>
      <main className="bay-main" key={phase}>
        {hasWrites && (
          <Boundary what="What two devices said otherwise">
            <Differing />
          </Boundary>
        )}
        <Boundary what="The list of cautions">
          <MarginAbove cautions={cautions} />
        </Boundary>
        <Boundary what="This phase">
          <Phase />
        </Boundary>
      </main>
      {cautions.length > 0 && (
        <aside className="bay-margin" aria-label="Cautions" tabIndex={0}>
          <Boundary what="The list of cautions">
            <Margin cautions={cautions} />
          </Boundary>
        </aside>
      )}
      <footer className="thread no-print">
        <ThumbBar />
        <Boundary what="The thread">
          <Thread />
        </Boundary>
        <PhaseLinks />
      </footer>
      {keys.shown && <KeyList {...keys} />}
    </div>
  );
}

/** Its data may still be put right: what this tab changed last is taken back here. */
function CannotPlan({ job, problem }: { job: Job; problem: string }) {
  const canUndo = useJobsState(({ undoable }) => undoable.some(({ jobId }) => jobId === job.id));
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <h1>{job.title}</h1>
      <UnplannedJob job={job} problem={problem} inBay />
      <div className="row-wrap mt-3">
        {canUndo && (
          <Act variant="primary" onAct={() => undo(job.id)}>
            Undo the last change
          </Act>
        )}
        <Link prefetch={false} className="btn btn-outline-primary" href="/">
          Back to jobs
        </Link>
      </div>
    </main>
  );
}

const Opening = () => (
  <main className="place" style={{ paddingTop: "3rem" }}>
    <p>Opening the job…</p>
  </main>
);

function Missing() {
  const opening = useJobsState(({ status, whole }) => status === "loading" || (status === "ready" && !whole));
  const coming = useIsAway(useSearchParams().get("job"));
  if (opening || coming) return <Opening />;
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <h1>This job is not on this device</h1>
      <p>It may have been deleted in another tab, or belongs to another browser. A job file brings it back.</p>
      <Link prefetch={false} className="btn btn-primary" href="/">
        Back to jobs
      </Link>
    </main>
  );
}
