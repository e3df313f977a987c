import type { BottleLabel } from "@/core/mixing/labels";
import { labelSheet } from "./labels";


/** The sheet as a file, with the fonts that ship with the program. */
export async function labelsAsPdf(labels: readonly BottleLabel[]): Promise<Blob> {
  return labelSheet(labels, {
    regular: new URL("@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff", import.meta.url).href,
    bold: new URL("@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff", import.meta.url).href,
    regularExtended: new URL("@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff", import.meta.url).href,
    boldExtended: new URL("@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff", import.meta.url).href,
  }).toBlob();
}
