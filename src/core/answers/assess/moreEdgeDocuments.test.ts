import { describe, expect, it } from "vitest";
import { edgeProblems } from "@/core/testing/edgeProblems";
import { DEEP, runs, SEED } from "@/core/testing/runs";

const FROM = DEEP ? 0 : SEED;

describe("valid documents at the edges of the schema, the second half", () => {
  it("more of up to 2 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(FROM + 9500, runs(9500), { zones: 2, findings: 3, events: 4 })).toEqual([]));

  it("of up to 40 zones: each is a valid file and gets a plan", () =>
    expect(edgeProblems(FROM, runs(100), { zones: 40, findings: 40, events: 30 })).toEqual([]));
});
