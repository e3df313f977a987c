import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { record, removeFinding, setFinding, setHead, setSite, sizeOps } from "./change";
import { applyOps, CommandRefused, overwrites, rebased, same, standsAsLeft, valueAt, type Op } from "./commands";
import { findingsOn } from "./findingKinds";
import { doneOn, historyOf, isCovered, isDone, lastOf, stepBase } from "./history";
import { jobFromTemplate } from "./newJob";
import { agentOn, ownAgentProblems } from "./ownAgent";
import { evidenceOf, readingOps, readingProblem, readingsOps } from "./readings";
import type { Finding, Job, PlacedFinding, WorkEvent } from "./schema";
import { ranOut, ranOutNoteId, signalsOf, signalsToCome, waitsOf, waitState } from "./waits";

const AT = "2026-05-04T08:00:00Z";
const at = (minute: number) => new Date(Date.parse(AT) + minute * 60_000).toISOString();
const jobOf = (events: WorkEvent[] = []): Job => {
  let next = 0;
  return { ...jobFromTemplate("settee", () => `i${next++}`, AT), events };
};
const done = (id: string, zoneIds: string[], more: object = {}): WorkEvent =>
  ({
    kind: "done",
    id,
    at: at(0),
    stepKey: `clean-r0:${id}`,
    title: id,
    action: "clean",
    zoneIds,
    ...more,
  }) as WorkEvent;
const start = (id: string, zoneIds: string[], more: object = {}): WorkEvent =>
  ({ kind: "start", id, at: at(0), stepKey: "clean-r0:x", title: id, action: "clean", zoneIds, ...more }) as WorkEvent;
const undo = (id: string, of: string): WorkEvent => ({ kind: "undo", id, at: at(1), of }) as WorkEvent;

describe("what the events add up to", () => {
  const ids = (events: WorkEvent[]) => historyOf(jobOf(events)).done.map(({ id }) => id);

  it("an undo takes one back, an undo of the undo brings it again, and so on", () => {
    const both = [done("a", ["z1"]), done("b", ["z1"])];
    expect(ids(both)).toEqual(["a", "b"]);
    expect(ids([...both, undo("u", "a")])).toEqual(["b"]);
    expect(ids([...both, undo("u", "a"), undo("v", "u")])).toEqual(["a", "b"]);
    expect(ids([...both, undo("u", "a"), undo("v", "u"), undo("w", "v")])).toEqual(["b"]);
  });

  it("a pair of hands does one thing at a time, and what is done runs no longer", () => {
    const running = (events: WorkEvent[]) => historyOf(jobOf(events)).running.map(({ id }) => id);
    expect(running([start("s", ["z1"])])).toEqual(["s"]);
    expect(running([start("s", ["z1"]), start("t", ["z2"])])).toEqual(["t"]);
    expect(running([start("s", ["z1"]), start("t", ["z2"], { by: 2 })])).toEqual(["s", "t"]);
    expect(running([start("s", ["z1"]), done("d", ["z1"], { stepKey: "clean-r0:x" })])).toEqual([]);
    // Done on another zone it is another part of the step.
    expect(running([start("s", ["z1"]), done("d", ["z2"], { stepKey: "clean-r0:x" })])).toEqual(["s"]);
  });

  it("what waits on the cloth waits until something is begun or done there", () => {
    const dwelling = (events: WorkEvent[]) => historyOf(jobOf(events)).dwelling.map(({ id }) => id);
    const sprayed = done("spray", ["z1", "z2"], { dwellMinMin: 5 });
    expect(dwelling([sprayed])).toEqual(["spray"]);
    expect(dwelling([sprayed, done("other", ["z3"])])).toEqual(["spray"]);
    expect(dwelling([sprayed, start("lift", ["z2"])])).toEqual([]);
    expect(dwelling([sprayed, { ...done("skip", ["z1"]), kind: "skip" } as WorkEvent])).toEqual([]);
  });

  it("answers by zone what going through all of it would, in any record", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.constantFrom("done", "skip", "start"),
            base: fc.constantFrom("clean", "rinse"),
            zoneIds: fc.subarray(["z1", "z2", "z3"], { minLength: 1 }),
          }),
          { maxLength: 12 },
        ),
        (drawn) => {
          const events = drawn.map(
            ({ kind, base, zoneIds }, n) => ({ ...done(`e${n}`, zoneIds), kind, stepKey: `${base}:${n}` }) as WorkEvent,
          );
          const history = historyOf(jobOf(events));
          for (const zoneId of ["z1", "z2", "z3", "z4"]) {
            const there = history.done.filter((event) => event.zoneIds.includes(zoneId));
            expect(doneOn(history, zoneId)).toEqual(there);
            for (const base of ["clean", "rinse"]) {
              expect(isDone(history, base, zoneId)).toBe(there.some(({ stepKey }) => stepBase(stepKey) === base));
              expect(isCovered(history, base, zoneId)).toBe(
                drawn.some((each) => each.kind !== "start" && each.base === base && each.zoneIds.includes(zoneId)),
              );
            }
            expect(doneOn(history, zoneId, 5)).toEqual(there.filter((event) => history.standing.indexOf(event) > 5));
          }
          expect(lastOf(history, "done")).toEqual(history.done.at(-1));
        },
      ),
      { numRuns: 200 },
    ));
});

