import type { InferType } from "yup";
import { AGENT_IDS } from "../catalog/agents";
import { BUILD_IDS, CARE_CODE_IDS, CLOTH_CONDITION_IDS, DAMAGE_IDS, NEIGHBOUR_IDS, SOIL_LEVEL_IDS } from "../catalog/builds";
import { EVIDENCE, EVIDENCE_IDS, type EvidenceId } from "../catalog/evidence";
import { MATERIAL_IDS } from "../catalog/materials";
import { TEMPLATE_IDS } from "../pieces/templates";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, MOST, SCHOOL_IDS } from "./format";
import { amount, count, exactly, flag, id, list, oneOfKinds, optional, pick, record, text, thing, time } from "./fields";

/** The job document and its file, version 1. This Yup schema is the only source; docs/job-file.schema.json is written from it. */

const layers = thing({
  backingMm: optional(amount(0, 50, "Carpet backing, mm.")),
  foamMm: optional(amount(0, 300, "Foam under the cover, mm.")),
  underlayMm: optional(amount(0, 50, "Underlay, mm.")),
}, "What lies under the face, thickness in mm.");

const cloth = thing({
  material: optional(pick(MATERIAL_IDS, "Fibre of the face.")),
  build: optional(pick(BUILD_IDS, "How the face is held.")),
  careCode: optional(pick(CARE_CODE_IDS, "Care label; none when it was looked for and there is none.")),
  ageYears: optional(amount(0, 200, "Age of the cloth, years.")),
  condition: optional(pick(CLOTH_CONDITION_IDS, "State of the cloth before the work.")),
  neighbours: optional(list(pick(NEIGHBOUR_IDS), NEIGHBOUR_IDS.length, "What lies beside or under it that water or steam would harm. An empty list: looked, nothing there.")),
  layers: optional(layers),
  fastness: optional(record(amount(1, 5), AGENT_IDS.length, "Colourfastness by agent: grey-scale step 1 to 5 on the pressed cloth, after ISO 105-A03.", AGENT_IDS)),
}, "What is known of the cloth. Anything left out is unknown and planned for at its safest.");

const piece = thing({
  name: text(80, "What the owner calls it."),
  template: pick(TEMPLATE_IDS, "The pattern its zones are drawn from."),
  lengthMm: amount(200, 30_000, "Length seen from the front, mm."),
  depthMm: amount(200, 30_000, "Depth of the seat, or width of the carpet, mm."),
  backMm: optional(amount(100, 3000, "Height of the back, mm; benches and settees.")),
  cloth,
});

const zone = thing({
  pieceId: id("The piece it belongs to."),
  part: text(40, "The part of the piece's template, such as base-2."),
  name: optional(text(80, "A name of your own.")),
  shape: optional(thing({
    xMm: amount(0, 30_000, "From the left edge of the drawing, mm."),
    yMm: amount(0, 30_000, "From the top edge of the drawing, mm."),
    widthMm: amount(10, 30_000, "Width, mm."),
    heightMm: amount(10, 30_000, "Height, mm."),
  }, "A shape of its own in place of the template's.")),
  soil: optional(pick(SOIL_LEVEL_IDS, "Soil level; left out: not looked at.")),
  clean: optional(flag("True: looked at and clean.")),
  cloth: optional(cloth),
});

const place = thing({ xMm: amount(0, 30_000, "From the zone's left edge, mm."), yMm: amount(0, 30_000, "From the zone's top edge, mm.") });
const size = thing({ widthMm: amount(1, 30_000, "Width, mm."), heightMm: amount(1, 30_000, "Height, mm.") });
const outline = list(thing({ xMm: amount(-30_000, 30_000), yMm: amount(-30_000, 30_000) }), 200, "Corners round the centre, mm; left out: an oval of the size.");
const found = { zoneId: id("The zone it lies in."), name: optional(text(80, "What it is called on the sheet.")), centre: place, size, outline: optional(outline) };

const evidence = thing(
  Object.fromEntries(EVIDENCE_IDS.map((test) => [test, optional(pick(Object.keys(EVIDENCE[test].outcomes), EVIDENCE[test].name))])) as Record<EvidenceId, ReturnType<typeof optional<string>>>,
  "What each test showed; a test not done is left out.",
);

const finding = oneOfKinds({
  mark: thing({ kind: exactly("mark"), ...found, evidence }, "A mark to identify and treat."),
  damage: thing({ kind: exactly("damage"), ...found, damage: pick(DAMAGE_IDS, "Damage that was there before."), told: optional(flag("The owner was told.")) }, "Damage: a note, never a step."),
}, "What was found in a zone.");

const reading = thing({ convention: pick(["water-to-product", "one-in"], "8 of water to 1, or 1 in 8."), value: amount(1, 500, "The number on the label.") });

const did = {
  at: time("When, given by whoever records it."),
  stepKey: text(120, "The step of the plan."),
  title: text(160, "The step as it was read."),
  action: text(40, "The kind of step."),
  zoneIds: list(id(), MOST.zones, "Zones it was done on."),
};
const ofFinding = { findingId: optional(id("The mark it was done to.")) };

