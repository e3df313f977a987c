import { eventually } from "@/core/testing/eventually";
import { readFileSync } from "node:fs";
import "fake-indexeddb/auto";
import { IDBFactory, IDBObjectStore } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { jobFromTemplate } from "../core/job/newJob";
import type { Job } from "../core/job/schema";

type Tab = typeof import("./jobs");

/** A tab is a fresh copy of the store's modules over the same browser storage. */
async function openTab(): Promise<Tab> {
  vi.resetModules();
  const jobs = await import("./jobs");
  notes.set(jobs, await import("./notices"));
  await jobs.loadJobs();
  tabs.push(jobs);
  return jobs;
}

const tabs: Tab[] = [];

const ids = () => {
  let next = 0;
  return () => `i${next++}`;
};

const bench = (): Job => jobFromTemplate("bench-seat", ids(), "2026-05-04T08:00:00Z");
/** Every tab has stored what it can, and the others have heard of it. */
async function settled() {
  await eventually(() =>
    expect(tabs.every((each) => each.stateNow().waiting.length === 0 || each.stateNow().saveProblem)).toBe(true),
  );
  await new Promise((resolve) => setTimeout(resolve, 40));
}

const title = (value: string) => ({ label: `Title ${value}`, ops: [{ op: "set" as const, path: ["title"], value }] });
const place = (value: string) => ({ label: `Place ${value}`, ops: [{ op: "set" as const, path: ["place"], value }] });
const texts = (tab: Tab) =>
  notes
    .get(tab)!
    .noticesNow()
    .map(({ text }) => text);
const notes = new Map<Tab, typeof import("./notices")>();

async function storedJob(id: string): Promise<Job | undefined> {
  const { db } = await import("./db");
  return (await (await db()).get("jobs", id))?.job as Job | undefined;
}

let job: Job;
let tab: Tab;
beforeEach(async () => {
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("navigator", {});
  tabs.length = 0;
  job = bench();
  tab = await openTab();
  await tab.putJobs([job]);
});
afterEach(() => vi.restoreAllMocks());

describe("a change", () => {
  it("shows at once, is stored soon after, and is there in a tab opened later", async () => {
    tab.run(job.id, title("Ferry bench"));
    expect(tab.jobNow(job.id)?.title).toBe("Ferry bench");
    await settled();
    expect((await storedJob(job.id))?.title).toBe("Ferry bench");
    expect(tab.stateNow().waiting).toEqual([]);
    expect((await openTab()).jobNow(job.id)?.title).toBe("Ferry bench");
  });

  it("that would end an airing before its time is not recorded, whoever asks", async () => {
    const event = { at: new Date().toISOString(), stepKey: "air:", title: "Air", action: "air" as const, zoneIds: [] };
    const start = (id: string, at: string) => ({ ...event, kind: "start" as const, id, at, dwellMinMin: 30 });
    const done = (id: string) => ({
      label: "Done",
      ops: [{ op: "append" as const, event: { ...event, kind: "done" as const, id } }],
    });
    tab.run(job.id, { label: "Start", ops: [{ op: "append", event: start("s1", event.at) }] });
    tab.run(job.id, done("d1"));
    expect(texts(tab).join()).toMatch(/Not recorded: it has to air (29|30) min more/);
    expect(tab.jobNow(job.id)!.events.map(({ id }) => id)).not.toContain("d1");
    const longAgo = new Date(Date.now() - 31 * 60_000).toISOString();
    tab.run(job.id, { label: "Start", ops: [{ op: "append", event: start("s2", longAgo) }] });
    tab.run(job.id, done("d2"));
    await settled();
    expect((await storedJob(job.id))!.events.map(({ id }) => id)).toContain("d2");
  });

  it("that would make it no longer a job is refused in words, and leaves nothing behind", async () => {
    tab.run(job.id, {
      label: "Length",
      ops: [{ op: "set", path: ["pieces", "byId", job.pieces.order[0]!, "lengthMm"], value: -5 }],
    });
    await settled();
    expect(texts(tab).join()).toMatch(/"Length" was not kept\. .*lengthMm.*at least/);
    expect(tab.jobNow(job.id)).toEqual(job);
    expect(await storedJob(job.id)).toEqual(job);
    expect(tab.stateNow().undoable).toEqual([]);
  });

  it("waits when there is no room, loses nothing, and goes through when there is", async () => {
    const put = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    tab.run(job.id, title("One"));
    tab.run(job.id, place("Pier"));
    await settled();
    expect(tab.stateNow().saveProblem).toMatch(/no room left/);
    expect(tab.jobNow(job.id)).toMatchObject({ title: "One", place: "Pier" });
    put.mockRestore();
    tab.retrySaving();
    await eventually(() => expect(tab.stateNow().saveProblem).toBeUndefined());
    await settled();
    expect(await storedJob(job.id)).toMatchObject({ title: "One", place: "Pier" });
  });
});

