const IMPOSSIBLE = "These findings cannot all be true of one mark. Take back the one you are least sure of.";

/**
 * Bayes' rule in log space, for any hypotheses; evidence not gathered adds nothing.
 * @param priors relative weights, ≥ 0, one a hypothesis
 * @param columns for each piece of evidence, P(evidence | hypothesis) in the same order
 * @returns chances that add to one
 * @throws RangeError when the evidence is impossible under every hypothesis
 * @example posterior([1, 1], [[0.8, 0.2]]) // [0.8, 0.2]
 */
export function posterior(priors: readonly number[], columns: readonly (readonly number[])[]): number[] {
  return fromLogs(
    priors.map((prior, index) => columns.reduce((sum, column) => sum + Math.log(column[index]!), Math.log(prior))),
  );
}

/**
 * Chances that add to one from the logarithms of relative weights.
 * @param logs natural logarithms, one a hypothesis; minus infinity where it is impossible
 * @throws RangeError when all are impossible
 * @example fromLogs([Math.log(3), Math.log(1)]) // [0.75, 0.25]
 */
export function fromLogs(logs: readonly number[]): number[] {
  const top = logs.reduce((most, log) => Math.max(most, log), -Infinity);
  if (!Number.isFinite(top)) throw new RangeError(IMPOSSIBLE);
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}

/**
 * What Bayes' rule divides by: weight times chances, added over all hypotheses. Arguments as of {@link posterior}.
 * @throws RangeError when the evidence is impossible under every hypothesis
 * @example evidenceWeight([0.5, 0.5], [[0.8, 0.2]]) // 0.5
 */
export function evidenceWeight(priors: readonly number[], columns: readonly (readonly number[])[]): number {
  const all = priors.reduce(
    (sum, prior, index) => sum + columns.reduce((weight, column) => weight * column[index]!, prior),
    0,
  );
  if (!(all > 0)) throw new RangeError(IMPOSSIBLE);
  return all;
}

/** Shannon's entropy of chances that add to one, bits. @example entropyBits([0.5, 0.5]) // 1 */
export const entropyBits = (chances: readonly number[]): number =>
  chances.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

/** What one outcome of a test would do. */
interface Branch {
  /** How likely it is. */
  chance: number;
  /** The chances after it. */
  after: number[];
}

/**
 * What each outcome of a test would do to the chances.
 * @param chances now, adding to one
 * @param columns P(outcome | hypothesis) for every outcome of the test
 * @example branches([0.5, 0.5], [[0.8, 0.2], [0.2, 0.8]]).length // 2
 */
export function branches(chances: readonly number[], columns: readonly (readonly number[])[]): Branch[] {
  return columns.flatMap((column) => {
    const joint = chances.map((p, index) => p * column[index]!);
    const chance = joint.reduce((sum, p) => sum + p, 0);
    return chance > 0 ? [{ chance, after: joint.map((p) => p / chance) }] : [];
  });
}

/**
 * Expected information gain of a test: H now − Σ P(outcome) H after, bits, ≥ 0 (Shannon; as in Quinlan 1986).
 * @example gainBits([0.5, 0.5], branches([0.5, 0.5], [[1, 0], [0, 1]])) // 1
 */
export const gainBits = (chances: readonly number[], of: readonly Branch[]): number =>
  Math.max(0, entropyBits(chances) - of.reduce((sum, { chance, after }) => sum + chance * entropyBits(after), 0));
