import { describe, expect, it } from "vitest";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { LESSON_IDS, lessonOf } from "@/core/answers/practice/lessons";
import { wholeOf } from "@/core/answers/practice/whole";
import { caseViews } from "./caseViews";

const looked: PieceMove[] = [{ do: "find", what: "towel", part: 3 }];

describe("a case as it is drawn", () => {
  it("begins in the corner of its sheet, with what was spilled in its middle", () => {
    const seed = LESSON_IDS.find((id) => lessonOf(id)!.piece.spill)!;
    const [{ view, spill }] = caseViews(wholeOf(seed), []) as [ReturnType<typeof caseViews>[number]];
    expect([view.shape.xMm, view.shape.yMm]).toEqual([0, 0]);
    expect(spill!.zoneId).toBe(view.id);
    expect(spill!.centre.xMm).toBeCloseTo(view.shape.widthMm / 2, 0);
  });

  it("has the parts of a cabin where they are in it, none over another, and shows only what was found of each", () => {
    const drawn = caseViews(wholeOf("mbcmnk"), looked).map(({ view }) => view);
    expect(drawn.map(({ id }) => id)).toEqual(["0", "1", "2", "3"]);
    expect(new Set(drawn.map(({ zone }) => zone.pieceId)).size).toBe(1);
    for (const a of drawn)
      for (const b of drawn)
        if (a !== b) {
          const [s, t] = [a.shape, b.shape];
          const apart =
            s.xMm + s.widthMm <= t.xMm ||
            t.xMm + t.widthMm <= s.xMm ||
            s.yMm + s.heightMm <= t.yMm ||
            t.yMm + t.heightMm <= s.yMm;
          expect([a.name, b.name, apart]).toEqual([a.name, b.name, true]);
        }
    expect(drawn.map(({ soil }) => soil !== undefined)).toEqual([false, false, false, true]);
  });
});
