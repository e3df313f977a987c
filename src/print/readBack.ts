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
