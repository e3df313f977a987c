import { own } from "@/core/job/lookUp";
import { useEffect } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { applyOps, CommandRefused, overwrites, same, standsAsLeft, type Command, type Op } from "../core/job/commands";
import { record } from "../core/job/change";
import { JOB_FILE_VERSION } from "../core/job/fileFormat";
import { jobFileOf } from "@/core/job/jobFile";
import { integrityProblems } from "../core/job/integrity";
import { inWords } from "../core/job/problem";
import type { Job } from "../core/job/schema";
import { mayRecord } from "@/core/judgement/rules/mayFinish";
import { upgradeJob } from "../core/job/upgrades";
import { written } from "../core/job/writes";
import { hasOutlineOfJob } from "../core/job/outline";
import { channelNamed } from "./channel";
import { nowIso, seenSince } from "./clock";
import { whenBlocked, whyNotKept, withDb, type Held } from "./db";
import { dismiss, noticesNow, notify } from "./notices";
import { summaryOf, type LedgerHead, type LedgerJob } from "../core/answers/ledger/summary";
import { learnFrom } from "./experience";
import { keepIndex, readFirst, slicesOf, type KeyedJob } from "./reading";
import { kitNow } from "./kit";
import { newId } from "./newId";

/**
 * Jobs as this tab sees them: what is stored, and on top of it the commands that are on their way to storage.
 * A command is applied inside one transaction to the job as stored at that moment; other tabs are told.
 */
interface Waiting {
  id: number;
  jobId: string;
  command: Command;
  /** The job as this tab saw it when the command was given. */
  seen: Job;
  /** What an undo or a redo rests on: where it does not stand as these left it, nothing is taken back. */
  restsOn?: readonly Op[];
}

interface Done {
  jobId: string;
  label: string;
  ops: readonly Op[];
  inverse: readonly Op[];
}

export interface BrokenJob {
  key: string;
  held: unknown;
}

interface State {
  status: "loading" | "ready" | "no-storage";
  /** Jobs at hand: what is open, was handed back lately, or was opened since. */
  stored: Record<string, Job>;
  /** Lines of the others: long handed back, their documents stay in storage until somebody opens one. */
  away: Record<string, LedgerJob>;
  /** Every job is here; until then finished ones may still be on their way. */
  whole: boolean;
  /** Lines of the finished jobs that are still on their way. */
  heads: readonly LedgerHead[];
  waiting: readonly Waiting[];
  /** Why nothing can be kept here, and what to do, in words; only without storage. */
  noStorage?: string;
  /** Why the last save failed; the waiting commands are still here. */
  saveProblem?: string;
  lastSavedAt?: number;
  undoable: readonly Done[];
  redoable: readonly Done[];
  /** What is kept here and is no job any more, by its key. */
  broken: readonly BrokenJob[];
}

const INITIAL: State = {
  status: "loading",
  stored: {},
  away: {},
  whole: false,
  heads: [],
  waiting: [],
  undoable: [],
  redoable: [],
  broken: [],
};

const store = createStore<State>(() => INITIAL);
const { getState: get, setState: set } = store;

// What is finished teaches the plans to come.
store.subscribe((state, before) => {
  if (state.whole && (state.stored !== before.stored || state.away !== before.away || !before.whole))
    learnFrom(linesOf(state));
});

let counter = 0;
const next = () => ++counter;
export { notify } from "./notices";

// ---- reading --------------------------------------------------------------------------------------------------------

type Views = WeakMap<State["stored"], Map<string, { waiting: State["waiting"]; job: Job | undefined }>>;
const views: Views = new WeakMap();
const shownViews: Views = new WeakMap();

/** The job with what is on its way to storage on top. The same object until something changes. */
const viewOf = (state: State, jobId: string) => cachedView(views, state, jobId, () => true);

/** The job as screens show it: a change of a field at once, what happened only once it is stored. */
const shownOf = (state: State, jobId: string) =>
  cachedView(shownViews, state, jobId, ({ ops }) => !ops.some(({ op }) => op === "append"));

