// Compressed script bytes that Chromium receives from a cold cache until the page is idle.
import { chromium } from "@playwright/test";
import { ensureBuild, ensureChromium } from "./setup.mjs";
import { startServer } from "./server.mjs";

/**
 * @param {string} url path on the built application
 * @param {{ demo?: boolean }} [options] demo: with the demo jobs kept in the browser, and the cache emptied after they were
 * @returns {Promise<number>} kB
 */
export async function firstLoadKb(url, { demo = false } = {}, port = 4129) {
  const executablePath = ensureChromium();
  ensureBuild();
  const server = await startServer(port);
  const browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
  try {
    const context = await browser.newContext();
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
      if (new URL(request.url()).pathname.endsWith(".js")) scripts.set(request.url().split("#")[0], request.sizes());
    });
    await page.goto(`http://localhost:${port}${url}`, { waitUntil: "networkidle" });
    if (demo) await page.locator(".bay, .job-row").first().waitFor();
    await page.waitForLoadState("networkidle");
    const sizes = await Promise.all(scripts.values());
    return sizes.reduce((sum, { responseBodySize, responseHeadersSize }) => sum + responseBodySize + responseHeadersSize, 0) / 1000;
  } finally {
    await browser.close();
    server.kill();
  }
}
