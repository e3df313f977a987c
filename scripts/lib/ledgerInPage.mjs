// How long the ledger takes with thousands of jobs, in Chromium on the built application.
import { inPage, median } from "./inPage.mjs";

const ROUNDS = 7;
const WORDS = ["coffee", "tern house", "acid spotter", "job 4999", "bench", "nobody of that name", "spot it", "c"];

/** Puts jobs straight into the browser's storage. */
const putJobs = (page, given) =>
  page.evaluate(
    ({ templates, count, version }) =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open("weary-bristle");
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const transaction = open.result.transaction("jobs", "readwrite");
          for (let index = 0; index < count; index++) {
            const job = {
              ...templates[index % templates.length],
              id: `job-${index}`,
              title: `Job ${index}`,
              customer: `Tern House ${index % 400}`,
            };
            transaction.objectStore("jobs").put({ version, job }, job.id);
          }
          transaction.oncomplete = () => {
            open.result.close();
            resolve(undefined);
          };
          transaction.onerror = () => reject(transaction.error);
        };
      }),
    given,
  );

/**
 * Puts jobs straight into the browser's storage, opens the ledger and searches it.
 * @param {object[]} templates finished jobs, put in again and again under other names
 * @param {number} count how many
 * @param {number} version of the job document
 * @returns {Promise<{ openMs: number, wholeMs: number, loadMs: number, searchMs: number, heldMs: number }>} medians:
 * from the jobs being here until the first rows stand; from the page's start until every finished job is here too;
 * reading from storage what is needed at once; from a letter typed until the rows stand; the longest task while
 * searching
 */
export const ledgerInPage = (templates, count, version, port = 4133) =>
  inPage(port, async (page, { url, times, watchHeld, forgetHeld, heldMs }) => {
    await page.goto(url("/ledger"));
    await page.getByRole("heading", { name: "Nothing done yet" }).waitFor();
    await putJobs(page, { templates, count, version });
    // The first time there are no lines yet; they are kept once the page has come up.
    await page.goto(url("/ledger"));
    await page.getByTestId("ledger").locator(".ledger-row").first().waitFor();
    await page.waitForTimeout(9000);
    const opens = [];
    const wholes = [];
    const loads = [];
    for (let round = 0; round < ROUNDS; round++) {
      await page.goto(url("/ledger"));
      await page.getByTestId("ledger").locator(".ledger-row").first().waitFor();
      wholes.push(
        await page
          .getByRole("button", { name: "Every step, CSV" })
          .waitFor()
          .then(() => page.evaluate(() => performance.now())),
      );
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
    return {
      openMs: median(opens),
      wholeMs: median(wholes),
      loadMs: median(loads),
      searchMs: median(await times("search ledger")),
      heldMs: await heldMs(),
    };
  });
