import { converter, differenceCiede2000 } from "culori";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GREY_SCALE } from "@/core/ground/catalog/greyScaleSteps";
import { painted, partOf, type Scene } from "@/core/testing/paintedCloth";
import { carried } from "./carry";
import { deltaE2000 } from "./deltaE";
import { changeStep, deltaEF, deltaEGS, stainingStep } from "./greyScale";
import { labOf, LINEAR_OF_STEP, type Linear } from "./lab";
import { BadPicture, lightOf, measurePicture, type Picks } from "./measure";
import { runs } from "@/core/testing/runs";

const culoriLab = converter("lab65");
const culoriLinear = converter("lrgb");
const culoriDeltaE = differenceCiede2000();
const linear = (l: number, a: number, b: number): Linear => culoriLinear({ mode: "lab65", l, a, b });

/**
 * Sharma, Wu and Dalal 2005, "The CIEDE2000 color-difference formula", table 1, written down from memory: L a b, L a
 * b, ΔE.
 */
const SHARMA = `
  50 2.6772 -79.7751 50 0 -82.7485 2.0425; 50 3.1571 -77.2803 50 0 -82.7485 2.8615; 50 2.8361 -74.02 50 0 -82.7485 3.4412;
  50 -1.3802 -84.2814 50 0 -82.7485 1; 50 -1.1848 -84.8006 50 0 -82.7485 1; 50 -0.9009 -85.5211 50 0 -82.7485 1;
  50 0 0 50 -1 2 2.3669; 50 -1 2 50 0 0 2.3669; 50 2.49 -0.001 50 -2.49 0.0009 7.1792;
  50 2.49 -0.001 50 -2.49 0.001 7.1792; 50 2.49 -0.001 50 -2.49 0.0011 7.2195; 50 2.49 -0.001 50 -2.49 0.0012 7.2195;
  50 -0.001 2.49 50 0.0009 -2.49 4.8045; 50 -0.001 2.49 50 0.001 -2.49 4.8045; 50 -0.001 2.49 50 0.0011 -2.49 4.7461;
  50 2.5 0 50 0 -2.5 4.3065; 50 2.5 0 73 25 -18 27.1492; 50 2.5 0 61 -5 29 22.8977;
  50 2.5 0 56 -27 -3 31.903; 50 2.5 0 58 24 15 19.4535; 50 2.5 0 50 3.1736 0.5854 1;
  50 2.5 0 50 3.2972 0 1; 50 2.5 0 50 1.8634 0.5757 1; 50 2.5 0 50 3.2592 0.335 1;
  60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644; 63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.263;
  61.2901 3.7196 -5.3901 61.4292 2.248 -4.962 1.8731;
  35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645; 22.7233 20.0904 -46.694 23.0331 14.973 -42.5619 2.0373;
  36.4612 47.858 18.3852 36.2715 50.5065 21.2231 1.4146;
  90.8027 -2.0831 1.441 91.1528 -1.6435 0.0447 1.4441; 90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381;
  6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377;
  2.0776 0.0795 -1.135 0.9033 -0.0636 -0.5514 0.9082`
  .split(";")
  .map((line) => line.trim().split(" ").map(Number));

describe("colour difference", () => {
  it("agrees with the published pairs to the fourth digit", () => {
    expect(SHARMA).toHaveLength(34);
    for (const [l1, a1, b1, l2, a2, b2, wanted] of SHARMA as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ][]) {
      expect(deltaE2000({ l: l1, a: a1, b: b1 }, { l: l2, a: a2, b: b2 })).toBeCloseTo(wanted, 4);
      expect(deltaE2000({ l: l2, a: a2, b: b2 }, { l: l1, a: a1, b: b1 })).toBeCloseTo(wanted, 4);
    }
  });

  it("agrees with culori on 10,000 pairs of picture colours, greys among them", () => {
    const step = fc.oneof(fc.integer({ min: 0, max: 255 }), fc.constantFrom(0, 1, 128, 255));
    const colour = fc.tuple(step, step, step);
    let [worst, pairs] = [0, 0];
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        const ours = ([r, g, b]: [number, number, number]) =>
          labOf({ r: LINEAR_OF_STEP[r]!, g: LINEAR_OF_STEP[g]!, b: LINEAR_OF_STEP[b]! });
        const theirs = ([r, g, b]: [number, number, number]) =>
          culoriLab({ mode: "rgb", r: r / 255, g: g / 255, b: b / 255 });
        worst = Math.max(
          worst,
          Math.abs(deltaE2000(ours(one), ours(other)) - culoriDeltaE(theirs(one), theirs(other))),
        );
        pairs += 1;
      }),
      { numRuns: runs(10_000) },
    );
    expect(pairs).toBe(runs(10_000));
    expect(worst).toBeLessThan(0.01);
  });

  it("gives the steps of both grey scales their own names", () => {
    // ISO 105-A03: white beside greys; ISO 105-A02: grey beside lighter greys, CIELAB differences from memory.
    for (const { step, deltaE } of GREY_SCALE)
      expect(stainingStep(deltaEGS({ l: 95, a: 0, b: 0 }, { l: 95 - deltaE, a: 0, b: 0 }))).toBe(step);
    for (const [step, deltaE] of [
      [5, 0],
      [4.5, 0.8],
      [4, 1.7],
      [3.5, 2.5],
      [3, 3.4],
      [2.5, 4.8],
      [2, 6.8],
      [1.5, 9.6],
      [1, 13.6],
    ] as const)
      expect(changeStep(deltaEF({ l: 50, a: 0, b: 0 }, { l: 50 + deltaE, a: 0, b: 0 }))).toBe(step);
  });

  it(
    "weighs chroma and hue less than lightness on colourful cloth, as A05 does, and a coloured stain less " +
      "than a grey one, as A04 does",
    () => {
      expect(deltaEF({ l: 50, a: 60, b: 0 }, { l: 50, a: 66, b: 0 })).toBeLessThan(6 / 2);
      expect(deltaEF({ l: 50, a: 0, b: 0 }, { l: 50, a: 3, b: 0 })).toBeCloseTo(3, 1);
      // A pure change of chroma of 10: 10 − 0.4 × 10.
      expect(deltaEGS({ l: 95, a: 0, b: 0 }, { l: 95, a: 10, b: 0 })).toBeCloseTo(6, 9);
    },
  );
});

