import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium, type Browser, type Page } from "@playwright/test";
import { USUAL_KIT } from "../../src/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { demoJobs } from "../../src/demo/jobs";
import { hostileFiles, hostilePictures } from "./hostile";
import { check } from "./report";

const NOW = "2026-05-04T08:00:00Z";
/** The page is never held longer than this by a file, ms. */
const MOST_HELD_MS = 200;

const launch = (executablePath: string): Promise<Browser> =>
  chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });

/** Errors of the page, and how long it was held. */
async function watched(page: Page): Promise<{ errors: string[]; heldMs: () => Promise<number> }> {
  const errors: string[] = [];
  page.on("pageerror", (error) => errors.push(error.message));
  page.on("dialog", (dialog) => {
    errors.push(`dialog ${dialog.message()}`);
    void dialog.dismiss();
  });
  // What runs these scripts marks named functions, and the page knows nothing of it.
  await page.addInitScript("globalThis.__name = (named) => named");
  await page.addInitScript(() => {
    const held: number[] = [];
    Object.assign(globalThis, { held });
    new PerformanceObserver((list) => held.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: "longtask",
    });
  });
  return {
    errors,
    heldMs: () =>
      page.evaluate(() => {
        const { held } = globalThis as unknown as { held: number[] };
        const most = Math.max(0, ...held);
        held.length = 0;
        return most;
      }),
  };
}

/** Everything kept, in short. */
const keptIn = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const open = indexedDB.open("weary-bristle");
        open.onsuccess = () => {
          const { result: database } = open;
          const jobs = database.transaction("jobs").objectStore("jobs").getAll();
          const pictures = database.transaction("pictures").objectStore("pictures").getAllKeys();
          pictures.onsuccess = () => {
            database.close();
            resolve(JSON.stringify([jobs.result, pictures.result]));
          };
        };
      }),
  );

