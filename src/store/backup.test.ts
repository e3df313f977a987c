import { readFileSync } from "node:fs";
import "fake-indexeddb/auto";
import { IDBFactory, IDBObjectStore } from "fake-indexeddb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { openZip, packed, type Entry } from "../core/job/zip";
import { USUAL_KIT } from "../core/job/kit";
import { readJobFile } from "../core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import type { Job } from "../core/job/schema";
import { workedOut } from "../core/testing/workedOut";
import { demoJobs } from "../demo/jobs";
import { weighed } from "./backup";
import type { Picture } from "./db";
import type { Saving } from "./filesWork";

type Work = typeof import("./filesWork");

const NOW = "2026-05-04T08:00:00Z";
// As storage and files hold them: without a minus before nought.
const jobs = JSON.parse(
  JSON.stringify(
    demoJobs(new Date(NOW)).map((job) => (job.id === "demo-ferry" ? workedOut(job, USUAL_KIT, NOW).job : job)),
  ),
) as Job[];
const kit = { ...USUAL_KIT, labels: { degreaser: { name: "Blue drum", leftMl: 300 } } };
/** A JPEG of 3 × 2 pixels with what is between its head and its end. */
const jpeg = (...between: number[]) =>
  new Uint8Array(
    [
      [0xff, 0xd8],
      [0xff, 0xe0, 0, 16, 74, 70, 73, 70, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0],
      [0xff, 0xc0, 0, 11, 8, 0, 2, 0, 3, 1, 1, 0x11, 0],
      between,
      [0xff, 0xda, 0, 8, 1, 1, 0, 0, 0x3f, 0],
      [1, 2, 3, 0xff, 0xd9],
    ].flat(),
  );
const JPEG = jpeg();
const DAMAGED = 66;
/** What a browser draws: everything but what says that it is damaged. */
vi.stubGlobal("createImageBitmap", async (blob: Blob) => {
  if (new Uint8Array(await blob.arrayBuffer()).includes(DAMAGED)) throw new DOMException("no picture", "EncodingError");
  return { width: 3, height: 2, close: () => undefined };
});
vi.stubGlobal(
  "OffscreenCanvas",
  class {
    getContext = () => ({ drawImage: () => undefined });
    convertToBlob = () => Promise.resolve(new Blob([JPEG], { type: "image/jpeg" }));
  },
);
const picture = (id: string): Picture => ({
  id,
  jobId: "demo-ferry",
  blob: new Blob([JPEG], { type: "image/jpeg" }),
  widthPx: 3,
  heightPx: 2,
  addedAt: 5,
});
const saving: Saving = {
  madeAt: NOW,
  settings: {
    units: "us",
    theme: "night",
    rates: { perHour: 50, callOut: 10, taxPct: 19 },
    practice: {
      done: [
        { seed: "kwrtz", at: NOW, moves: [{ do: "hint" }, { do: "begin", begin: "acid" }] },
        { seed: "no-heat", at: NOW, moves: [{ do: "wait", minutes: 5 }, { do: "handback" }] },
      ],
      running: { seed: "bbbbc", moves: [{ do: "test", test: "owner" }, { do: "hint" }] },
    },
  },
  kit,
};

const quiet = () => undefined;
const held = { jobs, pictures: [picture("p1"), picture("p2")] };

/** A browser that keeps so much, and the program in it. */
async function profile(keeps: { jobs: readonly Job[]; pictures: readonly Picture[] } = { jobs: [], pictures: [] }) {
  vi.resetModules();
  vi.stubGlobal("indexedDB", new IDBFactory());
  const { db } = await import("./db");
  const database = await db();
  for (const job of keeps.jobs) await database.put("jobs", { version: 2, job }, job.id);
  for (const each of keeps.pictures) await database.put("pictures", each);
  return { work: await import("./filesWork"), database };
}

const good = <T extends object>(
  answer: T | { problem: string } | { problems: string[] } | { locked: string },
): Exclude<T, { problem: string } | { locked: string }> => {
  if ("problem" in answer) throw new Error(String(answer.problem));
  if ("problems" in answer) throw new Error((answer.problems as string[]).join());
  if ("locked" in answer) throw new Error(String(answer.locked));
  return answer as Exclude<T, { problem: string } | { locked: string }>;
};

