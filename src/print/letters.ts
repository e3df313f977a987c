/** Which letters paper can show: those of the program's own face, and those of further scripts once their face is here. */

// Latin as written in Europe, and the signs the labels use.
const EXTENDED = "ĀāĂăĄąĆćĊċČčĎďĐđĒēĖėĘęĚěĞğĠġĢģĦħĪīĮįİıĶķĹĺĻļĽľŁłŃńŅņŇňŐőŒœŔŕŘřŚśŞşŠšŢţŤťŪūŮůŰűŲųŴŵŶŷŸŹźŻżŽžȘșȚț";
const SIGNS = "–—‘’“”•…€−";
const COVERED = new RegExp(`^[\\u0020-\\u007e\\u00a0-\\u00ac\\u00ae-\\u00b4\\u00b6-\\u00ff${EXTENDED}${SIGNS}]$`, "u");

/** What the faces of further scripts hold, as far as they have been loaded. */
const further = new Map<ScriptId, ReadonlySet<number>>();
export const hasLetters = (script: ScriptId, codes: ReadonlySet<number>) => void further.set(script, codes);

const isOwn = (letter: string): boolean => COVERED.test(letter);
export const isCovered = (letter: string): boolean =>
  isOwn(letter) || [...further.values()].some((codes) => codes.has(letter.codePointAt(0)!));
/** Every letter the font has, for the check against the font itself. */
export const COVERED_LETTERS = [
  ...Array.from({ length: 0x100 }, (_, code) => String.fromCodePoint(code)),
  ...EXTENDED,
  ...SIGNS,
].filter(isOwn);

/** Scripts that names are printed in beside our own, each with where it is looked for. */
const SCRIPTS = {
  vietnamese: /[\u0300-\u0303\u0309\u0323ƠơƯư\u1ea0-\u1ef9₫]/u,
  greek: /\p{Script=Greek}/u,
  cyrillic: /\p{Script=Cyrillic}/u,
  hebrew: /\p{Script=Hebrew}/u,
  arabic: /\p{Script=Arabic}/u,
  devanagari: /\p{Script=Devanagari}/u,
  thai: /\p{Script=Thai}/u,
  korean: /\p{Script=Hangul}/u,
  chinese: /\p{Script=Han}/u,
  japanese: /[\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Han}]/u,
} as const;
export type ScriptId = keyof typeof SCRIPTS;
export const SCRIPT_IDS = Object.keys(SCRIPTS) as ScriptId[];

/** True when a text has letters of a script that no face here has yet. */
export const wantsScript = (text: string, script: ScriptId): boolean =>
  [...text.normalize("NFC")].some((letter) => SCRIPTS[script].test(letter) && !isCovered(letter));

/**
 * A text that can be printed: what the font lacks becomes its number in brackets, never another letter.
 * @example printable("Łódź ꙮ") // { text: "Łódź [U+A66E]", replaced: true } where no face with it is here
 */
export function printable(text: string): { text: string; replaced: boolean } {
  const letters = [...text.normalize("NFC")].map((letter) =>
    isCovered(letter) ? letter : `[U+${letter.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}]`,
  );
  return { text: letters.join(""), replaced: letters.some((letter) => letter.length > 2) };
}
