import { as, sum, type Formula } from "./row";

/** What a job costs and what is billed. */
export const MONEY_FORMULAS = {
  "invoice.net": sum({
    name: "Price before tax",
    equation: "the larger of the minimum charge and coming out + hours × an hour + product + wear",
    mark: "practice",
    unit: "money",
    inputs: {
      callOut: as("coming out", "money"),
      hours: as("hands-on", "h"),
      perHour: as("an hour", "money"),
      product: as("product", "money"),
      wear: as("wear", "money"),
      minimum: as("minimum charge", "money"),
    },
    of: ({ callOut, hours, perHour, product, wear, minimum }) =>
      Math.round(Math.max(minimum, callOut + hours * perHour + product + wear) * 100) / 100,
  }),
  "invoice.tax": sum({
    name: "Tax",
    equation: "price before tax × tax",
    mark: "practice",
    unit: "money",
    inputs: { net: as("before tax", "money"), taxPct: as("tax", "%") },
    of: ({ net, taxPct }) => Math.round(net * taxPct) / 100,
  }),
  "invoice.total": sum({
    name: "To pay",
    equation: "price before tax + tax",
    mark: "practice",
    unit: "money",
    inputs: { net: as("before tax", "money"), tax: as("tax", "money") },
    of: ({ net, tax }) => Math.round((net + tax) * 100) / 100,
  }),
  "invoice.earned": sum({
    name: "Earned an hour",
    equation: "(price before tax − product − wear) / (hands-on + driving and setting up)",
    mark: "practice",
    unit: "money",
    inputs: {
      net: as("before tax", "money"),
      product: as("product", "money"),
      wear: as("wear", "money"),
      hours: as("hands-on", "h"),
      roadH: as("driving and setting up", "h"),
    },
    of: ({ net, product, wear, hours, roadH }) => (hours + roadH > 0 ? (net - product - wear) / (hours + roadH) : 0),
  }),
  "invoice.over": sum({
    name: "Over what was agreed",
    equation: "price before tax − agreed at most",
    mark: "practice",
    unit: "money",
    inputs: { net: as("before tax", "money"), agreed: as("agreed at most", "money") },
    of: ({ net, agreed }) => net - agreed,
  }),
  "estimate.price": sum({
    name: "Price",
    equation: "coming out + hours × an hour + product, rounded down at the low end and up at the high one",
    mark: "practice",
    unit: "money",
    inputs: {
      callOut: as("coming out", "money"),
      minutes: as("hands-on", "min"),
      perHour: as("an hour", "money"),
      product: as("product", "money"),
      steps: as("rounded to", "money"),
      up: as("up (1) or down (0)"),
    },
    of: ({ callOut, minutes, perHour, product, steps, up }) =>
      (up === 1 ? Math.ceil : Math.floor)((callOut + (minutes / 60) * perHour + product) / steps) * steps,
  }),
  "estimate.minutesMost": sum({
    name: "Minutes of the estimate",
    equation: "at most: (planned + every later rung) × how much slower it may go",
    mark: "judgement",
    unit: "min",
    inputs: {
      plannedMin: as("planned hands-on", "min"),
      moreMin: as("later rungs, where a mark stays", "min"),
      slower: as("goes slower"),
    },
    of: ({ plannedMin, moreMin, slower }) => (plannedMin + moreMin) * slower,
  }),
  "estimate.minutesLeast": sum({
    name: "Minutes of the estimate",
    equation: "at least: planned × how much quicker it may go",
    mark: "judgement",
    unit: "min",
    inputs: { plannedMin: as("planned hands-on", "min"), quicker: as("goes quicker") },
    of: ({ plannedMin, quicker }) => plannedMin * quicker,
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
