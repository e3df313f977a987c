"use client";
import type { ComponentType } from "react";
import { useJobsState } from "@/store/jobs";
import { later, useAllLoaded } from "@/ui/later";
import { BayProvider, useBay } from "./BayContext";
import { useBayKeys } from "./keys";
import { cautionsFor, Margin } from "./Margin";
import { PieceMap } from "./map/PieceMap";
import type { PhaseId } from "./phases";
import { PhaseLinks, Thread } from "./Thread";
import { TopStrip } from "./TopStrip";
import { useScreenOn } from "./useScreenOn";

const KeyList = later(() => import("./KeyList").then(({ KeyList }) => KeyList));

/** The frame of a job: strip, map, phase, margin, thread. The phases are given, so that the bay need not know them. */
export function BayFrame({ phases }: { phases: Record<PhaseId, ComponentType> }) {
  return (
    <BayProvider missing={<Missing />} waiting={<Opening />}>
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
  const Phase = phases[phase];
  return (
    <div className={`bay bay-${phase}${cautions.length === 0 ? " bay-no-margin" : ""}`} data-loaded={loaded || undefined}>
      <TopStrip onKeys={keys.show} />
      <PieceMap />
      <main className="bay-main" key={phase}>
        <Margin cautions={cautions} inline />
        <Phase />
      </main>
      {cautions.length > 0 && (
        <aside className="bay-margin" aria-label="Cautions" tabIndex={0}>
          <Margin cautions={cautions} />
        </aside>
      )}
      <footer className="thread no-print">
        <Thread />
        <PhaseLinks />
      </footer>
      {keys.shown && <KeyList {...keys} />}
    </div>
  );
}

const Opening = () => <main className="place" style={{ paddingTop: "3rem" }}><p>Opening the job…</p></main>;

function Missing() {
  const opening = useJobsState(({ status, whole }) => status === "loading" || (status === "ready" && !whole));
  if (opening) return <Opening />;
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <h1>This job is not on this device</h1>
      <p>It may have been deleted in another tab, or belongs to another browser. A job file brings it back.</p>
      <a className="btn btn-primary" href="/">Back to jobs</a>
    </main>
  );
}