describe("what other versions wrote", () => {
  const put = async (version: number, id: string, kept: unknown) => {
    const { db } = await import("./db");
    await (await db()).put("jobs", { version, job: kept }, id);
  };

  it("an older job comes up to now, and is stored so with the first change", async () => {
    const { job: old } = JSON.parse(readFileSync("docs/samples/version-1.job.json", "utf8"));
    await put(1, old.id, old);
    const later = await openTab();
    expect(later.jobNow(old.id)?.zones.byId.z2?.shape).toHaveLength(4);
    later.run(old.id, title("Brought up"));
    await settled();
    expect(await storedJob(old.id)).toMatchObject({
      title: "Brought up",
      zones: { byId: { z2: { shape: expect.any(Array) } } },
    });
  });

  it("a newer job is left exactly as it is, said so, and not written over", async () => {
    const newer = { ...job, title: "From next year", marvels: 7 };
    await put(99, job.id, newer);
    const later = await openTab();
    expect(later.jobNow(job.id)).toBeUndefined();
    expect(texts(later).join()).toContain("newer version");
    tab.run(job.id, title("Over it"));
    await settled();
    expect(texts(tab).join()).toContain("changed by a newer version");
    expect(await storedJob(job.id)).toEqual(newer);
  });
});

describe("two tabs", () => {
  it("keep both changes of different fields; of one field the later wins and says so", async () => {
    const other = await openTab();
    tab.run(job.id, title("From one"));
    other.run(job.id, place("From two"));
    await settled();
    expect(await storedJob(job.id)).toMatchObject({ title: "From one", place: "From two" });
    expect(tab.jobNow(job.id)).toEqual(other.jobNow(job.id));
    expect([...texts(tab), ...texts(other)].filter((text) => text.includes("replaces"))).toEqual([]);

    tab.run(job.id, title("Earlier"));
    other.run(job.id, title("Later"));
    await settled();
    expect((await storedJob(job.id))?.title).toBe("Later");
    expect(texts(other).join()).toContain("replaces what another tab had just set");
  });

  it("say that a job was deleted elsewhere instead of bringing it back", async () => {
    const other = await openTab();
    await other.deleteJobs([job], "Deleted.");
    tab.run(job.id, title("Too late"));
    await settled();
    expect(await storedJob(job.id)).toBeUndefined();
    expect(tab.jobNow(job.id)).toBeUndefined();
    notes
      .get(other)!
      .noticesNow()
      .find(({ undo }) => undo)!.undo!();
    await settled();
    expect(await storedJob(job.id)).toEqual(job);
  });
});

describe("undo", () => {
  it("takes back and brings again this tab's own commands, last first", async () => {
    tab.run(job.id, title("One"));
    tab.run(job.id, title("Two"));
    tab.undo(job.id);
    expect(tab.jobNow(job.id)?.title).toBe("One");
    tab.undo(job.id);
    expect(tab.jobNow(job.id)?.title).toBe(job.title);
    tab.redo(job.id);
    tab.redo(job.id);
    expect(tab.jobNow(job.id)?.title).toBe("Two");
    tab.undo(job.id);
    tab.run(job.id, title("Three"));
    tab.redo(job.id);
    await settled();
    expect((await storedJob(job.id))?.title).toBe("Three");
  });

  it("is refused where another tab has changed the same thing since", async () => {
    const other = await openTab();
    tab.run(job.id, title("Mine"));
    await settled();
    other.run(job.id, title("Theirs"));
    await settled();
    tab.undo(job.id);
    await settled();
    expect((await storedJob(job.id))?.title).toBe("Theirs");
    expect(texts(tab).join()).toContain("cannot be undone");
  });

  it("is refused too where this tab has not heard of the other's change yet", async () => {
    tab.run(job.id, title("One"));
    await settled();
    // Stored by a tab that tells nobody.
    const { db } = await import("./db");
    const put = async (value: string) =>
      (await db()).put("jobs", { version: 2, job: { ...(await storedJob(job.id))!, title: value } }, job.id);
    await put("Theirs");
    tab.undo(job.id);
    await settled();
    expect([(await storedJob(job.id))?.title, texts(tab).join()]).toEqual([
      "Theirs",
      expect.stringMatching(/"Undo: Title One" was not kept. It was changed since/),
    ]);
    await put("Before");
    tab.run(job.id, title("Two"));
    await settled();
    tab.undo(job.id);
    await settled();
    await put("Theirs again");
    tab.redo(job.id);
    await settled();
    expect((await storedJob(job.id))?.title).toBe("Theirs again");
  });

  it("of a deletion brings back what was deleted, and never over what was opened or changed since", async () => {
    const undoNotice = () =>
      notes
        .get(tab)!
        .noticesNow()
        .findLast(({ undo }) => undo)!;
    await tab.deleteJobs([job], "It was deleted.");
    undoNotice().undo!();
    await eventually(async () => expect(await storedJob(job.id)).toEqual(job));
    await eventually(() => expect(tab.jobNow(job.id)).toEqual(job));
    await tab.deleteJobs([job], "It was deleted again.");
    // Opened from a file in a second tab, changed in a third.
    const second = await openTab();
    await second.putJobs([job]);
    const third = await openTab();
    third.run(job.id, title("Newest"));
    await settled();
    undoNotice().undo!();
    await eventually(() => expect(texts(tab).join()).toMatch(/is not put back: it was opened or worked on since/));
    expect((await storedJob(job.id))?.title).toBe("Newest");
    expect(tab.jobNow(job.id)?.title).toBe("Newest");
  });

  it("of recorded work appends an event, as often as it goes to and fro", async () => {
    const zoneId = job.zones.order[0]!;
    const event = {
      kind: "start" as const,
      id: "s1",
      at: "2026-05-04T09:00:00Z",
      stepKey: "dry-removal:",
      title: "Lift",
      action: "dry-removal" as const,
      zoneIds: [zoneId],
    };
    tab.run(job.id, { label: "Start", ops: [{ op: "append", event }] });
    for (const move of [tab.undo, tab.redo, tab.undo]) move(job.id);
    await settled();
    const { events } = (await storedJob(job.id))!;
    expect(
      events.map((each) => (each.kind === "undo" ? `undo ${events.findIndex(({ id }) => id === each.of)}` : each.kind)),
    ).toEqual(["start", "undo 0", "undo 1", "undo 2"]);
    const { historyOf } = await import("../core/job/history");
    expect(historyOf((await storedJob(job.id))!).running).toEqual([]);
  });
});

