import { readFileSync } from "node:fs";
import "fake-indexeddb/auto";
import { IDBObjectStore } from "fake-indexeddb";
import { strToU8, unzipSync, zipSync } from "fflate";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { USUAL_KIT } from "../core/catalog/kit";
import { readJobFile } from "../core/job/file";
import type { Job } from "../core/job/schema";
import { workedOut } from "../core/testing/workedOut";
import { demoJobs } from "../demo/jobs";
import { pack, unpack } from "../core/archive/zip";
import { backupOf as entriesOf, previewOf, readBackup as readEntries, type Kept } from "./backup";
import type { Picture } from "./db";

// The browser packs in a worker; what it does is the same.
vi.mock("../workers/zip", () => ({ zipWorker: () => ({ pack, unpack }) }));
const backupOf = async (kept: Kept, at: string) => pack(await entriesOf(kept, at));
const readBackup = (bytes: Uint8Array) => readEntries(unpack(bytes));

const NOW = "2026-05-04T08:00:00Z";
// As storage and files hold them: without a minus before nought.
const jobs = JSON.parse(JSON.stringify(demoJobs(new Date(NOW)).map((job) => (job.id === "demo-ferry" ? workedOut(job, USUAL_KIT, NOW).job : job)))) as Job[];
const kit = { ...USUAL_KIT, labels: { degreaser: { name: "Blue drum", leftMl: 300 } } };
const picture = (id: string): Picture => ({ id, jobId: "demo-ferry", blob: new Blob([new Uint8Array([0xff, 0xd8, 1, 2, 3, 250])], { type: "image/jpeg" }), widthPx: 3, heightPx: 2, addedAt: 5 });
const kept = { jobs, pictures: [picture("p1"), picture("p2")], settings: { units: "us" as const, theme: "night" as const, rates: { perHour: 50, callOut: 10, taxPct: 19 } }, kit };
const made = () => backupOf(kept, NOW);
const read = async (change: (files: Record<string, Uint8Array>) => void) => {
  const files = unzipSync(await made());
  change(files);
  return readBackup(zipSync(files));
};
const why = (result: ReturnType<typeof readBackup>) => (result.ok ? "" : result.problems.join(" "));

