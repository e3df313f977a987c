// Screens: places/ledger, places/settings
import { readFileSync } from "node:fs";
import { differenceCiede2000 } from "culori";
import type { Page } from "@playwright/test";
import { readBack } from "../src/print/readBack";
import { expect, pressAgain, storedJob, test } from "./bay";

/** What was done, measured, kept and learnt from. */

async function openLedger(page: Page) {
  await page.goto("/demo");
  await expect(page.getByRole("link", { name: "Gull Point ferry, saloon bench 4" })).toBeVisible();
  await page.goto("/ledger");
  await expect(page.getByTestId("found")).toHaveText("46 jobs");
}
const row = (page: Page, name: string | RegExp) => page.getByTestId("ledger").getByRole("button", { name });

async function openChair(page: Page) {
  await openLedger(page);
  await page.getByLabel("Search the ledger").fill("hearth wine");
  await expect(page.getByTestId("found")).toHaveText("1 of 46 jobs");
  await row(page, /hearth chair/).click();
  await page.getByTestId("job-detail").getByRole("link", { name: "Open the job" }).click();
  await expect(page.getByTestId("before-after")).toBeVisible();
}

/** The colours the demo's pictures are painted with, by the script that paints them. */
const apart = differenceCiede2000();
const lab = (l: number, a: number, b: number) => ({ mode: "lab65" as const, l, a, b });
const TRULY = { before: apart(lab(76, 2, 14), lab(44, 34, 6)), after: apart(lab(76, 2, 14), lab(72.5, 6, 13)) };

test("a mark is measured before and after on its pictures; the owner's sheet says how much less there is to see", async ({
  page,
}) => {
  await openChair(page);
  const id = new URL(page.url()).searchParams.get("job")!;
  const pictures = page.getByTestId("before-after").getByRole("button", { name: "Measure it" });
  const panel = page.getByTestId("measure");
  const events = async () => (await storedJob(page, id)).events.filter(({ kind }) => kind === "colour").length;

  // The ring lies on the cloth and half on the mark: said, and nothing is kept.
  await pictures.nth(0).click();
  await panel.getByRole("button", { name: "Card", exact: true }).click();
  const box = (await panel.getByTestId("pointing").boundingBox())!;
  await page.mouse.click(box.x + 0.34 * box.width, box.y + 0.53 * box.height);
  await panel.getByRole("button", { name: "Read the colours" }).click();
  await expect(panel.getByRole("alert")).toContainText("not of one colour");
  expect(await events()).toBe(0);

  await page.mouse.click(box.x + 0.86 * box.width, box.y + 0.16 * box.height);
  await panel.getByRole("button", { name: /known length/ }).click();
  await pressAgain(panel.getByRole("button", { name: "Read the colours" }));
  await expect.poll(events).toBe(1);
  expect(Math.abs(Number(await page.getByTestId("stood-out").textContent()) - TRULY.before)).toBeLessThan(1);

  // The later picture knows already where card, length and mark are.
  await pictures.nth(1).click();
  await pressAgain(panel.getByRole("button", { name: "Read the colours" }));
  await expect.poll(events).toBe(2);
  expect(Math.abs(Number(await page.getByTestId("stands-out").textContent()) - TRULY.after)).toBeLessThan(1);
  await expect(page.getByTestId("compare")).toBeVisible();
  // Both are shown in the light of their cards: the cloth looks the same in both.
  await expect(page.getByTestId("compare").locator(".crop[data-light=set]")).toHaveCount(2);
  await expect(page.getByTestId("compare")).toContainText("Both in the same light");
  expect(
    Math.abs(
      Number.parseInt((await page.getByTestId("improved").textContent())!) - 100 * (1 - TRULY.after / TRULY.before),
    ),
  ).toBeLessThan(3);

  await pictures.nth(2).click();
  await panel.getByRole("button", { name: "The towel it was wiped with" }).click();
  await panel.getByRole("button", { name: "Read the colours" }).click();
  await expect(page.getByTestId("towel-step")).toBeVisible();
  await expect(page.getByTestId("sheet")).toContainText("% less to see: it stood out of the cloth by");

  const file = page.waitForEvent("download");
  await page.getByRole("button", { name: "Owner's sheet, PDF" }).click();
  const { text } = await readBack(new Uint8Array(readFileSync((await (await file).path())!)));
  for (const words of ["% less to see", "Red wine, before", "Red wine, after"])
    expect(text).toContain(words.replace(/\s+/g, ""));
});

