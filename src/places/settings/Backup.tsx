"use client";
import { useRef, useState } from "react";
import type { Opened } from "@/store/backupStore";
import { notify, useJobsState } from "@/store/jobs";
import { useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { useNow } from "@/ui/clock";
import { fullTime } from "@/ui/time";

const store = () => import("@/store/backupStore");

/** Everything as one file and back: what it would change is shown before anything does. */
export function Backup() {
  const input = useRef<HTMLInputElement>(null);
  const [opened, setOpened] = useState<Opened>();
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const nowMs = useNow();
  const { backedUpAt } = useSettings();
  const any = useJobsState(({ stored }) => Object.keys(stored).length > 0);
  const doing = async (work: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work();
    } finally {
      setBusy(false);
    }
  };
  const save = () => doing(async () => {
    const problem = await (await store()).saveBackup(new Date());
    if (problem) notify(problem, "problem");
  });
  const read = (file: File | undefined) => file && doing(async () => {
    const result = await (await store()).openBackup(file);
    setOpened("preview" in result ? result : undefined);
    setProblems("problems" in result ? result.problems : []);
    if (input.current) input.current.value = "";
  });
  const take = (withSettings: boolean) => doing(async () => {
    const problem = await (await store()).takeBackup(opened!, withSettings);
    notify(problem ?? "The backup was taken in.", problem ? "problem" : "plain");
    if (!problem) setOpened(undefined);
  });
  return (
    <div className="mt-3">
      <h3>Backup</h3>
      <p>{backedUpAt ? `Last saved ${fullTime(Date.parse(backedUpAt))}.` : any ? "Never saved yet." : "Jobs, pictures, shelf and tables in one ZIP."}</p>
      <div className="row-wrap">
        <Act onAct={() => void save()} disabled={busy}>Save everything as one ZIP</Act>
        <Act onAct={() => input.current?.click()} disabled={busy}>Open a backup</Act>
        <span role="status">{busy ? "A moment…" : ""}</span>
      </div>
      <input ref={input} type="file" accept=".zip,application/zip" className="visually-hidden" tabIndex={-1} aria-label="Backup file" onChange={({ target }) => void read(target.files?.[0])} />
      {problems.length > 0 && (
        <div className="caution caution-danger mt-2" role="alert">
          <h3>The backup was not opened, and nothing here changed</h3>
          <ul className="mb-2">{problems.map((problem) => <li key={problem}>{problem}</li>)}</ul>
          <Act onAct={() => setProblems([])}>Close</Act>
        </div>
      )}
      {opened && <WhatChanges opened={opened} nowMs={nowMs} busy={busy} onTake={(withSettings) => void take(withSettings)} onLeave={() => setOpened(undefined)} />}
    </div>
  );
}

const several = (count: number, one: string, many: string) => (count === 1 ? `one ${one}` : `${count} ${many}`);

function WhatChanges({ opened: { madeAt, kept: settings, preview: { added, merged, same, kept, pictures } }, busy, onTake, onLeave }: { opened: Opened; nowMs: number; busy: boolean; onTake: (withSettings: boolean) => void; onLeave: () => void }) {
  return (
    <div className="block" data-testid="backup-preview">
      <h3>What this backup of {fullTime(Date.parse(madeAt))} would change</h3>
      <ul>
        {added.map(({ id, title }) => <li key={id}>Comes in: {title}</li>)}
        {merged.map(({ job: { id, title }, events }) => <li key={id}>Put together: {title}, {several(events, "thing that happened", "things that happened")} elsewhere</li>)}
        {kept.map(({ id, title }) => <li key={id}>Stays as it is here: {title}</li>)}
        {same > 0 && <li>As it is here already: {several(same, "job", "jobs")}</li>}
        {pictures.length > 0 && <li>{several(pictures.length, "picture comes", "pictures come")} in</li>}
      </ul>
      <div className="row-wrap">
        <Act variant="primary" disabled={busy} onAct={() => onTake(false)}>Take jobs and pictures in</Act>
        {settings && <Act disabled={busy} onAct={() => onTake(true)}>With shelf, tables and settings</Act>}
        <Act variant="link" onAct={onLeave}>Leave it</Act>
      </div>
    </div>
  );
}
