// Screens: store, places/settings, places/jobs, app
import type { ChildProcess } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import http from "node:http";
import type { Page } from "@playwright/test";
import { startServer } from "../scripts/lib/server.mjs";
import { expect, openFerry, pastBounce, putKept, phase, pressAgain, storedJob, test } from "./bay";

/**
 * Nothing takes the program down: a job that cannot be planned, a large backup, a lost connection, a wrong clock, a
 * slow request.
 */

/** Beside the one that all tests share. */
const PLANNING_PORT = Number(process.env.E2E_PORT ?? 4127) + 50;
let ownServer: ChildProcess | undefined;
test.afterAll(() => void ownServer?.kill());

const chip = (page: Page, group: string, name: string) =>
  page.getByRole("group", { name: group }).getByRole("button", { name, exact: true });
const alertWith = (page: Page, words: string | RegExp) => page.getByRole("alert").filter({ hasText: words });

/** Puts something into this browser's jobs as it is, as a fault or another program may have left it. */
const keepRaw = (page: Page, key: string, value: unknown) =>
  page.evaluate(
    ([at, held]) =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open("weary-bristle");
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const transaction = open.result.transaction("jobs", "readwrite");
          transaction.objectStore("jobs").put(held, at as string);
          transaction.oncomplete = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    [key, value] as const,
  );

test("hair on two seats that are joined is one finding, and the plan stands", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Bench seat", exact: true }).click();
  await page.getByText("All zones as a list").click();
  for (const [seat, density] of [
    ["Base left", "Woven in"],
    ["Base mid", "A few hairs"],
  ] as const) {
    await page.getByRole("button", { name: `Take ${seat} in hand` }).click();
    await page.getByRole("button", { name: "Hair here" }).click();
    await chip(page, "How much hair", density).click();
    await page.getByRole("button", { name: "Done with it" }).click();
  }
  await page.getByText("Name and shape").click();
  await page.getByRole("button", { name: "Join with Base left" }).click();
  await phase(page, "Plan").click();
  await expect(page.locator("main.bay-main")).toContainText("Lift hair");
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  const { id } = await page.evaluate(() => ({ id: new URL(location.href).searchParams.get("job")! }));
  const job = (await storedJob(page, id)) as unknown as { findings: { order: string[] } };
  expect(job.findings.order).toHaveLength(1);
});

/** Presses a stepper's button until its number reads so; each press is waited for, however slow the machine. */
async function stepTo(page: Page, button: string, reads: string) {
  const group = page.getByRole("group", { name: button.split(":")[0]!, exact: true });
  for (let press = 0; press < 60; press++) {
    const before = await group.innerText();
    if (before.includes(reads)) return;
    await pressAgain(page.getByRole("button", { name: button, exact: true }));
    await expect(group).not.toHaveText(before, { useInnerText: true });
  }
  throw new Error(`${button} never reads ${reads}`);
}

test("air that is stepped to where drying cannot be reckoned is said, and the job stays open", async ({ page }) => {
  await openFerry(page, "dry");
  const { site, ...job } = (await storedJob(page, "demo-ferry")) as unknown as { site: object };
  const air = { ...site, relativeHumidityPct: 95, outsideTempC: -18 };
  await keepRaw(page, "demo-ferry", { version: 2, job: { ...job, site: air } });
  await page.reload();
  await stepTo(page, "Humidity: more", "100 %");
  await expect(page.getByText("Humidity is over 99 %: reckoned as 99 %.").first()).toBeVisible();
  await chip(page, "It stands", "Doors open").click();
  await stepTo(page, "Outside: less", "-20 °C");
  await expect(page.getByRole("heading", { name: /does not dry like this|Dry and usable/ })).toBeVisible();
  await expect(page.getByTestId("failed-part")).toBeHidden();
});

