import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fillToMarks, mix } from "./mix";
import { activePpm, capfuls, correctBottle, lastOfBottle, saidEveryWay, warmMix } from "./reckon";
import { parseReading, partsWater } from "@/core/ground/quantity/ratio";

describe("dilution", () => {
  // Common practice, no source: the bottle sizes and ratios the trade mixes daily.
  it("mixes the bottles the trade mixes", () => {
    expect(mix(750, 4).product.value).toBeCloseTo(150, 9);
    expect(mix(750, 4).water.value).toBeCloseTo(600, 9);
    expect(mix(946.35, 10).product.value).toBeCloseTo(86.03, 2);
    expect(mix(946.35, 10).water.value).toBeCloseTo(860.32, 2);
  });

  // 128 fl oz to the US gallon: 1/129 when added to a gallon, 1/128 when made up to one.
  it("tells one ounce added to a gallon from one made up to it", () => {
    const share = (r: number) => 100 / (r + 1);
    expect(share(partsWater(parseReading("1 fl oz/gal")))).toBeCloseTo(0.7752, 4);
    expect(100 / 128).toBeCloseTo(0.78125, 5);
    expect(share(partsWater({ convention: "ml-per-l-made-up", value: 7.8125 }))).toBeCloseTo(0.78125, 5);
    // 160 imperial fl oz to the imperial gallon.
    expect(partsWater(parseReading("1 imp fl oz/gal"))).toBeCloseTo(160, 6);
  });

  it("says one strength every way, and each way reads back as the same", () => {
    const every = Object.fromEntries(saidEveryWay(4).map(({ convention, text }) => [convention, text]));
    // Worked by hand: 4 to 1 is a fifth of the whole; 32 US fl oz, a quarter, to the gallon of 128.
    expect(every).toMatchObject({
      "water-to-product": "4:1",
      "product-to-water": "1:4",
      "one-in": "1 in 5",
      "per-cent": "20 %",
      "ml-per-l-added": "250 mL/L",
      "ml-per-l-made-up": "200 mL/L made up",
      "us-fl-oz-per-gal": "32 fl oz/gal",
      "imperial-fl-oz-per-gal": "40 imp fl oz/gal",
    });
    for (const r of [1, 4, 7, 10, 128])
      for (const { text } of saidEveryWay(r)) expect(partsWater(parseReading(text)) / r).toBeCloseTo(1, 2);
  });

  it("puts a wrong bottle right: nothing that is dissolved is lost", () => {
    // By hand: 500 mL at 4:1 holds 100 mL of product, which at 9:1 makes 1 L; 900 mL at 9:1 holds 90 of product and
    // 810 of water, which at 4:1 wants 202.5.
    expect(correctBottle(500, 4, 9)).toMatchObject({ add: "water", amount: { value: expect.closeTo(500, 9) } });
    expect(correctBottle(900, 9, 4)).toMatchObject({ add: "product", amount: { value: expect.closeTo(112.5, 9) } });
    expect(correctBottle(750, 10, 10)).toMatchObject({ add: "nothing", amount: { value: 0 } });
    const parts = fc.double({ min: 0.5, max: 200, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 10, max: 10_000, noNaN: true }), parts, parts, (ml, have, wanted) => {
        const { add, amount, total } = correctBottle(ml, have, wanted);
        const product = ml / (have + 1) + (add === "product" ? amount.value : 0);
        expect(amount.value).toBeGreaterThanOrEqual(0);
        expect(product / total.value).toBeCloseTo(1 / (wanted + 1), 9);
      }),
    );
  });

  it("reckons caps, the last of a bottle, ppm and lukewarm water", () => {
    expect(capfuls(75, 25).value).toBe(3);
    expect(lastOfBottle(60, 9).value).toBe(600);
    expect(activePpm(5, 99).value).toBeCloseTo(500, 9);
    expect(warmMix(4000, 60, 10, 35)).toMatchObject({ hot: { value: 2000 }, cold: { value: 2000 } });
    expect(() => warmMix(4000, 60, 10, 70)).toThrow("cannot give that");
    expect(() => activePpm(120, 4)).toThrow("between 0 and 100");
  });

  it("fills to marks without ever mixing stronger than planned, and never less than wanted", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.constantFrom(10, 25, 50),
        fc.constantFrom(5, 100),
        fc.constantFrom(5000, 8000),
        (wanted, r, mark, cup, bottle) => {
          const measures = { bottleMl: bottle, bottleMarkMl: mark, cupMarkMl: cup };
          for (const atLeast of [false, true]) {
            const fill = fillToMarks(wanted, r, measures, atLeast);
            if (atLeast) {
              expect(fill.partsWater).toBeLessThanOrEqual(r + 1e-9);
              expect(fill.partsWater + 1).toBeGreaterThanOrEqual((r + 1) / 1.1 - 1e-9);
            } else expect(fill.partsWater).toBeGreaterThanOrEqual(r - 1e-9);
            expect(fill.total.value).toBeGreaterThanOrEqual(wanted - 1e-6);
            expect(fill.total.value).toBeLessThanOrEqual(bottle + 1e-6);
            expect(fill.water.value).toBeGreaterThanOrEqual(-1e-9);
            expect(fill.product.value + fill.water.value).toBeCloseTo(fill.total.value, 9);
          }
        },
      ),
    );
  });
});
