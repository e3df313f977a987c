import { as, many, maybe, sum, total, type Formula } from "./row";

/** When hands are done, when it may be used, and how much is in hand. */
export const SCHEDULE_FORMULAS = {
  "wholeJob.lifted": sum({
    name: "Soil out of the whole job",
    equation: "lifted = Σ area × lifted there / Σ area",
    mark: "judgement",
    source: "after Sinner 1960, four factors",
    unit: "1",
    inputs: { lifted: many("zone"), areasM2: many("area", "m2") },
    of: ({ lifted, areasM2 }) =>
      total(areasM2) === 0 ? 0 : total(lifted.map((share, at) => share * areasM2[at]!)) / total(areasM2),
  }),
  "wholeJob.dry": sum({
    name: "Longest drying of the job",
    equation: "the longest of its zones",
    mark: "judgement",
    unit: "h",
    inputs: { zones: many("zone", "h") },
    of: ({ zones }) => Math.max(0, ...zones),
  }),
  "schedule.step": sum({
    name: "Minutes of a step",
    equation: "minutes = hands-on + shortest dwell",
    mark: "practice",
    unit: "min",
    inputs: { handsMin: as("hands-on", "min"), dwellMin: as("shortest dwell", "min") },
    of: ({ handsMin, dwellMin }) => handsMin + dwellMin,
  }),
  "schedule.card": sum({
    name: "Hands on a card",
    equation: "minutes = sum of its lines",
    mark: "practice",
    unit: "min",
    inputs: { lines: many("line", "min") },
    of: ({ lines }) => total(lines),
  }),
  "schedule.usable": sum({
    name: "When it is dry enough to use",
    equation: "hands done + longest drying of any zone",
    mark: "judgement",
    unit: "min",
    inputs: {
      handsMin: maybe("hands done, from now", "min"),
      fromMin: as("drying begins, from now", "min"),
      dryH: as("longest drying", "h"),
      airH: maybe("treating the air after", "h"),
      laterMin: maybe("hands on what closes it then", "min"),
    },
    of: ({ handsMin = -Infinity, fromMin, dryH, airH = 0, laterMin = 0 }) =>
      Math.max(handsMin, fromMin + dryH * 60) + airH * 60 + laterMin,
  }),
  "schedule.finish": sum({
    name: "Forecast finish",
    equation:
      "when hands begin + the longest way through work and waits, in the order found: " +
      "(hands-on + going from place to place and taking things up + waits of the hands) / pairs of hands",
    mark: "practice",
    unit: "min",
    inputs: {
      handsMin: as("hands-on", "min"),
      carryMin: maybe("going from place to place, taking up tools and bottles", "min"),
      waitMin: as("hands wait, in all", "min"),
      people: as("pairs of hands"),
      fromMin: maybe("hands begin, from now", "min"),
    },
    of: ({ handsMin, carryMin = 0, waitMin, people, fromMin = 0 }) =>
      fromMin + (handsMin + carryMin + waitMin) / people,
  }),
  "schedule.band": sum({
    name: "Later than forecast, one time in ten",
    equation:
      "hands-on × (g − 1) + 1.2816 × √(Σ m² g² (e^(s²) − 1) + (hands-on × g)² s² / (n + 8)), by pairs of " +
      "hands; s and g from ln(taken / planned) of your own steps, eight steps of the table among them",
    mark: "judgement",
    unit: "min",
    inputs: {
      handsMin: as("hands-on", "min"),
      squares: as("squares of its steps' minutes, added"),
      growth: as("you take, of what is planned"),
      sdLog: as("strays from step to step, ln"),
      steps: as("steps of your own behind it"),
      tableSteps: as("steps the table counts as"),
      people: as("pairs of hands"),
      quantile: as("one time in ten"),
    },
    of: ({ handsMin, squares, growth, sdLog, steps, tableSteps, people, quantile }) =>
      (handsMin * (growth - 1) +
        quantile *
          Math.sqrt(
            squares * growth ** 2 * (Math.exp(sdLog ** 2) - 1) +
              (handsMin * growth) ** 2 * (sdLog ** 2 / (steps + tableSteps)),
          )) /
      people,
  }),
  "schedule.share": sum({
    name: "One zone's part",
    equation: "for all its zones × this one's share of their area",
    mark: "judgement",
    unit: "same",
    inputs: { whole: as("for all its zones", "same"), share: as("share of their area") },
    of: ({ whole, share }) => whole * share,
  }),
  "schedule.taskSlack": sum({
    name: "May start later by",
    equation:
      "latest start with every promise as it is − start, through what follows it by lags and by what they share",
    mark: "std",
    source: "critical path method",
    unit: "min",
    inputs: {
      latestMin: as("latest safe start, from the first", "min"),
      startMin: as("planned start, from the first", "min"),
    },
    of: ({ latestMin, startMin }) => latestMin - startMin,
  }),
  "schedule.promise": sum({
    name: "In hand in the timetable",
    equation: "promised − end of its last task",
    mark: "practice",
    unit: "min",
    inputs: {
      promisedMin: as("promised, from the first start", "min"),
      endMin: as("end of its last task, from the first start", "min"),
    },
    of: ({ promisedMin, endMin }) => promisedMin - endMin,
  }),
  "schedule.overDay": sum({
    name: "Over the hours of the day",
    equation: "what its visits take − what is left of its hours",
    mark: "practice",
    unit: "min",
    inputs: { usedMin: as("visits with their way", "min"), roomMin: as("hours left, less the break", "min") },
    of: ({ usedMin, roomMin }) => usedMin - roomMin,
  }),
  "schedule.sooner": sum({
    name: "Sooner by a better order",
    equation: "end in the order found at once − end in the better one",
    mark: "std",
    source: "what clashes is put in order where there is least room, after Cesta, Oddi and Smith 2002",
    unit: "min",
    inputs: { wasMin: as("end as first ordered, from now", "min"), isMin: as("end now, from now", "min") },
    of: ({ wasMin, isMin }) => wasMin - isMin,
  }),
  "schedule.slack": sum({
    name: "Time in hand",
    equation: "time in hand = promised − forecast",
    mark: "practice",
    unit: "min",
    inputs: { promised: as("promised, from now", "min"), forecast: as("forecast, from now", "min") },
    of: ({ promised, forecast }) => promised - forecast,
  }),
  "wholeJob.litres": sum({
    name: "Over the whole job",
    equation: "sum over the steps that put liquid on",
    mark: "practice",
    unit: "L",
    inputs: { steps: many("step", "L") },
    of: ({ steps }) => total(steps),
  }),
  "wholeJob.minutes": sum({
    name: "Over the whole job",
    equation: "sum over the steps still to do",
    mark: "practice",
    unit: "min",
    inputs: { steps: many("step", "min") },
    of: ({ steps }) => total(steps),
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
