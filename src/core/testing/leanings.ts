import { own } from "@/core/job/lookUp";
import fc from "fast-check";
import { planJob } from "@/core/judgement/treatment/plan/plan";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { USUAL_KIT } from "@/core/job/kit";
import type { Cloth, DoneEvent, Finding, Job, JobFile } from "@/core/job/schema";

/**
 * What rare cases have in common: each brings a random job near one and leaves the rest of it random, so that the run
 * meets it often enough to prove something of it.
 */
type Leaning = fc.Arbitrary<(file: JobFile) => JobFile>;

const change = (file: JobFile, job: Partial<Job>): JobFile => ({ ...file, job: { ...file.job, ...job } });
const each = <T>(byId: Record<string, T>, of: (value: T) => T) =>
  Object.fromEntries(Object.entries(byId).map(([id, value]) => [id, of(value)]));

/** All cloth of a job, as one says it is. */
function clothed(file: JobFile, cloth: Cloth): JobFile {
  const { pieces, zones } = file.job;
  return change(file, {
    pieces: { ...pieces, byId: each(pieces.byId, (piece) => ({ ...piece, cloth })) },
    zones: { ...zones, byId: each(zones.byId, ({ cloth: _own, ...zone }) => zone) },
  });
}

const found = (file: JobFile, of: (finding: Finding) => Finding): JobFile =>
  change(file, { findings: { ...file.job.findings, byId: each(file.job.findings.byId, of) } });

/** Sound cloth that everything is known of, a full shelf, and nothing said that speaks against anything. */
const known: Leaning = fc
  .record({
    material: fc.constantFrom("nylon" as const, "polyester" as const, "cotton" as const),
    build: fc.constantFrom("carpet-on-underlay" as const, "carpet-stuck-down" as const, "cover-on-foam" as const),
    careCode: fc.constant("WS" as const),
    ageYears: fc.constantFrom(1, 6, 19),
    condition: fc.constant("sound" as const),
  })
  .map((cloth) => (file: JobFile) => {
    const calm = change(file, {
      account: { tried: [], users: [], allergies: [] },
      site: { ...file.job.site, power: "mains", airTempC: 20 },
      events: [],
    });
    return { ...clothed(calm, { ...cloth, neighbours: [] }), kit: USUAL_KIT };
  });

const GREASES = ["oil-cream", "ink-makeup", "wax"] as const;
/** Grease and colour on known cloth, and panels black with it: solvents, boosters, reducers, machines. */
const greasy: Leaning = fc
  .tuple(known, fc.constantFrom(...GREASES), fc.constantFrom("heavy" as const, "caked" as const))
  .map(([wellKnown, owner, soil]) => (file) => {
    const { zones } = file.job;
    const soiled = change(file, {
      zones: { ...zones, byId: each(zones.byId, ({ soilSigns: _signs, ...zone }) => ({ ...zone, soil })) },
    });
    return wellKnown(
      found(soiled, (finding) =>
        finding.kind === "mark" ? { ...finding, evidence: { owner }, ring: undefined } : finding,
      ),
    );
  });

/** No mark and no hair, and steam asked for. */
const steamed: Leaning = known.map((wellKnown) => (file) => {
  const { zones, choices } = file.job;
  const schools = Object.fromEntries(zones.order.map((id) => [id, "steam" as const]));
  return wellKnown(change(file, { findings: { byId: {}, order: [] }, choices: { ...choices, schools } }));
});

const { "hepa-vacuum": _hepa, ...NO_HEPA } = USUAL_KIT.machines;
/** A little mould, and everybody asked; sometimes without the vacuum for it. */
const smallMould: Leaning = fc.tuple(known, fc.constantFrom(false, false, true)).map(([wellKnown, hepa]) => (file) => {
  const mouldy = found(file, (finding) =>
    finding.kind === "mould"
      ? { ...finding, size: { widthMm: 90, heightMm: 60 }, outline: undefined, behind: "hard" }
      : finding,
  );
  return { ...wellKnown(mouldy), kit: hepa ? USUAL_KIT : { ...USUAL_KIT, machines: NO_HEPA } };
});

/** Nothing known, nothing asked, nothing done. */
const bare: Leaning = fc.constant((file: JobFile) =>
  clothed(change(file, { account: undefined, site: {}, events: [] }), {}),
);

