import type { PaperFonts } from "./fonts";

/** The fonts that ship with the program. */
export const FONT_FILES: PaperFonts = {
  regular: new URL(
    "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff",
    import.meta.url,
  ).href,
  bold: new URL(
    "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff",
    import.meta.url,
  ).href,
  regularExtended: new URL(
    "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff",
    import.meta.url,
  ).href,
  boldExtended: new URL(
    "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff",
    import.meta.url,
  ).href,
  scripts: {
    vietnamese: new URL("@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff", import.meta.url).href,
    greek: new URL("@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff", import.meta.url).href,
    cyrillic: new URL("@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff", import.meta.url).href,
    hebrew: new URL("@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-400-normal.woff", import.meta.url).href,
    arabic: new URL("@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff", import.meta.url).href,
    devanagari: new URL("@fontsource/noto-sans/files/noto-sans-devanagari-400-normal.woff", import.meta.url).href,
    thai: new URL("@fontsource/noto-sans-thai/files/noto-sans-thai-thai-400-normal.woff", import.meta.url).href,
    korean: new URL("@fontsource/noto-sans-kr/files/noto-sans-kr-korean-400-normal.woff", import.meta.url).href,
    chinese: new URL("@fontsource/noto-sans-sc/files/noto-sans-sc-chinese-simplified-400-normal.woff", import.meta.url)
      .href,
    japanese: new URL("@fontsource/noto-sans-jp/files/noto-sans-jp-japanese-400-normal.woff", import.meta.url).href,
  },
};
