import { differenceCiede2000 } from "culori";
import { describe, expect, it } from "vitest";
import type { ColourEvent, WorkEvent } from "@/core/job/schema";
import { BANK_CARD_MM, colourEvent, outlineMm, picksAfter, picksOf, USUAL_PICKS } from "./picks";
import { colourOf, improvedWords } from "./result";

const apart = differenceCiede2000();
const deltaE = (a: { l: number; a: number; b: number }, b: { l: number; a: number; b: number }) =>
  apart({ mode: "lab65", ...a }, { mode: "lab65", ...b });

const CLOTH = { l: 62, a: 4, b: 14 };
const read = (when: ColourEvent["when"], mark: ColourEvent["mark"], more: Partial<ColourEvent> = {}): ColourEvent => ({
  kind: "colour",
  id: `c-${when}`,
  at: "2026-05-04T09:00:00Z",
  findingId: "f",
  pictureId: "p",
  when,
  widthPx: 1000,
  heightPx: 750,
  card: "grey-card",
  cardAt: { x: 0.9, y: 0.1, r: 0.04 },
  oval: { x: 0.5, y: 0.5, rx: 0.1, ry: 0.1 },
  outline: [],
  mark,
  cloth: CLOTH,
  ...more,
});
const WINE = { l: 38, a: 34, b: 8 };
const FAINT = { l: 59, a: 8, b: 13 };
const result = (...events: WorkEvent[]) => colourOf({ standing: events }, "f");

describe("what pictures of a mark tell", () => {
  it("nothing without a picture, how far it stands out with one, and how much of it went with two", () => {
    expect(result()).toEqual({});
    const one = result(read("before", WINE));
    // Held against culori, a registry reference.
    expect(one.stoodOut!.value).toBeCloseTo(deltaE(CLOTH, WINE), 3);
    expect([one.improved, one.standsOut]).toEqual([undefined, undefined]);
    expect(improvedWords(one)).toBe("");
    const two = result(read("before", WINE), read("after", FAINT));
    expect(two.improved!.value).toBeCloseTo(1 - deltaE(CLOTH, FAINT) / deltaE(CLOTH, WINE), 3);
    expect(improvedWords(two)).toMatch(/^\d\d % less to see: it stood out of the cloth by \d+(\.\d)?, now by \d/);
  });

  it("says so when it got worse, in the owner's words", () => {
    expect(improvedWords(result(read("before", FAINT), read("after", WINE)))).toMatch(/^more to see than before: /);
  });

  it("the last reading of each kind counts, and another mark's does not", () => {
    const again = { ...read("after", FAINT), id: "again" };
    expect(result(read("before", WINE), read("after", WINE), again).after!.id).toBe("again");
    expect(result({ ...read("before", WINE), findingId: "other" })).toEqual({});
  });

  it("is named by the grey scale: untouched is step 5, plainly changed is step 1 (ISO 105-A02)", () => {
    expect(result(read("after", CLOTH)).step!.value).toBe(5);
    expect(result(read("after", WINE)).step!.value).toBe(1);
    // A white towel that stayed white proves the dye; one that took much colour damns it (ISO 105-A03).
    const white = { l: 95, a: 0, b: 0 };
    const towel = (mark: ColourEvent["mark"]) => result(read("towel", mark, { cloth: white })).towelStep!.value;
    expect(towel(white)).toBe(5);
    expect(towel({ l: 50, a: 50, b: 0 })).toBe(1);
    expect(towel({ l: 93, a: 2, b: 0 })).toBeGreaterThanOrEqual(3.5);
  });

  it("knows its area where a length is known", () => {
    expect(result(read("before", WINE)).area).toBeUndefined();
    const { area } = result(read("before", WINE, { areaMm2: 1800 }));
    expect([area!.value, area!.unit]).toEqual([0.0018, "m2"]);
  });
});

describe("what is pointed at", () => {
  // 1,000 px wide; a length of 200 mm over 400 px: half a millimetre a pixel.
  const scale = { from: { x: 0.1, y: 0.1 }, to: { x: 0.5, y: 0.1 }, lengthMm: 200 };
  const square = [
    { x: 0.4, y: 0.4 },
    { x: 0.6, y: 0.4 },
    { x: 0.6, y: 0.6 },
    { x: 0.4, y: 0.6 },
  ];

  it("an outline becomes millimetres round its middle; without a length or an outline it does not", () => {
    const outlined = outlineMm(read("before", WINE, { scale, outline: square }));
    expect(outlined!.size).toEqual({ widthMm: 100, heightMm: 75 });
    expect(outlined!.outline).toEqual([
      { xMm: -50, yMm: -37.5 },
      { xMm: 50, yMm: -37.5 },
      { xMm: 50, yMm: 37.5 },
      { xMm: -50, yMm: 37.5 },
    ]);
    expect(outlineMm(read("before", WINE, { outline: square }))).toBeUndefined();
    expect(outlineMm(read("before", WINE, { scale, outline: square.slice(0, 2) }))).toBeUndefined();
  });

  it("goes into the record and comes out of it again", () => {
    const picks = { ...USUAL_PICKS, scale };
    const event = colourEvent(
      { id: "c", at: "2026-05-04T09:00:00Z", findingId: "f", when: "before", pictureId: "p" },
      picks,
      { measured: { mark: WINE, cloth: CLOTH, outline: square, areaMm2: 7500 }, widthPx: 1000, heightPx: 750 },
    );
    expect(picksOf(event)).toEqual(picks);
    expect(event).toMatchObject({ kind: "colour", areaMm2: 7500, pictureId: "p", mark: WINE, cloth: CLOTH });
    // Corners far outside of the picture are kept just outside of it.
    const far = colourEvent(
      { id: "c", at: "2026-05-04T09:00:00Z", findingId: "f", pictureId: "p", when: "before" },
      picks,
      {
        measured: { mark: WINE, cloth: CLOTH, outline: [{ x: 50, y: -50 }, ...square] },
        widthPx: 10,
        heightPx: 10,
      },
    );
    expect(far.outline[0]).toEqual({ x: 2, y: -1 });
    expect("areaMm2" in far).toBe(false);
  });

  it("is looked for in the same place of a later picture taken from the same place", () => {
    const before = read("before", WINE, { outline: square, scale });
    const after = picksAfter(before, { widthPx: 1000, heightPx: 750 });
    expect(after.cardAt).toEqual(before.cardAt);
    expect(after.mark.x).toBeCloseTo(before.oval.x, 3);
    expect(after.mark.y).toBeCloseTo(before.oval.y, 3);
    // Half as large a picture shows the same shares.
    const small = picksAfter(before, { widthPx: 500, heightPx: 375 });
    expect(small.mark.rx).toBeCloseTo(after.mark.rx, 3);
  });

  it("a bank card is 85.6 mm long (ISO/IEC 7810 ID-1)", () => expect(BANK_CARD_MM).toBe(85.6));
});
