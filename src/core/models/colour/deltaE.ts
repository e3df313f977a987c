import type { Lab } from "./lab";

const RAD = Math.PI / 180;
const TWENTY_FIVE_7 = 25 ** 7;
/** How far chroma is pulled apart near grey. */
const pull = (chroma: number) => {
  const seventh = chroma ** 7;
  return Math.sqrt(seventh / (seventh + TWENTY_FIVE_7));
};

/** Hue in degrees, 0 to 360; 0 for grey. */
const hueOf = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) / RAD + 360) % 360);

/**
 * Difference of two colours as the eye sees it, ΔE 2000 with all weights 1. CIE 142 [std]; hue means after Sharma, Wu and Dalal 2005.
 * @returns 0 for the same colour; about 1 is just seen side by side
 * @example deltaE2000({ l: 50, a: 2.6772, b: -79.7751 }, { l: 50, a: 0, b: -82.7485 }) // 2.042
 */
export function deltaE2000(one: Lab, other: Lab): number {
  const meanChroma = (Math.hypot(one.a, one.b) + Math.hypot(other.a, other.b)) / 2;
  const stretch = 1 + (1 - pull(meanChroma)) / 2;
  const [a1, a2] = [one.a * stretch, other.a * stretch];
  const [c1, c2] = [Math.hypot(a1, one.b), Math.hypot(a2, other.b)];
  const [h1, h2] = [hueOf(a1, one.b), hueOf(a2, other.b)];
  const grey = c1 * c2 === 0;
  const apart = h2 - h1;
  const turn = grey ? 0 : apart > 180 ? apart - 360 : apart < -180 ? apart + 360 : apart;
  const dL = other.l - one.l;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * RAD);
  const l = (one.l + other.l) / 2;
  const c = (c1 + c2) / 2;
  const h = grey ? h1 + h2 : Math.abs(apart) <= 180 ? (h1 + h2) / 2 : (h1 + h2 + (h1 + h2 < 360 ? 360 : -360)) / 2;
  const t =
    1 -
    0.17 * Math.cos((h - 30) * RAD) +
    0.24 * Math.cos(2 * h * RAD) +
    0.32 * Math.cos((3 * h + 6) * RAD) -
    0.2 * Math.cos((4 * h - 63) * RAD);
  const sL = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sC = 1 + 0.045 * c;
  const sH = 1 + 0.015 * c * t;
  const twist = -Math.sin(60 * Math.exp(-(((h - 275) / 25) ** 2)) * RAD) * 2 * pull(c);
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + twist * (dC / sC) * (dH / sH));
}

/**
 * Plain distance in CIELAB, ΔE*ab. CIE 15 [std].
 * @example deltaEab({ l: 50, a: 0, b: 0 }, { l: 50, a: 3, b: 4 }) // 5
 */
export const deltaEab = (one: Lab, other: Lab): number => Math.hypot(other.l - one.l, other.a - one.a, other.b - one.b);
