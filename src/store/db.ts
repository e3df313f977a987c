import type { Practice } from "@/core/answers/practice/results";
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Hours } from "@/core/answers/day/hours";
import type { Rates } from "../core/answers/estimate/estimate";
import type { Learning } from "../core/answers/ledger/experience";
import type { Kit, OwnTables } from "../core/job/schema";
import type { CurrencyId } from "../core/ground/quantity/money";
import type { UnitSystem } from "../core/ground/quantity/units";

/** Everything kept in this browser, in one typed schema. */
interface Kept extends DBSchema {
  jobs: { key: string; value: Held };
  /** Pictures of findings: already shrunk, with nothing in them but the picture. */
  pictures: { key: string; value: Picture };
  settings: { key: "settings"; value: Settings };
  /**
   * Lines of the ledger as text, so that they stand before thousands of finished jobs are read. Only for showing
   * sooner: it may be old, and may go.
   */
  index: { key: "ledger"; value: string };
}

/** A job as it was written, by whichever version of this program. */
export interface Held {
  version: number;
  job: unknown;
  /** Which copy of the job this is; none until something was changed here. Never leaves this browser. */
  copy?: string;
}

export interface Picture {
  id: string;
  jobId: string;
  blob: Blob;
  widthPx: number;
  heightPx: number;
  /** When it was added, ms since 1970. */
  addedAt: number;
  /** When a file brought it here; left out: it was added here. */
  cameInAt?: number;
}

/** The part of the kit that the Shelf edits. */
export type Shelf = Partial<Omit<Kit, "ownTables" | "experience">>;

export interface DayChoices {
  people: number;
  travelMin: number;
  setUpMin: number;
  /** Left out: as usual. */
  packUpMin?: number;
  noonBreak: boolean;
  /** When hands work; what is left out is as usual. */
  hours?: Partial<Hours>;
  /** The day somebody chose for a job, "2026-11-30", or "later". */
  on?: Record<string, string>;
  /** Tasks moved to no sooner than an ISO time, by their id. */
  notBefore?: Record<string, string>;
  /** Job ids in the order of the visits; those not named come after. */
  order: string[];
  /** What an older version put off. */
  notToday?: string[];
}

export interface Settings {
  /** The questions of the first start were answered. */
  started?: boolean;
  /** The day as it is planned: hands, driving, and which visits in which order. */
  day?: DayChoices;
  /** When everything was last saved as one file, ISO. */
  backedUpAt?: string;
  /** When everything was handed to the browser as a download, until somebody says whether it arrived; ISO. */
  handedOverAt?: string;
  units: UnitSystem;
  /** Whose money prices are in; left out: the usual one. */
  currency?: CurrencyId;
  theme: "light" | "night";
  /** The technician's own corrections of the evidence tables. */
  ownTables?: OwnTables;
  /** Dwells sound when they are right and before they dry out; left out: yes. */
  sound?: boolean;
  /** The run sheet is read aloud as it changes. */
  aloud?: boolean;
  /** What the technician asks. */
  rates?: Rates;
  /** What of the own log is learnt from. */
  learning?: Learning;
  /** What the technician owns, where it differs from the usual shelf. */
  shelf?: Shelf;
  /** Made-up cases that were played, and the one in hand. */
  practice?: Practice;
}

type Db = IDBPDatabase<Kept>;

let opened: Promise<Db> | undefined;

/** The database, opened once a tab; one that could not be opened, or was lost, is opened anew by the next who asks. */
export function db(): Promise<Db> {
  if (opened) return opened;
  const opening = open();
  opened = opening;
  opening.catch(() => forget(opening));
  return opening;
}

const forget = (which: Promise<Db>) => {
  if (opened === which) opened = undefined;
};

/**
 * Does something with the database; when the connection was lost behind our back, once more with a new one.
 * @param work all of it in one transaction, so that it happens once or not at all
 */
export async function withDb<T>(work: (database: Db) => Promise<T>): Promise<T> {
  const mine = db();
  try {
    return await work(await mine);
  } catch (error) {
    if (!isLost(error)) throw error;
    forget(mine);
    return work(await db());
  }
}

/** The connection is closed or closing: nothing was begun on it. */
const isLost = (error: unknown) => error instanceof DOMException && error.name === "InvalidStateError";

/** Told when another tab's old version keeps the database from being opened, and when it no longer does. */
export const whenBlocked: { tell: (blocked: boolean) => void } = { tell: () => undefined };

async function open(): Promise<Db> {
  // With site data off some browsers have none, some say null, and some throw as soon as it is asked for.
  if (typeof indexedDB === "undefined" || !indexedDB)
    throw new DOMException("This browser has no storage for pages.", "NotSupportedError");
  let wasBlocked = false;
  const database = await openDB<Kept>("weary-bristle", 3, {
    upgrade(database, from) {
      if (from < 1) {
        database.createObjectStore("jobs");
        database.createObjectStore("settings");
      }
      if (from < 2) database.createObjectStore("pictures", { keyPath: "id" });
      if (from < 3) database.createObjectStore("index");
    },
    // A newer tab wants to upgrade: let it, this tab opens again on its next change.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
    // An older tab has it open and does not let go.
    blocked: () => {
      wasBlocked = true;
      whenBlocked.tell(true);
    },
    // The browser took it away: its data was cleared, or the disk went.
    terminated: () => {
      opened = undefined;
    },
  });
  if (wasBlocked) whenBlocked.tell(false);
  return database;
}

/** Why the browser could not keep something, for the technician. */
export function whyNotKept(error: unknown): string {
  const name = error instanceof DOMException ? error.name : "";
  if (name === "UnknownError")
    return (
      "this browser cannot open its storage: the disk is full or damaged, or its data is blocked. Free some space, " +
      "start the browser again, then load the page"
    );
  if (name === "QuotaExceededError") return "this device has no room left. Free some space, then press Try again";
  if (name === "VersionError")
    return "what is kept here was written by a newer version of this program. Load the page again; until then nothing is stored";
  if (name === "InvalidStateError" || name === "SecurityError" || name === "NotSupportedError")
    return (
      "this browser keeps no data for this address: site data or cookies are blocked, or it is a private window. " +
      "Allow them for this address in the browser's settings, or use an ordinary window, and load the page again"
    );
  return "the browser did not do it and gave no reason. Load this page again; if it stays so, start the browser again";
}
