/** From the numbers of a picture to CIELAB under D65. */

export interface Lab {
  l: number;
  a: number;
  b: number;
}

/** Light by channel, linear, 1 = white. */
export interface Linear {
  r: number;
  g: number;
  b: number;
}

/** Linear light of each of the 256 steps of an sRGB channel. IEC 61966-2-1 [std]. */
export const LINEAR_OF_STEP: Float64Array = Float64Array.from({ length: 256 }, (_, step) => linearOf(step / 255));

/** @param coded 0 to 1 as a picture stores it @returns 0 to 1, linear */
function linearOf(coded: number): number {
  return coded <= 0.04045 ? coded / 12.92 : ((coded + 0.055) / 1.055) ** 2.4;
}

// White of D65 by its chromaticity in IEC 61966-2-1 [std], so that a grey has no chroma; the threshold of the CIELAB
// cube root as exact fractions.
const WHITE = { x: 0.3127 / 0.329, y: 1, z: (1 - 0.3127 - 0.329) / 0.329 };
const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;
const root = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);

/**
 * CIELAB of linear sRGB light, D65, 2° observer. IEC 61966-2-1 and CIE 15 [std].
 * @returns l 0 to 100 for what is no brighter than white; a, b about -130 to 130
 * @example labOf({ r: 1, g: 1, b: 1 }).l // 100
 */
export function labOf({ r, g, b }: Linear): Lab {
  const x = root((0.4123907993 * r + 0.3575843394 * g + 0.1804807884 * b) / WHITE.x);
  const y = root((0.2126390059 * r + 0.7151686788 * g + 0.0721923154 * b) / WHITE.y);
  const z = root((0.0193308187 * r + 0.1191947798 * g + 0.9505321522 * b) / WHITE.z);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}
