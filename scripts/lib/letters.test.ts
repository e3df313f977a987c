import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { openSync, type Font } from "fontkit";
import { describe, expect, it } from "vitest";
import { asRanges, inRanges, lettersUsed } from "./letters.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));

describe("the cut fonts", () => {
  it("ranges hold the letters they were made of, neighbours as one", () => {
    expect(asRanges("cbax")).toBe("U+61-63, U+78");
    expect(inRanges("U+61-63, U+78").join("")).toBe("abcx");
  });

  it("have every letter of the interface that the whole font has: else npm run fonts", () => {
    const css = readFileSync(path.join(root, "src/design/fonts/faces.css"), "utf8");
    const faces = [...css.matchAll(/url\("\.\/(.+)-(\d+)\.woff2"\)[^]*?unicode-range:\s+([^;]+);/g)];
    expect(faces).toHaveLength(5);
    for (const [, name, weight, ranges] of faces) {
      const whole = createRequire(import.meta.url).resolve(
        `@fontsource/${name}/files/${name}-latin-${weight}-normal.woff2`,
      );
      const font = openSync(whole) as Font;
      const wanted = [...lettersUsed(root)].filter((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!));
      const cut = openSync(path.join(root, `src/design/fonts/${name}-${weight}.woff2`)) as Font;
      expect(wanted.filter((letter) => !inRanges(ranges!.replace(/\s+/g, " ")).includes(letter))).toEqual([]);
      expect(wanted.filter((letter) => !cut.hasGlyphForCodePoint(letter.codePointAt(0)!))).toEqual([]);
    }
  });
});
