// Screens: app, workers
import { appendFileSync, readFileSync, writeFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { PHASES, expect, goTo, storedJob, test } from "./bay";

/** From the second visit on nothing needs the network; another version waits until it may come. */

test.use({ serviceWorkers: "allow", loadsAhead: true });
test.describe.configure({ mode: "serial" });

const kept = (page: Page) => expect(page.locator("html")).toHaveAttribute("data-offline", "ready");

/** Once with the network: the demo jobs, and everything kept. */
async function visitOnce(page: Page) {
  await page.goto("/demo");
  await expect(page.locator(".job-row").first()).toBeVisible();
  await kept(page);
}

test("with the network gone: opening, reloading, every phase and place, a new job", async ({ page, context }) => {
  await visitOnce(page);
  await context.setOffline(true);
  await page.goto("/bay?job=demo-ferry&phase=look");
  await expect(page.locator(".bay")).toHaveAttribute("data-loaded", "true");
  for (const phase of PHASES) {
    await goTo(page, phase);
    await expect(page.getByText("could not be loaded")).toHaveCount(0);
  }
  await page.reload();
  await expect(page.locator("main.bay-main")).toBeVisible();
  for (const place of ["day", "ledger", "shelf", "notes", "settings", "mark"]) {
    await page.goto(`/${place}`);
    await expect(page.locator("h1").first()).toBeVisible();
    await expect(page.getByText(/could not be loaded|404/)).toHaveCount(0);
  }
  // By its own links, too, and a job that is made stays to be seen.
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Settee", exact: true }).click();
  await expect(page.locator("main.bay-main")).toBeVisible();
  const id = new URL(page.url()).searchParams.get("job")!;
  await expect.poll(async () => (await storedJob(page, id)).title).toBe("New settee");
  await page.reload();
  await expect(page.locator("main.bay-main")).toBeVisible();
  // The way back does not leave the page.
  await page.evaluate(() => Object.assign(window, { stillHere: true }));
  await page.getByRole("link", { name: "Back to jobs" }).click();
  await expect(page.getByRole("link", { name: /New settee/ })).toBeVisible();
  expect(await page.evaluate(() => "stillHere" in window)).toBe(true);
});

test("it says what it is to the device that installs it", async ({ page, request }) => {
  await page.goto("/");
  const href = await page.locator('link[rel="manifest"]').getAttribute("href");
  const manifest = (await (await request.get(href!)).json()) as {
    name: string;
    start_url: string;
    display: string;
    icons: { src: string; sizes: string; type: string }[];
  };
  expect(manifest).toMatchObject({ name: "Weary Bristle", start_url: "/", display: "standalone" });
  for (const { src, type } of manifest.icons) {
    const icon = await request.get(src);
    expect([src, icon.status(), icon.headers()["content-type"]]).toEqual([src, 200, expect.stringContaining(type)]);
  }
  for (const size of [192, 512]) {
    const png = await (await request.get(`/icon-${size}.png`)).body();
    // Width and height stand in the first chunk of a PNG.
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([size, size]);
  }
});

test("another version waits for the tap and for a running dwell, and the running job goes on in it", async ({
  page,
}) => {
  const file = ".next/offline.js";
  const before = readFileSync(file);
  await visitOnce(page);
  await page.goto("/bay?job=demo-ferry&phase=work");
  await expect(page.getByTestId("main-act")).toHaveText("Start");
  await page.getByTestId("main-act").click();
  await expect(page.getByTestId("main-act")).not.toHaveText("Start");
  const events = (await storedJob(page, "demo-ferry")).events.length;
  try {
    appendFileSync(file, "\n// another version\n");
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.update());
    const news = page.locator(".new-version");
    await expect(news).toContainText("A new version is here.");
    // Nothing was taken from under the hands meanwhile.
    expect((await storedJob(page, "demo-ferry")).events.length).toBe(events);
    const loaded = page.waitForEvent("load");
    await news.getByRole("button", { name: "Take it now" }).click();
    await loaded;
    await expect(page.getByTestId("main-act")).not.toHaveText("Start");
    await expect(news).toHaveCount(0);
    expect((await storedJob(page, "demo-ferry")).events.length).toBe(events);
  } finally {
    writeFileSync(file, before);
  }
});