test("a job that cannot be planned says so wherever jobs are, can be exported and deleted, and stops no other", async ({
  page,
}) => {
  await openFerry(page);
  const { title: _title, ...rest } = (await storedJob(page, "demo-ferry")) as unknown as {
    title: string;
    pieces: { byId: Record<string, { cloth: object }> };
    events: object[];
  };
  const broken = structuredClone({ ...rest, title: "Half a bench", id: "half" });
  Object.values(broken.pieces.byId)[0]!.cloth = { material: "moon-cloth" };
  const odd = structuredClone({
    ...rest,
    title: "Odd agent",
    id: "odd",
    events: [
      {
        kind: "done",
        id: "x",
        at: "2026-05-04T08:00:00Z",
        stepKey: "a:",
        title: "a",
        action: "agent",
        agent: "moon-dust",
        zoneIds: [],
      },
    ],
  });
  await keepRaw(page, "half", { version: 2, job: broken });
  await keepRaw(page, "odd", { version: 2, job: odd });
  await keepRaw(page, "rubbish", { version: 2, job: { id: "rubbish", title: 5 } });
  const words = page.getByTestId("unplanned-half");

  await page.goto("/");
  await expect(words).toContainText("“Half a bench” cannot be planned");
  await expect(words.getByRole("link", { name: "Open" })).toBeVisible();
  await expect(page.getByTestId("broken-rubbish")).toContainText("A job kept here cannot be read");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  await page.goto("/day");
  await expect(words).toBeVisible();
  await expect(page.getByTestId("day-end")).toBeVisible();
  await page.goto("/ledger");
  await expect(page.getByTestId("unplanned-odd")).toContainText("left out here");
  await expect(page.getByRole("button", { name: "What works here" })).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=mix");
  await page.getByText("Load list", { exact: true }).click();
  await chip(page, "Load for", "Every open job").click();
  await expect(words).toBeVisible();
  await page.goto("/bay?job=half&phase=plan");
  await expect(words).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    words.getByRole("button", { name: "Export Half a bench" }).click(),
  ]);
  expect(JSON.parse(readFileSync(await download.path(), "utf8")).job.title).toBe("Half a bench");
  await words.getByRole("button", { name: "Delete Half a bench" }).click();
  await expect(page.getByRole("heading", { name: "This job is not on this device" })).toBeVisible();
  await page.getByRole("link", { name: "Back to jobs" }).click();
  await page.getByTestId("broken-rubbish").getByRole("button", { name: "Delete" }).click();
  await expect(page.getByTestId("broken-rubbish")).toBeHidden();
  await expect(words).toBeHidden();
});

test("addresses with names of traps, and files that would make a job of none, change nothing", async ({ page }) => {
  await openFerry(page);
  for (const name of ["__proto__", "constructor", "toString"]) {
    await page.goto(`/bay?job=${name}&phase=${name}`);
    await expect(page.getByRole("heading", { name: "This job is not on this device" })).toBeVisible();
    await page.goto(`/bay?job=demo-ferry&phase=${name}&zone=${name}&finding=${name}&lens=${name}&hands=${name}`);
    await expect(page.getByRole("button", { name: "Add a mark" })).toBeVisible();
  }
  const ferry = {
    format: "weary-bristle-job",
    version: 2,
    asOf: "2026-05-04T08:00:00Z",
    job: await storedJob(page, "demo-ferry"),
  };
  const give = async (job: unknown) =>
    page.getByLabel("Job file").setInputFiles({
      name: "bad.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify({ ...ferry, job })),
    });
  await page.goto("/");
  await give({
    ...ferry.job,
    events: [
      { kind: "done", id: "e1", at: "2026-05-04T08:00:00Z", stepKey: "a:", title: "a", action: "polish", zoneIds: [] },
    ],
  });
  await expect(alertWith(page, "job.events[0].action must be one of")).toBeVisible();
  const zones = (ferry.job as unknown as { zones: { byId: Record<string, object>; order: string[] } }).zones;
  await give({
    ...ferry.job,
    zones: { ...zones, byId: { ...zones.byId, [zones.order[0]!]: { ...zones.byId[zones.order[0]!], part: "wing-9" } } },
  });
  await expect(alertWith(page, "is no part of a bench seat")).toBeVisible();
  await give({ ...ferry.job, id: "toString" });
  await expect(alertWith(page, "job.id must be an id")).toBeVisible();

  // Kept by an older version: named, and gone in one tap; the rest goes on.
  await keepRaw(page, "toString", { version: 2, job: { ...ferry.job, id: "toString", title: "Trap" } });
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  await page.getByTestId("broken-toString").getByRole("button", { name: "Delete" }).click();
  await expect(page.getByTestId("broken-toString")).toBeHidden();
  await page.reload();
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  await expect(page.getByTestId("broken-toString")).toBeHidden();
});

