import { converter, differenceCiede2000 } from "culori";
import { measurePicture, type Picks } from "../../src/core/models/colour/measure";
import { painted, partOf, type Scene } from "../../src/core/testing/paintedCloth";
import { deltaE2000 } from "../../src/core/models/colour/deltaE";

/** A 12 Mpx picture measured by our cells, and by `culori` pixel by pixel; and `culori` on our cells, who then has the same trick. */

const toLinear = converter("lrgb");
const toLab = converter("lab65");
const apart = differenceCiede2000();
const lab = (l: number, a: number, b: number) => toLinear({ mode: "lab65", l, a, b });
const RADIUS = 0.12;
const scene: Scene = {
  widthPx: 4000,
  heightPx: 3000,
  cloth: lab(62, 4, 14),
  mark: lab(38, 34, 8),
  shape: (x, y) => Math.hypot(x - 0.5, y - 0.375) - RADIUS,
  card: 0.18,
  cardAt: { x: 0.93, y: 0.1, r: 0.04 },
  light: { r: 1.2, g: 1.1, b: 0.9 },
};
/** The oval with its ring reaches over the whole height. */
const picks: Picks = {
  card: "grey-card",
  cardAt: scene.cardAt!,
  mark: { x: 0.5, y: 0.5, rx: 0.22, ry: 0.22 },
  scale: { from: { x: 0, y: 0.5 }, to: { x: 1, y: 0.5 }, lengthMm: 1000 },
};
const TRUE_MM2 = Math.PI * (RADIUS * 1000) ** 2;
const TRUE_DELTA = apart({ mode: "lab65", l: 62, a: 4, b: 14 }, { mode: "lab65", l: 38, a: 34, b: 8 });

/** The same measure over blocks of so many pixels, each through culori: card, ring, difference, area, mean colour. */
function byCulori(read: ReturnType<typeof partOf>, side: number) {
  const mean = (box: { left: number; top: number; width: number; height: number }) => {
    const { data } = read(box);
    const sum = { r: 0, g: 0, b: 0 };
    for (let at = 0; at < data.length; at += 4) {
      const colour = toLinear({ mode: "rgb", r: data[at]! / 255, g: data[at + 1]! / 255, b: data[at + 2]! / 255 });
      sum.r += colour.r;
      sum.g += colour.g;
      sum.b += colour.b;
    }
    const n = data.length / 4;
    return { r: sum.r / n, g: sum.g / n, b: sum.b / n };
  };
  const card = mean({ left: 3720 - 100, top: 300 - 100, width: 200, height: 200 });
  const gain = { r: 0.18 / card.r, g: 0.18 / card.g, b: 0.18 / card.b };
  const { data, widthPx, heightPx } = read({ left: 504, top: 0, width: 2992, height: 3000 });
  const [columns, rows] = [Math.floor(widthPx / side), Math.floor(heightPx / side)];
  const light = Array.from({ length: columns * rows }, (_, index) => {
    let [r, g, b] = [0, 0, 0];
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const at = 4 * ((Math.floor(index / columns) * side + y) * widthPx + (index % columns) * side + x);
        const colour = toLinear({ mode: "rgb", r: data[at]! / 255, g: data[at + 1]! / 255, b: data[at + 2]! / 255 });
        r += colour.r;
        g += colour.g;
        b += colour.b;
      }
    const n = side * side;
    return { mode: "lrgb" as const, r: (r / n) * gain.r, g: (g / n) * gain.g, b: (b / n) * gain.b };
  });
  const out = (index: number) =>
    Math.hypot(
      (((index % columns) + 0.5) * side - 1496) / 880,
      ((Math.floor(index / columns) + 0.5) * side - 1500) / 880,
    );
  const meanOf = (counts: (index: number) => boolean) => {
    const sum = { mode: "lrgb" as const, r: 0, g: 0, b: 0 };
    let n = 0;
    light.forEach((each, index) => {
      if (counts(index)) {
        sum.r += each.r;
        sum.g += each.g;
        sum.b += each.b;
        n += 1;
      }
    });
    return { mode: "lrgb" as const, r: sum.r / n, g: sum.g / n, b: sum.b / n };
  };
  const cloth = toLab(meanOf((index) => out(index) >= 1.15 && out(index) <= 1.7));
  const difference = light.map((each, index) => (out(index) <= 1 ? apart(toLab(each), cloth) : 0));
  // Half of what a mark of this strength differs: where a mark ends however blurred its rim.
  const seen = (index: number) => difference[index]! > TRUE_DELTA / 2;
  const mark = toLab(meanOf(seen));
  return { deltaE: apart(mark, cloth), areaMm2: difference.filter((_, index) => seen(index)).length * (side / 4) ** 2 };
}

export function compareColour() {
  const read = partOf(painted(scene));
  const time = <T>(work: () => T, rounds: number) => {
    const results = Array.from({ length: rounds }, () => {
      const start = performance.now();
      const result = work();
      return { ms: performance.now() - start, result };
    });
    return results.sort((a, b) => a.ms - b.ms)[Math.floor(rounds / 2)]!;
  };
  const ours = time(() => measurePicture(picks, scene, read), 5);
  const perPixel = time(() => byCulori(read, 1), 1);
  const perCell = time(() => byCulori(read, 8), 1);
  const wrong = (areaMm2: number, deltaE: number) => ({
    areaPct: 100 * Math.abs(areaMm2 / TRUE_MM2 - 1),
    deltaE: Math.abs(deltaE - TRUE_DELTA),
  });
  return {
    ours: { ms: ours.ms, ...wrong(ours.result.areaMm2!, deltaE2000(ours.result.cloth, ours.result.mark)) },
    perPixel: { ms: perPixel.ms, ...wrong(perPixel.result.areaMm2, perPixel.result.deltaE) },
    perCell: { ms: perCell.ms, ...wrong(perCell.result.areaMm2, perCell.result.deltaE) },
  };
}
