import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { testOf } from "@/core/ground/catalog/evidence";
import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import { LADDERS } from "@/core/ground/catalog/ladders";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import { dwellFactor, strengthFactor } from "@/core/judgement/treatment/step/effect";
import { CHEMISTRY, type BeginId } from "./begins";
import { STEAM } from "./markPlay";
import { harm, worstOf, type Loss } from "./losses";
import { PIECE_ZONE, type PieceCase } from "./pieceCase";
import { clockOf, clothTempOf, strengthOf, type PieceMove } from "./pieceMoves";
import type { Spill } from "./spills";
import { sankBackOf, type Round, type Treated } from "./treated";

/** What became of a spill: what is still to be seen, what was set, what ran in and comes back. */

export interface SpillLeft {
  left: Worked;
  returns: Worked;
}

/** How fast a round moves it: what its ladder begins with, what comes later there, a plain cleaner, anything else. Judgement. */
const RATE = { first: 2.2, later: 1.1, plain: 0.5, other: 0.2 };
/** Gone over with all the rest, of what it would move worked on alone. Judgement. */
const ALL_OVER = 0.35;
const PLAIN: readonly AgentId[] = ["neutral-cleaner", "shampoo"];
/** More than this cannot be seen any more by somebody who does not know. Judgement. */
const SEEN_FROM = 0.2;
/** What comes back out of what lies under the face, of all that ran there. Judgement. */
const RAN_SHARE = { face: 0, foam: 0.6, below: 1 } as const;
/** Called back, and done again from below, min. Judgement. */
const RETURNS_MIN = 120;
/** Lukewarm sets nothing: only what is warmer counts, °C. Common practice, no source. */
const SETS_FROM_C = 40;
const WARM_MIN = 1;
/** Once so little is there nothing is left to set. Judgement. */
const GONE = 0.05;

/** On which rung of its ladder an agent stands, the first is 0; -1 on none. */
const rungOf = (agent: AgentId, family: FamilyId): number =>
  agent === "water"
    ? -1
    : LADDERS[family].findIndex(({ does }) => does.some((each) => each.action === "agent" && each.agent === agent));

function rateOf({ agent, onSpill }: Round, family: FamilyId): number {
  const rung = rungOf(agent, family);
  const rate = rung === 0 ? RATE.first : rung > 0 ? RATE.later : PLAIN.includes(agent) ? RATE.plain : RATE.other;
  return onSpill ? rate : rate * ALL_OVER;
}

/** What a round leaves of the mark. */
function roundOn(treated: Treated, round: Round, family: FamilyId): Worked {
  const dwell = dwellOf(treated.context, PIECE_ZONE, round.agent, round.lPerM2);
  const shortestMin = dwell.min.value;
  const until = Math.min(round.liftedAt ?? treated.endMin, round.tools[0]?.at ?? Infinity);
  const lay = Math.min(dwell.max?.value ?? Infinity, Math.max(0, until - round.putAt));
  return sumOf(PRACTICE_FORMULAS, "practice.markRound", {
    rate: stated.table(rateOf(round, family)),
    strength: strengthFactor(strengthOf(round.agent, round.parts)),
    dwell: shortestMin > 0 ? Math.min(1.3, dwellFactor(lay, shortestMin)) : 1,
    sankBack: opened(sankBackOf(treated, round)),
  });
}

const leftAfter = (treated: Treated, rounds: readonly Round[], { truth }: Spill): Worked =>
  sumOf(PRACTICE_FORMULAS, "practice.markLeft", {
    leaves: rounds.map((round, at) =>
      opened(roundOn(treated, round, truth), `round ${at + 1}, ${agentOf(round.agent).name.toLowerCase()}`),
    ),
  });

