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

export const as = <const N extends string>(name: N, unit: Unit | "same" = "1") =>
  ({ name, unit, kind: "one" }) as const;
export const maybe = (name: string, unit: Unit | "same" = "1") => ({ name, unit, kind: "maybe" }) as const;
export const many = (name: string, unit: Unit | "same" = "1") => ({ name, unit, kind: "many" }) as const;
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

export const sum = <const I extends Record<string, InputRow>>(row: Sum<I>): Sum<I> => row;

export const total = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);
export const product = (values: readonly number[]): number => values.reduce((all, value) => all * value, 1);
