import { describe, expect, it } from "vitest";
import { edgeProblems } from "@/core/testing/edgeProblems";

describe("twenty thousand valid documents at the edges of the schema, the second half", () => {
  it("9500 more of up to 2 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(9500, 9500, { zones: 2, findings: 3, events: 4 })).toEqual([]));

  it("100 of up to 40 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(0, 100, { zones: 40, findings: 40, events: 30 })).toEqual([]));
});
