/**
 * Gas in a well-mixed box after running for a time from clean air, mg/m³.
 * @param hours left out: the steady state
 * @returns Infinity where nothing ever takes it away and it runs for ever
 * @example boxMgPerM3(2000, 10, 2) // 100
 */
export function boxMgPerM3(gasMgPerH: number, volumeM3: number, lossPerH: number, hours = Infinity): number {
  if (!Number.isFinite(hours)) return gasMgPerH / (volumeM3 * lossPerH);
  // With next to no loss it only adds up; the share that stays falls from 1.
  const lost = lossPerH * hours;
  return (gasMgPerH / volumeM3) * hours * (lost < 1e-9 ? 1 : -Math.expm1(-lost) / lost);
}