export async function attackFiles(base: string, executablePath: string) {
  const browser = await launch(executablePath);
  const folder = mkdtempSync(path.join(tmpdir(), "attack-"));
  try {
    const page = await browser.newPage();
    const { errors, heldMs } = await watched(page);
    await page.goto(`${base}/demo`);
    await page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" }).waitFor();
    await page.goto(`${base}/settings`);
    await page.getByTestId("storage-use").waitFor();
    await page.waitForTimeout(5000);
    const before = await keptIn(page);
    const { archives, files } = await hostileFiles();
    const refused: Record<string, string[]> = { "Backup file": [], "Job file": [] };
    let held = 0;
    await heldMs();
    for (const [label, list] of [
      ["Backup file", archives],
      ["Job file", files],
    ] as const)
      for (const { name, bytes } of list) {
        // Off the disk, as a person gives it: bytes handed over by the test itself would be unpacked by the page.
        const file = path.join(folder, label === "Backup file" ? "b.zip" : "j.json");
        writeFileSync(file, bytes);
        await page.getByLabel(label, { exact: true }).setInputFiles(file);
        const alert = page.getByRole("alert").filter({ hasText: "nothing here changed" });
        const said = await alert
          .first()
          .waitFor({ timeout: 30_000 })
          .then(
            () => true,
            () => false,
          );
        if (!said) refused[label]!.push(name);
        else await alert.first().getByRole("button", { name: "Close" }).click();
        const heldNow = await heldMs();
        if (heldNow > MOST_HELD_MS) console.log(`       ${label} "${name}" held the page ${Math.round(heldNow)} ms`);
        held = Math.max(held, heldNow);
        await page.waitForTimeout(320);
      }
    check(
      `${archives.length} hostile archives: each refused with a sentence`,
      refused["Backup file"]!.length === 0,
      refused["Backup file"]!.join(", "),
    );
    check(
      `${files.length} hostile job files: each refused with a sentence`,
      refused["Job file"]!.length === 0,
      refused["Job file"]!.join(", "),
    );
    check("nothing that was kept changed by them", (await keptIn(page)) === before);
    check(`no file held the page ${MOST_HELD_MS} ms`, held < MOST_HELD_MS, `longest ${Math.round(held)} ms`);

    await page.goto(`${base}/bay?job=demo-ferry&phase=look&finding=fb-soup`);
    const input = page.getByLabel("Picture file", { exact: true }).first();
    await input.waitFor({ state: "attached" });
    const sound = readFileSync(path.join("public/demo-pictures", readdirSync("public/demo-pictures")[0]!));
    const pictures = hostilePictures(sound);
    const shown = () => page.getByTestId("picture").count();
    await input.setInputFiles(
      pictures
        .filter(({ buffer }) => buffer.length < 40_000_000)
        .map(({ name, mimeType, buffer }) => ({ name, mimeType, buffer })),
    );
    await page.getByText("Shrinking it…").waitFor({ state: "hidden", timeout: 60_000 });
    await page.waitForTimeout(1500);
    const good = pictures.filter((each) => each.good).length;
    const told = await page.getByRole("alert").filter({ hasText: "Nothing else changed" }).locator("p").count();
    // The last line says that nothing else changed; the largest one was left out of the test.
    check(
      `${pictures.length} pictures: the ${good} sound ones are kept, each other one is named`,
      (await shown()) === good && told - 1 === pictures.length - good - 1,
      `${await shown()} shown, ${told - 1} refused`,
    );
    check(
      "no script ran, no error of the page",
      !(await page.evaluate(() => "pwned" in window)) && errors.length === 0,
      errors.slice(0, 2).join("; "),
    );
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

const NAMES = [
  "<img src=x onerror=window.pwned=1>",
  "javascript:alert(1)",
  '=HYPERLINK("x")',
  "'; DROP TABLE jobs;--",
  "ẑ̶̛͔a̷̡̕l̴̰͝g̵̗̈o̸̧͝",
  "🧹".repeat(30),
  "مرحبا بالعالم",
  "a".repeat(110),
  "%s%n%x",
  "${7*7}{{7*7}}",
  "../../etc/passwd",
  "\\\\host\\share",
  "CON",
  "line one\nline two",
  "&lt;b&gt;",
];

/** Names of traps in every free text of a job, walked through every phase and place. */
export async function attackNames(base: string, executablePath: string) {
  const browser = await launch(executablePath);
  try {
    const page = await browser.newPage();
    const { errors } = await watched(page);
    await page.goto(base);
    const list = NAMES.map((name, at) => {
      const job = structuredClone(demoJobs(new Date())[at % 3]!);
      Object.assign(job, {
        id: `n${at}`,
        title: name.slice(0, 110),
        customer: name.slice(0, 110),
        place: name.slice(0, 110),
        demo: undefined,
        events: [{ kind: "note", id: "x", at: NOW, words: name.slice(0, 110) }],
      });
      for (const piece of Object.values(job.pieces.byId)) piece.name = [...name].slice(0, 70).join("");
      for (const zone of Object.values(job.zones.byId)) zone.name = [...name].slice(0, 70).join("");
      for (const finding of Object.values(job.findings.byId))
        if ("centre" in finding) finding.name = [...name].slice(0, 70).join("");
      return JSON.parse(JSON.stringify(jobFileOf(job, USUAL_KIT, NOW))) as object;
    });
    await page
      .getByLabel("Job file", { exact: true })
      .setInputFiles({ name: "names.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(list)) });
    await page.getByText(`${NAMES.length} jobs were opened from the file`).waitFor();
    const wide: string[] = [];
    const measure = async (where: string) => {
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) wide.push(`${where}, ${over} px`);
    };
    for (let at = 0; at < NAMES.length; at++)
      for (const phase of ["look", "test", "plan", "mix", "work", "dry", "handback"]) {
        if (phase === "look") await page.goto(`${base}/bay?job=n${at}&phase=${phase}`);
        else
          await page
            .getByRole("navigation", { name: "Phases" })
            .getByRole("link")
            .nth(["look", "test", "plan", "mix", "work", "dry", "handback"].indexOf(phase))
            .click();
        await page.locator("main.bay-main").waitFor();
        await measure(`${phase} of "${NAMES[at]!.slice(0, 20)}"`);
      }
    for (const place of ["/", "/day", "/ledger", "/shelf", "/notes", "/settings", "/mark"]) {
      await page.goto(`${base}${place}`);
      await page.locator("main").waitFor();
      await page.waitForTimeout(300);
      await measure(place);
    }
    check(
      `${NAMES.length} hostile names in every text, every phase and place: nothing runs, nothing fails`,
      errors.length === 0 &&
        !(await page.evaluate(() => "pwned" in window)) &&
        (await page.getByTestId("failed-part").count()) === 0,
      errors.slice(0, 2).join("; "),
    );
    check("no screen scrolls sideways by them", wide.length === 0, wide.slice(0, 3).join("; "));
  } finally {
    await browser.close();
  }
}

const EDITS = 500;

/** Two tabs change different fields of one job as fast as they can. */
export async function attackTabs(base: string, executablePath: string) {
  const browser = await launch(executablePath);
  try {
    const context = await browser.newContext();
    const [one, two] = [await context.newPage(), await context.newPage()];
    const watches = [await watched(one), await watched(two)];
    await one.goto(`${base}/demo`);
    await one.getByRole("link", { name: "Gull Point ferry, saloon bench 4" }).waitFor();
    const open = async (page: Page) => {
      await page.goto(`${base}/bay?job=demo-ferry&phase=look`);
      await page.getByText("Piece", { exact: true }).click();
      await page.getByLabel("Length, mm").waitFor();
    };
    await Promise.all([open(one), open(two)]);
    const edit = async (page: Page, label: string, from: number) => {
      for (let at = 1; at <= EDITS; at++) {
        await page.getByLabel(label).fill(String(from + at));
        await page.getByLabel(label).press("Enter");
      }
    };
    const began = performance.now();
    await Promise.all([edit(one, "Length, mm", 1500), edit(two, "Depth, mm", 300)]);
    for (const page of [one, two])
      await page.getByTestId("saved").filter({ hasText: "Saved" }).waitFor({ timeout: 60_000 });
    const seconds = (performance.now() - began) / 1000;
    await one.waitForTimeout(1000);
    const piece = await one.evaluate(
      () =>
        new Promise<{ lengthMm: number; depthMm: number }>((resolve) => {
          const request = indexedDB.open("weary-bristle");
          request.onsuccess = () => {
            const get = request.result.transaction("jobs").objectStore("jobs").get("demo-ferry");
            get.onsuccess = () =>
              resolve(
                Object.values(
                  (get.result as { job: { pieces: { byId: Record<string, { lengthMm: number; depthMm: number }> } } })
                    .job.pieces.byId,
                )[0]!,
              );
          };
        }),
    );
    check(
      `${EDITS} and ${EDITS} edits in two tabs: the last of each stands, in both tabs`,
      piece.lengthMm === 1500 + EDITS &&
        piece.depthMm === 300 + EDITS &&
        (await two.getByLabel("Length, mm").inputValue()) === String(1500 + EDITS) &&
        (await one.getByLabel("Depth, mm").inputValue()) === String(300 + EDITS),
      `${seconds.toFixed(0)} s`,
    );
    check(
      "and no error in either",
      watches.every(({ errors }) => errors.length === 0),
      watches
        .flatMap(({ errors }) => errors)
        .slice(0, 2)
        .join("; "),
    );
  } finally {
    await browser.close();
  }
}

const JOBS = Number(process.env.ATTACK_JOBS ?? 10_000);
const PICTURE_BYTES = Number(process.env.ATTACK_PICTURE_BYTES ?? 3e9);
const JOB_BYTES = 30_000;
const MOST_HELD_BY_BACKUP_MS = 100;

/** Fills a browser with jobs and pictures, made there from a seed. */
const fill = (page: Page, sample: unknown) =>
  page.evaluate(
    async ([job, jobs, pictureBytes, jobBytes]) => {
      const database = await new Promise<IDBDatabase>((resolve) => {
        const open = indexedDB.open("weary-bristle");
        open.onsuccess = () => resolve(open.result);
      });
      const done = (transaction: IDBTransaction) =>
        new Promise<void>((resolve, reject) => {
          transaction.oncomplete = () => resolve();
          transaction.onerror = () => reject(transaction.error);
        });
      const words = "Looked at every seam twice and found it as said. ".repeat(20);
      const base = job as { events: object[] };
      const pad = Math.max(1, Math.ceil((jobBytes - JSON.stringify(job).length) / (words.length + 60)));
      for (let from = 0; from < jobs; from += 200) {
        const transaction = database.transaction("jobs", "readwrite");
        for (let at = from; at < Math.min(jobs, from + 200); at++)
          transaction.objectStore("jobs").put(
            {
              version: 2,
              job: {
                ...base,
                id: `big${at}`,
                title: `Hall ${at}`,
                demo: undefined,
                events: [
                  ...base.events,
                  ...Array.from({ length: pad }, (_, note) => ({
                    kind: "note",
                    id: `n${note}`,
                    at: "2026-05-04T08:00:00Z",
                    words,
                  })),
                  // Years of work: nearly all of it was handed back.
                  ...(at % 200 === 0
                    ? []
                    : [{ kind: "handed-back", id: "hb", at: "2026-05-05T08:00:00Z", damp: false }]),
                ],
              },
            },
            `big${at}`,
          );
        await done(transaction);
      }
      // One picture of noise, as large as this program keeps them.
      const canvas = new OffscreenCanvas(1600, 1200);
      const brush = canvas.getContext("2d")!;
      const noise = brush.createImageData(1600, 1200);
      for (let at = 0, state = 1; at < noise.data.length; at++) {
        state = (state * 1103515245 + 12345) % 2147483648;
        noise.data[at] = at % 4 === 3 ? 255 : state >> 16;
      }
      brush.putImageData(noise, 0, 0);
      const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.85 });
      const pictures = Math.ceil(pictureBytes / blob.size);
      for (let at = 0; at < pictures; at++) {
        const transaction = database.transaction("pictures", "readwrite");
        transaction.objectStore("pictures").put({
          id: `pic${at}`,
          jobId: `big${at % jobs}`,
          blob,
          widthPx: 1600,
          heightPx: 1200,
          addedAt: Date.now(),
        });
        await done(transaction);
      }
      database.close();
    },
    [sample, JOBS, PICTURE_BYTES, JOB_BYTES] as const,
  );

/** A fingerprint of everything kept, reckoned in the page a piece at a time. */
const fingerprint = (page: Page) =>
  page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const open = indexedDB.open("weary-bristle");
      open.onsuccess = () => resolve(open.result);
    });
    const of = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve) => {
        request.onsuccess = () => resolve(request.result);
      });
    const hash = async (data: BufferSource) =>
      Array.from(new Uint8Array(await crypto.subtle.digest("SHA-256", data)).slice(0, 8), (byte) =>
        byte.toString(16).padStart(2, "0"),
      ).join("");
    const sorted = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(sorted)
        : typeof value === "object" && value !== null
          ? Object.fromEntries(
              Object.entries(value)
                .sort(([a], [b]) => (a < b ? -1 : 1))
                .map(([key, each]) => [key, sorted(each)]),
            )
          : value;
    let all = "";
    const jobs = await of(database.transaction("jobs").objectStore("jobs").getAllKeys());
    for (const key of jobs)
      all = await hash(
        new TextEncoder().encode(
          all +
            String(key) +
            JSON.stringify(
              sorted(((await of(database.transaction("jobs").objectStore("jobs").get(key))) as { job: unknown }).job),
            ),
        ),
      );
    const pictures = await of(database.transaction("pictures").objectStore("pictures").getAllKeys());
    for (const key of pictures) {
      const { blob } = (await of(database.transaction("pictures").objectStore("pictures").get(key))) as { blob: Blob };
      all = await hash(new TextEncoder().encode(all + String(key) + (await hash(await blob.arrayBuffer()))));
    }
    database.close();
    return { jobs: jobs.length, pictures: pictures.length, all };
  });

