import type { InferType } from "yup";
import { ACTION_IDS } from "@/core/ground/catalog/actions";
import { AGENT_FIELDS, AGENT_IDS } from "@/core/ground/catalog/agents";
import { PURPOSE_IDS } from "@/core/ground/catalog/purposes";
import { BESIDE_IDS, PROTECT_IDS } from "@/core/ground/catalog/besides";
import {
  BUILD_IDS,
  CARE_CODE_IDS,
  CLOTH_CONDITION_IDS,
  DAMAGE_IDS,
  SHADE_IDS,
  NEIGHBOUR_IDS,
  SOIL_LEVEL_IDS,
  SOIL_OF_IDS,
  WETNESS_IDS,
} from "@/core/ground/catalog/builds";
import { EVIDENCE, EVIDENCE_IDS, REPEATABLE_IDS, type EvidenceId } from "@/core/ground/catalog/evidence";
import { ALLERGY_IDS, MATTER_IDS, TRIED_IDS, USER_IDS } from "@/core/ground/catalog/ownersAccount";
import { FAMILY_IDS } from "@/core/ground/catalog/families";
import { OF_WHAT_IDS } from "@/core/ground/catalog/surfaces";
import { FIBRE_TESTS, FIBRE_TEST_IDS, type FibreTestId } from "@/core/ground/catalog/fibreTests";
import {
  BEHIND_IDS,
  CONSTRUCTION_IDS,
  GROWTH_IDS,
  HAIR_DENSITY_IDS,
  INSTRUMENT_IDS,
  RAN_TO_IDS,
  SPILLED_IDS,
  TRIAL_RESULT_IDS,
  TRIED_WHEN_IDS,
} from "@/core/ground/catalog/findings";
import { GAS_IDS, STANDS_IDS } from "@/core/ground/catalog/gases";
import { MACHINE_FIELDS, MACHINE_IDS } from "@/core/ground/catalog/machines";
import { MATERIAL_IDS } from "@/core/ground/catalog/materials";
import { ROLE_IDS } from "@/core/ground/catalog/roles";
import { RING_SIGNS, RING_SIGN_IDS, type RingSignId } from "@/core/ground/catalog/ringSigns";
import { SHELF_TOOL_IDS } from "@/core/ground/catalog/tools";
import type { ValueField } from "@/core/ground/catalog/valueField";
import { DIRT_IDS } from "@/core/models/water/passes";
import { FIBRE_GROUP_IDS } from "@/core/ground/catalog/fibreGroups";
import { CARD_IDS } from "@/core/ground/catalog/cards";
import { CONTAINER_IDS } from "@/core/ground/catalog/containers";
import { SPACE_IDS } from "@/core/ground/catalog/spaces";
import { CURRENCY_IDS } from "@/core/ground/quantity/money";
import { GROUP_IDS } from "@/core/ground/pieces/groups";
import { TEMPLATE_IDS } from "@/core/ground/pieces/templates";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, MOST, MOST_HANDS, MOST_LOG } from "./fileFormat";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import {
  amount,
  count,
  exactly,
  flag,
  id,
  list,
  oneOfKinds,
  optional,
  pen,
  pick,
  record,
  text,
  thing,
  time,
} from "./fields";

/** The job document and its file, version 2. This Yup schema is the only source; docs/job-file.schema.json is written from it. */
const layers = thing(
  {
    backingMm: optional(amount(0, 50, "Carpet backing, mm.")),
    foamMm: optional(amount(0, 300, "Foam under the cover, mm.")),
    underlayMm: optional(amount(0, 50, "Underlay, mm.")),
  },
  "What lies under the face, thickness in mm.",
);

/** What a set of tests showed, one outcome each; a test not done is left out. */
const outcomesOf = <K extends string>(
  tests: Record<K, { name: string; outcomes: object }>,
  ids: readonly K[],
  about: string,
) =>
  thing(
    Object.fromEntries(
      ids.map((test) => [test, optional(pick(Object.keys(tests[test].outcomes), tests[test].name))]),
    ) as Record<K, ReturnType<typeof optional<string>>>,
    about,
  );

