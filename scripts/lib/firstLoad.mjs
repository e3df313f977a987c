// Compressed script bytes that Chromium receives from a cold cache until the page is idle.
import { chromium } from "@playwright/test";
import { ensureBuild, ensureChromium } from "./setup.mjs";
import { startServer } from "./server.mjs";

/**
 * @param {string} url path on the built application
 * @param {{ demo?: boolean }} [options] demo: with the demo jobs kept in the browser, and the cache emptied after they were
 * @returns {Promise<{ kb: number, pageKb: number }>} all of it, and what the page itself asks for
 */
export async function firstLoadKb(url, { demo = false } = {}, port = 4129) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({
    executablePath,
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  try {
    // What is kept for later is no part of a first load.
    const context = await browser.newContext({ serviceWorkers: "block" });
    if (demo) {
      const first = await context.newPage();
      await first.goto(`http://localhost:${port}/demo`);
      await first.locator(".job-row").first().waitFor();
      await first.close();
    }
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send("Network.enable");
    await session.send("Network.clearBrowserCache");
    // The page's scripts and the workers' own; what both ask for is received once.
    const scripts = new Map();
    context.on("requestfinished", (request) => {
      const file = request.url().split("#")[0];
      if (file.endsWith(".js") && !scripts.has(file))
        scripts.set(file, { sizes: request.sizes(), ofPage: request.resourceType() === "script" });
    });
    await page.goto(`http://localhost:${port}${url}`, { waitUntil: "networkidle" });
    if (demo) await page.locator(".bay, .job-row").first().waitFor();
    await page.waitForLoadState("networkidle");
    const received = await Promise.all(
      [...scripts.values()].map(async ({ sizes, ofPage }) => ({
        ofPage,
        bytes: (await sizes).responseBodySize + (await sizes).responseHeadersSize,
      })),
    );
    const kbOf = (some) => some.reduce((sum, { bytes }) => sum + bytes, 0) / 1000;
    return { kb: kbOf(received), pageKb: kbOf(received.filter(({ ofPage }) => ofPage)) };
  } finally {
    await browser.close();
    server.kill();
  }
}