/** All of a full browser out in parts, and into a clean one. */
export async function attackBackup(base: string, executablePath: string) {
  const folder = mkdtempSync(path.join(tmpdir(), "attack-"));
  // On the disk, as a technician's browser keeps it: a browser of the tests keeps everything in memory.
  const profile = (name: string) =>
    chromium.launchPersistentContext(path.join(folder, name), {
      executablePath,
      acceptDownloads: true,
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    });
  const start = performance.now();
  const full = await profile("full");
  let open = full;
  try {
    const page = await full.newPage();
    // Nobody is there to pick a file: it goes out as downloads.
    await page.addInitScript(() => Object.assign(window, { showSaveFilePicker: undefined }));
    const from = await watched(page);
    await page.goto(`${base}/settings`);
    await page.getByTestId("storage-use").waitFor();
    await fill(page, JSON.parse(JSON.stringify(demoJobs(new Date(NOW))[0])));
    await page.reload();
    await page
      .getByRole("button", { name: "Save all jobs as one file" })
      .and(page.locator(":enabled"))
      .waitFor({ timeout: 300_000 });
    await page.waitForTimeout(10_000);
    console.log(`       filled after ${((performance.now() - start) / 1000).toFixed(0)} s`);
    const before = await fingerprint(page);
    await from.heldMs();
    const began = performance.now();
    await page.getByRole("button", { name: "Save everything as one ZIP" }).click();
    const parts: string[] = [];
    const block = page.getByTestId("backup-parts");
    await block.waitFor({ timeout: 600_000 });
    for (;;) {
      const save = block.getByRole("button", { name: /^Save part/ });
      const [download] = await Promise.all([page.waitForEvent("download", { timeout: 600_000 }), save.click()]);
      const file = path.join(folder, download.suggestedFilename());
      await download.saveAs(file);
      parts.push(file);
      await page.getByTestId("how-far").waitFor({ state: "hidden", timeout: 600_000 });
      await page.waitForTimeout(400);
      if (!(await block.isVisible())) break;
    }
    const outSeconds = (performance.now() - began) / 1000;
    const outHeld = await from.heldMs();
    await full.close();
    // One browser at a time, as at a technician's.
    open = await profile("clean");
    const cleanBegan = performance.now();
    const clean = await open.newPage();
    const into = await watched(clean);
    await clean.goto(`${base}/settings`);
    await clean.getByTestId("storage-use").waitFor();
    await clean.waitForTimeout(5000);
    await into.heldMs();
    const inHeld = { opening: 0, taking: 0 };
    for (const file of [...parts].reverse()) {
      await clean.getByLabel("Backup file", { exact: true }).setInputFiles(file);
      const preview = clean.getByTestId("backup-preview");
      await preview.waitFor({ timeout: 600_000 });
      inHeld.opening = Math.max(inHeld.opening, await into.heldMs());
      await preview.getByRole("button", { name: "Take jobs and pictures in" }).click();
      await preview.waitFor({ state: "hidden", timeout: 600_000 });
      inHeld.taking = Math.max(inHeld.taking, await into.heldMs());
    }
    const inSeconds = (performance.now() - cleanBegan) / 1000;
    const after = await fingerprint(clean);
    const gb = (PICTURE_BYTES / 1e9).toFixed(1);
    check(
      `${JOBS} jobs of ${JOB_BYTES / 1000} kB and ${gb} GB of pictures go out and come back equal in a clean profile`,
      JSON.stringify(before) === JSON.stringify(after) && before.jobs === JOBS && before.pictures > 0,
      `${parts.length} parts; out ${outSeconds.toFixed(0)} s, in ${inSeconds.toFixed(0)} s`,
    );
    check(
      `the page is never held ${MOST_HELD_BY_BACKUP_MS} ms by it`,
      Math.max(outHeld, inHeld.opening, inHeld.taking) < MOST_HELD_BY_BACKUP_MS,
      `out ${Math.round(outHeld)} ms, opened ${Math.round(inHeld.opening)} ms, taken in ${Math.round(inHeld.taking)} ms`,
    );
  } finally {
    await open.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