async function saved(work: Work, limits?: Parameters<Work["planBackup"]>[1]): Promise<Blob[]> {
  const { parts } = good(await work.planBackup(quiet, limits));
  const files: Blob[] = [];
  for (const [at, part] of parts.entries())
    files.push(good(await work.savePart(part, at + 1, parts.length, saving, quiet)).file);
  return files;
}

/** The entries of a backup by name, to be tampered with. */
async function entries(): Promise<Map<string, string | Uint8Array>> {
  const [file] = (await saved((await profile(held)).work)) as [Blob];
  const archive = await openZip(file);
  return new Map(
    await Promise.all(
      archive.names.map(
        async (name) => [name, name.endsWith(".bin") ? await archive.bytes(name) : await archive.text(name)] as const,
      ),
    ),
  );
}

const zipOf = (files: Iterable<[string, string | Uint8Array]>) =>
  packed([...files].map(([name, content]): Entry => ({ name, content })));
const why = async (file: Blob) => {
  const opened = await (await profile()).work.openBackup(file, quiet);
  return "problems" in opened ? opened.problems.join(" ") : "";
};

const tampered = async (change: (files: Map<string, string | Uint8Array>) => void) => {
  const files = await entries();
  change(files);
  return why(await zipOf(files));
};

const manifest = (more: object) =>
  JSON.stringify({ format: "weary-bristle-backup", version: 1, madeAt: NOW, jobs: jobs.length, pictures: 2, ...more });
const all = async ({ database }: Awaited<ReturnType<typeof profile>>) => ({
  jobs: Object.fromEntries((await database.getAll("jobs")).map(({ job }) => [(job as Job).id, job])),
  pictures: await Promise.all(
    (await database.getAll("pictures")).map(async ({ blob, cameInAt: _when, ...facts }) => ({
      ...facts,
      bytes: new Uint8Array(await blob.arrayBuffer()),
    })),
  ),
});

