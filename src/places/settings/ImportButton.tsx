"use client";
import { useRef, useState } from "react";
import { Act } from "@/ui/Act";

/** Opens a job file. Anything wrong is said here, and nothing stored changes. */
export function ImportButton() {
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const read = async (file: File | undefined) => {
    if (!file) return;
    // Reading a file needs the full check of a document, which no other screen waits for.
    const problems = file.name.toLowerCase().endsWith(".zip") ? await (await import("@/store/backupStore")).openPacked(file) : (await (await import("@/store/openFile")).importFile(file)).problems;
    setProblems(problems);
    if (input.current) input.current.value = "";
  };
  return (
    <>
      <Act onAct={() => input.current?.click()}>Open a job file</Act>
      <input ref={input} type="file" accept=".json,.zip,application/json,application/zip" className="visually-hidden" tabIndex={-1} aria-label="Job file" onChange={({ target }) => void read(target.files?.[0])} />
      {problems.length > 0 && (
        <div className="caution caution-danger" role="alert" style={{ flexBasis: "100%" }}>
          <h3>The file was not opened, and nothing here changed</h3>
          <ul className="mb-2">{problems.map((problem) => <li key={problem}>{problem}</li>)}</ul>
          <Act onAct={() => setProblems([])}>Close</Act>
        </div>
      )}
    </>
  );
}