const cloth = thing(
  {
    material: optional(pick(MATERIAL_IDS, "Fibre of the face.")),
    fibreTests: optional(
      outcomesOf<FibreTestId>(FIBRE_TESTS, FIBRE_TEST_IDS, "What the tests for an unknown fibre showed."),
    ),
    construction: optional(pick(CONSTRUCTION_IDS, "How the face is made.")),
    build: optional(pick(BUILD_IDS, "How the face is held.")),
    careCode: optional(pick(CARE_CODE_IDS, "Care label; none when it was looked for and there is none.")),
    shade: optional(pick(SHADE_IDS, "How light the cloth is.")),
    asUsual: optional(flag("Looked at: it is what such a part usually is.")),
    ageYears: optional(amount(0, 200, "Age of the cloth, years.")),
    condition: optional(pick(CLOTH_CONDITION_IDS, "State of the cloth before the work.")),
    neighbours: optional(
      list(
        pick(NEIGHBOUR_IDS),
        NEIGHBOUR_IDS.length,
        "What lies beside or under it that water or steam would harm. An empty list: looked, nothing there.",
      ),
    ),
    layers: optional(layers),
    ofWhat: optional(
      pick(
        OF_WHAT_IDS,
        "What it is of; left out: cloth. Leather and hard surfaces are wiped, and nothing made for cloth goes on them.",
      ),
    ),
    fastness: optional(
      record(
        amount(1, 5),
        AGENT_IDS.length,
        "Colourfastness by agent: grey-scale step 1 to 5 on the pressed cloth, after ISO 105-A03.",
        AGENT_IDS,
      ),
    ),
  },
  "What is known of the cloth. Anything left out is unknown and planned for at its safest.",
);

const piece = thing({
  name: text(80, "What the owner calls it."),
  template: pick(TEMPLATE_IDS, "The pattern its zones are drawn from."),
  lengthMm: amount(200, 30_000, "Length seen from the front, mm."),
  depthMm: amount(100, 30_000, "Depth of the seat, or width of the carpet, mm."),
  backMm: optional(amount(50, 3000, "Height of the back, or of a mattress, mm.")),
  seats: optional(count(1, 5, "Seats side by side, or bases a side.")),
  wingSeats: optional(count(0, 4, "Seats of a settee round the corner.")),
  rows: optional(list(count(1, 4), 4, "Seats in each row of a cabin, front first.")),
  steps: optional(count(1, 30, "Steps of a flight.")),
  riserMm: optional(amount(50, 500, "Height of a riser, mm.")),
  walls: optional(
    list(
      thing({
        lengthMm: amount(50, 30_000, "mm"),
        turnDeg: amount(-179, 179, "Turn to the right at its end, degrees."),
      }),
      40,
      "Walls of a room walked round clockwise; the last closes by itself.",
    ),
  ),
  doors: optional(
    list(
      thing({
        wall: count(0, 40, "Which wall, from 0."),
        atMm: amount(0, 30_000, "From that wall's start, mm."),
        widthMm: amount(300, 5000, "mm"),
      }),
      10,
      "Doors of a room.",
    ),
  ),
  cloth,
  groups: optional(
    record(cloth, GROUP_IDS.length, "Cloth of all seats, floors, mats, linings or belts, where it differs.", GROUP_IDS),
  ),
});

const zone = thing({
  pieceId: id("The piece it belongs to."),
  part: text(40, "The part of the piece's template, such as base-2."),
  name: optional(text(80, "A name of your own.")),
  shape: optional(
    list(
      thing({
        xMm: amount(-120_000, 120_000, "Across the drawing, mm."),
        yMm: amount(-120_000, 120_000, "Down the drawing, mm."),
      }),
      80,
      "Corners of its own in place of the template's.",
    ),
  ),
  soil: optional(pick(SOIL_LEVEL_IDS, "Soil level by look; left out: not looked at.")),
  soilOf: optional(
    pick(
      SOIL_OF_IDS,
      "It was said of a whole that it belongs to, and holds until one says otherwise; left out: of it.",
    ),
  ),
  soilSigns: optional(
    thing(
      {
        towel: optional(pick(SOIL_LEVEL_IDS, "As a white towel shows it.")),
        pile: optional(pick(SOIL_LEVEL_IDS, "As the pile shows it when brushed up.")),
        vacuumedGPerM2: optional(amount(0, 5000, "Dry soil vacuumed, g/m².")),
      },
      "Better measures of soil than the look.",
    ),
  ),
  wetMud: optional(flag("Mud that is still wet.")),
  clean: optional(flag("True: looked at and clean.")),
  wet: optional(pick(WETNESS_IDS, "How wet it is already; left out: dry.")),
  residue: optional(flag("Detergent left by an earlier cleaning: sticky, foams, soils again soon.")),
  cloth: optional(cloth),
  role: optional(pick(ROLE_IDS, "What a zone drawn by hand is; left out: a field of carpet.")),
});