describe("a backup", () => {
  it.each([
    ["as one file", undefined],
    ["in small parts, opened last to first", { bytes: 20_000, entries: 3 }],
  ])("comes back in a clean profile with everything as it was, %s", async (_, limits) => {
    const from = await profile(held);
    const files = await saved(from.work, limits);
    expect(files.length > 1).toBe(limits !== undefined);
    const before = await all(from);
    const to = await profile();
    let settings: unknown;
    for (const file of [...files].reverse()) {
      const opened = good(await to.work.openBackup(file, quiet));
      const taken = good(await to.work.takeBackup(file, 7, quiet));
      expect(taken.jobIds).toHaveLength(opened.preview.added.length);
      settings ??= taken.settings && { settings: taken.settings, kit: taken.kit };
    }
    expect(await all(to)).toEqual(before);
    expect(settings).toEqual({ settings: saving.settings, kit });
    // Once more changes nothing.
    const again = good(await to.work.openBackup(files[0]!, quiet));
    expect([again.preview.added, again.preview.pictures]).toEqual([[], 0]);
  });

  it("streams into one file of any size, tells how far it is, and throws a stopped one away", async () => {
    const { work } = await profile(held);
    const { parts } = good(await work.planBackup(quiet, { bytes: 20_000, entries: 3 }));
    const chunks: Uint8Array[] = [];
    let [closed, aborted] = [false, false];
    const handle = {
      createWritable: () =>
        Promise.resolve(
          Object.assign(
            new WritableStream({
              write: (chunk: Uint8Array) => void chunks.push(chunk.slice()),
              close: () => void (closed = true),
              abort: () => void (aborted = true),
            }),
            { abort: () => Promise.resolve(void (aborted = true)) },
          ),
        ),
    } as unknown as FileSystemFileHandle;
    const told: number[] = [];
    expect(await work.saveWhole(handle, parts, saving, (done, of) => told.push(done / of))).toEqual({ missing: [] });
    expect([closed, told.at(-1), told.length > jobs.length]).toEqual([true, 1, true]);
    const to = await profile();
    expect(good(await to.work.openBackup(new Blob(chunks as BlobPart[]), quiet)).preview).toMatchObject({
      pictures: 2,
    });
    const stopped = await work.saveWhole(handle, parts, saving, () => work.stop());
    expect([stopped, aborted]).toEqual([{ problem: expect.stringContaining("Stopped") }, true]);
  });

  it("of one job holds it and its pictures, and nothing of how things are set here", async () => {
    const job: Job = {
      ...jobs[1]!,
      events: [],
      findings: {
        order: ["m"],
        byId: {
          m: {
            kind: "mark",
            zoneId: jobs[1]!.zones.order[0]!,
            centre: { xMm: 1, yMm: 1 },
            size: { widthMm: 9, heightMm: 9 },
            evidence: {},
            pictures: ["p1"],
          },
        },
      },
    };
    const { work } = await profile({ jobs: [job], pictures: held.pictures });
    const { file } = good(await work.packJobs([job.id], kit, NOW));
    const to = await profile();
    expect(good(await to.work.openBackup(file, quiet))).toMatchObject({
      hasSettings: false,
      preview: { added: [{ id: job.id }], pictures: 1 },
    });
    // A whole backup that lost its settings is not one of these.
    expect(await tampered((files) => files.delete("settings.json"))).toMatch(/"settings.json" is missing/);
  });

  it("of an older program is brought up to now, job by job", async () => {
    const sample = readFileSync("docs/samples/version-1.job.json", "utf8");
    const now = readJobFile(sample);
    if (!now.ok) throw new Error(now.problems.map(({ where }) => where).join());
    const { job } = now.value;
    const to = await profile();
    const file = await zipOf([
      ["manifest.json", manifest({ jobs: 1, pictures: 0, settings: false })],
      [`jobs/${job.id}.job.json`, sample],
    ]);
    good(await to.work.takeBackup(file, 7, quiet));
    expect((await all(to)).jobs).toEqual({ [job.id]: job });
  });

  it("that is cut short, no ZIP, another ZIP, newer or changed is refused with what is wrong", async () => {
    const [whole] = (await saved((await profile(held)).work)) as [Blob];
    expect(await why(whole.slice(0, whole.size - 400))).toMatch(/cut short/);
    expect(await why(new Blob(["not a zip at all"]))).toMatch(/no ZIP/);
    // One digit of a packed text, and one byte of a picture.
    const bytes = new Uint8Array(await whole.arrayBuffer());
    const at = bytes.findIndex((_, index) => JPEG.every((byte, offset) => bytes[index + offset] === byte));
    const flipped = bytes.slice();
    flipped[at + JPEG.length - 3]! ^= 1;
    expect(await why(new Blob([flipped]))).toMatch(/pictures\/p\d\.bin" was changed or damaged: its checksum/);
    expect(
      await why(
        await zipOf([
          ["manifest.json", '{"format":"other","version":1}'],
          ["settings.json", "{}"],
        ]),
      ),
    ).toMatch(/no backup of this program/);
    for (const [name, content, words] of [
      ["manifest.json", manifest({ version: 9 }), /Update the program/],
      ["manifest.json", manifest({ version: "1" }), /its version is no whole number/],
      ["manifest.json", manifest({ version: 0 }), /its version is no whole number/],
      ["manifest.json", manifest({ madeAt: "<img src=x>" }), /when it was made is no time/],
      ["manifest.json", manifest({ part: { number: 3, of: 2 } }), /which part it is/],
      ["jobs/demo-hall.job.json", undefined, /does not hold what its list says/],
      ["pictures/p1.bin", undefined, /p1\.json: the picture itself is missing/],
      ["pictures/p1.json", undefined, /does not hold what its list says/],
      ["manifest.json", "[]", /no backup of this program/],
      ["jobs/demo-hall.job.json", '{"format":"weary-bristle-job","version":2}', /jobs\/demo-hall\.job\.json: /],
      ["jobs/demo-hall.job.json", JSON.stringify(jobFileOf(jobs[0]!, kit, NOW)), /its name says another/],
      [
        "settings.json",
        JSON.stringify({ units: "metric", theme: "light", rates: { perHour: -1 }, kit }),
        /"perHour" is no rate/,
      ],
      ["settings.json", JSON.stringify({ units: "metric", theme: "light", rates: "many", kit }), /rates are no list/],
      ["settings.json", '{"units":"metric","theme":"light","rates":{"constructor":1}}', /"constructor" is no rate/],
      ["settings.json", '{"units":"metric","theme":"light","currency":"toString"}', /currency is none of those/],
      [
        "settings.json",
        JSON.stringify({ units: "metric", theme: "light", learning: { excluded: [4] }, kit }),
        /what is learnt from/,
      ],
      [
        "settings.json",
        JSON.stringify({ units: "metric", theme: "light", learning: { since: "once" }, kit }),
        /what is learnt from/,
      ],
      [
        "settings.json",
        JSON.stringify({ units: "metric", theme: "light", practice: { done: [{ seed: "kelpa" }] }, kit }),
        /what was practised/,
      ],
      [
        "pictures/p1.json",
        JSON.stringify({ id: "p1", jobId: "j", type: "text/html", widthPx: 1, heightPx: 1, addedAt: 1 }),
        /says nothing of a picture/,
      ],
      [
        "pictures/p1.json",
        JSON.stringify({ id: "p1", jobId: "../j", type: "image/png", widthPx: 1, heightPx: 1, addedAt: 1 }),
        /says nothing of a picture/,
      ],
      ["jobs/demo-hall.job.json", '{"format":"weary-bristle-job","version":2,"__proto__":{"x":1}}', /__proto__/],
    ] as [string, string | undefined, RegExp][])
      expect([
        name,
        content?.slice(0, 60),
        await tampered((files) => (content === undefined ? files.delete(name) : files.set(name, content))),
      ]).toEqual([name, content?.slice(0, 60), expect.stringMatching(words)]);
  });

  it("leaves out what the browser has lost, names it, also in its own list, and lets it be dropped", async () => {
    const { work, database } = await profile(held);
    await database.put("pictures", { ...picture("lost"), blob: undefined as unknown as Blob });
    await database.put("pictures", { ...picture("empty"), jobId: "gone", blob: new Blob([]) });
    const [part] = good(await work.planBackup(quiet)).parts;
    const { file, missing } = good(await work.savePart(part!, 1, 1, saving, quiet));
    const lost = [
      { id: "empty", of: "gone" },
      { id: "lost", of: jobs.find(({ id }) => id === "demo-ferry")!.title },
    ];
    expect(missing).toEqual(lost);
    expect(JSON.parse(await (await openZip(file)).text("manifest.json"))).toMatchObject({ pictures: 2, missing: lost });
    expect(good(await (await profile()).work.openBackup(file, quiet))).toMatchObject({
      missing: 2,
      preview: { pictures: 2, refused: [] },
    });
    // An older backup brings it back.
    const [whole] = await saved((await profile({ jobs, pictures: [picture("lost")] })).work);
    const lossy = await profile(held);
    await lossy.database.put("pictures", { ...picture("lost"), blob: undefined as unknown as Blob });
    expect(good(await lossy.work.takeBackup(whole!, 7, quiet)).preview.pictures).toBe(1);
    expect((await lossy.database.get("pictures", "lost"))?.blob.size).toBe(JPEG.length);
    await lossy.database.put("pictures", { ...picture("lost"), blob: undefined as unknown as Blob });
    expect(await lossy.work.dropMissing(["lost", "nowhere", "p1"])).toBe(1);
    expect(await lossy.database.getAllKeys("pictures")).toEqual(["p1", "p2"]);
  });

  it("is locked with a passphrase where somebody wants it: another one opens nothing", async () => {
    const { work } = await profile(held);
    const [part] = good(await work.planBackup(quiet)).parts;
    const { file } = good(await work.savePart(part!, 1, 1, saving, quiet, "salt and grey water"));
    const bytes = Buffer.from(await file.arrayBuffer());
    expect(bytes.includes("Gull Point")).toBe(false);
    // The AE-x specification of encrypted ZIP files: extra field 0x9901, 7 bytes, vendor "AE", strength 3 is AES-256.
    const isAes256 = (version: number) => bytes.includes(Buffer.from([0x01, 0x99, 7, 0, version, 0, 0x41, 0x45, 3]));
    expect([1, 2].some(isAes256)).toBe(true);
    const to = await profile();
    expect(await to.work.openBackup(file, quiet)).toEqual({ locked: expect.stringContaining("is locked") });
    expect(await to.work.openBackup(file, quiet, "salt and grey")).toEqual({
      locked: expect.stringContaining("not the one"),
    });
    expect(await to.work.takeBackup(file, 7, quiet, "salt and grey")).toEqual({
      problem: expect.stringContaining("not the one"),
    });
    expect(await all(to)).toEqual({ jobs: {}, pictures: [] });
    good(await to.work.takeBackup(file, 7, quiet, "salt and grey water"));
    expect(Object.keys((await all(to)).jobs)).toHaveLength(jobs.length);
  });

  it("brings pictures in with nothing in them but the picture; what is none stays outside, by name", async () => {
    const GPS = [0xff, 0xe1, 0, 8, 69, 120, 105, 102, 0, 0];
    const wide = jpeg();
    wide.set([0x75, 0x30, 0x75, 0x30], 25);
    const names: Record<string, Uint8Array> = {
      bare: JPEG,
      noted: jpeg(...GPS),
      profile: jpeg(0xff, 0xe2, 0, 16, ...new TextEncoder().encode("ICC_PROFILE\0"), 1, 1),
      longer: new Uint8Array([...JPEG, 60, 98, 62]),
      html: new TextEncoder().encode("<html><script>1</script>"),
      wide,
      damaged: jpeg(0xff, 0xdb, 0, 3, DAMAGED),
    };
    const file = await zipOf([
      ["manifest.json", manifest({ jobs: 1, pictures: 7, settings: false })],
      [
        "jobs/demo-hall.job.json",
        JSON.stringify(
          jobFileOf(
            jobs.find(({ id }) => id === "demo-hall")!,
            kit,
            NOW,
          ),
        ),
      ],
      ...Object.entries(names).flatMap(([id, bytes]): [string, string | Uint8Array][] => [
        [
          `pictures/${id}.json`,
          JSON.stringify({ id, jobId: "j", widthPx: 9, heightPx: 9, addedAt: 5, type: "image/jpeg" }),
        ],
        [`pictures/${id}.bin`, bytes],
      ]),
    ]);
    const to = await profile();
    const refused = [
      expect.stringMatching(/^pictures\/html.bin is no picture/),
      expect.stringMatching(/^pictures\/wide.bin is 30000 × 30000 pixels/),
    ];
    expect(good(await to.work.openBackup(file, quiet)).preview).toMatchObject({ pictures: 5, refused });
    const taken = good(await to.work.takeBackup(file, 7, quiet));
    expect(taken.preview).toMatchObject({
      pictures: 4,
      refused: [...refused, expect.stringMatching(/^pictures\/damaged.bin is damaged/)],
    });
    // What holds more than the picture is drawn anew, what does not comes in byte for byte.
    for (const { id, bytes, widthPx } of (await all(to)).pictures)
      expect([id, widthPx, [...bytes]]).toEqual([id, 3, [...(id === "profile" ? names.profile! : JPEG)]]);
  });

  it("erases jobs with the pictures of theirs that no other job names, and the lines that name them", async () => {
    const [first, second] = jobs as [Job, Job];
    const note = (id: string, pictures: string[]) => ({ kind: "note" as const, id, at: NOW, words: "", pictures });
    const with1 = { ...first, events: [...first.events, note("n1", ["p1", "shared"])] };
    const with2 = { ...second, events: [...second.events, note("n2", ["shared"])] };
    const { work, database } = await profile({
      jobs: [with1, with2],
      pictures: [picture("p1"), { ...picture("shared"), jobId: second.id }, { ...picture("loose"), jobId: first.id }],
    });
    await database.put("index", JSON.stringify([{ customer: first.customer }]), "ledger");
    expect(await work.eraseJobs([first.id])).toEqual({ pictures: 2 });
    expect(await database.getAllKeys("jobs")).toEqual([second.id]);
    expect(await database.getAllKeys("pictures")).toEqual(["shared"]);
    expect(await database.getAllKeys("index")).toEqual([]);
  });

  it("of pictures alone is refused: no job would show them", async () => {
    const facts = { id: "p1", jobId: "gone", type: "image/jpeg", widthPx: 3, heightPx: 2, addedAt: 5 };
    expect(
      await why(
        await zipOf([
          ["manifest.json", manifest({ jobs: 0, pictures: 1, settings: false })],
          ["pictures/p1.json", JSON.stringify(facts)],
          ["pictures/p1.bin", JPEG],
        ]),
      ),
    ).toMatch(/pictures in it and no job/);
  });

  it("with path tricks, strangers or a bomb in it is not unpacked", async () => {
    for (const name of [
      "../evil.json",
      "/etc/passwd",
      "jobs/../../x.job.json",
      "C:\\x.json",
      "pictures/<b>.bin",
      "constructor",
    ])
      expect([name, await tampered((files) => files.set(name, "x"))]).toEqual([
        name,
        expect.stringMatching(/no part of a backup/),
      ]);
    // The archive's own list of sizes says 3 GB of nothing.
    const bomb = new Uint8Array(
      await (
        await zipOf([
          ["manifest.json", "{}"],
          ["pictures/b.bin", new Uint8Array(10)],
        ])
      ).arrayBuffer(),
    );
    const view = new DataView(bomb.buffer);
    for (let at = 0; at < bomb.length - 46; at++)
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 3_000_000_000, true);
    expect(await why(new Blob([bomb]))).toMatch(/would be over/);
    // It says little and unpacks to much.
    const long = new Uint8Array(await (await zipOf([["manifest.json", " ".repeat(26_000_000)]])).arrayBuffer());
    const lying = new DataView(long.buffer);
    for (let at = 0; at < long.length - 46; at++)
      if (lying.getUint32(at, true) === 0x02014b50) lying.setUint32(at + 24, 100, true);
    expect(await why(new Blob([long]))).toMatch(/over 25 MB|changed or damaged/);
  });

  it("is weighed before it is taken: what comes in, what is put together, what stays", () => {
    const [ferry, settee] = jobs as [Job, Job];
    const before = { ...ferry, events: ferry.events.slice(0, 3) };
    expect(weighed(ferry, undefined)).toEqual({ kind: "added" });
    expect(weighed(ferry, before)).toMatchObject({ kind: "merged", job: ferry, events: ferry.events.length - 3 });
    expect(weighed(settee, settee)).toEqual({ kind: "same" });
    expect(weighed(settee, { ...settee, title: "Mine" })).toEqual({ kind: "kept" });
  });
});

