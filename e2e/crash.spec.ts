// Screens: store, phases/work
import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium, expect, test, type Page } from "@playwright/test";
import { storedJob } from "./bay";

/**
 * The browser is killed in the middle of a run, as a tablet's battery does it, and opened again on the same profile.
 */

/** The deep run and `npm run attack` ask for more. */
const MOMENTS = Number(process.env.KILLS ?? (process.env.SIZE === "deep" ? 25 : 4));
const JOB = "demo-settee";
const PROGRAM = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium-headless-shell";

interface Recorded {
  id: string;
  kind: string;
  at: string;
  stepKey?: string;
  zoneIds?: string[];
  dwellMinMin?: number;
}
const recordOf = async (page: Page) => (await storedJob(page, JOB)).events as unknown as Recorded[];

/** A generator of the same numbers every time (mulberry32), so that a failure can be had again. */
function seeded(seed: number) {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0;
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

async function started(profile: string): Promise<{ process: ChildProcess; gone: Promise<unknown>; page: Page }> {
  const process = spawn(
    PROGRAM,
    [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--no-first-run",
      "--disable-quic",
      "--remote-debugging-port=0",
      `--user-data-dir=${profile}`,
      "about:blank",
    ],
    { detached: true, stdio: ["ignore", "ignore", "pipe"] },
  );
  const gone = new Promise((resolve) => process.once("exit", resolve));
  const address = await new Promise<string>((resolve, reject) => {
    let said = "";
    process.stderr!.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const found = /DevTools listening on (ws:\S+)/.exec(said);
      if (found) resolve(found[1]!);
    });
    process.on("exit", () => reject(new Error(`Chromium went: ${said.slice(-500)}`)));
  });
  const [context] = (await chromium.connectOverCDP(address)).contexts();
  return { process, gone, page: context!.pages()[0] ?? (await context!.newPage()) };
}

/** The whole group at once, with no time to tidy up. */
const kill = ({ pid, exitCode }: ChildProcess) =>
  exitCode === null && pid !== undefined && process.kill(-pid, "SIGKILL");

test(
  `killed at ${MOMENTS} moments of a run, nothing that was on the screen is missing or doubled, and ` +
    "clocks are right to a second",
  async ({ baseURL }) => {
    test.setTimeout(60_000 * MOMENTS);
    const profile = mkdtempSync(path.join(tmpdir(), "killed-"));
    const random = seeded(20_26);
    /** The most that any screen has said was recorded. */
    let shown = 0;
    let before: Recorded[] = [];
    let clocksRead = 0;
    let running: Awaited<ReturnType<typeof started>> | undefined;
    try {
      for (let moment = 0; moment <= MOMENTS; moment++) {
        running = await started(profile);
        const { page } = running;
        if (moment === 0) {
          await page.goto(`${baseURL}/demo`);
          await expect(page.getByRole("link", { name: "Tern House settee" })).toBeVisible();
        }
        await page.goto(`${baseURL}/bay?job=${JOB}&phase=work`);
        await expect(page.locator(".done-lines")).toBeAttached();
        const record = await recordOf(page);
        // Nothing that a screen said is missing, what stood before stands as it was, and nothing stands twice.
        expect(record.length).toBeGreaterThanOrEqual(shown);
        expect(record.slice(0, before.length)).toEqual(before);
        expect(new Set(record.map(({ id }) => id)).size).toBe(record.length);
        const parts = record.flatMap(({ kind, stepKey, zoneIds }) =>
          kind === "done" ? zoneIds!.map((zone) => `${stepKey} ${zone}`) : [],
        );
        expect(new Set(parts).size).toBe(parts.length);
        await expect(page.locator(".done-lines")).toHaveAttribute("data-recorded", String(record.length));
        // A clock that runs stands where the record says it began.
        const loop = page.getByTestId("running-loop");
        for (let at = 0; at < (await loop.count()); at++) {
          const read = await loop.nth(at).evaluate((chip) => ({ text: chip.textContent, now: Date.now() }));
          const [hours = 0, minutes, seconds] = /(?:(\d+) h )?(\d+):(\d\d)/
            .exec(read.text)!
            .slice(1)
            .map((digits) => Number(digits ?? 0)) as [number, number, number];
          const since = record
            .filter(({ dwellMinMin }) => dwellMinMin !== undefined)
            .map((event) => (read.now - Date.parse(event.at)) / 1000);
          const off = Math.min(...since.map((each) => Math.abs(each - (hours * 3600 + minutes * 60 + seconds))));
          expect(off).toBeLessThan(2.1);
          clocksRead += 1;
        }
        before = record;
        shown = record.length;
        if (moment === MOMENTS) break;
        const presses = 1 + Math.floor(random() * 2);
        for (let press = 0; press < presses; press++) {
          const main = page.getByTestId("main-act");
          // Hands may be done, or have to wait.
          if (!(await main.isEnabled({ timeout: 2000 }).catch(() => false))) break;
          // It may have to wait by the time the finger comes down.
          await main.click({ timeout: 2000 }).catch(() => undefined);
          await page.waitForTimeout(random() * 700);
        }
        shown = Math.max(shown, Number(await page.locator(".done-lines").getAttribute("data-recorded")));
        await page.waitForTimeout(random() * 60);
        kill(running.process);
        await running.gone;
      }
      expect(before.length).toBeGreaterThan(MOMENTS / 2);
      // A handful of moments may all fall outside a dwell.
      if (MOMENTS >= 25) expect(clocksRead).toBeGreaterThan(0);
    } finally {
      if (running) kill(running.process);
      rmSync(profile, { recursive: true, force: true });
    }
  },
);
