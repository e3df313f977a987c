// How long the ledger takes with thousands of jobs, in Chromium on the built application.
import { inPage, median } from "./inPage.mjs";

const ROUNDS = 7;
const WORDS = ["coffee", "tern house", "acid spotter", "job 4999", "nobody of that name", "spot it", "c"];

/**
 * Puts jobs straight into the browser's storage, opens the ledger and searches it.
 * @param {unknown[]} jobs
 * @param {number} version of the job document
 * @returns {Promise<{ openMs: number, loadMs: number, searchMs: number, heldMs: number }>} medians: from the jobs being here until the first rows stand; reading them from storage; from a letter typed until the rows stand; the longest task while searching
 */
export const ledgerInPage = (jobs, version, port = 4133) =>
  inPage(port, async (page, { url, times, watchHeld, forgetHeld, heldMs }) => {
    await page.goto(url("/ledger"));
    await page.getByRole("heading", { name: "Nothing done yet" }).waitFor();
    await page.evaluate(({ jobs, version }) => new Promise((resolve, reject) => {
      const open = indexedDB.open("weary-bristle");
      open.onerror = () => reject(open.error);
      open.onsuccess = () => {
        const transaction = open.result.transaction("jobs", "readwrite");
        for (const job of jobs) transaction.objectStore("jobs").put({ version, job }, job.id);
        transaction.oncomplete = () => { open.result.close(); resolve(undefined); };
        transaction.onerror = () => reject(transaction.error);
      };
    }), { jobs, version });
    const opens = [];
    const loads = [];
    for (let round = 0; round < ROUNDS; round++) {
      await page.goto(url("/ledger"));
      await page.getByTestId("ledger").locator(".ledger-row").first().waitFor();
      loads.push(...(await times("load jobs")));
      opens.push(...(await times("open ledger")));
    }
    await watchHeld();
    await page.waitForTimeout(3000);
    await forgetHeld();
    for (const words of WORDS) {
      await page.getByLabel("Search the ledger").fill(words);
      await page.waitForTimeout(300);
    }
    return { openMs: median(opens), loadMs: median(loads), searchMs: median(await times("search ledger")), heldMs: await heldMs() };
  });
