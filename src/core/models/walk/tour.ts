/**
 * The shortest way through some places, from wherever one likes to wherever it ends.
 * Held M, Karp R M (1962): A dynamic programming approach to sequencing problems. J SIAM 10(1), 196-210 (from memory);
 * places that must come before others are left out of the subsets where they do not.
 */

/** So many places are gone through exactly: 2^12 subsets of 12. */
const MOST_EXACT = 12;

interface TourProblem {
  /** Minutes from each place to each other. */
  move: readonly (readonly number[])[];
  /** Pairs of places: the first comes before the second. */
  before: readonly (readonly [number, number])[];
  /** Where it begins; left out: anywhere. */
  from?: number;
}

/**
 * @param mostExact so many places are gone through exactly
 * @returns places in the order they are gone through
 * @throws where pairs run in a ring
 * @example bestTour({ move: [[0, 5, 1], [5, 0, 1], [1, 1, 0]], before: [], from: 0 }) // [0, 2, 1]
 */
export function bestTour(problem: TourProblem, mostExact = MOST_EXACT): number[] {
  const count = problem.move.length;
  if (count === 0) return [];
  return count <= mostExact ? exactTour(problem) : insertedTour(problem);
}

/** @example tourMinutes([[0, 5], [5, 0]], [0, 1]) // 5 */
export const tourMinutes = (move: TourProblem["move"], tour: readonly number[]): number =>
  tour.slice(1).reduce((sum, place, at) => sum + move[tour[at]!]![place]!, 0);

function exactTour({ move, before, from }: TourProblem): number[] {
  const count = move.length;
  const mustBefore = move.map((_, place) => before.reduce((set, [a, b]) => (b === place ? set | (1 << a) : set), 0));
  const sets = 1 << count;
  const cost = new Float64Array(sets * count).fill(Infinity);
  const cameFrom = new Int8Array(sets * count).fill(-1);
  for (let place = 0; place < count; place++)
    if (mustBefore[place] === 0) cost[(1 << place) * count + place] = from === undefined ? 0 : move[from]![place]!;
  for (let set = 1; set < sets; set++)
    for (let last = 0; last < count; last++) {
      const so = cost[set * count + last]!;
      if (so === Infinity) continue;
      for (let next = 0; next < count; next++) {
        if (set & (1 << next) || (mustBefore[next]! & set) !== mustBefore[next]) continue;
        const at = (set | (1 << next)) * count + next;
        if (so + move[last]![next]! < cost[at]! - 1e-9) {
          cost[at] = so + move[last]![next]!;
          cameFrom[at] = last;
        }
      }
    }
  const whole = sets - 1;
  if (move.every((_, place) => cost[whole * count + place] === Infinity))
    throw new Error("Places that must come before one another in a ring have no order.");
  let last = 0;
  for (let place = 1; place < count; place++)
    if (cost[whole * count + place]! < cost[whole * count + last]! - 1e-9) last = place;
  const tour: number[] = [];
  for (let set = whole; set > 0;) {
    tour.push(last);
    const previous = cameFrom[set * count + last]!;
    set &= ~(1 << last);
    last = previous;
  }
  return tour.reverse();
}

/** Each place put in where it lengthens the way least; then places are moved as long as that shortens it. */
function insertedTour({ move, before, from }: TourProblem): number[] {
  const minutes = (tour: readonly number[]) =>
    tourMinutes(move, tour) + (from === undefined ? 0 : move[from]![tour[0]!]!);
  const fits = (tour: readonly number[]) => {
    const at = new Map(tour.map((place, index) => [place, index]));
    return before.every(([a, b]) => !at.has(a) || !at.has(b) || at.get(a)! < at.get(b)!);
  };
  const best = (rest: readonly number[], place: number, usual?: readonly number[]) => {
    let [tour, least] = [usual, usual ? minutes(usual) - 1e-9 : Infinity];
    for (let at = 0; at <= rest.length; at++) {
      const tried = [...rest.slice(0, at), place, ...rest.slice(at)];
      if (minutes(tried) < least && fits(tried)) [tour, least] = [tried, minutes(tried)];
    }
    return tour!;
  };
  let tour: readonly number[] = [];
  for (const place of move.keys()) tour = best(tour, place);
  for (let improved = true; improved;) {
    improved = false;
    for (const place of move.keys()) {
      const tried = best(
        tour.filter((each) => each !== place),
        place,
        tour,
      );
      improved ||= tried !== tour;
      tour = tried;
    }
  }
  return [...tour];
}
