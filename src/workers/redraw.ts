import { disableTypes, imageSize, types } from "image-size";

/** Pictures as they are kept: the right way up, no longer than their limit, with nothing in them but the picture. */

const LONGEST_PX = 1600;
const QUALITY = 0.85;
/** Longer or larger than any camera makes them: drawing them would take the device's memory. Judgement. */
const MOST_SIDE_PX = 20_000;
const MOST_PX = 210_000_000;
const TYPES: Readonly<Record<string, string>> = { jpg: "image/jpeg", png: "image/png", webp: "image/webp" };

// Kinds that are not taken are not looked into either.
disableTypes(types.filter((type) => !Object.hasOwn(TYPES, type)));

export interface Redrawn {
  blob: Blob;
  widthPx: number;
  heightPx: number;
}

/** Why a picture is not taken: the end of a sentence that names it. */
export class NoPicture extends Error {}

interface Said {
  type: string;
  widthPx: number;
  heightPx: number;
}

/** What a picture's own first bytes say of it; undefined where they say nothing we know. @throws NoPicture when it is too large */
function sayingOf(bytes: Uint8Array): Said | undefined {
  let said: { type?: string; width?: number; height?: number } = {};
  try {
    said = imageSize(bytes);
  } catch {
    // Said below, in our words.
  }
  const type = Object.hasOwn(TYPES, said.type ?? "") ? TYPES[said.type!] : undefined;
  const [widthPx, heightPx] = [said.width ?? 0, said.height ?? 0];
  if (!type || !(widthPx >= 1) || !(heightPx >= 1)) return undefined;
  if (Math.max(widthPx, heightPx) > MOST_SIDE_PX || widthPx * heightPx > MOST_PX)
    throw new NoPicture(
      `is ${widthPx} × ${heightPx} pixels; a side may have ${MOST_SIDE_PX}, the whole ${MOST_PX / 1e6} million`,
    );
  return { type, widthPx, heightPx };
}

const DAMAGED = "is damaged: this browser cannot draw it";
const UNKNOWN = "is no picture this browser can read. JPEG, PNG and WebP are";

/** The same of a picture that has to say what it is. @throws NoPicture */
export function saidOfPicture(bytes: Uint8Array): Said {
  const said = sayingOf(bytes);
  if (!said) throw new NoPicture(UNKNOWN);
  return said;
}

/**
 * Draws a picture the right way up into a new file, without the place, time and camera that were written into it; of
 * whatever kind this browser can draw.
 * @throws NoPicture
 */
export async function redraw(file: Blob): Promise<Redrawn> {
  const said = sayingOf(new Uint8Array(await file.arrayBuffer()));
  const whole = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => {
    throw new NoPicture(said ? DAMAGED : UNKNOWN);
  });
  const scale = Math.min(1, LONGEST_PX / Math.max(whole.width, whole.height));
  const [widthPx, heightPx] = [whole.width, whole.height].map((side) => Math.max(1, Math.round(side * scale))) as [
    number,
    number,
  ];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  canvas.getContext("2d")!.drawImage(whole, 0, 0, widthPx, heightPx);
  whole.close();
  return { blob: await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY }), widthPx, heightPx };
}

/**
 * A picture out of a file: as it is where it is just as this program makes them, drawn anew where it holds anything else.
 * @throws NoPicture
 */
export async function asKept(bytes: Uint8Array<ArrayBuffer>): Promise<Redrawn> {
  const { type, widthPx, heightPx } = saidOfPicture(bytes);
  const blob = new Blob([bytes], { type });
  if (Math.max(widthPx, heightPx) > LONGEST_PX || !isBareJpeg(bytes)) return redraw(blob);
  const drawn = await createImageBitmap(blob).catch(() => {
    throw new NoPicture(DAMAGED);
  });
  drawn.close();
  return { blob, widthPx, heightPx };
}

/** Segments of a JPEG that are needed to draw it: tables, frame, scan, restarts, and the JFIF head. ITU-T T.81, table B.1. */
const NEEDED = new Set([0xc0, 0xc1, 0xc2, 0xc4, 0xda, 0xdb, 0xdd, 0xe0]);
/** A browser writes down what its colours mean, in a segment of this kind that begins so and is no longer. ICC.1, annex B.4. */
const PROFILE = { marker: 0xe2, head: "ICC_PROFILE\0", mostBytes: 4096 };

/** True for a JPEG without notes, comments, thumbnails of its own, or anything behind its end. */
function isBareJpeg(bytes: Uint8Array): boolean {
  const word = (at: number) => (bytes[at] ?? 0) * 256 + (bytes[at + 1] ?? 0);
  if (word(0) !== 0xffd8) return false;
  let at = 2;
  while (at < bytes.length) {
    const marker = word(at) - 0xff00;
    if (marker === 0xd9) return at + 2 === bytes.length;
    const segment = bytes.subarray(at + 4, at + 2 + word(at + 2));
    if (word(at + 2) < 2 || !(NEEDED.has(marker) || isProfile(marker, segment))) return false;
    at += 2 + word(at + 2);
    // Behind the head of a scan its data run on to the next marker; a zero behind 0xFF is data, and so are restarts.
    if (marker === 0xda)
      while (at < bytes.length && !(bytes[at] === 0xff && bytes[at + 1] !== 0 && !isRestart(bytes[at + 1]!))) at += 1;
  }
  return false;
}

const isProfile = (marker: number, segment: Uint8Array) =>
  marker === PROFILE.marker &&
  segment.length <= PROFILE.mostBytes &&
  [...PROFILE.head].every((letter, at) => segment[at] === letter.charCodeAt(0));
const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7;
