// Screens: phases/work, phases/handback, places/jobs
import { readFileSync } from "node:fs";
import ICAL from "ical.js";
import type { Page } from "@playwright/test";
import { expect, openCards, openDemo, openFerry, phase, pressAgain, storedJob, tabTo, test, workToTheEnd } from "./bay";

/** The run sheet: dwells run while hands are elsewhere, late is seen early, and what fails moves the plan. */

interface Recorded {
  kind: string;
  id: string;
  at: string;
  stepKey?: string;
  zoneIds?: string[];
  title?: string;
  dwellMinMin?: number;
  by?: number;
}
const recordOf = async (page: Page) => (await storedJob(page, "demo-ferry")).events as unknown as Recorded[];
const partsDone = (events: Recorded[]) =>
  events.flatMap(({ kind, stepKey, zoneIds }) => (kind === "done" ? zoneIds!.map((zone) => `${stepKey} ${zone}`) : []));
const slackMin = async (page: Page) => {
  const words = await page.getByTestId("slack").locator("b").innerText();
  const [hours = 0, minutes = 0] = [/(\d+) h/, /(\d+) min/].map((part) => Number(part.exec(words)?.[1] ?? 0));
  return (words.includes("late") ? -1 : 1) * (hours * 60 + minutes);
};

test("a whole run by keyboard: a late step, what saves it, a rung that fails, and the calendar", async ({ page }) => {
  await page.clock.install({ time: new Date("2026-05-04T09:00:00") });
  await openFerry(page, "work");
  const { keyboard } = page;
  // Until the screen shows what the last tap did, another is not taken.
  const shown = () => page.getByTestId("now-step").locator("h2, h3, .main-act, .now-where").allInnerTexts();
  const press = async () => {
    const events = (await recordOf(page)).length;
    const before = await shown();
    await keyboard.press("Space");
    await expect.poll(async () => (await recordOf(page)).length).toBeGreaterThan(events);
    await expect.poll(shown).not.toEqual(before);
  };

  await expect(page.getByTestId("main-act")).toHaveText("Start");
  // Up to the first dwell; while it runs the sheet goes on with something else.
  const dwells = async () =>
    (await recordOf(page)).some(({ kind, dwellMinMin }) => kind === "done" && dwellMinMin !== undefined);
  for (let step = 0; step < 20 && !(await dwells()); step++) {
    await press();
    await page.clock.fastForward("01:00");
  }
  await expect(page.getByTestId("running-loop").first()).toContainText("dwelling");
  const waiting = (await recordOf(page)).findLast(({ dwellMinMin }) => dwellMinMin !== undefined)!;
  const now = (await recordOf(page)).at(-1)!;
  expect(now.kind).toBe("start");
  expect(now.zoneIds!.some((zone) => waiting.zoneIds!.includes(zone))).toBe(false);

  // A step takes three quarters of an hour too long: the promise slips, and what would save it is said.
  const before = await slackMin(page);
  await page.clock.fastForward("02:30:00");
  await expect.poll(() => slackMin(page)).toBeLessThan(before - 100);
  const late = page.getByTestId("late");
  await expect(late).toContainText("late");
  await expect(late.getByRole("listitem").first()).toContainText("With ");
  await tabTo(page, /^Take: /);
  const slipped = await slackMin(page);
  await keyboard.press("Enter");
  await expect.poll(() => slackMin(page)).toBeGreaterThan(slipped);
  await keyboard.press("Control+z");
  await expect.poll(() => slackMin(page)).toBeLessThanOrEqual(slipped);
  await page.locator("body").click({ position: { x: 640, y: 30 } });

  await workToTheEnd(page, () => keyboard.press("Space"));
  const first = await recordOf(page);
  expect(new Set(partsDone(first)).size).toBe(partsDone(first).length);

  // Judged dry: one has not gone. Its next rung is planned, nothing that was done is planned again.
  await keyboard.press("6");
  const soup = page.getByRole("group", { name: "Beetroot soup" });
  await expect(soup).toBeVisible();
  await soup.getByRole("button", { name: "No change" }).focus();
  await keyboard.press("Enter");
  await expect(soup).toContainText("Next rung:");
  await keyboard.press("5");
  await expect(page.getByTestId("now-step")).toBeVisible();
  await workToTheEnd(page, () => keyboard.press("Space"));
  const second = await recordOf(page);
  expect(partsDone(second).length).toBeGreaterThan(partsDone(first).length);
  expect(new Set(partsDone(second)).size).toBe(partsDone(second).length);
  await keyboard.press("6");
  for (const name of ["Beetroot soup", "Sun-oil, arm end", "Salt-water ring"]) {
    await page.getByRole("group", { name }).getByRole("button", { name: "Gone" }).focus();
    await keyboard.press("Enter");
    await expect(page.getByRole("group", { name })).toContainText("gone");
  }

  // The calendar says the same as the record.
  await keyboard.press("7");
  await tabTo(page, /^Calendar file$/);
  const download = page.waitForEvent("download");
  await keyboard.press("Enter");
  const file = await download;
  expect(file.suggestedFilename()).toBe("gull-point-ferry-saloon-bench-4.ics");
  const events = new ICAL.Component(ICAL.parse(readFileSync((await file.path())!, "utf8")))
    .getAllSubcomponents("vevent")
    .map((each) => new ICAL.Event(each));
  const byName = (name: string) => events.find(({ summary }) => summary.startsWith(name))!;
  expect(Math.abs(byName("Work:").startDate.toJSDate().getTime() - Date.parse(second[0]!.at))).toBeLessThan(60_000);
  expect(byName("Look again:").startDate.toJSDate().getTime()).toBeGreaterThan(Date.parse(second.at(-1)!.at));
  expect(byName("Usable:").location).toContain("Gull Point");
});

