// How long the first taps of a fresh browser wait for their plan, in Chromium on the built application.
import { inPage } from "./inPage.mjs";

const BROWSERS = 20;
const TAPS = 3;
/** What a hand takes to find its first tap. */
const LOOKS_MS = 1500;

/** @returns {Promise<{ medianMs: number, slowMs: number }>} median and 95th percentile */
export const firstTaps = (port = 4133) =>
  inPage(port, async (page, { url }) => {
    const browser = page.context().browser();
    const times = [];
    for (let fresh = 0; fresh < BROWSERS; fresh++) {
      const context = await browser.newContext({ serviceWorkers: "block" });
      const its = await context.newPage();
      await its.goto(url(`/demo?to=${encodeURIComponent("/bay?job=demo-ferry&phase=look")}`));
      await its.locator(".bay[data-loaded]").waitFor();
      await its.waitForTimeout(LOOKS_MS);
      const levels = its.getByRole("group", { name: /^Soil on/ }).getByRole("button");
      for (let tap = 0; tap < TAPS; tap++) {
        const before = await its.evaluate(() => performance.getEntriesByName("plan").length);
        await levels.nth(tap).click();
        await its.waitForFunction((count) => performance.getEntriesByName("plan").length > count, before);
        await its.waitForTimeout(400);
        times.push(await its.evaluate((at) => performance.getEntriesByName("plan")[at].duration, before));
      }
      await context.close();
    }
    const at = (share) => [...times].sort((a, b) => a - b)[Math.floor(share * times.length)];
    return { medianMs: at(0.5), slowMs: at(0.95) };
  });