const event = oneOfKinds({
  start: thing({ kind: exactly("start"), id: id(), ...did, ...ofFinding, dwellMinMin: optional(amount(0, 1440, "Shortest dwell promised to the cloth, min.")), dwellMaxMin: optional(amount(0, 1440, "Longest dwell, min.")) }),
  done: thing({
    kind: exactly("done"), id: id(), ...did, ...ofFinding,
    agent: optional(pick(AGENT_IDS, "Agent used.")),
    partsWater: optional(amount(0, 1000, "Parts of water to one of product.")),
    amountMl: optional(amount(0, 100_000, "Liquid put on, mL.")),
    areaM2: optional(amount(0, 1000, "Area it was put on, m².")),
    wetStrokes: optional(count(0, 20, "Strokes with water on.")),
    dryStrokes: optional(count(0, 40, "Strokes with water off.")),
    waterOnLPerM2: optional(amount(0, 100, "Water put on, L/m².")),
    minutes: optional(amount(0, 1440, "Minutes it took.")),
  }),
  skip: thing({ kind: exactly("skip"), id: id(), ...did, ...ofFinding, reason: text(200, "Why it was left out.") }),
  outcome: thing({ kind: exactly("outcome"), id: id(), at: did.at, findingId: id("The mark."), result: pick(["gone", "better", "same", "worse", "left"], "As judged when dry.") }),
  agreed: thing({ kind: exactly("agreed"), id: id(), at: did.at, handBackAt: optional(time()), usableAt: optional(time()), dampHandBack: flag("Damp hand-back agreed."), steps: list(text(160), 400, "The steps as the owner heard them.") }),
  "handed-back": thing({ kind: exactly("handed-back"), id: id(), at: did.at, damp: flag("It was still drying, as agreed.") }),
  undo: thing({ kind: exactly("undo"), id: id(), at: did.at, of: id("The event taken back.") }),
}, "What happened, in order; nothing is ever removed.");

const collection = <S extends Parameters<typeof record>[0]>(item: S, max: number, about: string) => thing({ byId: record(item, max, "By id."), order: list(id(), max, "Their order.") }, about);

const jobFields = {
  id: id("The job's id."),
  title: text(120, "What the job is called."),
  customer: text(120, "Whose it is."),
  place: text(160, "Where the work is done."),
  demo: optional(flag("A made-up job of the demo.")),
  createdAt: time("When it was taken on."),
  site: thing({
    airTempC: optional(amount(-20, 50, "Air temperature, °C.")),
    relativeHumidityPct: optional(amount(1, 100, "Relative humidity, %.")),
    airSpeedMPerS: optional(amount(0, 10, "Air speed over the cloth, m/s.")),
    water: optional(pick(["tap", "carried", "none"], "Water at hand.")),
    power: optional(pick(["mains", "battery", "none"], "Power at hand.")),
    floorProtected: optional(flag("The floor is covered.")),
    wasteWater: optional(pick(["drain", "taken-away"], "Where waste water goes.")),
  }, "Conditions where the work is done."),
  promises: thing({
    handBackAt: optional(time("When the owner gets it back.")),
    usableAt: optional(time("When it is dry enough to sit or walk on.")),
    dampHandBackAgreed: flag("The owner agreed to get it back damp."),
  }, "The two promises."),
  pieces: collection(piece, MOST.pieces, "What is being cleaned."),
  zones: collection(zone, MOST.zones, "The parts of the pieces."),
  findings: collection(finding, MOST.findings, "Marks and damage."),
  choices: thing({
    schools: record(pick(SCHOOL_IDS), MOST.zones, "School chosen by zone id; left out: the plan's own pick."),
    readings: record(reading, AGENT_IDS.length, "How a label's ratio was read, by agent.", AGENT_IDS),
    bottles: record(amount(50, 20_000), AGENT_IDS.length, "Bottle chosen by agent, mL.", AGENT_IDS),
  }, "Decisions that differ from the plan's own."),
  events: list(event, MOST.events, "What happened, in order."),
};

export const jobSchema = thing(jobFields, "The job document.");

export const kitSchema = thing({
  agents: list(pick(AGENT_IDS), AGENT_IDS.length, "Agents at hand."),
  bottles: list(thing({ capacityMl: amount(50, 20_000, "mL"), markEveryMl: amount(1, 1000, "Spacing of its marks, mL.") }), 20, "Bottles and tanks."),
  cupMarkEveryMl: amount(0.5, 100, "Spacing of the measuring cup's marks, mL."),
  extractor: optional(thing({
    flowLPerMin: amount(0.1, 10, "L/min"),
    headWidthM: amount(0.02, 1, "m"),
    strokeMPerS: amount(0.05, 2, "Usual stroke speed, m/s."),
    recoveryPerDryStroke: amount(0, 1, "Share of the free water one dry stroke takes."),
  }, "Left out: none at hand.")),
  steamer: flag("A steamer is at hand."),
}, "What the technician has with them, by value.");

export const jobFileSchema = thing({
  format: exactly(JOB_FILE_FORMAT, "What kind of file this is."),
  version: exactly(JOB_FILE_VERSION, "Version of the format."),
  asOf: time("The moment the file speaks of; forecasts start here."),
  kit: optional(kitSchema),
  job: jobSchema,
}, "A Weary Bristle job file.");

export type Job = InferType<typeof jobSchema>;
export type Kit = InferType<typeof kitSchema>;
export type JobFile = InferType<typeof jobFileSchema>;
export type Piece = Job["pieces"]["byId"][string];
export type Zone = Job["zones"]["byId"][string];
export type Finding = Job["findings"]["byId"][string];
export type MarkFinding = Extract<Finding, { kind: "mark" }>;
export type DamageFinding = Extract<Finding, { kind: "damage" }>;
export type Cloth = Piece["cloth"];
export type WorkEvent = Job["events"][number];
export type DoneEvent = Extract<WorkEvent, { kind: "done" }>;
export type StartEvent = Extract<WorkEvent, { kind: "start" }>;
export type OutcomeResult = Extract<WorkEvent, { kind: "outcome" }>["result"];