const place = thing({
  xMm: amount(0, 30_000, "From the zone's left edge, mm."),
  yMm: amount(0, 30_000, "From the zone's top edge, mm."),
});
const size = thing({ widthMm: amount(1, 30_000, "Width, mm."), heightMm: amount(1, 30_000, "Height, mm.") });
const outline = list(
  thing({ xMm: amount(-30_000, 30_000), yMm: amount(-30_000, 30_000) }),
  200,
  "Corners round the centre, mm; left out: an oval of the size.",
);

const found = {
  zoneId: id("The zone it lies in."),
  name: optional(text(80, "What it is called on the sheet.")),
  centre: place,
  size,
  outline: optional(outline),
};

const evidence = outcomesOf<EvidenceId>(EVIDENCE, EVIDENCE_IDS, "What each test showed; a test not done is left out.");
const pictureIds = list(id(), MOST.pictures, "Pictures kept beside the job, by id.");
const pictures = optional(pictureIds);
const after = optional(list(id(), MOST.pictures, "Pictures taken when the work was done, by id."));
const strength = (about: string) => count(0, 5, about);

const finding = oneOfKinds(
  {
    mark: thing(
      {
        kind: exactly("mark"),
        ...found,
        evidence,
        again: optional(
          outcomesOf<EvidenceId>(EVIDENCE, REPEATABLE_IDS, "What a second reading of the same test showed."),
        ),
        lampSize: optional(size),
        ranTo: optional(pick(RAN_TO_IDS, "How deep it went; left out: nobody knows.")),
        spilled: optional(pick(SPILLED_IDS, "How much was spilled; left out: nobody knows.")),
        tried: optional(
          list(
            thing({
              what: pick(TRIED_IDS, "What was tried."),
              when: optional(pick(TRIED_WHEN_IDS, "When; left out: nobody knows.")),
            }),
            TRIED_IDS.length,
            "What was tried on this mark; it outranks the account. An empty list: nothing was tried.",
          ),
        ),
        ring: optional(
          outcomesOf<RingSignId>(
            RING_SIGNS,
            RING_SIGN_IDS,
            "Signs whether a water ring came from above or from below.",
          ),
        ),
        pictures,
        after,
      },
      "A mark to identify and treat.",
    ),
    damage: thing(
      {
        kind: exactly("damage"),
        ...found,
        damage: pick(DAMAGE_IDS, "Damage that was there before."),
        told: optional(flag("The owner was told.")),
        toldAt: optional(time("When the owner acknowledged it.")),
        foundAt: optional(time("When it was found, where that was while working.")),
        pictures,
      },
      "Damage: a note, never a step.",
    ),
    odour: thing(
      {
        kind: exactly("odour"),
        zoneId: found.zoneId,
        closed: strength("Strength when the place was shut, 0 none to 5 unbearable."),
        aired: optional(strength("Strength after airing.")),
        character: optional(pick(Object.keys(EVIDENCE.smell.outcomes), "What it smells of.")),
        pressed: optional(pick(["stronger", "same"], "When the cover is pressed or warmed.")),
      },
      "A smell as noticed at one zone.",
    ),
    hair: thing(
      { kind: exactly("hair"), zoneId: found.zoneId, density: pick(HAIR_DENSITY_IDS, "How much hair.") },
      "Hair on one zone.",
    ),
    mould: thing(
      {
        kind: exactly("mould"),
        ...found,
        growth: optional(pick(GROWTH_IDS, "Growth or only a stain.")),
        behind: optional(pick(BEHIND_IDS, "What it grows on.")),
        meterPct: optional(amount(0, 100, "Moisture meter, %.")),
        pictures,
        after,
      },
      "Visible mould.",
    ),
  },
  "What was found in a zone.",
);

const reading = thing({
  convention: pick(["water-to-product", "one-in"], "8 of water to 1, or 1 in 8."),
  value: amount(1, 500, "The number on the label."),
});

