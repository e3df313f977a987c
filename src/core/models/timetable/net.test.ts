import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { day, madeUpDay } from "@/core/testing/days";
import { beforeBreaks, Net } from "./net";
import { prove } from "./prove";
import { compile, earliestStarts, NoSchedule, pastBreaks } from "./tasks";

const FREE = { lateMin: Infinity, endMin: Infinity };
const tried = <T>(work: () => T): T | undefined => {
  try {
    return work();
  } catch (error) {
    if (error instanceof NoSchedule) return undefined;
    throw error;
  }
};

describe("earliest and latest starts", () => {
  it("hold the best schedule between them, under a limit as tight as it, and nothing under a tighter one", () => {
    let held = 0;
    fc.assert(
      fc.property(day(6), (problem) => {
        const compiled = tried(() => compile(problem));
        const best = compiled && tried(() => prove(compiled));
        if (!compiled || !best?.proved) return;
        const { starts, lateMin, endMin } = best.schedule;
        const net = new Net(compiled);
        expect(net.begin({ lateMin, endMin: lateMin > 0 ? Infinity : endMin })).toBe(true);
        starts.forEach((start, task) => {
          expect(start).toBeGreaterThanOrEqual(net.est[task]! - 1e-6);
          expect(start).toBeLessThanOrEqual(net.lst[task]! + 1e-6);
        });
        // An end sooner than the longest task is none.
        expect(net.begin({ lateMin: Infinity, endMin: Math.max(...compiled.minutes) - 1 })).toBe(false);
        held += 1;
      }),
      { numRuns: 400 },
    );
    expect(held).toBeGreaterThan(200);
  });

  it("are those of lags and breaks alone while nothing is ordered", () => {
    fc.assert(
      fc.property(day(8), (problem) => {
        const compiled = tried(() => compile(problem));
        const alone = compiled && earliestStarts(compiled);
        if (!compiled || !alone) return;
        const net = new Net(compiled);
        net.begin(FREE);
        expect([...net.est]).toEqual([...alone]);
      }),
      { numRuns: 300 },
    );
  });

  it("come back as they were when orders are undone, also after one that cannot be", () => {
    const compiled = compile(madeUpDay(30, 4));
    const net = new Net(compiled);
    expect(net.begin({ lateMin: 0, endMin: 400 })).toBe(true);
    const before = [[...net.est], [...net.lst]];
    const mark = net.mark();
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(29), fc.nat(29)), { maxLength: 12 }), (orders) => {
        for (const [first, then] of orders) if (first !== then && !net.order(first, then)) break;
        net.undo(mark);
        expect([[...net.est], [...net.lst]]).toEqual(before);
      }),
    );
    expect(net.order(0, 1) && net.order(1, 0)).toBe(false);
  });

  it("go round a break on either side of it", () => {
    const compiled = compile({ ...madeUpDay(6, 1), breaks: [{ from: 20, to: 40 }] });
    const length = compiled.minutes[0]!;
    // Into the break: ahead of it, or behind it.
    expect(beforeBreaks(compiled, 0, 25)).toBe(20 - length);
    expect(pastBreaks(compiled, 0, 25)).toBe(40);
    // Up to it, and from its end on.
    expect(beforeBreaks(compiled, 0, 20 - length)).toBe(20 - length);
    expect(beforeBreaks(compiled, 0, 40)).toBe(40);
  });
});
