/** Sums over the corners of a polygon, across and down in turn, mm. */

const sides = (corners: readonly number[]) =>
  Array.from({ length: corners.length / 2 }, (_, at) => {
    const next = (2 * at + 2) % corners.length;
    return [corners[2 * at]!, corners[2 * at + 1]!, corners[next]!, corners[next + 1]!] as const;
  });

/** Area by the shoelace sum, mm². @example shoelaceMm2([0, 0, 2, 0, 2, 3, 0, 3]) // 6 */
export const shoelaceMm2 = (corners: readonly number[]): number =>
  Math.abs(sides(corners).reduce((all, [x, y, nextX, nextY]) => all + x * nextY - nextX * y, 0)) / 2;

/** Length all round, mm. @example roundMm([0, 0, 2, 0, 2, 3, 0, 3]) // 10 */
export const roundMm = (corners: readonly number[]): number =>
  sides(corners).reduce((all, [x, y, nextX, nextY]) => all + Math.hypot(nextX - x, nextY - y), 0);
