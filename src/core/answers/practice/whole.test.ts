import { describe, expect, it } from "vitest";
import { recomputed } from "@/core/ground/sums/recomputed";
import { cabinParts } from "./cabinCase";
import { pieceCaseOf } from "./pieceCase";
import { clockOf, partsAt, trueJob, type PieceMove } from "./pieceMoves";
import { pieceOutcome } from "./pieceOutcome";
import { parOf, pieceLine } from "./piecePlanner";
import { CABIN_PARTS } from "./pieces";
import { pieceDebrief } from "./pieceDebrief";
import { isPractice } from "./results";
import { seedOf } from "./seeds";
import {
  clockIn,
  partOf,
  seenBy,
  wholeLine,
  wholeOf,
  wholeOutcome,
  wholeParOf,
  wholeThought,
  type Whole,
} from "./whole";

/** Several parts under one clock. */

const back: PieceMove = { do: "handback" };
const put = (part: number, lPerM2 = 0.06, tempC = 35): PieceMove => ({
  ...{ do: "put", agent: "neutral-cleaner", parts: partsAt("neutral-cleaner", 1), lPerM2, tempC },
  part,
});
const [SEAT, BACK_SEAT, FLOOR, HEADLINER] = [0, 1, 2, 3];
const cabins = Array.from({ length: 7 }, (_, at) => wholeOf("m" + seedOf(at * 4957 + 11)));
const played = cabins.map((whole) => {
  const par = wholeParOf(whole);
  const line = wholeLine(whole);
  return { whole, par, line, outcome: wholeOutcome(whole, line, par) };
});
const NO_PAR = { parts: CABIN_PARTS.map(() => ({ handsMin: Infinity, left: 0, usableH: 0 })), handsMin: Infinity };
const lossesOf = (whole: Whole, moves: readonly PieceMove[]) => wholeOutcome(whole, [...moves, back], NO_PAR).losses;

