import fc from "fast-check";
import { AGENT_IDS } from "../catalog/agents";
import { BUILD_IDS, CARE_CODE_IDS, CLOTH_CONDITION_IDS, DAMAGE_IDS, NEIGHBOUR_IDS, SOIL_LEVEL_IDS } from "../catalog/builds";
import { EVIDENCE, EVIDENCE_IDS } from "../catalog/evidence";
import { USUAL_KIT } from "../catalog/kit";
import { MATERIAL_IDS } from "../catalog/materials";
import { TEMPLATE_IDS, templateOf } from "../pieces/templates";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, SCHOOL_IDS } from "../job/format";
import type { Cloth, Finding, Job, JobFile, Kit, Piece, Zone } from "../job/schema";

/** Random valid job files for the property tests: anything a technician could have entered, known or not. */

const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined, freq: 2 });
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const ids = (prefix: string, count: number) => Array.from({ length: count }, (_, index) => `${prefix}${index}`);
const moment = fc.integer({ min: 0, max: 60 * 24 * 20 }).map((minutes) => new Date(Date.UTC(2026, 4, 4) + minutes * 60_000).toISOString());
/** Leaves out what is undefined, as JSON does. */
const tidy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const cloth: fc.Arbitrary<Cloth> = fc.record({
  material: maybe(fc.constantFrom(...MATERIAL_IDS)),
  build: maybe(fc.constantFrom(...BUILD_IDS)),
  careCode: maybe(fc.constantFrom(...CARE_CODE_IDS)),
  ageYears: maybe(number(0, 60)),
  condition: maybe(fc.constantFrom(...CLOTH_CONDITION_IDS)),
  neighbours: maybe(fc.subarray([...NEIGHBOUR_IDS], { maxLength: 2 })),
  layers: maybe(fc.record({ foamMm: maybe(number(0, 100)) })),
  fastness: maybe(fc.dictionary(fc.constantFrom(...AGENT_IDS), fc.constantFrom(2, 3.5, 4, 5), { maxKeys: 4 })),
}) as fc.Arbitrary<Cloth>;

const piece: fc.Arbitrary<Piece> = fc.record({
  name: fc.string({ maxLength: 20, unit: fc.constantFrom("a", "ő", "Ł", " ", "7") }),
  template: fc.constantFrom(...TEMPLATE_IDS),
  lengthMm: number(600, 6000),
  depthMm: number(300, 3000),
  backMm: maybe(number(200, 900)),
  cloth,
});

const evidence = fc.record(Object.fromEntries(EVIDENCE_IDS.map((test) => [test, maybe(fc.constantFrom(...Object.keys(EVIDENCE[test].outcomes)))])));

function finding(zoneIds: string[]): fc.Arbitrary<Finding> {
  const found = {
    zoneId: fc.constantFrom(...zoneIds),
    centre: fc.record({ xMm: number(0, 1000), yMm: number(0, 1000) }),
    size: fc.record({ widthMm: number(5, 1500), heightMm: number(5, 1500) }),
    outline: maybe(fc.array(fc.record({ xMm: number(-200, 200), yMm: number(-200, 200) }), { minLength: 3, maxLength: 7 })),
  };
  const mark = fc.record({ kind: fc.constant("mark" as const), ...found, evidence });
  const damage = fc.record({ kind: fc.constant("damage" as const), ...found, damage: fc.constantFrom(...DAMAGE_IDS), told: maybe(fc.boolean()) });
  return fc.oneof({ weight: 5, arbitrary: mark as fc.Arbitrary<Finding> }, { weight: 1, arbitrary: damage as fc.Arbitrary<Finding> });
}

const kit: fc.Arbitrary<Kit> = fc.record({
  agents: fc.oneof(fc.constant([...AGENT_IDS]), fc.subarray([...AGENT_IDS])),
  bottles: fc.constant(USUAL_KIT.bottles),
  cupMarkEveryMl: fc.constant(5),
  extractor: maybe(fc.record({ flowLPerMin: number(0.3, 4), headWidthM: number(0.05, 0.4), strokeMPerS: number(0.1, 0.6), recoveryPerDryStroke: number(0, 0.9) })),
  steamer: fc.boolean(),
}) as fc.Arbitrary<Kit>;

