import { describe, expect, it } from "vitest";
import { distances, screensNamed, screensOf, withinBudget } from "./nearest.mjs";

/** Which tests a change is nearest to. */

const GRAPH = {
  "core/rule": [],
  "core/plan": ["core/rule"],
  "core/plan.test": ["core/plan"],
  "core/rule.test": ["core/rule"],
  "phases/work/Work": ["core/plan"],
  "core/other.test": [],
};

describe("the tests near a change", () => {
  it("are as far off as there are imports between them; what knows nothing of it is none", () =>
    expect(distances(GRAPH, ["core/rule.ts"])).toEqual({
      "core/rule": 0,
      "core/plan": 1,
      "core/rule.test": 1,
      "core/plan.test": 2,
      "phases/work/Work": 2,
    }));

  it("are taken nearest first while there is time, and the rest is named", () => {
    const tests = [
      { name: "far", distance: 3, s: 1 },
      { name: "long", distance: 1, s: 50 },
      { name: "near", distance: 1, s: 5 },
    ];
    const { taken, left } = withinBudget(tests, 20);
    expect([taken.map(({ name }) => name), left.map(({ name }) => name)]).toEqual([["near", "far"], ["long"]]);
    // One at least, however long it takes.
    expect(withinBudget([tests[1]!], 20).taken).toHaveLength(1);
  });

  it("of the browser are those whose screens are changed, or that are changed themselves", () => {
    const specs = {
      "a.spec.ts": "// Screens: phases/work, bay\nimport",
      "b.spec.ts": "// Screens: places/day\nimport",
    };
    expect(screensNamed(specs["a.spec.ts"])).toEqual(["phases/work", "bay"]);
    expect(screensOf(specs, ["phases/work/Work.tsx"], [])).toEqual(["a.spec.ts"]);
    expect(screensOf(specs, ["phases/worktop/x.ts"], [])).toEqual([]);
    expect(screensOf(specs, [], ["e2e/b.spec.ts"])).toEqual(["b.spec.ts"]);
  });
});
