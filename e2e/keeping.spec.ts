// Screens: store, places/jobs, places/shelf
import { readFileSync, writeFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { removeFinding, setFinding, setZone } from "@/core/job/change";
import { applyOps, type Op } from "@/core/job/commands";
import { mergedJob } from "@/core/job/mergeJobs";
import type { MarkFinding } from "@/core/job/schema";
import { written } from "@/core/job/writes";
import { expect, openFerry, pastBounce, phase, putKept, storedJob, test } from "./bay";

/** Nothing is lost: not by reload, two tabs, a bad file or a full disk. */

const length = (page: Page) => page.getByLabel("Length, mm");
async function setField(page: Page, label: string, value: string) {
  await page.getByLabel(label).fill(value);
  await page.getByLabel(label).press("Enter");
}
const alertWith = (page: Page, words: string) => page.getByRole("alert").filter({ hasText: words });
const openPiece = (page: Page) => page.getByText("Piece", { exact: true }).click();

/** From now on the browser has no room for anything. */
const fillDisk = (page: Page) =>
  page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    let full = true;
    IDBObjectStore.prototype.put = function (...given) {
      if (full) throw new DOMException("no room", "QuotaExceededError");
      return put.apply(this, given as Parameters<typeof put>);
    };
    (globalThis as unknown as { room: () => void }).room = () => (full = false);
  });
const makeRoom = (page: Page) => page.evaluate(() => (globalThis as unknown as { room: () => void }).room());

const loop = (where: Page) => where.getByTestId("running-loop").first();
/** Works until something dwells, with a clock of the test's own. */
async function workToADwell(page: Page) {
  await page.clock.install();
  await openFerry(page, "work");
  for (let step = 0; step < 12 && !(await loop(page).isVisible()); step++) {
    const recorded = await page.locator(".done-lines").getAttribute("data-recorded");
    await page.getByTestId("main-act").click();
    await expect(page.locator(".done-lines")).not.toHaveAttribute("data-recorded", recorded!);
    await page.clock.fastForward("01:00");
  }
  await expect(loop(page)).toContainText("dwelling");
}

test("a device that slept for hours tells first what dried out meanwhile, until it is answered", async ({ page }) => {
  await workToADwell(page);
  await page.clock.fastForward("03:00:00");
  const ranOut = page.getByTestId("ran-out");
  await expect(ranOut).toContainText("Dried out while nobody looked");
  await expect(ranOut).toContainText("Rinse it out twice");
  await expect(loop(page)).toBeHidden();
  await page.goto("/shelf");
  await expect(ranOut).toBeVisible();
  await ranOut.getByRole("button", { name: "Rinsed twice and tested" }).click();
  await expect(ranOut).toBeHidden();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Shelf" }).first()).toBeVisible();
  await expect(ranOut).toBeHidden();
  const notes = (await storedJob(page, "demo-ferry")).events.filter(({ kind }) => kind === "note");
  expect(notes).toMatchObject([{ words: expect.stringContaining("Rinsed twice, tested for residue") }]);
});

test("a clock that was a year ahead for a moment leaves no stamp of it", async ({ page }) => {
  await workToADwell(page);
  const now = await page.evaluate(() => Date.now());
  const YEAR_MS = 365 * 86_400_000;
  const recorded = async () => (await storedJob(page, "demo-ferry")).events;
  const before = (await recorded()).length;
  await page.clock.setSystemTime(now + YEAR_MS);
  await page.clock.runFor(2000);
  await pastBounce(page);
  await page.getByTestId("main-act").click();
  await expect.poll(async () => (await recorded()).length).toBeGreaterThan(before);
  expect(Date.parse((await recorded()).at(-1)!.at)).toBeGreaterThan(now + YEAR_MS);
  await page.clock.setSystemTime(now + 5000);
  await page.clock.runFor(2000);
  await expect(page.getByText("Times that were written down meanwhile are put right")).toBeVisible();
  const { at } = (await recorded()).at(-1)!;
  expect(Math.abs(Date.parse(at) - now)).toBeLessThan(10_000);
});

