/** The beta distribution: what is known of a chance after so many tries. */

/** ln Γ for x > 0, Lanczos' approximation with g = 7, 9 terms; Press and others, Numerical Recipes [std], from memory. */
function lnGamma(x: number): number {
  const terms = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const at = x - 1;
  const sum = terms.reduce((total, term, index) => (index === 0 ? term : total + term / (at + index)), 0);
  const t = at + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (at + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Lentz' continued fraction of the incomplete beta function. */
function fraction(x: number, a: number, b: number): number {
  const small = 1e-300;
  let c = 1;
  let d = 1 / (1 - ((a + b) * x) / (a + 1) || small);
  let result = d;
  for (let m = 1; m <= 300; m++) {
    for (const term of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 / (1 + term * d || small);
      c = 1 + term / c || small;
      result *= c * d;
    }
    if (Math.abs(c * d - 1) < 1e-12) break;
  }
  return result;
}

/**
 * Chance that a beta-distributed share lies under x. @param x 0 to 1 @param a, b over 0
 * @example betaUnder(0.5, 3, 3) // 0.5
 */
export function betaUnder(x: number, a: number, b: number): number {
  if (x <= 0 || x >= 1) return x <= 0 ? 0 : 1;
  const front = Math.exp(lnGamma(a + b) - lnGamma(a) - lnGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * fraction(x, a, b)) / a : 1 - (front * fraction(1 - x, b, a)) / b;
}

/**
 * The share under which it lies with chance p. Halved until it is exact to a millionth.
 * @example betaQuantile(0.5, 3, 3) // 0.5
 */
export function betaQuantile(p: number, a: number, b: number): number {
  let [low, high] = [0, 1];
  for (let round = 0; round < 40; round++) {
    const middle = (low + high) / 2;
    if (betaUnder(middle, a, b) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
