import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readAgain, readOnce, trusted } from "./misread";

/** A test of a few outcomes under two hypotheses, each adding to one. */
const shows = fc
  .array(fc.tuple(fc.double({ min: 0.01, max: 1, noNaN: true }), fc.double({ min: 0.01, max: 1, noNaN: true })), {
    minLength: 2,
    maxLength: 6,
  })
  .map((rows) => {
    const totals = [0, 1].map((h) => rows.reduce((sum, row) => sum + row[h]!, 0));
    return rows.map((row) => row.map((p, h) => p / totals[h]!));
  });
const slip = fc.double({ min: 0, max: 0.5, noNaN: true });

describe("readings that can be wrong", () => {
  it("the second given the first is what adding up over all a mark may show gives", () =>
    fc.assert(
      fc.property(shows, slip, (table, share) => {
        const read = (outcome: number, real: number) => (outcome === real ? 1 - share : 0) + share / table.length;
        table.forEach((_, first) => {
          const again = readAgain(table, first, share);
          [0, 1].forEach((h) => {
            const once = table.reduce((sum, column, real) => sum + column[h]! * read(first, real), 0);
            expect(readOnce(table, share)[first]![h]).toBeCloseTo(once, 12);
            table.forEach((_column, second) => {
              const both = table.reduce(
                (sum, column, real) => sum + column[h]! * read(first, real) * read(second, real),
                0,
              );
              expect(again[second]![h]! * once).toBeCloseTo(both, 12);
            });
          });
        });
      }),
    ));

  it("without slips a second reading tells nothing: it shows the same for certain", () =>
    expect(readAgain([[0.7], [0.3]], 0, 0)).toEqual([[1], [0]]));

  it("trust of one leaves a table as it is, none makes all alike, half takes the root of every ratio", () => {
    const table = [[0.9], [0.1]];
    expect(trusted(table, 1)[0]![0]).toBeCloseTo(0.9, 12);
    expect(trusted(table, 0)[0]![0]).toBeCloseTo(0.5, 12);
    // Odds of nine become odds of three.
    expect(trusted(table, 0.5)[0]![0]).toBeCloseTo(0.75, 12);
  });
});