test("a dwell runs on through a reload and a closed tab, in another place and on the wall clock", async ({
  page,
  context,
}) => {
  await workToADwell(page);
  const seconds = async (where: Page) => {
    const [minutes, rest] = (await loop(where).innerText())
      .match(/(\d+):(\d\d)/)!
      .slice(1)
      .map(Number);
    return minutes! * 60 + rest!;
  };
  const before = await seconds(page);
  await page.reload();
  await page.clock.fastForward("01:00");
  await expect.poll(async () => Math.abs((await seconds(page)) - before - 60)).toBeLessThan(8);
  await page.goto("/shelf");
  await expect(loop(page)).toContainText("dwelling");
  await page.clock.fastForward("08:00");
  await expect(loop(page)).toHaveClass(/loop-(right|drying)/);
  await page.close();
  const again = await context.newPage();
  await again.clock.install({ time: Date.now() + 50 * 60_000 });
  await again.goto("/bay?job=demo-ferry&phase=work");
  await expect(loop(again)).toContainText("drying out");
});

test("two tabs keep each other's changes; for the same field the later wins and says so", async ({ page, context }) => {
  await openFerry(page);
  const other = await context.newPage();
  // A tab that misses the others' news stands for two changes at the same moment.
  await other.addInitScript(() => Reflect.deleteProperty(globalThis, "BroadcastChannel"));
  await other.goto("/bay?job=demo-ferry&phase=look");
  await openPiece(page);
  await openPiece(other);
  await setField(page, "Length, mm", "2000");
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  await setField(other, "Depth, mm", "600");
  await expect(other.getByTestId("saved")).toHaveText("Saved");
  await expect
    .poll(async () => Object.values((await storedJob(page, "demo-ferry")).pieces.byId)[0])
    .toMatchObject({ lengthMm: 2000, depthMm: 600 });
  await expect(other.getByText("another tab had just set")).toBeHidden();

  const stale = await context.newPage();
  await stale.addInitScript(() => Reflect.deleteProperty(globalThis, "BroadcastChannel"));
  await stale.goto("/bay?job=demo-ferry&phase=look");
  await openPiece(stale);
  await setField(page, "Length, mm", "2100");
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  await setField(stale, "Length, mm", "2300");
  await expect(stale.getByText(/"Length of Bench 4" replaces what another tab had just set there/)).toBeVisible();
  expect(Object.values((await storedJob(page, "demo-ferry")).pieces.byId)[0]).toMatchObject({ lengthMm: 2300 });

  // What a tab did and another changed since is not undone behind its back.
  await page.reload();
  await openPiece(page);
  await setField(page, "Length, mm", "2400");
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  const third = await context.newPage();
  await third.goto("/bay?job=demo-ferry&phase=look");
  await openPiece(third);
  await setField(third, "Length, mm", "2600");
  await expect(length(page)).toHaveValue("2600");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(alertWith(page, "cannot be undone: it was changed since")).toBeVisible();
});

test("undo and redo; work that is taken back stays in the record", async ({ page }) => {
  await openFerry(page, "work");
  const title = await page.getByTestId("now-step").getByRole("heading").innerText();
  await page.getByTestId("main-act").click();
  await expect(page.getByTestId("main-act")).toContainText("Done");
  await pastBounce(page);
  await page.getByTestId("main-act").click();
  await expect(page.getByTestId("now-step").getByRole("heading").first()).not.toHaveText(title);
  await page.keyboard.press("Control+z");
  await expect(page.getByTestId("now-step").getByRole("heading").first()).toHaveText(title);
  await page.keyboard.press("Control+y");
  await expect(page.getByTestId("now-step").getByRole("heading").first()).not.toHaveText(title);
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  const { events } = await storedJob(page, "demo-ferry");
  expect(events.map(({ kind }) => kind).slice(0, 3)).toEqual(["start", "done", "start"]);
  expect(events.filter(({ kind }) => kind === "undo")).toHaveLength(4);
});

