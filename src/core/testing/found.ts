import { mkdirSync, writeFileSync } from "node:fs";
import fc from "fast-check";
import { USUAL_KIT } from "@/core/job/kit";
import { readJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import type { JobFile, Kit, Job } from "@/core/job/schema";
import type { TradeJob } from "./tradeJob";

// Counterexamples that were found once are kept as job files in found/, named for what was wrong, and always tried first.

const TEXTS = import.meta.glob<string>("./found/*.json", { query: "?raw", import: "default", eager: true });

/** Every job that once broke something. @throws Error when one of them is no valid job file any more */
export const FOUND: readonly { name: string; file: JobFile }[] = Object.entries(TEXTS).map(([path, text]) => {
  const name = path.replace(/^.*\/|\.json$/g, "");
  const read = readJobFile(text);
  if (!read.ok) throw new Error(`found/${name}: ${read.problems[0]!.where} ${read.problems[0]!.what}`);
  return { name, file: read.value };
});

/** The same as jobs that come through the door. */
export const FOUND_JOBS: readonly TradeJob[] = FOUND.map(({ file: { job, kit } }) => ({ job, kit: kit ?? USUAL_KIT }));

const WHERE = ".cache/found";

/** Writes a counterexample as a job file, so that it can be kept. */
function keep(name: string, { job, kit, asOf }: { job: Job; kit?: Kit | undefined; asOf: string }) {
  mkdirSync(WHERE, { recursive: true });
  writeFileSync(`${WHERE}/${name}.json`, JSON.stringify(jobFileOf(job, kit ?? USUAL_KIT, asOf), null, 1));
  return `Written to ${WHERE}/${name}.json. Once it is mended, name it for what was wrong and keep it in src/core/testing/found.`;
}

/**
 * fc.assert for a property of jobs, which writes down the smallest job that breaks it.
 * @param name of the file
 * @param examples what is tried first, as the property takes it
 * @param fileOf the job among what was drawn
 * @throws Error with fast-check's report, and where the job is
 */
export function assertOfJobs<Drawn>(
  name: string,
  property: fc.IPropertyWithHooks<Drawn>,
  { numRuns, examples = [] }: { numRuns: number; examples?: readonly (readonly unknown[])[] },
  fileOf: (drawn: NoInfer<Drawn>) => { job: Job; kit?: Kit | undefined; asOf: string },
) {
  const details = fc.check(property, { numRuns, examples: examples as unknown as Drawn[] });
  if (!details.failed) return;
  const kept = details.counterexample ? `\n\n${keep(name, fileOf(details.counterexample))}` : "";
  throw new Error(`${fc.defaultReportMessage(details)}${kept}`);
}
