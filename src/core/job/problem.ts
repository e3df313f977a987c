/** What is wrong with something from outside, and where; shown to the technician as it is. */
export interface Problem {
  /** A path such as job.zones.byId.z1.soil; empty for the whole file. */
  where: string;
  what: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };

export const wrong = (where: string, what: string): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [{ where, what }],
});

/** One sentence. @example "job.title must be at most 120 characters." */
export const inWords = ({ where, what }: Problem): string => (where ? `${where} ${what}` : what).replace(/\.?$/, ".");
