/** Tests that can be misread. A column is P(outcome | hypothesis), one number a hypothesis. */
type Column = readonly number[];

/**
 * Draws a table nearer to "as likely as not": P ∝ p^trust, so that every log-likelihood ratio counts that much.
 * @param shows a column an outcome, adding to one for each hypothesis
 * @param trust 0 (says nothing) to 1 (taken as it is)
 * @example trusted([[0.9], [0.1]], 0.5) // [[0.75], [0.25]]
 */
export function trusted(shows: readonly Column[], trust: number): number[][] {
  const powers = shows.map((column) => column.map((p) => p ** trust));
  const totals = powers[0]!.map((_, h) => powers.reduce((sum, column) => sum + column[h]!, 0));
  return powers.map((column) => column.map((p, h) => p / totals[h]!));
}

/**
 * What is read when a mark shows so: the truth, but for a slip that reads any outcome alike.
 * @param slip share of readings that are no better than a guess, 0 to 1
 * @example readOnce([[0.9], [0.1]], 0.1) // [[0.86], [0.14]]
 */
export const readOnce = (shows: readonly Column[], slip: number): number[][] =>
  shows.map((column) => column.map((p) => (1 - slip) * p + slip / shows.length));

/**
 * How often two readings of the same thing differ: one of them slipped, and not by chance onto the other.
 * @param slip share of readings that are no better than a guess, 0 to 1
 * @param outcomes how many the test has, 2 or more
 * @example differs(0.1, 5) // 0.152
 */
export const differs = (slip: number, outcomes: number): number => (1 - (1 - slip) ** 2) * (1 - 1 / outcomes);

/**
 * P(second reading | hypothesis, first reading): the mark shows the same, only the slips are new.
 * Σ over what it may show of P(shows) P(first | shows) P(second | shows), over P(first).
 * @param first index of the outcome read first
 * @example readAgain([[1], [0]], 0, 0.1) // [[0.95], [0.05]]
 */
export function readAgain(shows: readonly Column[], first: number, slip: number): number[][] {
  const guess = slip / shows.length;
  const once = readOnce(shows, slip)[first]!;
  // What a slip read first says nothing of what shows; what was read truly shows for certain.
  return shows.map((column, second) =>
    column.map((p, h) => {
      const truly = (1 - slip) * shows[first]![h]! * ((second === first ? 1 - slip : 0) + guess);
      const slipped = guess * ((1 - slip) * p + guess);
      return (truly + slipped) / once[h]!;
    }),
  );
}
