import { deltaEab } from "./deltaE";
import type { Lab } from "./lab";

/** What a trained eye would say beside the grey scales, from colours that were read. Formulas written down from memory. */

const hueDeg = ({ a, b }: Lab) => ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;

/**
 * Difference of colour as the grey scale for change weighs it. ISO 105-A05 [std].
 * @param cloth the colour as it should be
 * @param mark the colour as it is
 * @example deltaEF({ l: 50, a: 0, b: 0 }, { l: 50, a: 0, b: 0 }) // 0
 */
export function deltaEF(cloth: Lab, mark: Lab): number {
  const [c0, cT] = [Math.hypot(cloth.a, cloth.b), Math.hypot(mark.a, mark.b)];
  const meanChroma = (c0 + cT) / 2;
  const dC = cT - c0;
  const dH2 = Math.max(0, (mark.a - cloth.a) ** 2 + (mark.b - cloth.b) ** 2 - dC ** 2);
  const [h0, hT] = [hueDeg(cloth), hueDeg(mark)];
  const apart = hT - h0;
  const around = Math.abs(apart) > 180 ? Math.sign(apart) * 360 : 0;
  const meanHue = ((h0 + hT + around) / 2 + 360) % 360;
  const far = Math.abs(meanHue - 280);
  const x = ((far <= 180 ? far : 360 - far) / 30) ** 2;
  const d = (dC * meanChroma * Math.exp(-x)) / 100;
  const dHk = Math.sqrt(dH2) * Math.sign(apart - around) - d;
  const dCk = dC - d;
  const dCf = dCk / (1 + ((20 * meanChroma) / 1000) ** 2);
  const dHf = dHk / (1 + ((10 * meanChroma) / 1000) ** 2);
  return Math.hypot(mark.l - cloth.l, dCf, dHf);
}

const STEPS = [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5] as const;
type GreyStep = (typeof STEPS)[number];
const nearestStep = (grade: number): GreyStep =>
  STEPS.reduce((best, step) => (Math.abs(step - grade) < Math.abs(best - grade) ? step : best));

/**
 * Step of the grey scale for change of colour, 5 none to 1. ISO 105-A05 [std]. @param deltaEf ΔE_F
 * @example changeStep(0.2) // 5
 */
export const changeStep = (deltaEf: number): GreyStep =>
  nearestStep(deltaEf <= 3.4 ? 5 - deltaEf / 1.7 : 5 - Math.log2(deltaEf / 0.85));

/**
 * Difference of colour that a step of the grey scale for change stands for: of ISO 105-A02 [std, from memory] 0, 1.7, 3.4, 6.8 and
 * 13.6 for steps 5 to 1.
 * @param step 1 to 5, halves too
 * @example deltaEOfChange(3) // 3.4
 */
export const deltaEOfChange = (step: number): number => (step >= 3 ? 1.7 * (5 - step) : 0.85 * 2 ** (5 - step));

/**
 * Difference of a stained white cloth from a clean one as its grey scale weighs it. ISO 105-A04 [std].
 * @example deltaEGS({ l: 95, a: 0, b: 0 }, { l: 95, a: 0, b: 0 }) // 0
 */
export function deltaEGS(clean: Lab, stained: Lab): number {
  const all = deltaEab(clean, stained);
  return all - 0.4 * Math.sqrt(Math.max(0, all ** 2 - (stained.l - clean.l) ** 2));
}

/**
 * Step of the grey scale for staining, 5 none to 1. ISO 105-A04 [std]. @param deltaEgs ΔE_GS
 * @example stainingStep(0) // 5
 */
export const stainingStep = (deltaEgs: number): GreyStep => {
  const grade = 6.1 - 1.45 * Math.log(Math.max(1e-9, deltaEgs));
  return nearestStep(grade > 4 ? 5 - 0.23 * deltaEgs : grade);
};
