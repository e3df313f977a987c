// Which letters the interface uses: what stands in its source, and all of ASCII for what is typed.
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

const ASCII = Array.from({ length: 0x5f }, (_, at) => String.fromCodePoint(0x20 + at));
/** What numbers and money are written with, put there by the browser: spaces that do not break, minus, currencies. */
const WRITTEN = [..."\u00a0\u202f\u2212€£"];

/**
 * Every letter in the source of the application, sorted.
 * @param {string} root the project's folder
 */
export function lettersUsed(root) {
  const letters = new Set([...ASCII, ...WRITTEN]);
  for (const entry of readdirSync(path.join(root, "src"), { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/\.tsx?$/.test(entry.name) || /\.test\.tsx?$/.test(entry.name)) continue;
    for (const letter of readFileSync(path.join(entry.parentPath ?? entry.path, entry.name), "utf8"))
      if (letter > "\u007e") letters.add(letter);
  }
  return [...letters].sort().join("");
}

/**
 * Letters as a unicode-range.
 * @example asRanges("abcx") // "U+61-63, U+78"
 */
export function asRanges(letters) {
  const codes = [...letters].map((letter) => letter.codePointAt(0)).sort((a, b) => a - b);
  const ranges = [];
  for (const code of codes) {
    const last = ranges.at(-1);
    if (last && code === last[1] + 1) last[1] = code;
    else ranges.push([code, code]);
  }
  const hex = (code) => code.toString(16);
  return ranges.map(([from, to]) => (from === to ? `U+${hex(from)}` : `U+${hex(from)}-${hex(to)}`)).join(", ");
}

/** The letters of a unicode-range, the other way round. */
export const inRanges = (ranges) =>
  ranges.split(", ").flatMap((range) => {
    const [from, to = from] = range
      .slice(2)
      .split("-")
      .map((code) => parseInt(code, 16));
    return Array.from({ length: to - from + 1 }, (_, at) => String.fromCodePoint(from + at));
  });
