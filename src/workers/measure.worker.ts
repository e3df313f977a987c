import { expose } from "comlink";
import type { Linear } from "@/core/models/colour/lab";
import { BadPicture, lightOf, measurePicture, type Box, type Measured, type Picks } from "@/core/models/colour/measure";

/** Larger pictures are read at this size: more pixels tell no more of a mark, and memory has an end. */
const MOST_PX = 12_600_000;

type Reading = { measured: Measured; widthPx: number; heightPx: number } | { problem: string };

type Read = (box: Box) => { data: Uint8ClampedArray; widthPx: number; heightPx: number };

/** Does something with a picture. What is wrong with it comes back as a sentence. */
async function withPicture<T>(
  file: Blob,
  work: (size: { widthPx: number; heightPx: number }, read: Read) => T,
): Promise<T | { problem: string }> {
  let whole: ImageBitmap;
  try {
    whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    return { problem: "This is no picture that this browser can read." };
  }
  const scale = Math.min(1, Math.sqrt(MOST_PX / (whole.width * whole.height)));
  const size = { widthPx: Math.round(whole.width * scale), heightPx: Math.round(whole.height * scale) };
  /** Only the part that is read is ever unpacked. */
  const read: Read = ({ left, top, width, height }) => {
    const canvas = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
    canvas.drawImage(whole, left / scale, top / scale, width / scale, height / scale, 0, 0, width, height);
    return { data: canvas.getImageData(0, 0, width, height).data, widthPx: width, heightPx: height };
  };
  try {
    return work(size, read);
  } catch (error) {
    if (error instanceof BadPicture) return { problem: error.message };
    throw error;
  } finally {
    whole.close();
  }
}

/** Reads colours off a picture. */
const measure = (file: Blob, picks: Picks): Promise<Reading> =>
  withPicture(file, (size, read) => ({ measured: measurePicture(picks, size, read), ...size }));

/** What its card says of the light a picture was taken in. */
const light = (file: Blob, picks: Parameters<typeof lightOf>[0]): Promise<Linear | { problem: string }> =>
  withPicture(file, (size, read) => lightOf(picks, size, read));

expose({ measure, light });
export type MeasureWorker = { measure: typeof measure; light: typeof light };
