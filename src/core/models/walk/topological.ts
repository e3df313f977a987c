/**
 * Things in an order in which each comes after what it waits for.
 * Kahn A B (1962): Topological sorting of large networks. CACM 5(11), 558-562 (from memory).
 * @param after pairs: the first comes before the second
 * @param isSooner which of two that may both come next does; left out: as they are numbered
 * @returns numbers from 0 on; undefined when they wait for one another in a ring
 * @example topological(3, [[2, 0]]) // [1, 2, 0]
 */
export function topological(
  count: number,
  after: readonly (readonly [number, number])[],
  isSooner: (a: number, b: number) => boolean = (a, b) => a < b,
): number[] | undefined {
  const followers: number[][] = Array.from({ length: count }, () => []);
  const waitsFor = new Int32Array(count);
  for (const [first, second] of after) {
    followers[first]!.push(second);
    waitsFor[second]! += 1;
  }
  const ready = new Set([...waitsFor.keys()].filter((each) => waitsFor[each] === 0));
  const order: number[] = [];
  while (ready.size > 0) {
    const next = [...ready].reduce((first, each) => (isSooner(each, first) ? each : first));
    ready.delete(next);
    order.push(next);
    for (const follower of followers[next]!) {
      waitsFor[follower]! -= 1;
      if (waitsFor[follower] === 0) ready.add(follower);
    }
  }
  return order.length === count ? order : undefined;
}
