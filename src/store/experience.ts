import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { experienceOf } from "../core/answers/ledger/experience";
import type { Experience, Job } from "../core/job/schema";
import { onSettings, settingsNow } from "./settings";

/** What the finished jobs of this browser teach, counted anew when one of them changes. */

const store = createStore<{ experience?: Experience }>(() => ({}));

const handedBack = new WeakMap<Job, boolean>();
/** Taken back again is rare, and the count itself looks closely. */
const isHandedBack = (job: Job): boolean => {
  const known = handedBack.get(job) ?? job.events.some(({ kind }) => kind === "handed-back");
  handedBack.set(job, known);
  return known;
};

let jobsNow: readonly Job[] = [];
let counted: { jobs: readonly Job[]; learning: unknown } = { jobs: [], learning: undefined };

/** More than these are counted when the page has come up. */
const AT_ONCE = 200;

/** Takes in every job there is; without a finished one there is nothing to learn. */
export function learnFrom(jobs: readonly Job[]) {
  jobsNow = jobs;
  const all = jobs.filter((job) => isHandedBack(job) || job.from?.kind === "comeback");
  const own = all.filter(({ demo }) => !demo);
  // Made-up work teaches only while there is none of one's own.
  const finished = own.some(isHandedBack) ? own : all;
  if (
    counted.learning === settingsNow().learning &&
    finished.length === counted.jobs.length &&
    finished.every((job, index) => job === counted.jobs[index])
  )
    return;
  counted = { jobs: finished, learning: settingsNow().learning };
  const count = () => {
    const experience = experienceOf(finished, settingsNow().learning);
    store.setState({ experience: experience.jobs > 0 ? experience : undefined });
  };
  if (finished.length <= AT_ONCE) count();
  else setTimeout(count);
}

onSettings(({ learning }, before) => {
  if (learning !== before.learning) learnFrom(jobsNow);
});

export const experienceNow = () => store.getState().experience;
export const useExperience = () => useStore(store, ({ experience }) => experience);
