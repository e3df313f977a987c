import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { wetStroke } from "@/core/models/water/strokes";
import type { Extractor } from "@/core/judgement/shelf/shelf";
import { HAND_SPRAYED_L_PER_M2 } from "./amounts";

/** Water that goes on with each wet stroke: by the machine's own spray, or by hand sprayer ahead of it, L/m². */
export const strokeOn = ({ flowLPerMin, headWidthM, strokeMPerS }: Extractor, pace = 1): Worked =>
  flowLPerMin
    ? wetStroke({ flowLPerMin, headWidthM, strokeMPerS: strokeMPerS * pace })
    : sumOf(WATER_FORMULAS, "water.handSprayed", { lPerM2: stated.table(HAND_SPRAYED_L_PER_M2) });
