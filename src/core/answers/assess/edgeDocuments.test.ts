import { describe, expect, it } from "vitest";
import { edgeProblems } from "@/core/testing/edgeProblems";
import { DEEP, runs, SEED } from "@/core/testing/runs";

/**
 * A structured search over valid documents at the edges of the schema, twenty thousand in the deep run. `npm run attack`
 * times the same ones; the other half stands in moreEdgeDocuments.test.ts, so that two can look at once.
 */
const FROM = DEEP ? 0 : SEED;

describe("valid documents at the edges of the schema, the first half", () => {
  it("of up to 2 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(FROM, runs(9500), { zones: 2, findings: 3, events: 4 })).toEqual([]));

  it("of up to 6 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(FROM, runs(900), { zones: 6, findings: 6, events: 8 })).toEqual([]));
});
