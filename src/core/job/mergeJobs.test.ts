import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "./kit";
import { taskAt } from "@/core/answers/schedule/times";
import { doneOf, startOf } from "@/core/judgement/treatment/step/stepEvents";
import { checkJobFile } from "./file";
import { jobFileOf } from "./jobFile";
import { historyOf } from "./history";
import { atLeast, runs } from "@/core/testing/runs";
import { addFinding, removeFinding, setChoice, setFinding, setHead, setSchool, setSoilSign, setZone } from "./change";
import { applyOps, type Op } from "./commands";
import { splitOps } from "./cutZones";
import { hairOn } from "./hairFinding";
import { differingOf, mergedJob } from "./mergeJobs";
import { leavesOf } from "./leaves";
import { jobFromTemplate } from "./newJob";
import type { Finding, Job, MarkFinding } from "./schema";
import { brokenSeals, brokenWords, sealed } from "./seals";
import { written } from "./writes";
import { measureOps, removeZoneOps, type Change } from "./zoneOps";

/** Two people, two devices, one job, handed over by file. */
const NOW = Date.parse("2026-05-04T08:00:00Z");
const at = (minute: number) => new Date(NOW + minute * 60_000).toISOString();
const demo = demoJobs(new Date(NOW)).find(({ id }) => id === "demo-hall")!;
const hall = JSON.parse(JSON.stringify({ ...demo, choices: { ...demo.choices, hands: 2 } })) as Job;

/** One pair of hands works on its own device for so many steps. */
function works(job: Job, by: number, steps: number, offsetMin = 0): Job {
  for (let step = 0; step < steps; step++) {
    const { order } = assess(job, USUAL_KIT, at(offsetMin + step * 10), { ...quickly, order: inFull.order });
    const place = taskAt(order, by);
    if (place < 0) break;
    const task = order.tasks[place]!.step;
    job = {
      ...job,
      events: [
        ...job.events,
        startOf(task, { id: `h${by}s${step}`, at: at(offsetMin + step * 10), by }),
        doneOf(task, { id: `h${by}d${step}`, at: at(offsetMin + step * 10 + 8), by }),
      ],
    };
  }
  return job;
}

const note = (id: string, zoneIds: string[] = []): Op => ({
  op: "append",
  event: {
    kind: "note",
    id,
    at: at(Number(id.slice(1))),
    words: "Looked",
    ...(zoneIds.length > 0 ? { zoneIds } : {}),
  } as Job["events"][number],
});

/** What the store does with a command. */
const act = (job: Job, copy: string, ops: readonly Op[]) => written(job, applyOps(job, ops).job, ops, copy);

/** All a job tells; a group with nothing in it tells nothing. */
const told = (job: Job) => ({ leaves: Object.fromEntries(leavesOf(job)), events: job.events, merging: job.merging });

const settee = jobFromTemplate("settee", sequence("s"), at(0), { size: { seats: 3 } });
function sequence(head: string) {
  let count = 0;
  return () => `${head}${(count += 1)}`;
}

/** Changes as the screens make them; `pick` says on which record. */
const arbitraryEdit = fc.record({
  copy: fc.nat(2),
  from: fc.option(fc.nat(2), { nil: undefined, freq: 4 }),
  way: fc.nat(11),
  pick: fc.nat(3),
});

function opsOf(job: Job, { way, pick, id }: { way: number; pick: number; id: string }): Op[] {
  const one = (list: readonly string[]) => list[pick % Math.max(1, list.length)]!;
  const [zoneId, findingId, pieceId] = [one(job.zones.order), one(job.findings.order), one(job.pieces.order)];
  const mark = { zoneId, centre: { xMm: pick, yMm: 50 }, size: { widthMm: 20, heightMm: 20 } };
  const change = (made: Change) => (made.ok ? made.ops : []);
  const isMark = findingId !== undefined && job.findings.byId[findingId]!.kind === "mark";
  const ways: (() => Op[])[] = [
    () => [setHead("place", `Place ${pick % 3}`)],
    () => [setZone(zoneId, "soil", pick % 3 === 0 ? undefined : pick % 3 === 1 ? "heavy" : "light")],
    () => [setSoilSign(zoneId, "towel", pick % 2 ? "heavy" : undefined)],
    () => [addFinding(id, { kind: "mark", ...mark, evidence: {} })],
    () =>
      hairOn(job, zoneId).length > 0
        ? []
        : [addFinding(id, { kind: "hair", zoneId, density: pick % 2 ? "few" : "much" })],
    () => (isMark ? [setFinding<MarkFinding, "size">(findingId, "size", { widthMm: 10 + pick, heightMm: 9 })] : []),
    () =>
      isMark && !job.events.some((event) => "findingId" in event && event.findingId === findingId)
        ? [removeFinding(findingId)]
        : [],
    () => change(removeZoneOps(job, zoneId)),
    () => measureOps(job, pieceId, { seats: 1 + (pick % 4) }, sequence(id)),
    () => [setSchool(zoneId, pick % 2 ? "low-moisture" : undefined), setChoice("disinfect", [zoneId])],
    () => change(splitOps(job, zoneId, "left-right", sequence(id))),
    () => [note(id, [zoneId])],
  ];
  return ways[way]!();
}

