"use client";
import { toldBy } from "@/core/job/problem";
import { useRef, useState } from "react";
import { Act } from "@/ui/Act";
import { isNotHere } from "@/ui/Boundary";
import { FileInput, NotTaken } from "@/ui/FileInput";

/** Opens a job file. Anything wrong is said here, and nothing stored changes. */
export function ImportButton() {
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const read = async (file: File) => {
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
          : toldBy(error, "It could not be read. Nothing was taken in. Try it again, or load this page again."),
      ]);
    }
    setBusy(false);
  };
  return (
    <>
      <Act onAct={() => input.current?.click()} disabled={busy}>
        {busy ? "Reading it…" : "Open a job file"}
      </Act>
      <FileInput
        input={input}
        label="Job file"
        accept=".json,.zip,application/json,application/zip"
        onFile={(file) => void read(file)}
      />
      <NotTaken what="The file was not opened" problems={problems} onClose={() => setProblems([])} />
    </>
  );
}