test("a large backup goes out in parts and as one streamed file, and comes back from either; a lost picture is named", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.addInitScript(() => {
    Object.assign(globalThis, { wearyBristlePartLimits: { bytes: 150_000, entries: 40 } });
    // The picker is the browser's own; a file of this page's private store stands for the one that is picked.
    Object.assign(window, {
      showSaveFilePicker: async () =>
        (await navigator.storage.getDirectory()).getFileHandle("picked.zip", { create: true }),
    });
  });
  await page.goto("/demo");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  // One picture of which the browser has lost the data.
  await putKept(page, "pictures", { id: "lost", jobId: "demo-ferry", widthPx: 9, heightPx: 9, addedAt: 5 });
  await page.goto("/settings");
  const save = page.getByRole("button", { name: "Save everything as one ZIP" });
  await save.click();
  await expect(page.getByText("Everything was saved.")).toBeVisible();
  await expect(page.getByText(/^Last saved/)).toBeVisible();
  const lost = page.getByTestId("not-in-it");
  await expect(lost).toContainText("Of Gull Point ferry, saloon bench 4");
  await lost.getByRole("button", { name: "Take it off the list" }).click();
  await expect(lost).toBeHidden();
  const streamed = await page.evaluate(async () => {
    const file = await (await (await navigator.storage.getDirectory()).getFileHandle("picked.zip")).getFile();
    const bytes = new Uint8Array(await file.arrayBuffer());
    let text = "";
    for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
    return btoa(text);
  });

  await page.evaluate(() => Object.assign(window, { showSaveFilePicker: undefined }));
  await save.click();
  const parts = page.getByTestId("backup-parts");
  await expect(parts).toContainText("each a ZIP that opens by itself");
  const files: { name: string; buffer: Buffer }[] = [];
  await expect(parts).toBeVisible();
  for (;;) {
    const save = parts.getByRole("button", { name: /^Save part/ });
    if (!(await save.isVisible())) break;
    await pastBounce(page);
    const [download] = await Promise.all([page.waitForEvent("download"), save.click()]);
    files.push({ name: download.suggestedFilename(), buffer: readFileSync(await download.path()) });
    await expect(page.getByTestId("how-far")).toBeHidden();
  }
  expect(files.length).toBeGreaterThan(2);
  expect(files[0]!.name).toMatch(new RegExp(`-part-1-of-${files.length}\\.zip$`));

  const all = (where: Page) =>
    where.evaluate(
      () =>
        new Promise<string>((resolve) => {
          const open = indexedDB.open("weary-bristle");
          open.onsuccess = () => {
            const { result: database } = open;
            const [jobs, pictures] = [
              database.transaction("jobs").objectStore("jobs").getAll(),
              database.transaction("pictures").objectStore("pictures").getAllKeys(),
            ];
            pictures.onsuccess = () => {
              database.close();
              resolve(JSON.stringify([jobs.result, pictures.result]));
            };
          };
        }),
    );
  const before = await all(page);
  for (const [way, list] of [
    ["parts", files.reverse()],
    ["streamed", [{ name: "picked.zip", buffer: Buffer.from(streamed, "base64") }]],
  ] as const) {
    const clean = await (await browser.newContext({ baseURL })).newPage();
    await clean.goto("/settings");
    for (const { name, buffer } of list) {
      await clean.getByLabel("Backup file").setInputFiles({ name, mimeType: "application/zip", buffer });
      await clean.getByTestId("backup-preview").getByRole("button", { name: "Take jobs and pictures in" }).click();
      await expect(clean.getByTestId("backup-preview")).toBeHidden();
    }
    expect([way, await all(clean)]).toEqual([way, before]);
    await clean.context().close();
  }
});

