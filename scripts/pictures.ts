// `npm run pictures`: the demo's made-up pictures, painted from colours that are known, into public/demo-pictures/.
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { chromium } from "@playwright/test";
import { converter } from "culori";
import { painted, type Scene } from "../src/core/testing/paintedCloth";
import { ensureChromium, root } from "./lib/setup.mjs";

const toLinear = converter("lrgb");
const colour = (l: number, a: number, b: number) => toLinear({ mode: "lab65", l, a, b });
const [WIDTH, HEIGHT] = [900, 675];

/** A spilled glass: a blot with drops about it, its rim in waves. */
function blot(x: number, y: number): number {
  const [dx, dy] = [x - 0.45, y - 0.4];
  const angle = Math.atan2(dy, dx);
  const rim =
    0.105 + 0.018 * Math.sin(3 * angle + 0.7) + 0.011 * Math.sin(7 * angle) + 0.006 * Math.sin(13 * angle + 2);
  const drops = [
    [0.32, 0.31, 0.012],
    [0.58, 0.33, 0.016],
    [0.56, 0.5, 0.01],
  ].map(([cx, cy, r]) => Math.hypot(x - cx!, y - cy!) - r!);
  return Math.min(Math.hypot(dx, dy) - rim, ...drops);
}

const chair: Scene = {
  widthPx: WIDTH,
  heightPx: HEIGHT,
  cloth: colour(76, 2, 14),
  mark: colour(44, 34, 6),
  shape: blot,
  card: 0.18,
  cardAt: { x: 0.86, y: 0.16, r: 0.05 },
  light: { r: 1.25, g: 1.15, b: 0.95 },
  weave: 0.1,
  noise: 0.03,
};
const SCENES: Record<string, Scene> = {
  "demo-wine-before": chair,
  "demo-wine-after": { ...chair, mark: colour(72.5, 6, 13), light: { r: 1.05, g: 1.08, b: 1.1 }, seed: 2 },
  "demo-wine-towel": {
    ...chair,
    cloth: colour(93, 0, 2),
    mark: colour(84, 9, 3),
    shape: (x, y) => Math.hypot(x - 0.45, y - 0.4) - 0.08,
    light: { r: 0.9, g: 0.9, b: 0.88 },
    weave: 0.04,
    seed: 3,
  },
};

const folder = path.join(root, "public", "demo-pictures");
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: ensureChromium(), args: ["--no-sandbox", "--disable-gpu"] });
try {
  const page = await browser.newPage({ serviceWorkers: "block" });
  for (const [name, scene] of Object.entries(SCENES)) {
    const { data } = painted(scene);
    const jpeg = await page.evaluate(
      async ({ base64, width, height }) => {
        const canvas = Object.assign(document.createElement("canvas"), { width, height });
        canvas.getContext("2d")!.putImageData(
          new ImageData(
            Uint8ClampedArray.from(atob(base64), (each) => each.charCodeAt(0)),
            width,
            height,
          ),
          0,
          0,
        );
        return canvas.toDataURL("image/jpeg", 0.82).split(",")[1]!;
      },
      { base64: Buffer.from(data).toString("base64"), width: WIDTH, height: HEIGHT },
    );
    writeFileSync(path.join(folder, `${name}.jpg`), Buffer.from(jpeg, "base64"));
    console.log(`public/demo-pictures/${name}.jpg`);
  }
} finally {
  await browser.close();
}
