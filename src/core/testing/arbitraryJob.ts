import fc from "fast-check";
import { DIRT_IDS } from "@/core/models/water/passes";
import { AGENT_IDS, agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { ALLERGY_IDS, MATTER_IDS, TRIED_IDS, USER_IDS } from "@/core/ground/catalog/ownersAccount";
import {
  BUILD_IDS,
  CARE_CODE_IDS,
  CLOTH_CONDITION_IDS,
  DAMAGE_IDS,
  SHADE_IDS,
  NEIGHBOUR_IDS,
  SOIL_LEVEL_IDS,
  WETNESS_IDS,
} from "@/core/ground/catalog/builds";
import { EVIDENCE, EVIDENCE_IDS, REPEATABLE_IDS } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS } from "@/core/ground/catalog/families";
import { FIBRE_GROUP_IDS } from "@/core/ground/catalog/fibreGroups";
import { FIBRE_TESTS, FIBRE_TEST_IDS } from "@/core/ground/catalog/fibreTests";
import {
  BEHIND_IDS,
  CONSTRUCTION_IDS,
  GROWTH_IDS,
  HAIR_DENSITY_IDS,
  RAN_TO_IDS,
  TRIAL_RESULT_IDS,
  TRIED_WHEN_IDS,
} from "@/core/ground/catalog/findings";
import { USUAL_KIT } from "@/core/job/kit";
import { BESIDE_IDS, PROTECT_IDS } from "@/core/ground/catalog/besides";
import { GAS_IDS, STANDS_IDS } from "@/core/ground/catalog/gases";
import { MACHINE_IDS } from "@/core/ground/catalog/machines";
import { MATERIAL_IDS } from "@/core/ground/catalog/materials";
import { ROLE_IDS } from "@/core/ground/catalog/roles";
import { RING_SIGNS, RING_SIGN_IDS } from "@/core/ground/catalog/ringSigns";
import { OF_WHAT_IDS } from "@/core/ground/catalog/surfaces";
import { SPACE_IDS } from "@/core/ground/catalog/spaces";
import { SHELF_TOOL_IDS } from "@/core/ground/catalog/tools";
import { PACE } from "@/core/judgement/treatment/step/minutes";
import { ownAgentProblems } from "../job/ownAgent";
import { GROUP_IDS } from "@/core/ground/pieces/groups";
import { partsOf, TEMPLATE_IDS } from "@/core/ground/pieces/templates";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION } from "@/core/job/fileFormat";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { leaning } from "./leanings";
import type { Cloth, Experience, Finding, Job, JobFile, Kit, Piece, Zone } from "../job/schema";

/** Random valid job files for the property tests: anything a technician could have entered, known or not. */
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined, freq: 2 });
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Whole cabins would make every random job slow; a few zones of any part meet every rule as well. */
const MOST_ZONES_A_PIECE = 4;
const ids = (prefix: string, count: number) => Array.from({ length: count }, (_, index) => `${prefix}${index}`);
const moment = fc
  .integer({ min: 0, max: 60 * 24 * 20 })
  .map((minutes) => new Date(Date.UTC(2026, 4, 4) + minutes * 60_000).toISOString());
/** Leaves out what is undefined, as JSON does. */
const tidy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Some outcome, or none, of every test of a table. */
const outcomes = <K extends string>(tests: Record<K, { outcomes: object }>, ids: readonly K[]) =>
  fc.record(
    Object.fromEntries(ids.map((test) => [test, maybe(fc.constantFrom(...Object.keys(tests[test].outcomes)))])),
  );

const cloth: fc.Arbitrary<Cloth> = fc.record({
  material: maybe(fc.constantFrom(...MATERIAL_IDS)),
  fibreTests: maybe(outcomes(FIBRE_TESTS, FIBRE_TEST_IDS)),
  construction: maybe(fc.constantFrom(...CONSTRUCTION_IDS)),
  build: maybe(fc.constantFrom(...BUILD_IDS)),
  careCode: maybe(fc.constantFrom(...CARE_CODE_IDS)),
  ageYears: maybe(number(0, 60)),
  condition: maybe(fc.constantFrom(...CLOTH_CONDITION_IDS)),
  neighbours: maybe(fc.subarray([...NEIGHBOUR_IDS], { maxLength: 2 })),
  layers: maybe(fc.record({ foamMm: maybe(number(0, 100)) })),
  fastness: maybe(fc.dictionary(fc.constantFrom(...AGENT_IDS), fc.constantFrom(2, 3.5, 4, 5), { maxKeys: 4 })),
  ofWhat: fc.oneof(
    { weight: 20, arbitrary: fc.constant(undefined) },
    { weight: 1, arbitrary: fc.constantFrom(...OF_WHAT_IDS) },
  ),
}) as fc.Arbitrary<Cloth>;