test("a connection lost behind its back is opened again and the waiting step stored; leaving before that asks", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const opened: IDBDatabase[] = [];
    const { open } = IDBFactory.prototype;
    IDBFactory.prototype.open = function (...given) {
      const request = open.apply(this, given);
      request.addEventListener("success", () => opened.push(request.result));
      return request;
    };
    Object.assign(globalThis, { closeAll: () => opened.forEach((database) => database.close()) });
  });
  await openFerry(page, "work");
  const now = page.getByTestId("now-step");
  await expect(now).toBeVisible();
  const first = await now.innerText();
  const recorded = async () => (await storedJob(page, "demo-ferry")).events.length;
  const before = await recorded();
  await page.evaluate(() => (globalThis as unknown as { closeAll: () => void }).closeAll());
  await page.getByTestId("main-act").click();
  await expect.poll(recorded).toBe(before + 1);
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  // A step takes one tap: the next is only taken once the planner has shown what follows.
  await expect(now).not.toHaveText(first, { useInnerText: true });

  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException("no room", "QuotaExceededError");
    };
  });
  await pressAgain(page.getByTestId("main-act"));
  await expect(alertWith(page, "no room left")).toBeVisible();
  const asked = page.waitForEvent("dialog");
  void page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe("beforeunload");
  await dialog.dismiss();
});

test("storage held by an old tab, or of a newer program, and a full disk under a setting: each is said", async ({
  page,
  context,
}) => {
  const old = await context.newPage();
  await old.route("**/old-tab", (route) =>
    route.fulfill({ contentType: "text/html", body: "<link rel=icon href=data:,>" }),
  );
  await old.goto("/old-tab");
  await old.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open("weary-bristle", 1);
        open.onupgradeneeded = () => {
          open.result.createObjectStore("jobs");
          open.result.createObjectStore("settings");
        };
        open.onsuccess = () => {
          Object.assign(globalThis, { held: open.result });
          resolve();
        };
      }),
  );
  await page.goto("/settings");
  await expect(alertWith(page, "An older version of this program is open in another tab")).toBeVisible();
  await old.close();
  await expect(alertWith(page, "An older version of this program")).toBeHidden();
  await page.getByRole("link", { name: "Jobs", exact: true }).click();
  await expect(page.getByRole("heading", { name: "No jobs yet" })).toBeVisible();

  await page.goto("/settings");
  await expect(page.getByTestId("storage-use")).toBeVisible();
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException("no room", "QuotaExceededError");
    };
  });
  await page.getByRole("button", { name: "Night bay" }).click();
  await expect(alertWith(page, /holds only until the page is closed: this device has no room left/)).toBeVisible();

  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open("weary-bristle", 99);
        open.onsuccess = () => {
          open.result.close();
          resolve();
        };
      }),
  );
  await page.reload();
  await expect(alertWith(page, "written by a newer version of this program")).toBeVisible();
});