/** @returns undefined where nothing was spilled */
export function spillNow({ spill }: PieceCase, treated: Treated): SpillLeft | undefined {
  if (!spill) return undefined;
  const rounds = byTime(treated);
  const digested = treated.spots.some(({ agent }) => rungOf(agent, spill.truth) === 0);
  return {
    left: leftAfter(treated, rounds, spill),
    returns: sumOf(PRACTICE_FORMULAS, "harm.returns", {
      ran: stated.table(RAN_SHARE[spill.ranTo]),
      wetStrokes: treated.passes,
      digested: digested ? 1 : 0,
    }),
  };
}

const byTime = ({ rounds, spots }: Treated): Round[] => [...rounds, ...spots].sort((a, b) => a.putAt - b.putAt);

/** What a first step of a mark alone is called there, by its agent. */
const AS_BEGUN: Partial<Record<AgentId, BeginId>> = {
  "acid-spotter": "acid",
  "acid-rinse": "acid",
  "alkaline-prespray": "degreaser",
  degreaser: "degreaser",
  peroxide: "peroxide",
};

/** Heat at the cloth by what was done, a test with steam among it. */
function heatOf(move: PieceMove): { tempC: number; minutes: number } | undefined {
  if (move.do === "test") return testOf(move.test).puts === "heat" ? STEAM : undefined;
  const tempC = clothTempOf(move);
  return tempC === undefined ? undefined : { tempC, minutes: WARM_MIN };
}

/** What heat and the wrong agent did to it while it was still there, worst of each. */
function harmsOf(spill: Spill, treated: Treated, piece: PieceCase, moves: readonly PieceMove[]): Loss[] {
  const clock = clockOf(piece, moves);
  const rounds = byTime(treated);
  const leftAt = (minutes: number) =>
    leftAfter(
      treated,
      rounds.filter(({ liftedAt = Infinity }) => liftedAt < minutes),
      spill,
    );
  const heats = familyOf(spill.truth).heatSets
    ? moves.flatMap((move, at) => {
        const heat = heatOf(move);
        if (!heat || heat.tempC <= SETS_FROM_C) return [];
        const left = leftAt(clock[at]!);
        if (left.value < GONE) return [];
        const set = sumOf(PRACTICE_FORMULAS, "harm.set", { tempC: heat.tempC, minutes: stated.table(heat.minutes) });
        return [sumOf(PRACTICE_FORMULAS, "harm.setOf", { set: opened(set), left: opened(left) })];
      })
    : [];
  const wrong = rounds.flatMap(({ agent, putAt }) => {
    const begin = AS_BEGUN[agent];
    return CHEMISTRY.filter(
      ({ begins, families }) => begin && begins.includes(begin) && families.includes(spill.truth),
    ).map(({ share, words }) => ({
      words,
      share: sumOf(PRACTICE_FORMULAS, "harm.setOf", {
        set: stated.table(share, "share that it sets or spoils"),
        left: opened(leftAt(putAt)),
      }),
    }));
  });
  const worst = worstOf(wrong.map(({ share }) => share))[0];
  return [
    ...worstOf(heats).map((share) => harm("set", "heat", "Heat set what was spilled for good.", share)),
    ...(worst ? [harm("bound", "what", wrong.find(({ share }) => share === worst)!.words, worst)] : []),
  ];
}

/** What went wrong with the spill. @param par what knowing hands leave of it */
export function spillLosses(
  piece: PieceCase,
  treated: Treated,
  moves: readonly PieceMove[],
  par: { left: number; returns: number } | undefined,
): Loss[] {
  const { spill } = piece;
  const now = spillNow(piece, treated);
  if (!spill || !now) return [];
  return [
    ...harmsOf(spill, treated, piece, moves),
    {
      id: "mark",
      decision: "what",
      words: "The mark is still to be seen.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.soil", {
        left: opened(now.left),
        target: Math.max(SEEN_FROM, par?.left ?? 0),
      }),
    },
    {
      id: "returns",
      decision: "ran",
      words: "What ran in came up again: seen and smelt when it is warm.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.back", {
        returns: opened(now.returns),
        parReturns: par?.returns ?? 0,
        minutes: stated.table(RETURNS_MIN),
      }),
    },
  ];
}
