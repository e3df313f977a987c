/** A clock with its nights rolled up, so that what is worked in keeps the width. */

export interface Night {
  from: number;
  to: number;
}

/** A night takes this share of the width that its minutes would. */
const NIGHT_SHARE = 0.08;

/** Minutes as they lie along the cloth, and back. @param nights one after another, min */
export function rolled(nights: readonly Night[]) {
  const along = (minute: number): number =>
    nights.reduce(
      (sum, { from, to }) => sum - (1 - NIGHT_SHARE) * Math.max(0, Math.min(minute, to) - Math.max(0, from)),
      minute,
    );
  const minuteAt = (length: number): number => {
    let minute = length;
    // Each night that lies before it moves it on; the one it lies in, by its share.
    for (const { from, to } of nights) {
      const begin = Math.max(0, from);
      if (to <= begin || minute <= begin) continue;
      minute = begin + Math.min((minute - begin) / NIGHT_SHARE, minute - begin + (1 - NIGHT_SHARE) * (to - begin));
    }
    return minute;
  };
  return { along, minuteAt };
}

/** What lies between two nights is one span. */
export function spansBetween(
  its: readonly { startMin: number; endMin: number }[],
  nights: readonly Night[],
): { from: number; to: number }[] {
  const spans = new Map<number, { from: number; to: number }>();
  for (const { startMin, endMin } of its) {
    const before = nights.filter(({ to }) => to <= startMin + 1e-6).length;
    const { from, to } = spans.get(before) ?? { from: Infinity, to: -Infinity };
    spans.set(before, { from: Math.min(from, startMin), to: Math.max(to, endMin) });
  }
  return [...spans.values()];
}
