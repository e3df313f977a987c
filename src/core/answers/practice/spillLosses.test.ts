import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AGENT_IDS } from "@/core/ground/catalog/agentIds";
import { FAMILY_IDS } from "@/core/ground/catalog/families";
import { LADDERS } from "@/core/ground/catalog/ladders";
import { checkJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import { ownedOf } from "@/core/job/owned";
import { recomputed } from "@/core/ground/sums/recomputed";
import { COST_IDS, type LossId } from "./decisions";
import { LESSON_IDS, lessonOf } from "./lessons";
import { pieceCaseOf, type PieceCase } from "./pieceCase";
import { paidFor } from "./pieceDebrief";
import { handsOn, isOwned, knownJob, momentAt, partsAt, trueJob, type PieceMove } from "./pieceMoves";
import { pieceOutcome, type Par } from "./pieceOutcome";
import { pieceLine, plannersThought } from "./piecePlanner";
import {
  AIR_IDS,
  BRUSHES,
  LEVEL_IDS,
  levelOf,
  OTHER_AGENTS,
  piecesOf,
  PUT_AGENTS,
  THEME_IDS,
  type LevelId,
} from "./pieces";
import { isPractice } from "./results";
import { seedOf } from "./seeds";
import { allOf, likeliest, SPILL_ID, type Spill } from "./spills";

/** Nothing was needed: what is lost is lost by the moves alone. */
const FREE: Par = { handsMin: Infinity, left: 0, usableH: 0 };
const back: PieceMove = { do: "handback" };
const wait = (minutes: number): PieceMove => ({ do: "wait", minutes });
const put = (agent: (typeof PUT_AGENTS)[number], on?: "spill", lPerM2 = 0.35, tempC = 35): PieceMove => ({
  ...{ do: "put", agent, parts: partsAt(agent, 1), lPerM2, tempC },
  ...(on ? { on } : {}),
});
const towelled: PieceMove[] = [wait(10), { do: "towel", on: "spill" }];
const draw = (wet: number, tempC = 35): PieceMove => ({ do: "draw", wet, dry: 3 * wet, tempC });

/** The seat of the lesson, with something else spilled on it. */
const spilled = (truth: Spill["truth"], ranTo: Spill["ranTo"] = "face"): PieceCase => {
  const piece = pieceCaseOf("where-it-ran");
  const reads = Object.fromEntries(
    Object.keys(piece.spill!.reads).map((test) => [test, likeliest(test as keyof Spill["reads"], truth)]),
  );
  return { ...piece, spill: { truth, ranTo, reads: reads as Spill["reads"] } };
};
const outcome = (piece: PieceCase, moves: readonly PieceMove[]) => pieceOutcome(piece, [...moves, back], FREE);
const lost = (piece: PieceCase, id: LossId, moves: readonly PieceMove[]): number =>
  outcome(piece, moves).losses.find((loss) => loss.id === id)?.minutes.value ?? 0;

describe("a spill on a whole piece", () => {
  it("goes with the first agent of its ladder, hardly with another, and not at all with nothing", () => {
    for (const truth of ["tannin", "protein", "urine", "sugar-starch"] as const) {
      const piece = spilled(truth);
      const right = LADDERS[truth][0]!.does.flatMap((each) =>
        each.action === "agent" && each.agent !== "water" ? [each.agent] : [],
      )[0] as (typeof PUT_AGENTS)[number];
      const wrong = right === "acid-spotter" ? "enzyme" : "solvent";
      const left = (...moves: PieceMove[]) => outcome(piece, moves).spill!.left.value;
      expect(left()).toBe(1);
      expect(left(put(right, "spill"), ...towelled)).toBeLessThan(0.2);
      expect(left(put(wrong, "spill"), ...towelled)).toBeGreaterThan(0.4);
      // Gone over with all the rest it moves less; never lifted it sinks back.
      expect(left(put(right), wait(10), { do: "towel" })).toBeGreaterThan(0.2);
      expect(left(put(right, "spill"), wait(10))).toBeCloseTo(1, 6);
    }
  });

  it("what ran in comes back unless it is drawn off, the deeper the more; on the face nothing comes back", () => {
    const enzyme = [put("enzyme", "spill"), ...towelled];
    const returns = (ranTo: Spill["ranTo"], wet: number) =>
      lost(spilled("urine", ranTo), "returns", [...enzyme, ...(wet > 0 ? [draw(wet)] : [])]);
    expect(returns("face", 0)).toBe(0);
    // 120 min × 0.6 × a half where it was digested.
    expect(returns("foam", 0)).toBeCloseTo(36, 9);
    expect(returns("below", 0)).toBeCloseTo(60, 9);
    expect(returns("foam", 2)).toBeCloseTo(36 * Math.exp(-0.9), 9);
    expect(lost(spilled("urine", "foam"), "returns", [draw(2)])).toBeGreaterThan(returns("foam", 2));
  });

  it("heat sets what is still there and nothing that is gone; lukewarm sets nothing", () => {
    const milk = spilled("protein");
    const set = (...moves: PieceMove[]) => lost(milk, "set", moves);
    expect(set(draw(2, 40))).toBe(0);
    // 240 min × (1 - exp(-0.05 × 2^((60 - 50) / 10))).
    expect(set(draw(2, 60))).toBeCloseTo(240 * (1 - Math.exp(-0.1)), 6);
    expect(set({ do: "steam" })).toBeGreaterThan(set(draw(2, 60)));
    expect(set(put("enzyme", "spill"), ...towelled, draw(2, 60))).toBeLessThan(set(draw(2, 60)) / 3);
    // A test with steam, half a minute at 90 °C: 1 - exp(-0.05 × 2^4 × 0.5).
    expect(set({ do: "test", test: "steam" })).toBeCloseTo(240 * (1 - Math.exp(-0.4)), 6);
    expect(set({ do: "test", test: "smell" })).toBe(0);
    expect(lost(spilled("sugar-starch"), "set", [draw(2, 60)])).toBe(0);
    // Acid curdles milk, alkali browns tannin. Common practice, no source.
    expect(lost(milk, "bound", [put("acid-spotter", "spill")])).toBeCloseTo(240 * 0.3, 6);
    expect(lost(spilled("tannin"), "bound", [put("degreaser", "spill")])).toBeCloseTo(240 * 0.4, 6);
    expect(lost(spilled("sugar-starch"), "bound", [put("acid-spotter", "spill")])).toBe(0);
    // Each thing that went wrong is told once.
    const both = outcome(milk, [draw(2, 60), put("acid-spotter", "spill")]).losses.map(({ id }) => id);
    expect(new Set(both).size).toBe(both.length);
  });

  it("is never the worse for more of what helps, whatever was spilled", () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...FAMILY_IDS.filter((family) => family !== "damage")),
        fc.constantFrom("face", "foam", "below" as const),
        fc.integer({ min: 0, max: 5 }),
        fc.constantFrom(...PUT_AGENTS),
        (truth, ranTo, wet, agent) => {
          const piece = spilled(truth, ranTo as Spill["ranTo"]);
          const first = [put(agent, "spill"), ...towelled];
          const [less, more] = [wet, wet + 1].map((strokes) => outcome(piece, [...first, draw(strokes, 35)]).spill!);
          expect(more!.returns.value).toBeLessThanOrEqual(less!.returns.value);
          expect(outcome(piece, [...first, ...first]).spill!.left.value).toBeLessThanOrEqual(
            outcome(piece, first).spill!.left.value,
          );
          for (const { left, returns } of [less!, more!])
            for (const each of [left, returns]) {
              expect(each.value).toBeGreaterThanOrEqual(0);
              expect(each.value).toBeLessThanOrEqual(1);
              expect(recomputed(each.working)).toBeCloseTo(each.value, 9);
            }
        },
      ),
      { numRuns: 40 },
    ));

  it("is known by what was asked, tested and felt, and stands in a document that can be opened", () => {
    const piece = pieceCaseOf("where-it-ran");
    const known = (...moves: PieceMove[]) => knownJob(piece, moves).findings.byId[SPILL_ID]!;
    expect(known()).toMatchObject({ kind: "mark", evidence: {} });
    expect(known({ do: "find", what: "owner" })).toMatchObject({ evidence: { owner: "unknown" } });
    expect(known({ do: "test", test: "smell" })).toMatchObject({ evidence: { smell: piece.spill!.reads.smell } });
    expect(known()).not.toHaveProperty("ranTo");
    expect(known({ do: "find", what: "feel" })).toMatchObject({ ranTo: "foam" });
    expect(trueJob(piece, []).findings.byId[SPILL_ID]).toMatchObject({ ranTo: "foam", evidence: allOf(piece.spill!) });
    for (const seed of ["where-it-ran", "fkwrtz", "gkwrtz"]) {
      const its = pieceCaseOf(seed);
      for (const job of [knownJob(its, [{ do: "find", what: "feel" }]), trueJob(its, [])])
        expect(checkJobFile(jobFileOf(job, its.kit, momentAt(0)))).toMatchObject({ ok: true });
    }
  });

  it("the planner asks, tests, feels and treats it before the rest, each with a reason; what it does not know moves nothing", () => {
    const piece = pieceCaseOf("where-it-ran");
    const line = pieceLine(piece);
    const at = (found: (move: PieceMove) => boolean) => line.findIndex(found);
    const spot = at((move) => move.do === "put" && move.on === "spill" && move.agent === "enzyme");
    expect(at((move) => move.do === "find" && move.what === "feel")).toBeLessThan(spot);
    expect(at(({ do: what }) => what === "test")).toBeLessThan(spot);
    expect(spot).toBeLessThan(at((move) => move.do === "put" && move.on === undefined));
    expect(at(({ do: what }) => what === "draw")).toBeGreaterThan(spot);
    for (let from = 0; from < line.length; from++) {
      const { moves, why } = plannersThought(piece, line.slice(0, from));
      expect(moves[0]).toEqual(line[from]);
      expect(why).toMatch(/^[A-Z].{20,}[.]$/);
    }
    const other = { ...piece, spill: { ...piece.spill!, truth: "tannin" as const } };
    expect(pieceLine(other).slice(0, spot)).toEqual(line.slice(0, spot));
  });
});

