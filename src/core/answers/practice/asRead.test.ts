import { describe, expect, it } from "vitest";
import { AGENT_IDS } from "@/core/ground/catalog/agents";
import { fastnessRead, meterRead, patchRead } from "./asRead";
import { LESSON_IDS } from "./lessons";
import { pieceCaseOf } from "./pieceCase";
import { knownJob, trueJob } from "./pieceMoves";
import { seedOf } from "./seeds";

const CASES = Array.from({ length: 300 }, (_, at) => pieceCaseOf("b" + seedOf(at * 7919 + 3)));

describe("what tests of the cloth are read as", () => {
  it("is half a step off about every second time, never more, and never says of what runs that it stays white", () => {
    const all = CASES.flatMap((piece) =>
      AGENT_IDS.map((agent) => ({ agent, step: piece.cloth.fastness![agent]!, read: fastnessRead(piece, agent) })),
    );
    for (const { step, read } of all) {
      expect([0, 0.5]).toContain(Math.abs(read - step));
      if (step < 4) expect(read).toBeLessThan(4);
    }
    const off = all.filter(({ step, read }) => step !== read).length / all.length;
    expect(off).toBeGreaterThan(0.3);
    expect(off).toBeLessThan(0.55);
    // A cautious eye may take for running what is fast, but never what any cloth bears.
    const cautious = all.filter(({ step, read }) => step >= 4 && read < 4).map(({ agent }) => agent);
    expect(cautious.length).toBeGreaterThan(0);
    expect(cautious).not.toContain("water");
  });

  it("is what a learner knows, read the same however often it is looked at; the truth is kept apart", () => {
    const piece = CASES.find((each) => fastnessRead(each, "degreaser") !== each.cloth.fastness!.degreaser)!;
    const moves = [{ do: "proof" as const, agents: ["degreaser" as const] }];
    const read = (job: ReturnType<typeof knownJob>) => job.zones.byId.z!.cloth!.fastness!.degreaser;
    expect(read(knownJob(piece, moves))).toBe(fastnessRead(piece, "degreaser"));
    expect(read(knownJob(piece, [...moves, ...moves]))).toBe(fastnessRead(piece, "degreaser"));
    expect(read(trueJob(piece, moves))).toBe(piece.cloth.fastness!.degreaser);
  });

  it("a meter and a patch are near the truth, and a lesson is read as it is", () => {
    const meters = CASES.map((piece) => meterRead(piece, 12, 3));
    expect([...new Set(meters)].sort()).toEqual([11.5, 12, 12.5]);
    expect([...new Set(CASES.map((piece) => patchRead(piece, 0.01)))].sort()).toEqual([0, 0.01, 0.04]);
    for (const id of LESSON_IDS) {
      const piece = pieceCaseOf(id);
      expect([meterRead(piece, 12, 3), patchRead(piece, 0.3)]).toEqual([12, 0.3]);
      for (const agent of AGENT_IDS) expect(fastnessRead(piece, agent)).toBe(piece.cloth.fastness![agent]);
    }
  });
});
