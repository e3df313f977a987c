import { as, sum, type Formula } from "./row";

/** What somebody put in. */
export const ENTERED_FORMULAS = {
  "as-entered": sum({
    name: "As entered",
    equation: "no sum: the value as it was put in",
    mark: "practice",
    unit: "same",
    inputs: { value: as("as it is", "same") },
    of: ({ value }) => value,
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