describe("a backup", () => {
  it("comes back with everything as it was, byte for byte", async () => {
    const result = readBackup(await made());
    if (!result.ok) throw new Error(result.problems.join());
    expect([...result.jobs].sort((a, b) => a.id.localeCompare(b.id))).toEqual([...jobs].sort((a, b) => a.id.localeCompare(b.id)));
    expect(result.kept).toEqual({ settings: kept.settings, kit });
    expect(result.pictures.map(({ blob: _blob, ...facts }) => facts)).toEqual(kept.pictures.map(({ blob: _blob, ...facts }) => facts));
    for (const each of result.pictures) expect(new Uint8Array(await each.blob.arrayBuffer())).toEqual(new Uint8Array([0xff, 0xd8, 1, 2, 3, 250]));
    // Made again of what came back it is the same archive, entry for entry.
    const again = await backupOf({ ...result, ...result.kept!, jobs: jobs.map(({ id }) => result.jobs.find((job) => job.id === id)!) }, NOW);
    expect(unzipSync(again)).toEqual(unzipSync(await made()));
  });

  it("of one job holds it and its pictures, and nothing of how things are set here", async () => {
    const result = readBackup(await backupOf({ jobs: [jobs[0]!], pictures: kept.pictures, kit }, NOW));
    if (!result.ok) throw new Error(result.problems.join());
    expect(result.kept).toBeUndefined();
    expect(result.jobs).toEqual([jobs[0]]);
    expect(result.pictures).toHaveLength(kept.pictures.length);
    // A whole backup that lost its settings is not one of these.
    expect(why(await read((files) => delete files["settings.json"]))).toMatch(/"settings.json" is missing/);
  });

  it("of an older program is brought up to now, job by job", () => {
    const sample = readFileSync("docs/samples/version-1.job.json", "utf8");
    const now = readJobFile(sample);
    if (!now.ok) throw new Error(now.problems.map(({ where }) => where).join());
    const { job } = now.value;
    const result = readBackup(pack({ "manifest.json": strToU8(JSON.stringify({ format: "weary-bristle-backup", version: 1, madeAt: NOW, jobs: 1, pictures: 0, settings: false })), [`jobs/${job.id}.job.json`]: strToU8(sample) }));
    expect(result).toMatchObject({ ok: true, jobs: [job] });
  });

  it("that is cut short, no ZIP, another ZIP, newer or changed is refused with what is wrong", async () => {
    const whole = await made();
    expect(why(readBackup(whole.slice(0, whole.length - 400)))).toMatch(/cut short/);
    expect(why(readBackup(strToU8("not a zip at all")))).toMatch(/no ZIP/);
    expect(why(readBackup(zipSync({ "manifest.json": strToU8('{"format":"other","version":1}'), "settings.json": strToU8("{}") })))).toMatch(/no backup of this program/);
    expect(why(await read((files) => (files["manifest.json"] = strToU8(JSON.stringify({ format: "weary-bristle-backup", version: 9, madeAt: NOW, jobs: 0, pictures: 0 })))))).toMatch(/Update the program/);
    expect(why(await read((files) => delete files["jobs/demo-hall.job.json"]))).toMatch(/does not hold what its list says/);
    expect(why(await read((files) => delete files["pictures/p1.bin"]))).toMatch(/p1\.json: the picture itself is missing/);
    expect(why(await read((files) => (files["jobs/demo-hall.job.json"] = strToU8('{"format":"weary-bristle-job","version":2}'))))).toMatch(/jobs\/demo-hall\.job\.json: /);
    expect(why(await read((files) => (files["settings.json"] = strToU8(JSON.stringify({ units: "metric", theme: "light", rates: { perHour: -1 }, kit })))))).toMatch(/"perHour" is no rate/);
    expect(why(await read((files) => (files["settings.json"] = strToU8(JSON.stringify({ units: "metric", theme: "light", learning: { excluded: [4] }, kit })))))).toMatch(/what is learnt from/);
  });

  it("with path tricks, strangers, a picture that is none, or a bomb in it is not unpacked", async () => {
    for (const name of ["../evil.json", "/etc/passwd", "jobs/../../x.job.json", "C:\\x.json", "jobs/a.job.json/", "pictures/<b>.bin"]) expect([name, why(await read((files) => (files[name] = strToU8("x"))))]).toEqual([name, expect.stringMatching(/no part of a backup/)]);
    expect(why(await read((files) => (files["pictures/p1.json"] = strToU8(JSON.stringify({ id: "p1", jobId: "j", type: "text/html", widthPx: 1, heightPx: 1, addedAt: 1 })))))).toMatch(/says nothing of a picture/);
    // The archive's own list of sizes says 3 GB of nothing.
    const bomb = zipSync({ "manifest.json": strToU8("{}"), "pictures/b.bin": new Uint8Array(10) });
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    for (let at = 0; at < bomb.length - 46; at++) if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 3_000_000_000, true);
    expect(why(readBackup(bomb))).toMatch(/over 800 MB/);
    expect(why(await read((files) => (files["jobs/demo-hall.job.json"] = strToU8('{"format":"weary-bristle-job","version":2,"__proto__":{"x":1}}'))))).toMatch(/__proto__/);
  });

  it("is weighed before it is taken: what comes in, what is put together, what stays", () => {
    const [ferry, settee, hall] = jobs as [Job, Job, Job];
    const before = { ...ferry, events: ferry.events.slice(0, 3) };
    const preview = previewOf({ jobs: [ferry, settee, hall], pictures: kept.pictures }, { jobs: { [ferry.id]: before, [settee.id]: settee }, pictureIds: new Set(["p1"]) });
    expect(preview.added).toEqual([hall]);
    expect(preview.merged).toEqual([{ job: ferry, before, events: ferry.events.length - 3 }]);
    expect([preview.same, preview.kept, preview.pictures.map(({ id }) => id)]).toEqual([1, [], ["p2"]]);
    expect(previewOf({ jobs: [settee], pictures: [] }, { jobs: { [settee.id]: { ...settee, title: "Mine" } }, pictureIds: new Set() }).kept).toEqual([settee]);
  });
});

describe("taking a backup in", () => {
  beforeEach(() => vi.resetModules());
  const open = async () => {
    const store = await import("./backupStore");
    await (await import("./jobs")).loadJobs();
    const bytes = await made();
    const opened = await store.openBackup({ name: "b.zip", size: bytes.length, arrayBuffer: () => Promise.resolve(bytes.buffer) });
    if ("problems" in opened) throw new Error(opened.problems.join());
    return { ...store, opened };
  };

  it("on a full disk takes nothing, and afterwards all of it", async () => {
    const { takeBackup, opened } = await open();
    const { db } = await import("./db");
    const put = IDBObjectStore.prototype.put;
    let room = 3;
    const full = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(function (this: IDBObjectStore, ...given) {
      if (room-- <= 0) throw new DOMException("no room", "QuotaExceededError");
      return put.apply(this, given as Parameters<typeof put>);
    });
    expect(await takeBackup(opened, true)).toMatch(/Nothing was taken in: this device has no room left/);
    full.mockRestore();
    expect(await (await db()).count("jobs")).toBe(0);
    expect(await (await db()).count("pictures")).toBe(0);
    expect(await takeBackup(opened, true)).toBeUndefined();
    expect(await (await db()).count("jobs")).toBe(jobs.length);
    expect(await (await db()).count("pictures")).toBe(2);
    const { settingsNow } = await import("./settings");
    expect(settingsNow()).toMatchObject({ units: "us", rates: { taxPct: 19 }, shelf: { labels: { degreaser: { name: "Blue drum" } } } });
  });
});
