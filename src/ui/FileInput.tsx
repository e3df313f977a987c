"use client";
import type { RefObject } from "react";
import { Act } from "./Act";

/** The browser's own picker of a file, opened by a button of ours. The same file may be picked again. */
export function FileInput({
  input,
  label,
  accept,
  onFile,
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      className="visually-hidden"
      tabIndex={-1}
      aria-label={label}
      onChange={({ target }) => {
        const [file] = target.files ?? [];
        target.value = "";
        if (file) onFile(file);
      }}
    />
  );
}

/** What is wrong with a file that was not taken. @param what it is called, and what was not done with it */
export function NotTaken({
  what,
  problems,
  onClose,
}: {
  what: string;
  problems: readonly string[];
  onClose: () => void;
}) {
  if (problems.length === 0) return null;
  return (
    <div className="caution caution-danger mt-2" role="alert" style={{ flexBasis: "100%" }}>
      <h3>{what}, and nothing here changed</h3>
      <ul className="mb-2">
        {problems.map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
      </ul>
      <Act onAct={onClose}>Close</Act>
    </div>
  );
}
