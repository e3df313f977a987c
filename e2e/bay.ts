import { cpus } from "node:os";
import { test as base, expect, type Locator, type Page } from "@playwright/test";
import type { Job } from "@/core/job/schema";

const BEAT_MS = 5000;
/** Core time in which the machine had nothing to do, since it was started, ms. */
const idleMs = () => cpus().reduce((sum, { times }) => sum + times.idle, 0);

/** Every test watches its pages: nothing leaves the machine, nothing is reported on the console. */
export const test = base.extend<{
  /** Parts that come after the first screen load by themselves; elsewhere each comes when it is asked for. */
  loadsAhead: boolean;
  watched: undefined;
  unhurried: undefined;
}>({
  loadsAhead: [false, { option: true }],
  // A busy machine is no defect: time in which no core was free does not count against a test.
  unhurried: [
    async ({}, run, testInfo) => {
      let idle = idleMs();
      const beat = setInterval(() => {
        const before = idle;
        idle = idleMs();
        if (idle - before < BEAT_MS) testInfo.setTimeout(testInfo.timeout + BEAT_MS);
      }, BEAT_MS);
      await run(undefined);
      clearInterval(beat);
    },
    { auto: true },
  ],
  watched: [
    async ({ context, baseURL, loadsAhead }, run) => {
      if (!loadsAhead)
        await context.addInitScript(() =>
          Object.defineProperty(navigator, "connection", { configurable: true, get: () => ({ saveData: true }) }),
        );
      const wrong: string[] = [];
      const watch = (page: Page) => {
        page.on("console", (message) => {
          // A request cut off by the test itself, and a worker it does not want, are reported by the browser.
          if (
            (message.type() === "error" || message.type() === "warning") &&
            !/ERR_INTERNET_DISCONNECTED|registration blocked by Playwright/.test(message.text())
          )
            wrong.push(`console: ${message.text()}`);
        });
        page.on("pageerror", (error) => wrong.push(`page: ${error.message}`));
        page.on("request", (request) => {
          if (!request.url().startsWith(baseURL!) && !/^(data|blob):/.test(request.url()))
            wrong.push(`left the machine: ${request.url()}`);
        });
      };
      context.pages().forEach(watch);
      context.on("page", watch);
      await run(undefined);
      expect(wrong).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

export const PHASES = ["look", "test", "plan", "mix", "work", "dry", "handback"] as const;

/** Loads the demo jobs and opens one of them in the bay. */
export async function openDemo(page: Page, job: string, query: string) {
  await page.goto(`/demo?to=${encodeURIComponent(`/bay?job=${job}&${query}`)}`);
  await expect(page.locator("main.bay-main")).toBeVisible();
}

export const openFerry = (page: Page, phase = "look", more = "") =>
  openDemo(page, "demo-ferry", `phase=${phase}${more}`);

/** Everything the bay needs is here: from now on the network may go. */
export const allLoaded = (page: Page) => expect(page.locator(".bay")).toHaveAttribute("data-loaded", "true");

export const phase = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: new RegExp(`${name}$`) });

/** Goes to a phase of the open job by its key; the page is not loaded again. */
export async function goTo(page: Page, to: (typeof PHASES)[number]) {
  const key = String(PHASES.indexOf(to) + 1);
  await page.keyboard.press(key);
  await expect(page.getByRole("navigation", { name: "Phases" }).locator("[aria-current=page]")).toContainText(key);
  await expect(page.locator("main.bay-main")).not.toBeEmpty();
}

/** Opens a number's working and reads it. */
export async function workingOf(page: Page, testId: string) {
  const number = page.getByTestId(testId).first();
  if ((await number.getAttribute("aria-expanded")) !== "true") await number.click();
  return page.locator(`[id="${await number.getAttribute("aria-controls")}"]`);
}

/** The job as this browser keeps it. */
export const storedJob = (page: Page, id: string) =>
  page.evaluate(
    (jobId) =>
      new Promise<Job>((resolve, reject) => {
        const open = indexedDB.open("weary-bristle");
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const request = open.result.transaction("jobs").objectStore("jobs").get(jobId);
          request.onsuccess = () => {
            open.result.close();
            resolve(request.result.job);
          };
        };
      }),
    id,
  );

/** Puts something into what this browser keeps, past the program. @param key only where the store has no key of its own */
export const putKept = (page: Page, store: string, value: object, key?: string) =>
  page.evaluate(
    ([into, what, under]) =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open("weary-bristle");
        open.onsuccess = () => {
          const { result: database } = open;
          const writing = database.transaction(into, "readwrite");
          writing.objectStore(into).put(what, under);
          writing.oncomplete = () => {
            database.close();
            resolve();
          };
        };
      }),
    [store, value, key] as const,
  );

/** Lets the moment pass in which a second tap counts as a bounce (300 ms), without anybody waiting for it. */
export const pastBounce = (page: Page) =>
  page.evaluate(() => {
    const now = performance.now.bind(performance);
    performance.now = () => now() + 350;
  });

/** Presses a button that may have been pressed a moment ago. */
export async function pressAgain(button: Locator) {
  await pastBounce(button.page());
  await button.click();
}

/** Works through every step that is left, as planned, however many there are; waits are skipped by the page's own clock. */
export async function workToTheEnd(page: Page, press: () => Promise<void>, jobId = "demo-ferry") {
  for (let step = 0; step < 90; step++) {
    // The notice of work after hours says it too, in the middle of a sentence.
    const over = page.getByRole("heading", { name: "Hands are done" });
    if (await over.isVisible()) return;
    const before = await page.getByTestId("now-step").innerText();
    const recorded = async () => (await storedJob(page, jobId)).events.length;
    const events = await recorded();
    const shown = async () => page.locator("[data-recorded]").getAttribute("data-recorded");
    const shownBefore = await shown();
    await press();
    // The tap is in the record before the clock jumps: what comes next is asked of the planner first.
    await expect.poll(recorded).toBeGreaterThan(events);
    // The page shows what was recorded, too: a tap on what it showed before counts for nothing.
    const goesOn = async () =>
      (await over.isVisible()) ||
      ((await page.getByTestId("now-step").innerText()) !== before && (await shown()) !== shownBefore);
    // A wait may have begun on the screen only after the clock had jumped: then it jumps once more.
    for (let jumps = 0; jumps < 3 && (jumps === 0 || !(await goesOn())); jumps++) {
      await page.clock.fastForward("45:00");
      await expect
        .poll(goesOn, { timeout: 30_000 })
        .toBe(true)
        .catch(() => undefined);
    }
    expect(await goesOn(), `step ${step} stays: ${before}`).toBe(true);
  }
  throw new Error("The work does not end.");
}

/** Moves the focus with Tab until it stands on the wanted control. */
export async function tabTo(page: Page, name: RegExp) {
  for (let presses = 0; presses < 200; presses++) {
    await page.keyboard.press("Tab");
    const label = await page.evaluate(() => {
      const { activeElement: at, body } = document;
      // What was in hand may just have gone with its phase: then nothing is, and the page's whole text is no name.
      return at === null || at === body ? "" : (at.getAttribute("aria-label") ?? at.textContent);
    });
    if (name.test(label)) return;
  }
  throw new Error(`No way by Tab to ${name}`);
}

/** Opens every card of the plan, or of the run sheet, that is shut. */
export async function openCards(page: Page, of: "plan-card" | "run-card" = "plan-card") {
  const shut = page.getByTestId(of).locator("> .accordion-item > .fold-line .accordion-button.collapsed");
  await page.getByTestId(of).first().waitFor();
  while ((await shut.count()) > 0) await shut.first().click();
}
