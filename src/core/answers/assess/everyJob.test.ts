import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "./assess";
import { USUAL_KIT } from "@/core/job/kit";
import { applyOps, type Op } from "@/core/job/commands";
import { checkJobFile, readJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import { mergedJob } from "@/core/job/mergeJobs";
import { written } from "@/core/job/writes";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job, JobFile } from "@/core/job/schema";
import { mergeOps, splitOps } from "@/core/job/cutZones";
import { measureOps, removeZoneOps } from "@/core/job/zoneOps";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { rect } from "@/core/ground/pieces/geometry";
import { dayOf } from "@/core/answers/day/day";
import { USUAL_DAY } from "@/core/answers/day/settings";
import { bestOf } from "@/core/models/timetable/improve";
import { compile } from "@/core/models/timetable/tasks";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { assertOfJobs, FOUND } from "@/core/testing/found";
import { sound } from "@/core/testing/sound";
import { atLeast, runs } from "@/core/testing/runs";

/** Every valid job gets a plan: whatever was entered, joined, split, taken off or put together from two devices. */
const AT = "2026-05-04T08:00:00Z";
let counter = 0;
const newId = () => `n${counter++}`;
const planned = ({ job, kit, asOf }: Pick<JobFile, "job" | "kit" | "asOf">) => assess(job, kit ?? USUAL_KIT, asOf);
const isSound = (job: Job) =>
  expect(checkJobFile(JSON.parse(JSON.stringify(jobFileOf(job, USUAL_KIT, AT))))).toMatchObject({ ok: true });
/** What the store does with a command. */
const writtenBy = (copy: string, job: Job, ops: readonly Op[]) => written(job, applyOps(job, ops).job, ops, copy);
const bench = () => jobFromTemplate("bench-seat", newId, AT);
const zoneOf = (job: Job, part: string) => job.zones.order.find((id) => job.zones.byId[id]!.part === part)!;
const hair = (id: string, zoneId: string, density = "few"): Op => ({
  op: "insert",
  collection: "findings",
  id,
  value: { kind: "hair", zoneId, density },
});
const hairs = (job: Job) => Object.values(job.findings.byId).filter(({ kind }) => kind === "hair");
/** A square of carpet with so many zones drawn free. */
function field(zones: number): Job {
  const job = jobFromTemplate("carpet", newId, AT);
  const [pieceId] = job.pieces.order as [string];
  const order = Array.from({ length: zones }, (_, at) => `z${at}`);
  return {
    ...job,
    zones: {
      order,
      byId: Object.fromEntries(
        order.map((id, at) => [
          id,
          { pieceId, part: "free", shape: rect((at % 25) * 600, Math.floor(at / 25) * 600, 500, 500) },
        ]),
      ),
    },
  };
}

const withFindings = (job: Job, list: readonly object[]): Job => ({
  ...job,
  findings: {
    order: list.map((_, at) => `f${at}`),
    byId: Object.fromEntries(list.map((each, at) => [`f${at}`, each])) as Job["findings"]["byId"],
  },
});

describe("a random job", () => {
  it("is planned, ordered and dried after a round of changes, and stays a sound file", () => {
    let changed = 0;
    assertOfJobs(
      "every-job",
      fc.property(arbitraryJobFile, fc.nat(5), fc.nat(99), (file, way, at) => {
        const { job } = file;
        const zone = (offset: number) => job.zones.order[(at + offset) % job.zones.order.length]!;
        const [pieceId] = job.pieces.order as [string];
        const note = (id: string): Op => ({ op: "append", event: { kind: "note", id, at: AT, words: "Looked" } });
        const change =
          way === 0
            ? splitOps(job, zone(0), "left-right", newId)
            : way === 1
              ? removeZoneOps(job, zone(0))
              : way === 2
                ? mergeOps(job, zone(0), zone(1))
                : {
                    ok: true as const,
                    ops: way === 3 ? measureOps(job, pieceId, { seats: 1, lengthMm: 900 }, newId) : [],
                  };
        const { job: next, inverse } = applyOps(job, change.ok && (way !== 2 || zone(0) !== zone(1)) ? change.ops : []);
        const here = writtenBy("here", job, [
          note("here"),
          ...measureOps(job, pieceId, { seats: 1, steps: 2, rows: [1] }, newId),
        ]);
        const there = writtenBy("there", job, [
          note("there"),
          ...(job.findings.order.length < 5 && !hairs(job).length ? [hair("there-hair", zone(0))] : []),
        ]);
        const after = way === 4 ? applyOps(next, inverse).job : way === 5 ? mergedJob(here, there)!.job : next;
        if (after !== job) changed += 1;
        isSound(after);
        expect(planned({ ...file, job: after }).order.tasks).toBeDefined();
      }),
      { numRuns: runs(2000, 500), examples: FOUND.map(({ file }, at) => [file, at % 6, 0]) },
      ([file]) => file,
    );
    expect(changed).toBeGreaterThan(atLeast(800, 150));
  });
});

