import type { Sourced } from "@/core/ground/quantity/provenance";
import type { Unit } from "@/core/ground/quantity/units";

/** A formula as people read it. */
export interface Formula extends Sourced {
  name: string;
  equation: string;
}

/** An input as it is shown: one number, one that may be missing, a list of alike ones, or a row of bare numbers. */
export interface InputRow {
  name: string;
  /** "same" is that of the first input that is given. */
  unit: Unit | "same";
  kind: "one" | "maybe" | "many" | "series";
}

/**
 * An input that is one number. @param name how it is shown, @param unit "same" is that of the first input given
 * @example as("area", "m2").kind // "one"
 */
export const as = <const N extends string>(name: N, unit: Unit | "same" = "1") =>
  ({ name, unit, kind: "one" }) as const;
/** An input that may be missing. @example maybe("foam", "mm").kind // "maybe" */
export const maybe = (name: string, unit: Unit | "same" = "1") => ({ name, unit, kind: "maybe" }) as const;
/** Any number of alike inputs. @example many("step", "mL").kind // "many" */
export const many = (name: string, unit: Unit | "same" = "1") => ({ name, unit, kind: "many" }) as const;
/** A row of bare numbers in one unit. @example series("corners", "mm").kind // "series" */
export const series = (name: string, unit: Unit) => ({ name, unit, kind: "series" }) as const;

/** The bare numbers that a sum is made of. */
export type Numbers<I extends Record<string, InputRow>> = {
  [K in keyof I]: I[K]["kind"] extends "many" | "series"
    ? readonly number[]
    : I[K]["kind"] extends "maybe"
      ? number | undefined
      : number;
};

/** A formula that is computed from nothing but its inputs. */
export interface Sum<I extends Record<string, InputRow>> extends Formula {
  unit: Unit | "same";
  inputs: I;
  of: (numbers: Numbers<I>) => number;
}

/**
 * A formula that is computed from nothing but its inputs.
 * @example sum({ name: "Twice", equation: "2 x", mark: "std", unit: "1", inputs: { x: as("x") }, of: ({ x }) => 2 * x }).of({ x: 3 }) // 6
 */
export const sum = <const I extends Record<string, InputRow>>(row: Sum<I>): Sum<I> => row;

/** All of them together; 0 of none. @example total([1, 2, 3]) // 6 */
export const total = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);
/** All of them by each other; 1 of none. @example product([2, 3, 4]) // 24 */
export const product = (values: readonly number[]): number => values.reduce((all, value) => all * value, 1);
