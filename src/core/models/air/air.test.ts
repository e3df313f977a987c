import psychrolib from "psychrolib";
import { beforeAll, describe, expect, it } from "vitest";
import { convectionWPerM2K, evaporation, fluxKgPerM2H } from "./evaporation";
import {
  dewPointC,
  humidityRatio,
  latentHeatJPerKg,
  saturationPressurePa,
  STANDARD_PRESSURE_PA,
  vapourDiffusivityM2PerS,
  vapourPressurePa,
  wetBulbC,
} from "./moistAir";

interface Psychrolib {
  SI: number;
  SetUnitSystem(system: number): void;
  GetSatVapPres(tempC: number): number;
  GetTWetBulbFromRelHum(tempC: number, share: number, pressurePa: number): number;
  GetTDewPointFromRelHum(tempC: number, share: number): number;
  GetHumRatioFromRelHum(tempC: number, share: number, pressurePa: number): number;
}

const reference = psychrolib as Psychrolib;
// Two hundred states: twenty temperatures, ten humidities each.
const TEMPS_C = Array.from({ length: 20 }, (_, index) => -5 + 2.25 * index);
const HUMIDITIES = [5, 15, 25, 35, 45, 55, 65, 75, 85, 97];

describe("moist air against psychrolib, a registry reference library", () => {
  beforeAll(() => reference.SetUnitSystem(reference.SI));

  it.each(TEMPS_C)("%d °C, dry to damp, within 0.1 %%", (tempC) =>
    HUMIDITIES.forEach((humidity) => {
      expect(saturationPressurePa(tempC) / reference.GetSatVapPres(tempC)).toBeCloseTo(1, 4);
      expect(
        Math.abs(
          wetBulbC(tempC, humidity) - reference.GetTWetBulbFromRelHum(tempC, humidity / 100, STANDARD_PRESSURE_PA),
        ),
      ).toBeLessThan(0.02);
      expect(
        Math.abs(dewPointC(tempC, humidity) - reference.GetTDewPointFromRelHum(tempC, humidity / 100)),
      ).toBeLessThan(0.02);
      expect(
        humidityRatio(vapourPressurePa(tempC, humidity)) /
          reference.GetHumRatioFromRelHum(tempC, humidity / 100, STANDARD_PRESSURE_PA),
      ).toBeCloseTo(1, 3);
    }),
  );

  // ASHRAE Fundamentals, chapter 1; values written down from memory.
  it("gives the handbook's state at 20 °C and 50 %", () => {
    expect(wetBulbC(20, 50)).toBeCloseTo(13.78, 1);
    expect(dewPointC(20, 50)).toBeCloseTo(9.27, 1);
    expect(humidityRatio(vapourPressurePa(20, 50)) * 1000).toBeCloseTo(7.26, 1);
  });

  it("lets vapour diffuse faster when warm, as Massman 1998 has it (from memory)", () => {
    // 2.178e-5 at 0 °C; (293.15/273.15)^1.81 = 1.1364, (303.15/273.15)^1.81 = 1.2076
    expect(vapourDiffusivityM2PerS(0) * 1e5).toBeCloseTo(2.178, 3);
    expect(vapourDiffusivityM2PerS(20) * 1e5).toBeCloseTo(2.475, 3);
    expect(vapourDiffusivityM2PerS(30) * 1e5).toBeCloseTo(2.63, 3);
  });

  it("refuses what cannot be air, in a sentence", () => {
    expect(() => vapourPressurePa(20, 140)).toThrow("relative humidity");
    expect(() => saturationPressurePa(400)).toThrow("temperature");
  });
});

describe("evaporation", () => {
  // ASHRAE pool equation w = (0.089 + 0.0782 v)(p_w − p_a)/Y, kPa, kJ/kg [std, from memory]; radiation left out, surface at the wet bulb.
  const pool = (tempC: number, humidity: number, speed: number) => {
    const wet = wetBulbC(tempC, humidity);
    return (
      (((0.089 + 0.0782 * speed) * (saturationPressurePa(wet) - vapourPressurePa(tempC, humidity))) /
        latentHeatJPerKg(wet)) *
      3600
    );
  };
  it.each([
    [20, 50, 0.1, 0.0575],
    [20, 50, 3, 0.192],
    [5, 85, 0.1, 0.0096],
  ])("the pool equation itself at %d °C, %d %%, %d m/s", (tempC, humidity, speed, value) =>
    expect(pool(tempC, humidity, speed) / value).toBeCloseTo(1, 1),
  );

  it("stays within a fifth of the pool equation over its range", () => {
    for (const tempC of [5, 12, 20, 28, 35])
      for (const humidity of [10, 40, 70, 90])
        for (const speed of [0.1, 1, 3]) {
          const air = { tempC, relativeHumidityPct: humidity, airSpeedMPerS: speed };
          const ratio = fluxKgPerM2H(wetBulbC(tempC, humidity), air) / pool(tempC, humidity, speed);
          expect(ratio).toBeGreaterThan(0.8);
          expect(ratio).toBeLessThan(1.2);
        }
  });

  it("rises with dry air and with speed, stops in saturated air, and lists the inputs it used", () => {
    const at = (tempC: number, relativeHumidityPct: number, airSpeedMPerS: number) =>
      evaporation({ tempC, relativeHumidityPct, airSpeedMPerS });
    expect(at(20, 40, 0.1).value).toBeGreaterThan(at(20, 70, 0.1).value);
    expect(at(20, 50, 3).value).toBeGreaterThan(at(20, 50, 0.1).value);
    expect(at(20, 100, 1).value).toBeCloseTo(0, 6);
    expect(at(20, 50, 1).working.inputs.find(({ name }) => name === "h_c")?.value).toBeCloseTo(convectionWPerM2K(1), 9);
  });
});