test("it gets worse: the mark stops at once, what to do now is said, and the rest goes on; another mark found is planned for", async ({
  page,
}) => {
  await page.clock.install({ time: new Date("2026-05-04T09:00:00") });
  await openFerry(page, "work");
  const now = page.getByTestId("now-step");
  const main = page.getByTestId("main-act");
  for (let step = 0; step < 30 && !/acid spotter/i.test(await now.locator("h2").innerText()); step++) {
    const events = (await recordOf(page)).length;
    await main.click();
    await expect.poll(async () => (await recordOf(page)).length).toBeGreaterThan(events);
    await page.clock.fastForward("01:00");
    // The sheet is read only when it shows what is in the record.
    await expect
      .poll(async () => page.locator(".done-lines").getAttribute("data-recorded"))
      .toBe(String((await recordOf(page)).length));
  }
  await page.getByRole("button", { name: "It does not go well" }).click();
  await page.getByRole("button", { name: "It gets worse: stop" }).click();
  await expect(page.getByTestId("worse-now")).toContainText("Press dry white towels on it");
  await expect(now.locator("h2")).not.toHaveText(/acid spotter/i);
  expect((await recordOf(page)).at(-1)).toMatchObject({ kind: "outcome", result: "worse" });

  await page.getByRole("button", { name: "It does not go well" }).click();
  await page.getByRole("button", { name: "Found another mark" }).click();
  await expect(page).toHaveURL(/phase=look/);
  await page.getByRole("button", { name: /^Middle of/ }).click();
  await expect(page.getByText("As large as a")).toBeVisible();
  await phase(page, "Work").click();
  await openCards(page, "run-card");
  await expect(
    page
      .getByTestId("coming")
      .filter({ hasText: /Mark 1|Mark/ })
      .first(),
  ).toBeVisible();
});

