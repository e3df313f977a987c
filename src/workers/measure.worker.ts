import { expose } from "comlink";
import { BadPicture, measurePicture, type Box, type Measured, type Picks } from "@/core/models/colour/measure";

/** Larger pictures are read at this size: more pixels tell no more of a mark, and memory has an end. */
const MOST_PX = 12_600_000;

type Reading = { measured: Measured; widthPx: number; heightPx: number } | { problem: string };

/** Reads colours off a picture. What is wrong with it comes back as a sentence. */
async function measure(file: Blob, picks: Picks): Promise<Reading> {
  let whole: ImageBitmap;
  try {
    whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    return { problem: "This is no picture that this browser can read." };
  }
  const scale = Math.min(1, Math.sqrt(MOST_PX / (whole.width * whole.height)));
  const size = { widthPx: Math.round(whole.width * scale), heightPx: Math.round(whole.height * scale) };
  /** Only the part that is read is ever unpacked. */
  const read = ({ left, top, width, height }: Box) => {
    const canvas = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
    canvas.drawImage(whole, left / scale, top / scale, width / scale, height / scale, 0, 0, width, height);
    return { data: canvas.getImageData(0, 0, width, height).data, widthPx: width, heightPx: height };
  };
  try {
    return { measured: measurePicture(picks, size, read), ...size };
  } catch (error) {
    if (error instanceof BadPicture) return { problem: error.message };
    throw error;
  } finally {
    whole.close();
  }
}

expose({ measure });
export type MeasureWorker = { measure: typeof measure };
