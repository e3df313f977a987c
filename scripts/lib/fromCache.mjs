// How soon the bay can be used when all of it comes from the cache, with the network gone and the processor slowed.
import { chromium } from "@playwright/test";
import { median } from "./inPage.mjs";
import { startServer } from "./server.mjs";
import { ensureBuild, ensureChromium } from "./setup.mjs";

const ROUNDS = 5;

/**
 * @param {string} url path on the built application, a bay
 * @param {number} slower how many times slower the processor is made to look
 * @returns {Promise<number>} median milliseconds from asking for the page until a phase that is tapped is there
 */
export async function usableFromCacheMs(url, slower, port = 4133) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu"] });
  try {
    const context = await browser.newContext();
    const first = await context.newPage();
    await first.goto(`http://localhost:${port}/demo`);
    await first.locator("html[data-offline=ready]").waitFor({ timeout: 60_000 });
    await first.close();
    await context.setOffline(true);
    // The first thing that answers a tap, noted in the page so that asking for it costs nothing.
    await context.addInitScript(() => {
      const look = () => {
        const plan = document.querySelector(".bay .phases a:nth-of-type(3)");
        if (!plan) return void requestAnimationFrame(look);
        plan.click();
        const shown = () => {
          if (!location.search.includes("phase=plan") || !document.querySelector(".bay-main h2"))
            return void requestAnimationFrame(shown);
          globalThis.usableMs = performance.now();
        };
        requestAnimationFrame(shown);
      };
      requestAnimationFrame(look);
    });
    const times = [];
    for (let round = 0; round < ROUNDS; round++) {
      const page = await context.newPage();
      const session = await context.newCDPSession(page);
      await session.send("Emulation.setCPUThrottlingRate", { rate: slower });
      await page.goto(`http://localhost:${port}${url}`, { waitUntil: "commit" });
      await page.waitForFunction(() => globalThis.usableMs !== undefined, undefined, { timeout: 60_000 });
      times.push(await page.evaluate(() => globalThis.usableMs));
      await page.close();
    }
    return median(times);
  } finally {
    await browser.close();
    server.kill();
  }
}