const did = {
  at: time("When, given by whoever records it."),
  stepKey: text(120, "The step of the plan."),
  title: text(160, "The step as it was read."),
  action: pick(ACTION_IDS, "The kind of step."),
  zoneIds: list(id(), MOST.zones, "Zones it was done on."),
  by: optional(count(1, MOST_HANDS, "Which pair of hands; left out: the first.")),
};

const dwell = {
  dwellMinMin: optional(amount(0, 1440, "Shortest dwell promised to the cloth, min.")),
  dwellMaxMin: optional(amount(0, 1440, "Longest dwell, min.")),
};

const ofFinding = { findingId: optional(id("The mark it was done to.")) };

const share = (about: string) => amount(-1, 2, about);
const spot = (about: string) =>
  thing({ x: share("Share of the picture's width."), y: share("Share of its height.") }, about);
const lab = (about: string) => thing({ l: amount(-20, 200), a: amount(-200, 200), b: amount(-200, 200) }, about);

/** What things dry in; the same fields say what it was before it was changed. */
const air = {
  airTempC: optional(amount(-20, 50, "Air temperature, °C.")),
  relativeHumidityPct: optional(amount(1, 100, "Relative humidity, %.")),
  airSpeedMPerS: optional(amount(0, 10, "Air speed over the cloth, m/s.")),
  space: optional(pick(SPACE_IDS, "What it stands in while it dries.")),
  volumeM3: optional(amount(0.3, 5000, "Room inside, m³; left out: from the drawing.")),
  airChangesPerH: optional(amount(0.05, 200, "Air changes, 1/h; left out: the fewest of such a space.")),
  outsideTempC: optional(amount(-30, 50, "Air that comes in, °C; left out: as the air was when drying began.")),
  outsideHumidityPct: optional(
    amount(1, 100, "Its relative humidity, %; left out: usual at that temperature, 85 when cold to 70 when warm."),
  ),
  heater: optional(flag("The heater runs.")),
  dehumidifier: optional(flag("The dehumidifier runs.")),
  sunHours: optional(amount(0, 16, "Sun on it for so many hours, in the open.")),
};

