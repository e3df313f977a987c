"use client";
import { useRef, useState } from "react";
import type { Named, Opened } from "@/store/filesWork";
import { notify } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { FileInput, NotTaken } from "@/ui/FileInput";
import { fullTime } from "@/ui/time";
import { Passphrase } from "./Lock";
import { several, type Doing } from "./useDoing";

/** A backup that is opened: what it would change is shown before anything does. */

const store = () => import("@/store/backupStore");

interface InHand {
  file: File;
  passphrase?: string;
  opened: Opened;
}

export function OpenBackup({ working, doing }: Doing) {
  const input = useRef<HTMLInputElement>(null);
  const [inHand, setInHand] = useState<InHand>();
  const [locked, setLocked] = useState<{ file: File; words: string }>();
  const [problems, setProblems] = useState<string[]>([]);
  const busy = working !== undefined;
  const read = (file: File, passphrase?: string) =>
    doing("Reading it", async (tell) => {
      const result = await (await store()).openBackup(file, tell, passphrase);
      setInHand("preview" in result ? { file, opened: result, ...(passphrase ? { passphrase } : {}) } : undefined);
      setLocked("locked" in result ? { file, words: result.locked } : undefined);
      setProblems("problems" in result ? result.problems : []);
    });
  const take = ({ file, passphrase }: InHand, withSettings: boolean) =>
    doing("Taking it in", async (tell) => {
      const { refusedWords, takeBackup } = await store();
      const taken = await takeBackup(file, withSettings, tell, passphrase);
      if ("problem" in taken) return notify(taken.problem, "problem");
      notify("The backup was taken in.");
      for (const words of refusedWords(taken.preview)) notify(words, "problem");
      setInHand(undefined);
    });
  return (
    <div className="mt-3">
      <div className="row-wrap">
        <Act onAct={() => input.current?.click()} disabled={busy}>
          Open a backup
        </Act>
      </div>
      <FileInput input={input} label="Backup file" accept=".zip,application/zip" onFile={(file) => void read(file)} />
      <NotTaken what="The backup was not opened" problems={problems} onClose={() => setProblems([])} />
      {locked && (
        <Locked
          words={locked.words}
          busy={busy}
          onOpen={(passphrase) => void read(locked.file, passphrase)}
          onLeave={() => setLocked(undefined)}
        />
      )}
      {inHand && (
        <WhatChanges
          opened={inHand.opened}
          busy={busy}
          onTake={(withSettings) => void take(inHand, withSettings)}
          onLeave={() => setInHand(undefined)}
        />
      )}
    </div>
  );
}

/** Asks what a backup was locked with. */
function Locked({
  words,
  busy,
  onOpen,
  onLeave,
}: {
  words: string;
  busy: boolean;
  onOpen: (passphrase: string) => void;
  onLeave: () => void;
}) {
  const [passphrase, setPassphrase] = useState("");
  return (
    <form
      className="block mt-3"
      data-testid="backup-locked"
      onSubmit={(event) => {
        event.preventDefault();
        if (passphrase && !busy) onOpen(passphrase);
      }}
    >
      <h3>{words}</h3>
      <Passphrase label="Its passphrase" value={passphrase} onChange={setPassphrase} />
      <div className="row-wrap mt-2">
        <Act variant="primary" disabled={busy || passphrase === ""} onAct={() => onOpen(passphrase)}>
          Open it
        </Act>
        <Act variant="link" onAct={onLeave}>
          Leave it
        </Act>
      </div>
    </form>
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

const togetherWords = ({ title, events, differing }: Opened["preview"]["merged"][number]) =>
  `Put together: ${title}, ${several(events, "thing that happened", "things that happened")} elsewhere` +
  (differing > 0 ? `; ${several(differing, "thing differs", "things differ")}, both are kept` : "");

function WhatChanges({
  opened: {
    madeAt,
    part,
    hasSettings,
    missing,
    preview: { added, merged, same, kept, pictures, refused, altered },
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
  const nothing = added.length + merged.length + pictures + refused.length === 0;
  return (
    <div className="block mt-3" data-testid="backup-preview">
      <h3>
        What {part ? `part ${part.number} of ${part.of} of the backup` : "this backup"} of{" "}
        {fullTime(Date.parse(madeAt))} would change
      </h3>
      <ul>
        <Titles list={added} say={({ title }) => `Comes in: ${title}`} more="Come in" />
        <Titles list={merged} say={togetherWords} more="Put together" />
        <Titles list={kept} say={({ title }) => `Stays as it is here: ${title}`} more="Stay as they are here" />
        {same > 0 && <li>As it is here already: {several(same, "job", "jobs")}</li>}
        {pictures > 0 && <li>{several(pictures, "picture comes", "pictures come")} in</li>}
        <Titles
          list={refused.map((title) => ({ id: title, title }))}
          say={({ title }) => `Left out: ${title}`}
          more="Left out"
        />
        <Titles
          list={altered.map((title) => ({ id: title, title }))}
          say={({ title }) => title}
          more="Altered records"
        />
        {missing > 0 && <li>{several(missing, "picture was", "pictures were")} lost when it was made</li>}
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