test("a card that went as planned is one tap, and one tap back", async ({ page }) => {
  await openDemo(page, "demo-van", "phase=work");
  const now = page.getByTestId("now-step");
  const first = await now.locator("h2").innerText();
  const all = page.getByRole("button", { name: /^These \d+ lines are done, as planned$/ });
  const lines = Number(/\d+/.exec(await all.innerText())![0]);
  await all.click();
  await expect(now.locator("h2")).toHaveText("Look under and between");
  const recorded = async () => (await storedJob(page, "demo-van")).events.filter(({ kind }) => kind === "done");
  await expect.poll(async () => (await recorded()).length).toBe(lines);
  // Nobody said when it was begun: nothing is learnt of how long it took.
  expect((await recorded()).every((event) => !("minutes" in event))).toBe(true);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(now.locator("h2")).toHaveText(first);
});

test("two at it have a run sheet each; what the second did on another device comes back by file", async ({
  page,
  browser,
  baseURL,
}) => {
  await openFerry(page, "work");
  await page.getByRole("heading", { name: "Who works here" }).click();
  await page.getByRole("button", { name: "Pairs of hands: more" }).click();
  const whose = page.getByRole("group", { name: "Whose run sheet" });
  await expect(whose).toBeVisible();
  // Until there is something for the second to do: dust is over before anything is wet.
  for (let step = 0; step < 8; step++) {
    const events = (await recordOf(page)).length;
    await pressAgain(page.getByTestId("main-act"));
    await expect.poll(async () => (await recordOf(page)).length).toBeGreaterThan(events);
    const second = page.getByRole("button", { name: "Hands 2" });
    await second.click();
    await expect(second).toHaveAttribute("aria-pressed", "true");
    const free = await page.getByTestId("main-act").isEnabled();
    await pressAgain(page.getByRole("button", { name: "Hands 1" }));
    if (free) break;
  }
  await phase(page, "Hand back").click();
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save the job as a file" }).click();
  const handed = (await (await saved).path())!;

  const other = await (await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })).newPage();
  await other.goto("/settings");
  await other
    .getByLabel("Job file")
    .setInputFiles({ name: "bench.job.json", mimeType: "application/json", buffer: readFileSync(handed) });
  await expect(other.getByText("was opened from the file")).toBeVisible();
  await other.goto("/bay?job=demo-ferry&phase=work&hands=2");
  await expect(other.getByRole("button", { name: "Hands 2" })).toHaveAttribute("aria-pressed", "true");
  await other.getByTestId("main-act").click();
  await expect.poll(async () => (await recordOf(other)).at(-1)!.by).toBe(2);
  await phase(other, "Hand back").click();
  const back = other.waitForEvent("download");
  await other.getByRole("button", { name: "Save the job as a file" }).click();
  const returned = readFileSync((await (await back).path())!);
  await other.context().close();

  await page.goto("/settings");
  await page
    .getByLabel("Job file")
    .setInputFiles({ name: "bench.job.json", mimeType: "application/json", buffer: returned });
  await expect(page.getByText("that happened elsewhere taken in")).toBeVisible();
  const joined = await recordOf(page);
  expect(joined.map(({ by = 1 }) => by)).toEqual(expect.arrayContaining([1, 2]));
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toHaveCount(1);
});

test("while nobody taps a better order is found and told, and what comes next stays in its place", async ({ page }) => {
  await openDemo(page, "demo-van", "phase=work");
  const now = page.getByTestId("now-step").locator("h2").first();
  const before = await now.innerText();
  const sooner = page.getByTestId("sooner");
  await expect(sooner).toContainText("A better order was found");
  expect(await now.innerText()).toBe(before);
  await sooner.getByRole("button").click();
  // The working shows both ends, and they give the minutes told.
  await expect(sooner).toContainText("end now, from now");
  const words = await sooner.innerText();
  const minutesAfter = (name: string) => {
    const [, hours, minutes] = new RegExp(`${name}\\s*(\\d+)\\sh(?:\\s(\\d+)\\smin)?`).exec(words)!;
    return 60 * Number(hours) + Number(minutes ?? 0);
  };
  const gained = minutesAfter("as first ordered, from now") - minutesAfter("end now, from now");
  expect(gained).toBeGreaterThan(0);
  await expect(sooner.getByRole("button")).toHaveText(`${gained} min`);
});