function cachedView(cache: Views, state: State, jobId: string, counts: (command: Command) => boolean): Job | undefined {
  const ofStored = cache.get(state.stored) ?? new Map<string, { waiting: State["waiting"]; job: Job | undefined }>();
  cache.set(state.stored, ofStored);
  const known = ofStored.get(jobId);
  if (known?.waiting === state.waiting) return known.job;
  // The id may come out of an address: only what is really kept counts.
  let job: Job | undefined = own(state.stored, jobId);
  for (const entry of state.waiting) {
    if (entry.jobId !== jobId || !job || !counts(entry.command)) continue;
    try {
      job = applyOps(job, entry.command.ops).job;
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
    }
  }
  ofStored.set(jobId, { waiting: state.waiting, job });
  return job;
}

export const useJobsState = <T>(select: (state: State) => T): T => useStore(store, select);

/** A job by its id; one that is away is fetched, and undefined until it is here. */
export function useJob(jobId: string | null | undefined): Job | undefined {
  const isAway = useIsAway(jobId);
  useEffect(() => {
    if (jobId && isAway) void fetchJobs([jobId]).catch(tellOfUnread);
  }, [jobId, isAway]);
  return useStore(store, (state) => (jobId ? shownOf(state, jobId) : undefined));
}

/** True while a job is kept here and its document is not at hand. */
export const useIsAway = (jobId: string | null | undefined): boolean =>
  useStore(store, (state) => Boolean(jobId) && isAway(state, jobId!));

const isAway = ({ stored, away }: State, jobId: string) => !Object.hasOwn(stored, jobId) && Object.hasOwn(away, jobId);

export const jobNow = (jobId: string) => viewOf(get(), jobId);
/** True for every job that is kept here, at hand or away. */
export const isHere = (jobId: string) => jobNow(jobId) !== undefined || isAway(get(), jobId);
/** What this tab knows right now, outside of any screen. */
export const stateNow = get;
/** How many jobs are kept here. */
export const countOf = ({ stored, away }: Pick<State, "stored" | "away">) =>
  Object.keys(stored).length + Object.keys(away).filter((id) => !Object.hasOwn(stored, id)).length;

// ---- lines ----------------------------------------------------------------------------------------------------------

interface Summed {
  away: State["away"];
  lines: readonly LedgerJob[];
  unread: readonly Job[];
}
const summed = new WeakMap<State["stored"], Summed>();

/** What every job came to, those at hand summed up anew when they change; and those that cannot be summed up. */
function summedUp({ stored, away }: Pick<State, "stored" | "away">): Summed {
  const known = summed.get(stored);
  if (known?.away === away) return known;
  const lines: LedgerJob[] = Object.values(away).filter(({ id }) => !Object.hasOwn(stored, id));
  const unread: Job[] = [];
  for (const job of Object.values(stored)) {
    const line = lineOf(job);
    if (line) lines.push(line);
    else unread.push(job);
  }
  const made = { away, lines, unread };
  summed.set(stored, made);
  return made;
}

function lineOf(job: Job): LedgerJob | undefined {
  try {
    return summaryOf(job);
  } catch {
    return undefined;
  }
}

const linesOf = (state: Pick<State, "stored" | "away">) => summedUp(state).lines;
/** A line for every job that is kept here. */
export const useLines = (): readonly LedgerJob[] => useStore(store, linesOf);
/** Jobs whose record cannot be summed up. */
export const useUnread = (): readonly Job[] => useStore(store, (state) => summedUp(state).unread);

/** Handed back longer ago than this, a job's document is left in storage; visits after it are over by then. Judgement. */
const AT_HAND_MS = 15 * 86_400_000;

