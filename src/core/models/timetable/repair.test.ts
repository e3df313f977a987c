import { describe, expect, it } from "vitest";
import { madeUpDay, wrongWith } from "@/core/testing/days";
import { bestOf } from "./improve";
import { Placer, scarceOf } from "./place";
import { Repairer } from "./repair";
import { compile, HANDS } from "./tasks";

const seeds = Array.from({ length: 20 }, (_, at) => at + 1);
const repairerOf = (compiled: ReturnType<typeof compile>) => new Repairer(compiled, new Placer(compiled), () => 0.5);

describe("an order from before", () => {
  it.each(seeds)("day %i: is kept as it was where nothing is new, and ends no later", (seed) => {
    const problem = madeUpDay(24, seed);
    const compiled = compile(problem);
    const before = bestOf(compiled, 30, seed);
    const again = repairerOf(compiled).again(before.starts)!;
    expect(wrongWith(problem, again)).toEqual([]);
    expect(again.endMin).toBeLessThanOrEqual(before.endMin + 1e-6);
  });

  it.each(seeds)("day %i: takes in what is new, and keeps who uses the one circuit after whom", (seed) => {
    const problem = madeUpDay(24, seed);
    const compiled = compile(problem);
    const before = bestOf(compiled, 30, seed);
    const isNew = (task: number) => task % 6 === 5;
    const again = repairerOf(compiled).again(before.starts.map((start, task) => (isNew(task) ? NaN : start)));
    // Room may be missing for it between what is kept: then the order is found anew by whoever asked.
    if (!again) return;
    expect(wrongWith(problem, again)).toEqual([]);
    const onCircuit = [...problem.tasks.keys()].filter(
      (task) => !isNew(task) && problem.tasks[task]!.needs.some(({ resource }) => resource === "circuit"),
    );
    const by = ({ starts }: { starts: readonly number[] }) =>
      [...onCircuit].sort((a, b) => starts[a]! - starts[b]! || a - b);
    expect(by(again)).toEqual(by(before));
  });
});

describe("an order from a day with more hands", () => {
  it.each(seeds)("day %i: is kept no further than the hands there are", (seed) => {
    const problem = madeUpDay(24, seed);
    const before = bestOf(compile(problem), 30, seed);
    const alone = { ...problem, capacity: { ...problem.capacity, [HANDS]: 1 } };
    const again = repairerOf(compile(alone)).again(before.starts);
    if (again) expect(wrongWith(alone, again)).toEqual([]);
  });
});

describe("what can run short", () => {
  it("are hands, and of machines on one circuit only the circuit, which keeps them apart already", () => {
    const problem = madeUpDay(30, 3);
    const names = Object.keys(problem.capacity);
    const scarce = (of: typeof problem) => [...scarceOf(compile(of))].map((at) => names[at]).sort();
    expect(scarce(problem)).toEqual(["circuit", HANDS]);
    // A circuit that bears two of them tells nothing of each machine.
    const strong = scarce({ ...problem, capacity: { ...problem.capacity, circuit: 5000, [HANDS]: 3 } });
    expect(strong).toEqual(expect.arrayContaining(["extractor", "vacuum"]));
  });
});
