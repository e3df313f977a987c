import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { Linear } from "@/core/models/colour/lab";
import type { Pixels } from "@/core/models/colour/measure";

/** Made-up pictures of cloth with a mark and a card on it, whose colours and sizes are known. */
export interface Scene {
  widthPx: number;
  heightPx: number;
  cloth: Linear;
  mark?: Linear;
  /** Is the mark there: -1 well inside to 1 well outside, over the picture's width; its rim lies at 0. */
  shape?: (x: number, y: number) => number;
  /** Reflectance of the card; left out: none lies there. */
  card?: number;
  cardAt?: { x: number; y: number; r: number };
  /** Colour and strength of the light. */
  light?: Linear;
  /** Unevenness of the threads and noise of the camera, as shares of the light. */
  weave?: number;
  noise?: number;
  seed?: number;
}

const WHITE: Linear = { r: 1, g: 1, b: 1 };
const coded = (linear: number) => 255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055);

/** @returns the picture as a camera would store it, clipped where the light is too strong */
export function painted({
  widthPx,
  heightPx,
  cloth,
  mark = cloth,
  shape,
  card,
  cardAt,
  light = WHITE,
  weave = 0.06,
  noise = 0.02,
  seed = 1,
}: Scene): Pixels {
  const data = new Uint8ClampedArray(4 * widthPx * heightPx);
  const random = xoroshiro128plus(seed);
  const chance = () => (random.next() >>> 0) / 2 ** 32 - 0.5;
  // A pixel wide rim is half and half, as a lens would draw it.
  const soft = 1 / widthPx;
  for (let py = 0; py < heightPx; py++)
    for (let px = 0; px < widthPx; px++) {
      const [x, y] = [(px + 0.5) / widthPx, (py + 0.5) / widthPx];
      const onCard =
        card !== undefined &&
        cardAt &&
        Math.max(Math.abs(x - cardAt.x), Math.abs(y - (cardAt.y * heightPx) / widthPx)) < cardAt.r * 1.4;
      const part = shape ? Math.min(1, Math.max(0, 0.5 - shape(x, y) / soft)) : 0;
      const thread = onCard ? 1 : 1 + weave * (Math.sin(px * 1.9) * Math.cos(py * 1.7) + chance());
      const at = 4 * (py * widthPx + px);
      for (const [index, channel] of (["r", "g", "b"] as const).entries()) {
        const colour = onCard ? card : cloth[channel] * (1 - part) + mark[channel] * part;
        data[at + index] = coded(Math.min(1, Math.max(0, colour * thread * light[channel] * (1 + noise * chance()))));
      }
      data[at + 3] = 255;
    }
  return { data, widthPx, heightPx };
}

/** Reads a part of a picture held in memory. */
export const partOf =
  ({ data, widthPx }: Pixels) =>
  ({ left, top, width, height }: { left: number; top: number; width: number; height: number }): Pixels => {
    const part = new Uint8ClampedArray(4 * width * height);
    for (let row = 0; row < height; row++)
      part.set(
        data.subarray(4 * ((top + row) * widthPx + left), 4 * ((top + row) * widthPx + left + width)),
        4 * row * width,
      );
    return { data: part, widthPx: width, heightPx: height };
  };
