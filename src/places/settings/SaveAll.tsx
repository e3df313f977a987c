"use client";
import { useState } from "react";
import type { Missing } from "@/store/backup";
import type { Plan, Saved } from "@/store/backupStore";
import type { Saving } from "@/store/filesWork";
import { countOf, notify, useJobsState } from "@/store/jobs";
import { useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { useNow } from "@/ui/clock";
import { fullTime } from "@/ui/time";
import { LOCK_LEAST, Lock } from "./Lock";
import { several, type Doing } from "./useDoing";

/** Everything as one file: written by the browser where it can, else as a download, in parts where it is large. */

const store = () => import("@/store/backupStore");

const tellOfLeftOut = (leftOut: number) =>
  notify(
    leftOut === 1
      ? "One job was left out: it is of a newer version, or cannot be read. It stays on this device."
      : `${leftOut} jobs were left out: they are of a newer version, or cannot be read. They stay on this device.`,
    "problem",
  );

export function SaveAll({ working, doing }: Doing) {
  const [plan, setPlan] = useState<Plan>();
  const [missing, setMissing] = useState<readonly Missing[]>([]);
  const [lock, setLock] = useState<string>();
  const busy = working !== undefined;
  const tooShort = lock !== undefined && lock.length < LOCK_LEAST;
  const wasSaved = async (saved: Saved, isWritten: boolean) => {
    const { backedUp, handedOver } = await store();
    await (isWritten ? backedUp(saved.saving) : handedOver(saved.saving));
    setMissing(saved.missing);
    setPlan(undefined);
    if (isWritten) notify("Everything was saved.");
  };
  const save = async () => {
    let into: FileSystemFileHandle | "left" | undefined;
    // The browser lets a file be picked only just after a tap.
    await doing("Waiting for the file to be picked", async () => void (into = await (await store()).pickFile()));
    if (into === "left") return;
    await doing(into ? "Writing it" : "Looking what there is", (tell) =>
      write(into as Exclude<typeof into, "left">, tell),
    );
  };
  const write = async (into: FileSystemFileHandle | undefined, tell: (done: number, of: number) => void) => {
    const { planBackup, savePart, saveWhole } = await store();
    const made = await planBackup(tell);
    if ("problem" in made) return notify(made.problem, "problem");
    if (made.leftOut > 0) tellOfLeftOut(made.leftOut);
    if (!into && made.parts.length > 1) return setPlan(made);
    const saved = into ? await saveWhole(into, made, lock, tell) : await savePart(made, 1, undefined, lock, tell);
    if ("problem" in saved) notify(saved.problem, "problem");
    else await wasSaved(saved, into !== undefined);
  };
  return (
    <>
      <LastSaved />
      <div className="row-wrap">
        <Act onAct={() => void save()} disabled={busy || tooShort}>
          Save everything as one ZIP
        </Act>
      </div>
      <Lock value={lock} onChange={setLock} />
      {missing.length > 0 && <NotInIt missing={missing} doing={doing} onDone={() => setMissing([])} />}
      {plan && (
        <Parts
          plan={plan}
          busy={busy}
          doing={doing}
          passphrase={lock}
          onSaved={(saved) => wasSaved(saved, false)}
          onLeave={() => setPlan(undefined)}
        />
      )}
    </>
  );
}

/** When everything was saved last; a download is asked about, for only a person sees whether it arrived. */
function LastSaved() {
  useNow();
  const { backedUpAt, handedOverAt } = useSettings();
  const any = useJobsState((state) => countOf(state) > 0);
  if (handedOverAt)
    return (
      <div className="not-agreed row-wrap" role="status" data-testid="did-it-arrive">
        <b>Handed over as a download {fullTime(Date.parse(handedOverAt))}. Did it arrive?</b>
        <Act variant="primary" onAct={() => void store().then(({ backedUp }) => backedUp({ madeAt: handedOverAt }))}>
          Yes, I see it
        </Act>
        <Act onAct={() => void store().then(({ didNotArrive }) => didNotArrive())}>No</Act>
      </div>
    );
  if (backedUpAt) return <p>Last saved {fullTime(Date.parse(backedUpAt))}.</p>;
  return <p>{any ? "Never saved yet." : "Jobs, pictures, shelf and tables in one ZIP."}</p>;
}

const MOST_NAMED = 12;

/** Pictures whose data the browser has lost: named, and taken off the list where somebody says so. */
function NotInIt({
  missing,
  doing,
  onDone,
}: {
  missing: readonly Missing[];
  doing: Doing["doing"];
  onDone: () => void;
}) {
  const drop = () =>
    doing("Taking them off", async () => {
      const went = await (await store()).dropMissing(missing);
      notify(`Taken off the list of this device: ${several(went, "picture", "pictures")}.`);
      onDone();
    });
  return (
    <div className="block mt-3" role="alert" data-testid="not-in-it">
      <h3>Not in the file: {several(missing.length, "picture", "pictures")} of which the browser has lost the data</h3>
      <p>
        All else was saved. A backup made before may still hold{" "}
        {missing.length === 1 ? "it: open that, and it comes" : "them: open that, and they come"} back.
      </p>
      <ul>
        {missing.slice(0, MOST_NAMED).map(({ id, of }) => (
          <li key={id}>Of {of || "no job"}</li>
        ))}
        {missing.length > MOST_NAMED && <li>{missing.length - MOST_NAMED} more</li>}
      </ul>
      <div className="row-wrap">
        <Act onAct={() => void drop()}>Take {missing.length === 1 ? "it" : "them"} off the list</Act>
        <Act variant="link" onAct={onDone}>
          Leave it
        </Act>
      </div>
    </div>
  );
}

const size = (bytes: number) =>
  bytes < 1e9 ? `${Math.max(1, Math.round(bytes / 1e6))} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

/** A backup too large for one download: written into one file as it is made, where the browser can, or part by part. */
function Parts({
  plan,
  busy,
  doing,
  passphrase,
  onSaved,
  onLeave,
}: {
  plan: Plan;
  busy: boolean;
  doing: Doing["doing"];
  passphrase: string | undefined;
  onSaved: (saved: Saved) => Promise<void>;
  onLeave: () => void;
}) {
  const [saved, setSaved] = useState<readonly number[]>([]);
  const [missing, setMissing] = useState<readonly Missing[]>([]);
  const [saving, setSaving] = useState<Saving>();
  const of = plan.parts.length;
  const part = (number: number) =>
    doing(`Making part ${number} of ${of}`, async (tell) => {
      const made = await (await store()).savePart(plan, number, saving, passphrase, tell);
      if ("problem" in made) return notify(made.problem, "problem");
      setSaving(made.saving);
      const all = [...new Set([...saved, number])];
      const gone = [...missing, ...made.missing];
      setSaved(all);
      setMissing(gone);
      if (all.length === of) await onSaved({ saving: made.saving, missing: gone });
    });
  const next = plan.parts.findIndex((_, at) => !saved.includes(at + 1)) + 1;
  return (
    <div className="block mt-3" data-testid="backup-parts">
      <h3>
        It comes to {size(plan.bytes)}: {several(plan.jobs, "job", "jobs")},{" "}
        {several(plan.pictures, "picture", "pictures")}
      </h3>
      <p>Too much for one download. Save {of} parts, each a ZIP that opens by itself, in any order.</p>
      <div className="row-wrap">
        <Act variant="primary" disabled={busy || next === 0} onAct={() => void part(next)}>
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
    </div>
  );
}