describe("a job from two devices", () => {
  const [mine, theirs] = [works(hall, 1, 3), works(hall, 2, 2, 1)];

  it("holds what both did, in the order of time, the same whichever takes in the other, and is a sound file", () => {
    const { job, added } = mergedJob(mine, theirs)!;
    expect(added).toBe(theirs.events.length);
    expect(job.events.map(({ id }) => id).sort()).toEqual(
      [...mine.events, ...theirs.events].map(({ id }) => id).sort(),
    );
    const times = job.events.map((event) => Date.parse(event.at));
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(mergedJob(theirs, mine)!.job).toEqual(job);
    expect(checkJobFile(jobFileOf(job, USUAL_KIT, at(60)))).toMatchObject({ ok: true });
    expect(new Set(historyOf(job).done.map(({ by = 1 }) => by))).toEqual(new Set([1, 2]));
  });

  it("keeps what each set and found; where both changed one field, both are kept and a person decides", () => {
    const zoneId = hall.zones.order[0]!;
    const mark = { kind: "mark", zoneId, centre: { xMm: 50, yMm: 50 }, size: { widthMm: 20, heightMm: 20 } };
    const found = (id: string) => addFinding(id, { ...mark, evidence: {} } as Finding);
    const soiled = (copy: string, soil: "light" | "heavy") =>
      act(hall, copy, [found(`by-${copy}`), setZone(zoneId, "soil", soil), setHead("place", "Hall")]);
    const { job, added, changed } = mergedJob(soiled("a", "light"), soiled("b", "heavy"))!;
    expect([added, job.findings.order.sort()]).toEqual([0, [...hall.findings.order, "by-a", "by-b"].sort()]);
    expect(changed).toBeGreaterThan(0);
    expect(differingOf(job)).toEqual([{ path: `zones/${zoneId}/soil`, shown: "heavy", others: ["light"] }]);
    const decided = act(job, "a", [setZone(zoneId, "soil", "light")]);
    expect(differingOf(decided)).toEqual([]);
    expect(mergedJob(soiled("b", "heavy"), decided)!.job.zones.byId[zoneId]!.soil).toBe("light");
    // Deciding for what is shown decides too.
    expect(differingOf(act(job, "a", [setZone(zoneId, "soil", "heavy")]))).toEqual([]);
  });

  it("leaves off what one took off; what another worked on meanwhile comes back whole, and a person decides", () => {
    const [id, other] = [hall.findings.order[0]!, hall.findings.order[1]!];
    const gone = act(hall, "a", [removeFinding(id), removeFinding(other)]);
    const edited = act(hall, "b", [setFinding<MarkFinding, "name">(id, "name", "By the stage")]);
    const { job } = mergedJob(edited, gone)!;
    expect(job.findings.order.includes(other)).toBe(false);
    expect(job.findings.byId[id]).toEqual({ ...hall.findings.byId[id], name: "By the stage" });
    expect(differingOf(job)).toEqual([{ path: `findings/${id}/`, shown: true, others: [false] }]);
    expect(mergedJob(gone, edited)!.job).toEqual(job);
    expect(mergedJob(mergedJob(act(job, "a", [removeFinding(id)]), edited)?.job ?? job, hall)).toBeUndefined();
  });

  it("takes back what either took back, though their clocks differ", () => {
    const undone: Job = {
      ...theirs,
      events: [...theirs.events, { kind: "undo", id: "u", at: at(-30), of: theirs.events.at(-1)!.id }],
    };
    const { job } = mergedJob(mine, undone)!;
    expect(historyOf(job).standing.some(({ id }) => id === theirs.events.at(-1)!.id)).toBe(false);
    expect(checkJobFile(jobFileOf(job, USUAL_KIT, at(60)))).toMatchObject({ ok: true });
  });

  it("three copies changed at random come to one job, in whatever order and however often they are put together", () => {
    let met = 0;
    fc.assert(
      fc.property(fc.array(arbitraryEdit, { minLength: 4, maxLength: 24, size: "max" }), (edits) => {
        const copies: Job[] = [settee, settee, settee];
        for (const [count, { copy, from, ...edit }] of edits.entries()) {
          // Now and then one takes in another's.
          if (from !== undefined) copies[copy] = mergedJob(copies[copy]!, copies[from]!)?.job ?? copies[copy]!;
          else copies[copy] = act(copies[copy]!, `c${copy}`, opsOf(copies[copy]!, { ...edit, id: `n${count}` }));
        }
        const all = (...order: readonly number[]) =>
          order.map((at) => copies[at]!).reduce((one, next) => mergedJob(one, next)?.job ?? one);
        const first = all(0, 1, 2);
        for (const order of [
          [2, 1, 0],
          [1, 2, 0],
          [0, 1, 2, 0, 1],
          [2, 0, 0, 1, 2],
        ])
          expect(told(all(...order))).toEqual(told(first));
        const right = mergedJob(copies[1]!, copies[2]!)?.job ?? copies[1]!;
        expect(told(mergedJob(copies[0]!, right)?.job ?? copies[0]!)).toEqual(told(first));
        expect(checkJobFile(jobFileOf(first, USUAL_KIT, at(60)))).toMatchObject({ ok: true });
        if (differingOf(first).length > 0) met += 1;
      }),
      { numRuns: runs(2000, 150) },
    );
    expect(met).toBeGreaterThanOrEqual(atLeast(100, 4));
  });

  it("is left as it is when the file knows nothing new, or is of another job", () => {
    expect(mergedJob(mine, hall)).toBeUndefined();
    expect(mergedJob(mine, { ...theirs, id: "other" })).toBeUndefined();
    expect(mergedJob(mine, { ...theirs, createdAt: at(1) })).toBeUndefined();
  });
});