describe("a change of a job", () => {
  const mark: Finding = {
    kind: "mark",
    zoneId: "z",
    centre: { xMm: 1, yMm: 1 },
    size: { widthMm: 10, heightMm: 10 },
    evidence: {},
  };
  const withMark = (): Job => ({ ...jobOf(), findings: { byId: { f: mark }, order: ["f"] } });

  it("leaves the job it was given alone, and its inverse brings back the very same", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.string({ maxLength: 8 }).map((title): Op => setHead("title", title)),
            fc.integer({ min: -10, max: 40 }).map((tempC): Op => setSite("airTempC", tempC)),
            fc.constant<Op>(setSite("airTempC", undefined)),
            fc.constant<Op>(setFinding("f", "name" as never, "Wine" as never)),
            fc.constant<Op>(removeFinding("f")),
          ),
          { maxLength: 6 },
        ),
        (ops) => {
          const job = withMark();
          const before = structuredClone(job);
          try {
            const { job: after, inverse } = applyOps(job, ops);
            expect(applyOps(after, inverse).job).toEqual(before);
            expect(standsAsLeft(after, ops.slice(-1))).toBe(true);
          } catch (error) {
            expect(error).toBeInstanceOf(CommandRefused);
          }
          expect(job).toEqual(before);
        },
      ),
      { numRuns: 200 },
    ));

  it("refuses in words what is gone, there already, or recorded before", () => {
    const job = withMark();
    const said = (ops: Op[], on = job) => {
      try {
        applyOps(on, ops);
        return "";
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(said([removeFinding("g")])).toMatch(/removed already/);
    expect(said([setFinding("g", "name" as never, "x" as never)])).toMatch(/was removed, perhaps in another tab/);
    expect(said([{ op: "insert", collection: "findings", id: "f", value: mark }])).toBe("It is there already.");
    const recorded = applyOps(job, [record(done("d", ["z1"]))]).job;
    expect(said([record(done("d", ["z1"]))], recorded)).toBe("This was recorded already.");
    const hair = { kind: "hair", zoneId: "z", density: "few" };
    const hairy = applyOps(job, [{ op: "insert", collection: "findings", id: "h", value: hair }]).job;
    expect(said([{ op: "insert", collection: "findings", id: "h2", value: hair }], hairy)).toMatch(/Hair was noted/);
  });

  it("given on an older screen it changes what was tapped, and keeps what came in between", () => {
    const seen = { ...jobOf(), account: { allergies: ["asthma"], tried: ["bleach"] } } as unknown as Job;
    const now = { ...seen, account: { allergies: ["asthma", "latex"], tried: [] } } as unknown as Job;
    const [mine] = rebased([{ op: "set", path: ["account", "allergies"], value: ["enzymes"] }], seen, now);
    // Asthma was taken off here, latex was put on elsewhere meanwhile.
    expect(mine).toMatchObject({ value: ["latex", "enzymes"] });
    const [whole] = rebased([{ op: "set", path: ["account"], value: { allergies: ["asthma"] } }], seen, now);
    expect(whole).toMatchObject({ value: { allergies: ["asthma", "latex"] } });
    expect(overwrites(seen, now, [{ op: "set", path: ["account", "tried"], value: [] }])).toBe(true);
    expect(overwrites(seen, now, [{ op: "set", path: ["title"], value: "x" }])).toBe(false);
  });

  it("takes out what nobody says any more, and asks a path no further than it goes", () => {
    const job = applyOps(jobOf(), [setSite("airTempC", 20), setSite("airTempC", undefined)]).job;
    expect("airTempC" in job.site).toBe(false);
    expect(valueAt(job, ["site", "airTempC", "deeper"])).toBeUndefined();
    expect(valueAt(job, ["title", "length"])).toBeUndefined();
    expect(valueAt({ a: [1, 2] }, ["a", "1"])).toBe(2);
  });

  it("plain data is the same whatever the order of its keys, and not when one is missing", () => {
    expect(same({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1 })).toBe(true);
    expect(same({ a: 1 }, { a: 1, b: undefined })).toBe(false);
    expect(same([1, 2], [2, 1])).toBe(false);
    expect(same(null, {})).toBe(false);
  });

  it("another size keeps the shape of an outline", () => {
    const outlined = {
      ...mark,
      outline: [
        { xMm: -5, yMm: -5 },
        { xMm: 5, yMm: -5 },
        { xMm: 0, yMm: 5 },
      ],
    } as PlacedFinding;
    const { job } = applyOps(
      { ...withMark(), findings: { byId: { f: outlined }, order: ["f"] } },
      sizeOps("f", outlined, { widthMm: 20, heightMm: 5 }),
    );
    expect((job.findings.byId.f as PlacedFinding).outline).toEqual([
      { xMm: -10, yMm: -2.5 },
      { xMm: 10, yMm: -2.5 },
      { xMm: 0, yMm: 2.5 },
    ]);
  });

  it("findings are looked up by zone in their order, and anew after every change", () => {
    const job = {
      ...jobOf(),
      findings: { byId: { f: mark, g: { ...mark, zoneId: "y" }, h: mark }, order: ["h", "g", "f"] },
    } as Job;
    expect(findingsOn(job, "z").map(({ id }) => id)).toEqual(["h", "f"]);
    const after = applyOps(job, [removeFinding("h")]).job;
    expect(findingsOn(after, "z").map(({ id }) => id)).toEqual(["f"]);
    expect(findingsOn(job, "z").map(({ id }) => id)).toEqual(["h", "f"]);
    expect(findingsOn(job, "nowhere")).toEqual([]);
  });
});

