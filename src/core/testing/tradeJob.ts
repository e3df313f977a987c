import { own } from "@/core/job/lookUp";
import fc from "fast-check";
import { EVIDENCE, EVIDENCE_IDS, type Evidence, type Outcome } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Finding, Job, Kit } from "@/core/job/schema";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/** Jobs as they come through the door: a piece, a few soiled parts, a few marks that look like what they are. */
export interface TradeJob {
  job: Job;
  kit: Kit;
}

export const TRADE_NOW = "2026-05-04T08:00:00Z";

const cloth: fc.Arbitrary<Cloth> = fc.oneof(
  { weight: 3, arbitrary: knownCloth() },
  {
    weight: 1,
    arbitrary: fc
      .tuple(knownCloth(), fc.subarray(["material", "build", "careCode", "ageYears", "neighbours"] as const))
      .map(([known, forgotten]) => {
        const left = Object.entries(known).filter(([field]) => !(forgotten as readonly string[]).includes(field));
        return Object.fromEntries(left) as Cloth;
      }),
  },
);

function knownCloth(): fc.Arbitrary<Cloth> {
  return fc.record({
    material: fc.constantFrom("polyester", "polyester", "nylon", "wool", "cotton", "olefin", "viscose", "suede-look"),
    build: fc.constantFrom("cover-on-foam", "cover-on-foam", "carpet-on-underlay", "carpet-stuck-down", "glue-held"),
    careCode: fc.constantFrom("none", "W", "WS", "S"),
    ageYears: fc.constantFrom(3, 9, 30),
    condition: fc.constantFrom("sound", "sound", "sound", "worn"),
    neighbours: fc.constantFrom([], [], ["electrics"]),
  }) as fc.Arbitrary<Cloth>;
}

/** What a test of such a mark would most likely show. */
const shownBy = (test: (typeof EVIDENCE_IDS)[number], family: FamilyId): string =>
  Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>)
    .map(([id, row]) => ({ id, weight: row.weights[family] ?? row.otherwise }))
    .reduce((most, each) => (each.weight > most.weight ? each : most)).id;

const evidence: fc.Arbitrary<Evidence> = fc
  .tuple(
    fc.constantFrom(...FAMILY_IDS.filter((family) => family !== "damage")),
    fc.subarray(EVIDENCE_IDS.filter((test) => test !== "age")),
    fc.constantFrom(undefined, undefined, undefined, "fresh", "months"),
  )
  .map(([family, tests, age]) => ({
    ...Object.fromEntries(tests.map((test) => [test, shownBy(test, family)])),
    ...(age ? { age } : {}),
  }));

/** Places on a zone as shares of it, so that marks may lie side by side or a metre apart. */
const share = fc.double({ min: 0, max: 1, noNaN: true });
const mark = fc.record({ evidence, x: share, y: share, sizeMm: fc.constantFrom(30, 60, 120, 400) });

export const tradeJob: fc.Arbitrary<TradeJob> = fc
  .record({
    template: fc.constantFrom(
      "settee" as const,
      "cabin" as const,
      "room" as const,
      "rug" as const,
      "bench-seat" as const,
    ),
    cloth,
    soil: fc.array(
      fc.tuple(share, fc.constantFrom("light" as const, "moderate" as const, "heavy" as const, "caked" as const)),
      {
        maxLength: 2,
      },
    ),
    marks: fc.array(fc.tuple(share, mark), { maxLength: 3 }),
    odour: fc.oneof({ weight: 3, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: share }),
    tried: fc.constantFrom([], [], [], ["bleach" as const], ["vinegar" as const], ["soap" as const]),
    airTempC: fc.constantFrom(6, 20, 28),
    owns: fc.constantFrom("all" as const, "all" as const, "wet vacuum" as const, "towels" as const),
    usableInH: fc.constantFrom(undefined, undefined, 2, 8, 30),
  })
  .map(({ template, cloth, soil, marks, odour, tried, airTempC, owns, usableInH }) => {
    let next = 0;
    const job = jobFromTemplate(template, () => `t${next++}`, TRADE_NOW, { cloth });
    const views = zoneViews(job);
    const zoneAt = (of: number) => views[Math.min(views.length - 1, Math.floor(of * views.length))]!;
    for (const [of, level] of soil) own(job.zones.byId, zoneAt(of).id)!.soil = level;
    const findings: Finding[] = marks.map(([of, { evidence, x, y, sizeMm }]) => {
      const { id, shape } = zoneAt(of);
      return {
        kind: "mark",
        zoneId: id,
        centre: { xMm: x * shape.widthMm, yMm: y * shape.heightMm },
        size: { widthMm: sizeMm, heightMm: sizeMm },
        evidence,
      };
    });
    if (odour !== undefined)
      findings.push({
        kind: "odour",
        zoneId: zoneAt(odour).id,
        closed: 5,
        aired: 4,
        character: "sour",
        pressed: "stronger",
      });
    job.findings = {
      order: findings.map((_, index) => `f${index}`),
      byId: Object.fromEntries(findings.map((finding, index) => [`f${index}`, finding])),
    };
    job.account = { tried: [...tried], users: [], allergies: [] };
    job.site = { airTempC, relativeHumidityPct: 55, airSpeedMPerS: 1, power: "mains" };
    if (usableInH !== undefined)
      job.promises = {
        usableAt: new Date(Date.parse(TRADE_NOW) + usableInH * 3_600_000).toISOString(),
        dampHandBackAgreed: false,
      };
    return { job, kit: kitOf(owns) };
  });

function kitOf(owns: "all" | "wet vacuum" | "towels"): Kit {
  const { extractor: _e, steamer: _s, ...machines } = USUAL_KIT.machines;
  if (owns === "all") return USUAL_KIT;
  const { "wet-vacuum": _w, ...dry } = machines;
  return {
    ...USUAL_KIT,
    machines: owns === "towels" ? { ...dry, "hepa-vacuum": {} } : { ...machines, "wet-vacuum": {} },
  };
}
