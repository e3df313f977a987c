import type { AgentId } from "@/core/ground/catalog/agentIds";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { contextOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import { soilLeft } from "@/core/judgement/treatment/step/effect";
import { passesLeave } from "@/core/judgement/treatment/step/soilRates";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import { PIECE_ZONE, type PieceCase } from "./pieceCase";
import {
  agitationOf,
  clockOf,
  isOnSpill,
  momentAt,
  partsAt,
  strengthOf,
  trueJob,
  wets,
  type PieceMove,
} from "./pieceMoves";

/** What hands did to a whole piece, as the cloth meets it, and the soil that it leaves. */

/** A round of cleaner and what followed it. */
export interface Round {
  agent: AgentId;
  parts: number;
  lPerM2: number;
  tempC: number;
  putAt: number;
  /** When it was lifted, by whatever lifts. */
  liftedAt?: number;
  tools: { agitation: number; at: number }[];
  /** On the spill alone, not all over. */
  onSpill?: true;
}

/** The whole of what was done, as the cloth meets it. */
export interface Treated {
  context: Context;
  view: ZoneView;
  rounds: Round[];
  /** What went on the spill alone. */
  spots: Round[];
  passes: number;
  steams: number;
  vacuumedFirst: boolean;
  wetted: boolean;
  endMin: number;
  /** From when it dries: nothing was put on it or drawn off since. */
  dryFromMin: number;
}

export function treatedBy(piece: PieceCase, moves: readonly PieceMove[]): Treated {
  const clock = clockOf(piece, moves);
  const job = trueJob(piece, moves);
  const endMin = clock.at(-1)!;
  const context = contextOf(job, piece.kit, momentAt(endMin));
  const all: Round[] = [];
  const last = (onSpill: boolean) => all.findLast((round) => (round.onSpill ?? false) === onSpill);
  const wetAt = moves.findIndex(wets);
  const touchedAt = moves.findLastIndex(
    (move) => !isOnSpill(move) && (wets(move) || move.do === "draw" || move.do === "towel"),
  );
  const vacuumAt = moves.findIndex((move) => move.do === "vacuum");
  // What lifts all of it lifts what lies on the spill too.
  const lift = (at: number, onSpill: boolean) => {
    for (const round of all) if (round.onSpill || !onSpill) round.liftedAt ??= at;
  };
  moves.forEach((move, index) => {
    const at = clock[index]!;
    const onSpill = isOnSpill(move);
    if (move.do === "put") {
      const { agent, parts, lPerM2, tempC } = move;
      const round = { agent, parts, lPerM2, tempC, putAt: clock[index + 1]!, tools: [] };
      all.push(onSpill ? { ...round, onSpill } : round);
    } else if (move.do === "brush") last(onSpill)?.tools.push({ agitation: agitationOf(move.tool), at });
    else if (move.do === "towel" || move.do === "draw" || move.do === "rinse") lift(at, onSpill);
  });
  return {
    context,
    view: zoneViews(context.job)[0]!,
    rounds: all.filter(({ onSpill }) => !onSpill),
    spots: all.filter(({ onSpill }) => onSpill),
    passes: moves.reduce((sum, move) => sum + (move.do === "draw" ? move.wet : 0), 0),
    steams: moves.filter((move) => move.do === "steam").length,
    vacuumedFirst: vacuumAt >= 0 && (wetAt < 0 || vacuumAt < wetAt),
    wetted: wetAt >= 0,
    endMin,
    dryFromMin: clock[touchedAt + 1]!,
  };
}

/** Agents that are no cleaners move less of a panel's soil. Judgement. */
const CLEANS: Partial<Record<AgentId, number>> = {
  "neutral-cleaner": 1,
  shampoo: 1,
  "alkaline-prespray": 1,
  degreaser: 1,
  water: 0.4,
};
const OTHERS_CLEAN = 0.3;

/** What a round leaves: by the four factors, and what sank back before it was lifted. */
function roundLeaves(treated: Treated, round: Round): Worked {
  const { context, view, endMin } = treated;
  const dwell = dwellOf(context, PIECE_ZONE, round.agent, round.lPerM2);
  const longestMin = dwell.max?.value ?? dwell.min.value;
  const first = Math.min(round.tools[0]?.at ?? Infinity, round.liftedAt ?? endMin);
  const hard = Math.max(agitationOf("towel"), ...round.tools.map(({ agitation }) => agitation));
  // On glue it is put on and taken up with the same cloth.
  const dwellMin = isOnGlue(view) ? dwell.min.value : Math.min(longestMin, Math.max(0, first - round.putAt));
  const left = soilLeft({
    agent: round.agent,
    rounds: CLEANS[round.agent] ?? OTHERS_CLEAN,
    strength: strengthOf(round.agent, round.parts),
    dwellMin,
    shortestMin: Math.max(dwell.min.value, 0.1),
    agitation: hard,
    tempC: round.tempC,
  });
  return sumOf(PRACTICE_FORMULAS, "practice.roundLeft", {
    left: opened(left),
    sankBack: opened(sankBackOf(treated, round)),
  });
}

/** Share of what a round loosened that sank back before it was lifted. */
export function sankBackOf({ context, view }: Treated, { agent, lPerM2, putAt, liftedAt }: Round): Worked {
  const dwell = dwellOf(context, PIECE_ZONE, agent, lPerM2);
  const longestMin = dwell.max?.value ?? dwell.min.value;
  return isOnGlue(view)
    ? sumOf(PRACTICE_FORMULAS, "harm.sankBack", { waitedMin: 0, longestMin })
    : sumOf(PRACTICE_FORMULAS, "harm.sankBack", {
        waitedMin: liftedAt === undefined ? NEVER_MIN : liftedAt - putAt,
        longestMin: longestMin + SINKS_BACK_MIN,
      });
}

/** What was loosened waits so long for its towel after the longest dwell, min. Judgement. */
const SINKS_BACK_MIN = 8;
/** What nobody lifts waits for ever, min. */
const NEVER_MIN = 1e6;

/** What a round of neutral cleaner with a soft brush would leave here: what a trial patch shows. */
export function patchLeaves(piece: PieceCase): number {
  const treated = treatedBy(piece, []);
  return roundLeaves(treated, {
    ...{ agent: "neutral-cleaner", parts: partsAt("neutral-cleaner", 1), lPerM2: 0.12, tempC: 35 },
    ...{ putAt: 0, liftedAt: 8, tools: [{ agitation: agitationOf("soft-brush"), at: 6 }] },
  }).value;
}

/** @param inTime as if every round had been lifted before it sank back */
export function leftBy(treated: Treated, inTime = false): Worked {
  const { rounds, passes, steams } = treated;
  return sumOf(PRACTICE_FORMULAS, "practice.left", {
    leaves: [
      ...rounds.map((round, at) =>
        opened(roundLeaves(treated, inTime ? { ...round, liftedAt: liftInTime(round) } : round), `round ${at + 1}`),
      ),
      ...(passes > 0 ? [opened(passesLeave("extraction", passes), "drawn off")] : []),
      ...(steams > 0 ? [opened(passesLeave("steam", Math.min(2, steams)), "steam")] : []),
    ],
  });
}

/** When it was lifted, or right after it was worked in. */
const liftInTime = ({ liftedAt, tools, putAt }: Round): number =>
  Math.min(liftedAt ?? Infinity, (tools.at(-1)?.at ?? putAt) + SINKS_BACK_MIN);

/** How long an agent lay in the cloth, min: until the next thing that rinses it, or it is handed back. */
const LAY_MOST_MIN = 60;
export const layMin = ({ endMin }: Treated, round: Round): number =>
  Math.min(LAY_MOST_MIN, Math.max(0, (round.liftedAt ?? endMin + LAY_MOST_MIN) - round.putAt));
