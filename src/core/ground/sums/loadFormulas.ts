import { as, many, maybe, sum, total, type Formula } from "./row";

/** What a job takes along. */
export const LOAD_FORMULAS = {
  "load.product": sum({
    name: "Neat product to take",
    equation: "product = sum over the mixes of product in one fill × fills",
    mark: "practice",
    unit: "mL",
    inputs: { parts: many("mix", "mL") },
    of: ({ parts }) => total(parts),
  }),
  "load.water": sum({
    name: "Water to take",
    equation: "water = sum of the mixes' water + plain water of the steps",
    mark: "practice",
    unit: "L",
    inputs: { parts: many("mix", "L"), plainL: maybe("plain water of the steps", "L") },
    of: ({ parts, plainL = 0 }) => total(parts) + plainL,
  }),
  "load.cost": sum({
    name: "Cost of the product",
    equation: "cost = product × cost of a litre",
    mark: "practice",
    unit: "money",
    inputs: { ml: as("product", "mL"), costPerL: as("cost of a litre", "money") },
    of: ({ ml, costPerL }) => (ml / 1000) * costPerL,
  }),
  "load.tanks": sum({
    name: "Times the tank is filled or emptied",
    equation: "times = water through it / what it holds, rounded up",
    mark: "practice",
    unit: "1",
    inputs: { litres: as("through it in all", "L"), tankL: as("tank", "L") },
    of: ({ litres, tankL }) => (tankL > 0 ? Math.ceil(litres / tankL - 1e-9) : 0),
  }),
  "load.towels": sum({
    name: "Towels",
    equation: "towels = water towelled / what one takes up, rounded up, and some spare",
    mark: "judgement",
    unit: "1",
    inputs: {
      litres: as("put on and towelled", "L"),
      towelL: as("one towel takes up", "L"),
      least: as("no fewer than"),
      spare: as("spare"),
    },
    of: ({ litres, towelL, least, spare }) => Math.max(Math.ceil(litres / towelL - 1e-9), least) + spare,
  }),
  "load.watts": sum({
    name: "What it draws",
    equation: "as its rating plate says",
    mark: "practice",
    unit: "W",
    inputs: { watts: as("rating plate", "W") },
    of: ({ watts }) => watts,
  }),
  "load.together": sum({
    name: "Drawn all at once",
    equation: "sum of what each draws; one circuit gives about 2000 W",
    mark: "judgement",
    unit: "W",
    inputs: { watts: many("machine", "W") },
    of: ({ watts }) => total(watts),
  }),
  "load.charges": sum({
    name: "Charges",
    equation: "charges = minutes of work / minutes on a charge, rounded up",
    mark: "practice",
    unit: "1",
    inputs: { minutes: as("drill brush", "min"), chargeMin: as("runs on a charge", "min") },
    of: ({ minutes, chargeMin }) => Math.ceil(minutes / chargeMin),
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