const event = oneOfKinds(
  {
    start: thing(
      { kind: exactly("start"), id: id(), ...did, ...ofFinding, ...dwell },
      "Hands at it; a dwell given here runs from here.",
    ),
    done: thing(
      {
        kind: exactly("done"),
        id: id(),
        ...did,
        ...ofFinding,
        agent: optional(pick(AGENT_IDS, "Agent used.")),
        partsWater: optional(amount(0, 1000, "Parts of water to one of product.")),
        amountMl: optional(amount(0, 100_000, "Liquid put on, mL.")),
        areaM2: optional(amount(0, 1000, "Area it was put on, m².")),
        wetStrokes: optional(count(0, 100, "Passes with water on.")),
        dryStrokes: optional(count(0, 250, "Passes with water off.")),
        pace: optional(amount(0.5, 2, "Pace of the strokes against the machine's usual; left out: 1.")),
        waterOnLPerM2: optional(amount(0, 100, "Water put on, L/m².")),
        goes: optional(count(2, 10, "Put on in so many portions, blotted between; left out: in one.")),
        flushedMm: optional(amount(0, 500, "A spill was flushed out as deep as this below the face, mm.")),
        recoveredMl: optional(amount(0, 100_000, "What came back into the recovery tank, mL, read off its marks.")),
        minutes: optional(amount(0, 1440, "Minutes it took.")),
        plannedMin: optional(amount(0, 1440, "Minutes it was planned to take.")),
        tableMin: optional(amount(0, 1440, "Minutes by the table, where it was planned by the own pace.")),
        family: optional(pick(FAMILY_IDS, "What the mark was taken for.")),
        fibre: optional(pick(FIBRE_GROUP_IDS, "Group of fibre, where all it may be is of one.")),
        machine: optional(pick(MACHINE_IDS, "Machine that drew the water off.")),
        expectedMl: optional(amount(0, 100_000, "What was expected back in the recovery tank, mL.")),
        recoveryShare: optional(amount(0, 1, "Share of the free water a dry stroke was taken to draw off.")),
        forecastH: optional(amount(0, 10_000, "Hours to dry as forecast then.")),
        ...dwell,
      },
      "Hands off it; a dwell given here runs from here until something else is done on that cloth.",
    ),
    pass: thing(
      {
        kind: exactly("pass"),
        id: id(),
        ...did,
        dirt: pick(DIRT_IDS, "What one pass brought back, on the five-step scale."),
      },
      "One pass of drawing off, as it looked.",
    ),
    trial: thing(
      {
        kind: exactly("trial"),
        id: id(),
        at: did.at,
        zoneIds: list(id(), MOST.zones, "Zones it stands for."),
        rounds: count(1, 6, "Rounds until another brought nothing more."),
        result: pick(TRIAL_RESULT_IDS, "What the patch looks like now."),
      },
      "How a trial patch came out.",
    ),
    skip: thing({ kind: exactly("skip"), id: id(), ...did, ...ofFinding, reason: text(200, "Why it was left out.") }),
    outcome: thing({
      kind: exactly("outcome"),
      id: id(),
      at: did.at,
      findingId: id("The mark."),
      result: pick(["gone", "better", "same", "worse", "left"], "As judged when dry."),
    }),
    agreed: thing({
      kind: exactly("agreed"),
      id: id(),
      at: did.at,
      handBackAt: optional(time()),
      usableAt: optional(time()),
      dampHandBack: flag("Damp hand-back agreed."),
      steps: list(text(160), 400, "The steps as the owner heard them."),
      priceLow: optional(amount(0, 1_000_000, "Price as the owner heard it, at least.")),
      priceHigh: optional(amount(0, 1_000_000, "At most.")),
      currency: optional(pick(CURRENCY_IDS, "In whose money, by ISO 4217.")),
    }),
    "handed-back": thing({
      kind: exactly("handed-back"),
      id: id(),
      at: did.at,
      damp: flag("It was still drying, as agreed."),
    }),
    reading: thing(
      {
        kind: exactly("reading"),
        id: id(),
        at: did.at,
        instrument: pick(INSTRUMENT_IDS, "What it was read on."),
        zoneId: optional(id("Where.")),
        findingId: optional(id("On which mark.")),
        value: amount(
          -50,
          1000,
          "In the instrument's unit: % moisture, pH, °C, ppm; the lamp's outcome as its place in the table.",
        ),
        humidityPct: optional(amount(0, 100, "Relative humidity, %; thermo-hygrometer.")),
      },
      "A reading of an instrument.",
    ),
    colour: thing(
      {
        kind: exactly("colour"),
        id: id(),
        at: did.at,
        findingId: id("Of which mark."),
        when: pick(["before", "after", "towel"], "Before the work, after it, or the towel it was wiped with."),
        pictureId: id("Off which picture."),
        widthPx: count(1, 20_000),
        heightPx: count(1, 20_000),
        card: pick(CARD_IDS, "What lay in the picture to tell its light by."),
        cardAt: thing(
          {
            x: share("Share of the picture's width."),
            y: share("Share of its height."),
            r: share("Radius, share of the width."),
          },
          "Where.",
        ),
        oval: thing(
          {
            x: share("Share of the picture's width."),
            y: share("Share of its height."),
            rx: share("Share of the width."),
            ry: share("Share of the width."),
          },
          "The oval the mark was looked for in.",
        ),
        scale: optional(
          thing(
            { from: spot("One end."), to: spot("The other."), lengthMm: amount(1, 10_000, "mm") },
            "A line over a known length.",
          ),
        ),
        outline: list(spot("A corner."), 200, "The mark as it was outlined."),
        mark: lab("CIELAB of the mark, D65."),
        cloth: lab("CIELAB of the cloth around it, D65."),
        areaMm2: optional(amount(0, 100_000_000, "Area of the outline, mm².")),
      },
      "Colours read off a picture.",
    ),
    checked: thing(
      {
        kind: exactly("checked"),
        id: id(),
        at: did.at,
        items: list(text(60), 100, "Lines of the last look, by id: as it should be."),
      },
      "A last look before it is handed back.",
    ),
    signed: thing(
      {
        kind: exactly("signed"),
        id: id(),
        at: did.at,
        name: text(120, "Who signed."),
        strokes: pen(40_000, "The signature as an SVG path in a box of 600 by 200."),
      },
      "The owner signed for it.",
    ),
    note: thing(
      {
        kind: exactly("note"),
        id: id(),
        at: did.at,
        by: did.by,
        words: text(1000, "What was noticed."),
        zoneIds: optional(did.zoneIds),
        pictures: optional(pictureIds),
      },
      "A note, with pictures where they say it better.",
    ),
    air: thing(
      { kind: exactly("air"), id: id(), at: did.at, was: thing(air, "As it was until then.") },
      "The air it dries in was changed while it dried.",
    ),
    undo: thing({ kind: exactly("undo"), id: id(), at: did.at, of: id("The event taken back.") }),
  },
  "What happened, in order; nothing is ever removed.",
);