test("a job goes out as a file and comes in again; a bad file says what and where, and changes nothing", async ({
  page,
}, info) => {
  await openFerry(page, "handback");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save the job as a file" }).click();
  const good = await (await download).path();
  expect((await download).suggestedFilename()).toBe("gull-point-ferry-saloon-bench-4.job.json");
  const file = JSON.parse(readFileSync(good, "utf8"));

  await page.goto("/");
  const write = (name: string, text: string) => {
    const path = info.outputPath(name);
    writeFileSync(path, text);
    return path;
  };
  const jobs = () => page.locator(".job-row");
  await expect(jobs()).toHaveCount(5);
  const bad: [string, string, RegExp][] = [
    ["broken.job.json", "{ not json", /not JSON/],
    [
      "text.job.json",
      JSON.stringify({ ...file, job: { ...file.job, site: { airTempC: "18" } } }),
      /airTempC must be a number; it is the text "18"/,
    ],
    ["newer.job.json", JSON.stringify({ ...file, version: 7 }), /version is 7/],
    ["proto.job.json", JSON.stringify(file).replace('"site":{', '"site":{"__proto__":1,'), /"__proto__"/],
    ["huge.job.json", " ".repeat(20_000_001), /20\.0 MB; a job file is at most 20 MB/],
  ];
  for (const [name, text, words] of bad) {
    await page.getByLabel("Job file").setInputFiles(write(name, text));
    await expect(page.getByRole("alert").filter({ hasText: "was not opened" })).toContainText(words);
    await expect(jobs()).toHaveCount(5);
    await page.getByRole("button", { name: "Close" }).last().click();
  }
  await page.getByLabel("Job file").setInputFiles(good);
  await expect(jobs()).toHaveCount(6);
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4 (from file)" })).toBeVisible();
});

test("a full disk is told in words, keeps the change on screen, and saves it when there is room", async ({ page }) => {
  await openFerry(page);
  await fillDisk(page);
  await openPiece(page);
  await setField(page, "Length, mm", "2200");
  await expect(alertWith(page, "Not saved: this device has no room left")).toBeVisible();
  await expect(length(page)).toHaveValue("2200");
  await makeRoom(page);
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  expect(Object.values((await storedJob(page, "demo-ferry")).pieces.byId)[0]).toMatchObject({ lengthMm: 2200 });
});

test("what happened shows only once it is stored: on a full disk the step stays as it was, and nothing is lost", async ({
  page,
}) => {
  await openFerry(page, "work");
  await expect(page.getByTestId("main-act")).toHaveText("Start");
  await fillDisk(page);
  await page.getByTestId("main-act").click();
  await expect(alertWith(page, "Not saved: this device has no room left")).toBeVisible();
  await expect(page.getByTestId("main-act")).toHaveText("Start");
  await makeRoom(page);
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByTestId("main-act")).not.toHaveText("Start");
  expect((await storedJob(page, "demo-ferry")).events.map(({ kind }) => kind)).toEqual(["start"]);
});

test("jobs are duplicated, deleted and brought back; the demo comes once and goes in one tap", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByText("No jobs yet")).toBeVisible();
  await page.goto("/demo");
  await expect(page.locator(".job-row")).toHaveCount(5);
  await page.goto("/demo");
  await expect(page).toHaveURL("/");
  await expect(page.locator(".job-row")).toHaveCount(5);
  await page.getByRole("button", { name: "Duplicate Tern House settee" }).click();
  await expect(page.locator(".job-row")).toHaveCount(6);
  await page.getByRole("button", { name: "Delete Tern House settee", exact: true }).click();
  await expect(page.locator(".job-row")).toHaveCount(5);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.locator(".job-row")).toHaveCount(6);
  await page.getByRole("button", { name: "Remove the demo jobs" }).click();
  await expect(page.locator(".job-row")).toHaveCount(1);
  await expect(page.getByText("Tern House settee (copy)")).toBeVisible();
});