/** Which of some jobs are at hand, and the lines of those that are left away. */
function sorted(jobs: Readonly<Record<string, Job>>): { near: Record<string, Job>; away: Record<string, LedgerJob> } {
  const near: Record<string, Job> = {};
  const away: Record<string, LedgerJob> = {};
  const before = Date.now() - AT_HAND_MS;
  for (const [id, job] of Object.entries(jobs)) {
    const line = job.events.some(({ kind }) => kind === "handed-back") ? lineOf(job) : undefined;
    if (line?.handedBack && Date.parse(line.lastAt ?? line.at) < before) away[id] = line;
    else near[id] = job;
  }
  return { near, away };
}

const without = <T>(record: Readonly<Record<string, T>>, ids: ReadonlySet<string>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([id]) => !ids.has(id)));

/** Jobs as they are in storage, each at its place; one that is at hand already stays at hand. */
function shownAt({ stored, away }: State, jobs: Readonly<Record<string, Job>>): Pick<State, "stored" | "away"> {
  const fresh = sorted(without(jobs, new Set(Object.keys(stored))));
  const kept = Object.fromEntries(Object.entries(jobs).filter(([id]) => Object.hasOwn(stored, id)));
  return {
    stored: { ...stored, ...kept, ...fresh.near },
    away: { ...without(away, new Set(Object.keys(jobs))), ...fresh.away },
  };
}

/** Brings the documents of jobs to hand. */
export async function fetchJobs(ids: readonly string[]): Promise<void> {
  const wanted = ids.filter((id) => isAway(get(), id));
  for await (const kept of slicesOf(wanted)) {
    const { jobs } = readable(kept);
    const here = without(jobs, gone);
    set(({ stored, away }) => ({
      stored: { ...here, ...stored },
      away: without(away, new Set(kept.map(({ key }) => key))),
    }));
  }
}

const tellOfUnread = (error: unknown) => notify(`The job could not be read: ${whyNotKept(error)}.`, "problem");

/** Loads every job once and listens to the other tabs. */
export async function loadJobs() {
  if (get().status === "ready") return;
  const start = performance.now();
  whenBlocked.tell = tellOfBlocked;
  try {
    const first = await readFirst();
    const { jobs, newer, broken } = readable(first.held);
    const { near, away } = sorted(jobs);
    set({ status: "ready", stored: near, away, broken, whole: first.rest.length === 0, heads: first.heads });
    performance.measure("load jobs", { start });
    if (newer > 0) tellOfNewer(newer);
    if (first.rest.length === 0) setTimeout(() => void keepIndex(linesOf(get())), 2 * WARM_UP_MS);
    else
      void readOn(first.rest).catch((error: unknown) =>
        notify(`The finished jobs could not be read: ${whyNotKept(error)}. Load the page again.`, "problem"),
      );
    channel?.addEventListener("message", onOtherTab);
    setTimeout(() => void Promise.all([fullCheck(), sealing()]), WARM_UP_MS);
    setTimeout(
      () => void import("./pictures").then(({ sweepPictures }) => sweepPictures()).catch(() => undefined),
      2 * WARM_UP_MS,
    );
    // Asked for once there is something to lose; the browser may say no, Settings then says what to do.
    if (first.held.length + first.rest.length > 0) void navigator.storage?.persist?.().catch(() => false);
  } catch (error) {
    set({ status: "no-storage", noStorage: whyNotKept(error) });
  }
}

const BLOCKED =
  "An older version of this program is open in another tab and holds what is kept here. Close that tab, " +
  "or load it again; this one goes on by itself then.";

function tellOfBlocked(blocked: boolean) {
  if (blocked) notify(BLOCKED, "problem");
  else for (const { id, text } of noticesNow()) if (text === BLOCKED) dismiss(id);
}

const tellOfNewer = (count: number) =>
  notify(
    count === 1
      ? "One of the jobs here was written by a newer version of this program. It is kept as it is; load the page again to see it."
      : `${count} of the jobs here were written by a newer version of this program. They are kept; load the page again to see them.`,
    "problem",
  );

/**
 * Jobs of this version, how many are of a newer one, and what is no job at all: one that cannot be read keeps no
 * other from being shown.
 */
