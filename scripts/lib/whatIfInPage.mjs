// How long four ways of drying take beside the page, and how long the page is held meanwhile, in Chromium on the built application.
import { chromium } from "@playwright/test";
import { startServer } from "./server.mjs";
import { ensureBuild, ensureChromium } from "./setup.mjs";

const TAPS = 16;
const WARM_UP = 4;

/**
 * Opens Dry of a demo job and steps the temperature up and down, so that no answer is an old one.
 * @returns {Promise<{ whatIfMs: number, heldMs: number }>} median of asking until the answer is here; the longest task that held the page once warm (Chromium tells of tasks from 50 ms on), 0 when there was none
 */
export async function whatIfInPage(port = 4132) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
  try {
    const page = await browser.newPage();
    await page.goto(`http://localhost:${port}/demo`);
    await page.locator(".job-row").first().waitFor();
    await page.goto(`http://localhost:${port}/bay?job=demo-hall&phase=dry`);
    await page.locator(".bay[data-loaded]").waitFor();
    const done = () => page.evaluate(() => performance.getEntriesByName("what-if").map(({ duration }) => duration));
    await page.evaluate(() => {
      globalThis.heldMs = [];
      new PerformanceObserver((list) => globalThis.heldMs.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: "longtask" });
    });
    for (let tap = 0; tap < TAPS; tap++) {
      const before = (await done()).length;
      if (tap === WARM_UP) await page.evaluate(() => { globalThis.heldMs.length = 0; });
      await page.getByRole("button", { name: "Air: more" }).click();
      await page.waitForFunction((count) => performance.getEntriesByName("what-if").length > count, before);
      await page.waitForTimeout(400);
    }
    const times = (await done()).slice(-(TAPS - WARM_UP)).sort((a, b) => a - b);
    const held = await page.evaluate(() => globalThis.heldMs);
    return { whatIfMs: times[Math.floor(times.length / 2)], heldMs: Math.max(0, ...held) };
  } finally {
    await browser.close();
    server.kill();
  }
}
