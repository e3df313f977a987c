// How well and how quickly the next-test rule finds the first step, against other orders of testing, on made-up marks.
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { EVIDENCE_IDS, testOf, type Evidence, type EvidenceId } from "../../src/core/ground/catalog/evidence";
import { FAMILY_IDS } from "../../src/core/ground/catalog/families";
import { branches, gainBits, posterior } from "../../src/core/models/chance/bayes";
import { beginsLike, decide, isCommon } from "../../src/core/judgement/diagnosis/decision";
import {
  heatSetChance,
  mostUseful,
  openTests,
  WORTH_DOING,
  type OpenTest,
} from "../../src/core/judgement/diagnosis/nextTest";
import { columnsOf, slipOf } from "../../src/core/judgement/diagnosis/slips";
import { atSlip, showsOf, slipLogsAfter, TABLES, type Tables } from "../../src/core/judgement/diagnosis/tables";
import { breaksForTruth } from "./unsafe";

const CASES = 8000;
const LOG_ODDS_SD = 0.7;
const ODD_ONES = 0.1;
export const NOISE = [0, 0.1, 0.2] as const;
export const OURS = "our next test";
const STATIC = "best static order";
const ALL = "all tests";
/** Not the seed the constants of the tables were chosen on. */
const SEED = 20261202;

