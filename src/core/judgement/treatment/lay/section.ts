import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { Kit } from "@/core/job/schema";
import { paceOf } from "@/core/judgement/learnt/own";
import { PACE } from "@/core/judgement/treatment/step/minutes";

/** What a brush loosened sinks back after about this, min. Judgement. */
const SINKS_BACK_MIN = 8;

/** As much as can be worked in and lifted before it sinks back, at this technician's pace, m². */
export function sectionOf({ experience }: Pick<Kit, "experience">): Worked {
  const minutes = (action: "work" | "towel-off") => ({
    value: PACE[action].minPerM2 * paceOf(experience, action).factor,
    basis: paceOf(experience, action).n > 0 ? ("measured" as const) : ("table" as const),
  });
  return sumOf(TREATMENT_FORMULAS, "treatment.section", {
    sinksBackMin: stated.table(SINKS_BACK_MIN),
    workMinPerM2: minutes("work"),
    liftMinPerM2: minutes("towel-off"),
  });
}

/** Sections of an area, alike in size. */
export const sectionsIn = (kit: Pick<Kit, "experience">, areaM2: number): number =>
  Math.max(1, Math.ceil(areaM2 / sectionOf(kit).value - 1e-9));
