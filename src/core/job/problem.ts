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

/** An error whose message is a sentence for people; any other is the browser's own, and stays out of every screen. */
export class Told extends Error {}

/** What is said of an error. @param otherwise where its words are nobody's business */
export const toldBy = (error: unknown, otherwise: string): string =>
  error instanceof Told ? error.message : otherwise;

/** Where a text stops being JSON, as far as the parser says. */
export function notJson(error: unknown, text: string): string {
  const position = /position (\d+)/.exec(error instanceof Error ? error.message : "")?.[1];
  const before = text.slice(0, Number(position ?? 0)).split("\n");
  return position === undefined
    ? "it is not JSON, or was cut short"
    : `it is not JSON at line ${before.length}, letter ${before.at(-1)!.length + 1}`;
}
