// The planner plays whole pieces of practice against their truth: harm, promises, score, beside simple habits and beside the
// best of many plans that were searched with all of the truth known.
import { pieceCaseOf, type PieceCase } from "../../src/core/answers/practice/pieceCase";
import { partsAt, trueJob, type PieceMove } from "../../src/core/answers/practice/pieceMoves";
import { pieceOutcome, type Par, type PieceOutcome } from "../../src/core/answers/practice/pieceOutcome";
import { parOf, pieceLine } from "../../src/core/answers/practice/piecePlanner";
import { AIR_IDS, BRUSHES, LEVEL_IDS, PROMISES_H, PUT_AGENTS } from "../../src/core/answers/practice/pieces";
import { chanceOf, seedOf, type Chance } from "../../src/core/answers/practice/seeds";
import { wholeLine, wholeOf, wholeOutcome, wholeParOf } from "../../src/core/answers/practice/whole";

const CASES = 500;
const CABINS = 30;
/** Cases that a plan is searched for, and plans tried for each. */
const SEARCHED = 12;
const TRIES = 1000;
const HARMS = ["dye", "ph", "rub", "heat", "sag", "electrics", "paste", "breathed"];
/** The planner loses a case where it is beaten by so many minutes. */
const BEATEN_BY_MIN = 10;

const put = (lPerM2: number): PieceMove => ({
  do: "put",
  agent: "neutral-cleaner",
  parts: partsAt("neutral-cleaner", 1),
  lPerM2,
  tempC: 35,
});
const round = (tool: (typeof BRUSHES)[number], lPerM2 = 0.12): PieceMove[] => [
  put(lPerM2),
  { do: "wait", minutes: 6 },
  { do: "brush", tool },
  { do: "towel" },
];
const begin = (hours: number): PieceMove[] => [{ do: "air", how: "mover" }, { do: "promise", hours }, { do: "vacuum" }];
const back: PieceMove = { do: "handback" };

/** Done alike on every piece. */
const HABITS: Record<string, PieceMove[]> = {
  "doing nothing": [back],
  "always drawing off": [
    ...begin(8),
    ...round("medium-brush", 0.2).slice(0, 3),
    { do: "draw", wet: 2, dry: 6, tempC: 45 },
    back,
  ],
  "always the gentlest": [...begin(8), ...round("tamp"), { do: "rinse", agent: "water" }, back],
  "always three soft rounds": [
    ...begin(4),
    ...[1, 2, 3].flatMap(() => round("soft-brush")),
    { do: "rinse", agent: "acid-rinse" },
    back,
  ],
  "always steam": [...begin(8), ...round("medium-brush"), { do: "steam" }, { do: "towel" }, back],
};

const lost = ({ spentMin, harmMin }: PieceOutcome) => spentMin.value + harmMin.value;
const median = (of: readonly number[]) => [...of].sort((a, b) => a - b)[of.length >> 1]!;

/** Another plan near one: a move left out, done twice, set otherwise, or put somewhere else. */
function near(moves: readonly PieceMove[], { pick, uniform }: Chance): PieceMove[] {
  const body = moves.slice(0, -1);
  const at = Math.floor(uniform() * body.length);
  const move = body[at]!;
  const otherwise = (): PieceMove => {
    if (move.do === "put")
      return pick<PieceMove>([
        { ...move, agent: pick(PUT_AGENTS), parts: partsAt(pick(PUT_AGENTS), 1) },
        { ...move, parts: partsAt(move.agent, pick([0.5, 1, 2])) },
        { ...move, lPerM2: pick([0.06, 0.12, 0.2]) },
      ]);
    if (move.do === "brush") return { do: "brush", tool: pick(BRUSHES) };
    if (move.do === "wait") return { do: "wait", minutes: pick([2, 4, 6, 9]) };
    if (move.do === "draw") return { ...move, wet: pick([1, 2, 3, 4]), dry: pick([2, 4, 6, 8]) };
    if (move.do === "air") return { do: "air", how: pick(AIR_IDS) };
    if (move.do === "promise") return { do: "promise", hours: pick(PROMISES_H) };
    return move;
  };
  const without = body.filter((_, index) => index !== at);
  const to = Math.floor(uniform() * (without.length + 1));
  const next = pick<PieceMove[]>([
    without,
    [...body.slice(0, at), move, ...body.slice(at)],
    body.map((each, index) => (index === at ? otherwise() : each)),
    body.map((each, index) => (index === at ? otherwise() : each)),
    [...without.slice(0, to), move, ...without.slice(to)],
  ]);
  return [...next, back];
}

/** The best of many plans, climbing from that of knowing hands. */
function searched(piece: PieceCase, par: Par, chance: Chance): { moves: PieceMove[]; minutes: number } {
  let moves = pieceLine(piece, [], trueJob);
  let best = lost(pieceOutcome(piece, moves, par));
  for (let at = 0; at < TRIES; at++) {
    const other = near(moves, chance);
    const minutes = lost(pieceOutcome(piece, other, par));
    if (minutes <= best) [moves, best] = [other, minutes];
  }
  return { moves, minutes: best };
}

/** @returns figures over all cases, and the letters of those the planner loses */
export function playPractice() {
  const cases = Array.from({ length: CASES }, (_, at) => {
    const piece = pieceCaseOf(LEVEL_IDS[at % LEVEL_IDS.length]! + seedOf(at * 3571 + 29));
    const par = parOf(piece);
    return { piece, par, outcome: pieceOutcome(piece, pieceLine(piece), par) };
  });
  const harmed = cases.filter(({ outcome }) => outcome.losses.some(({ id }) => HARMS.includes(id)));
  const late = cases.filter(({ outcome }) => outcome.losses.some(({ id }) => id === "late"));
  const habits = Object.entries(HABITS).map(([name, moves]) => ({
    name,
    score: median(cases.map(({ piece, par }) => pieceOutcome(piece, moves, par).score.value)),
  }));
  const beaten = cases.slice(0, SEARCHED).map(({ piece, par, outcome }) => {
    // What finding out takes, a plan that knows everything is not charged.
    const best = searched(piece, par, chanceOf(seedOf(77)));
    const found = pieceOutcome(piece, best.moves, par);
    return {
      seed: piece.seed,
      minutes: outcome.harmMin.value - best.minutes,
      soil: outcome.left.value - found.left.value,
      hands: outcome.handsMin.value - found.handsMin.value,
    };
  });
  const cabins = Array.from({ length: CABINS }, (_, at) => {
    const whole = wholeOf("m" + seedOf(at * 3571 + 29));
    return wholeOutcome(whole, wholeLine(whole), wholeParOf(whole)).score.value;
  });
  return {
    cabins: median(cabins),
    score: median(cases.map(({ outcome }) => outcome.score.value)),
    harmed: harmed.map(({ piece }) => piece.seed),
    keptPct: 100 * (1 - late.length / CASES),
    habits,
    behindMin: median(beaten.map(({ minutes }) => minutes)),
    soilBehindPct: 100 * median(beaten.map(({ soil }) => soil)),
    handsBehindMin: median(beaten.map(({ hands }) => hands)),
    lost: beaten.filter(({ minutes }) => minutes > BEATEN_BY_MIN).map(({ seed }) => seed),
  };
}