function events(zoneIds: string[], findingIds: string[]): fc.Arbitrary<Job["events"]> {
  const done = fc.record({
    kind: fc.constant("done"), at: moment, title: fc.constant("a step"),
    stepKey: fc.constantFrom("dry-removal:", "check-first:", "panel-r0-clean:x", ...findingIds.flatMap((id) => [`${id}/r0/0:water`, `${id}/r0/1:x`])),
    action: fc.constantFrom("dry-removal", "agent", "extract", "rinse", "air"),
    zoneIds: fc.subarray(zoneIds, { minLength: 1, maxLength: 2 }),
    agent: maybe(fc.constantFrom(...AGENT_IDS)),
    waterOnLPerM2: maybe(number(0, 1)),
    dryStrokes: maybe(fc.integer({ min: 0, max: 6 })),
  });
  const skip = fc.record({
    kind: fc.constant("skip"), at: moment, title: fc.constant("a step"), reason: fc.constant("No time"),
    stepKey: fc.constantFrom("dry-removal:", "check-first:", "panel-r0-towel:", "panel-r0-air:", "fastness:neutral-cleaner+water@p0"),
    action: fc.constantFrom("dry-removal", "check-first", "towel-off"),
    zoneIds: fc.subarray(zoneIds, { minLength: 1, maxLength: 3 }),
  });
  const outcome = findingIds.length > 0 ? [fc.record({ kind: fc.constant("outcome"), at: moment, findingId: fc.constantFrom(...findingIds), result: fc.constantFrom("gone", "better", "same", "worse", "left") })] : [];
  return fc.array(fc.oneof(done, skip, ...outcome), { maxLength: 6 }).map((list) => list.map((event, index) => ({ id: `e${index}`, ...event }))) as unknown as fc.Arbitrary<Job["events"]>;
}

export const arbitraryJobFile: fc.Arbitrary<JobFile> = fc.array(piece, { minLength: 1, maxLength: 2 }).chain((pieces) => {
  const zones = pieces.flatMap((each, index) => templateOf(each.template).parts(each).map(({ part }) => ({ pieceId: `p${index}`, part })));
  const zoneIds = ids("z", zones.length);
  return fc
    .tuple(
      fc.tuple(...zones.map((zone) => fc.record({ pieceId: fc.constant(zone.pieceId), part: fc.constant(zone.part), soil: maybe(fc.constantFrom(...SOIL_LEVEL_IDS)), cloth: maybe(cloth) }) as fc.Arbitrary<Zone>)),
      fc.array(finding(zoneIds), { maxLength: 5 }),
    )
    .chain(([zoneList, findings]) => {
      const findingIds = ids("f", findings.length);
      const collection = <T>(keys: string[], values: readonly T[]) => ({ byId: Object.fromEntries(keys.map((key, index) => [key, values[index]!])), order: keys });
      return fc
        .record({
          asOf: moment,
          kit: maybe(kit),
          site: fc.record({ airTempC: maybe(number(-5, 38)), relativeHumidityPct: maybe(number(5, 99)), airSpeedMPerS: maybe(number(0, 4)), power: maybe(fc.constantFrom("mains" as const, "none" as const)) }),
          promises: fc.record({ handBackAt: maybe(moment), usableAt: maybe(moment), dampHandBackAgreed: fc.boolean() }),
          schools: fc.dictionary(fc.constantFrom(...zoneIds), fc.constantFrom(...SCHOOL_IDS), { maxKeys: 3 }),
          readings: fc.dictionary(fc.constantFrom(...AGENT_IDS), fc.record({ convention: fc.constantFrom("one-in" as const, "water-to-product" as const), value: number(1, 60) }), { maxKeys: 2 }),
          events: events(zoneIds, findingIds),
        })
        .map(({ asOf, kit, site, promises, schools, readings, events }) =>
          tidy({
            format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, asOf, kit,
            job: {
              id: "j1", title: "Random job", customer: "", place: "", createdAt: asOf, site, promises,
              pieces: collection(ids("p", pieces.length), pieces),
              zones: collection(zoneIds, zoneList),
              findings: collection(findingIds, findings),
              choices: { schools, readings, bottles: {} },
              events,
            },
          } as unknown as JobFile),
        );
    });
});
