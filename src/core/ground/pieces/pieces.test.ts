import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { joined, shared, split } from "./cutting";
import { areaMm2, boundsOf, contains, perimeterMm, rect, roomCorners, shapeProblem, type Point } from "./geometry";
import { partsOf, TEMPLATE_IDS, templateOf, type TemplateId } from "./templates";

const usual = (template: TemplateId) => partsOf({ template, ...templateOf(template).usual });
const m2 = (parts: { corners: Point[] }[]) =>
  Number((parts.reduce((sum, { corners }) => sum + areaMm2(corners), 0) / 1e6).toFixed(4));
const named = (template: TemplateId, starts: string) => usual(template).filter(({ part }) => part.startsWith(starts));

describe("geometry", () => {
  // Worked by hand: a 3-4-5 triangle; an L of 4 × 3 m less 2 × 1 m; a regular hexagon of side 1, area 3√3/2.
  it.each<[string, Point[], number, number]>([
    [
      "a 3-4-5 triangle",
      [
        { xMm: 0, yMm: 0 },
        { xMm: 4, yMm: 0 },
        { xMm: 0, yMm: 3 },
      ],
      6,
      12,
    ],
    [
      "an L",
      [
        { xMm: 0, yMm: 0 },
        { xMm: 4, yMm: 0 },
        { xMm: 4, yMm: 2 },
        { xMm: 2, yMm: 2 },
        { xMm: 2, yMm: 3 },
        { xMm: 0, yMm: 3 },
      ],
      10,
      14,
    ],
    [
      "a hexagon",
      Array.from({ length: 6 }, (_, k) => ({ xMm: Math.cos((k * Math.PI) / 3), yMm: Math.sin((k * Math.PI) / 3) })),
      (3 * Math.sqrt(3)) / 2,
      6,
    ],
  ])("area and length round %s", (_name, corners, area, around) => {
    expect(areaMm2(corners)).toBeCloseTo(area, 9);
    expect(areaMm2([...corners].reverse())).toBeCloseTo(area, 9);
    expect(perimeterMm(corners)).toBeCloseTo(around, 9);
  });

  it("closes a room from typed sides and turns: a plain room, an L, and one with a slanting wall", () => {
    const right = (lengthMm: number, turnDeg = 90) => ({ lengthMm, turnDeg });
    expect(areaMm2(roomCorners([right(4000), right(3000), right(4000)]).corners) / 1e6).toBeCloseTo(12, 6);
    const ell = roomCorners([right(5000), right(2000), right(2000, -90), right(2000), right(3000), right(4000)]);
    expect(areaMm2(ell.corners) / 1e6).toBeCloseTo(5 * 2 + 3 * 2, 6);
    // Third side missing: 3 m, turn 120°, 3 m: an equilateral triangle of side 3 m, √3/4 · 9 m²; it closes with 3 m.
    const triangle = roomCorners([right(3000, 120), right(3000, 120)]);
    expect(triangle.closingMm).toBeCloseTo(3000, 0);
    expect(areaMm2(triangle.corners) / 1e6).toBeCloseTo((Math.sqrt(3) / 4) * 9, 4);
  });

  it("cuts and joins without losing or gaining cloth, for any L and any cut", () => {
    const size = fc.integer({ min: 200, max: 3000 });
    fc.assert(
      fc.property(
        size,
        size,
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        fc.constantFrom("left-right" as const, "top-bottom" as const),
        (w, h, share, way) => {
          const whole = [
            { xMm: 0, yMm: 0 },
            { xMm: w, yMm: 0 },
            { xMm: w, yMm: h / 2 },
            { xMm: w / 2, yMm: h / 2 },
            { xMm: w / 2, yMm: h },
            { xMm: 0, yMm: h },
          ];
          const halves = split(whole, way, share)!;
          expect(areaMm2(halves[0]) + areaMm2(halves[1])).toBeCloseTo(areaMm2(whole), -1);
          expect(shared(halves[0], halves[1])).toEqual([]);
          expect(areaMm2(joined(halves[0], halves[1])!)).toBeCloseTo(areaMm2(whole), -1);
        },
      ),
      { numRuns: 200 },
    );
  });

  it("says why corners are no zone, and which points lie inside", () => {
    expect(shapeProblem(rect(0, 0, 100, 100).slice(0, 2))).toContain("three corners");
    expect(
      shapeProblem([
        { xMm: 0, yMm: 0 },
        { xMm: 100, yMm: 100 },
        { xMm: 100, yMm: 0 },
        { xMm: 0, yMm: 120 },
      ]),
    ).toContain("crosses itself");
    expect(joined(rect(0, 0, 100, 100), rect(300, 0, 100, 100))).toBeUndefined();
    expect(contains(rect(0, 0, 100, 100), { xMm: 50, yMm: 99 })).toBe(true);
    expect(contains(rect(0, 0, 100, 100), { xMm: 50, yMm: 101 })).toBe(false);
  });
});