test("a deletion is not undone over what was opened and changed elsewhere since", async ({ page, context }) => {
  await page.goto("/demo");
  await expect(page.locator(".job-row")).toHaveCount(5);
  const title = "Tern House settee";
  const job = await page.getByRole("link", { name: title }).getAttribute("href");
  const jobId = new URL(job!, page.url()).searchParams.get("job")!;
  const buffer = Buffer.from(
    JSON.stringify({
      format: "weary-bristle-job",
      version: 2,
      asOf: new Date().toISOString(),
      job: await storedJob(page, jobId),
    }),
  );
  await page.getByRole("button", { name: `Delete ${title}`, exact: true }).click();
  await expect(page.locator(".job-row")).toHaveCount(4);
  const second = await context.newPage();
  await second.goto("/");
  await second.getByLabel("Job file").setInputFiles({ name: "j.job.json", mimeType: "application/json", buffer });
  await expect(second.getByRole("link", { name: title })).toBeVisible();
  const third = await context.newPage();
  await third.goto(`/bay?job=${jobId}&phase=look`);
  await openPiece(third);
  await setField(third, "Length, mm", "1850");
  await expect(third.getByTestId("saved")).toHaveText("Saved");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(alertWith(page, "is not put back: it was opened or worked on since")).toBeVisible();
  expect(Object.values((await storedJob(page, jobId)).pieces.byId)[0]).toMatchObject({ lengthMm: 1850 });
});

test("what two devices said otherwise is shown with both sides, until somebody picks", async ({ page }) => {
  await openFerry(page);
  const job = await storedJob(page, "demo-ferry");
  const [zoneId] = job.zones.order as [string];
  const [markId] = job.findings.order as [string];
  const on = (copy: string, ...ops: Op[]) => written(job, applyOps(job, ops).job, ops, copy);
  const { job: both } = mergedJob(
    on("a", setZone(zoneId, "soil", "light"), removeFinding(markId)),
    on("b", setZone(zoneId, "soil", "heavy"), setFinding<MarkFinding, "name">(markId, "name", "By the door")),
  )!;
  await putKept(page, "jobs", { version: 2, job: both }, "demo-ferry");
  await page.reload();
  const panel = page.getByTestId("differing");
  await expect(panel.getByRole("listitem")).toHaveCount(2);
  await panel.getByRole("button", { name: /soil.*light$/i }).click();
  await expect(panel.getByRole("listitem")).toHaveCount(1);
  await pastBounce(page);
  await panel.getByRole("button", { name: "Keep By the door" }).click();
  await expect(panel).toHaveCount(0);
  await expect.poll(async () => (await storedJob(page, "demo-ferry")).zones.byId[zoneId]!.soil).toBe("light");
  expect((await storedJob(page, "demo-ferry")).findings.order).toContain(markId);
});

test("where site data is blocked every place says so and what to do, and nothing pretends to be kept", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const blocked = () => {
      throw new DOMException("Access is denied for this document.", "SecurityError");
    };
    for (const name of ["indexedDB", "localStorage", "sessionStorage", "BroadcastChannel", "caches"])
      Object.defineProperty(globalThis, name, { get: blocked, configurable: true });
  });
  for (const place of ["/", "/day", "/mark", "/shelf", "/ledger", "/practice", "/notes", "/settings"]) {
    await page.goto(place);
    await expect(page.getByTestId("nothing-kept")).toContainText("Allow them for this address");
    await expect(page.getByTestId("failed-part")).toBeHidden();
    for (const comfort of ["No jobs yet", "There are no jobs to save yet", "No finished jobs", "Never saved yet"])
      await expect(page.getByText(comfort)).toBeHidden();
  }
});