const collection = <S extends Parameters<typeof record>[0]>(item: S, max: number, about: string) =>
  thing({ byId: record(item, max, "By id."), order: list(id(), max, "Their order.") }, about);

const jobFields = {
  id: id("The job's id."),
  title: text(120, "What the job is called."),
  customer: text(120, "Whose it is."),
  place: text(160, "Where the work is done."),
  demo: optional(flag("A made-up job of the demo.")),
  createdAt: time("When it was taken on."),
  from: optional(
    thing(
      { jobId: id("The job before."), kind: pick(["next", "comeback"], "A further visit, or a mark that came back.") },
      "The job of the same pieces it goes on from.",
    ),
  ),
  site: thing(
    {
      ...air,
      weather: optional(
        thing(
          {
            from: time("When its first hour begins."),
            hours: list(
              thing({ tempC: amount(-30, 50, "°C"), relativeHumidityPct: amount(1, 100, "%") }),
              96,
              "Outside, hour by hour; after the last it stays.",
            ),
          },
          "Weather outside by the hour.",
        ),
      ),
      water: optional(pick(["tap", "carried", "none"], "Water at hand.")),
      power: optional(pick(["mains", "battery", "none"], "Power at hand.")),
      floorProtected: optional(flag("The floor is covered.")),
      wasteWater: optional(pick(["drain", "taken-away"], "Where waste water goes.")),
    },
    "Conditions where the work is done.",
  ),
  account: optional(
    thing(
      {
        spilled: optional(
          list(pick(Object.keys(EVIDENCE.owner.outcomes)), 20, "What was spilled; several may be true."),
        ),
        when: optional(pick(Object.keys(EVIDENCE.age.outcomes), "When.")),
        tried: optional(list(pick(TRIED_IDS), TRIED_IDS.length, "What was tried. An empty list: asked, nothing.")),
        users: optional(list(pick(USER_IDS), USER_IDS.length, "Who uses it. An empty list: asked, none of these.")),
        allergies: optional(
          list(pick(ALLERGY_IDS), ALLERGY_IDS.length, "Allergies in the house. An empty list: asked, none."),
        ),
        matters: optional(pick(MATTER_IDS, "What matters most.")),
        liftSeats: optional(flag("Lifting seats out was agreed.")),
      },
      "The owner's account. What was not asked is planned at its safest.",
    ),
  ),
  gas: optional(
    thing(
      {
        gas: pick(GAS_IDS, "Which gas treats the air."),
        volumeM3: optional(amount(0.3, 300, "Room inside, m³.")),
        shutMinPerH: optional(amount(0, 30, "Fewest air changes while shut, 1/h.")),
        shutMaxPerH: optional(amount(0, 30, "Most air changes while shut, 1/h.")),
        airedMinPerH: optional(amount(0.1, 200, "Fewest air changes when opened, 1/h.")),
        stands: optional(pick(STANDS_IDS, "Where it stands while the gas works.")),
        roomM3: optional(amount(5, 100_000, "The room around it, m³.")),
        roomAirPerH: optional(amount(0, 200, "Air changes of the room around it, 1/h.")),
        cleared: optional(flag("No person, animal or plant inside or beside it.")),
      },
      "Treatment of the air by gas, when the source is gone.",
    ),
  ),
  promises: thing(
    {
      handBackAt: optional(time("When the owner gets it back.")),
      usableAt: optional(time("When it is dry enough to sit or walk on.")),
      dampHandBackAgreed: flag("The owner agreed to get it back damp."),
    },
    "The two promises.",
  ),
  pieces: collection(piece, MOST.pieces, "What is being cleaned."),
  zones: collection(zone, MOST.zones, "The parts of the pieces."),
  findings: collection(finding, MOST.findings, "Marks and damage."),
  choices: thing(
    {
      purpose: optional(pick(PURPOSE_IDS, "What one was called for; left out: nobody said.")),
      hands: optional(count(1, MOST_HANDS, "Pairs of hands at this job; left out: one.")),
      schools: record(pick(SCHOOL_IDS), MOST.zones, "School chosen by zone id; left out: the plan's own pick."),
      readings: record(reading, AGENT_IDS.length, "How a label's ratio was read, by agent.", AGENT_IDS),
      bottles: record(amount(50, 20_000), AGENT_IDS.length, "Bottle chosen by agent, mL.", AGENT_IDS),
      strokes: optional(
        record(
          thing({
            wet: count(1, 12, "Wet strokes."),
            dry: count(1, 40, "Dry strokes in all."),
            pace: amount(0.5, 2, "Pace of the strokes against the machine's usual."),
          }),
          MOST.zones,
          "Pattern of strokes chosen by zone id; the budget and the depth allowed still hold.",
        ),
      ),
      trial: optional(flag("A trial patch before the rest; left out: nobody said.")),
      disinfect: optional(list(id(), MOST.zones, "Zones to disinfect after cleaning.")),
      protect: optional(pick(PROTECT_IDS, "Protector on what was cleaned, by the school its label wants.")),
      beside: optional(list(pick(BESIDE_IDS), BESIDE_IDS.length, "What stands beside the cloth and is cleaned too.")),
    },
    "Decisions that differ from the plan's own.",
  ),
  events: list(event, MOST.events, "What happened, in order."),
  seals: optional(
    list(
      thing({
        of: id("The event."),
        after: text(2000, "Digests it follows, joined by +; none: the first."),
        digest: text(64, "Half of SHA-256 over what it follows and the event, in hexadecimal."),
      }),
      2 * MOST.events,
      "A chain of digests over what happened: an event that was changed, taken out or slipped in shows.",
    ),
  ),
  merging: optional(
    thing(
      {
        seen: record(count(0, 1_000_000_000), 5000, "The last write seen of each copy, by the copy's id."),
        leaves: list(
          thing({
            path: text(200, "Which leaf, such as zones/z1/soil; a record itself ends in a slash."),
            writes: list(
              text(200_000),
              50,
              "Writes of it that stand: copy.count, or 0 for before; then, where the job shows another, = and its JSON.",
            ),
          }),
          100_000,
          "Who wrote what.",
        ),
      },
      "What lets copies from several devices be put together in any order. Whoever writes job files may leave it out.",
    ),
  ),
};

