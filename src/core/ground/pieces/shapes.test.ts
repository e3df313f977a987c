import { describe, expect, it } from "vitest";
import fc from "fast-check";
import {
  areaMm2,
  boundsOf,
  contains,
  moved,
  perimeterMm,
  rect,
  roomCorners,
  scaledTo,
  shapeProblem,
  type Point,
} from "./geometry";
import { GROUP_IDS, groupOf } from "./groups";
import { partsOf, TEMPLATE_IDS, templateOf } from "./templates";
import { usualClothOf } from "./usualCloth";

const side = fc.integer({ min: 20, max: 5000 });
const at = fc.integer({ min: -3000, max: 3000 });
/** A polygon without crossings: corners round a middle, each at its own distance. */
const star = fc.array(fc.integer({ min: 100, max: 2000 }), { minLength: 3, maxLength: 12 }).map((distances): Point[] =>
  distances.map((distance, index) => {
    const turn = (2 * Math.PI * index) / distances.length;
    return { xMm: distance * Math.cos(turn), yMm: distance * Math.sin(turn) };
  }),
);

describe("shapes", () => {
  it("a rectangle has its sides' product, and goes round twice their sum", () =>
    fc.assert(
      fc.property(at, at, side, side, (x, y, width, height) => {
        const corners = rect(x, y, width, height);
        expect(areaMm2(corners)).toBeCloseTo(width * height, 6);
        expect(perimeterMm(corners)).toBeCloseTo(2 * (width + height), 6);
        expect(boundsOf(corners)).toEqual({ xMm: x, yMm: y, widthMm: width, heightMm: height });
        expect(contains(corners, { xMm: x + width / 2, yMm: y + height / 2 })).toBe(true);
        expect(contains(corners, { xMm: x - 1, yMm: y + height / 2 })).toBe(false);
      }),
      { numRuns: 200 },
    ));

  it("moved it is as large, scaled it grows by both its sides, walked the other way it is the same", () =>
    fc.assert(
      fc.property(
        star,
        at,
        at,
        fc.integer({ min: 50, max: 4000 }),
        fc.integer({ min: 50, max: 4000 }),
        (corners, x, y, wide, high) => {
          const area = areaMm2(corners);
          expect(areaMm2(moved(corners, x, y))).toBeCloseTo(area, 0);
          expect(areaMm2([...corners].reverse())).toBeCloseTo(area, 3);
          const { widthMm, heightMm } = boundsOf(corners);
          const scaled = scaledTo(corners, wide, high);
          expect(boundsOf(scaled).widthMm).toBeCloseTo(wide, 3);
          expect(areaMm2(scaled) / area).toBeCloseTo((wide * high) / (widthMm * heightMm), 4);
        },
      ),
      { numRuns: 200 },
    ));

  it("that are none are refused in words: too few corners, no size, sides that cross", () => {
    const square = rect(0, 0, 100, 100);
    expect(shapeProblem(square)).toBeUndefined();
    for (const corners of [square.slice(0, 2), rect(0, 0, 1, 1), [square[0]!, square[2]!, square[1]!, square[3]!]])
      expect(shapeProblem(corners)).toMatch(/^[A-Z].+\.$/);
  });

  it("a room of four right angles closes, and one that does not says by how much", () => {
    const wall = (lengthMm: number) => ({ lengthMm, turnDeg: 90 });
    const closed = roomCorners([wall(4000), wall(3000), wall(4000), wall(3000)]);
    expect([areaMm2(closed.corners), Math.round(closed.closingMm)]).toEqual([12_000_000, 0]);
    expect(roomCorners([wall(4000), wall(3000), wall(3900), wall(3000)]).closingMm).toBeCloseTo(100, 6);
  });
});

describe("parts of every piece", () => {
  it("are real shapes with a name, a role and a usual cloth where one can be told", () => {
    for (const template of TEMPLATE_IDS) {
      const parts = partsOf({ template, ...templateOf(template).usual });
      expect([template, parts.length > 0]).toEqual([template, true]);
      for (const { part, name, role, corners } of parts) {
        expect([template, part, shapeProblem(corners)]).toEqual([template, part, undefined]);
        expect(name).toMatch(/^[A-Z]/);
        const usual = usualClothOf(template, role);
        if (usual)
          expect([template, part, usual.builds.length > 0, usual.words.length > 5]).toEqual([
            template,
            part,
            true,
            true,
          ]);
        const group = groupOf(role);
        if (group) expect(GROUP_IDS).toContain(group);
      }
    }
  });

  it("keep their names when the piece is measured anew", () =>
    fc.assert(
      fc.property(fc.constantFrom(...TEMPLATE_IDS), fc.integer({ min: 80, max: 130 }), (template, pct) => {
        const { usual } = templateOf(template);
        const names = (more: object) => partsOf({ template, ...usual, ...more }).map(({ part }) => part);
        const measured = {
          lengthMm: Math.round((usual.lengthMm * pct) / 100),
          depthMm: Math.round((usual.depthMm * pct) / 100),
        };
        expect(names(measured)).toEqual(names({}));
      }),
      { numRuns: 100 },
    ));
});
