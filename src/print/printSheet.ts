import { FONT_FILES } from "./fontFiles";
import { handBackPaper, type Paper } from "./sheet";

/** The owner's sheet, or the technician's, as a file. */
export const sheetAsPdf = async (paper: Paper): Promise<Blob> => (await handBackPaper(paper, FONT_FILES)).toBlob();
