import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { DoneEvent, Finding, Job } from "@/core/job/schema";
import { workedOut } from "@/core/testing/workedOut";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { appointmentsOf } from "./appointments";
import { isLeatherKept } from "./leatherKept";
import { foundWords } from "./foundWords";

const NOW = "2026-05-04T08:00:00Z";
const NOW_MS = Date.parse(NOW);

function settee(change: (job: Job, seat: string) => void = () => undefined): Job {
  let next = 0;
  const job = structuredClone(jobFromTemplate("settee", () => `i${next++}`, NOW));
  Object.assign(job, { id: "s", title: "Settee", place: "Reed Hall", customer: "The reed cutters" });
  Object.assign(Object.values(job.pieces.byId)[0]!, {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "W",
      ageYears: 4,
      condition: "sound",
      neighbours: [],
    },
  });
  job.site = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 0.5 };
  job.account = { tried: [], users: [], allergies: [] };
  change(job, zoneViews(job).find(({ role }) => role === "base")!.id);
  return job;
}
const soiled = (job: Job, seat: string) => Object.assign(job.zones.byId[seat]!, { soil: "moderate" });
const coffee = (job: Job, seat: string) => {
  job.findings = {
    order: ["f"],
    byId: {
      f: {
        kind: "mark",
        zoneId: seat,
        centre: { xMm: 100, yMm: 100 },
        size: { widthMm: 60, heightMm: 60 },
        evidence: { owner: "hot-drink", colour: "yellow-brown", edge: "dark-rim" },
      },
    },
  };
};
const of = (job: Job) => appointmentsOf(job, assess(job, USUAL_KIT, NOW), NOW_MS);
const kinds = (job: Job) => of(job).map(({ id }) => id.replace("s-", ""));
const hoursOn = (ms: number) => (ms - NOW_MS) / 3_600_000;

describe("a job in the calendar", () => {
  it("has nothing while there is nothing to do", () => expect(of(settee())).toEqual([]));

  it("is the work from its first step to its last, with what is done in it, where it is", () => {
    const job = settee(soiled);
    const [work] = of(job);
    const { order } = assess(job, USUAL_KIT, NOW);
    expect(work).toMatchObject({
      id: "s-work",
      kind: "work",
      title: "Work: Settee",
      place: "Reed Hall, The reed cutters",
    });
    expect(work!.startMs).toBe(NOW_MS);
    const hands = order.tasks.reduce((sum, { minutes }) => sum + minutes, 0);
    expect((work!.endMs - work!.startMs) / 60_000).toBeGreaterThanOrEqual(hands - 1e-6);
    for (const { step } of order.tasks) expect(work!.words).toContain(step.title);
  });

  it("has each promise at its time, and says how it is given back", () => {
    const handBackAt = new Date(NOW_MS + 3 * 3_600_000).toISOString();
    const usableAt = new Date(NOW_MS + 20 * 3_600_000).toISOString();
    const promised = (damp: boolean) =>
      of(
        settee((job, seat) => {
          soiled(job, seat);
          job.promises = { handBackAt, usableAt, dampHandBackAgreed: damp };
        }),
      );
    const [back, usable] = promised(true).filter(({ kind }) => kind === "promise");
    expect([hoursOn(back!.startMs), hoursOn(usable!.startMs)]).toEqual([3, 20]);
    expect(back!.words).toBe("Given back damp, as agreed.");
    expect(promised(false).find(({ id }) => id === "s-hand-back")!.words).toBe("Given back dry.");
    expect(usable!.words).toBe("Promised dry by now.");
  });

  it("says so where it does not dry by itself", () => {
    const shut = of(
      settee((job, seat) => {
        soiled(job, seat);
        job.site = { airTempC: 4, relativeHumidityPct: 99, airSpeedMPerS: 0, space: "shut", airChangesPerH: 0.05 };
        job.promises = { usableAt: new Date(NOW_MS + 9e7).toISOString(), dampHandBackAgreed: false };
      }),
    );
    expect(shut.find(({ id }) => id === "s-usable")!.words).toContain("It does not dry like this: see Dry.");
  });

  it("looks again when wet marks are dry, and no sooner than a day on", () => {
    const look = of(settee(coffee)).find(({ id }) => id === "s-look-again")!;
    expect(hoursOn(look.startMs)).toBeGreaterThan(24);
    expect(kinds(settee(soiled))).not.toContain("look-again");
  });

  it("comes again by how soiled it was, for the protector and for the leather beside it", () => {
    expect(kinds(settee(soiled))).toContain("clean-again");
    const more = kinds(
      settee((job, seat) => {
        soiled(job, seat);
        job.choices.protect = "dry";
        job.choices.beside = ["leather"];
      }),
    );
    expect(more).toEqual(expect.arrayContaining(["leather", "protector", "clean-again"]));
    const wiped = (stepKey: string) =>
      isLeatherKept({ choices: settee().choices }, { done: [{ stepKey } as DoneEvent] });
    expect([wiped("wipe-leather:"), wiped("wipe-hard:")]).toEqual([true, false]);
    expect(kinds(settee(coffee))).not.toContain("clean-again");
  });

  it("once begun it starts when it was begun, and its entries keep their names, so that a calendar takes them anew", () => {
    const job = settee(soiled);
    const before = of(job);
    const { job: worked } = workedOut(job, USUAL_KIT, NOW);
    const after = appointmentsOf(worked, assess(worked, USUAL_KIT, NOW), NOW_MS + 9e6);
    expect(after.find(({ id }) => id === "s-work")!.startMs).toBe(Date.parse(worked.events[0]!.at));
    expect(after.map(({ id }) => id)).toEqual(expect.arrayContaining(before.map(({ id }) => id)));
    for (const [at, entry] of after.entries())
      if (at > 0) expect(entry.startMs).toBeGreaterThanOrEqual(after[at - 1]!.startMs);
  });
});

describe("what was found, in the owner's words", () => {
  const said = (finding: object) => foundWords(finding as Finding, "the boot floor");
  it("tells hair and smells; marks, mould and damage have their own lines", () => {
    expect(said({ kind: "hair", density: "matted" })).toBe("Hair on the boot floor: woven in");
    expect(said({ kind: "odour", closed: 4, aired: 2 })).toBe(
      "A smell at the boot floor: 4 of 5 when shut, 2 after airing",
    );
    expect(said({ kind: "odour", closed: 3 })).toBe("A smell at the boot floor: 3 of 5 when shut");
    // Nothing was smelt there.
    expect(said({ kind: "odour", closed: 0 })).toBeUndefined();
    for (const kind of ["mark", "mould", "damage"]) expect(said({ kind })).toBeUndefined();
  });
});
