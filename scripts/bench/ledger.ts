import { JOB_FILE_VERSION } from "../../src/core/job/fileFormat";
import type { FamilyId } from "../../src/core/ground/catalog/families";
import { experienceOf } from "../../src/core/answers/ledger/experience";
import { searched } from "../../src/core/answers/ledger/search";
import { ledgerOf } from "../../src/core/answers/ledger/summary";
import { USUAL_KIT } from "../../src/core/job/kit";
import { workedOut } from "../../src/core/testing/workedOut";
import { demoJobs } from "../../src/demo/jobs";
import { simulatedLog } from "../../src/demo/simulatedLog";
import { ledgerInPage } from "../lib/ledgerInPage.mjs";

/** Years of work: so many finished jobs. */
const JOBS = 5000;
const FAMILIES: FamilyId[] = ["tannin", "body-oil", "protein", "ink"];

const timed = <T>(work: () => T): { ms: number; result: T } => {
  const start = performance.now();
  const result = work();
  return { ms: performance.now() - start, result };
};

/** Finished jobs as long as real ones: the demo's, worked to their end and handed back. */
function realJobs() {
  const now = "2026-05-04T09:00:00Z";
  return demoJobs(new Date(now))
    .slice(0, 2)
    .map((job) => {
      const { job: worked } = workedOut(job, USUAL_KIT, now);
      return {
        ...worked,
        events: [...worked.events, { kind: "handed-back" as const, id: "hb", at: now, damp: false }],
      };
    });
}

export async function measureLedger() {
  const templates = realJobs();
  const jobs = simulatedLog({
    jobs: JOBS,
    families: FAMILIES,
    fibres: ["synthetic", "plant"],
    truth: { success: () => 0.5, pace: () => 1.1 },
    seed: 3,
    endMs: Date.parse("2026-05-04T16:00:00Z"),
    named: (index) => ({ title: `Job ${index}`, customer: `Tern House ${index % 400}` }),
  });
  const copies = jobs.map((job) => structuredClone(job));
  const cold = timed(() => ledgerOf(copies));
  const learnt = timed(() => experienceOf(copies));
  searched(cold.result, "coffee");
  const search = timed(() => searched(cold.result, "acid spotter"));
  const copy = timed(() => structuredClone(jobs));
  return {
    jobs: JOBS,
    summedMs: cold.ms,
    learntMs: learnt.ms,
    searchedMs: search.ms,
    copyMs: copy.ms,
    kb: JSON.stringify(templates).length / templates.length / 1000,
    ...(await ledgerInPage(templates, JOBS, JOB_FILE_VERSION)),
  };
}