describe("taking files in", () => {
  beforeEach(() => vi.restoreAllMocks());

  it("on a full disk takes nothing, and afterwards all of it", async () => {
    const [file] = (await saved((await profile(held)).work)) as [Blob];
    const to = await profile();
    const put = IDBObjectStore.prototype.put;
    let room = 3;
    const full = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(function (
      this: IDBObjectStore,
      ...given
    ) {
      if (room-- <= 0) throw new DOMException("no room", "QuotaExceededError");
      return put.apply(this, given as Parameters<typeof put>);
    });
    expect(await to.work.takeBackup(file, 7, quiet)).toMatchObject({
      problem: expect.stringMatching(/Nothing was taken in: this device has no room left/),
    });
    full.mockRestore();
    expect(await all(to)).toEqual({ jobs: {}, pictures: [] });
    good(await to.work.takeBackup(file, 7, quiet));
    expect(Object.keys((await all(to)).jobs)).toHaveLength(jobs.length);
  });

  it("all jobs as lists: each opens again, more than one where one would be too large; the same job twice in a list is told", async () => {
    const { work } = await profile(held);
    const { files } = good(await work.listJobs(kit, NOW, quiet, 9000));
    expect(files.length).toBeGreaterThan(1);
    const to = await profile();
    for (const file of files) good(await to.work.takeJobFile(file, "list.json"));
    expect((await all(to)).jobs).toEqual(Object.fromEntries(jobs.map((job) => [job.id, job])));
    const one = JSON.stringify(jobFileOf(jobs[0]!, kit, NOW));
    const twice = await (await profile()).work.takeJobFile(new Blob([`[${one},${one}]`]), "twice.json");
    expect(twice).toEqual({ problems: [expect.stringContaining(`"${jobs[0]!.id}" stands there twice`)] });
  });

  it("what this version cannot read is left as it is: not written over, not put into a file, and told", async () => {
    const to = await profile({ jobs: [jobs[1]!], pictures: [] });
    const newer = { version: 99, job: { id: jobs[0]!.id, later: true } };
    await to.database.put("jobs", newer, jobs[0]!.id);
    expect(good(await to.work.planBackup(quiet))).toMatchObject({ jobs: 1, leftOut: 1 });
    const taken = good(await to.work.takeJobFile(new Blob([JSON.stringify(jobFileOf(jobs[0]!, kit, NOW))]), "a.json"));
    expect(await to.database.get("jobs", jobs[0]!.id)).toEqual(newer);
    expect(taken.jobIds).not.toContain(jobs[0]!.id);
  });
});