describe("the chain over what happened", () => {
  const noted = (job: Job, ...ids: string[]) => ids.reduce((at, id) => sealed(act(at, "a", [note(id)])), job);
  const job = noted(sealed(hall), "n1", "n2", "n3");

  it("fits what was recorded, on one device and put together from two", () => {
    expect(brokenSeals(job)).toBeUndefined();
    expect(brokenSeals(hall)).toBeUndefined();
    const [here, there] = [noted(job, "n4", "n5"), noted(job, "n6")];
    const both = noted(mergedJob(here, there)!.job, "n7");
    expect(brokenSeals(both)).toBeUndefined();
    expect(both.seals).toHaveLength(both.events.length);
    expect(mergedJob(there, here)!.job.seals).toEqual(mergedJob(here, there)!.job.seals);
  });

  it("shows what was changed, taken out or put in by hand, and not what the program itself puts right", () => {
    const at = job.events.length - 2;
    const changed = job.events.map((event, place) => (place === at ? { ...event, words: "Nothing" } : event));
    expect(brokenSeals({ ...job, events: changed as Job["events"] })).toMatchObject({ changed: ["n2"], gone: [] });
    expect(brokenSeals({ ...job, events: job.events.toSpliced(at, 1) })).toMatchObject({ gone: ["n2"], changed: [] });
    const slipped = act(job, "a", [note("n9")]);
    expect(brokenWords(brokenSeals(slipped)!)).toBe("Its record was altered in a file: one entry was put in.");
    // Its seal taken out with it: what comes after follows nothing.
    const without = { ...job, events: job.events.toSpliced(at, 1), seals: job.seals!.filter(({ of }) => of !== "n2") };
    expect(brokenSeals(without)).toMatchObject({ changed: ["n3"] });
    const righted = sealed({ ...job, events: changed as Job["events"] }, new Set(["n2"]));
    expect(brokenSeals(righted)).toBeUndefined();
  });

  it("uses SHA-256 as published: the digest of `abc` (FIPS 180-4, worked example)", () => {
    expect(bytesToHex(sha256(utf8ToBytes("abc")))).toBe(
      "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
    );
  });
});
