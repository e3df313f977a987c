import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { EVIDENCE_IDS, testOf } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { LADDERS } from "@/core/ground/catalog/ladders";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { recomputed } from "@/core/ground/sums/recomputed";
import { sumOf } from "@/core/ground/sums/working";
import { decide, isCommon } from "@/core/judgement/diagnosis/decision";
import { diagnose } from "@/core/judgement/diagnosis/diagnose";
import { BEGIN_IDS, beginOf, CHEMISTRY, heatSets, rightFor, type BeginId } from "./begins";
import { cameTo } from "./played";
import type { PieceMove } from "./pieceMoves";
import { isPractice, MOST_MOVES, MOST_RESULTS, withMove, withoutLast } from "./results";
import { markCaseOf } from "./markCase";
import {
  consequencesOf,
  debriefOf,
  expectedMin,
  harmOfTest,
  knownBefore,
  outcomeOf,
  playedOn,
  type Move,
} from "./markPlay";
import { chanceOf, numberOf, readSeed, seedOf, SEEDS } from "./seeds";

const CASES = 500;
const cases = Array.from({ length: CASES }, (_, at) => markCaseOf(seedOf(at * 4957 + 11)));
const median = (of: number[]) => [...of].sort((a, b) => a - b)[of.length >> 1]!;
const begin = (id: BeginId): Move => ({ do: "begin", begin: id });
const costOf = (id: BeginId, family: FamilyId) =>
  consequencesOf(id, family).reduce((sum, { minutes }) => sum + minutes.value, 0);

describe("a case", () => {
  it("is the same for the same letters, and letters are read as they are written", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: SEEDS - 1 }), (number) => {
        const seed = seedOf(number);
        expect(numberOf(seed)).toBe(number);
        expect(readSeed(` ${seed.toUpperCase()} `)).toBe(seed);
        expect(markCaseOf(seed)).toEqual(markCaseOf(seed));
      }),
      { numRuns: 100 },
    ));

  it.each(["", "bbbb", "bbbbbb", "kelpa", "12345", "__pro"])("%j names none", (text) =>
    expect(readSeed(text)).toBeUndefined(),
  );

  it("is met about as often as a technician meets the family, and most readings are what it shows most", () => {
    const shares = new Map<FamilyId, number>();
    for (let at = 0; at < 4000; at++) {
      const { truth } = markCaseOf(seedOf(at * 601 + 5));
      shares.set(truth, (shares.get(truth) ?? 0) + 1 / 4000);
    }
    // Weights of the families: tannin 12 and rust 2 of 100.
    expect(shares.get("tannin")).toBeGreaterThan(0.1);
    expect(shares.get("tannin")).toBeLessThan(0.14);
    expect(shares.get("rust")).toBeGreaterThan(0.01);
    expect(shares.get("rust")).toBeLessThan(0.03);
    const metal = cases.filter(({ truth }) => truth === "tannin").map(({ reads }) => reads.owner);
    expect(metal.filter((said) => said === "hot-drink" || said === "wine-beer").length).toBeGreaterThan(
      metal.filter((said) => said === "oil-cream" || said === "pet").length,
    );
  });

  it("draws evenly", () => {
    const { uniform } = chanceOf("kwrtz");
    const drawn = Array.from({ length: 4000 }, uniform);
    expect(drawn.reduce((sum, each) => sum + each, 0) / 4000).toBeCloseTo(0.5, 1);
  });
});

