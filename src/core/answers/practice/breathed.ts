import { own } from "@/core/job/lookUp";
import { agentOf } from "@/core/ground/catalog/agents";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { stated, sumOf } from "@/core/ground/sums/working";
import { harm, worstOf, type Loss } from "./losses";
import type { PieceCase } from "./pieceCase";
import { airNow, type PieceMove } from "./pieceMoves";
import { AIRS } from "./pieces";
import { SPILL_M2 } from "./spills";
import type { Treated } from "./treated";

/** Room around the piece, m³. Judgement. */
const ROOM_M3 = { cabin: 8, other: 40 };
/** Air changes an hour by how it stands open. Judgement. */
const CHANGES_PER_H = { shut: 0.5, gap: 3, doors: 10 } as const;
/** Solvents of the trade, g/L, and what their labels' limits come to in an hour, mg/m³. Judgement, after common labels. */
const G_PER_L = 780;
const LIMIT_MG_PER_M3 = 500;
/** So long somebody stands over it, h. Judgement. */
const STAYS_H = 0.5;

/** What was breathed of solvent in too little air; the worst of its puttings on. */
export function breathedBy(piece: PieceCase, { view }: Treated, moves: readonly PieceMove[]): Loss[] {
  const template = own(piece.job.pieces.byId, view.zone.pieceId)!.template;
  const shares = moves.flatMap((move, at) => {
    if (move.do !== "put" || !agentOf(move.agent).groups.includes("solvent")) return [];
    const areaM2 = move.on === "spill" ? SPILL_M2 : view.areaM2.value;
    return [
      sumOf(PRACTICE_FORMULAS, "harm.breathed", {
        grams: areaM2 * move.lPerM2 * G_PER_L,
        roomM3: stated.table(template === "cabin" ? ROOM_M3.cabin : ROOM_M3.other),
        changesPerH: stated.table(CHANGES_PER_H[AIRS[airNow(moves.slice(0, at))].air.space]),
        hours: stated.table(STAYS_H),
        limitMgPerM3: stated.table(LIMIT_MG_PER_M3),
      }),
    ];
  });
  return worstOf(shares).map((share) =>
    harm("breathed", "strong", "Solvent in too little air: breathed, and the day is over.", share),
  );
}