describe("gas, honesty and kit", () => {
  it("nothing on a shelf is kept from hands: whatever goes on, all over or on the spill, comes to a score", () => {
    expect([...PUT_AGENTS, ...OTHER_AGENTS].sort()).toEqual([...AGENT_IDS].sort());
    const piece = pieceCaseOf("where-it-ran");
    for (const agent of AGENT_IDS)
      for (const on of [undefined, "spill"] as const) {
        const moves: PieceMove[] = [{ ...put("water", on), agent } as PieceMove, wait(10), { do: "towel" }];
        const { score } = outcome(piece, moves);
        expect([agent, on, score.value > 0 && score.value < 100]).toEqual([agent, on, true]);
        expect(isPractice({ done: [], running: { seed: piece.seed, moves } })).toBe(true);
      }
  });

  it("solvent all over in a shut van is breathed; on a towel, or with doors open in a hall, it is not", () => {
    const breathed = (seed: string, ...moves: PieceMove[]) => lost(pieceCaseOf(seed), "breathed", moves);
    expect(breathed("under-it", put("solvent", undefined, 0.12))).toBeGreaterThan(60);
    expect(breathed("under-it", put("solvent", "spill", 0.12))).toBe(0);
    expect(breathed("under-it", { do: "air", how: "doors" }, put("solvent", undefined, 0.12))).toBeLessThan(
      breathed("under-it", put("solvent", undefined, 0.12)),
    );
    expect(breathed("when-done", { do: "air", how: "doors" }, put("solvent", undefined, 0.12))).toBe(0);
    expect(breathed("under-it", put("degreaser", undefined, 0.6))).toBe(0);
  });

  it("damage counts as one's own unless the owner was told before the work", () => {
    const torn: PieceCase = { ...pieceCaseOf("when-done"), damaged: "torn" };
    const blamed = (...moves: PieceMove[]) => lost(torn, "blamed", moves);
    expect(blamed()).toBe(45);
    expect(blamed({ do: "tell" }, { do: "vacuum" })).toBe(0);
    expect(blamed({ do: "find", what: "look" }, { do: "tell" }, put("water"))).toBe(0);
    expect(blamed({ do: "vacuum" }, { do: "tell" })).toBe(45);
    expect(lost(pieceCaseOf("when-done"), "blamed", [])).toBe(0);
  });

  it("what hands do not own they neither use nor are beaten by: the planner keeps to it", () => {
    const kits = new Set<string | undefined>();
    for (let at = 0; at < 14; at++) {
      const piece = pieceCaseOf("k" + seedOf(at * 4957 + 5));
      kits.add(ownedOf(piece.kit));
      for (const move of pieceLine(piece)) {
        expect([piece.seed, move, isOwned(piece, move)]).toEqual([piece.seed, move, true]);
        if (move.do === "draw") expect(handsOn(piece, move)!.value).toBeGreaterThan(0);
      }
    }
    expect([...kits].sort()).toEqual(["everything", "extractor", "wet-vacuum"]);
    const little = { ...pieceCaseOf("when-done"), kit: { ...pieceCaseOf("when-done").kit, machines: {} } };
    expect(AIR_IDS.filter((how) => isOwned(little, { do: "air", how }))).toEqual(["shut", "window", "doors"]);
    expect(isOwned(little, { do: "steam" })).toBe(false);
    expect(BRUSHES.filter((tool) => !isOwned(little, { do: "brush", tool }))).toEqual(["drill-brush"]);
  });
});

