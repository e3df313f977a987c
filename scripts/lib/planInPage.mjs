// How long a plan takes beside the page, and how long the page is held meanwhile, in Chromium on the built application.
import { inPage, median } from "./inPage.mjs";

const TAPS = 24;
const WARM_UP = 4;

/**
 * Opens a job file and taps the soil of one zone up and down.
 * @param {string} jobFile the file's text
 * @returns {Promise<{ planMs: number, heldMs: number }>} median of asking the planner until its answer is here; the
 * longest task that held the page once warm
 */
export const planInPage = (jobFile, port = 4131) =>
  inPage(port, async (page, { url, times, watchHeld, forgetHeld, heldMs }) => {
    await page.goto(url("/"));
    await page
      .locator("input[type=file]")
      .first()
      .setInputFiles({ name: "big.job.json", mimeType: "application/json", buffer: Buffer.from(jobFile) });
    await page.locator(".job-row a").first().click();
    await page.locator(".bay[data-loaded]").waitFor();
    await page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: /Look$/ }).click();
    await watchHeld();
    const levels = page.getByRole("group", { name: /^Soil on/ }).getByRole("button");
    for (let tap = 0; tap < TAPS; tap++) {
      const before = (await times("plan")).length;
      if (tap === WARM_UP) await forgetHeld();
      await levels.nth(tap % 3).click();
      await page.waitForFunction((count) => performance.getEntriesByName("plan").length > count, before);
      await page.waitForTimeout(350);
    }
    return { planMs: median((await times("plan")).slice(WARM_UP)), heldMs: await heldMs() };
  });