test(
  "the ledger is searched, sorted and picked from; what works says how much of it is the own log, and a " +
    "job left out counts no more",
  async ({ page }) => {
    await openLedger(page);
    await page.getByRole("button", { name: "Late", exact: true }).click();
    await expect(page.getByTestId("found")).toHaveText("6 of 46 jobs");
    await page.getByRole("button", { name: "All", exact: true }).click();
    await page.getByRole("button", { name: "Hands-on" }).click();
    await expect(page.getByRole("columnheader", { name: /Hands-on/ })).toHaveAttribute(
      "aria-sort",
      /ascending|descending/,
    );
    await page.getByLabel("Search the ledger").fill("nobody of that name");
    await expect(page.getByText("No job holds that.")).toBeVisible();
    await page.getByRole("button", { name: "Show all" }).click();

    await page.getByRole("button", { name: "What works here" }).click();
    const works = page.getByTestId("what-works");
    await expect(works).toContainText("Learnt from 46 finished jobs");
    await expect(works).toContainText(/\d+ % your own log \(\d+ marks\), the rest table/);
    await page.getByRole("button", { name: "Jobs done" }).click();
    await row(page, /nursing chair/)
      .first()
      .click();
    await page.getByRole("button", { name: "Do not learn from it" }).click();
    await page.getByRole("button", { name: "What works here" }).click();
    await expect(works).toContainText("Learnt from 45 finished jobs, 1 left out");
    await works.getByRole("button", { name: "Begin anew" }).click();
    await expect(works).toContainText("No finished job to learn from");
    await works.getByRole("button", { name: "Learn from all" }).click();
    await expect(works).toContainText("Learnt from 46 finished jobs");

    await page.getByRole("button", { name: "Pace and product" }).click();
    await expect(page.getByTestId("pace")).toContainText("Cleaner on the panel");
    const csv = page.waitForEvent("download");
    await page.getByRole("button", { name: "Every step, CSV" }).click();
    const lines = readFileSync((await (await csv).path())!, "utf8").split("\r\n");
    expect(lines[0]).toContain("handed back,job,customer");
    expect(lines.length).toBeGreaterThan(46);
  },
);

test(
  "marks that came back begin a job from the last map, and count against what had worked; a job goes " +
    "into another browser with its pictures",
  async ({ page, browser, baseURL }) => {
    await openLedger(page);
    await page.getByLabel("Search the ledger").fill("hearth");
    await row(page, /hearth chair/).click();
    const file = page.waitForEvent("download");
    await page.getByRole("button", { name: "Save it with its pictures" }).click();
    const download = await file;
    const bytes = readFileSync((await download.path())!);
    expect(download.suggestedFilename()).toBe("kittiwake-cottage-hearth-chair.job.zip");

    await page.getByRole("button", { name: "Marks came back" }).click();
    await expect(page.getByTestId("last-time")).toContainText("Red wine: ");
    await expect(page.getByTestId("last-time")).toContainText("gone with");
    const id = new URL(page.url()).searchParams.get("job")!;
    expect(await storedJob(page, id)).toMatchObject({ from: { kind: "comeback" }, events: [] });
    await page.goto("/ledger");
    await page.getByRole("button", { name: "Came back" }).click();
    await expect(row(page, /hearth chair/)).toHaveCount(1);

    const clean = await (await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })).newPage();
    await clean.goto("/");
    await clean
      .getByLabel("Job file")
      .setInputFiles({ name: "chair.job.zip", mimeType: "application/zip", buffer: bytes });
    await expect(clean.getByText(/hearth chair" was opened from the file/)).toBeVisible();
    await clean.goto("/ledger");
    await row(clean, /hearth chair/).click();
    await clean.getByRole("link", { name: "Open the job" }).click();
    await expect(clean.getByTestId("before-after").getByTestId("picture")).toHaveCount(3);
    await clean.context().close();
  },
);
