import { describe, expect, it } from "vitest";
import { EVIDENCE, EVIDENCE_IDS, REPEATABLE_IDS, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, MarkFinding } from "@/core/job/schema";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { planJob } from "@/core/judgement/treatment/plan/plan";
import { adviseTests } from "@/core/judgement/treatment/mark/testAdvice";
import { branches, entropyBits, gainBits } from "@/core/models/chance/bayes";
import { decide, isCommon } from "./decision";
import { diagnose } from "./diagnose";
import { mostUseful, nextTest, openTests, promiseOf } from "./nextTest";
import { withOwnPrior, withOwnWeight } from "./ownTables";
import { TABLES, tablesWith } from "./tables";

// Quinlan 1986, the play-tennis set of fourteen mornings, written down from memory: outlook, temperature, humidity,
// windy, play.
const MORNINGS = `
    sunny hot high no N / sunny hot high yes N / overcast hot high no P /
    rain mild high no P / rain cool normal no P / rain cool normal yes N /
    overcast cool normal yes P / sunny mild high no N / sunny cool normal no P /
    rain mild normal no P / sunny mild normal yes P / overcast mild high yes P /
    overcast hot normal no P / rain mild high yes N`
  .trim()
  .split(/ \/\s+/)
  .map((line) => line.split(" "));

describe("information", () => {
  it("agrees with Quinlan's figures", () => {
    const share = (word: string) => MORNINGS.filter((row) => row[4] === word).length / MORNINGS.length;
    const chances = [share("P"), share("N")];
    expect(entropyBits(chances)).toBeCloseTo(0.9403, 4);
    const gainOf = (column: number) => {
      const outcomes = [...new Set(MORNINGS.map((row) => row[column]))];
      const columns = outcomes.map((outcome) =>
        ["P", "N"].map(
          (play) =>
            MORNINGS.filter((row) => row[4] === play && row[column] === outcome).length /
            MORNINGS.filter((row) => row[4] === play).length,
        ),
      );
      return gainBits(chances, branches(chances, columns));
    };
    expect([0, 1, 2, 3].map((column) => Number(gainOf(column).toFixed(4)))).toEqual([0.2467, 0.0292, 0.1518, 0.0481]);
  });
});

describe("what to test next", () => {
  it("promises what the outcomes then bear out: chances after them average to the chances before", () => {
    const { chances } = diagnose({ colour: "yellow-brown", edge: "dark-rim" });
    for (const test of EVIDENCE_IDS) {
      const of = branches(chances, TABLES.lists[test]);
      chances.forEach((p, f) =>
        expect(of.reduce((sum, { chance, after }) => sum + chance * after[f]!, 0)).toBeCloseTo(p, 9),
      );
      const { rightNow, rightThen, stepGainBits } = promiseOf({ test }, chances, TABLES);
      // Looking never makes the best first step worse, on average.
      expect([stepGainBits >= 0, rightThen >= rightNow - 1e-12, rightThen <= 1 + 1e-9]).toEqual([true, true, true]);
    }
  });

  it("stops when no test left spares enough wrong first steps, or when none is left", () => {
    const waxed: Evidence = { owner: "wax", feel: "hard", edge: "sharp" };
    expect(nextTest(diagnose(waxed).chances, openTests(waxed), TABLES).enough).toBe(true);
    const vague = diagnose({ colour: "yellow-brown" }).chances;
    expect(nextTest(vague, openTests({ colour: "yellow-brown" }), TABLES).enough).toBe(false);
    expect(nextTest(vague, [], TABLES)).toMatchObject({ enough: true, ranked: [] });
    expect(isCommon(decide(vague))).toBe(true);
  });

  it("own weights take the table's place, and go back", () => {
    const own = withOwnWeight(undefined, "edge", "dark-rim", "tannin", 0.01);
    const p = (tables = TABLES) =>
      diagnose({ edge: "dark-rim" }, { tables, hints: [], shifts: {} }).beliefs.find(
        ({ family }) => family === "tannin",
      )!.p.value;
    expect(p(tablesWith(own))).toBeLessThan(p() / 10);
    expect(withOwnWeight(own, "edge", "dark-rim", "tannin", undefined)).toBeUndefined();
    expect(p(tablesWith(withOwnPrior(undefined, "tannin", 90)))).toBeGreaterThan(p());
  });
});

