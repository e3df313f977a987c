import type { Job } from "./schema";

/** The first thing promised of a job, ms since 1970; Infinity where nothing is. */
export const firstPromiseMs = ({ promises: { handBackAt, usableAt } }: Pick<Job, "promises">): number =>
  Math.min(...[handBackAt, usableAt].map((at) => (at === undefined ? Infinity : Date.parse(at))));
