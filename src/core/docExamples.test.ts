import { describe, expect, it } from "vitest";
import { LAYERS } from "@/core/ground/catalog/layers";
import { gridOf } from "@/core/models/drying/grid";

/** The examples in the doc blocks of ground and models, run: what they say is what comes out. */

const SOURCES = import.meta.glob<string>(["./{ground,models}/**/*.ts", "!./**/*.test.ts"], {
  query: "?raw",
  import: "default",
  eager: true,
});
const MODULES = import.meta.glob<Record<string, unknown>>(["./{ground,models}/**/*.ts", "!./**/*.test.ts"], {
  eager: true,
});

/** What examples may speak of without writing it out. */
const FIXTURES = {
  /** Two tasks for one pair of hands, five minutes between them. */
  day: {
    tasks: [
      { id: "a", name: "Clean", minutes: 10, needs: [{ resource: "hands", amount: 1 }] },
      { id: "b", name: "Rinse", minutes: 20, needs: [{ resource: "hands", amount: 1 }] },
    ],
    lags: [{ from: "a", to: "b", min: 5, why: "dwells" }],
    capacity: { hands: 1 },
    breaks: [],
    dues: [],
  },
  /** One pair of hands, two places a minute apart: spray here and there, lift what was sprayed first after five minutes. */
  round: {
    turns: [
      { id: "spray", minutes: 2, places: [0], needs: [] },
      { id: "elsewhere", minutes: 2, places: [1], needs: [] },
      { id: "lift", minutes: 3, places: [0], needs: [] },
    ],
    between: [{ from: 0, to: 2, min: 5, max: 10 }],
    hands: 1,
    standing: [0],
    capacity: {},
    carrying: {
      move: [
        [0, 1],
        [1, 0],
      ],
      toolMin: 0,
      bottleMin: 0,
      machineFromMin: 1,
      machineMin: 0,
    },
  },
  /** Two millimetres of cover. */
  grid: gridOf([{ ...LAYERS.cover, thicknessMm: 2 }]),
  /** A mild room. */
  air: { tempC: 20, vapourPa: 1170, airSpeedMPerS: 1, sunWPerM2: 0 },
  /** A cover that halves its water in an hour. */
  course: {
    surfaceDry: { value: 0.8 },
    course: {
      hours: [0, 1],
      layers: [{ name: "Cover", thicknessMm: 2, holdsLPerM2: 0.7, water: [0.4, 0.2] }],
      meterPct: [30, 20],
    },
  },
  picks: { card: "white-card", cardAt: { x: 0.2, y: 0.2, r: 0.1 }, mark: { x: 0.5, y: 0.5, rx: 0.1, ry: 0.1 } },
  noPixels: { data: new Uint8ClampedArray(64), widthPx: 4, heightPx: 4 },
};

const ALL: Record<string, unknown> = Object.assign({}, ...Object.values(MODULES), FIXTURES);

/** A block's text with its stars taken off, and each example in it. */
const examplesOf = (source: string) =>
  [...source.matchAll(/\/\*\*[\s\S]*?\*\//g)].flatMap(([block]) =>
    [...block.replace(/^\s*\*\/?/gm, "").matchAll(/@example ([\s\S]*?) \/\/ (.*?)(?: \*\/)?$/gm)].map(
      ([, code, said]) => ({
        code: code!.replace(/\s+/g, " ").trim(),
        said: said!.trim(),
      }),
    ),
  );

const run = (code: string, own: Record<string, unknown>): unknown => {
  const scope = { ...ALL, ...own };
  return (new Function(...Object.keys(scope), `return (${code});`) as (...values: unknown[]) => unknown)(
    ...Object.values(scope),
  );
};

/** Numbers as exactly as they are written, everything else just so. */
function expectSaid(got: unknown, said: unknown) {
  if (typeof said === "number" && Number.isFinite(said)) {
    const decimals = String(said).split(".")[1]?.length ?? 0;
    const within = decimals > 0 ? 0.501 * 10 ** -decimals : 6e-4 * Math.abs(said);
    expect(Math.abs((got as number) - said)).toBeLessThanOrEqual(within + 1e-12);
  } else if (Array.isArray(said)) {
    expect(got).toHaveLength(said.length);
    said.forEach((each, at) => expectSaid((got as unknown[])[at], each));
  } else if (typeof said === "object" && said !== null)
    for (const [key, each] of Object.entries(said)) expectSaid((got as Record<string, unknown>)[key], each);
  else expect(got).toBe(said);
}

describe("examples in doc blocks", () => {
  const files = Object.entries(SOURCES).map(([file, source]) => ({ file, examples: examplesOf(source) }));

  it("are found", () => {
    expect(files.reduce((sum, { examples }) => sum + examples.length, 0)).toBeGreaterThan(170);
  });

  it.each(files.filter(({ examples }) => examples.length > 0))(
    "of $file come out as they say",
    ({ file, examples }) => {
      for (const { code, said } of examples) {
        const own = MODULES[file]!;
        const fails = /^throws "(.*)"$/.exec(said);
        if (fails) expect(() => run(code, own), code).toThrow(fails[1]);
        else expectSaid(run(code, own), run(said, {}));
      }
    },
  );
});