const CLOTH = linear(62, 4, 14);
const WINE = linear(38, 34, 8);
const round = (x: number, y: number) => Math.hypot(x - 0.45, y - 0.4) - 0.12;
const scene: Scene = {
  widthPx: 800,
  heightPx: 600,
  cloth: CLOTH,
  mark: WINE,
  shape: round,
  card: 0.18,
  cardAt: { x: 0.85, y: 0.15, r: 0.06 },
  light: { r: 1.5, g: 1.3, b: 0.9 },
};

const picks: Picks = {
  card: "grey-card",
  cardAt: scene.cardAt!,
  mark: { x: 0.45, y: 0.4 / 0.75, rx: 0.18, ry: 0.18 },
  scale: { from: { x: 0.1, y: 0.1 }, to: { x: 0.6, y: 0.1 }, lengthMm: 250 },
};

const measured = (of: Scene, by: Picks = picks) => measurePicture(by, of, partOf(painted(of)));
const trueDeltaE = culoriDeltaE({ mode: "lab65", l: 62, a: 4, b: 14 }, { mode: "lab65", l: 38, a: 34, b: 8 });

describe("a picture", () => {
  it("tells the mark from its cloth as it really is, under coloured light", () => {
    const { mark, cloth, outline } = measured(scene);
    expect(deltaE2000(cloth, { l: 62, a: 4, b: 14 })).toBeLessThan(1);
    expect(deltaE2000(mark, { l: 38, a: 34, b: 8 })).toBeLessThan(1.5);
    expect(Math.abs(deltaE2000(cloth, mark) - trueDeltaE)).toBeLessThan(1);
    for (const { x, y } of outline) expect(Math.hypot(x - 0.45, y * 0.75 - 0.4)).toBeCloseTo(0.12, 2);
  });

  it("is shown in the light of its card: the same cloth and mark look the same under two lamps", () => {
    const shown = (light: { r: number; g: number; b: number }) => {
      const of: Scene = { ...scene, light };
      const gains = lightOf(picks, of, partOf(painted(of)));
      // The painted light times what it is made lighter by: as much of every channel, under every lamp.
      return [light.r * gains.r, light.g * gains.g, light.b * gains.b];
    };
    const [day, lamp] = [shown({ r: 1.2, g: 1.1, b: 1 }), shown({ r: 1.5, g: 1, b: 0.7 })];
    for (const [channel, value] of day.entries()) {
      expect(Math.abs(value / lamp[channel]! - 1)).toBeLessThan(0.02);
      expect(Math.abs(value - 1)).toBeLessThan(0.05);
    }
    expect(() =>
      lightOf({ ...picks, cardAt: { x: 0.45, y: 0.4 / 0.75, r: 0.15 } }, scene, partOf(painted(scene))),
    ).toThrow(BadPicture);
  });

  it("tells the area of known shapes within half a percent, a rim that fades within 2 %", () => {
    const mm = 500 / 1;
    const shapes: [string, Scene["shape"], number][] = [
      ["disc", round, Math.PI * 0.12 ** 2],
      ["square", (x, y) => Math.max(Math.abs(x - 0.45), Math.abs(y - 0.4)) - 0.1, 0.2 ** 2],
      ["ring", (x, y) => Math.abs(Math.hypot(x - 0.45, y - 0.4) - 0.1) - 0.03, Math.PI * (0.13 ** 2 - 0.07 ** 2)],
      ["oval", (x, y) => Math.hypot((x - 0.45) / 1.4, y - 0.4) - 0.1, Math.PI * 0.14 * 0.1],
    ];
    const found = (shape: Scene["shape"], area: number) => measured({ ...scene, shape }).areaMm2! / (area * mm ** 2);
    for (const [name, shape, area] of shapes) expect(Math.abs(found(shape, area) - 1), name).toBeLessThan(0.005);
    // It ends where it stands out half as much: a rim over a fifth of the disc ends in its middle.
    const fading: Scene["shape"] = (x, y) => round(x, y) / (0.024 * scene.widthPx);
    expect(Math.abs(found(fading, Math.PI * 0.12 ** 2) - 1)).toBeLessThan(0.02);
  });

  it("reads the same place again in a picture taken nearer, turned and by other light, and says how much it improved", () => {
    const before = measured(scene);
    // The camera turned by 20° and went nearer by 1.25; two points of the cloth show where.
    const turn = ({ x, y }: { x: number; y: number }) => {
      const [dx, dy] = [1.25 * (x - 0.45), 1.25 * (y - 0.4)];
      return { x: 0.5 + dx * Math.cos(0.35) - dy * Math.sin(0.35), y: 0.4 + dx * Math.sin(0.35) + dy * Math.cos(0.35) };
    };
    const back = (x: number, y: number) => {
      const [dx, dy] = [x - 0.5, y - 0.4];
      return round(
        0.45 + (dx * Math.cos(0.35) + dy * Math.sin(0.35)) / 1.25,
        0.4 + (-dx * Math.sin(0.35) + dy * Math.cos(0.35)) / 1.25,
      );
    };
    const faded: Scene = {
      ...scene,
      mark: linear(59, 8, 13),
      shape: back,
      light: { r: 0.8, g: 0.8, b: 0.9 },
      cardAt: { x: 0.9, y: 0.85, r: 0.06 },
      seed: 7,
    };
    const on = (x: number, y: number) => {
      const at = turn({ x, y: y * 0.75 });
      return { x: at.x, y: at.y / 0.75 };
    };
    const scale = { from: on(0.35, 0.3), to: on(0.6, 0.6), lengthMm: 100 };
    const again = carried(
      {
        ...picks,
        scale: { from: { x: 0.35, y: 0.3 }, to: { x: 0.6, y: 0.6 }, lengthMm: 100 },
        outline: before.outline,
      },
      scene,
      { cardAt: faded.cardAt!, scale },
      faded,
    );
    expect(again.mark.x).toBeCloseTo(0.5, 3);
    expect(again.mark.rx).toBeCloseTo(0.18 * 1.25, 3);
    const after = measured(faded, { card: "grey-card", cardAt: faded.cardAt!, scale, ...again });
    const wanted = culoriDeltaE({ mode: "lab65", l: 62, a: 4, b: 14 }, { mode: "lab65", l: 59, a: 8, b: 13 });
    expect(Math.abs(deltaE2000(after.cloth, after.mark) - wanted)).toBeLessThan(0.7);
  });

  it("finds nothing where nothing is", () => {
    const { cloth, mark, areaMm2 } = measured({ ...scene, mark: CLOTH });
    expect(areaMm2).toBe(0);
    expect(deltaE2000(cloth, mark)).toBeLessThan(0.5);
  });

  it("that cannot be trusted is refused with what is wrong", () => {
    const of = (change: Partial<Scene>, by?: Partial<Picks>) => () =>
      measured({ ...scene, ...change }, { ...picks, ...by });
    expect(of({ light: { r: 0.1, g: 0.1, b: 0.1 } })).toThrow(/too dark/);
    expect(of({ light: { r: 9, g: 9, b: 9 } })).toThrow(/burnt out/);
    expect(of({ cloth: { r: 1, g: 1, b: 1 } })).toThrow(/of the cloth in this picture is burnt out/);
    expect(of({}, { cardAt: { x: 0.3, y: 0.53, r: 0.06 } })).toThrow(/not of one colour/);
    expect(
      of({ cloth: linear(50, 60, 40), mark: linear(50, 60, 40), card: undefined, light: { r: 1, g: 1, b: 1 } }),
    ).toThrow(/not grey/);
    expect(of({}, { cardAt: { x: 0.85, y: 0.15, r: 0.002 } })).toThrow(/No card is pointed at/);
    expect(of({ card: undefined, cloth: linear(62, 2, 5) })).toThrow(/No card is to be seen/);
    // A clean towel tells its own white.
    expect(
      of(
        { card: undefined, cloth: linear(93, 0, 2), light: { r: 0.9, g: 0.9, b: 0.9 } },
        { card: "white-card", cardIsCloth: true },
      ),
    ).not.toThrow();
    expect(of({}, { mark: { x: 0.45, y: 0.53, rx: 0.9, ry: 0.9 } })).toThrow(/No cloth is to be seen around/);
    expect(of({}, { mark: { x: 0.45, y: 0.53, rx: 0.001, ry: 0.001 } })).toThrow(/too small/);
    expect(of({}, { scale: { from: { x: 0.1, y: 0.1 }, to: { x: 0.1, y: 0.1 }, lengthMm: 100 } })).toThrow(
      /scale line is too short/,
    );
  });
});