describe("what comes of a first step", () => {
  it("costs nothing where it is right, and something everywhere else", () => {
    for (const family of FAMILY_IDS)
      for (const id of BEGIN_IDS) {
        if (beginOf(id).suits.includes(family) && !(beginOf(id).heat && heatSets(family)))
          expect([id, family, costOf(id, family)]).toEqual([id, family, 0]);
        else expect(costOf(id, family)).toBeGreaterThan(0);
      }
  });

  it("is right where the family's own ladder begins with that agent", () => {
    const agents: Partial<Record<BeginId, string>> = {
      enzyme: "enzyme",
      acid: "acid-spotter",
      solvent: "solvent",
      water: "water",
    };
    for (const family of FAMILY_IDS) {
      const [rung] = LADDERS[family];
      const last = rung?.does.findLast((does) => does.action === "agent");
      const agent = last?.action === "agent" ? last.agent : undefined;
      const id = rightFor(family);
      if (agents[id]) expect([family, agent]).toEqual([family, agents[id]]);
      else
        expect([family, agent]).toEqual([
          family,
          id === "scrape-steam" || id === "leave" ? undefined : "neutral-cleaner",
        ]);
    }
  });

  it("more heat and more minutes never set less; cold sets next to nothing", () => {
    const set = (tempC: number, minutes: number) => sumOf(PRACTICE_FORMULAS, "harm.set", { tempC, minutes }).value;
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (tempC, minutes, more) => {
          expect(set(tempC + more, minutes)).toBeGreaterThanOrEqual(set(tempC, minutes));
          expect(set(tempC, minutes + more)).toBeGreaterThanOrEqual(set(tempC, minutes));
          expect(set(tempC, minutes)).toBeLessThanOrEqual(1);
        },
      ),
    );
    expect(set(20, 10)).toBeLessThan(0.07);
    expect(set(90, 1)).toBeGreaterThan(0.5);
  });

  it("heat is dearest where it sets, whatever it is that sets", () => {
    for (const family of FAMILY_IDS.filter(heatSets)) {
      expect(costOf("hot", family)).toBeGreaterThan(costOf("damp-neutral", family));
      expect(harmOfTest("steam", family)).toHaveLength(1);
    }
    expect(harmOfTest("steam", "gum-wax")).toEqual([]);
    // Whatever stirs what it is tried on stirs mould, and nothing else comes to harm by it.
    const stirring = EVIDENCE_IDS.filter((test) => testOf(test).stirs);
    expect(stirring.length).toBeGreaterThan(0);
    for (const test of stirring) {
      expect(harmOfTest(test, "mould")[0]?.minutes.value).toBeGreaterThan(0);
      expect(harmOfTest(test, "mould")[0]!.minutes.value).toBeLessThan(costOf("brush-neutral", "mould"));
      expect(harmOfTest(test, "rust")).toEqual([]);
    }
    for (const { begins, families } of CHEMISTRY)
      for (const id of begins) for (const family of families) expect(beginOf(id).suits).not.toContain(family);
  });
});

describe("the debrief", () => {
  it("judges each move by what was known then, and every number gives itself again", () => {
    for (const mark of cases.slice(0, 40)) {
      const moves: Move[] = [{ do: "test", test: "owner" }, { do: "hint" }, begin("enzyme")];
      const { judged, score, spentMin, harmMin, right } = debriefOf(mark, moves);
      expect(judged).toHaveLength(3);
      for (const { costs } of judged) {
        expect(costs.value).toBeGreaterThanOrEqual(0);
        expect(recomputed(costs.working)).toBeCloseTo(costs.value, 9);
      }
      // Owner: a minute, and one to reach for it; a hint is five.
      expect(spentMin.value).toBe(7);
      expect(harmMin.value).toBeCloseTo(costOf("enzyme", mark.truth), 9);
      expect(right).toBe(mark.truth === "protein" || mark.truth === "urine");
      expect(recomputed(score.working)).toBeCloseTo(score.value, 9);
      expect(score.value).toBeCloseTo(100 * Math.exp(-(7 + harmMin.value) / 90), 6);
    }
  });

  it("the planner's own moves cost nothing by what it knew, and playing on from a moment keeps what was before", () => {
    for (const mark of cases.slice(0, 40)) {
      const moves = playedOn(mark);
      expect(debriefOf(mark, moves).mattered).toEqual([]);
      expect(playedOn(mark, moves.slice(0, 2)).slice(0, 2)).toEqual(moves.slice(0, 2));
      expect(playedOn(mark, moves.slice(0, 2))).toEqual(moves);
    }
  });

  it("what is expected of a beginning lies between its best and its worst", () => {
    const { chances } = diagnose({ owner: "hot-drink" });
    for (const id of BEGIN_IDS) {
      const costs = FAMILY_IDS.map((family) => costOf(id, family));
      expect(expectedMin(id, chances)).toBeGreaterThanOrEqual(0);
      expect(expectedMin(id, chances)).toBeLessThanOrEqual(Math.max(...costs, 36));
    }
  });
});

describe("the score cannot be had cheaply", () => {
  const scores = (play: (mark: (typeof cases)[number], at: number) => Move[]) =>
    median(cases.map((mark, at) => outcomeOf(mark, play(mark, at)).score.value));

  it("the planner has at least 90 of 100 at the median", () =>
    expect(scores((mark) => playedOn(mark))).toBeGreaterThanOrEqual(90));

  it.each(BEGIN_IDS)("always %s at once: at most 70", (id) =>
    expect(scores(() => [begin(id)])).toBeLessThanOrEqual(70),
  );

  it("all tests first, then the best: at most 70", () => {
    const all = EVIDENCE_IDS.map((test): Move => ({ do: "test", test }));
    const score = scores((mark) => {
      const decision = decide(diagnose(knownBefore(all, mark)).chances);
      return [...all, begin(isCommon(decision) ? "damp-neutral" : rightFor(decision.leader))];
    });
    expect(score).toBeLessThanOrEqual(70);
  });

  it("ten ways of guessing: at most 70", () => {
    for (let way = 0; way < 10; way++) {
      const score = scores((_, at) => {
        const { pick } = chanceOf(seedOf(at * 31 + way * 7919));
        const tests = EVIDENCE_IDS.filter(() => pick([true, false]));
        return [...tests.map((test): Move => ({ do: "test", test })), begin(pick(BEGIN_IDS))];
      });
      expect(score).toBeLessThanOrEqual(70);
    }
  });
});

