import { FONT_FILES } from "./fontFiles";
import { runSheetPaper, type RunPaper } from "./runSheet";

/** The run sheet as a file. */
export const runSheetAsPdf = async (paper: RunPaper): Promise<Blob> =>
  (await runSheetPaper(paper, FONT_FILES)).toBlob();
