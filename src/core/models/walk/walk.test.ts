import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { provedWalk } from "@/core/testing/provedWalk";
import { runs } from "@/core/testing/runs";
import { betterWalks } from "./betterWalks";
import { firstWalk } from "./firstWalk";
import { Pacer } from "./pacing";
import { bestTour, tourMinutes } from "./tour";
import { costOf, type Between, type Turn, type Walked, type WalkProblem } from "./turns";

const CARRYING = { toolMin: 0.3, bottleMin: 0.2, machineFromMin: 0.5, machineMin: 1.5 };
const turn = (id: string, minutes: number, place: number, more: Partial<Turn> = {}): Turn => ({
  id,
  minutes,
  places: [place],
  needs: [],
  ...more,
});
const problemOf = (
  turns: Turn[],
  between: Between[],
  move: number[][],
  more: Partial<WalkProblem> = {},
): WalkProblem => ({
  turns,
  between,
  hands: 1,
  standing: [0],
  capacity: {},
  carrying: { move, ...CARRYING },
  ...more,
});
const asListed = (problem: WalkProblem) => firstWalk(new Pacer(problem), [...problem.turns.keys()]);
const found = (pacer: Pacer, tries: number): Walked => {
  let best: Walked | undefined;
  for (const progress of betterWalks(pacer, firstWalk(pacer, [...pacer.problem.turns.keys()]), 1)) {
    best = progress.best;
    if (progress.tries >= tries) break;
  }
  return best!;
};

const permutations = (of: readonly number[]): number[][] =>
  of.length < 2
    ? [[...of]]
    : of.flatMap((first) => permutations(of.filter((each) => each !== first)).map((rest) => [first, ...rest]));

/** Places on a plane, and some that come before others. */
const arbitraryTour = (most: number) =>
  fc
    .array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 })), {
      minLength: 2,
      maxLength: most,
    })
    .chain((points) => {
      const pairs = points.flatMap((_, a) => points.flatMap((__, b): [number, number][] => (a < b ? [[a, b]] : [])));
      const move = points.map(([x, y]) => points.map(([u, v]) => Math.hypot(x - u, y - v)));
      return fc.subarray(pairs, { maxLength: Math.min(4, pairs.length) }).map((before) => ({ move, before }));
    });

describe("a tour through places", () => {
  it("is the shortest of all that keep what comes before what", () => {
    fc.assert(
      fc.property(arbitraryTour(6), ({ move, before }) => {
        const allowed = permutations([...move.keys()]).filter((tour) =>
          before.every(([a, b]) => tour.indexOf(a) < tour.indexOf(b)),
        );
        const least = Math.min(...allowed.map((tour) => tourMinutes(move, tour)));
        const tour = bestTour({ move, before });
        expect(tourMinutes(move, tour)).toBeCloseTo(least, 9);
        expect(allowed).toContainEqual(tour);
      }),
      { numRuns: runs(200) },
    );
  });

  it("of more places than are gone through exactly keeps them too, and is seldom longer", () => {
    let over = 0;
    let tours = 0;
    fc.assert(
      fc.property(arbitraryTour(9), ({ move, before }) => {
        const [exact, inserted] = [bestTour({ move, before }), bestTour({ move, before }, 0)];
        expect([...inserted].sort()).toEqual([...exact].sort());
        for (const [a, b] of before) expect(inserted.indexOf(a)).toBeLessThan(inserted.indexOf(b));
        tours += 1;
        over += tourMinutes(move, inserted) / Math.max(1e-9, tourMinutes(move, exact)) - 1;
      }),
      { numRuns: runs(200) },
    );
    expect(over / tours).toBeLessThan(0.1);
  });
});