describe("hundreds of finished jobs", () => {
  const finished = (index: number): Job => ({
    ...bench(),
    id: `old-${index}`,
    title: `Old ${index}`,
    events: [
      {
        kind: "done",
        id: "d",
        at: "2026-05-01T08:00:00Z",
        stepKey: "clean:",
        title: "Clean the panel",
        action: "clean",
        zoneIds: [Object.keys(bench().zones.byId)[0]!],
        minutes: 5,
        plannedMin: 5,
      },
      { kind: "handed-back", id: "h", at: "2026-05-01T09:00:00Z", damp: false },
    ],
  });
  /** As it is once the lines of the ledger were kept. */
  async function many() {
    await tab.putJobs(Array.from({ length: 420 }, (_, index) => finished(index)));
    const { keepIndex } = await import("./reading");
    const { stored, away } = tab.stateNow();
    const { summaryOf } = await import("../core/answers/ledger/summary");
    await keepIndex([...Object.values(away), ...Object.values(stored).map(summaryOf)]);
  }

  it("stand as lines at once, the open job beside them; whoever compares with all of them waits until they are read", async () => {
    await many();
    const later = await openTab();
    expect(later.stateNow()).toMatchObject({ status: "ready", whole: false });
    expect(Object.keys(later.stateNow().stored)).toEqual([job.id]);
    expect(later.stateNow().heads).toHaveLength(420);
    expect(later.stateNow().heads[0]).toMatchObject({
      title: expect.stringMatching(/^Old/),
      minutes: 5,
      promise: "none",
    });
    await later.wholeJobs();
    expect(later.countOf(later.stateNow())).toBe(421);
    expect(later.stateNow().heads).toEqual([]);
    // Their documents stay in storage; one comes to hand when somebody opens it.
    expect(Object.keys(later.stateNow().stored)).toEqual([job.id]);
    await later.fetchJobs(["old-3"]);
    expect(later.jobNow("old-3")).toEqual(finished(3));
    expect(later.countOf(later.stateNow())).toBe(421);
  });

  it("do not put back what was changed or deleted while they were read, nor hide what was finished since", async () => {
    await many();
    await tab.putJobs([finished(999)]);
    const later = await openTab();
    expect(later.isHere("old-999")).toBe(true);
    await later.putJobs([{ ...finished(7), title: "Mine" }]);
    await later.deleteJobs([finished(8)], "gone");
    await later.wholeJobs();
    await later.fetchJobs(["old-7"]);
    expect(later.jobNow("old-7")?.title).toBe("Mine");
    expect(later.isHere("old-8")).toBe(false);
    expect(later.countOf(later.stateNow())).toBe(421);
  });

  it("are read all the same when their lines are spoilt", async () => {
    await many();
    const { db } = await import("./db");
    const { readFirst } = await import("./reading");
    // Other tabs of this test may be keeping good lines at the same time.
    await eventually(async () => {
      await (await db()).put("index", "not lines", "ledger");
      const { held, heads, rest } = await readFirst();
      expect([held.length, heads, rest]).toEqual([421, [], []]);
    });
  });
});
