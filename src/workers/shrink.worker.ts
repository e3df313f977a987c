import { expose } from "comlink";

interface Shrunk {
  blob: Blob;
  widthPx: number;
  heightPx: number;
}

/** Draws a picture the right way up, no longer than `longestPx`, into a new file that holds nothing but the picture. */
async function shrink(file: Blob, longestPx: number, quality: number): Promise<Shrunk> {
  const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  const scale = Math.min(1, longestPx / Math.max(whole.width, whole.height));
  const [widthPx, heightPx] = [whole.width, whole.height].map((side) => Math.max(1, Math.round(side * scale))) as [
    number,
    number,
  ];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  canvas.getContext("2d")!.drawImage(whole, 0, 0, widthPx, heightPx);
  whole.close();
  return { blob: await canvas.convertToBlob({ type: "image/jpeg", quality }), widthPx, heightPx };
}

expose({ shrink });
export type ShrinkWorker = { shrink: typeof shrink };
