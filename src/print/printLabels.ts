import type { BottleLabel } from "@/core/answers/mixing/labels";
import { FONT_FILES } from "./fontFiles";
import { labelSheet } from "./labels";

/** The sheet as a file. */
export const labelsAsPdf = async (labels: readonly BottleLabel[]): Promise<Blob> =>
  (await labelSheet(labels, FONT_FILES)).toBlob();