describe("waits", () => {
  const wait = (minMin: number, maxMin?: number) => ({
    id: "w",
    title: "",
    zoneIds: [],
    fromMs: 0,
    minMin,
    ...(maxMin === undefined ? {} : { maxMin }),
    guards: false,
  });

  it("are early, right and then drying; without a longest never too late", () => {
    const state = (minutes: number, maxMin?: number) => waitState({ minMin: 5, maxMin }, minutes * 60_000);
    expect([4.99, 5, 10, 10.01].map((minutes) => state(minutes, 10))).toEqual(["early", "right", "right", "drying"]);
    expect(state(10_000)).toBe("right");
  });

  it("speak up when right, two minutes before it dries and when it does; never before it is right", () => {
    expect(signalsOf(wait(5, 15)).map(({ kind, atMs }) => [kind, atMs / 60_000])).toEqual([
      ["right", 5],
      ["soon-dry", 13],
      ["drying", 15],
    ]);
    expect(signalsOf(wait(5, 6)).map(({ atMs }) => atMs / 60_000)).toEqual([5, 5.5, 6]);
    expect(signalsOf(wait(5)).map(({ kind }) => kind)).toEqual(["right"]);
  });

  it("only what is to come and worth a timer is set", () => {
    const kinds = (nowMin: number, minMin = 5, maxMin = 15) =>
      signalsToCome(wait(minMin, maxMin), nowMin * 60_000).map(({ kind }) => kind);
    expect(kinds(0)).toEqual(["right", "soon-dry", "drying"]);
    expect(kinds(6)).toEqual(["soon-dry", "drying"]);
    expect(kinds(15)).toEqual([]);
    // A clock that was wrong by days sets nothing off.
    expect(signalsToCome({ ...wait(5, 15), fromMs: 1e12 }, 0)).toEqual([]);
    expect(signalsToCome({ ...wait(0, 15), guards: true }, -1).map(({ kind }) => kind)).not.toContain("right");
  });

  it("that ran out are asked about: at once where nobody was told, an hour later where somebody was; never one that guards", () => {
    const asked = (minutes: number, maxMin: number | undefined, wasTold: boolean, guards = false) =>
      ranOut({ ...wait(5, maxMin), guards }, minutes * 60_000, wasTold);
    expect([10, 10.1].map((minutes) => asked(minutes, 10, false))).toEqual([false, true]);
    expect([69, 71].map((minutes) => asked(minutes, 10, true))).toEqual([false, true]);
    expect([12 * 60, 12.2 * 60].map((minutes) => asked(minutes, undefined, false))).toEqual([false, true]);
    expect(asked(10_000, 10, false, true)).toBe(false);
  });

  it("that were answered for run no more, until the answer is taken back", () => {
    const left = done("spray", ["z1"], { at: at(5), dwellMinMin: 5, dwellMaxMin: 10 });
    const answer = { kind: "note" as const, id: ranOutNoteId("spray"), at: at(90), words: "Rinsed twice." };
    const undo = { kind: "undo" as const, id: "u", at: at(91), of: answer.id };
    expect(
      [[left], [left, answer], [left, answer, undo]].map((events) => waitsOf(historyOf(jobOf(events))).length),
    ).toEqual([1, 0, 1]);
  });

  it("oldest first, those on the cloth and those that hands sit out", () => {
    const history = historyOf(
      jobOf([
        start("gas", ["z1"], { at: at(3), dwellMinMin: 60, action: "gas", by: 2 }),
        done("spray", ["z2"], { at: at(5), dwellMinMin: 5, dwellMaxMin: 10 }),
      ]),
    );
    expect(waitsOf(history).map(({ id, minMin, maxMin }) => [id, minMin, maxMin])).toEqual([
      ["gas", 60, undefined],
      ["spray", 5, 10],
    ]);
  });
});