describe("templates", () => {
  // By hand from the usual measures of each template.
  it("draws areas as worked by hand", () => {
    expect(["back", "base", "rail", "footwell"].map((part) => m2(named("bench-seat", part)))).toEqual(
      [1.8 * 0.5, 1.8 * 0.52, 1.8 * 0.22, 1.8 * 0.8].map((area) => Number(area.toFixed(4))),
    );
    expect(m2(named("settee", "base"))).toBeCloseTo((1.7 - 2 * 0.26) * 0.56, 6);
    expect(m2(named("mattress", "top"))).toBeCloseTo(2 * 0.9, 4);
    expect(m2(usual("carpet"))).toBeCloseTo(4.2 * 1.6, 4);
    expect(m2(usual("room"))).toBeCloseTo(4 * 3.2, 3);
    expect(m2(usual("rug"))).toBeCloseTo(2.3 * 1.6, 4);
    expect(m2(usual("stairs"))).toBeCloseTo(12 * 0.8 * (0.25 + 0.19), 6);
    expect(m2(named("dining-chair", "base"))).toBeCloseTo(0.46 * 0.45, 6);
  });

  it("lays no part over another, starts every drawing at its corner, and names every part once", () => {
    const variants: Parameters<typeof partsOf>[0][] = [
      ...TEMPLATE_IDS.map((template) => ({ template, ...templateOf(template).usual })),
      { template: "settee", lengthMm: 2600, depthMm: 600, seats: 5, wingSeats: 2 },
      { template: "cabin", lengthMm: 4500, depthMm: 1700, rows: [2, 3, 2] },
      {
        template: "room",
        lengthMm: 1,
        depthMm: 1,
        walls: [
          { lengthMm: 5000, turnDeg: 90 },
          { lengthMm: 2000, turnDeg: 90 },
          { lengthMm: 2000, turnDeg: -90 },
          { lengthMm: 2000, turnDeg: 90 },
          { lengthMm: 3000, turnDeg: 90 },
        ],
        doors: [
          { wall: 0, atMm: 400, widthMm: 800 },
          { wall: 3, atMm: 500, widthMm: 900 },
        ],
      },
    ];
    for (const piece of variants) {
      const parts = partsOf(piece);
      expect(new Set(parts.map(({ part }) => part)).size).toBe(parts.length);
      const box = boundsOf(parts.flatMap(({ corners }) => corners));
      expect([box.xMm, box.yMm].map(Math.abs)).toEqual([0, 0]);
      for (const { corners } of parts) expect(shapeProblem(corners)).toBeUndefined();
      parts.forEach((a, index) => {
        for (const b of parts.slice(index + 1))
          expect(
            `${piece.template} ${a.part}/${b.part} ${shared(a.corners, b.corners).reduce((sum, each) => sum + areaMm2(each), 0) > 2000}`,
          ).toBe(`${piece.template} ${a.part}/${b.part} false`);
      });
    }
  });

  it("gives a cabin everything that is walked round, seat by seat", () => {
    const roles = usual("cabin").map(({ role }) => role);
    const count = (role: string) => roles.filter((each) => each === role).length;
    expect([count("base"), count("headrest"), count("belt"), count("crevice"), count("under-seat")]).toEqual([
      5, 5, 5, 5, 5,
    ]);
    expect([count("door-cloth"), count("footwell"), count("mat"), count("headliner"), count("boot")]).toEqual([
      4, 4, 4, 1, 1,
    ]);
  });
});
