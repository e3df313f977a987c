import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GASES } from "@/core/ground/catalog/gases";
import { clearing, concentration, exposure, fittedClearing, roomConcentration } from "./box";
import { HEAT_KILLS, logReduction, passAnswer, secondsFor } from "./heat";

const CABIN = { gasMgPerH: 2000, volumeM3: 3, airChangesPerH: 1.5, decayPerH: 4 };

describe("gas in a box", () => {
  it("knows the gases' molar mass", () => {
    // 24.465 L/mol at 25 °C and 101.325 kPa (ideal gas); O3 47.998 g/mol, ClO2 67.452 g/mol (IUPAC atomic weights,
    // from memory).
    expect(GASES.ozone.mgPerM3OfPpm).toBeCloseTo(47.998 / 24.465, 3);
    expect(GASES["chlorine-dioxide"].mgPerM3OfPpm).toBeCloseTo(67.452 / 24.465, 3);
  });

  it("comes to the worked steady state, and there as time goes on", () => {
    // Worked by hand: 2000 / (3 × 5.5) = 121.2 mg/m³ = 61.8 ppm.
    expect(concentration(CABIN).value).toBeCloseTo(121.2, 1);
    expect(concentration(CABIN).value / GASES.ozone.mgPerM3OfPpm).toBeCloseTo(61.8, 1);
    expect(concentration(CABIN, 0.1).value).toBeLessThan(concentration(CABIN, 1).value);
    // Against small steps of the equation itself.
    let mg = 0;
    for (let step = 0; step < 10_000; step++) mg += (2000 / 3 - 5.5 * mg) * 0.00005;
    expect(concentration(CABIN, 0.5).value).toBeCloseTo(mg, 1);
    // Nothing takes it away: it only adds up.
    expect(concentration({ ...CABIN, airChangesPerH: 0, decayPerH: 0 }, 2).value).toBeCloseTo(4000 / 3, 9);
  });

  it.each([
    // Hand sums: minutes = ln(61.8 / aim) / (n + k) × 60.
    [10, 4, 0.1, 27.5],
    [10, 0, 0.1, 38.6],
    [10, 0, 0.05, 42.7],
    [1.5, 4, 0.1, 70],
    [1.5, 0, 0.1, 257],
  ])("clears at %d air changes and decay %d to %d ppm in %d min", (n, k, aim, minutes) => {
    expect(clearing(61.8, aim, n, k).value).toBeCloseTo(minutes, minutes < 50 ? 1 : 0);
  });

  it("puts what leaks into the room around it", () => {
    // A 100 m³ bay at one air change: 1.5 × 3 × 121.2 / 100 = 5.45 mg/m³ = 2.8 ppm, far over any limit.
    expect(roomConcentration(CABIN, 121.2, 100, 1).value / GASES.ozone.mgPerM3OfPpm).toBeCloseTo(2.8, 1);
    expect(exposure(61.8, 180).value).toBeCloseTo(11_124, 0);
  });

  it("never clears sooner with fewer air changes, more gas or a lower aim", () => {
    const n = fc.double({ min: 0.01, max: 50, noNaN: true });
    fc.assert(
      fc.property(n, n, fc.double({ min: 0.1, max: 500, noNaN: true }), (a, b, ppm) => {
        expect(clearing(ppm, 0.05, Math.min(a, b)).value).toBeGreaterThanOrEqual(
          clearing(ppm, 0.05, Math.max(a, b)).value,
        );
        expect(clearing(ppm * 2, 0.05, a).value).toBeGreaterThan(clearing(ppm, 0.05, a).value);
        expect(clearing(ppm, 0.02, a).value).toBeGreaterThan(clearing(ppm, 0.05, a).value);
      }),
    );
  });

  it("takes the slowest fall of the meter, and none where it did not fall", () => {
    const at = (minutes: number, ppm: number) => ({ atMs: minutes * 60_000, ppm });
    expect(fittedClearing([at(0, 40), at(6, 40 / Math.E)])).toBeCloseTo(10, 9);
    expect(fittedClearing([at(0, 40), at(6, 40 / Math.E), at(18, 40 / Math.E ** 2)])).toBeCloseTo(5, 9);
    expect(fittedClearing([at(0, 40), at(6, 41)])).toBeUndefined();
    expect(fittedClearing([at(0, 40)])).toBeUndefined();
  });
});

describe("heat", () => {
  // US FDA, Fish and Fishery Products Hazards and Controls Guidance, appendix 4, table A-3: minutes for 6 log of
  // Listeria. Values from memory.
  it.each([
    [63, 17],
    [66, 6.8],
    [70, 2],
    [74, 0.6],
  ])("takes 6 log of Listeria at %i °C in the published %f min", (tempC, minutes) => {
    expect(secondsFor(HEAT_KILLS["food-bacteria"], 6, tempC).value / 60).toBeCloseTo(
      minutes,
      minutes > 10 ? -0.5 : 0.5,
    );
  });

  // The twelve decimal reductions of canning, 2.52 min at 121.1 °C (Stumbo 1973, from memory).
  it("takes 12 log of spores in canning's 2.52 min", () =>
    expect(secondsFor(HEAT_KILLS["bacterial-spores"], 12, 121.1).value / 60).toBeCloseTo(2.52, 6));

  it("kills as Bigelow says", () => {
    // T_ref 60 °C, D 60 s, z 7 K: 30 s at 67 °C is 5.0 log (worked by hand).
    const row = { ...HEAT_KILLS["food-bacteria"], refTempC: 60, dSeconds: 60, zK: 7 };
    expect(logReduction(row, Array<number>(30).fill(67), 1)).toBeCloseTo(5, 9);
    expect(secondsFor(row, 5, 67).value).toBeCloseTo(30, 9);
    expect(secondsFor(row, 3, 60).value).toBe(180);
  });

  it("says plainly that a quick pass at a warm surface kills nothing, and what a very hot one does", () => {
    expect(passAnswer(60)).toMatch(/^No:/);
    expect(passAnswer(78)).toMatch(/^No:/);
    expect(passAnswer(90)).toMatch(/takes listeria.*, not the rest/);
    expect(passAnswer(99)).toMatch(/not the rest/);
  });
});
