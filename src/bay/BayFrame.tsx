"use client";
import Link from "next/link";
import type { ComponentType } from "react";
import { useJobsState } from "@/store/jobs";
import { BayProvider, useBay } from "./BayContext";
import { KeyList, useBayKeys } from "./keys";
import { cautionsFor, Margin } from "./Margin";
import { PieceMap } from "./map/PieceMap";
import type { PhaseId } from "./phases";
import { PhaseLinks, Thread } from "./Thread";
import { TopStrip } from "./TopStrip";
import { useDwellSignals, useScreenOn } from "./useDwellSignals";

/** The frame of a job: strip, map, phase, margin, thread. The phases are given, so that the bay need not know them. */
export function BayFrame({ phases }: { phases: Record<PhaseId, ComponentType> }) {
  return (
    <BayProvider missing={<Missing />}>
      <Frame phases={phases} />
    </BayProvider>
  );
}

function Frame({ phases }: { phases: Record<PhaseId, ComponentType> }) {
  const bay = useBay();
  const { phase } = bay;
  const cautions = phase === "look" || phase === "handback" ? [] : cautionsFor(bay);
  const { running } = bay.assessment.history;
  useScreenOn(running);
  useDwellSignals(running);
  const keys = useBayKeys();
  const Phase = phases[phase];
  return (
    <div className={`bay bay-${phase}${cautions.length === 0 ? " bay-no-margin" : ""}`}>
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
      <KeyList {...keys} />
    </div>
  );
}

function Missing() {
  const status = useJobsState(({ status }) => status);
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      {status === "loading" ? (
        <p>Opening the job…</p>
      ) : (
        <>
          <h1>This job is not on this device</h1>
          <p>It may have been deleted in another tab, or belongs to another browser. A job file brings it back.</p>
          <Link className="btn btn-primary" href="/" prefetch={false}>Back to jobs</Link>
        </>
      )}
    </main>
  );
}