describe("readings", () => {
  it("say as evidence what they show: pH paper, meter and lamp; thresholds are judgement", () => {
    expect([5.9, 6, 8, 8.1].map((ph) => evidenceOf("ph", ph)!.outcome)).toEqual([
      "acid",
      "neutral",
      "neutral",
      "alkaline",
    ]);
    expect([13.9, 14, 20, 20.1].map((pct) => evidenceOf("moisture", pct)!.outcome)).toEqual([
      "dry",
      "face",
      "face",
      "deep",
    ]);
    expect(evidenceOf("surface", 40)).toBeUndefined();
  });

  it("that cannot be are refused with a sentence, those that can are not", () => {
    expect(readingProblem({ instrument: "ph", value: 15 })).toMatch(/15 is outside of 0 to 14/);
    expect(readingProblem({ instrument: "air", value: NaN })).toMatch(/not a number/);
    expect(readingProblem({ instrument: "air", value: 20, humidityPct: 0 })).toMatch(/humidity must be 1 to 100/);
    expect(readingProblem({ instrument: "air", value: 20, humidityPct: 55 })).toBeUndefined();
    expect(readingProblem({ instrument: "moisture", value: 100 })).toBeUndefined();
  });

  it("of the air change the air of the place, of a mark its evidence, and each is in the record", () => {
    const job: Job = {
      ...jobOf(),
      findings: {
        byId: {
          f: {
            kind: "mark",
            zoneId: "z",
            centre: { xMm: 1, yMm: 1 },
            size: { widthMm: 1, heightMm: 1 },
            evidence: {},
          },
        },
        order: ["f"],
      },
    };
    let next = 0;
    const ops = readingsOps(
      job,
      [
        { instrument: "air", value: 17, humidityPct: 80 },
        { instrument: "ph", value: 9, findingId: "f" },
      ],
      () => `r${next++}`,
      AT,
    );
    const { job: after } = applyOps(job, ops);
    expect(after.site).toMatchObject({ airTempC: 17, relativeHumidityPct: 80 });
    expect((after.findings.byId.f as { evidence: object }).evidence).toEqual({ ph: "alkaline" });
    expect(after.events.filter(({ kind }) => kind === "reading").map(({ id }) => id)).toEqual(["r0", "r1"]);
    // A time of its own is kept.
    const [event] = readingOps(job, { instrument: "surface", value: 20, at: at(-5) }, "r9", AT);
    expect(event).toMatchObject({ op: "append", event: { at: at(-5) } });
  });
});

describe("one's own label", () => {
  it("takes the table's place, and a strength only where there is one to mix", () => {
    const own = agentOn({ labels: { "neutral-cleaner": { partsWater: 20, phMax: 7.5 } } }, "neutral-cleaner");
    expect(own.reading).toEqual({ convention: "water-to-product", value: 20 });
    expect([own.phMin, own.phMax]).toEqual([6.5, 7.5]);
    expect(agentOn({ labels: { solvent: { partsWater: 5 } } }, "solvent").reading).toBeUndefined();
    expect(agentOn({}, "solvent").name).toBe(agentOn({ labels: {} }, "solvent").name);
  });

  it.each([
    ["neutral-cleaner", { phMin: 9, phMax: 10 }, /is not neutral cleaner/],
    ["neutral-cleaner", { phMin: 8, phMax: 7 }, /is above its upper/],
    ["enzyme", { dwellMinMin: 60, dwellMaxMin: 10 }, /shortest dwell.*above its longest/],
    ["enzyme", { minTempC: 45 }, /coolest .* is above the warmest/],
    ["neutral-cleaner", { partsWater: 50 }, /weakest mix .* is stronger than its usual/],
    ["solvent", { partsWater: 5 }, /used as bought/],
  ] as const)("%s with %o is refused in words", (id, own, words) => {
    expect(ownAgentProblems(id, own).join("; ")).toMatch(words);
  });

  it("what a label may say is taken without a word", () => {
    expect(ownAgentProblems("neutral-cleaner", { partsWater: 20, phMin: 7, phMax: 8 })).toEqual([]);
  });
});