test("the device's clock set far ahead lets nobody in sooner, in the tab and after a reload; it is said, and waited out", async ({
  page,
}) => {
  const from = new Date("2026-05-04T09:00:00");
  await page.clock.install({ time: from });
  await page.goto("/demo");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  // A solvent is airing: 20 minutes of it have passed.
  const ferry = await storedJob(page, "demo-ferry");
  const zoneIds = (ferry as unknown as { zones: { order: string[] } }).zones.order.slice(0, 1);
  const air = {
    kind: "start",
    id: "air1",
    at: from.toISOString(),
    stepKey: "gas-out-ozone:",
    title: "Air the gas out from outside",
    action: "gas-out",
    zoneIds: (ferry as unknown as { zones: { order: string[] } }).zones.order,
    dwellMinMin: 30,
  };
  const ran = {
    kind: "done",
    id: "gas1",
    at: from.toISOString(),
    stepKey: "gas-ozone:",
    title: "Ozone",
    action: "gas",
    zoneIds: air.zoneIds,
    minutes: 180,
  };
  await keepRaw(page, "demo-ferry", {
    version: 2,
    job: {
      ...ferry,
      findings: { byId: {}, order: [] },
      zones: {
        ...(ferry as unknown as { zones: object }).zones,
        byId: Object.fromEntries(
          Object.entries((ferry as unknown as { zones: { byId: Record<string, { soil?: string }> } }).zones.byId).map(
            ([id, { soil: _soil, ...zone }]) => [id, zone],
          ),
        ),
      },
      gas: {
        gas: "ozone",
        volumeM3: 3,
        shutMinPerH: 1,
        shutMaxPerH: 2,
        airedMinPerH: 10,
        stands: "outdoors",
        cleared: true,
      },
      events: [ran, air],
    },
  });
  expect(zoneIds).toHaveLength(1);
  await page.goto("/bay?job=demo-ferry&phase=work");
  const act = page.getByTestId("main-act");
  await expect(act).toContainText("Keep airing");
  await page.clock.fastForward("10:00");
  await expect(act).toContainText(/Keep airing, (19|20):/);
  await page.clock.setSystemTime(new Date(from.getTime() + 5 * 3_600_000));
  await page.clock.runFor(2000);
  await expect(alertWith(page, /clock is 4 h \d+ min ahead/)).toBeVisible();
  await expect(act).toContainText(/Keep airing, (19|20):/);
  await expect(act).toBeDisabled();
  await page.clock.setSystemTime(new Date(from.getTime() + 3 * 24 * 3_600_000));
  await page.reload();
  await expect(act).toContainText(/Keep airing, (19|20):/);
  await page.clock.fastForward("10:00");
  await expect(act).toContainText(/Keep airing, (9|10):/);
  // Set back by days: what is left stays what it was.
  await page.clock.setSystemTime(new Date(from.getTime() - 24 * 3_600_000));
  await page.reload();
  await expect(alertWith(page, "clock was set back")).toBeVisible();
  await expect(act).toContainText(/Keep airing, (9|10):/);
  await page.clock.fastForward("11:00");
  await expect(act).toBeEnabled();
});