function readable(kept: readonly KeyedJob[]): { jobs: Record<string, Job>; newer: number; broken: BrokenJob[] } {
  const jobs: Record<string, Job> = {};
  const broken: BrokenJob[] = [];
  let newer = 0;
  for (const { key, held } of kept) {
    const job = isHeld(held) ? jobOf(held) : null;
    if (job === undefined) newer += 1;
    // A name that every object has would find a method wherever jobs are looked up by their id.
    else if (job?.id === key && !(key in Object.prototype) && hasOutlineOfJob(job)) jobs[key] = job;
    else broken.push({ key, held });
  }
  return { jobs, newer, broken };
}

const isHeld = (held: unknown): held is Held =>
  typeof held === "object" &&
  held !== null &&
  typeof (held as Held).version === "number" &&
  typeof (held as Held).job === "object" &&
  (held as Held).job !== null;

/** Jobs that left while the rest was being read. */
const gone = new Set<string>();

/** Reads what readFirst left for later, and puts it beside what is here; what changed meanwhile is newer and stays. */
async function readOn(ids: readonly string[]) {
  const near: Record<string, Job> = {};
  const away: Record<string, LedgerJob> = {};
  const broken: BrokenJob[] = [];
  let newer = 0;
  for await (const kept of slicesOf(ids)) {
    const slice = readable(kept);
    newer += slice.newer;
    broken.push(...slice.broken);
    // Summed up here, a few at a time; only the lines are kept.
    const its = sorted(slice.jobs);
    Object.assign(near, its.near);
    Object.assign(away, its.away);
  }
  set((state) => {
    const newerHere = new Set([...gone, ...Object.keys(state.stored), ...Object.keys(state.away)]);
    return {
      stored: { ...without(near, newerHere), ...state.stored },
      away: { ...without(away, newerHere), ...state.away },
      broken: [...state.broken, ...broken],
      whole: true,
      heads: [],
    };
  });
  if (newer > 0) tellOfNewer(newer);
  setTimeout(() => void keepIndex(linesOf(get())), WARM_UP_MS);
}

/** Resolves once every job is here: whoever compares with all of them waits for it. */
export const wholeJobs = (): Promise<void> =>
  new Promise((resolve) => {
    if (get().whole || get().status === "no-storage") return resolve();
    const stop = store.subscribe(({ whole, status }) => {
      if (!whole && status !== "no-storage") return;
      stop();
      resolve();
    });
  });

/** A stored job brought up to this version; undefined when a newer program wrote it. */
const jobOf = ({ version, job }: Held): Job | undefined =>
  version > JOB_FILE_VERSION ? undefined : (upgradeJob(job, version) as Job);

const channel = channelNamed("weary-bristle");

/** Another tab stored or deleted jobs. */
const onOtherTab = ({ data: { jobIds } }: MessageEvent<{ jobIds: string[] }>) =>
  void readAnew(jobIds).catch(() => undefined);

/** So many come into view at a time: whatever looks at jobs looks at the new ones then. */
const SHOWN_AT_ONCE = 100;

/** Reads some jobs again, a few at a time, and puts them beside what is here. */
async function readAnew(ids: readonly string[]) {
  let fresh: Record<string, Job> = {};
  const read = new Set<string>();
  const show = (went: ReadonlySet<string>) => {
    set((state) => {
      const { stored, away } = shownAt(state, fresh);
      return went.size === 0 ? { stored, away } : { stored: without(stored, went), away: without(away, went) };
    });
    fresh = {};
  };
  for await (const kept of slicesOf(ids)) {
    const { jobs } = readable(kept);
    Object.assign(fresh, jobs);
    for (const id of Object.keys(jobs)) {
      read.add(id);
      gone.delete(id);
    }
    if (Object.keys(fresh).length >= SHOWN_AT_ONCE) show(new Set());
  }
  const left = new Set(ids.filter((id) => !read.has(id)));
  for (const id of left) gone.add(id);
  show(left);
}

const tellOtherTabs = (jobIds: string[]) => channel?.postMessage({ jobIds });