const piece: fc.Arbitrary<Piece> = fc.record({
  name: fc.string({ maxLength: 20, unit: fc.constantFrom("a", "ő", "Ł", " ", "7") }),
  // A cabin has the most kinds of parts, and draws each of them the least often.
  template: fc.constantFrom(...TEMPLATE_IDS, "cabin" as const),
  lengthMm: number(600, 6000),
  depthMm: number(300, 3000),
  backMm: maybe(number(200, 900)),
  seats: maybe(fc.integer({ min: 1, max: 5 })),
  cloth,
});

const evidence = outcomes(EVIDENCE, EVIDENCE_IDS);

function finding(zoneIds: string[]): fc.Arbitrary<Finding> {
  const found = {
    zoneId: fc.constantFrom(...zoneIds),
    centre: fc.record({ xMm: number(0, 1000), yMm: number(0, 1000) }),
    size: fc.record({ widthMm: number(5, 1500), heightMm: number(5, 1500) }),
    outline: maybe(
      fc.array(fc.record({ xMm: number(-200, 200), yMm: number(-200, 200) }), { minLength: 3, maxLength: 7 }),
    ),
  };
  const mark = fc.record({
    kind: fc.constant("mark" as const),
    ...found,
    evidence,
    ring: maybe(outcomes(RING_SIGNS, RING_SIGN_IDS)),
  });
  const damage = fc.record({
    kind: fc.constant("damage" as const),
    ...found,
    damage: fc.constantFrom(...DAMAGE_IDS),
    told: maybe(fc.boolean()),
  });
  const mould = fc.record({
    kind: fc.constant("mould" as const),
    ...found,
    growth: maybe(fc.constantFrom(...GROWTH_IDS)),
    behind: maybe(fc.constantFrom(...BEHIND_IDS)),
    meterPct: maybe(number(0, 60)),
  });
  const hair = fc.record({
    kind: fc.constant("hair" as const),
    zoneId: found.zoneId,
    density: fc.constantFrom(...HAIR_DENSITY_IDS),
  });
  const odour = fc.record({
    kind: fc.constant("odour" as const),
    zoneId: found.zoneId,
    closed: fc.integer({ min: 0, max: 5 }),
    aired: maybe(fc.integer({ min: 0, max: 5 })),
    character: maybe(fc.constantFrom(...Object.keys(EVIDENCE.smell.outcomes))),
    pressed: maybe(fc.constantFrom("stronger" as const, "same" as const)),
  });
  return fc.oneof(
    { weight: 6, arbitrary: mark as fc.Arbitrary<Finding> },
    ...[damage, mould, hair, odour].map((arbitrary) => ({ weight: 1, arbitrary: arbitrary as fc.Arbitrary<Finding> })),
  );
}

/** One's own values of an agent, as the check lets them in. */
const ownAgent = (id: AgentId) => {
  const { reading, phMin, phMax, dwellMinMin, dwellMaxMin } = agentOf(id);
  return fc
    .record({
      partsWater: maybe(reading ? number(1, reading.value) : fc.constant(undefined)),
      phMin: maybe(number(Math.max(0, phMin - 1), phMin)),
      phMax: maybe(number(phMax, Math.min(14, phMax + 1))),
      dwellMinMin: maybe(number(0.5, Math.max(0.5, dwellMinMin))),
      dwellMaxMin: maybe(number(Math.max(1, dwellMaxMin), 1440)),
      maxTempC: maybe(number(35, 60)),
      leftMl: maybe(number(0, 5000)),
      costPerL: maybe(number(0, 100)),
    })
    .filter((own) => ownAgentProblems(id, own).length === 0);
};

