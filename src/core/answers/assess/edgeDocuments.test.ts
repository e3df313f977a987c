import { describe, expect, it } from "vitest";
import { edgeProblems } from "@/core/testing/edgeProblems";

/**
 * A structured search over valid documents at the edges of the schema. `npm run attack` times the same ones; the other
 * half stands in moreEdgeDocuments.test.ts, so that two can look at once.
 */
describe("twenty thousand valid documents at the edges of the schema, the first half", () => {
  it("9500 of up to 2 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(0, 9500, { zones: 2, findings: 3, events: 4 })).toEqual([]));

  it("900 of up to 6 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(0, 900, { zones: 6, findings: 6, events: 8 })).toEqual([]));
});
