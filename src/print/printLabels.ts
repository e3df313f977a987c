import type { BottleLabel } from "@/core/answers/mixing/labels";
import { FONT_FILES } from "./fontFiles";
import { labelSheet } from "./labels";

/** The sheet as a file. */
export const labelsAsPdf = (labels: readonly BottleLabel[]): Promise<Blob> => labelSheet(labels, FONT_FILES).toBlob();