const jobSchema = thing(jobFields, "The job document.");

/** An optional number for each row of a table of fields. */
const numbersOf = <T extends string>(fields: Record<T, ValueField>) =>
  Object.fromEntries(
    (Object.entries(fields) as [T, ValueField][]).map(([field, { min, max, name }]) => [
      field,
      optional(amount(min, max, name)),
    ]),
  ) as Record<T, ReturnType<typeof optional<number>>>;

const ownAgent = thing(
  { name: optional(text(60, "What its bottle is called.")), ...numbersOf(AGENT_FIELDS) },
  "What this technician's label says in place of the table; what is left out is the table's.",
);

const overTable = thing({
  n: count(0, 10_000_000, "Steps or jobs behind it."),
  meanLog: amount(-MOST_LOG, MOST_LOG, "Mean of ln(own / table)."),
});

const experience = thing(
  {
    jobs: count(0, 10_000_000, "Jobs learnt from."),
    success: list(
      thing({
        family: pick(FAMILY_IDS),
        fibre: optional(pick(FIBRE_GROUP_IDS)),
        agent: pick(AGENT_IDS),
        gone: count(0, 10_000_000),
        tried: count(0, 10_000_000),
      }),
      2000,
      "Marks that went, of those tried.",
    ),
    families: record(count(0, 10_000_000), FAMILY_IDS.length, "Marks that went, by family.", FAMILY_IDS),
    again: optional(
      thing(
        { read: count(0, 10_000_000), differed: count(0, 10_000_000) },
        "Second readings of the same test, and how many differed from the first.",
      ),
    ),
    pace: record(overTable, 40, "Minutes taken over the table's, by kind of step."),
    recovery: record(
      overTable,
      MACHINE_IDS.length,
      "What a dry stroke takes over what the shelf says, by machine.",
      MACHINE_IDS,
    ),
    drying: record(overTable, 3, "Hours until read dry over those forecast, by what stood by.", [
      "dehumidifier",
      "heater",
      "air",
    ] as const),
  },
  "What the technician's own log says, counted up.",
);

