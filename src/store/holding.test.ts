import { eventually } from "@/core/testing/eventually";
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { jobFromTemplate } from "../core/job/newJob";
import type { Job } from "../core/job/schema";

/** What is kept, when what keeps it fails. */

let counter = 0;
const bench = (): Job => jobFromTemplate("bench-seat", () => `i${counter++}`, "2026-05-04T08:00:00Z");
/** The program over what this browser keeps. */
async function program() {
  vi.resetModules();
  const jobs = await import("./jobs");
  const [notices, store] = [await import("./notices"), await import("./db")];
  return { ...jobs, ...store, texts: () => notices.noticesNow().map(({ text }) => text), notices };
}

const raw = (version?: number) =>
  new Promise<IDBDatabase>((resolve, reject) => {
    const open = indexedDB.open("weary-bristle", version);
    open.onupgradeneeded = () => {
      for (const name of ["jobs", "settings"])
        if (!open.result.objectStoreNames.contains(name)) open.result.createObjectStore(name);
    };
    open.onsuccess = () => resolve(open.result);
    open.onerror = () => reject(open.error as Error);
  });

beforeEach(() => {
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("navigator", {});
});

describe("the connection to storage", () => {
  it("closed behind its back is opened again, and what waited is stored", async () => {
    const tab = await program();
    await tab.loadJobs();
    const job = bench();
    await tab.putJobs([job]);
    (await tab.db()).close();
    tab.run(job.id, { label: "Title", ops: [{ op: "set", path: ["title"], value: "After" }] });
    await eventually(async () =>
      expect(((await tab.withDb((database) => database.get("jobs", job.id)))?.job as Job).title).toBe("After"),
    );
    expect(tab.stateNow().saveProblem).toBeUndefined();
    (await tab.db()).close();
    expect(await tab.putJobs([{ ...job, id: "second" }])).toBe(true);
  });

  it("held by an older tab is said, and goes on by itself when that lets go", async () => {
    const old = await raw(1);
    const tab = await program();
    const loading = tab.loadJobs();
    await eventually(() =>
      expect(tab.texts().join()).toContain("An older version of this program is open in another tab"),
    );
    expect(tab.stateNow().status).toBe("loading");
    old.close();
    await loading;
    expect([tab.stateNow().status, tab.texts()]).toEqual(["ready", []]);
  });

  it("of a newer program, or of none at all, is said with what to do", async () => {
    (await raw(99)).close();
    const tab = await program();
    await tab.loadJobs();
    expect([tab.stateNow().status, tab.stateNow().noStorage]).toEqual([
      "no-storage",
      expect.stringMatching(/written by a newer version of this program. Load the page again/),
    ]);
    vi.stubGlobal("indexedDB", undefined);
    const none = await program();
    await none.loadJobs();
    expect(none.stateNow().noStorage).toMatch(/site data or cookies are blocked.*Allow them for this address/);
  });

  it("without room says so at every write, settings and deleting among them", async () => {
    const tab = await program();
    await tab.loadJobs();
    const job = bench();
    await tab.putJobs([job]);
    const { IDBObjectStore } = await import("fake-indexeddb");
    const full = () => {
      throw new DOMException("full", "QuotaExceededError");
    };
    vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(full);
    vi.spyOn(IDBObjectStore.prototype, "delete").mockImplementation(full);
    const { changeSettings } = await import("./settings");
    expect(await changeSettings({ theme: "night" })).toBe(false);
    expect(await tab.putJobs([{ ...job, id: "other" }])).toBe(false);
    await tab.deleteJobs([job], "gone");
    expect(tab.texts()).toEqual([
      expect.stringMatching(/^This setting holds only until.*no room left/),
      expect.stringMatching(/^Not saved: .*no room left/),
      expect.stringMatching(/^Not deleted: .*no room left/),
    ]);
    expect(tab.jobNow(job.id)).toBeDefined();
    vi.restoreAllMocks();
  });
});

describe("what is kept and is no job", () => {
  it("keeps no other from being shown, stays as it is, and goes when it is told to", async () => {
    const before = await program();
    const good = bench();
    await before.withDb(async (database) => {
      await database.put("jobs", { version: 2, job: good }, good.id);
      await database.put("jobs", { version: 2, job: { id: "half", title: 5 } }, "half");
      await database.put("jobs", 7 as never, "seven");
      await database.put("jobs", { version: 2, job: { ...good, id: "other" } }, "elsewhere");
      await database.put("jobs", { version: 99, job: {} }, "newer");
      await database.put("jobs", { version: 2, job: { ...good, id: "toString" } }, "toString");
    });
    const tab = await program();
    await tab.loadJobs();
    expect(Object.keys(tab.stateNow().stored)).toEqual([good.id]);
    expect(
      tab
        .stateNow()
        .broken.map(({ key }) => key)
        .sort(),
    ).toEqual(["elsewhere", "half", "seven", "toString"]);
    expect(tab.texts().join()).toContain("One of the jobs here was written by a newer version");
    for (const name of ["__proto__", "constructor", "toString"]) expect(tab.jobNow(name)).toBeUndefined();
    await tab.deleteBroken("half");
    expect(await tab.withDb((database) => database.getAllKeys("jobs"))).not.toContain("half");
  });
});

it("of several problems each stays until it is put away; plain words make room", async () => {
  const { notices } = await program();
  for (let at = 0; at < 9; at++) notices.notify(`Problem ${at}`, "problem");
  for (let at = 0; at < 3; at++) notices.notify(`Word ${at}`);
  expect(notices.noticesNow().map(({ text }) => text)).toEqual(Array.from({ length: 9 }, (_, at) => `Problem ${at}`));
});

it("what can only be undone here stays until it is put away, however long that takes", async () => {
  const { notices } = await program();
  vi.useFakeTimers();
  notices.notify("Deleted", "plain", () => undefined, true);
  notices.notify("Said by the way");
  vi.advanceTimersByTime(3_600_000);
  vi.useRealTimers();
  expect(notices.noticesNow().map(({ text }) => text)).toEqual(["Deleted"]);
});
