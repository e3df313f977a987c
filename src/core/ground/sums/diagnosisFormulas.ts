import { as, many, product, sum, total, type Formula } from "./row";

/** What a mark or a smell is. */
export const DIAGNOSIS_FORMULAS = {
  "diagnosis.posterior": sum({
    name: "How likely, after the evidence",
    equation: "p(family) ∝ prior × Π P(outcome | family)",
    mark: "std",
    source: "Bayes' rule",
    unit: "1",
    inputs: { prior: as("prior weight"), chances: many("P(sign | it)"), all: as("the same product over all of them") },
    of: ({ prior, chances, all }) => (prior * product(chances)) / all,
  }),
  "diagnosis.likelihood": sum({
    name: "How often a test is read so",
    equation:
      "P(read | family) = (1 − slip) × weight^trust / sum of weight^trust over all outcomes + slip / number of outcomes",
    mark: "judgement",
    unit: "1",
    inputs: {
      weight: as("its weight"),
      weights: many("weight of an outcome"),
      trust: as("trust in the table"),
      slip: as("slips of the reading"),
    },
    of: ({ weight, weights, trust, slip }) =>
      ((1 - slip) * weight ** trust) / weights.reduce((sum, each) => sum + each ** trust, 0) + slip / weights.length,
  }),
  "diagnosis.gain": sum({
    name: "What the test is expected to tell",
    equation: "gain = H(now) − Σ P(outcome) × H(after), H = −Σ p log2 p",
    mark: "std",
    source: "Shannon's entropy, as in Quinlan 1986",
    unit: "bit",
    inputs: { before: as("not known now", "bit"), after: as("not known after it, on average", "bit") },
    of: ({ before, after }) => before - after,
  }),
  "diagnosis.sure": sum({
    name: "How sure the first step is",
    equation: "sum of p(family) over the families whose treatment begins alike",
    mark: "judgement",
    unit: "1",
    inputs: { families: many("family") },
    of: ({ families }) => total(families),
  }),
  "diagnosis.worth": sum({
    name: "Worth a minute",
    equation: "worth = (wrong first steps spared + weight × gain about the first step) / (minutes + reaching for it)",
    mark: "judgement",
    unit: "1/min",
    inputs: {
      saves: as("wrong first steps spared"),
      stepGain: as("gain about the first step", "bit"),
      weight: as("which weighs, a bit"),
      minutes: as("minutes", "min"),
      setUpMin: as("reaching for one more", "min"),
    },
    of: ({ saves, stepGain, weight, minutes, setUpMin }) => (saves + weight * stepGain) / (minutes + setUpMin),
  }),
  "diagnosis.saves": sum({
    name: "Wrong first steps it is expected to spare",
    equation: "saves = Σ P(outcome) × chance of the best first step then − its chance now",
    mark: "std",
    source: "value of information (Howard 1966), from memory",
    unit: "1",
    inputs: { then: as("right after it, on average"), now: as("right now") },
    of: ({ then, now }) => Math.max(0, then - now),
  }),
  "odour.gain": sum({
    name: "What sniffing there is expected to tell",
    equation: "gain = H(now) − Σ P(strength) × H(after), H = −Σ p log2 p",
    mark: "std",
    source: "Shannon, 1948",
    unit: "bit",
    inputs: { before: as("not known now", "bit"), after: as("not known after it, on average", "bit") },
    of: ({ before, after }) => before - after,
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