const kitSchema = thing(
  {
    agents: list(pick(AGENT_IDS), AGENT_IDS.length, "Agents at hand."),
    bottles: list(
      thing({
        kind: optional(pick(CONTAINER_IDS, "What it is; left out: told by its size.")),
        capacityMl: amount(50, 20_000, "mL"),
        markEveryMl: amount(1, 1000, "Spacing of its marks, mL."),
      }),
      20,
      "Bottles and tanks.",
    ),
    cupMarkEveryMl: amount(0.5, 100, "Spacing of the measuring cup's marks, mL."),
    labels: optional(record(ownAgent, AGENT_IDS.length, "Own values by agent.", AGENT_IDS)),
    tools: optional(list(pick(SHELF_TOOL_IDS), SHELF_TOOL_IDS.length, "Tools at hand; left out: all of the table.")),
    machines: record(
      thing(numbersOf(MACHINE_FIELDS), "Own numbers in place of the table's."),
      MACHINE_IDS.length,
      "Machines at hand; one that is not named is not there.",
      MACHINE_IDS,
    ),
    ownTables: optional(
      thing(
        {
          priors: record(
            amount(0.001, 1000),
            FAMILY_IDS.length,
            "Own weight of a family, in place of the table's.",
            FAMILY_IDS,
          ),
          weights: list(
            thing({
              test: pick(EVIDENCE_IDS),
              outcome: text(40),
              family: pick(FAMILY_IDS),
              weight: amount(0.001, 1000),
            }),
            4000,
            "Own weights of an outcome for a family.",
          ),
        },
        "The technician's own corrections of the evidence tables.",
      ),
    ),
    experience: optional(experience),
  },
  "What the technician has with them, by value.",
);

export const jobFileSchema = thing(
  {
    format: exactly(JOB_FILE_FORMAT, "What kind of file this is."),
    version: exactly(JOB_FILE_VERSION, "Version of the format."),
    asOf: time("The moment the file speaks of; forecasts start here."),
    kit: optional(kitSchema),
    job: jobSchema,
  },
  "A Weary Bristle job file.",
);

export type Job = InferType<typeof jobSchema>;
export type Kit = InferType<typeof kitSchema>;
export type OwnAgent = NonNullable<NonNullable<Kit["labels"]>[keyof NonNullable<Kit["labels"]>]>;
export type Experience = NonNullable<Kit["experience"]>;
export type JobFile = InferType<typeof jobFileSchema>;
export type Piece = Job["pieces"]["byId"][string];
export type Zone = Job["zones"]["byId"][string];
export type Finding = Job["findings"]["byId"][string];
export type MarkFinding = Extract<Finding, { kind: "mark" }>;
export type OdourFinding = Extract<Finding, { kind: "odour" }>;
export type HairFinding = Extract<Finding, { kind: "hair" }>;
export type MouldFinding = Extract<Finding, { kind: "mould" }>;
/** What has a place and a size on the drawing. */
export type PlacedFinding = Extract<Finding, { centre: unknown }>;
export type OwnTables = NonNullable<Kit["ownTables"]>;
export type Account = NonNullable<Job["account"]>;
export type GasChoice = NonNullable<Job["gas"]>;
export type DamageFinding = Extract<Finding, { kind: "damage" }>;
export type Cloth = Piece["cloth"];
export type WorkEvent = Job["events"][number];
export type DoneEvent = Extract<WorkEvent, { kind: "done" }>;
export type ReadingEvent = Extract<WorkEvent, { kind: "reading" }>;
export type TrialEvent = Extract<WorkEvent, { kind: "trial" }>;
export type PassEvent = Extract<WorkEvent, { kind: "pass" }>;
export type ColourEvent = Extract<WorkEvent, { kind: "colour" }>;
export type AirEvent = Extract<WorkEvent, { kind: "air" }>;
/** What things dry in. */
export type DryingAir = AirEvent["was"];
export type StartEvent = Extract<WorkEvent, { kind: "start" }>;
export type OutcomeResult = Extract<WorkEvent, { kind: "outcome" }>["result"];