// ---- changing -------------------------------------------------------------------------------------------------------

let queue: Promise<void> = Promise.resolve();
const enqueue = () => (queue = queue.then(flush));

/** Why something may not be recorded as done yet; the button that asks for it is locked too. */
function lockedOp(job: Job, ops: readonly Op[]): string | undefined {
  for (const op of ops) {
    if (op.op !== "append" || op.event.kind !== "done") continue;
    const finish = mayRecord(job, op.event, seenSince);
    if (!finish.may)
      return finish.by === "meter"
        ? "Not recorded: there is gas inside until a meter says otherwise."
        : `Not recorded: it has to air ${Math.ceil(finish.waitMs / 60_000)} min more.`;
  }
  return undefined;
}

/** Gives a command. It shows at once; "Saved" shows when it is stored. */
export function run(jobId: string, command: Command) {
  const seen = viewOf(get(), jobId);
  if (!seen) return;
  const locked = lockedOp(seen, command.ops);
  if (locked) return notify(locked, "problem");
  try {
    const { inverse } = applyOps(seen, command.ops);
    set(({ undoable }) => ({
      undoable: [...undoable, { jobId, label: command.label, ops: command.ops, inverse }].slice(-200),
      redoable: [],
    }));
    wait(jobId, command, seen);
  } catch (error) {
    if (!(error instanceof CommandRefused)) throw error;
    notify(error.message, "problem");
  }
}

function wait(jobId: string, command: Command, seen: Job, restsOn?: readonly Op[]) {
  set(({ waiting }) => ({
    waiting: [...waiting, { id: next(), jobId, command, seen, ...(restsOn ? { restsOn } : {}) }],
  }));
  void enqueue();
}

/** Stores the waiting commands, oldest first; stops at the first that storage refuses and keeps the rest. */
async function flush() {
  for (;;) {
    const [entry] = get().waiting;
    if (!entry) return;
    const { jobId, command, seen, restsOn = [] } = entry;
    try {
      const [checks, seal] = await Promise.all([fullCheck(), sealing()]);
      const { before, job } = await withDb(async (database) => {
        // Stored means on the disk: what happened must outlive a battery that dies.
        const transaction = database.transaction("jobs", "readwrite", { durability: "strict" });
        const kept = await transaction.store.get(jobId);
        if (!kept) throw new CommandRefused("The job was deleted in another tab.");
        const before = jobOf(kept);
        if (!before)
          throw new CommandRefused("The job was changed by a newer version of this program. Reload this page.");
        if (!standsAsLeft(before, restsOn))
          throw new CommandRefused("It was changed since, in another tab or by a later step.");
        const copy = kept.copy ?? newId();
        const after = written(before, applyOps(before, command.ops).job, command.ops, copy);
        const job = seal ? seal(after) : after;
        const problem = problemOf(job, checks);
        if (problem) throw new CommandRefused(problem);
        await transaction.store.put({ version: JOB_FILE_VERSION, job, copy }, jobId);
        await transaction.done;
        return { before, job };
      });
      if (overwrites(seen, before, command.ops))
        notify(`"${command.label}" replaces what another tab had just set there.`, "plain");
      set(({ stored, waiting }) => ({
        stored: { ...stored, [jobId]: job },
        waiting: waiting.filter(({ id }) => id !== entry.id),
        saveProblem: undefined,
        lastSavedAt: Date.now(),
      }));
      tellOtherTabs([jobId]);
    } catch (error) {
      if (error instanceof CommandRefused) {
        notify(`"${command.label}" was not kept. ${error.message}`, "problem");
        set(({ waiting, undoable }) => ({
          waiting: waiting.filter(({ id }) => id !== entry.id),
          undoable: undoable.filter(({ ops }) => ops !== command.ops),
        }));
        continue;
      }
      set({ saveProblem: `Not saved: ${whyNotKept(error)}.` });
      tryAgainSoon();
      return;
    }
  }
}