/** What a log may teach, however odd: agents that never work, a pace of a quarter, a machine that draws off twice what it should. */
const overTable = fc.record({ n: fc.integer({ min: 1, max: 500 }), meanLog: number(-1.4, 1.4) });
const experience = fc.record({
  jobs: fc.integer({ min: 1, max: 500 }),
  success: fc.array(
    fc.record({
      family: fc.constantFrom(...FAMILY_IDS),
      fibre: maybe(fc.constantFrom(...FIBRE_GROUP_IDS)),
      agent: fc.constantFrom(...AGENT_IDS),
      gone: fc.constantFrom(0, 0, 30),
      tried: fc.integer({ min: 30, max: 60 }),
    }),
    { maxLength: 6 },
  ),
  families: fc.dictionary(fc.constantFrom(...FAMILY_IDS), fc.integer({ min: 0, max: 400 }), { maxKeys: 3 }),
  pace: fc.dictionary(fc.constantFrom(...(Object.keys(PACE) as string[])), overTable, { maxKeys: 4 }),
  recovery: fc.dictionary(fc.constantFrom(...MACHINE_IDS), overTable, { maxKeys: 2 }),
  drying: fc.dictionary(fc.constantFrom("dehumidifier", "heater", "air"), overTable, { maxKeys: 3 }),
  again: maybe(fc.constantFrom({ read: 50, differed: 0 }, { read: 50, differed: 25 }, { read: 3, differed: 9 })),
}) as fc.Arbitrary<Experience>;

const kit: fc.Arbitrary<Kit> = fc.record({
  agents: fc.oneof(fc.constant([...AGENT_IDS]), fc.subarray([...AGENT_IDS])),
  bottles: fc.constantFrom(USUAL_KIT.bottles, [{ kind: "bucket" as const, capacityMl: 12_000, markEveryMl: 1000 }]),
  cupMarkEveryMl: fc.constant(5),
  tools: maybe(fc.subarray([...SHELF_TOOL_IDS])),
  machines: fc.subarray([...MACHINE_IDS]).chain((ids) =>
    fc.record(
      Object.fromEntries(
        ids.map((id) => [
          id,
          fc.record({
            flowLPerMin: maybe(number(0.3, 4)),
            headWidthM: maybe(number(0.05, 0.4)),
            strokeMPerS: maybe(number(0.1, 0.6)),
            recoveryPerDryStroke: maybe(number(0, 0.9)),
            gasMgPerH: maybe(number(100, 20_000)),
          }),
        ]),
      ),
    ),
  ),
  labels: maybe(
    fc
      .uniqueArray(fc.constantFrom(...AGENT_IDS), { maxLength: 4 })
      .chain((ids) => fc.record(Object.fromEntries(ids.map((id) => [id, ownAgent(id)])))),
  ),
  ownTables: maybe(
    fc.record({
      priors: fc.dictionary(fc.constantFrom(...FAMILY_IDS), number(0.01, 50), { maxKeys: 3 }),
      weights: fc.array(
        fc.constantFrom(...EVIDENCE_IDS).chain((test) =>
          fc.record({
            test: fc.constant(test),
            outcome: fc.constantFrom(...Object.keys(EVIDENCE[test].outcomes)),
            family: fc.constantFrom(...FAMILY_IDS),
            weight: number(0.01, 50),
          }),
        ),
        { maxLength: 3 },
      ),
    }),
  ),
  experience: maybe(experience),
}) as fc.Arbitrary<Kit>;

const gas = fc.record({
  gas: fc.constantFrom(...GAS_IDS),
  volumeM3: maybe(number(1, 30)),
  shutMinPerH: maybe(number(0, 5)),
  shutMaxPerH: maybe(number(0, 10)),
  airedMinPerH: maybe(number(0.5, 30)),
  stands: maybe(fc.constantFrom(...STANDS_IDS)),
  roomM3: maybe(number(20, 500)),
  roomAirPerH: maybe(number(0, 10)),
  cleared: maybe(fc.boolean()),
});

const someOf = (zoneIds: string[], most: number) =>
  fc.subarray(zoneIds, { minLength: 1, maxLength: Math.min(most, zoneIds.length) });

