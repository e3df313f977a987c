import type { Course } from "./dryOut";

/** Zero of a cubic through two points with their slopes, between 0 and 1, where it falls through. */
function fallsThrough(from: number, to: number, slopeFrom: number, slopeTo: number): number {
  let [low, high] = [0, 1];
  for (let step = 0; step < 40; step++) {
    const x = (low + high) / 2;
    const value =
      (2 * x ** 3 - 3 * x ** 2 + 1) * from +
      (x ** 3 - 2 * x ** 2 + x) * slopeFrom +
      (3 * x ** 2 - 2 * x ** 3) * to +
      (x ** 3 - x ** 2) * slopeTo;
    if (value > 0) low = x;
    else high = x;
  }
  return (low + high) / 2;
}

/**
 * When a piece holds no more than a target for the first time.
 * @param targetLPerM2 absolute: one that leaned on the start or on the air would make drier air look slower
 * @returns hours from the start; Infinity when it does not within the course
 * @example dryAtHours({ hours: [0, 1], slabs: [{ total: [0.4, 0], flux: [0.4, 0.4] }] }, 0, 0.1) // 0.75
 */
export function dryAtHours({ hours, slabs }: Course, piece: number, targetLPerM2: number): number {
  const { total, flux } = slabs[piece]!;
  const after = total.findIndex((water) => water <= targetLPerM2);
  if (after <= 0) return after === 0 ? 0 : Infinity;
  const before = after - 1;
  const step = hours[after]! - hours[before]!;
  return (
    hours[before]! +
    step *
      fallsThrough(
        total[before]! - targetLPerM2,
        total[after]! - targetLPerM2,
        -flux[before]! * step,
        -flux[after]! * step,
      )
  );
}

/**
 * The first hour at which a value is no more than a target, straight between the steps; Infinity when it never is.
 * @example firstHour([0, 1, 2], [0.4, 0.2, 0], 0.1) // 1.5
 */
export function firstHour(hours: ArrayLike<number>, values: ArrayLike<number>, target: number): number {
  for (let at = 0; at < hours.length; at++) {
    if (values[at]! > target) continue;
    if (at === 0) return hours[0]!;
    return (
      hours[at - 1]! + ((values[at - 1]! - target) / (values[at - 1]! - values[at]!)) * (hours[at]! - hours[at - 1]!)
    );
  }
  return Infinity;
}
