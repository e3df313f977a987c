import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { day, wrongWith } from "@/core/testing/days";
import { latestStarts } from "./priorities";
import { explain, sharedBetween } from "./explain";
import { Placer } from "./place";
import { compile, earliestStarts, HANDS, isBetter, NoSchedule, pastBreaks, type Problem, type Task } from "./tasks";
import { Usage } from "./usage";
import { runs } from "@/core/testing/runs";

const task = (id: string, minutes: number, more: Partial<Task> = {}): Task => ({
  id,
  name: id,
  minutes,
  needs: [{ resource: HANDS, amount: 1 }],
  ...more,
});
const problem = (tasks: Task[], more: Partial<Problem> = {}): Problem => ({
  tasks,
  lags: [],
  capacity: { [HANDS]: 1 },
  breaks: [],
  dues: [],
  ...more,
});
const inOrder = (of: Problem) => {
  const compiled = compile(of);
  return new Placer(compiled).schedule(compiled.minutes.map((_, at) => at));
};

describe("what is in use", () => {
  /** Minute by minute, the plain way. */
  class Minutes {
    readonly used = new Float64Array(200);
    add(from: number, to: number, amount: number) {
      for (let at = from; at < to; at++) this.used[at]! += amount;
    }
    firstFree(start: number, minutes: number, room: number): number {
      for (let from = start; ; from++)
        if (this.used.slice(from, from + minutes).every((used) => used <= room)) return from;
    }
  }

  it("finds the same room as looking at every minute, whatever was held and given back", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            from: fc.integer({ min: 0, max: 60 }),
            minutes: fc.integer({ min: 1, max: 20 }),
            amount: fc.integer({ min: 1, max: 3 }),
            back: fc.boolean(),
          }),
          { maxLength: 15 },
        ),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 15 }),
        fc.integer({ min: 0, max: 4 }),
        (held, start, minutes, room) => {
          const [usage, plain] = [new Usage(), new Minutes()];
          for (const { from, minutes: length, amount } of held) {
            usage.add(from, from + length, amount);
            plain.add(from, from + length, amount);
          }
          for (const { from, minutes: length, amount } of held.filter(({ back }) => back)) {
            usage.add(from, from + length, -amount);
            plain.add(from, from + length, -amount);
          }
          let found = start;
          for (let next = usage.free(found, minutes, room); next !== found; next = usage.free(found, minutes, room)) {
            expect(next).toBeGreaterThan(found);
            found = next;
          }
          expect(found).toBe(plain.firstFree(start, minutes, room));
        },
      ),
      { numRuns: runs(1000) },
    ));

  it("is empty again when all of it was given back, or cleared", () => {
    const usage = new Usage();
    for (let at = 0; at < 300; at++) usage.add(2 * at, 2 * at + 1, 1);
    expect(usage.free(0, 1, 0)).toBe(1);
    expect(usage.free(0, 2, 0)).toBe(1);
    for (let at = 0; at < 300; at++) usage.add(2 * at, 2 * at + 1, -1);
    expect(usage.free(0, 600, 0)).toBe(0);
    usage.add(0, 10, 1);
    usage.clear();
    expect(usage.free(0, 10, 0)).toBe(0);
  });
});