/** One made-up mark: what it really is, and what each test would show, read once and read again. */
interface Case {
  /** Indexes of the families it is made of; none for something the tables do not know. */
  truth: readonly number[];
  shows: Evidence;
  again: Evidence;
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

/** How often each family is met, and what each test shows of it: our weights before any doubt of ours. */
const PRIORS = TABLES.priors.slice(0, FAMILY_IDS.length);
const SHOWS = Object.fromEntries(EVIDENCE_IDS.map((test) => [test, showsOf(test)])) as Record<EvidenceId, number[][]>;
const OUTCOMES = Object.fromEntries(EVIDENCE_IDS.map((test) => [test, Object.keys(testOf(test).outcomes)])) as Record<
  EvidenceId,
  string[]
>;

/** Marks whose truth is drawn from tables other than ours: every chance moved by a normal step in log-odds. */
function makeCases(noise: number, seed: number): Case[] {
  const { uniform, normal, pick } = chance(seed);
  return Array.from({ length: CASES }, () => {
    const odd = uniform() < ODD_ONES;
    const truth = odd ? (uniform() < 0.5 ? [pick(PRIORS), pick(PRIORS)] : []) : [pick(PRIORS)];
    const [shows, again]: [Evidence, Evidence] = [{}, {}];
    for (const test of EVIDENCE_IDS) {
      const names = OUTCOMES[test];
      const chances = SHOWS[test].map((column) => {
        const p = truth.length > 0 ? truth.reduce((sum, f) => sum + column[f]!, 0) / truth.length : 1 / names.length;
        const odds = (p / (1 - p)) * Math.exp(LOG_ODDS_SD * normal());
        return odds / (1 + odds);
      });
      const real = pick(chances);
      const read = () => names[uniform() < noise ? Math.floor(uniform() * names.length) : real]!;
      [shows[test], again[test]] = [read(), read()];
    }
    return { truth, shows, again };
  });
}

/** An order of testing: the next of the tests it may do, given the chances now. */
type Order = (open: readonly OpenTest[], chances: readonly number[], random: () => number, tables: Tables) => OpenTest;

const inOrder =
  (order: readonly EvidenceId[]): Order =>
  (open) =>
    open.reduce((best, each) => (order.indexOf(each.test) < order.indexOf(best.test) ? each : best));
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

/** Only ours reads a test a second time; the others have no rule for when. */
const ORDERS: Record<string, Order> = {
  [OURS]: (open, chances, _random, tables) => mostUseful(chances, open, tables).best!,
  [STATIC]: inOrder(byInformation),
  "order of the trade guide": inOrder(OF_THE_TRADE),
  "random order": (open, _chances, random) => open[Math.floor(random() * open.length)]!,
};

/** Where a run stands when no test left spares more than so many wrong first steps: the same rule for every order. */
interface Stop {
  tests: number;
  minutes: number;
  right: boolean;
  /** Chance the decision was given, for calibration; none when it stayed with the common step. */
  sure?: number;
  unsafe: boolean;
}

/** Stops from early to late; the program's own among them, and testing until nothing is left. */
export const STOPS = [0.1, 0.06, 0.04, 0.025, 0.015, 0.008, WORTH_DOING, 0.0015, -1] as const;
const OWN_STOP = STOPS.indexOf(WORTH_DOING);
const NEVER = STOPS.length - 1;
const HEAT_LOCK = 0.05;

interface SecondReadings {
  read: number;
  differed: number;
}

/**
 * One mark tested in one order.
 * @param last the last of STOPS that is wanted
 * @param before second readings of the marks before
 * @returns where it stood at each of STOPS, whether heat set what it is, and what was read twice
 */
function runCase(
  { truth, shows, again }: Case,
  order: Order,
  name: string,
  last: number,
  random: () => number,
  before: SecondReadings,
) {
  const repeats = name === OURS;
  const heatSets = truth.length > 0 && heatSetChance(FAMILY_IDS.map((_, f) => Number(truth.includes(f)))) > 0;
  const learnt = { ...TABLES, slipLogs: slipLogsAfter(before) };
  const [done, second]: [Evidence, Evidence] = [{}, {}];
  const stops: Stop[] = [];
  let [minutes, tests, setByHeat] = [0, 0, false];
  /** Second readings by where the program stops, and how many differed; nobody reads on for that. */
  let twice = { read: 0, differed: 0 };
  while (stops.length <= last) {
    const tables = atSlip(learnt, slipOf(learnt, done, second));
    const chances = posterior(tables.priors, columnsOf(tables, done, second));
    // What could set protein or dye stays locked while either is likely, in every order alike.
    const open = openTests(done, second).filter(
      ({ test, first }) =>
        (repeats || first === undefined) && (testOf(test).puts !== "heat" || heatSetChance(chances) <= HEAT_LOCK),
    );
    const { saves } = mostUseful(chances, open, tables);
    while (stops.length <= last && (open.length === 0 || saves < STOPS[stops.length]!))
      stops.push({ tests, minutes, ...judged(truth, chances) });
    if (stops.length <= OWN_STOP)
      twice = {
        read: Object.keys(second).length,
        differed: Object.entries(second).filter(([id, read]) => read !== done[id as EvidenceId]).length,
      };
    if (open.length === 0) break;
    const { test, first } = order(open, chances, random, tables);
    (first === undefined ? done : second)[test] = (first === undefined ? shows : again)[test]!;
    tests++;
    minutes += testOf(test).minutes;
    if (stops.length <= OWN_STOP) setByHeat ||= testOf(test).puts === "heat" && heatSets;
  }
  return { stops, setByHeat, twice };
}

/** Right: the first step is that of a family that is there; for a mark of none or of two, the common gentle one too. */
function judged(truth: readonly number[], chances: readonly number[]): Pick<Stop, "right" | "sure" | "unsafe"> {
  const decision = decide(chances);
  const families = truth.map((f) => FAMILY_IDS[f]!);
  return {
    right: isCommon(decision) ? families.length !== 1 : families.some((family) => beginsLike(family, decision)),
    sure: isCommon(decision) ? undefined : decision.sure,
    unsafe: breaksForTruth(decision, families),
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
  /** A first step for one family, and the wrong one, %. */
  wrongPct: number;
}

/** A point of an order's curve: so many tests on average, so many first steps right. */
export interface CurvePoint {
  tests: number;
  rightPct: number;
}

export interface Band {
  from: number;
  to: number;
  cases: number;
  sure: number;
  right: number;
}

/**
 * Every order on the same cases.
 * @param only these orders
 * @returns one row an order and noise, the curves, and how well "sure" was kept by ours */
export function compareOrders(only: readonly string[] = Object.keys(ORDERS)): {
  rows: DiagnosisRow[];
  curves: Record<number, Record<string, CurvePoint[]>>;
  calibration: Record<number, Band[]>;
} {
  const rows: DiagnosisRow[] = [];
  const curves: Record<number, Record<string, CurvePoint[]>> = {};
  const calibration: Record<number, Band[]> = {};
  NOISE.forEach((noise, level) => {
    const cases = makeCases(noise, SEED + level);
    // Ours comes first and reads twice; the others reckon with the slips that it has learnt.
    let before: SecondReadings = { read: 0, differed: 0 };
    const ofNoise: Record<string, CurvePoint[]> = (curves[noise] = {});
    for (const [order, choose] of Object.entries(ORDERS).filter(([order]) => only.includes(order))) {
      const { uniform } = chance(SEED);
      const last = order === STATIC ? NEVER : NEVER - 1;
      const runs = cases.map((each) => {
        const run = runCase(each, choose, order, last, uniform, before);
        before = { read: before.read + run.twice.read, differed: before.differed + run.twice.differed };
        return run;
      });
      const at = (stop: number, of: (stop: Stop) => number) =>
        runs.reduce((sum, { stops }) => sum + of(stops[stop]!), 0) / runs.length;
      const rowAt = (stop: number, name: string): DiagnosisRow => ({
        noise,
        order: name,
        rightPct: 100 * at(stop, ({ right }) => Number(right)),
        tests: at(stop, ({ tests }) => tests),
        minutes: at(stop, ({ minutes }) => minutes),
        unsafe: runs.filter(({ stops }) => stops[stop]!.unsafe).length,
        setByHeat: runs.filter(({ setByHeat }) => setByHeat).length,
        wrongPct: 100 * at(stop, ({ right, sure }) => Number(!right && sure !== undefined)),
      });
      rows.push(rowAt(OWN_STOP, order));
      if (order === STATIC) rows.push(rowAt(NEVER, ALL));
      ofNoise[order] = STOPS.slice(0, NEVER).map((_, stop) => rowAt(stop, order));
      if (order === OURS) calibration[noise] = bandsOf(runs.map(({ stops }) => stops[OWN_STOP]!));
    }
  });
  return { rows, curves, calibration };
}

const BANDS = [
  [0.55, 0.7],
  [0.7, 0.8],
  [0.8, 0.9],
  [0.9, 0.95],
  [0.95, 0.98],
  [0.98, 1.0001],
] as const;

function bandsOf(runs: readonly Stop[]): Band[] {
  return BANDS.map(([from, to]) => {
    const inBand = runs.filter(({ sure }) => sure !== undefined && sure >= from && sure < to);
    const mean = (of: (run: Stop) => number) =>
      inBand.length > 0 ? inBand.reduce((sum, run) => sum + of(run), 0) / inBand.length : NaN;
    return {
      from,
      to: Math.min(1, to),
      cases: inBand.length,
      sure: mean(({ sure }) => sure!),
      right: mean(({ right }) => Number(right)),
    };
  });
}

/**
 * Reads a curve between its points; beyond its ends undefined.
 * @param x what is given, y what is wanted
 */
export function readCurve(
  points: readonly CurvePoint[],
  x: keyof CurvePoint,
  y: keyof CurvePoint,
  at: number,
): number | undefined {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if (at >= Math.min(a[x], b[x]) && at <= Math.max(a[x], b[x]) && a[x] !== b[x])
      return a[y] + ((b[y] - a[y]) * (at - a[x])) / (b[x] - a[x]);
  }
  return undefined;
}
