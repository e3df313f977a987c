import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** From so large a floor on nobody brushes by hand, m². Judgement. */
const HALL_FROM_M2 = 15;

/** A floor that is worked by a brush on a motor. */
export const isHall = ({ role, piece: { lengthMm = 0, depthMm = 0 } }: Pick<ZoneView, "role" | "piece">): boolean =>
  role === "field" && (lengthMm * depthMm) / 1e6 >= HALL_FROM_M2;
