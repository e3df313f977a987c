import { notJson, wrong, type Checked } from "@/core/job/problem";
import { isPractice, readCase, type Practice } from "./results";
import { lessonOf } from "./lessons";

/** A case with what was done on it, as a small open file: to keep, or to give to a colleague. */
type Case = NonNullable<Practice["running"]>;

const FORMAT = "weary-bristle-case";
const VERSION = 1;
const MOST_BYTES = 200_000;

/** @example readCaseFile(caseFileOf({ seed: "kwrtz", moves: [] })).ok // true */
export const caseFileOf = ({ seed, moves }: Case): string =>
  JSON.stringify({ format: FORMAT, version: VERSION, seed, moves }, null, 2);

/**
 * Reads a case file. Nothing is guessed or repaired.
 * @param text the file's text
 * @returns the case, or what is wrong and where
 */
export function readCaseFile(text: string): Checked<Case> {
  if (text.length > MOST_BYTES) return wrong("", "The file is far larger than any case. Is it the right file?");
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return wrong("", `This is not a case file: ${notJson(error, text)}`);
  }
  const { format, version, seed, moves } = (raw ?? {}) as Record<string, unknown>;
  if (format !== FORMAT) return wrong("format", `must be "${FORMAT}"; this is some other kind of file`);
  if (typeof version !== "number" || version > VERSION)
    return wrong("version", "is of a newer program, or none. Update the program, then open the file again");
  if (typeof seed !== "string" || (readCase(seed) !== seed && !lessonOf(seed)))
    return wrong("seed", "are no letters of a case, and no lesson");
  const running = { seed, moves };
  if (!Array.isArray(moves) || !isPractice({ done: [], running })) return wrong("moves", "are not moves of this case");
  return { ok: true, value: running as Case };
}