describe("a reading may be a slip", () => {
  const tannin = (evidence: Evidence, again: Evidence = {}) =>
    diagnose(evidence, undefined, again).beliefs.find(({ family }) => family === "tannin")!.p.value;
  const coffee: Evidence = { owner: "hot-drink", colour: "yellow-brown" };

  it("the same read twice says more than once, something else read then takes most of it back", () => {
    const once = tannin({ ...coffee, edge: "dark-rim" });
    expect(tannin({ ...coffee, edge: "dark-rim" }, { edge: "dark-rim" })).toBeGreaterThan(once);
    const doubted = tannin({ ...coffee, edge: "trail" }, { edge: "dark-rim" });
    expect(doubted).toBeGreaterThan(tannin({ ...coffee, edge: "trail" }));
    expect(doubted).toBeLessThan(once);
    // A second reading without a first says nothing.
    expect(tannin(coffee, { edge: "dark-rim" })).toBe(tannin(coffee));
  });

  it("one reading at odds with the rest is outvoted, and is the one worth reading again", () => {
    const doubted: [Evidence, EvidenceId, string][] = [
      [{ owner: "hot-drink", colour: "yellow-brown", feel: "hard", smell: "nothing" }, "feel", "tannin"],
      [{ owner: "hot-drink", colour: "orange", edge: "dark-rim", feel: "nothing" }, "colour", "tannin"],
      [{ place: "contact", colour: "dark-same", feel: "powdery", edge: "feathered" }, "feel", "body-oil"],
    ];
    for (const [evidence, odd, family] of doubted) {
      const { leader, chances } = diagnose(evidence);
      const second = openTests(evidence).filter(({ first }) => first !== undefined);
      expect([leader, mostUseful(chances, second, TABLES).best!.test]).toEqual([family, odd]);
    }
  });

  it("what fits no family is none of them, and begins with the gentle step that suits all", () => {
    const nothing: Evidence = { owner: "wax", place: "ceiling", colour: "orange", edge: "trail", feel: "fuzzy" };
    const { chances, none, beliefs } = diagnose(nothing);
    expect(none.value).toBeGreaterThan(beliefs[0]!.p.value);
    expect(isCommon(decide(chances))).toBe(true);
  });

  it("what was asked or put on the cloth is never repeated, nor anything a third time", () => {
    const all = Object.fromEntries(EVIDENCE_IDS.map((test) => [test, Object.keys(EVIDENCE[test].outcomes)[0]!]));
    expect(openTests(all).map(({ test }) => test)).toEqual(REPEATABLE_IDS);
    for (const test of ["owner", "age", "place", "towel", "swab", "ph", "steam"] as const)
      expect(REPEATABLE_IDS).not.toContain(test);
    expect(openTests(all, all)).toEqual([]);
  });
});

describe("locked tests", () => {
  const known: Cloth = {
    material: "polyester",
    build: "cover-on-foam",
    careCode: "none",
    ageYears: 5,
    condition: "sound",
    neighbours: [],
    fastness: { water: 5 },
  };
  function locks(
    cloth: Cloth,
    finding: Partial<MarkFinding> = {},
    account: Job["account"] = { tried: [], users: [], allergies: [] },
  ) {
    let next = 0;
    const job = jobFromTemplate("settee", () => `i${next++}`, "2026-05-04T08:00:00Z", { cloth });
    job.account = account;
    const zoneId = job.zones.order.find((id) => job.zones.byId[id]!.part === "base-1")!;
    const mark: MarkFinding = {
      kind: "mark",
      zoneId,
      centre: { xMm: 100, yMm: 100 },
      size: { widthMm: 60, heightMm: 60 },
      evidence: {},
      ...finding,
    };
    job.findings = { byId: { m: mark }, order: ["m"] };
    const at = "2026-05-04T08:00:00Z";
    return adviseTests(
      contextOf(job, USUAL_KIT, at),
      zoneViews(job).find(({ id }) => id === zoneId)!,
      mark,
      planJob(job, USUAL_KIT, at).marks.m!,
    );
  }
  const DAMP: EvidenceId[] = ["towel", "drop", "ph"];
  const open = (advice: ReturnType<typeof locks>) => advice.ranked.map(({ test }) => test);

  it("water waits for its proof, and stays away from codes S and X", () => {
    expect(open(locks(known))).toEqual(expect.arrayContaining(DAMP));
    for (const cloth of [
      { ...known, fastness: {} },
      { ...known, careCode: "S" as const },
      { ...known, careCode: "X" as const },
      { ...known, fastness: { water: 3 } },
      {},
    ]) {
      const advice = locks(cloth);
      for (const test of DAMP)
        expect([test, advice.locks[test] !== undefined, open(advice).includes(test)]).toEqual([test, true, false]);
    }
  });

  it("heat waits until protein and dye together are at most one in twenty", () => {
    expect(locks(known).locks.steam).toContain("heat sets it");
    expect(locks(known, { evidence: { owner: "wax", feel: "hard", pile: "loaded" } }).locks.steam).toBeUndefined();
    expect(
      locks({ ...known, material: "wool" }, { evidence: { owner: "wax", feel: "hard", pile: "loaded" } }).locks.steam,
    ).toContain("Steam felts");
  });

  it("solvent obeys the care code, brushing waits where it may be mould, and a referral locks all that touches", () => {
    expect(locks({ ...known, careCode: "W" }).locks.swab).toContain("No solvent");
    expect(locks(known, { evidence: { edge: "specks", smell: "musty" } }).locks.dry).toContain("spores");
    const sewage = locks(known, { evidence: { owner: "sewage" } });
    expect(open(sewage).every((test) => ["place", "colour", "edge", "smell", "age"].includes(test))).toBe(true);
  });
});