/** The full check of a document is the largest piece of code here, so it comes after the first screen. */
const fullCheck = () => import("../core/job/file").catch(() => undefined);
/** So does the sealing of what happened; without the network what is not sealed now is sealed with what comes next. */
const sealing = () =>
  import("../core/job/seals").then(
    ({ sealed }) => sealed,
    () => undefined,
  );
const WARM_UP_MS = 2000;

/** Whatever a command makes of a job must still be a job. Events are checked as they come, not all again each time. */
function problemOf(
  { seals: _seals, merging: _merging, ...job }: Job,
  checks: Awaited<ReturnType<typeof fullCheck>>,
): string | undefined {
  const { events } = job;
  const light = events.some(({ kind }) => kind === "undo") ? job : { ...job, events: events.slice(-1) };
  // Without the network the full check may never have come; what points where is checked all the same.
  const { experience: _learnt, ...kit } = kitNow();
  const result = checks?.checkJobFile(jobFileOf(light, kit, job.createdAt));
  const problems = result ? (result.ok ? [] : result.problems) : integrityProblems(light);
  return problems.length > 0 ? problems.map(inWords).join(" ") : undefined;
}

/** After the disk was full: tries the waiting commands again. */
export const retrySaving = () => void enqueue();

/** What could not be stored is tried again by itself, too: room may have come, a lost connection may be back. */
const TRY_AGAIN_MS = 5000;
let tryingAgain: ReturnType<typeof setTimeout> | undefined;

function tryAgainSoon() {
  clearTimeout(tryingAgain);
  tryingAgain = setTimeout(retrySaving, TRY_AGAIN_MS);
}

/** Leaving with a step that is not stored yet: the browser asks first. */
export function askBeforeLeaving(): () => void {
  const ask = (event: BeforeUnloadEvent) => {
    if (get().waiting.length > 0) event.preventDefault();
  };
  addEventListener("beforeunload", ask);
  return () => removeEventListener("beforeunload", ask);
}

// ---- undo -----------------------------------------------------------------------------------------------------------

/** Takes back this tab's last command on a job, or says why it cannot. */
export function undo(jobId: string) {
  const entry = get().undoable.findLast((done) => done.jobId === jobId);
  const job = viewOf(get(), jobId);
  if (!entry || !job) return;
  set(({ undoable, redoable }) => ({
    undoable: undoable.filter((done) => done !== entry),
    redoable: [...redoable, entry],
  }));
  if (!standsAsLeft(job, entry.ops)) {
    set(({ redoable }) => ({ redoable: redoable.filter((done) => done !== entry) }));
    notify(`"${entry.label}" cannot be undone: it was changed since, in another tab or by a later step.`, "problem");
    return;
  }
  // What happened stays in the record: an undo of it is one more event.
  const takenBack = entry.ops.flatMap((op): Op[] =>
    op.op === "append"
      ? [record({ kind: "undo", id: newId(), at: nowIso(), of: lastlyUndoneBy(job, op.event.id) })]
      : [],
  );
  wait(jobId, { label: `Undo: ${entry.label}`, ops: [...takenBack.reverse(), ...entry.inverse] }, job, entry.ops);
}

/** The event to take back: the event itself, or the undo that brought it again. */
function lastlyUndoneBy(job: Job, eventId: string): string {
  const undoing = job.events.findLast((event) => event.kind === "undo" && event.of === eventId);
  return undoing ? lastlyUndoneBy(job, undoing.id) : eventId;
}

/** Brings back what was undone last. */
export function redo(jobId: string) {
  const entry = get().redoable.findLast((done) => done.jobId === jobId);
  const job = viewOf(get(), jobId);
  if (!entry || !job) return;
  const again = entry.ops.map((op): Op =>
    op.op === "append" ? record({ kind: "undo", id: newId(), at: nowIso(), of: lastlyUndoneBy(job, op.event.id) }) : op,
  );
  set(({ undoable, redoable }) => ({
    redoable: redoable.filter((done) => done !== entry),
    undoable: [...undoable, entry],
  }));
  try {
    if (!standsAsLeft(job, entry.inverse))
      throw new CommandRefused(`"${entry.label}" cannot be done again: it was changed since, in another tab.`);
    applyOps(job, again);
    wait(jobId, { label: `Redo: ${entry.label}`, ops: again }, job, entry.inverse);
  } catch (error) {
    if (!(error instanceof CommandRefused)) throw error;
    notify(error.message, "problem");
  }
}

