import type { Worked } from "@/core/ground/sums/working";

/**
 * The longest drying of any zone, h; 0 when nothing gets wet, Infinity when one does not dry.
 * @example longestDryH({ seat: { hours: entered("hours", 5, "h") }, mat: { hours: entered("hours", 9, "h") } }) // 9
 */
export const longestDryH = (drying: Record<string, { hours: Worked }>): number =>
  Math.max(0, ...Object.values(drying).map(({ hours }) => hours.value));