describe("what once took a plan down", () => {
  it("hair twice on one cloth: joined, put together, or from an old file", () => {
    const job = bench();
    const [left, mid] = [zoneOf(job, "base-1"), zoneOf(job, "base-2")];
    const both = applyOps(job, [hair("h1", left, "much"), hair("h2", mid, "matted")]).job;
    const change = mergeOps(both, left, mid);
    if (!change.ok) throw new Error(change.because);
    const { job: joined, inverse } = applyOps(both, change.ops);
    expect(hairs(joined)).toEqual([{ kind: "hair", zoneId: left, density: "matted" }]);
    expect(applyOps(joined, inverse).job).toEqual(both);
    // The same tap in two tabs, and on two devices.
    expect(() => applyOps(both, [hair("h3", left)])).toThrow("noted there already");
    const tap = (id: string, density: string) =>
      applyOps(job, [
        hair(id, left, density),
        { op: "append", event: { kind: "note", id: `note-${id}`, at: AT, words: "Hair" } },
      ]).job;
    expect(hairs(mergedJob(tap("mine", "few"), tap("theirs", "much"))!.job)).toEqual([
      { kind: "hair", zoneId: left, density: "much" },
    ]);
    // A file that has it twice is valid, and planned as one.
    const twice = withFindings(job, [
      { kind: "hair", zoneId: left, density: "few" },
      { kind: "hair", zoneId: left, density: "matted" },
    ]);
    isSound(twice);
    const lifts = planned({ job: twice, asOf: AT }).plan.steps.filter(({ action }) => action === "hair-lift");
    expect(lifts.map(({ why }) => why)).toEqual([expect.stringContaining("Woven in")]);
  });

  it("air beyond what drying is reckoned for is taken as the nearest, and said", () => {
    const job = bench();
    const soiled: Job = {
      ...job,
      zones: {
        ...job.zones,
        byId: {
          ...job.zones.byId,
          [zoneOf(job, "base-1")]: { ...job.zones.byId[zoneOf(job, "base-1")]!, soil: "heavy" },
        },
      },
    };
    const at = (site: Job["site"]) => planned({ job: { ...soiled, site }, asOf: AT });
    for (const [site, words] of [
      [{ airTempC: 50, relativeHumidityPct: 40 }, "The air is over 45 °C"],
      [{ airTempC: 20, outsideTempC: -30, space: "doors" }, "Outside it is under -20 °C"],
      [{ airTempC: 20, relativeHumidityPct: 100 }, "Humidity is over 99 %"],
      [{ airTempC: 37, relativeHumidityPct: 100, heater: true, space: "shut" }, "Humidity is over 99 %"],
    ] as [Job["site"], string][]) {
      const { place, plan, drying } = at(site);
      expect([site, place?.beyond.join(), plan.assumed.join()]).toEqual([
        site,
        expect.stringContaining(words),
        expect.stringContaining(words),
      ]);
      expect(sound(drying)).toBe(true);
    }
    expect(at({ airTempC: 20, relativeHumidityPct: 50 }).place?.beyond).toEqual([]);
  });

  it("an action nobody knows, a part that is none, walls that close no room: said with where, and nothing is taken", () => {
    const job = bench();
    const event = { kind: "done", id: "e", at: AT, stepKey: "x:", title: "x", action: "polish", zoneIds: [] };
    const problems = (change: Partial<Record<keyof Job, unknown>>) => {
      const read = readJobFile(JSON.stringify(jobFileOf({ ...job, ...change } as Job, USUAL_KIT, AT)));
      return read.ok ? [] : read.problems.map(({ where, what }) => `${where} ${what}`);
    };
    expect(problems({ events: [event] })).toEqual([expect.stringMatching(/^job\.events\[0\]\.action must be one of/)]);
    const [first] = job.zones.order as [string];
    expect(
      problems({
        zones: { ...job.zones, byId: { ...job.zones.byId, [first]: { ...job.zones.byId[first], part: "wing-9" } } },
      }),
    ).toEqual([expect.stringContaining("is no part of a bench seat")]);
    const room = jobFromTemplate("room", newId, AT);
    const [roomId] = room.pieces.order as [string];
    const thin = {
      ...room,
      pieces: {
        ...room.pieces,
        byId: {
          [roomId]: {
            ...room.pieces.byId[roomId]!,
            walls: [
              { lengthMm: 50, turnDeg: 179 },
              { lengthMm: 50, turnDeg: 90 },
            ],
          },
        },
      },
    };
    expect(checkJobFile(jobFileOf(thin as Job, USUAL_KIT, AT))).toMatchObject({
      ok: false,
      problems: [{ where: `job.pieces.byId.${roomId}.walls` }],
    });
  });

  it("a part that one device did away with keeps the shape it had", () => {
    const settee = jobFromTemplate("settee", newId, AT, { size: { seats: 3 } });
    const [pieceId] = settee.pieces.order as [string];
    const third = zoneOf(settee, "base-3");
    const note = (id: string): Op => ({ op: "append", event: { kind: "note", id, at: AT, words: "x" } });
    const fewer = [...measureOps(settee, pieceId, { seats: 2 }, newId), note("a")];
    const hairy = [hair("h", third), note("b")];
    // By a version that kept no writes, too.
    for (const by of [writtenBy, (_copy: string, job: Job, ops: Op[]) => applyOps(job, ops).job]) {
      const { job } = mergedJob(by("a", settee, fewer), by("b", settee, hairy))!;
      isSound(job);
      expect(zoneViews(job).find(({ id }) => id === third)?.areaM2.value).toBeCloseTo(
        zoneViews(settee).find(({ id }) => id === third)!.areaM2.value,
        3,
      );
    }
  });
});

