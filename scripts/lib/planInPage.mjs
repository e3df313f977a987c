// How long a plan takes beside the page, and how long the page is held meanwhile, in Chromium on the built application.
import { chromium } from "@playwright/test";
import { startServer } from "./server.mjs";
import { ensureBuild, ensureChromium } from "./setup.mjs";

const TAPS = 24;
const WARM_UP = 4;

/**
 * Opens a job file and taps the soil of one zone up and down.
 * @param {string} jobFile the file's text
 * @returns {Promise<{ planMs: number, heldMs: number }>} median of asking the planner until its answer is here; the longest task that held the page once warm (Chromium tells of tasks from 50 ms on), 0 when there was none
 */
export async function planInPage(jobFile, port = 4131) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
  try {
    const page = await browser.newPage();
    await page.goto(`http://localhost:${port}/`);
    await page.locator("input[type=file]").first().setInputFiles({ name: "big.job.json", mimeType: "application/json", buffer: Buffer.from(jobFile) });
    await page.locator(".job-row a").first().click();
    await page.locator(".bay[data-loaded]").waitFor();
    await page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: /Look$/ }).click();
    const plans = () => page.evaluate(() => performance.getEntriesByName("plan").map(({ duration }) => duration));
    await page.evaluate(() => {
      globalThis.heldMs = [];
      new PerformanceObserver((list) => globalThis.heldMs.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: "longtask" });
    });
    const levels = page.getByRole("group", { name: /^Soil on/ }).getByRole("button");
    for (let tap = 0; tap < TAPS; tap++) {
      const before = (await plans()).length;
      if (tap === WARM_UP) await page.evaluate(() => { globalThis.heldMs.length = 0; });
      await levels.nth(tap % 3).click();
      await page.waitForFunction((count) => performance.getEntriesByName("plan").length > count, before);
      await page.waitForTimeout(350);
    }
    const times = (await plans()).slice(WARM_UP).sort((a, b) => a - b);
    const held = await page.evaluate(() => globalThis.heldMs);
    return { planMs: times[Math.floor(times.length / 2)], heldMs: Math.max(0, ...held) };
  } finally {
    await browser.close();
    server.kill();
  }
}
