// `npm run attack`: what a careful stranger would try, bounded, on this machine only, from fixed seeds. Takes half an
// hour; not part of the test command.
// `npm run attack -- files interface` runs only those.
import { bin, ensureBuild, ensureChromium, ensurePackages, run } from "./lib/setup.mjs";
import { startServer } from "./lib/server.mjs";
import { attackBackup, attackFiles, attackNames, attackTabs } from "./attack/browser";
import { attackDocuments } from "./attack/documents";
import { attackInterface } from "./attack/interface";
import { attackKept, attackSleep } from "./attack/kept";
import { check, ended } from "./attack/report";

const PORT = 4231;
const KILLS = "32";
const base = `http://localhost:${PORT}`;

ensurePackages();
const chromium = ensureChromium()!;
ensureBuild();

const ATTACKS: Record<string, () => Promise<void> | void> = {
  documents: attackDocuments,
  interface: () => attackInterface(base),
  files: () => attackFiles(base, chromium),
  names: () => attackNames(base, chromium),
  tabs: () => attackTabs(base, chromium),
  kept: () => attackKept(base, chromium),
  sleep: () => attackSleep(base, chromium),
  kills: () =>
    check(
      `killed at ${KILLS} moments of a run: nothing missing, nothing doubled`,
      run(bin("playwright"), ["test", "crash", "--retries=0"], {
        env: { ...process.env, KILLS, REPORT: "", E2E_PORT: "4232" },
      }) === 0,
    ),
  backup: () => attackBackup(base, chromium),
};

const wanted = process.argv.slice(2);
const server = await startServer(PORT);
try {
  for (const [name, attack] of Object.entries(ATTACKS)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    console.log(`\n== ${name}`);
    try {
      await attack();
    } catch (error) {
      check(`${name} went to its end`, false, (error as Error).message.split("\n")[0]);
    }
  }
} finally {
  server.kill();
}
process.exit(ended());