describe("a walk", () => {
  const apart = [
    [0, 4],
    [4, 0],
  ];
  const beside = [
    [0, 0.3],
    [0.3, 0],
  ];
  const sprayed = (dwell: number, move: number[][]) =>
    problemOf(
      [turn("spray", 1, 0), turn("towel", 1, 0), turn("other", 2, 1)],
      [{ from: 0, to: 1, min: dwell, max: dwell + 3 }],
      move,
    );

  it("fills a dwell elsewhere where that saves more than the way there and back, and waits where it does not", () => {
    expect(asListed(sprayed(8, beside)).sequence).toEqual([0, 2, 1]);
    expect(asListed(sprayed(5, apart)).sequence).toEqual([0, 1, 2]);
  });

  it("counts way, tool, bottle and a machine that is moved along", () => {
    const { carry, endMin, changes } = new Pacer(
      problemOf(
        [
          turn("a", 2, 0, { tool: "brush", bottle: "x" }),
          turn("b", 2, 1, { tool: "towel", bottle: "y" }),
          turn("c", 2, 0, { tool: "wand", machine: "m" }),
          turn("d", 2, 1, { tool: "wand", machine: "m" }),
        ],
        [],
        apart,
      ),
    ).paced([0, 1, 2, 3]);
    expect([...carry]).toEqual([0, 4 + 0.3 + 0.2, 4 + 0.3, 4 + 1.5].map((each) => expect.closeTo(each, 9)));
    expect(endMin).toBeCloseTo(8 + 14.3, 9);
    expect(changes).toBe(6);
  });

  it("puts on later what would dry out before its turn", () => {
    const problem = problemOf(
      [turn("spray", 1, 0), turn("long", 20, 0), turn("towel", 1, 0)],
      [
        { from: 0, to: 2, min: 2, max: 5 },
        { from: 1, to: 2, min: 0 },
      ],
      beside,
      { hands: 2, standing: [0, 0] },
    );
    const { starts, lateMin } = new Pacer(problem).paced([0, 1, 2]);
    expect(lateMin).toBe(0);
    expect(starts[0]).toBeCloseTo(14, 9);
  });

  it("never has one thing at two turns at once, nor more hands than there are", () => {
    const problem = problemOf(
      [
        turn("a", 5, 0, { needs: [{ resource: "m", amount: 1 }] }),
        turn("b", 5, 1, { needs: [{ resource: "m", amount: 1 }] }),
        turn("c", 5, 1),
      ],
      [],
      beside,
      { hands: 2, standing: [0, 1], capacity: { m: 1 } },
    );
    const { starts, lane } = asListed(problem);
    expect(Math.abs(starts[0]! - starts[1]!)).toBeGreaterThanOrEqual(5);
    for (const [a, b] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const)
      if (lane[a] === lane[b]) expect(Math.abs(starts[a]! - starts[b]!)).toBeGreaterThanOrEqual(5);
  });

  /** Sections at places in a row, each sprayed, left and lifted, or done in one. */
  const arbitraryRound = fc
    .array(
      fc.record({
        place: fc.integer({ min: 0, max: 3 }),
        minutes: fc.integer({ min: 1, max: 6 }),
        dwell: fc.option(fc.integer({ min: 2, max: 12 })),
        tool: fc.constantFrom("towel", "brush"),
      }),
      { minLength: 2, maxLength: 5 },
    )
    .map((sections) => {
      const turns: Turn[] = [];
      const between: Between[] = [];
      for (const [at, { place, minutes, dwell, tool }] of sections.entries()) {
        if (dwell !== null) {
          turns.push(turn(`spray ${at}`, 1, place, { bottle: "x" }));
          between.push({ from: turns.length - 1, to: turns.length, min: dwell, max: dwell + 4 });
        }
        turns.push(turn(`work ${at}`, minutes, place, { tool }));
      }
      const row = [0, 1, 2, 3];
      return problemOf(
        turns,
        between,
        row.map((a) => row.map((b) => (a === b ? 0 : Math.abs(a - b) === 1 ? 0.3 : 0.8))),
      );
    });

  it("is at most two in a hundred over the best there is, found by going through all, and keeps every wait", () => {
    let [sum, proved] = [0, 0];
    fc.assert(
      fc.property(arbitraryRound, (problem) => {
        const pacer = new Pacer(problem);
        const walked = found(pacer, 400);
        for (const { from, to, min, max = Infinity } of problem.between) {
          const waited = walked.starts[to]! - walked.starts[from]! - problem.turns[from]!.minutes;
          expect(waited).toBeGreaterThanOrEqual(min - 1e-6);
          if (walked.lateMin === 0) expect(waited).toBeLessThanOrEqual(max + 1e-6);
        }
        const best = provedWalk(pacer, walked);
        expect(best).toBeDefined();
        expect(walked.lateMin).toBeLessThanOrEqual(best!.lateMin + 1e-6);
        sum += costOf(walked) / costOf(best!) - 1;
        proved += 1;
      }),
      { numRuns: runs(120, 25) },
    );
    expect(sum / proved).toBeLessThanOrEqual(0.02);
  });
});
