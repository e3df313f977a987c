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
};
