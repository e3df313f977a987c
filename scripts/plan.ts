// `npm run plan -- FILE…`: one line of JSON for each job file, in the order given, the same answer as POST /api/plan
// (docs/plan-answer.md). A file that cannot be planned gets its sentences as { "problems": [...] }, the others are
// still answered, and the command ends with 1.
import { readFileSync, statSync } from "node:fs";
import { MOST_BYTES } from "../src/server/limits";
import { planFile } from "../src/server/planFile";

const line = (problem: string) => JSON.stringify({ problems: [problem] });

/** @returns the line, and whether it is a plan */
function answerTo(path: string): { text: string; planned: boolean } {
  try {
    if (statSync(path).size > MOST_BYTES)
      return { text: line(`${path} is over ${MOST_BYTES / 1e6} MB.`), planned: false };
    const { status, body } = planFile(readFileSync(path, "utf8"));
    return { text: body, planned: status === 200 };
  } catch (error) {
    return { text: line(`${path} cannot be read: ${(error as Error).message}.`), planned: false };
  }
}

const files = process.argv.slice(2);
if (files.length === 0) {
  console.error("Name the job files: npm run plan -- job.job.json …");
  process.exitCode = 1;
}
for (const path of files) {
  const { text, planned } = answerTo(path);
  process.stdout.write(`${text}\n`);
  if (!planned) process.exitCode = 1;
}
