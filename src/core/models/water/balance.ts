import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { input, sumOf, type Worked } from "@/core/ground/sums/working";

/** Where every litre put on a zone has gone, L. */
export interface WaterBalance {
  on: Worked;
  toweled: Worked;
  drawnOff: Worked;
  left: Worked;
}

/**
 * Adds up a zone's water.
 * @param steps water in the cloth before and after each step and what it put on, L/m², in order
 * @param areaM2 of the zone, m² > 0
 * @returns litres; what was put on is what was towelled, drawn off and left
 * @example balanceOf([{ beforeLPerM2: 0, onLPerM2: 0.4, afterLPerM2: 0.2, by: "machine" }], 2).on.value // 0.8
 */
export function balanceOf(
  steps: readonly {
    beforeLPerM2: number;
    onLPerM2: number;
    afterLPerM2: number;
    by: "towel" | "machine" | "nothing";
  }[],
  areaM2: number,
): WaterBalance {
  const on = steps.reduce((sum, { onLPerM2 }) => sum + onLPerM2, 0);
  const off = (by: "towel" | "machine") =>
    steps.reduce((sum, step) => (step.by === by ? sum + step.beforeLPerM2 + step.onLPerM2 - step.afterLPerM2 : sum), 0);
  const left = steps.at(-1)?.afterLPerM2 ?? 0;
  const of = (lPerM2: number) =>
    sumOf(WATER_FORMULAS, "water.balance", { lPerM2, areaM2 }, [
      input("put on", on, "L/m2"),
      input("towelled off", off("towel"), "L/m2"),
      input("drawn off", off("machine"), "L/m2"),
      input("left", left, "L/m2"),
    ]);
  return { on: of(on), toweled: of(off("towel")), drawnOff: of(off("machine")), left: of(left) };
}
