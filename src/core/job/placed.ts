import type { Finding, PlacedFinding } from "./schema";

/** True for what has a place and a size on the drawing; hair and smells belong to a whole zone. */
export const isPlaced = (finding: Finding): finding is PlacedFinding =>
  finding.kind !== "odour" && finding.kind !== "hair";
