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
    const scripts = new Set();
    let bytes = 0;
    session.on("Network.responseReceived", ({ requestId, type }) => type === "Script" && scripts.add(requestId));
    session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) bytes += encodedDataLength;
    });
    await page.goto(`http://localhost:${port}${url}`, { waitUntil: "networkidle" });
    return bytes / 1000;
  } finally {
    await browser.close();
    server.kill();
  }
}