test("where workers are blocked it is said, and what is kept can be taken along", async ({ page }) => {
  await page.addInitScript(() =>
    Object.defineProperty(globalThis, "Worker", {
      value: function () {
        throw new DOMException("Workers are not allowed here.", "SecurityError");
      },
    }),
  );
  await page.goto("/demo");
  await expect(alertWith(page, "lets the page start no workers").first()).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export" }).first().click(),
  ]);
  expect(readFileSync(await file.path(), "utf8")).toContain('"weary-bristle-job"');
});

test("a damaged setting is listed with Export and Delete, and the rest works", async ({ page }) => {
  await page.goto("/settings");
  await page.getByRole("button", { name: "Night bay" }).click();
  await putKept(page, "settings", { units: "metric", theme: "night", practice: { done: 5 } }, "settings");
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  const damaged = page.getByTestId("damaged-practice");
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    damaged.getByRole("button", { name: "Export" }).click(),
  ]);
  expect(JSON.parse(readFileSync(await file.path(), "utf8"))).toEqual({ done: 5 });
  await damaged.getByRole("button", { name: "Delete" }).click();
  await expect(damaged).toBeHidden();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Backup" })).toBeVisible();
  await expect(damaged).toBeHidden();
});

test("a wrong number in a field gets a sentence and changes nothing", async ({ page }) => {
  await openFerry(page);
  await openPiece(page);
  await length(page).fill("12 metres");
  await length(page).press("Enter");
  await expect(alertWith(page, '"12 metres" is not a number. The old value stands.')).toBeVisible();
  await length(page).fill("5");
  await expect(alertWith(page, "Must be between 600 mm and 6000 mm")).toBeVisible();
  expect(Object.values((await storedJob(page, "demo-ferry")).pieces.byId)[0]).toMatchObject({ lengthMm: 1800 });
});

test("tests of colourfastness and evidence move the plan", async ({ page }) => {
  await openFerry(page, "plan", "&finding=fb-soup");
  await expect(page.locator(".rung-now")).toContainText("acid spotter");
  await phase(page, "Test").click();
  await page
    .getByRole("group", { name: "Colourfastness of Acid spotter" })
    .getByRole("button", { name: "Step 3, runs" })
    .click();
  await expect(page.getByText("Acid spotter: runs: not wet with it on this cloth")).toBeVisible();
  await phase(page, "Plan").click();
  await expect(page.locator(".rung-left-out")).toContainText("do not go wet with it");
});

test("the first start asks what every plan goes by; each answer is kept and stands in its place", async ({ page }) => {
  await page.goto("/");
  const first = page.getByRole("region", { name: "Before the first job" });
  await first.getByRole("button", { name: /^US/ }).click();
  await first.getByLabel("Currency").selectOption("SEK");
  await first.getByRole("button", { name: "09:00 to 16:00" }).click();
  await first.getByRole("button", { name: "Sun", exact: true }).click();
  await first.getByRole("button", { name: "A wet vacuum too" }).click();
  await first.getByRole("button", { name: "Start", exact: true }).click();
  await expect(first).toHaveCount(0);
  await page.reload();
  await expect(page.getByText("No jobs yet")).toBeVisible();
  await expect(first).toHaveCount(0);
  await page.goto("/settings");
  const pressed = (group: string) =>
    page.getByRole("group", { name: group, exact: true }).locator('[aria-pressed="true"]').allInnerTexts();
  await expect.poll(() => pressed("Hours")).toEqual(["09:00 to 16:00"]);
  await expect(page.getByLabel("Currency")).toHaveValue("SEK");
  expect(await pressed("Days")).toEqual(["Mon", "Tue", "Wed", "Thu", "Fri", "Sat"]);
  expect((await pressed("Units"))[0]).toMatch(/^US/);
  await page.goto("/shelf");
  const machine = (name: string) => page.getByRole("button", { name: `${name} is here` });
  await expect(machine("Wet and dry vacuum")).toHaveAttribute("aria-pressed", "true");
  await expect(machine("Steamer")).toHaveAttribute("aria-pressed", "false");
});
