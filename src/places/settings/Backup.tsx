"use client";
import { OpenBackup } from "./OpenBackup";
import { SaveAll } from "./SaveAll";

/** Everything as a file, and back. */
export function Backup() {
  return (
    <div className="mt-3">
      <h3>Backup</h3>
      <SaveAll />
      <OpenBackup />
    </div>
  );
}
