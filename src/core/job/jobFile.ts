import { JOB_FILE_FORMAT, JOB_FILE_VERSION } from "./fileFormat";
import type { Job, Kit, JobFile } from "./schema";

/** The file of a job: what export writes and the planning interface reads. */
export const jobFileOf = (job: Job, kit: Kit | undefined, asOf: string): JobFile => ({
  format: JOB_FILE_FORMAT,
  version: JOB_FILE_VERSION,
  asOf,
  ...(kit ? { kit } : {}),
  job,
});
