import { isPractice } from "@/core/answers/practice/results";
import { jobFileOf } from "@/core/job/jobFile";
import { checkJobFile } from "../core/job/file";
import { USUAL_KIT } from "../core/job/kit";
import { emptyJob } from "../core/job/newJob";
import type { Kit } from "../core/job/schema";
import { isLearning, problemOfRates } from "./backup";
import type { Settings } from "./db";

/** The full check of kept settings: large, so it comes after the first screen. */

const AT = "2026-01-01T00:00:00Z";

function isKit(part: Partial<Kit>): boolean {
  const job = emptyJob({ id: "shelf", title: "", createdAt: AT });
  return checkJobFile(jobFileOf(job, { ...USUAL_KIT, ...part }, AT)).ok;
}

/** Keys of settings that are none. */
export function wrongSettings({ practice, rates, learning, shelf, ownTables }: Settings): (keyof Settings)[] {
  return [
    ...(practice === undefined || isPractice(practice) ? [] : ["practice" as const]),
    ...(problemOfRates(rates) === undefined ? [] : ["rates" as const]),
    ...(learning === undefined || isLearning(learning) ? [] : ["learning" as const]),
    ...(shelf === undefined || isKit(shelf) ? [] : ["shelf" as const]),
    ...(ownTables === undefined || isKit({ ownTables }) ? [] : ["ownTables" as const]),
  ];
}
