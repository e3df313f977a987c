import type { InstrumentId } from "@/core/ground/catalog/findings";

/** What each instrument can show; outside of it the reading is a slip of the finger, or a file that was made up. */
export const READING_RANGE: Record<InstrumentId, readonly [number, number]> = {
  moisture: [0, 100],
  ph: [0, 14],
  lamp: [0, 3],
  surface: [-20, 120],
  air: [-20, 60],
  gas: [0, 200],
};
