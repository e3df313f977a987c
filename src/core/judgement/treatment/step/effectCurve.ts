import { input, worked, type Worked } from "@/core/ground/sums/working";
import type { Step } from "./step";
import { soilLeft } from "./effect";

/** What more dwell or more strength would buy, drawn as curves. */

/** What is turned about a planned step. */
interface Turned {
  /** Product in the mix, times the planned. */
  strength?: number;
  dwellMin?: number;
}

/** Share of soil left after a step that works on a panel, as planned or turned. */
export function soilLeftBy({ effort }: Step, { strength = 1, dwellMin }: Turned = {}): Worked | undefined {
  return effort && soilLeft({ ...effort, strength: effort.strength * strength, dwellMin: dwellMin ?? effort.dwellMin });
}

interface EffectCurve {
  /** Times the planned strength. */
  strength: number;
  points: { minutes: number; left: number }[];
}

const CURVE_STRENGTHS = [0.5, 1, 2];
const POINTS = 24;
/** Another minute that takes out less than this share is not worth the wait. */
const WORTH_A_MINUTE = 0.005;

/** What more dwell or more strength would buy. @returns curves of soil left by minutes, and the minute after which waiting stops paying */
export function effectOf(step: Step): { curves: EffectCurve[]; stopsPayingMin: Worked } | undefined {
  if (!step.effort) return undefined;
  const plannedMin = step.effort.dwellMin;
  const last = Math.max(plannedMin * 4, step.dwell?.max?.value ?? 0);
  const leftAt = (minutes: number, strength: number) => soilLeftBy(step, { dwellMin: minutes, strength })!.value;
  let stops = plannedMin;
  while (stops < last && leftAt(stops, 1) - leftAt(stops + 1, 1) >= WORTH_A_MINUTE) stops += 0.5;
  return {
    curves: CURVE_STRENGTHS.map((strength) => ({
      strength,
      points: Array.from({ length: POINTS + 1 }, (_, index) => ({
        minutes: (last * index) / POINTS,
        left: leftAt((last * index) / POINTS, strength),
      })),
    })),
    stopsPayingMin: worked("treatment.stopsPaying", stops, "min", [
      input("planned dwell", plannedMin, "min"),
      input("another minute must take out", WORTH_A_MINUTE, "1", "table"),
    ]),
  };
}
