/** Letters that the embedded font has: Latin as written in Europe, and the signs the labels use. */
const EXTENDED = "ĀāĂăĄąĆćĊċČčĎďĐđĒēĖėĘęĚěĞğĠġĢģĦħĪīĮįİıĶķĹĺĻļĽľŁłŃńŅņŇňŐőŒœŔŕŘřŚśŞşŠšŢţŤťŪūŮůŰűŲųŴŵŶŷŸŹźŻżŽžȘșȚț";
const SIGNS = "–—‘’“”•…€−";
const COVERED = new RegExp(`^[\\u0020-\\u007e\\u00a0-\\u00ac\\u00ae-\\u00b4\\u00b6-\\u00ff${EXTENDED}${SIGNS}]$`, "u");

export const isCovered = (letter: string): boolean => COVERED.test(letter);
/** Every letter the font has, for the check against the font itself. */
export const COVERED_LETTERS = [
  ...Array.from({ length: 0x100 }, (_, code) => String.fromCodePoint(code)),
  ...EXTENDED,
  ...SIGNS,
].filter(isCovered);

/**
 * A text that can be printed: what the font lacks becomes its number in brackets, never another letter.
 * @example printable("Łódź 水") // { text: "Łódź [U+6C34]", replaced: true }
 */
export function printable(text: string): { text: string; replaced: boolean } {
  const letters = [...text.normalize("NFC")].map((letter) =>
    isCovered(letter) ? letter : `[U+${letter.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}]`,
  );
  return { text: letters.join(""), replaced: letters.some((letter) => letter.length > 2) };
}