describe("a cabin", () => {
  it("is four parts, the same for the same letters, two seats of one cloth; other letters are one part", () => {
    const whole = wholeOf("mkwrtz");
    expect(whole.parts.map(({ words }) => words)).toEqual(CABIN_PARTS.map(({ words }) => words));
    expect(wholeOf("mkwrtz")).toEqual(whole);
    expect(whole.parts[SEAT!]!.cloth).toBe(whole.parts[BACK_SEAT!]!.cloth);
    expect(new Set(whole.parts.map(({ cloth }) => cloth.build))).toEqual(
      new Set(["cover-on-foam", "carpet-on-underlay", "glue-held"]),
    );
    expect(new Set(whole.parts.map(({ job }) => JSON.stringify(job.site))).size).toBe(1);
    expect(cabinParts("mark")).toBeUndefined();
    expect(wholeOf("ckwrtz").parts).toHaveLength(1);
  });

  it("has one clock: on each part as much time passes, worked on or waiting", () => {
    const { whole, line } = played[0]!;
    const clocks = whole.parts.map((piece, part) => clockOf(piece, seenBy(whole, line, part)));
    for (const clock of clocks) {
      expect(clock).toHaveLength(line.length + 1);
      clock.forEach((at, index) => expect(at).toBeCloseTo(clockIn(whole, line)[index]!, 9));
    }
  });

  it("what is found of one seat holds for the other, what the owner says for all, soil for its part alone", () => {
    const [whole] = cabins as [Whole];
    const moves: PieceMove[] = [
      { do: "find", what: "owner" },
      { do: "find", what: "fibre", part: SEAT! },
      { do: "proof", agents: ["shampoo"], part: SEAT! },
      { do: "find", what: "towel", part: SEAT! },
    ];
    const kept = (part: number) => seenBy(whole, moves, part).map(({ do: what }) => what !== "wait");
    expect(kept(SEAT!)).toEqual([true, true, true, true]);
    expect(kept(BACK_SEAT!)).toEqual([true, true, true, false]);
    expect(kept(HEADLINER!)).toEqual([true, false, false, false]);
  });

  it("what goes wrong on one part goes wrong there and is named; the owner is told once for all", () => {
    const [whole] = cabins as [Whole];
    const soaked = lossesOf(whole, [put(HEADLINER!, 0.6, 60), { do: "promise", hours: 1 }]);
    expect(soaked.find(({ id }) => id === "sag")!.words).toMatch(/Headliner\.$/);
    expect(lossesOf(whole, [put(FLOOR!, 0.6, 60)]).some(({ id }) => id === "sag")).toBe(false);
    expect(new Set(soaked.map(({ id }) => id)).size).toBe(soaked.length);
    const untold = lossesOf(whole, []).find(({ id }) => id === "untold")!;
    expect(untold.minutes.value).toBe(15);
    // Left as it was: every part counts.
    const soil = lossesOf(whole, []).find(({ id }) => id === "soil")!;
    const each = whole.parts.map(
      (piece, part) =>
        pieceOutcome(piece, [back], NO_PAR.parts[part]!).losses.find(({ id }) => id === "soil")!.minutes.value,
    );
    expect(soil.minutes.value).toBeCloseTo(
      each.reduce((sum, minutes) => sum + minutes, 0),
      9,
    );
    expect(recomputed(soil.minutes.working)).toBeCloseTo(soil.minutes.value, 9);
  });

  it("which of two parts is done first changes nothing but the hours", () => {
    const [whole] = cabins as [Whole];
    const round = (part: number): PieceMove[] => [
      { do: "vacuum", part },
      put(part),
      { do: "wait", minutes: 6, part },
      { do: "towel", part },
    ];
    const harms = (...moves: PieceMove[]) =>
      lossesOf(whole, moves).filter(({ id }) => ["soil", "rub", "heat", "dye", "ph", "paste"].includes(id));
    const one = harms(...round(SEAT!), ...round(FLOOR!)).map(({ id, minutes }) => [id, minutes.value]);
    expect(harms(...round(FLOOR!), ...round(SEAT!)).map(({ id, minutes }) => [id, minutes.value])).toEqual(one);
  });

  it("the planner finds out first, promises once, works part by part: at least 90 of 100, no harm, in time, with a reason", () => {
    const scores = played.map(({ outcome }) => outcome.score.value).sort((a, b) => a - b);
    expect(scores[scores.length >> 1]).toBeGreaterThanOrEqual(90);
    for (const { whole, line, outcome, par } of played) {
      expect(line.filter(({ do: what }) => what === "promise")).toHaveLength(1);
      const bad = outcome.losses.filter(({ id }) => !["residue", "long", "over", "soil"].includes(id));
      expect([whole.seed, bad.map(({ id }) => id)]).toEqual([whole.seed, []]);
      expect(new Set(line.map(partOf)).size).toBe(CABIN_PARTS.length);
      expect(wholeOutcome(whole, wholeLine(whole, [], trueJob), par).score.value).toBeGreaterThan(80);
      expect(wholeThought(whole, line.slice(0, 5)).why).toMatch(/[.]$/);
    }
  });

  it("is debriefed as one part is", () => {
    const moves: PieceMove[] = [put(HEADLINER!, 0.6, 60), back];
    const { judged, mattered, outcome, planner } = pieceDebrief(cabins[0]!.seed, moves);
    expect(judged).toHaveLength(2);
    expect(mattered.length).toBeGreaterThan(0);
    expect(planner.outcome.score.value).toBeGreaterThan(outcome.score.value + 40);
    expect(outcome.parts).toHaveLength(CABIN_PARTS.length);
    expect(recomputed(outcome.left.working)).toBeCloseTo(outcome.left.value, 9);
  });

  it("is kept with the part of each move, and no part that is not there", () => {
    const kept = (part: unknown) =>
      isPractice({ done: [], running: { seed: "mkwrtz", moves: [{ do: "vacuum", part }] } });
    for (const part of [undefined, 0, 3]) expect(kept(part)).toBe(true);
    for (const part of [4, -1, 0.5, "1", null]) expect(kept(part)).toBe(false);
  });
});

describe("one part", () => {
  it("comes to what it came to by itself", () => {
    const piece = pieceCaseOf("ckwrtz");
    const whole = wholeOf("ckwrtz");
    expect(wholeLine(whole)).toEqual(pieceLine(piece));
    const par = wholeParOf(whole);
    expect(par.parts).toEqual([parOf(piece)]);
    expect(wholeOutcome(whole, wholeLine(whole), par)).toMatchObject(
      pieceOutcome(piece, pieceLine(piece), parOf(piece)),
    );
  });
});
