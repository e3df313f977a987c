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
  // In the same order too: whoever walks over them comes to the same.
  const were = Object.keys(before);
  let same = keys.length === were.length;
  const kept = Array.isArray(now) ? ([] as unknown as Record<string, unknown>) : ({} as Record<string, unknown>);
  for (const [at, key] of keys.entries()) {
    const each = (kept[key] = keepSame(before[key], now[key]));
    same &&= were[at] === key && Object.is(each, before[key]);
  }
  return (same ? before : kept) as T;
}
