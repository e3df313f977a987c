// Opens the built application in Chromium and measures how long the page is held.
import { chromium } from "@playwright/test";
import { startServer } from "./server.mjs";
import { ensureBuild, ensureChromium } from "./setup.mjs";

/**
 * @param {number} port
 * @param {(page: import("@playwright/test").Page, tools: { url: (path: string) => string, times: (name: string) =>
 * Promise<number[]>, watchHeld: () => Promise<void>, forgetHeld: () => Promise<void>, heldMs: () => Promise<number>
 * }) => Promise<T>} work
 * @template T
 */
export async function inPage(port, work) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({
    executablePath,
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  try {
    const page = await browser.newPage({ serviceWorkers: "block" });
    return await work(page, {
      url: (path) => `http://localhost:${port}${path}`,
      /** Durations measured in the page under a name, in their order. */
      times: (name) => page.evaluate((of) => performance.getEntriesByName(of).map(({ duration }) => duration), name),
      watchHeld: () =>
        page.evaluate(() => {
          globalThis.heldMs = [];
          new PerformanceObserver((list) =>
            globalThis.heldMs.push(...list.getEntries().map(({ duration }) => duration)),
          ).observe({ type: "longtask" });
        }),
      forgetHeld: () =>
        page.evaluate(() => {
          globalThis.heldMs.length = 0;
        }),
      /** The longest task since; Chromium tells of those from 50 ms on, 0 when there was none. */
      heldMs: async () => Math.max(0, ...(await page.evaluate(() => globalThis.heldMs))),
    });
  } finally {
    await browser.close();
    server.kill();
  }
}

/** The middle of some times. */
export const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)];
