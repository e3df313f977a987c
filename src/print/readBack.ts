import path from "node:path";

/** For tests: the fonts as files, and paper read back as a reader sees it. */

const fontFile = (name: string) =>
  path.resolve(
    "node_modules/@fontsource/atkinson-hyperlegible-next/files",
    `atkinson-hyperlegible-next-${name}-normal.woff`,
  );
export const FONTS = {
  regular: fontFile("latin-400"),
  bold: fontFile("latin-700"),
  regularExtended: fontFile("latin-ext-400"),
  boldExtended: fontFile("latin-ext-700"),
  scripts: {
    vietnamese: path.resolve("node_modules/@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff"),
    greek: path.resolve("node_modules/@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff"),
    cyrillic: path.resolve("node_modules/@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff"),
    hebrew: path.resolve("node_modules/@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-400-normal.woff"),
    arabic: path.resolve("node_modules/@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff"),
    devanagari: path.resolve("node_modules/@fontsource/noto-sans/files/noto-sans-devanagari-400-normal.woff"),
    thai: path.resolve("node_modules/@fontsource/noto-sans-thai/files/noto-sans-thai-thai-400-normal.woff"),
    korean: path.resolve("node_modules/@fontsource/noto-sans-kr/files/noto-sans-kr-korean-400-normal.woff"),
    chinese: path.resolve(
      "node_modules/@fontsource/noto-sans-sc/files/noto-sans-sc-chinese-simplified-400-normal.woff",
    ),
    japanese: path.resolve("node_modules/@fontsource/noto-sans-jp/files/noto-sans-jp-japanese-400-normal.woff"),
  },
};

/** All text of a PDF without spaces and line breaks, and how many pages it has. */
export async function readBack(data: Uint8Array): Promise<{ text: string; pages: number }> {
  const { getDocument } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const document = await getDocument({ data, verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from(
      { length: document.numPages },
      async (_, index) => (await (await document.getPage(index + 1)).getTextContent()).items,
    ),
  );
  return {
    text: squeezed(
      pages
        .flat()
        .map((item) => ("str" in item ? item.str : ""))
        .join(""),
    ),
    pages: document.numPages,
  };
}

export const textOf = async (blob: Blob): Promise<string> =>
  (await readBack(new Uint8Array(await blob.arrayBuffer()))).text;
export const squeezed = (text: string) => text.replace(/\s+/g, "");
