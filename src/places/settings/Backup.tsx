"use client";
import { Customers } from "./Customers";
import { HowFar } from "./HowFar";
import { OpenBackup } from "./OpenBackup";
import { SaveAll } from "./SaveAll";
import { useDoing } from "./useDoing";

/** Everything as a file and back, and everything of one customer: one work at a time. */
export function Backup() {
  const files = useDoing();
  return (
    <div className="mt-3">
      <h3>Backup</h3>
      <SaveAll {...files} />
      {files.working && <HowFar {...files.working} />}
      <OpenBackup {...files} />
      <Customers {...files} />
    </div>
  );
}
