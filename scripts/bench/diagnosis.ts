// How well and how quickly the next-test rule finds the first step, against other orders of testing, on made-up marks.
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { EVIDENCE_IDS, testOf, type Evidence, type EvidenceId } from "../../src/core/ground/catalog/evidence";
import { FAMILY_IDS } from "../../src/core/ground/catalog/families";
import { branches, gainBits, posterior } from "../../src/core/models/chance/bayes";
import { beginsLike, decide, isCommon } from "../../src/core/judgement/diagnosis/decision";
import { bestTest, heatSetChance, isEnough } from "../../src/core/judgement/diagnosis/nextTest";
import { TABLES } from "../../src/core/judgement/diagnosis/tables";
import { breaksForTruth } from "./unsafe";

const CASES = 2000;
const LOG_ODDS_SD = 0.7;
const ODD_ONES = 0.1;
export const NOISE = [0, 0.1, 0.2] as const;
export const OURS = "our next test";
const SEED = 20260504;

/** One made-up mark: what it really is, and what each test would show. */
interface Case {
  /** Indexes of the families it is made of; none for something the tables do not know. */
  truth: readonly number[];
  shows: Evidence;
}

function chance(seed: number) {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const pick = (weights: readonly number[]) => {
    let at = uniform() * weights.reduce((sum, weight) => sum + weight, 0);
    return Math.max(
      0,
      weights.findIndex((weight) => (at -= weight) < 0),
    );
  };
  return { uniform, normal, pick };
}

/** Marks whose truth is drawn from tables other than ours: every chance moved by a normal step in log-odds. */
function makeCases(noise: number, seed: number): Case[] {
  const { uniform, normal, pick } = chance(seed);
  return Array.from({ length: CASES }, () => {
    const odd = uniform() < ODD_ONES;
    const truth = odd ? (uniform() < 0.5 ? [pick(TABLES.priors), pick(TABLES.priors)] : []) : [pick(TABLES.priors)];
    const shows: Evidence = {};
    for (const test of EVIDENCE_IDS) {
      const columns = Object.entries(TABLES.columns[test]);
      const chances = columns.map(([, column]) => {
        const p = truth.length > 0 ? truth.reduce((sum, f) => sum + column[f]!, 0) / truth.length : 1 / columns.length;
        const odds = (p / (1 - p)) * Math.exp(LOG_ODDS_SD * normal());
        return odds / (1 + odds);
      });
      const outcome = uniform() < noise ? Math.floor(uniform() * columns.length) : pick(chances);
      shows[test] = columns[outcome]![0];
    }
    return { truth, shows };
  });
}

/** An order of testing: the next of the open tests, given the chances now. */
type Order = (open: readonly EvidenceId[], chances: readonly number[], random: () => number) => EvidenceId;

const inOrder =
  (order: readonly EvidenceId[]): Order =>
  (open) =>
    order.find((test) => open.includes(test))!;
const byInformation = [...EVIDENCE_IDS].sort((a, b) => informationAtStart(b) - informationAtStart(a));
function informationAtStart(test: EvidenceId): number {
  const start = posterior(TABLES.priors, []);
  return gainBits(start, branches(start, TABLES.lists[test]));
}
/** The order of the trade guide: cheapest first. The dry brush and the drop, which it names elsewhere, stand beside their like. */
const OF_THE_TRADE: readonly EvidenceId[] = [
  "owner",
  "place",
  "colour",
  "edge",
  "feel",
  "smell",
  "age",
  "dry",
  "towel",
  "drop",
  "swab",
  "ph",
  "lamp",
  "steam",
  "pile",
  "moisture",
];

const ORDERS: Record<string, Order> = {
  [OURS]: (open, chances) => bestTest(chances, open, TABLES)!,
  "best static order": inOrder(byInformation),
  "order of the trade guide": inOrder(OF_THE_TRADE),
  "random order": (open, _chances, random) => open[Math.floor(random() * open.length)]!,
};

