import { EVIDENCE_IDS, REPEATABLE_IDS, testOf, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, familyOf, HYPOTHESES, type FamilyId } from "@/core/ground/catalog/families";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { branches, entropyBits, gainBits } from "@/core/models/chance/bayes";
import { beginAlike, byBeginning, decide, rightAtBest, type Decision } from "./decision";
import type { Tables } from "./tables";

/** A test that could be done now: for the first time, or once more after what it showed. */
export interface OpenTest {
  test: EvidenceId;
  /** What it showed the first time. */
  first?: string;
}

/** One test that could be done next, and what it is worth. */
interface TestWorth extends OpenTest {
  /** Expected information gain, bits. */
  gain: Worked;
  /** Wrong first steps it is expected to spare. */
  saves: Worked;
  /** Worth a minute: what they are ranked by. */
  worth: Worked;
}

export interface NextTest {
  decision: Decision;
  /** How sure the first step is, with the families that begin alike. */
  sure: Worked;
  /** Open tests, the most useful one per minute first. */
  ranked: TestWorth[];
  /** No single open test spares or tells enough to be worth it, or no test is left. */
  enough: boolean;
}

/** A test that promises less than this is not worth doing: wrong first steps spared, and what it tells besides. Judgement. */
export const WORTH_DOING = 0.0039;
/** Reaching for one more test costs as much as this many minutes, whatever the test. Judgement. */
const SET_UP_MIN = 8;
/** A bit learnt about the first step weighs as much as this share of wrong first steps. Judgement. */
const BIT_WEIGHT = 0.2;
/** The same where it is asked whether to go on at all: the more readings slip, the less one alone decides. Judgement. */
const goesOnBit = ({ slip }: Tables): number => 0.015 + 0.2 * slip;

/** What a test would do, in bare numbers. */
interface Promise {
  /** Chance that the best first step is the right one, now and after it on average. */
  rightNow: number;
  rightThen: number;
  /** Expected information gain about how treatment begins, bits. */
  stepGainBits: number;
}

const columnsOf = ({ test, first }: OpenTest, tables: Tables): readonly (readonly number[])[] =>
  first === undefined ? tables.lists[test] : tables.again[test]![first]!;

/** What a test promises, given the chances now. */
export function promiseOf(open: OpenTest, chances: readonly number[], tables: Tables): Promise {
  const now = byBeginning(chances);
  let [rightThen, bitsThen] = [0, 0];
  for (const { chance, after } of branches(chances, columnsOf(open, tables))) {
    const then = byBeginning(after);
    rightThen += chance * rightAtBest(then);
    bitsThen += chance * entropyBits(then);
  }
  return { rightNow: rightAtBest(now), rightThen, stepGainBits: Math.max(0, entropyBits(now) - bitsThen) };
}

const savesOf = ({ rightNow, rightThen }: Promise) => Math.max(0, rightThen - rightNow);
/** What going on with it promises: one reading may change no first step, and two that agree do. */
const goesOnFor = (promise: Promise, tables: Tables) => savesOf(promise) + goesOnBit(tables) * promise.stepGainBits;
const worth = (promise: Promise, { test }: OpenTest) =>
  (savesOf(promise) + BIT_WEIGHT * promise.stepGainBits) / (testOf(test).minutes + SET_UP_MIN);

/** The open test worth most a minute, and the most wrong first steps that any of them spares. */
export function mostUseful(
  chances: readonly number[],
  open: readonly OpenTest[],
  tables: Tables,
): { best: OpenTest | undefined; saves: number } {
  let [saves, most, best] = [0, -Infinity, undefined as OpenTest | undefined];
  for (const each of open) {
    const promise = promiseOf(each, chances, tables);
    saves = Math.max(saves, goesOnFor(promise, tables));
    if (worth(promise, each) > most) [most, best] = [worth(promise, each), each];
  }
  return { best, saves };
}

/**
 * What to test next, and whether it is enough.
 * @param chances now, in the order of HYPOTHESES
 * @param open tests allowed here, not done or worth a second reading
 */
export function nextTest(chances: readonly number[], open: readonly OpenTest[], tables: Tables): NextTest {
  const decision = decide(chances);
  const promises = open.map((each) => ({ each, promise: promiseOf(each, chances, tables) }));
  const ranked = promises
    .map(({ each, promise }) => worthOf(each, chances, promise, tables))
    .sort((a, b) => b.worth.value - a.worth.value);
  const alike = FAMILY_IDS.flatMap((family, f) =>
    beginAlike(family, decision.leader) ? [{ value: chances[f]!, name: familyOf(family).name.toLowerCase() }] : [],
  );
  return {
    decision,
    sure: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.sure", { families: alike }),
    ranked,
    enough: !promises.some(({ promise }) => goesOnFor(promise, tables) >= WORTH_DOING),
  };
}

function worthOf(open: OpenTest, chances: readonly number[], promise: Promise, tables: Tables): TestWorth {
  const before = entropyBits(chances);
  const saves = sumOf(DIAGNOSIS_FORMULAS, "diagnosis.saves", { then: promise.rightThen, now: promise.rightNow });
  return {
    ...open,
    gain: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.gain", {
      before,
      after: before - gainBits(chances, branches(chances, columnsOf(open, tables))),
    }),
    saves,
    worth: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.worth", {
      saves,
      stepGain: promise.stepGainBits,
      weight: stated.table(BIT_WEIGHT),
      minutes: stated.table(testOf(open.test).minutes),
      setUpMin: stated.table(SET_UP_MIN),
    }),
  };
}

/** The two likely families a test tells apart best: those whose outcomes differ most; undefined while only one is likely. */
export function tellsApart(
  test: EvidenceId,
  likely: readonly FamilyId[],
  tables: Tables,
): [FamilyId, FamilyId] | undefined {
  let best: { pair: [FamilyId, FamilyId]; apart: number } | undefined;
  for (const a of likely)
    for (const b of likely) {
      const [f, g] = [FAMILY_IDS.indexOf(a), FAMILY_IDS.indexOf(b)];
      const apart = tables.lists[test].reduce((sum, column) => sum + Math.abs(column[f]! - column[g]!), 0);
      if (a !== b && (!best || apart > best.apart + 1e-12)) best = { pair: [a, b], apart };
    }
  return best?.pair;
}

/** The chance that heat would set it: of protein, dye, and what is none of the families, together. */
export const heatSetChance = (chances: readonly number[]): number =>
  chances.reduce((sum, p, h) => (HYPOTHESES[h] === "none" || familyOf(FAMILY_IDS[h]!).heatSets ? sum + p : sum), 0);

/** Tests that may still tell something: not done yet, or done once and worth a second reading. */
export const openTests = (evidence: Evidence, again: Evidence = {}): OpenTest[] =>
  EVIDENCE_IDS.flatMap((test): OpenTest[] => {
    const first = evidence[test];
    if (first === undefined) return [{ test }];
    return again[test] === undefined && REPEATABLE_IDS.includes(test) ? [{ test, first }] : [];
  });
