"use client";
import { type SetStateAction, type RefObject, type Dispatch, useRef, useState } from "react";
import type { Named, Opened, Saving } from "@/store/filesWork";
import type { Plan } from "@/store/backupStore";
import { countOf, notify, useJobsState } from "@/store/jobs";
import { useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { isNotHere } from "@/ui/Boundary";
import { useNow } from "@/ui/clock";
import { fullTime } from "@/ui/time";
import { type Progress, useProgress } from "@/ui/useProgress";
import { HowFar } from "./HowFar";

const store = () => import("@/store/backupStore");

/** One work at a time, with how far it is; what it could not do is said. */
function useDoing() {
  const [working, during] = useProgress();
  const doing = async (what: string, work: (tell: (done: number, of: number) => void) => Promise<void>) => {
    try {
      await during(what, work);
    } catch (error) {
      notify(
        isNotHere(error)
          ? "The part of the program that does this is not here yet, and the network is gone. Try again when it is back."
          : `That failed: ${error instanceof Error ? error.message : "no reason given"}. Nothing here changed.`,
        "problem",
      );
    }
  };
  return { working, doing };
}

const tellOfLeftOut = (leftOut: number) =>
  notify(
    leftOut === 1
      ? "One job was left out: it is of a newer version, or cannot be read. It stays on this device."
      : `${leftOut} jobs were left out: they are of a newer version, or cannot be read. They stay on this device.`,
    "problem",
  );

/** Everything as one file, or as parts where it is large, and back: what it would change is shown before anything does. */
export function Backup() {
  const input = useRef<HTMLInputElement>(null);
  const [opened, setOpened] = useState<{ file: File; opened: Opened }>();
  const [problems, setProblems] = useState<string[]>([]);
  const [plan, setPlan] = useState<Plan>();
  const { working, doing } = useDoing();
  const busy = working !== undefined;
  const save = () =>
    doing("Looking what there is", async (tell) => {
      const made = await (await store()).planBackup(tell);
      if ("problem" in made) return notify(made.problem, "problem");
      if (made.leftOut > 0) tellOfLeftOut(made.leftOut);
      if (made.parts.length > 1) return setPlan(made);
      const { savePart, backedUp } = await store();
      const saved = await savePart(made, 1, undefined, tell);
      if ("problem" in saved) notify(saved.problem, "problem");
      else await backedUp(saved.saving);
    });
  const read = (file: File | undefined) =>
    file &&
    doing("Reading it", async (tell) => {
      const result = await (await store()).openBackup(file, tell);
      setOpened("preview" in result ? { file, opened: result } : undefined);
      setProblems("problems" in result ? result.problems : []);
      if (input.current) input.current.value = "";
    });
  const take = (withSettings: boolean) =>
    doing("Taking it in", async (tell) => {
      const taken = await (await store()).takeBackup(opened!.file, withSettings, tell);
      if ("problem" in taken) return notify(taken.problem, "problem");
      notify("The backup was taken in.");
      setOpened(undefined);
    });
  return (
    <div className="mt-3">
      <h3>Backup</h3>
      <LastSaved />
      <BackupButtons save={save} busy={busy} input={input} working={working} />
      <BackupInput input={input} read={read} />
      {problems.length > 0 && <NotOpened problems={problems} setProblems={setProblems} />}
      {plan && <Parts plan={plan} busy={busy} doing={doing} onLeave={() => setPlan(undefined)} />}
      {opened && (
        <WhatChanges
          opened={opened.opened}
          busy={busy}
          onTake={(withSettings) => void take(withSettings)}
          onLeave={() => setOpened(undefined)}
        />
      )}
    </div>
  );
}

function LastSaved() {
  useNow();
  const { backedUpAt } = useSettings();
  const any = useJobsState((state) => countOf(state) > 0);
  if (backedUpAt) return <p>Last saved {fullTime(Date.parse(backedUpAt))}.</p>;
  return <p>{any ? "Never saved yet." : "Jobs, pictures, shelf and tables in one ZIP."}</p>;
}

function BackupButtons({
  save,
  busy,
  input,
  working,
}: {
  save: () => Promise<void>;
  busy: boolean;
  input: RefObject<HTMLInputElement | null>;
  working: Progress | undefined;
}) {
  return (
    <div className="row-wrap">
      <Act onAct={() => void save()} disabled={busy}>
        Save everything as one ZIP
      </Act>
      <Act onAct={() => input.current?.click()} disabled={busy}>
        Open a backup
      </Act>
      {working && <HowFar {...working} />}
    </div>
  );
}

function BackupInput({
  input,
  read,
}: {
  input: RefObject<HTMLInputElement | null>;
  read: (file: File | undefined) => Promise<void> | undefined;
}) {
  return (
    <input
      ref={input}
      type="file"
      accept=".zip,application/zip"
      className="visually-hidden"
      tabIndex={-1}
      aria-label="Backup file"
      onChange={({ target }) => void read(target.files?.[0])}
    />
  );
}

function NotOpened({ problems, setProblems }: { problems: string[]; setProblems: Dispatch<SetStateAction<string[]>> }) {
  return (
    <div className="caution caution-danger mt-2" role="alert">
      <h3>The backup was not opened, and nothing here changed</h3>
      <ul className="mb-2">
        {problems.map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
      </ul>
      <Act onAct={() => setProblems([])}>Close</Act>
    </div>
  );
}

const several = (count: number, one: string, many: string) => (count === 1 ? `one ${one}` : `${count} ${many}`);
const size = (bytes: number) =>
  bytes < 1e9 ? `${Math.max(1, Math.round(bytes / 1e6))} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

/** A backup too large for one download: written into one file as it is made, where the browser can, or part by part. */
function Parts({
  plan,
  busy,
  doing,
  onLeave,
}: {
  plan: Plan;
  busy: boolean;
  doing: (what: string, work: (tell: (done: number, of: number) => void) => Promise<void>) => Promise<void>;
  onLeave: () => void;
}) {
  const [saved, setSaved] = useState<readonly number[]>([]);
  const [saving, setSaving] = useState<Saving>();
  const of = plan.parts.length;
  // Here the browser writes a file of any size as it is made.
  const canStream = "showSaveFilePicker" in window;
  const finish = async (made: Saving) => {
    await (await store()).backedUp(made);
    notify("Everything was saved.");
    onLeave();
  };
  const part = (number: number) =>
    doing(`Making part ${number} of ${of}`, async (tell) => {
      const made = await (await store()).savePart(plan, number, saving, tell);
      if ("problem" in made) return notify(made.problem, "problem");
      setSaving(made.saving);
      const all = [...new Set([...saved, number])];
      setSaved(all);
      if (all.length === of) await finish(made.saving);
    });
  const whole = () =>
    doing("Writing it", async (tell) => {
      const made = await (await store()).saveWhole(plan, tell);
      if ("saving" in made) return finish(made.saving);
      if (made.problem) notify(made.problem, "problem");
    });
  const next = plan.parts.findIndex((_, at) => !saved.includes(at + 1)) + 1;
  return (
    <div className="block mt-3" data-testid="backup-parts">
      <h3>
        It comes to {size(plan.bytes)}: {several(plan.jobs, "job", "jobs")},{" "}
        {several(plan.pictures, "picture", "pictures")}
      </h3>
      <p>
        Too much for one download. {canStream ? "Write it into one file as it is made, or save" : "Save"} {of} parts,
        each a ZIP that opens by itself, in any order. It counts as saved when the last of them is handed over.
      </p>
      <PartButtons
        canStream={canStream}
        busy={busy}
        whole={whole}
        next={next}
        part={part}
        of={of}
        onLeave={onLeave}
        saved={saved}
      />
    </div>
  );
}

function PartButtons({
  canStream,
  busy,
  whole,
  next,
  part,
  of,
  onLeave,
  saved,
}: {
  canStream: boolean;
  busy: boolean;
  whole: () => Promise<void>;
  next: number;
  part: (number: number) => Promise<void>;
  of: number;
  onLeave: () => void;
  saved: readonly number[];
}) {
  return (
    <div className="row-wrap">
      {canStream && (
        <Act variant="primary" disabled={busy} onAct={() => void whole()}>
          Write one file
        </Act>
      )}
      <Act
        variant={canStream ? "outline-primary" : "primary"}
        disabled={busy || next === 0}
        onAct={() => void part(next)}
      >
        Save part {next} of {of}
      </Act>
      <Act variant="link" disabled={busy} onAct={onLeave}>
        Leave it
      </Act>
      {saved.length > 0 && (
        <span role="status">
          {saved.length} of {of} handed over.
        </span>
      )}
    </div>
  );
}

const MOST_LISTED = 20;

/** Titles, the first of them; how many more. */
function Titles<T extends Named>({ list, say, more }: { list: readonly T[]; say: (each: T) => string; more: string }) {
  return (
    <>
      {list.slice(0, MOST_LISTED).map((each) => (
        <li key={each.id}>{say(each)}</li>
      ))}
      {list.length > MOST_LISTED && (
        <li>
          {more}: {list.length - MOST_LISTED} more
        </li>
      )}
    </>
  );
}

function WhatChanges({
  opened: {
    madeAt,
    part,
    hasSettings,
    preview: { added, merged, same, kept, pictures },
  },
  busy,
  onTake,
  onLeave,
}: {
  opened: Opened;
  busy: boolean;
  onTake: (withSettings: boolean) => void;
  onLeave: () => void;
}) {
  const nothing = added.length + merged.length + pictures === 0;
  return (
    <div className="block mt-3" data-testid="backup-preview">
      <h3>
        What {part ? `part ${part.number} of ${part.of} of the backup` : "this backup"} of{" "}
        {fullTime(Date.parse(madeAt))} would change
      </h3>
      <ul>
        <Titles list={added} say={({ title }) => `Comes in: ${title}`} more="Come in" />
        <Titles
          list={merged}
          say={({ title, events }) =>
            `Put together: ${title}, ${several(events, "thing that happened", "things that happened")} elsewhere`
          }
          more="Put together"
        />
        <Titles list={kept} say={({ title }) => `Stays as it is here: ${title}`} more="Stay as they are here" />
        {same > 0 && <li>As it is here already: {several(same, "job", "jobs")}</li>}
        {pictures > 0 && <li>{several(pictures, "picture comes", "pictures come")} in</li>}
        {nothing && <li>Nothing: all of it is here already</li>}
      </ul>
      <div className="row-wrap">
        <Act variant="primary" disabled={busy} onAct={() => onTake(false)}>
          Take jobs and pictures in
        </Act>
        {hasSettings && (
          <Act disabled={busy} onAct={() => onTake(true)}>
            With shelf, tables and settings
          </Act>
        )}
        <Act variant="link" onAct={onLeave}>
          Leave it
        </Act>
      </div>
    </div>
  );
}
