const isThing = (value: unknown): value is Record<string, unknown> => typeof value === "object" && value !== null;

/**
 * A copy that came from elsewhere, made of the parts that are known already wherever nothing in them has changed: who
 * compares by identity sees at once what is new.
 * @param before as it was known, or nothing
 * @param now plain data
 * @returns equal to `now`; `before` itself where nothing changed
 */
export function keepSame<T>(before: unknown, now: T): T {
  if (Object.is(before, now) || !isThing(now) || !isThing(before)) return now;
  if (Array.isArray(now) !== Array.isArray(before)) return now;
  const keys = Object.keys(now);
  let same = keys.length === Object.keys(before).length;
  const kept = Array.isArray(now) ? ([] as unknown as Record<string, unknown>) : ({} as Record<string, unknown>);
  for (const key of keys) {
    const each = (kept[key] = keepSame(before[key], now[key]));
    same &&= Object.hasOwn(before, key) && Object.is(each, before[key]);
  }
  return (same ? before : kept) as T;
}
