import type { Kit } from "@/core/job/schema";
import { paceOf } from "@/core/judgement/learnt/own";
import { input, sumOf } from "@/core/ground/sums/working";
import type { HandsOn } from "./step";
import type { ActionId } from "@/core/ground/catalog/actions";

/** Minutes of hands-on work: a start, and minutes for each m² and round. Judgement, to be corrected by the technician's own log. */
export const PACE: Record<ActionId, { startMin: number; minPerM2: number }> = {
  "check-first": { startMin: 2, minPerM2: 0.5 },
  "fastness-check": { startMin: 2, minPerM2: 0 },
  presoak: { startMin: 1, minPerM2: 2 },
  "hair-lift": { startMin: 1.5, minPerM2: 2.5 },
  "dry-removal": { startMin: 1, minPerM2: 2.5 },
  scrape: { startMin: 4, minPerM2: 30 },
  agent: { startMin: 1.5, minPerM2: 12 },
  clean: { startMin: 1, minPerM2: 5 },
  rinse: { startMin: 1, minPerM2: 4 },
  "towel-off": { startMin: 0.5, minPerM2: 2 },
  air: { startMin: 0.5, minPerM2: 0 },
  extract: { startMin: 3, minPerM2: 1.2 },
  steam: { startMin: 3, minPerM2: 5 },
  "set-to-dry": { startMin: 3, minPerM2: 0 },
  "take-out": { startMin: 1, minPerM2: 0 },
  seams: { startMin: 0.5, minPerM2: 0 },
  beside: { startMin: 5, minPerM2: 0 },
  gas: { startMin: 10, minPerM2: 0 },
  "gas-out": { startMin: 5, minPerM2: 0 },
};

/**
 * Hands-on minutes for an action over an area, m², in a number of rounds or strokes, at the pace of the own log.
 * @param kit of which only the log counts
 */
export function handsOnMinutes(
  { experience }: Pick<Kit, "experience">,
  action: ActionId,
  areaM2: number,
  rounds = 1,
): HandsOn {
  const { factor, n } = paceOf(experience, action);
  const [startMin, minPerM2] = [PACE[action].startMin * factor, PACE[action].minPerM2 * factor];
  const basis = n > 0 ? "computed" : "table";
  const about =
    n > 0
      ? [
          input("your pace, of the table's, is in both", factor, "1", "measured"),
          input("steps of your own behind it", n, "1", "measured"),
        ]
      : [];
  const given = { startMin: { value: startMin, basis }, areaM2, minPerM2: { value: minPerM2, basis }, rounds } as const;
  return { ...sumOf("treatment.minutes", given, about), startMin };
}
