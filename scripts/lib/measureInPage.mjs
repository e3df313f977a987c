// How long a 12 Mpx picture takes to be measured in the worker, unpacking among it, and how long the page is held, in
// Chromium on the built application.
import { inPage, median } from "./inPage.mjs";

const ROUNDS = 6;

/**
 * Puts a demo picture, drawn over at 4000 by 3000, where the kept pictures are, and measures it.
 * @returns {Promise<{ measureMs: number, heldMs: number }>} median of asking until the answer is here; the longest
 * task that held the page meanwhile
 */
export const measureInPage = (port = 4134) =>
  inPage(port, async (page, { url, times, watchHeld, heldMs }) => {
    await page.goto(url("/demo"));
    await page.locator(".job-row").first().waitFor();
    await page.evaluate(async () => {
      const small = await createImageBitmap(await (await fetch("/demo-pictures/demo-wine-before.jpg")).blob());
      const canvas = new OffscreenCanvas(4000, 3000);
      canvas.getContext("2d").drawImage(small, 0, 0, 4000, 3000);
      const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.9 });
      await new Promise((resolve, reject) => {
        const open = indexedDB.open("weary-bristle");
        open.onsuccess = () => {
          const transaction = open.result.transaction("pictures", "readwrite");
          transaction
            .objectStore("pictures")
            .put({ id: "demo-wine-before", jobId: "bench", blob, widthPx: 4000, heightPx: 3000, addedAt: Date.now() });
          transaction.oncomplete = () => {
            open.result.close();
            resolve(undefined);
          };
          transaction.onerror = () => reject(transaction.error);
        };
      });
    });
    await page.goto(url("/ledger"));
    await page.getByLabel("Search the ledger").fill("hearth");
    await page
      .getByTestId("ledger")
      .getByRole("button", { name: /hearth chair/ })
      .click();
    await page.getByRole("link", { name: "Open the job" }).click();
    await page.locator(".bay[data-loaded]").waitFor();
    for (let round = 0; round < ROUNDS; round++) {
      await page.getByTestId("before-after").getByRole("button", { name: "Measure it" }).first().click();
      if (round === 1) await watchHeld();
      await page.getByRole("button", { name: "Read the colours" }).click();
      await page.waitForFunction((count) => performance.getEntriesByName("measure").length > count, round);
      await page.waitForTimeout(700);
    }
    return { measureMs: median((await times("measure")).slice(1)), heldMs: await heldMs() };
  });
