"use client";
import { type SetStateAction, type Dispatch, useEffect, useMemo, useState } from "react";
import { lastFirst, type LedgerJob, type LedgerHead, ledgerOfLines } from "@/core/answers/ledger/summary";
import { addDemoJobs } from "@/store/demo";
import { useJobsState, useLines, useUnread } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { useNow } from "@/ui/clock";
import { fetched } from "@/ui/fetched";
import { later } from "@/ui/later";
import { UnplannedJob } from "@/ui/UnplannedJob";
import { PlaceFrame } from "../PlaceFrame";
import { JobsTable } from "./JobsTable";

const WhatWorks = later(() => import("./WhatWorks").then(({ WhatWorks }) => WhatWorks));
const Pace = later(() => import("./Pace").then(({ Pace }) => Pace));
const Customers = later(() => import("./Customers").then(({ Customers }) => Customers));
const Due = later(() => import("./Due").then(({ Due }) => Due));

const VIEWS = [
  { id: "jobs", name: "Jobs done" },
  { id: "works", name: "What works here" },
  { id: "pace", name: "Pace and product" },
  { id: "customers", name: "Customers" },
  { id: "due", name: "Due again" },
] as const;
type View = (typeof VIEWS)[number]["id"];

/** What was done, what worked, how fast, for whom, and what is due again: all of it read off the jobs themselves. */
export function LedgerPlace() {
  const status = useJobsState(({ status }) => status);
  const all = useLines();
  const unread = useUnread();
  const [view, setView] = useState<View>("jobs");
  const nowMs = useNow();
  const whole = useJobsState(({ whole }) => whole);
  const heads = useJobsState(({ heads }) => heads);
  const ledger = useMemo(() => ledgerOfLines(all), [all]);
  // Lines of what is still being read stand already.
  const lines = useMemo(() => (heads.length === 0 ? ledger : [...ledger, ...heads].sort(lastFirst)), [ledger, heads]);
  const here = lines.length > 0;
  useEffect(() => {
    const loaded = performance.getEntriesByName("load jobs").at(-1);
    if (here && loaded) performance.measure("open ledger", { start: loaded.startTime });
  }, [here]);
  const saveCsv = async () => {
    const [{ ledgerCsv }, { saveAsFile }] = await Promise.all([
      import("@/store/ledgerFile"),
      import("@/store/saveFile"),
    ]);
    saveAsFile(`ledger-${new Date(nowMs).toISOString().slice(0, 10)}.csv`, ledgerCsv(ledger), "text/csv");
  };
  return (
    <PlaceFrame at="/ledger">
      <div className="row-between mb-3">
        <h1>Ledger</h1>
        {ledger.length > 0 && whole && <Act onAct={() => fetched(saveCsv)}>Every step, CSV</Act>}
      </div>
      {status === "loading" && <p>Opening the ledger…</p>}
      {unread.map((job) => (
        <UnplannedJob
          key={job.id}
          job={job}
          problem="What was done on it cannot be summed up, so it is left out here."
        />
      ))}
      {status === "ready" && !here && (
        <div className="block">
          <h2>Nothing done yet</h2>
          <p>
            Every step you record in Work stands here from then on: what it took, what was used, and whether the mark
            went. Nothing is entered twice.
          </p>
          <Act onAct={() => fetched(addDemoJobs)}>Look round with made-up jobs</Act>
        </div>
      )}
      {here && <LedgerViews view={view} setView={setView} lines={lines} whole={whole} ledger={ledger} nowMs={nowMs} />}
    </PlaceFrame>
  );
}

function LedgerViews({
  view,
  setView,
  lines,
  whole,
  ledger,
  nowMs,
}: {
  view: "pace" | "jobs" | "works" | "customers" | "due";
  setView: Dispatch<SetStateAction<"pace" | "jobs" | "works" | "customers" | "due">>;
  lines: LedgerHead[];
  whole: boolean;
  ledger: LedgerJob[];
  nowMs: number;
}) {
  return (
    <>
      <Chips<View> label="What to see" choices={VIEWS} value={view} onPick={(next) => next && setView(next)} />
      <div className="mt-3">
        {view === "jobs" && <JobsTable ledger={lines} />}
        {view !== "jobs" && !whole && <p>Reading the finished jobs…</p>}
        {view === "works" && whole && <WhatWorks ledger={ledger} />}
        {view === "pace" && whole && <Pace ledger={ledger} />}
        {view === "customers" && whole && <Customers ledger={ledger} />}
        {view === "due" && whole && <Due ledger={ledger} nowMs={nowMs} />}
      </div>
    </>
  );
}
