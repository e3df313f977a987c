import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

/** A case is a seed of a few letters: the same letters, the same case, on every device. */

/** No vowels, so that no words come of it, and none that is taken for another when it is written down. */
const LETTERS = "bcdfghjkmnpqrstvwxz";
const LENGTH = 5;
export const SEEDS = LETTERS.length ** LENGTH;

/** @param number whole, 0 to SEEDS - 1 @example seedOf(0) // "bbbbb" */
export function seedOf(number: number): string {
  let rest = Math.floor(number) % SEEDS;
  let seed = "";
  for (let at = 0; at < LENGTH; at++) {
    seed = LETTERS[rest % LETTERS.length]! + seed;
    rest = Math.floor(rest / LETTERS.length);
  }
  return seed;
}

/** @example numberOf("bbbbc") // 1 */
export const numberOf = (seed: string): number =>
  [...seed].reduce((sum, letter) => sum * LETTERS.length + LETTERS.indexOf(letter), 0);

/**
 * A seed as somebody typed it.
 * @returns undefined where it is none
 * @example readSeed(" KWRTZ ") // "kwrtz"
 */
export function readSeed(text: string): string | undefined {
  const seed = text.trim().toLowerCase();
  return seed.length === LENGTH && [...seed].every((letter) => LETTERS.includes(letter)) ? seed : undefined;
}

export interface Chance {
  /** 0 to 1. */
  uniform: () => number;
  /** One of them, by relative weights. */
  pick: <T>(from: readonly T[], weights?: readonly number[]) => T;
  /** Mean 0, spread 1. */
  normal: () => number;
}

/** What is drawn from a seed, always the same. */
export function chanceOf(seed: string): Chance {
  const generator = xoroshiro128plus(numberOf(seed) + 1);
  for (let warm = 0; warm < 8; warm++) generator.next();
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    pick: (from, weights = from.map(() => 1)) => {
      let left = uniform() * weights.reduce((sum, weight) => sum + weight, 0);
      return from[
        Math.max(
          0,
          weights.findIndex((weight) => (left -= weight) < 0),
        )
      ]!;
    },
  };
}
