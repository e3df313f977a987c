import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { branches, entropyBits, evidenceWeight, gainBits, posterior } from "./bayes";
import { betaQuantile, betaUnder } from "./beta";

const chances = (most = 6) =>
  fc
    .array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 2, maxLength: most })
    .map((weights) => weights.map((weight) => weight / weights.reduce((sum, each) => sum + each, 0)));

describe("the beta distribution against values that can be worked out", () => {
  // Uniform: it lies under x with chance x. Beta(2, 1) is x², Beta(1, 2) is 1 − (1 − x)², Beta(2, 2) is 3x² − 2x³.
  it.each([0.05, 0.25, 0.5, 0.8, 0.99])("under %d", (x) => {
    expect(betaUnder(x, 1, 1)).toBeCloseTo(x, 10);
    expect(betaUnder(x, 2, 1)).toBeCloseTo(x ** 2, 10);
    expect(betaUnder(x, 1, 2)).toBeCloseTo(1 - (1 - x) ** 2, 10);
    expect(betaUnder(x, 2, 2)).toBeCloseTo(3 * x ** 2 - 2 * x ** 3, 10);
  });

  it("with whole numbers is a sum of a binomial: at least a of a + b − 1 tries", () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    for (const [a, b] of [
      [3, 4],
      [7, 2],
      [1, 9],
      [12, 30],
    ] as const)
      for (const x of [0.1, 0.35, 0.7]) {
        const n = a + b - 1;
        let sum = 0;
        for (let k = a; k <= n; k++) sum += choose(n, k) * x ** k * (1 - x) ** (n - k);
        expect(betaUnder(x, a, b)).toBeCloseTo(sum, 9);
      }
  });

  it("its quantile is where that much lies under it, and mirrors with its parameters", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        (p, a, b) => {
          const x = betaQuantile(p, a, b);
          expect(betaUnder(x, a, b)).toBeCloseTo(p, 5);
          expect(betaQuantile(1 - p, b, a)).toBeCloseTo(1 - x, 5);
        },
      ),
      { numRuns: 200 },
    ));

  it("is certain beyond its ends", () => {
    expect([betaUnder(-1, 2, 2), betaUnder(0, 2, 2), betaUnder(1, 2, 2), betaUnder(5, 2, 2)]).toEqual([0, 0, 1, 1]);
  });
});

describe("Bayes' rule", () => {
  // The textbook's test: one in a hundred has it, nine in ten of them show it, and one in twenty of the others.
  it("gives the textbook's rare case", () => {
    const [has] = posterior([0.01, 0.99], [[0.9, 0.05]]);
    expect(has).toBeCloseTo(0.009 / (0.009 + 0.0495), 12);
    expect(evidenceWeight([0.01, 0.99], [[0.9, 0.05]])).toBeCloseTo(0.0585, 12);
  });

  it("does not mind the order of the evidence, nor the size of the weights", () =>
    fc.assert(
      fc.property(
        chances(4),
        fc.array(chances(4), { maxLength: 4 }),
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        (priors, drawn, times) => {
          const columns = drawn.map((column) => priors.map((_, at) => column[at % column.length]!));
          const once = posterior(priors, columns);
          const again = posterior(
            priors.map((prior) => prior * times),
            [...columns].reverse(),
          );
          once.forEach((p, at) => expect(again[at]).toBeCloseTo(p, 10));
          expect(once.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 10);
        },
      ),
      { numRuns: 300 },
    ));

  it("refuses what cannot be, in words", () => {
    expect(() => posterior([1, 1], [[0, 0]])).toThrow(/cannot all be true/);
    expect(() => evidenceWeight([1, 1], [[0, 0]])).toThrow(/Take back the one/);
  });
});

describe("what a test is worth", () => {
  it("a fair coin is one bit, a die log2 6, what is certain none", () => {
    expect(entropyBits([0.5, 0.5])).toBe(1);
    expect(entropyBits(Array.from({ length: 6 }, () => 1 / 6))).toBeCloseTo(Math.log2(6), 12);
    expect(entropyBits([1, 0, 0])).toBe(0);
  });

  it("a test that tells all is worth all there is to know, one that tells nothing is worth nothing", () => {
    const now = [0.5, 0.25, 0.25];
    const all = now.map((_, outcome) => now.map((_each, at) => (at === outcome ? 1 : 0)));
    expect(gainBits(now, branches(now, all))).toBeCloseTo(1.5, 12);
    const nothing = [
      [0.3, 0.3, 0.3],
      [0.7, 0.7, 0.7],
    ];
    expect(gainBits(now, branches(now, nothing))).toBeCloseTo(0, 12);
  });

  it("is never less than nothing and never more than what is not known, and its outcomes add up", () =>
    fc.assert(
      fc.property(
        chances(5),
        fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (now, shows) => {
          const yes = now.map((_, at) => shows[at]!);
          const columns = [yes, yes.map((p) => 1 - p)];
          const made = branches(now, columns);
          expect(made.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 10);
          now.forEach((p, at) =>
            expect(made.reduce((sum, { chance, after }) => sum + chance * after[at]!, 0)).toBeCloseTo(p, 10),
          );
          const gain = gainBits(now, made);
          expect(gain).toBeGreaterThanOrEqual(0);
          expect(gain).toBeLessThanOrEqual(entropyBits(now) + 1e-9);
        },
      ),
      { numRuns: 300 },
    ));
});