interface Run {
  tests: number;
  minutes: number;
  right: boolean;
  /** Chance the decision was given, for calibration; none when it stayed with the common step. */
  sure?: number;
  unsafe: boolean;
  setByHeat: boolean;
}

const HEAT_LOCK = 0.05;

function runCase({ truth, shows }: Case, order: Order | undefined, random: () => number): Run {
  const columns: (readonly number[])[] = [];
  let open = [...EVIDENCE_IDS];
  let minutes = 0;
  let setByHeat = false;
  let chances = posterior(TABLES.priors, columns);
  for (;;) {
    // What could set protein or dye stays locked while either is likely, in every order alike.
    const allowed = open.filter((test) => testOf(test).puts !== "heat" || heatSetChance(chances) <= HEAT_LOCK);
    if (allowed.length === 0 || (order && isEnough(chances, allowed, TABLES))) break;
    const test = order ? order(allowed, chances, random) : allowed[0]!;
    open = open.filter((other) => other !== test);
    columns.push(TABLES.columns[test][shows[test]!]!);
    minutes += testOf(test).minutes;
    setByHeat ||=
      testOf(test).puts === "heat" &&
      heatSetChance(
        truth
          .map(() => 1 / truth.length)
          .reduce<number[]>(
            (all, p, index) => ((all[truth[index]!]! += p), all),
            FAMILY_IDS.map(() => 0),
          ),
      ) > 0;
    chances = posterior(TABLES.priors, columns);
  }
  const decision = decide(chances);
  const families = truth.map((f) => FAMILY_IDS[f]!);
  const right = isCommon(decision) ? families.length !== 1 : families.some((family) => beginsLike(family, decision));
  return {
    tests: columns.length,
    minutes,
    right,
    sure: isCommon(decision) ? undefined : decision.sure,
    unsafe: breaksForTruth(decision, families),
    setByHeat,
  };
}

export interface DiagnosisRow {
  noise: number;
  order: string;
  rightPct: number;
  tests: number;
  minutes: number;
  unsafe: number;
  setByHeat: number;
}

/** Every order on the same cases. @returns one row an order and noise level, and how well "sure" was kept by ours */
export function compareOrders(): {
  rows: DiagnosisRow[];
  calibration: { from: number; to: number; cases: number; sure: number; right: number }[];
} {
  const rows: DiagnosisRow[] = [];
  const ours: Run[] = [];
  NOISE.forEach((noise, level) => {
    const cases = makeCases(noise, SEED + level);
    for (const [order, choose] of [...Object.entries(ORDERS), ["all tests", undefined] as const]) {
      const { uniform } = chance(SEED);
      const runs = cases.map((each) => runCase(each, choose, uniform));
      const mean = (of: (run: Run) => number) => runs.reduce((sum, run) => sum + of(run), 0) / runs.length;
      rows.push({
        noise,
        order,
        rightPct: 100 * mean(({ right }) => Number(right)),
        tests: mean(({ tests }) => tests),
        minutes: mean(({ minutes }) => minutes),
        unsafe: runs.filter(({ unsafe }) => unsafe).length,
        setByHeat: runs.filter(({ setByHeat }) => setByHeat).length,
      });
      if (order === OURS) ours.push(...runs);
    }
  });
  const BANDS = [
    [0.6, 0.8],
    [0.8, 0.9],
    [0.9, 0.95],
    [0.95, 0.98],
    [0.98, 1.0001],
  ] as const;
  const calibration = BANDS.map(([from, to]) => {
    const inBand = ours.filter(({ sure }) => sure !== undefined && sure >= from && sure < to);
    const mean = (of: (run: Run) => number) =>
      inBand.length > 0 ? inBand.reduce((sum, run) => sum + of(run), 0) / inBand.length : NaN;
    return {
      from,
      to: Math.min(1, to),
      cases: inBand.length,
      sure: mean(({ sure }) => sure!),
      right: mean(({ right }) => Number(right)),
    };
  });
  return { rows, calibration };
}