/** The owner tried something only just now. */
const tried: Leaning = fc
  .constantFrom("bleach" as const, "ammonia" as const, "vinegar" as const, "oxygen" as const, "spirit" as const)
  .map((id) => (file: JobFile) => change(file, { account: { tried: [id], when: "fresh" } }));

/** Known cloth that is hurt somewhere, and soiled there. */
const damaged: Leaning = fc
  .tuple(known, fc.constantFrom("sag" as const, "torn" as const, "cracked" as const, "seam" as const))
  .map(([wellKnown, damage]) => (file) => {
    const { zones, findings } = file.job;
    const zoneId = zones.order[0]!;
    const hurt: Finding = {
      kind: "damage",
      zoneId,
      centre: { xMm: 50, yMm: 50 },
      size: { widthMm: 60, heightMm: 40 },
      damage,
    };
    return wellKnown(
      change(file, {
        zones: { ...zones, byId: { ...zones.byId, [zoneId]: { ...own(zones.byId, zoneId)!, soil: "heavy" } } },
        findings: { order: [...findings.order, "hurt"], byId: { ...findings.byId, hurt } },
      }),
    );
  });

/** The proof with plain water came out badly. */
const running: Leaning = known.map((wellKnown) => (file) => {
  const { pieces, ...job } = wellKnown(file).job;
  const runs = (piece: Job["pieces"]["byId"][string]) => ({
    ...piece,
    cloth: { ...piece.cloth, fastness: { ...piece.cloth.fastness, water: 2 } },
  });
  return { ...wellKnown(file), job: { ...job, pieces: { ...pieces, byId: each(pieces.byId, runs) } } };
});

const LEFT_IN = ["reducer", "peroxide", "acid-spotter", "enzyme", "solvent"] as const;
/** One agent went on all of it and nothing took it out since. */
const leftIn: Leaning = fc.constantFrom(...LEFT_IN).map((agent) => (file: JobFile) => {
  const { asOf, job } = file;
  const put: DoneEvent = {
    id: "p0",
    at: asOf,
    kind: "done",
    title: "a step",
    stepKey: "f9/r0/0:x",
    action: "agent",
    zoneIds: job.zones.order,
    agent,
  };
  return change(file, { events: [put], account: { ...job.account, tried: [] } });
});

const MINUTE_MS = 60_000;
const DRY_AFTER_MS = 30 * 24 * 60 * MINUTE_MS;
/** Passes and proofs bring more of them; after so many rounds nothing is left to do. */
const ROUNDS = 3;

/** Every step done as planned and all of it dry long since, with a gas that may begin. */
const workedThrough: Leaning = fc
  .tuple(known, fc.constantFrom("outdoors" as const, "exhausted" as const))
  .map(([wellKnown, stands]) => (file) => {
    const { disinfect: _d, protect: _p, beside: _b, ...choices } = file.job.choices;
    let now = wellKnown(
      change(file, {
        choices,
        findings: { byId: {}, order: [] },
        gas: undefined,
        promises: { dampHandBackAgreed: false },
      }),
    );
    let atMs = Date.parse(now.asOf);
    for (let round = 0; round < ROUNDS; round++) {
      const events = planJob(now.job, USUAL_KIT, now.asOf).steps.map((step, index) =>
        doneOf(step, { id: `w${round}-${index}`, at: new Date((atMs += MINUTE_MS)).toISOString(), by: 1 }),
      );
      if (events.length === 0) break;
      now = change(now, { events: [...now.job.events, ...events] });
    }
    const gas = { ...file.job.gas, gas: file.job.gas?.gas ?? ("ozone" as const), stands, cleared: true };
    return { ...change(now, { gas }), asOf: new Date(atMs + DRY_AFTER_MS).toISOString() };
  });

/** Half of all jobs stay as they were drawn. */
export const leaning: Leaning = fc.oneof(
  { weight: 16, arbitrary: fc.constant((file: JobFile) => file) },
  { weight: 6, arbitrary: greasy },
  ...[smallMould, leftIn].map((arbitrary) => ({ weight: 3, arbitrary })),
  ...[known, steamed, bare, tried, workedThrough, damaged, running].map((arbitrary) => ({ weight: 2, arbitrary })),
);