// ---- whole jobs -----------------------------------------------------------------------------------------------------

/** Stores jobs that are new or replace one of the same id; resolves once they are stored. */
export async function putJobs(jobs: readonly Job[]): Promise<boolean> {
  try {
    await withDb(async (database) => {
      const transaction = database.transaction("jobs", "readwrite");
      for (const job of jobs) await transaction.store.put({ version: JOB_FILE_VERSION, job }, job.id);
      await transaction.done;
    });
    for (const { id } of jobs) gone.delete(id);
    set((state) => ({
      ...shownAt(state, Object.fromEntries(jobs.map((job) => [job.id, job]))),
      lastSavedAt: Date.now(),
    }));
    tellOtherTabs(jobs.map(({ id }) => id));
    return true;
  } catch (error) {
    notify(`Not saved: ${whyNotKept(error)}.`, "problem");
    return false;
  }
}

/**
 * Puts jobs back as they were, where what is kept now is what this tab left there; what was changed since stays.
 * @param left what this tab left of each, by id; none where it left nothing
 */
export async function putBack(jobs: readonly Job[], left: ReadonlyMap<string, Job>) {
  try {
    const kept = await withDb(async (database) => {
      const transaction = database.transaction("jobs", "readwrite");
      const kept: Job[] = [];
      for (const job of jobs) {
        const held = await transaction.store.get(job.id);
        const now = held && jobOf(held);
        const expected = left.get(job.id);
        const isAsLeft = held === undefined ? !expected : now !== undefined && same(now, expected);
        if (isAsLeft) await transaction.store.put({ version: JOB_FILE_VERSION, job }, job.id);
        else kept.push(job);
      }
      await transaction.done;
      return kept;
    });
    await jobsCameIn(jobs.map(({ id }) => id));
    for (const { title } of kept)
      notify(`"${title}" is not put back: it was opened or worked on since, and stays as it is now.`, "problem");
  } catch (error) {
    notify(`Not put back: ${whyNotKept(error)}.`, "problem");
  }
}

/**
 * Jobs that were stored by something else of this tab: shown, and the other tabs told. A few at a time, so that the
 * page is not held.
 */
export async function jobsCameIn(ids: readonly string[]) {
  await readAnew(ids);
  tellOtherTabs([...ids]);
}

/** Resolves when nothing waits to be stored; false when something cannot be. */
export async function allSaved(): Promise<boolean> {
  await enqueue();
  return get().waiting.length === 0;
}

/** Removes jobs; the notice brings them back, as long as it is not put away. */
export async function deleteJobs(jobs: readonly Job[], words: string) {
  const ids = jobs.map(({ id }) => id);
  if (!(await deleteKeys(ids))) return;
  const left = new Set(ids);
  set(({ stored, away }) => ({ stored: without(stored, left), away: without(away, left) }));
  notify(words, "plain", () => void putBack(jobs, new Map()), true);
}

/** Removes what is kept and is no job; it cannot be brought back but from its export. */
export async function deleteBroken(key: string) {
  if (await deleteKeys([key])) set(({ broken }) => ({ broken: broken.filter((each) => each.key !== key) }));
}

async function deleteKeys(keys: string[]): Promise<boolean> {
  try {
    await withDb(async (database) => {
      const transaction = database.transaction("jobs", "readwrite");
      for (const key of keys) await transaction.store.delete(key);
      await transaction.done;
    });
  } catch (error) {
    notify(`Not deleted: ${whyNotKept(error)}.`, "problem");
    return false;
  }
  for (const key of keys) gone.add(key);
  tellOtherTabs(keys);
  return true;
}
