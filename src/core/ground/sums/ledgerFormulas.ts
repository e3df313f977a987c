import { as, many, maybe, sum, total, type Formula } from "./row";

/** A mean of logarithms moved towards 0, where the table stands as so many of its kind. */
const shrunkToTable = ({ n, meanLog, table }: { n: number; meanLog: number; table: number }) =>
  Math.exp((n * meanLog) / (n + table));

/** What was done, and what the own log teaches. */
export const LEDGER_FORMULAS = {
  "record.sum": sum({
    name: "Used in all",
    equation: "used = sum of what each recorded step put on",
    mark: "practice",
    unit: "mL",
    inputs: { used: many("step", "mL") },
    of: ({ used }) => total(used),
  }),
  "record.minutes": sum({
    name: "Hours of hands-on work",
    equation: "sum of the minutes of every step done; as planned where nobody timed it",
    mark: "practice",
    unit: "h",
    inputs: { minutes: many("step", "min") },
    of: ({ minutes }) => total(minutes) / 60,
  }),
  "record.product": sum({
    name: "Cost of product used",
    equation: "sum of neat product × cost of a litre",
    mark: "practice",
    unit: "money",
    inputs: { usedMl: many("product", "mL"), costsPerL: many("a litre of it", "money") },
    of: ({ usedMl, costsPerL }) => total(usedMl.map((ml, at) => (ml / 1000) * costsPerL[at]!)),
  }),
  "record.wear": sum({
    name: "Wear of machines",
    equation: "hours they ran × wear for an hour",
    mark: "judgement",
    unit: "money",
    inputs: { minutes: many("machine", "min"), perHour: as("wear for an hour", "money") },
    of: ({ minutes, perHour }) => total(minutes.map((min) => (min / 60) * perHour)),
  }),
  "ledger.success": sum({
    name: "Chance that it goes",
    equation:
      "start = (4 × table + gone on other fibres) / (4 + tried on other fibres); chance = (4 × start + gone here) / (4 + tried here)",
    mark: "judgement",
    unit: "1",
    inputs: {
      table: as("table"),
      counts: as("the table counts as marks"),
      gone: maybe("gone here"),
      tried: maybe("of so many tried here"),
      goneElsewhere: as("gone on other fibres"),
      triedElsewhere: as("of so many tried"),
    },
    of: ({ table, counts, gone = 0, tried = 0, goneElsewhere, triedElsewhere }) =>
      (counts * ((counts * table + goneElsewhere) / (counts + triedElsewhere)) + gone) / (counts + tried),
  }),
  "ledger.pace": sum({
    name: "Your pace, of the table's",
    equation: "exp(n × mean of ln(taken / table) / (n + 8)), n steps of your own; the table counts as 8",
    mark: "judgement",
    unit: "1",
    inputs: {
      n: as("of your own behind it"),
      meanLog: as("mean of the logarithms"),
      table: as("the table counts as"),
    },
    of: shrunkToTable,
  }),
  "ledger.paceMinutes": sum({
    name: "Minutes at your pace",
    equation: "minutes by the table × your pace",
    mark: "judgement",
    unit: "min",
    inputs: { table: as("by the table", "min"), pace: as("your pace, of the table's") },
    of: ({ table, pace }) => table * pace,
  }),
  "ledger.recovery": sum({
    name: "What a dry stroke takes, of what the shelf says",
    equation: "exp(n × mean of ln(own / shelf) / (n + 8)), n readings of the tanks; the shelf counts as 8",
    mark: "judgement",
    unit: "1",
    inputs: {
      n: as("of your own behind it"),
      meanLog: as("mean of the logarithms"),
      table: as("the table counts as"),
    },
    of: shrunkToTable,
  }),
  "ledger.drying": sum({
    name: "Hours to dry, of those forecast",
    equation: "exp(n × mean of ln(own / forecast) / (n + 8)), n jobs read wet and then dry; the model counts as 8",
    mark: "judgement",
    unit: "1",
    inputs: {
      n: as("of your own behind it"),
      meanLog: as("mean of the logarithms"),
      table: as("the table counts as"),
    },
    of: shrunkToTable,
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
