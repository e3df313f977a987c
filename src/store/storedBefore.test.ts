import { eventually } from "@/core/testing/eventually";
import { readdirSync, readFileSync } from "node:fs";
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { expect, it, vi } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { checkJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import type { Job } from "@/core/job/schema";

/** What a device holds that was last used with an older version: one sample of each, written by that version itself. */

const FOLDER = "docs/samples/stored";
const AT = "2026-05-04T18:00:00Z";

interface Stored {
  /** Version of the database. */
  dbVersion: number;
  jobs: { version: number; job: { id: string; title: string; events: unknown[] } }[];
  settings: { units: string; theme: string; rates?: object; day?: { notToday?: string[]; on?: object } };
}

/** The stores that a database of that version had. */
const STORES: readonly { from: number; name: string; keyPath?: string }[] = [
  { from: 1, name: "jobs" },
  { from: 1, name: "settings" },
  { from: 2, name: "pictures", keyPath: "id" },
  { from: 3, name: "index" },
];

const write = ({ dbVersion, jobs, settings }: Stored) =>
  new Promise<void>((done, fail) => {
    const opening = indexedDB.open("weary-bristle", dbVersion);
    opening.onupgradeneeded = () => {
      for (const { from, name, keyPath } of STORES)
        if (from <= dbVersion) opening.result.createObjectStore(name, keyPath ? { keyPath } : {});
    };
    opening.onerror = () => fail(opening.error ?? new Error("not opened"));
    opening.onsuccess = () => {
      const writing = opening.result.transaction(["jobs", "settings"], "readwrite");
      for (const held of jobs) writing.objectStore("jobs").put(held, held.job.id);
      writing.objectStore("settings").put(settings, "settings");
      writing.oncomplete = () => (opening.result.close(), done());
    };
  });

it.each(readdirSync(FOLDER))(
  "what the version of %s stored opens: jobs with their record, plans, settings",
  async (file) => {
    const stored = JSON.parse(readFileSync(`${FOLDER}/${file}`, "utf8")) as Stored;
    vi.stubGlobal("indexedDB", new IDBFactory());
    vi.stubGlobal("navigator", {});
    vi.resetModules();
    await write(stored);
    const tab = await import("./jobs");
    const { loadSettings, settingsNow } = await import("./settings");
    const { kitNow } = await import("./kit");
    const { noticesNow } = await import("./notices");
    await tab.loadJobs();
    await loadSettings();
    expect(noticesNow()).toEqual([]);
    expect(settingsNow()).toMatchObject(stored.settings);
    const kit = kitNow();
    for (const { job: before } of stored.jobs) {
      const job = tab.jobNow(before.id)!;
      // Both are what this version lets in from a file.
      expect(checkJobFile(jobFileOf(job, kit, AT))).toMatchObject({ ok: true });
      expect(job).toMatchObject({ title: before.title, events: before.events });
      const { plan, history } = assess(job, kit, AT, quickly);
      expect(Object.keys(plan.zones)).toEqual(job.zones.order);
      expect(history.done).toHaveLength(before.events.length);
      // It goes on being worked: changed, and stored in the form of now.
      tab.run(before.id, { label: "Named", ops: [{ op: "set", path: ["customer"], value: "Tern House" }] });
      await eventually(async () => {
        const { db } = await import("./db");
        const held = (await (await db()).get("jobs", before.id)) as { job: Job };
        const { merging, seals, ...shown } = held.job;
        expect(shown).toEqual({ ...job, customer: "Tern House" });
        expect([merging?.leaves.length, seals?.length ?? 0]).toEqual([1, before.events.length]);
      });
    }
  },
);

it("a sample of every version there was is among them, the first with a record", () => {
  const all = readdirSync(FOLDER).map((file) => JSON.parse(readFileSync(`${FOLDER}/${file}`, "utf8")) as Stored);
  expect([...new Set(all.map(({ dbVersion }) => dbVersion))].sort()).toEqual([1, 2, 3]);
  expect([...new Set(all.flatMap(({ jobs }) => jobs.map(({ version }) => version)))].sort()).toEqual([1, 2]);
  for (const { jobs } of all) expect(jobs[0]!.job.events.length).toBeGreaterThan(0);
});