describe("cases about one thing", () => {
  it.each(THEME_IDS)("%s: has pieces, and draws what it is about", (level) => {
    const { spill, builds, materials } = levelOf(level);
    expect(piecesOf(level).length).toBeGreaterThan(0);
    for (let at = 0; at < 25; at++) {
      const piece = pieceCaseOf(level + seedOf(at * 3571 + 3));
      expect(piece.spill !== undefined).toBe(spill !== undefined);
      if (spill) expect(spill.families).toContain(piece.spill!.truth);
      if (builds) expect(builds).toContain(piece.cloth.build);
      if (materials) expect(materials).toContain(piece.cloth.material);
    }
  });

  it("leave what was drawn before as it was", () => {
    expect(LEVEL_IDS.slice(0, 3)).toEqual(["b", "c", "d"]);
    // Read off before there were others.
    expect(pieceCaseOf("ckwrtz")).toMatchObject({
      ...{ words: "A runner in the harbour office", soil: "caked", wantedH: 4 },
      cloth: { material: "olefin", build: "carpet-on-underlay", shade: "dark", ageYears: 3 },
      job: { site: { airTempC: 21, relativeHumidityPct: 53 } },
    });
    expect(pieceCaseOf("ckwrtz").spill).toBeUndefined();
  });

  it("every decision has a lesson, and one that stands in the list no more still opens", () => {
    const decisions = new Set(LESSON_IDS.map((id) => lessonOf(id)!.decision));
    expect(decisions.size).toBe(10);
    expect(LESSON_IDS).not.toContain("how-hard");
    expect(isPractice({ done: [{ seed: "how-hard", at: momentAt(0), moves: [back] }] })).toBe(true);
  });

  it("moves on the spill, tests and telling are kept; elsewhere than there is no place", () => {
    const kept = (move: unknown) => isPractice({ done: [], running: { seed: "gkwrtz", moves: [move] } });
    for (const move of [put("enzyme", "spill"), { do: "test", test: "smell" }, { do: "tell" }, towelled[1]])
      expect(kept(move)).toBe(true);
    for (const move of [
      { ...put("enzyme"), on: "floor" },
      { do: "test", test: "taste" },
      { do: "towel", on: 1 },
    ])
      expect(kept(move)).toBe(false);
  });

  it("what is lost is paid in one thing each, all of it", () => {
    for (const level of LEVEL_IDS as LevelId[]) {
      const piece = pieceCaseOf(level + seedOf(77));
      const came = pieceOutcome(piece, [put("degreaser", undefined, 0.6, 60), back], FREE);
      const paid = paidFor(came);
      expect(Object.keys(paid).sort()).toEqual([...COST_IDS].sort());
      expect(Object.values(paid).reduce((sum, each) => sum + each, 0)).toBeCloseTo(
        came.spentMin.value + came.harmMin.value,
        9,
      );
    }
  });
});