describe("the planner as it plays", () => {
  it("asks nothing twice, ends with one beginning, and puts no heat on what heat may set", () => {
    for (const mark of cases.slice(0, 120)) {
      const moves = playedOn(mark);
      const asked = moves.flatMap((move) => (move.do === "test" ? [move.test] : []));
      expect(new Set(asked).size).toBe(asked.length);
      expect(moves.filter((move) => move.do === "begin")).toHaveLength(1);
      expect(moves.at(-1)!.do).toBe("begin");
      if (!asked.includes("steam")) continue;
      const before = knownBefore(moves.slice(0, asked.indexOf("steam")), mark);
      const { beliefs } = diagnose(before);
      for (const { family, p } of beliefs) if (heatSets(family)) expect(p.value).toBeLessThanOrEqual(0.05);
    }
  });

  it("knows what its tests showed and nothing of the truth", () => {
    const [mark] = cases as [(typeof cases)[number]];
    const other = { ...mark, truth: mark.truth === "rust" ? ("ink" as const) : ("rust" as const) };
    expect(playedOn(other)).toEqual(playedOn(mark));
    expect(debriefOf(other, playedOn(mark)).planner).toEqual(debriefOf(mark, playedOn(mark)).planner);
  });
});

describe("what is kept of practice", () => {
  const moves = [{ do: "test" as const, test: "owner" as const }, begin("acid")];
  const result = { seed: "kwrtz", at: "2026-05-04T08:00:00Z", moves };

  it("takes what it wrote, and nothing else", () => {
    const running = { seed: "bbbbc", moves };
    expect(isPractice({ done: [result], running })).toBe(true);
    for (const wrong of [
      undefined,
      {},
      { done: [{ ...result, moves: moves.slice(0, 1) }] },
      { done: [{ ...result, moves: [{ do: "test", test: "toString" }, begin("acid")] }] },
      { done: [{ ...result, seed: "kelpa" }] },
      { done: [{ ...result, at: "yesterday" }] },
      { done: [], running: { seed: "kwrtz", moves: [{ do: "begin", begin: "constructor" }] } },
    ])
      expect(isPractice(wrong)).toBe(false);
  });

  it("grows by a move until it is full, then only by the one that ends it; the oldest result goes", () => {
    const { at } = result;
    const full = {
      done: Array.from({ length: MOST_RESULTS }, () => result),
      running: { seed: "kwrtz", moves: moves.slice(0, 1) },
    };
    expect(withMove(full, moves[0]!, at)!.running!.moves).toHaveLength(2);
    const long = {
      ...full,
      running: { seed: "kwrtz", moves: Array.from({ length: MOST_MOVES - 1 }, () => moves[0]!) },
    };
    expect(withMove(long, moves[0]!, at)).toBeUndefined();
    const ended = withMove(long, moves.at(-1)!, at)!;
    expect([ended.done.length, ended.done.at(-1)!.moves!.length]).toEqual([MOST_RESULTS, MOST_MOVES]);
    expect(isPractice(ended)).toBe(true);
    expect(withMove(ended, moves[0]!, at)).toEqual(ended);
    expect(withMove({ done: [] }, moves[0]!, at)).toEqual({ done: [] });
  });

  it("gives a slip of the hands back, and nothing that told something or is over", () => {
    const left = (...dos: PieceMove[]) =>
      withoutLast({ done: [], running: { seed: "bbbbbb", moves: dos } }).running!.moves.length;
    const vacuum: PieceMove = { do: "vacuum" };
    expect([left(vacuum), left(vacuum, { do: "steam" }), left(vacuum, { do: "handback" })]).toEqual([0, 1, 2]);
    expect([left(), left({ do: "find", what: "look" }), left({ do: "hint" })]).toEqual([0, 1, 1]);
    expect(left({ do: "proof", agents: ["neutral-cleaner"] })).toBe(1);
    expect(withoutLast({ done: [] })).toEqual({ done: [] });
  });

  it("gives what a past case came to, with its working, from its moves; one kept without moves stays a case", () => {
    const before = { seed: "bbbbc", at: result.at, score: 88, right: true, tests: 3 };
    expect(isPractice({ done: [before, result] })).toBe(true);
    expect(cameTo(before)).toBeUndefined();
    const { score, lost } = cameTo(result)!;
    expect(score).toEqual(outcomeOf(markCaseOf("kwrtz"), moves).score);
    expect(recomputed(score.working)).toBeCloseTo(score.value, 9);
    expect(Object.keys(lost)).toEqual(["what"]);
  });
});