describe("putting tasks down", () => {
  it("one after another by one pair of hands, side by side by two", () => {
    const tasks = [task("a", 10), task("b", 20), task("c", 5)];
    expect(inOrder(problem(tasks))!.starts).toEqual([0, 10, 30]);
    expect(inOrder(problem(tasks, { capacity: { [HANDS]: 2 } }))!.starts).toEqual([0, 0, 10]);
  });

  it("fills a dwell with what fits into it, and leaves it alone otherwise", () => {
    const of = (minutes: number) =>
      problem([task("spray", 2), task("lift", 3), task("other", minutes)], {
        lags: [{ from: "spray", to: "lift", min: 10, max: 15, why: "dwells" }],
      });
    expect(inOrder(of(10))!.starts).toEqual([0, 12, 2]);
    // Fifteen minutes do not fit between; the lift comes at its time and the rest after it.
    expect(inOrder(of(15))!.starts).toEqual([0, 12, 15]);
  });

  it("moves what is put on when nobody would be free to lift it in time", () => {
    const made = inOrder(
      problem([task("busy", 20, { earliest: 5 }), task("spray", 2), task("lift", 3)], {
        lags: [{ from: "spray", to: "lift", min: 4, max: 6, why: "dwells" }],
      }),
    )!;
    const [busy, spray, lift] = made.starts;
    expect(busy).toBe(5);
    expect(lift! - (spray! + 2)).toBeGreaterThanOrEqual(4);
    expect(lift! - (spray! + 2)).toBeLessThanOrEqual(6);
    expect(wrongWith(problem([task("busy", 20, { earliest: 5 }), task("spray", 2), task("lift", 3)]), made)).toEqual(
      [],
    );
  });

  it("what has to follow at once comes before anything takes its place, section by section", () => {
    // Two sections put on together, each brushed and lifted right behind: one pair of hands can.
    const made = inOrder(
      problem([task("put on", 1), task("brush 1", 2), task("brush 2", 2), task("lift 1", 1), task("lift 2", 1)], {
        lags: [
          { from: "put on", to: "brush 1", min: 5, max: 10, why: "dwells" },
          { from: "put on", to: "brush 2", min: 5, max: 10, why: "dwells" },
          { from: "brush 1", to: "lift 1", min: 0, max: 0, why: "lifted before it sinks back" },
          { from: "brush 2", to: "lift 2", min: 0, max: 0, why: "lifted before it sinks back" },
        ],
      }),
    )!;
    expect(made.starts).toEqual([0, 6, 9, 8, 11]);
  });

  it("nobody works through a break, and a machine there is one of is waited for", () => {
    expect(inOrder(problem([task("a", 10), task("b", 30)], { breaks: [{ from: 20, to: 50 }] }))!.starts).toEqual([
      0, 50,
    ]);
    const wet = (id: string) =>
      task(id, 10, {
        needs: [
          { resource: HANDS, amount: 1 },
          { resource: "extractor", amount: 1 },
        ],
      });
    const two = problem([wet("a"), wet("b"), task("c", 10)], { capacity: { [HANDS]: 2, extractor: 1 } });
    expect(inOrder(two)!.starts).toEqual([0, 10, 0]);
  });

  it("says that it cannot where two must follow at once by the same hands, and never breaks a limit to do it", () => {
    const both = problem([task("a", 1), task("b", 30), task("c", 30)], {
      lags: [
        { from: "a", to: "b", min: 0, max: 5, why: "" },
        { from: "a", to: "c", min: 0, max: 5, why: "" },
      ],
    });
    expect(inOrder(both)).toBeUndefined();
    expect(inOrder({ ...both, capacity: { [HANDS]: 2 } })!.endMin).toBe(31);
  });

  it("keeps every limit in two thousand random days laid in any order, as often as it is asked", () =>
    fc.assert(
      fc.property(day(8), fc.array(fc.integer({ min: 0, max: 99 }), { minLength: 8, maxLength: 8 }), (of, priority) => {
        let placer: Placer;
        try {
          placer = new Placer(compile(of));
        } catch (error) {
          expect(error).toBeInstanceOf(NoSchedule);
          return;
        }
        const made = placer.schedule(priority);
        if (made) expect(wrongWith(of, made)).toEqual([]);
        // A second time nothing is left of the first.
        expect(placer.schedule(priority)).toEqual(made);
      }),
      { numRuns: runs(2000) },
    ));
});

describe("bounds", () => {
  const chain = problem([task("a", 5), task("b", 10), task("c", 2)], {
    lags: [
      { from: "a", to: "b", min: 3, why: "dwells" },
      { from: "b", to: "c", min: 0, why: "after" },
    ],
    dues: [{ task: "b", name: "promise", at: 40 }],
  });

  it("earliest by what comes before, latest by what comes after and by what was promised", () => {
    const compiled = compile(chain);
    expect([...earliestStarts(compiled)!]).toEqual([0, 8, 18]);
    // Ends at 60: c by 58, b by 30 for its promise, a by 22.
    expect([...latestStarts(compiled, 60)]).toEqual([22, 30, 58]);
    expect([...latestStarts(compiled, 35)]).toEqual([15, 23, 33]);
  });

  it("a start is pushed behind every break it would run into, also the second", () => {
    const compiled = compile(
      problem([task("a", 10)], {
        breaks: [
          { from: 5, to: 20 },
          { from: 25, to: 30 },
        ],
      }),
    );
    expect([0, 12, 30, 31].map((start) => pastBreaks(compiled, 0, start))).toEqual([30, 30, 30, 31]);
  });

  it("less late is better, then sooner, then fewer idle hands", () => {
    const of = (lateMin: number, endMin: number, idleMin = 0) => ({ starts: [], lateMin, endMin, idleMin });
    expect(isBetter(of(0, 100), of(1, 50))).toBe(true);
    expect(isBetter(of(0, 100), of(0, 101))).toBe(true);
    expect(isBetter(of(0, 100, 5), of(0, 100, 4))).toBe(false);
    expect(isBetter(of(5, 5), undefined)).toBe(true);
  });
});

describe("why a day ends when it does", () => {
  it("names the chain from the first task to the last, and how long each may wait", () => {
    const of = problem([task("spray", 2), task("lift", 3), task("tidy", 4)], {
      lags: [{ from: "spray", to: "lift", min: 10, max: 15, why: "It dwells" }],
    });
    const compiled = compile(of);
    const made = new Placer(compiled).schedule([0, 1, 2])!;
    const { chain, slackMin, because } = explain(compiled, made);
    expect(chain.map(({ task: id }) => id)).toEqual(["spray", "lift"]);
    expect(because[1]).toEqual({ words: "It dwells, 10 min after", after: "spray" });
    // Tidying fits into the dwell and may be done six minutes later.
    expect(slackMin[2]).toBe(6);
    expect(slackMin[0]).toBe(0);
  });

  it("says what two cannot use at once", () => {
    const of = problem(
      [
        task("a", 5, { needs: [{ resource: "circuit", amount: 1500 }] }),
        task("b", 5, { needs: [{ resource: "circuit", amount: 1000 }] }),
        task("c", 0, { needs: [{ resource: "circuit", amount: 2000 }] }),
        task("d", 5, { needs: [{ resource: "circuit", amount: 400 }] }),
      ],
      { capacity: { [HANDS]: 1, circuit: 2000 } },
    );
    const shared = sharedBetween(compile(of));
    expect([shared(0, 1), shared(0, 2), shared(0, 3)]).toEqual(["circuit", undefined, undefined]);
  });
});
