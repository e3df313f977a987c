// `npm run fonts`: cuts the fonts to the letters the interface uses, in src/design/fonts; the whole ones stand behind
// them and are fetched only where somebody's name needs another letter.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { openSync } from "fontkit";
import subsetFont from "subset-font";
import { asRanges, lettersUsed } from "./lib/letters.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
const folder = path.join(root, "src/design/fonts");
const FONTS = [
  ["Atkinson Hyperlegible Next", "atkinson-hyperlegible-next", [400, 600, 700]],
  ["Bricolage Grotesque", "bricolage-grotesque", [600, 700]],
];

const used = lettersUsed(root);
const whole = (name, letters, weight) => `@fontsource/${name}/files/${name}-${letters}-${weight}-normal.woff2`;
const open = (file) => openSync(createRequire(import.meta.url).resolve(file));
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const faces = [];
let bytes = 0;

function face(family, weight, url, letters) {
  if (letters.length === 0) return;
  faces.push(`@font-face {
  font-family: "${family}";
  font-style: normal;
  font-display: swap;
  font-weight: ${weight};
  src: url("${url}") format("woff2");
  unicode-range: ${asRanges(letters)};
}`);
}

for (const [family, name, weights] of FONTS)
  for (const weight of weights) {
    const latin = whole(name, "latin", weight);
    const has = open(latin).characterSet.map((code) => String.fromCodePoint(code));
    const letters = has.filter((letter) => used.includes(letter));
    const file = createRequire(import.meta.url).resolve(latin);
    const cut = await subsetFont(readFileSync(file), letters.join(""), { targetFormat: "woff2" });
    writeFileSync(path.join(folder, `${name}-${weight}.woff2`), cut);
    bytes += cut.length;
    face(family, weight, `./${name}-${weight}.woff2`, letters);
    // A letter stands in one face only, so none is fetched but for a letter that it has.
    const taken = new Set(letters);
    for (const more of ["latin", "latin-ext"]) {
      const its = open(whole(name, more, weight))
        .characterSet.map((code) => String.fromCodePoint(code))
        .filter((letter) => letter > "\u001f" && !taken.has(letter));
      for (const letter of its) taken.add(letter);
      face(family, weight, `../../../node_modules/${whole(name, more, weight)}`, its);
    }
  }
writeFileSync(
  path.join(folder, "faces.css"),
  [
    "/* Made by npm run fonts: the letters the interface uses, and the whole fonts for all others. */",
    ...faces,
    "",
  ].join("\n"),
);
console.log(`${(bytes / 1000).toFixed(1)} kB`);
