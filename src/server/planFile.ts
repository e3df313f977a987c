import { readJobFile } from "@/core/job/file";
import { USUAL_KIT } from "@/core/job/kit";
import { inWords } from "@/core/job/problem";
import { inFull, quickly } from "@/core/answers/assess/assess";
import { answerText, planAnswerOf } from "@/core/answers/assess/planAnswer";
import { plannedOf } from "@/core/answers/assess/planned";

/** What the planning interface says to one file: a status of HTTP, and JSON as text. */
export interface Said {
  status: number;
  body: string;
}

const refused = (status: number, problems: string[]): Said => ({ status, body: JSON.stringify({ problems }) });

/**
 * Plans a job file, the same core as on the screen, the same sentences as when it is opened there.
 * @param text of the file
 * @param quick one step after another, with the simple drying
 */
export function planFile(text: string, quick = false): Said {
  const read = readJobFile(text);
  if (!read.ok) return refused(400, read.problems.map(inWords));
  const { job, kit, asOf } = read.value;
  const planned = plannedOf(job, kit ?? USUAL_KIT, asOf, quick ? quickly : inFull);
  if (!planned.ok) return refused(422, [`This job cannot be planned. ${planned.problem}`]);
  return {
    status: 200,
    body: answerText({ ...planAnswerOf(planned.assessment, job, asOf), ...(quick ? { quick } : {}) }),
  };
}
