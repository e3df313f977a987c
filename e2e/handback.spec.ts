// Screens: phases/handback, phases/measure, print
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { readBack } from "../src/print/readBack";
import { expect, openFerry, pressAgain, pastBounce, storedJob, test, workToTheEnd } from "./bay";

/** From the last look to a signed sheet: dry only when somebody read or felt it. */

async function downloaded(page: Page, button: string): Promise<{ name: string; bytes: Buffer }> {
  const file = page.waitForEvent("download");
  await page.getByRole("button", { name: button }).click();
  const download = await file;
  return { name: download.suggestedFilename(), bytes: readFileSync((await download.path())!) };
}

test("a worked job is looked over, felt dry, signed with a finger and handed back; the sheet and the lines read back", async ({
  page,
}) => {
  await page.clock.install({ time: new Date("2026-05-04T08:00:00") });
  await openFerry(page, "work");
  await workToTheEnd(page, () => page.getByTestId("main-act").click());
  await page.keyboard.press("7");

  const list = page.getByTestId("check-list");
  await list.getByRole("button", { name: "All as it should be" }).click();
  await expect(list).toContainText("All looked at");
  await expect(page.getByTestId("damp")).toContainText("Given back damp, as agreed");
  await expect(page.getByRole("button", { name: "Hand back damp, as agreed" })).toBeEnabled();

  // Damp was not agreed: it stays shut until every zone that got wet was felt dry.
  await page.getByText("Change the promises").click();
  await page.getByLabel("Damp hand-back agreed").click();
  await expect(page.getByRole("button", { name: "Not yet: it is not dry" })).toBeDisabled();
  const towels = list.getByRole("button", { name: /the towel stayed dry/ });
  for (let zones = await towels.count(); zones > 0; zones--) {
    await pressAgain(towels.first());
    await expect(towels).toHaveCount(zones - 1);
  }
  await expect(page.getByTestId("sheet")).toContainText("Dry: use it now.");

  await expect(page.getByTestId("price")).toContainText(/Earned an hour -?€\d/);
  await expect(page.getByTestId("price-total")).toHaveText(/^€\d+\.\d\d$/);
  const csv = await downloaded(page, "Invoice lines, CSV");
  expect(csv.bytes.toString()).toMatch(/^what,amount,unit,price,currency\r\nComing out,1,,20\.00,EUR/);

  const pad = page.getByTestId("signature-pad");
  await pad.scrollIntoViewIfNeeded();
  const box = (await pad.boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  for (const [x, y] of [
    [90, 30],
    [140, 90],
    [200, 40],
    [260, 80],
  ] as const)
    await page.mouse.move(box.x + x, box.y + y, { steps: 4 });
  await page.mouse.up();
  await page.getByLabel("Name of who signs").fill("Orla Venn");
  await page.getByRole("button", { name: "Keep the signature" }).click();
  await expect(page.getByTestId("signature")).toBeVisible();

  const { name, bytes } = await downloaded(page, "Owner's sheet, PDF");
  expect(name).toBe("gull-point-ferry-saloon-bench-4.pdf");
  const { text, pages } = await readBack(new Uint8Array(bytes));
  expect(pages).toBeLessThanOrEqual(2);
  for (const words of [
    "Gull Point ferry, saloon bench 4",
    "Beetroot soup, base mid",
    "you were told before the work began",
    "Dry: use it now.",
    "Look again",
    "Orla Venn",
  ])
    expect(text).toContain(words.replace(/\s+/g, ""));

  await page.getByRole("button", { name: "Hand back", exact: true }).click();
  await expect(page.getByRole("button", { name: "Handed back" })).toBeDisabled();
  await page.reload();
  await expect(page.getByTestId("signature")).toBeVisible();
  const kinds = (await storedJob(page, "demo-ferry")).events.map(({ kind }) => kind);
  expect(kinds).toEqual(expect.arrayContaining(["checked", "signed", "handed-back"]));

  // From then on it stands in the ledger, and what it took is learnt from.
  await page.goto("/ledger");
  await page.getByRole("button", { name: "Gull Point ferry, saloon bench 4" }).click();
  await expect(page.getByTestId("job-detail")).toContainText("Lift dry soil");
  await page.getByRole("button", { name: "What works here" }).click();
  await expect(page.getByTestId("what-works")).toContainText("Learnt from 47 finished jobs");
});

test("a backup is locked with a passphrase and opens with no other; all of one customer is erased for good", async ({
  page,
}) => {
  await page.addInitScript(() => Object.assign(window, { showSaveFilePicker: undefined }));
  await page.goto("/demo");
  await expect(page.locator(".job-row")).toHaveCount(5);
  await page.goto("/settings");
  await page.getByRole("button", { name: "Whoever knows the passphrase" }).click();
  const save = page.getByRole("button", { name: "Save everything as one ZIP" });
  await expect(save).toBeDisabled();
  await page.getByLabel("Passphrase", { exact: true }).fill("salt and grey water");
  const { bytes } = await downloaded(page, "Save everything as one ZIP");
  expect(bytes.includes("Gull Point")).toBe(false);

  await page.getByLabel("Customer").selectOption("Gull Point Ferries, Orla Venn");
  await page.getByRole("button", { name: "Erase all of it" }).click();
  await page.getByTestId("erase-customer").getByRole("button", { name: "Erase for good" }).click();
  await expect(page.getByText(/^Erased: /)).toBeVisible();
  await expect(page.getByLabel("Customer")).not.toContainText("Gull Point Ferries");

  await page.getByLabel("Backup file").setInputFiles({ name: "b.zip", mimeType: "application/zip", buffer: bytes });
  const locked = page.getByTestId("backup-locked");
  await locked.getByLabel("Its passphrase").fill("salt and grey");
  await locked.getByRole("button", { name: "Open it" }).click();
  await expect(locked).toContainText("not the one this backup was locked with");
  await locked.getByLabel("Its passphrase").fill("salt and grey water");
  await pastBounce(page);
  await locked.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByTestId("backup-preview")).toContainText("Comes in: Gull Point ferry, saloon bench 4");
});

