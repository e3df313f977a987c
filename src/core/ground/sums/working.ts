import type { Quantity, Unit } from "@/core/ground/quantity/units";
import { ENTERED_FORMULAS } from "./enteredFormulas";
import type { FormulaId, WorkingId } from "./formulas";
import type { MethodId } from "./methods";
import type { InputRow, Numbers, Sum } from "./row";

/** Where an input of a sum comes from; "assumed" marks what nobody measured and was planned at its safest. */
export type Basis = "measured" | "entered" | "table" | "assumed" | "computed";

export interface WorkingInput {
  /** Which input of its formula it is; none: said beside the sum, and no part of it. */
  key?: string;
  name: string;
  /** Words, a number, or a row of numbers. */
  value: number | string | number[];
  unit?: Unit;
  basis: Basis;
  /** How it came about itself. */
  working?: Working;
}

/** How a number came about: plain data, so it crosses a worker or the network. */
export interface Working {
  formula: WorkingId;
  inputs: WorkingInput[];
  result: Quantity;
}

/** A number that can be opened to show its working. */
export interface Worked extends Quantity {
  working: Working;
}

/** An input as it is given: a number, or one with its name, where it comes from and how it came about. */
type Given = number | { value: number; name?: string; basis?: Basis; unit?: Unit; working?: Working };

type GivenOf<I> = {
  [K in keyof I as I[K] extends { kind: "maybe" } ? never : K]: I[K] extends { kind: "many" }
    ? readonly Given[]
    : I[K] extends { kind: "series" }
      ? readonly number[]
      : Given;
} & { [K in keyof I as I[K] extends { kind: "maybe" } ? K : never]?: Given };
type InputsOf<R> = R extends { inputs: infer I } ? GivenOf<I> : never;

interface StatedInput {
  value: number;
  name?: string;
  basis: Basis;
}

const from =
  (basis: Basis) =>
  (value: number, name?: string): StatedInput => ({
    value,
    ...(name === undefined ? {} : { name }),
    basis,
  });
/** Where an input comes from. @example stated.table(0.45) */
export const stated = {
  measured: from("measured"),
  entered: from("entered"),
  table: from("table"),
  assumed: from("assumed"),
  computed: from("computed"),
};

/**
 * An input shown with its own working under it.
 * @example opened(entered("area", 2, "m2"), "seat") // { value: 2, unit: "m2", name: "seat" }
 */
export const opened = ({ value, unit, working }: Worked, name?: string): Given => ({
  value,
  unit,
  working,
  ...(name === undefined ? {} : { name }),
});

type AnySum = Sum<Record<string, InputRow>>;
type AnyGiven = Given | readonly Given[] | readonly number[] | undefined;

const isGiven = (value: AnyGiven): value is Given => !Array.isArray(value);
const bare = (given: Given): number => (typeof given === "number" ? given : given.value);

/**
 * A number computed from named inputs, with its working.
 * @param formulas the table of its subject
 * @param given every input the formula's row names
 * @param about what is worth saying beside the sum, and no part of it
 * @example sumOf(WATER_FORMULAS, "water.putOn", { before: 0.2, on: 0.3 }).value // 0.5
 */
export function sumOf<T extends object, F extends keyof T & FormulaId>(
  formulas: T,
  formula: F,
  given: InputsOf<T[F]>,
  about: readonly WorkingInput[] = [],
): Worked {
  const { row, rows, takesUnit } = laidOut(formula, formulas[formula] as unknown as AnySum);
  const all = given as Record<string, AnyGiven>;
  const same = takesUnit ? firstUnit(rows, all) : "1";
  const inputs: WorkingInput[] = [];
  const numbers: Record<string, number | number[] | undefined> = {};
  // A plan asks this many hundred times: one walk over the row, and no list on the way.
  for (const { key, name, unit, kind } of rows) {
    const value = all[key];
    const inUnit = unit === "same" ? same : unit;
    if (value === undefined) numbers[key] = undefined;
    else if (isGiven(value)) {
      inputs.push(lineOf(key, name, inUnit, value));
      numbers[key] = bare(value);
    } else {
      const list = value as readonly Given[];
      numbers[key] = list.map(bare);
      if (kind === "series")
        inputs.push({ key, name, value: [...(value as readonly number[])], unit: inUnit, basis: "entered" });
      else for (const each of list) inputs.push(lineOf(key, name, inUnit, each));
    }
  }
  for (const each of about) inputs.push(each);
  const unit = row.unit === "same" ? same : row.unit;
  const value = row.of(numbers as Numbers<Record<string, InputRow>>);
  return { value, unit, working: { formula, inputs, result: { value, unit } } };
}

interface LaidOut {
  row: AnySum;
  rows: (InputRow & { key: string })[];
  /** Some unit of it is that of its first input. */
  takesUnit: boolean;
}

const known = new Map<FormulaId, LaidOut>();

/** A formula's inputs as a list, made once. */
function laidOut(formula: FormulaId, row: AnySum): LaidOut {
  let made = known.get(formula);
  if (!made) {
    const rows = Object.entries(row.inputs).map(([key, of]) => ({ key, ...of }));
    known.set(formula, (made = { row, rows, takesUnit: [row, ...rows].some(({ unit }) => unit === "same") }));
  }
  return made;
}

function firstUnit(rows: LaidOut["rows"], all: Record<string, AnyGiven>): Unit {
  for (const { key } of rows) {
    const each = all[key];
    if (typeof each === "object" && "unit" in each && each.unit) return each.unit;
  }
  return "1";
}

/** One line of a working. */
function lineOf(key: string, name: string, unit: Unit, given: Given): WorkingInput {
  if (typeof given === "number") return { key, name, value: given, unit, basis: "computed" };
  const line: WorkingInput = {
    key,
    name: given.name ?? name,
    value: given.value,
    unit,
    basis: given.basis ?? "computed",
  };
  if (given.working && given.unit) line.working = given.working;
  return line;
}

/**
 * Puts a value that was found, not summed, and what is known of it together.
 * @example worked("odour.source", 0.4, "1", []).value // 0.4
 */
export function worked(formula: MethodId, value: number, unit: Unit, inputs: WorkingInput[]): Worked {
  return { value, unit, working: { formula, inputs, result: { value, unit } } };
}

/** A number as somebody put it in. @example entered("left", 250, "mL").value // 250 */
export const entered = (name: string, value: number, unit: Unit, basis: Basis = "entered"): Worked =>
  sumOf(ENTERED_FORMULAS, "as-entered", { value: { value, unit, name, basis } });

/** One line of a working. @example input("area", 0.0135, "m2", "entered").basis // "entered" */
export function input(name: string, value: number | string, unit?: Unit, basis: Basis = "computed"): WorkingInput {
  return { name, value, unit, basis };
}
