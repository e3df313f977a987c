/** Where a value of a table or a formula comes from. */
export type Mark = "practice" | "std" | "judgement";

export interface Sourced {
  mark: Mark;
  /** The standard or paper, for "std"; all were written down from memory. */
  source?: string;
}

export const MARK_WORDS: Record<Mark, string> = {
  practice: "Common practice, no source",
  std: "Published source, written down from memory",
  judgement: "Our own estimate",
};