function events(zoneIds: string[], findingIds: string[]): fc.Arbitrary<Job["events"]> {
  const done = fc.record({
    kind: fc.constant("done"),
    at: moment,
    title: fc.constant("a step"),
    stepKey: fc.constantFrom(
      "dry-removal:",
      "check-first:",
      "panel-r0-clean:x",
      "gas-ozone:",
      ...findingIds.flatMap((id) => [`${id}/r0/0:water`, `${id}/r0/1:x`]),
    ),
    action: fc.constantFrom("dry-removal", "agent", "extract", "rinse", "air", "gas"),
    zoneIds: someOf(zoneIds, 2),
    agent: maybe(fc.constantFrom(...AGENT_IDS)),
    waterOnLPerM2: maybe(number(0, 1)),
    dryStrokes: maybe(fc.integer({ min: 0, max: 6 })),
    areaM2: maybe(number(0.05, 4)),
    recoveredMl: maybe(number(0, 5000)),
  });
  const pass = fc.record({
    kind: fc.constant("pass"),
    at: moment,
    title: fc.constant("a step"),
    stepKey: fc.constant("panel-r0-extract:w1d4t45"),
    action: fc.constant("extract"),
    zoneIds: someOf(zoneIds, 2),
    dirt: fc.constantFrom(...DIRT_IDS),
  });
  const skip = fc.record({
    kind: fc.constant("skip"),
    at: moment,
    title: fc.constant("a step"),
    reason: fc.constant("No time"),
    stepKey: fc.constantFrom(
      "dry-removal:",
      "check-first:",
      "panel-r0-towel:",
      "panel-r0-air:",
      "fastness:neutral-cleaner+water@p0",
    ),
    action: fc.constantFrom("dry-removal", "check-first", "towel-off"),
    zoneIds: someOf(zoneIds, 3),
  });
  const outcome =
    findingIds.length > 0
      ? [
          fc.record({
            kind: fc.constant("outcome"),
            at: moment,
            findingId: fc.constantFrom(...findingIds),
            result: fc.constantFrom("gone", "better", "same", "worse", "left"),
          }),
        ]
      : [];
  return fc
    .array(fc.oneof(done, skip, pass, ...outcome), { maxLength: 6 })
    .map((list) => list.map((event, index) => ({ id: `e${index}`, ...event }))) as unknown as fc.Arbitrary<
    Job["events"]
  >;
}

const drawnJobFile: fc.Arbitrary<JobFile> = fc
  .array(
    piece.chain((each) =>
      fc.tuple(
        fc.constant(each),
        fc.shuffledSubarray(partsOf(each), {
          minLength: 1,
          maxLength: Math.min(MOST_ZONES_A_PIECE, partsOf(each).length),
        }),
      ),
    ),
    { minLength: 1, maxLength: 2 },
  )
  .chain((drawn) => {
    const pieces = drawn.map(([each]) => each);
    const zones = drawn.flatMap(([, parts], index) => parts.map(({ part }) => ({ pieceId: `p${index}`, part })));
    const zoneIds = ids("z", zones.length);
    return fc
      .tuple(
        fc.tuple(
          ...zones.map(
            (zone) =>
              fc.record({
                pieceId: fc.constant(zone.pieceId),
                part: fc.constant(zone.part),
                soil: maybe(fc.constantFrom(...SOIL_LEVEL_IDS)),
                soilSigns: maybe(
                  fc.record({
                    towel: maybe(fc.constantFrom(...SOIL_LEVEL_IDS)),
                    vacuumedGPerM2: maybe(number(0, 400)),
                  }),
                ),
                wetMud: maybe(fc.boolean()),
                cloth: maybe(cloth),
              }) as fc.Arbitrary<Zone>,
          ),
        ),
        fc.array(finding(zoneIds), { maxLength: 5 }),
      )
      .chain(([zoneList, findings]) => {
        const findingIds = ids("f", findings.length);
        const collection = <T>(keys: string[], values: readonly T[]) => ({
          byId: Object.fromEntries(keys.map((key, index) => [key, values[index]!])),
          order: keys,
        });
        return fc
          .record({
            asOf: moment,
            kit: maybe(kit),
            site: fc.record({
              airTempC: maybe(number(-5, 38)),
              relativeHumidityPct: maybe(number(5, 99)),
              airSpeedMPerS: maybe(number(0, 4)),
              power: maybe(fc.constantFrom("mains" as const, "none" as const)),
              space: maybe(fc.constantFrom(...SPACE_IDS)),
              volumeM3: maybe(number(0.5, 400)),
              airChangesPerH: maybe(number(0.1, 60)),
              heater: maybe(fc.boolean()),
              dehumidifier: maybe(fc.boolean()),
            }),
            promises: fc.record({
              handBackAt: maybe(moment),
              usableAt: maybe(moment),
              dampHandBackAgreed: fc.boolean(),
            }),
            account: maybe(
              fc.record({
                spilled: maybe(fc.subarray(Object.keys(EVIDENCE.owner.outcomes), { maxLength: 3 })),
                when: maybe(fc.constantFrom(...Object.keys(EVIDENCE.age.outcomes))),
                tried: maybe(fc.subarray([...TRIED_IDS], { maxLength: 3 })),
                users: maybe(fc.subarray([...USER_IDS], { maxLength: 2 })),
                allergies: maybe(fc.subarray([...ALLERGY_IDS], { maxLength: 2 })),
                matters: maybe(fc.constantFrom(...MATTER_IDS)),
                liftSeats: maybe(fc.boolean()),
              }),
            ),
            schools: fc.dictionary(fc.constantFrom(...zoneIds), fc.constantFrom(...SCHOOL_IDS), { maxKeys: 3 }),
            strokes: maybe(
              fc.dictionary(
                fc.constantFrom(...zoneIds),
                fc.record({
                  wet: fc.integer({ min: 1, max: 12 }),
                  dry: fc.integer({ min: 1, max: 40 }),
                  pace: number(0.5, 2),
                }),
                { maxKeys: 2 },
              ),
            ),
            readings: fc.dictionary(
              fc.constantFrom(...AGENT_IDS),
              fc.record({
                convention: fc.constantFrom("one-in" as const, "water-to-product" as const),
                value: number(1, 60),
              }),
              { maxKeys: 2 },
            ),
            gas: maybe(gas),
            disinfect: maybe(fc.subarray(zoneIds)),
            protect: maybe(fc.constantFrom(...PROTECT_IDS)),
            beside: maybe(fc.subarray([...BESIDE_IDS])),
            events: events(zoneIds, findingIds),
          })
          .map(
            ({
              asOf,
              kit,
              site,
              promises,
              account,
              schools,
              strokes,
              readings,
              gas,
              disinfect,
              protect,
              beside,
              events,
            }) =>
              ({
                format: JOB_FILE_FORMAT,
                version: JOB_FILE_VERSION,
                asOf,
                kit,
                job: {
                  id: "j1",
                  title: "Random job",
                  customer: "",
                  place: "",
                  createdAt: asOf,
                  site,
                  promises,
                  account,
                  gas,
                  pieces: collection(ids("p", pieces.length), pieces),
                  zones: collection(zoneIds, zoneList),
                  findings: collection(findingIds, findings),
                  choices: { schools, strokes, readings, bottles: {}, disinfect, protect, beside },
                  events,
                },
              }) as unknown as JobFile,
          );
      });
  });

