/**
 * Steps of the grey scale for staining: the difference in CIELAB between the white and the grey of each pair.
 * ISO 105-A03 [std], written down from memory.
 */
export const GREY_SCALE = [
  { step: 5, deltaE: 0 },
  { step: 4.5, deltaE: 2.2 },
  { step: 4, deltaE: 4.3 },
  { step: 3.5, deltaE: 6 },
  { step: 3, deltaE: 8.5 },
  { step: 2.5, deltaE: 12 },
  { step: 2, deltaE: 16.9 },
  { step: 1.5, deltaE: 24 },
  { step: 1, deltaE: 34.1 },
] as const;

/** A step in the trade's words. @example stepWords(4.5) // "4–5" */
export const stepWords = (step: number): string =>
  Number.isInteger(step) ? String(step) : `${Math.floor(step)}–${Math.ceil(step)}`;
