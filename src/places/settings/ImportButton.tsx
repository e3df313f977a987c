"use client";
import { useRef, useState } from "react";
import { Act } from "@/ui/Act";
import { isNotHere } from "@/ui/Boundary";

/** Opens a job file. Anything wrong is said here, and nothing stored changes. */
export function ImportButton() {
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const read = async (file: File | undefined) => {
    if (!file) return;
    // Reading a file needs the full check of a document, which no other screen waits for.
    setBusy(true);
    try {
      const { importFile, openPacked } = await import("@/store/backupStore");
      setProblems(
        file.name.toLowerCase().endsWith(".zip") ? await openPacked(file) : (await importFile(file)).problems,
      );
    } catch (error) {
      setProblems([
        isNotHere(error)
          ? "The part of the program that reads files is not here yet, and the network is gone. Try again when it is back."
          : `It could not be read: ${error instanceof Error ? error.message : "no reason given"}.`,
      ]);
    }
    setBusy(false);
    if (input.current) input.current.value = "";
  };
  return (
    <>
      <Act onAct={() => input.current?.click()} disabled={busy}>
        {busy ? "Reading it…" : "Open a job file"}
      </Act>
      <input
        ref={input}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Job file"
        onChange={({ target }) => void read(target.files?.[0])}
      />
      {problems.length > 0 && (
        <div className="caution caution-danger" role="alert" style={{ flexBasis: "100%" }}>
          <h3>The file was not opened, and nothing here changed</h3>
          <ul className="mb-2">
            {problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
          <Act onAct={() => setProblems([])}>Close</Act>
        </div>
      )}
    </>
  );
}