/** What was said of a cloth's look beside all else, of every piece alike. */
const looks = fc.record({ shade: maybe(fc.constantFrom(...SHADE_IDS)), asUsual: maybe(fc.constant(true)) });

const seldom = <T>(arbitrary: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 5, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary });
/** What is known of few jobs: water and detergent in it, how marks came to be, cloth by groups, a trial patch. */
const rarely = fc.record({
  zone: fc.record({ wet: seldom(fc.constantFrom(...WETNESS_IDS)), residue: seldom(fc.constant(true)) }),
  mark: fc.record({
    ranTo: seldom(fc.constantFrom(...RAN_TO_IDS)),
    lampSize: seldom(fc.record({ widthMm: number(20, 900), heightMm: number(20, 900) })),
    tried: seldom(
      fc.array(fc.record({ what: fc.constantFrom(...TRIED_IDS), when: maybe(fc.constantFrom(...TRIED_WHEN_IDS)) }), {
        maxLength: 2,
      }),
    ),
    again: seldom(outcomes(EVIDENCE, REPEATABLE_IDS)),
  }),
  groups: seldom(fc.dictionary(fc.constantFrom(...GROUP_IDS), cloth, { maxKeys: 2 })),
  trial: seldom(fc.boolean()),
  came: seldom(fc.record({ rounds: fc.integer({ min: 1, max: 6 }), result: fc.constantFrom(...TRIAL_RESULT_IDS) })),
  role: seldom(fc.constantFrom(...ROLE_IDS)),
});

export const arbitraryJobFile: fc.Arbitrary<JobFile> = fc
  .tuple(drawnJobFile, leaning, looks, rarely)
  .map(([file, lean, look, rare]) => {
    const { job, ...rest } = lean(file);
    const { pieces, zones, findings, choices, events } = job;
    const each = <T>(byId: Record<string, T>, of: (value: T) => T) =>
      Object.fromEntries(Object.entries(byId).map(([id, value]) => [id, of(value)]));
    const came = rare.came && {
      kind: "trial" as const,
      id: "trial",
      at: rest.asOf,
      zoneIds: zones.order.slice(0, 1),
      ...rare.came,
    };
    return tidy({
      ...rest,
      job: {
        ...job,
        pieces: {
          ...pieces,
          byId: each(pieces.byId, (piece) => ({ ...piece, cloth: { ...piece.cloth, ...look }, groups: rare.groups })),
        },
        zones: { ...zones, byId: each(zones.byId, (zone) => ({ ...zone, ...rare.zone, role: rare.role })) },
        findings: {
          ...findings,
          byId: each(findings.byId, (it) => (it.kind === "mark" ? ({ ...it, ...rare.mark } as Finding) : it)),
        },
        choices: { ...choices, trial: rare.trial },
        events: came ? [...events, came] : events,
      },
    } as JobFile);
  });
