// How long four ways of drying take beside the page, and how long the page is held meanwhile, in Chromium on the
// built application.
import { inPage, median } from "./inPage.mjs";

const TAPS = 16;
const WARM_UP = 4;

/**
 * Opens Dry of a demo job and steps the temperature up, so that no answer is an old one.
 * @returns {Promise<{ whatIfMs: number, heldMs: number }>} median of asking until the answer is here; the longest
 * task that held the page once warm
 */
export const whatIfInPage = (port = 4132) =>
  inPage(port, async (page, { url, times, watchHeld, forgetHeld, heldMs }) => {
    await page.goto(url("/demo"));
    await page.locator(".job-row").first().waitFor();
    await page.goto(url("/bay?job=demo-hall&phase=dry"));
    await page.locator(".bay[data-loaded]").waitFor();
    await watchHeld();
    for (let tap = 0; tap < TAPS; tap++) {
      const before = (await times("what-if")).length;
      if (tap === WARM_UP) await forgetHeld();
      await page.getByRole("button", { name: "Air: more" }).click();
      await page.waitForFunction((count) => performance.getEntriesByName("what-if").length > count, before);
      await page.waitForTimeout(400);
    }
    return { whatIfMs: median((await times("what-if")).slice(-(TAPS - WARM_UP))), heldMs: await heldMs() };
  });