test(
  "the planning interface: a slow file is stopped in time, a quick one beside it does not wait, odd " +
    "methods and pages that go stale are not there",
  async ({ playwright }) => {
    // Stopped so soon that the largest file is not done on the fastest machine. One client never has the last thread.
    ownServer = await startServer(PLANNING_PORT, { env: { PLAN_SECONDS: "3", PLAN_THREADS: "3" } });
    const baseURL = `http://localhost:${PLANNING_PORT}`;
    const request = await playwright.request.newContext({ baseURL });
    const base = { format: "weary-bristle-job", version: 2, asOf: "2026-05-04T08:00:00Z" };
    const zones = (count: number) => {
      const order = Array.from({ length: count }, (_, at) => `z${at}`);
      const square = (x: number, y: number) =>
        [
          [0, 0],
          [500, 0],
          [500, 500],
          [0, 500],
        ].map(([dx, dy]) => ({ xMm: x + dx!, yMm: y + dy! }));
      return {
        order,
        byId: Object.fromEntries(
          order.map((id, at) => [
            id,
            { pieceId: "p", part: "free", soil: "heavy", shape: square((at % 25) * 600, Math.floor(at / 25) * 600) },
          ]),
        ),
      };
    };
    const marks = (count: number, over: number) => {
      const order = Array.from({ length: count }, (_, at) => `f${at}`);
      return {
        order,
        byId: Object.fromEntries(
          order.map((id, at) => [
            id,
            {
              kind: "mark",
              zoneId: `z${at % over}`,
              centre: { xMm: 200, yMm: 200 },
              size: { widthMm: 20, heightMm: 20 },
              evidence: { owner: ["hot-drink", "oil-cream", "mud"][at % 3] },
            },
          ]),
        ),
      };
    };
    const file = (zoneCount: number, markCount: number) => ({
      ...base,
      job: {
        id: "j",
        title: "t",
        customer: "",
        place: "",
        createdAt: base.asOf,
        site: {},
        promises: { dampHandBackAgreed: false },
        pieces: {
          byId: { p: { name: "Hall", template: "carpet", lengthMm: 20_000, depthMm: 15_000, cloth: {} } },
          order: ["p"],
        },
        zones: zones(zoneCount),
        findings: marks(markCount, zoneCount),
        choices: { schools: {}, readings: {}, bottles: {} },
        events: [],
      },
    });
    const small = async () => (await request.post("/api/plan", { data: file(1, 1) })).status();
    // Both threads are up: starting one takes a slow machine longer than a small file may.
    await expect.poll(async () => [...new Set(await Promise.all([small(), small()]))]).toEqual([200]);
    let slowEnded = false;
    const slow = request.post("/api/plan", { data: file(500, 2000), timeout: 60_000 }).then((answer) => {
      slowEnded = true;
      return answer;
    });
    await new Promise((done) => setTimeout(done, 300));
    expect([await small(), slowEnded]).toEqual([200, false]);
    expect((await (await request.get("/api/health")).json()).planner.working).toBe(1);
    const answer = await slow;
    expect([answer.status(), (await answer.json()).problems.join()]).toEqual([
      503,
      expect.stringMatching(/took over \d+ seconds/),
    ]);
    const status = (method: string) =>
      new Promise<number>((resolve, reject) =>
        http
          .request(`${baseURL}/`, { method }, ({ statusCode }) => resolve(statusCode!))
          .on("error", reject)
          .end(),
      );
    expect(await status("TRACE")).toBe(405);
    expect((await request.get("/settings")).headers()["cache-control"]).toBe("no-cache");
    await request.dispose();
  },
);

test("pictures over what a mark holds, and files that are none, are refused by name, and nothing of them is kept", async ({
  page,
}) => {
  await openFerry(page, "look", "&finding=fb-soup");
  const sound = readFileSync(`public/demo-pictures/${readdirSync("public/demo-pictures")[0]!}`);
  const input = page.getByLabel("Picture file", { exact: true });
  await expect(input).toBeAttached();
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const open = indexedDB.open("weary-bristle");
          open.onsuccess = () => {
            const count = open.result.transaction("pictures").objectStore("pictures").count();
            count.onsuccess = () => {
              open.result.close();
              resolve(count.result);
            };
          };
        }),
    );
  const before = await kept();
  const shown = await page.getByTestId("picture").count();
  const jpeg = (at: number) => ({ name: `seat-${at}.jpg`, mimeType: "image/jpeg", buffer: sound });
  await input.setInputFiles([
    { name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("words") },
    { name: "empty.png", mimeType: "image/png", buffer: Buffer.alloc(0) },
    ...Array.from({ length: 22 - shown }, (_, at) => jpeg(at)),
  ]);
  const told = alertWith(page, "Nothing else changed");
  await expect(told).toContainText('"notes.jpg" is no picture');
  await expect(told).toContainText('"empty.png" is no picture');
  for (const at of [20 - shown, 21 - shown])
    await expect(told).toContainText(`"seat-${at}.jpg" was not taken: there are 20 pictures here`);
  await expect(page.getByTestId("picture")).toHaveCount(20);
  expect((await kept()) - before).toBe(20 - shown);
});
