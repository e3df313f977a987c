import { EVIDENCE_IDS, testOf, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, familyOf, type FamilyId } from "@/core/ground/catalog/families";
import { input, worked, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { branches, entropyBits, gainBits } from "@/core/models/chance/bayes";
import { beginAlike, byBeginning, decide, decideAfter, isCommon, type Decision } from "./decision";
import type { Tables } from "./tables";

/** One test that could be done next, and what it is worth. */
interface TestWorth {
  test: EvidenceId;
  /** Expected information gain, bits. */
  gain: Worked;
  /** Chance that its outcome changes the first step. */
  change: Worked;
  /** Worth a minute: what they are ranked by. */
  worth: Worked;
}

export interface NextTest {
  decision: Decision;
  /** How sure the first step is, with the families that begin alike. */
  sure: Worked;
  /** Open tests, the most useful one per minute first. */
  ranked: TestWorth[];
  /** The first step is sure and no single open test would change it, or no test is left. */
  enough: boolean;
}

/** The first step is sure enough to stop at. */
const ENOUGH_AT = 0.9;
/** A test whose outcome changes the first step less often than this counts as one that does not. Judgement. */
const CHANGES_AT = 0.05;
/** Reaching for one more test costs as much as this many minutes, whatever the test. Judgement. */
const SET_UP_MIN = 8;
/** The chance that testing is over after it weighs as much as this many bits. Judgement. */
const ENDS_WEIGHT = 3;

/** What a test would do, in bare numbers. */
interface Promise {
  /** Expected information gain about the family, bits. */
  gainBits: number;
  /** The same about how treatment begins, bits. */
  stepGainBits: number;
  /** Chance that its outcome changes the first step. */
  change: number;
  /** Chance that it is enough after it. */
  ends: number;
}

/** What a test promises, given the chances now and the tests that are open beside it. */
export function promiseOf(
  test: EvidenceId,
  chances: readonly number[],
  now: Decision,
  open: readonly EvidenceId[],
  tables: Tables,
): Promise {
  const others = open.filter((other) => other !== test);
  const of = branches(chances, tables.lists[test]);
  let stepBits = entropyBits(byBeginning(chances));
  let change = 0;
  let ends = 0;
  for (const { chance, after } of of) {
    const then = decide(after);
    stepBits -= chance * entropyBits(byBeginning(after));
    if (then.key !== now.key) change += chance;
    if (isEnough(after, others, tables)) ends += chance;
  }
  return { gainBits: gainBits(chances, of), stepGainBits: Math.max(0, stepBits), change, ends };
}

const isSure = (decision: Decision) => !isCommon(decision) && decision.sure >= ENOUGH_AT;
const worth = ({ gainBits, stepGainBits, change, ends }: Promise, minutes: number) =>
  (gainBits + stepGainBits + change + ENDS_WEIGHT * ends) / (minutes + SET_UP_MIN);

/** True when a test's outcome changes the first step often enough to count. */
function mayChange(test: EvidenceId, chances: readonly number[], now: Decision, tables: Tables): boolean {
  let change = 0;
  for (const column of tables.lists[test]) {
    const { chance, key } = decideAfter(chances, column);
    if (key !== now.key) change += chance;
    if (change >= CHANGES_AT) return true;
  }
  return false;
}

/** True when the first step is sure and no single open test would change it, or none is open. */
export const isEnough = (chances: readonly number[], open: readonly EvidenceId[], tables: Tables): boolean => {
  const decision = decide(chances);
  return open.length === 0 || (isSure(decision) && !open.some((test) => mayChange(test, chances, decision, tables)));
};

/** The open test worth most a minute. */
export function bestTest(
  chances: readonly number[],
  open: readonly EvidenceId[],
  tables: Tables,
): EvidenceId | undefined {
  const decision = decide(chances);
  const valued = open.map((test) => ({
    test,
    value: worth(promiseOf(test, chances, decision, open, tables), testOf(test).minutes),
  }));
  return valued.reduce<(typeof valued)[number] | undefined>(
    (best, each) => (best && best.value >= each.value ? best : each),
    undefined,
  )?.test;
}

/**
 * What to test next, and whether it is enough.
 * @param chances of the families now, in the order of FAMILY_IDS
 * @param open tests not done, and allowed here
 */
export function nextTest(chances: readonly number[], open: readonly EvidenceId[], tables: Tables): NextTest {
  const decision = decide(chances);
  const promises = open.map((test) => ({ test, promise: promiseOf(test, chances, decision, open, tables) }));
  const ranked = promises
    .map(({ test, promise }) => worthOf(test, chances, promise))
    .sort((a, b) => b.worth.value - a.worth.value);
  const alike = FAMILY_IDS.flatMap((family, f) =>
    beginAlike(family, decision.leader) ? [{ value: chances[f]!, name: familyOf(family).name.toLowerCase() }] : [],
  );
  return {
    decision,
    sure: sumOf("diagnosis.sure", { families: alike }),
    ranked,
    enough: open.length === 0 || (isSure(decision) && promises.every(({ promise }) => promise.change < CHANGES_AT)),
  };
}

function worthOf(test: EvidenceId, chances: readonly number[], promise: Promise): TestWorth {
  const { gainBits: gain, stepGainBits, change, ends } = promise;
  const { minutes } = testOf(test);
  const before = entropyBits(chances);
  return {
    test,
    gain: sumOf("diagnosis.gain", { before, after: before - gain }),
    change: worked("diagnosis.change", change, "1", [
      input("outcomes that would change it, their chances together", change, "1"),
      input("sure now", decide(chances).sure, "1"),
    ]),
    worth: sumOf("diagnosis.worth", {
      gain,
      stepGain: stepGainBits,
      change,
      ends,
      weight: stated.table(ENDS_WEIGHT),
      minutes: stated.table(minutes),
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

/** The chance that heat would set it: of protein and dye together. */
export const heatSetChance = (chances: readonly number[]): number =>
  chances.reduce((sum, p, f) => (familyOf(FAMILY_IDS[f]!).heatSets ? sum + p : sum), 0);

/** Tests nobody has done on this mark yet; what is only hinted at can still be looked at. */
export const notDone = (evidence: Evidence): EvidenceId[] =>
  EVIDENCE_IDS.filter((test) => evidence[test] === undefined);