test("everything goes out as one ZIP and comes back in a clean profile, weighed before it is taken; a bad archive changes nothing", async ({
  page,
  browser,
  baseURL,
}) => {
  await openFerry(page, "work");
  await page.getByTestId("main-act").click();
  await expect.poll(async () => (await storedJob(page, "demo-ferry")).events.length).toBe(1);
  // Where the browser writes no file by itself, a person says whether the download arrived.
  await page.addInitScript(() => Object.assign(window, { showSaveFilePicker: undefined }));
  await page.goto("/settings");
  const { name, bytes } = await downloaded(page, "Save everything as one ZIP");
  expect(name).toMatch(/^weary-bristle-\d{4}-\d\d-\d\d\.zip$/);
  await expect(page.getByText("Never saved yet.")).toBeHidden();
  await page.reload();
  await page.getByTestId("did-it-arrive").getByRole("button", { name: "Yes, I see it" }).click();
  await expect(page.getByText(/^Last saved/)).toBeVisible();

  const clean = await (await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })).newPage();
  await clean.goto("/settings");
  const give = (buffer: Buffer) =>
    clean.getByLabel("Backup file").setInputFiles({ name: "b.zip", mimeType: "application/zip", buffer });
  await give(bytes.subarray(0, bytes.length - 300));
  await expect(clean.getByRole("alert").filter({ hasText: "cut short" })).toBeVisible();
  await give(bytes);
  const preview = clean.getByTestId("backup-preview");
  await expect(preview).toContainText("Comes in: Gull Point ferry, saloon bench 4");
  await clean.goto("/");
  await expect(clean.getByText("No jobs yet")).toBeVisible();
  await clean.goto("/settings");
  await give(bytes);
  await preview.getByRole("button", { name: "Take jobs and pictures in" }).click();
  await expect(clean.getByText("The backup was taken in.")).toBeVisible();
  expect((await storedJob(clean, "demo-ferry")).events.map(({ kind }) => kind)).toEqual(["start"]);
  // Taken in again there is nothing new in it.
  await give(bytes);
  await expect(preview).toContainText("As it is here already: 51 jobs");
  await clean.context().close();
});
