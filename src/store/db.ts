import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Job } from "../core/job/schema";
import type { UnitSystem } from "../core/quantity/units";

/** Everything kept in this browser, in one typed schema. */
interface Kept extends DBSchema {
  jobs: { key: string; value: { version: 1; job: Job } };
  settings: { key: "settings"; value: Settings };
}

export interface Settings {
  units: UnitSystem;
  theme: "light" | "night";
}

export type Db = IDBPDatabase<Kept>;

let opened: Promise<Db> | undefined;

/** The database, opened once a tab. */
export function db(): Promise<Db> {
  opened ??= openDB<Kept>("weary-bristle", 1, {
    upgrade(database) {
      database.createObjectStore("jobs");
      database.createObjectStore("settings");
    },
    // A newer tab wants to upgrade: let it, this tab opens again on its next change.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  });
  return opened;
}

/** Why the browser could not keep something, for the technician. */
export function whyNotKept(error: unknown): string {
  const name = error instanceof DOMException ? error.name : "";
  if (name === "QuotaExceededError") return "this device has no room left. Free some space, then press Try again";
  if (name === "InvalidStateError" || name === "SecurityError") return "this browser does not let the page keep data (a private window does that). Export the job to a file before you close it";
  return `the browser answered "${error instanceof Error ? error.message : String(error)}"`;
}