describe("much of it", () => {
  const mark = (zoneId: string, at: number) => ({
    kind: "mark",
    zoneId,
    centre: { xMm: (at * 37) % 480, yMm: (at * 53) % 480 },
    size: { widthMm: 20, heightMm: 20 },
    evidence: { owner: ["hot-drink", "oil-cream", "mud"][at % 3] },
  });

  it("two thousand marks on one zone, a smell noted everywhere, an undo of an undo without end: planned, no stack overflows", () => {
    const marks = withFindings(
      field(1),
      Array.from({ length: 2000 }, (_, at) => mark("z0", at)),
    );
    expect(planned({ job: marks, asOf: AT }).order.tasks.length).toBeGreaterThan(2000);
    const smells = withFindings(
      field(150),
      Array.from({ length: 150 }, (_, at) => ({ kind: "odour", zoneId: `z${at}`, closed: 1 + (at % 5) })),
    );
    expect(planned({ job: smells, asOf: AT }).plan.zones).toBeDefined();
    const note = { kind: "note" as const, id: "n", at: AT, words: "x" };
    const undone: Job = {
      ...bench(),
      events: [
        note,
        ...Array.from({ length: 20_001 }, (_, at) => ({
          kind: "undo" as const,
          id: `u${at}`,
          at: AT,
          of: at === 0 ? "n" : `u${at - 1}`,
        })),
      ],
    };
    expect(planned({ job: undone, asOf: AT }).history.standing).toEqual([]);
  });

  it("a day in which only drying and gas are left has its timetable", () => {
    let job = structuredClone(demoJobs(new Date(AT)).find(({ id }) => id === "demo-hall")!);
    const at = (minute: number) => new Date(Date.parse(AT) + minute * 60_000).toISOString();
    for (let minute = 0; ; minute++) {
      const [step] = planned({ job, asOf: at(minute) }).plan.steps;
      if (!step) break;
      job = {
        ...job,
        events: [
          ...job.events,
          {
            kind: "done",
            id: `d${minute}`,
            at: at(minute),
            stepKey: step.key,
            title: step.title,
            action: step.action,
            zoneIds: step.zoneIds,
            waterOnLPerM2: step.waterOnLPerM2,
          },
        ],
      };
    }
    job = {
      ...job,
      gas: {
        gas: "ozone",
        stands: "outdoors",
        volumeM3: 3,
        cleared: true,
        shutMinPerH: 1.5,
        shutMaxPerH: 2,
        airedMinPerH: 10,
      },
    };
    const assessment = planned({ job, asOf: at(600) });
    expect(assessment.plan.steps).toEqual([]);
    const day = dayOf([{ job, assessment }], USUAL_KIT, { ...USUAL_DAY, from: at(600) });
    const { starts } = bestOf(compile(day.problem), 4);
    expect(day.problem.tasks.map(({ kind }) => kind)).toEqual(["drying", "airing"]);
    expect(starts[1]).toBeGreaterThanOrEqual(starts[0]! + day.problem.tasks[0]!.minutes);
  });
});
