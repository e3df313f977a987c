// The order of src/core, lowest first: an import may only run to a folder further up this list.
// Lint, the check for circles and the table in docs/architecture.md are made from it.
export const WINGS = [
  ["ground/quantity", "units, ratios, formatting, where a value comes from"],
  ["ground/sums", "every formula: its words, its inputs, its source and the sum itself; workings"],
  ["ground/catalog", "the tables: materials, builds, families, evidence, agents, tools, machines, actions, ladders"],
  ["ground/pieces", "plane geometry; templates: measures in, parts out"],
  ["models/air", "moist air, evaporation, the air of a room"],
  ["models/water", "strokes, tank marks, passes, towels, where every litre went"],
  ["models/gas", "gas in a box of air, killing by heat"],
  ["models/dilution", "mixes, sums around a bottle"],
  ["models/drying", "layers and their solver, what a meter reads, the mould index"],
  ["models/colour", "CIELAB, ΔE 2000, grey scales, readings of a picture"],
  ["models/chance", "Bayes' rule, beta distributions"],
  ["models/timetable", "tasks, limits, the best order found, what proves it"],
  ["models/walk", "turns at places, what going on takes, the walk that takes least"],
  ["job", "the document: schema, format, upgrades, commands, events, history, the kit"],
  ["judgement/zones", "what a zone is and might be: view, soil, conditions, fibre"],
  ["judgement/walk", "from which place each zone is reached, sections, what comes before what"],
  ["judgement/rules", "every condition that guards cloth or people, as data, and the one judge of them"],
  ["judgement/shelf", "what is owned, its own numbers over the table's, what stands in"],
  ["judgement/learnt", "what the own log teaches a plan"],
  ["judgement/diagnosis", "evidence to families, the next test, where a smell comes from"],
  ["judgement/forecast", "drying of this job in its place, and what its numbers ask for"],
  ["judgement/treatment/step", "what a step is, its words, minutes and effect"],
  ["judgement/treatment/cloth", "what is known of the cloth while planning: context, water budget, recovery"],
  ["judgement/treatment/way", "what may be used here, how strong, how gently"],
  ["judgement/treatment/lay", "steps laid on a zone or a mark"],
  ["judgement/treatment/mark", "the plan of a mark"],
  ["judgement/treatment/extra", "smell, seams, belts, mats, the air, protection"],
  ["judgement/treatment/school", "the ways through the middle, weighed and laid"],
  ["judgement/treatment/plan", "the plan of a job, in the order of work"],
  ["answers/mixing", "bottles, labels, waters, what goes into the van"],
  ["answers/schedule", "the order of one job, its forecast and promises"],
  ["answers/assess", "everything the tool has to say of a job"],
  ["answers/day", "several jobs on one day"],
  ["answers/ask", "what if, strokes tried, the whole job another way, savers, one mark"],
  ["answers/estimate", "minutes and price, and what it came to"],
  ["answers/measure", "less to see, read off two pictures"],
  ["answers/handback", "the last look, dryness, the owner's sheet, what is due"],
  ["answers/ledger", "jobs summed up, searched, by customer and month; what they teach"],
  [
    "answers/practice",
    "made-up cases with a hidden truth: what is drawn, what comes of each move, what the planner would have done",
  ],
];

/** The list as a table of docs/architecture.md. */
export const wingsTable = () =>
  [
    "| folder | what it holds |",
    "| --- | --- |",
    ...WINGS.map(([folder, holds]) => `| \`${folder}\` | ${holds} |`),
  ].join("\n");
