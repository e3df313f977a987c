import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { History } from "@/core/job/history";
import { closedTimes, goesOnMs, nextWorkMs, outsideHours, USUAL_HOURS, workDays, type Hours } from "./hours";
import { dayWithRoom, handsByMs, weekOf, type ToPlace } from "./week";
import { runs } from "@/core/testing/runs";

const local = (text: string) => new Date(text).getTime();
const clock = (ms: number) => new Date(ms).toTimeString().slice(0, 5);

/** Sundays off. */
const WEEK: Hours = { ...USUAL_HOURS, days: [1, 2, 3, 4, 5, 6] };

describe("working hours", () => {
  it.each<[string, Hours, string, [string, string, string][]]>([
    // 2026-11-28 is a Saturday: Sunday is left out.
    [
      "a Saturday at nine",
      WEEK,
      "2026-11-28T09:00",
      [
        ["2026-11-28", "08:00", "18:00"],
        ["2026-11-30", "08:00", "18:00"],
      ],
    ],
    ["a Saturday when it is over", WEEK, "2026-11-28T18:00", [["2026-11-30", "08:00", "18:00"]]],
    [
      "a night shift at one in the morning is yesterday's",
      { from: "18:00", to: "02:00", days: [1, 2] },
      "2026-12-01T01:00",
      [
        ["2026-11-30", "18:00", "02:00"],
        ["2026-12-01", "18:00", "02:00"],
      ],
    ],
    [
      "round the clock",
      { from: "00:00", to: "00:00", days: [] },
      "2026-11-29T23:00",
      [["2026-11-29", "00:00", "00:00"]],
    ],
  ])("%s", (_, hours, now, wanted) => {
    const days = workDays(hours, local(now), wanted.length);
    expect(days.map(({ key, openMs, closeMs }) => [key, clock(openMs), clock(closeMs)])).toEqual(wanted);
  });

  it("begin next when they say, and now where they run", () => {
    expect(nextWorkMs(WEEK, local("2026-11-28T23:10"))).toBe(local("2026-11-30T08:00"));
    expect(nextWorkMs(WEEK, local("2026-11-30T06:00"))).toBe(local("2026-11-30T08:00"));
    expect(nextWorkMs(WEEK, local("2026-11-30T10:20"))).toBe(local("2026-11-30T10:20"));
  });

  it("hold for a job until somebody asks for the night or is at it", () => {
    const night = local("2026-11-28T23:10");
    const at = (iso: string) => [{ at: new Date(local(iso)).toISOString() }];
    const from = (promised: string | undefined, history: object = {}) =>
      goesOnMs(
        WEEK,
        {
          promises: {
            dampHandBackAgreed: false,
            ...(promised ? { usableAt: new Date(local(promised)).toISOString() } : {}),
          },
        },
        { running: [], dwelling: [], done: [], ...history } as unknown as History,
        night,
      );
    const opens = local("2026-11-30T08:00");
    expect(from(undefined)).toBe(opens);
    expect(from("2026-11-30T18:00")).toBe(opens);
    // Promised for before they open: asked for.
    expect(from("2026-11-29T10:00")).toBe(night);
    expect(from(undefined, { running: at("2026-11-28T23:00") })).toBe(night);
    expect(from(undefined, { dwelling: at("2026-11-28T23:00") })).toBe(night);
    expect(from(undefined, { done: at("2026-11-28T22:30") })).toBe(night);
    expect(from(undefined, { done: at("2026-11-28T17:30") })).toBe(opens);
  });

  it("leave no minute both open and closed, at any moment of a year, the changes of the clock among them", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 366 * 24 * 12 }),
        fc.constantFrom("00:00", "06:30", "08:00", "18:00"),
        fc.constantFrom("02:00", "12:00", "16:00", "18:00"),
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
        (step, from, to, days) => {
          const hours = { from, to, days };
          const now = local("2026-01-01T00:00") + step * 300_000;
          const open = workDays(hours, now, 3);
          expect(open).toHaveLength(3);
          const closed = closedTimes(hours, now, 3).map(
            (each) => [Date.parse(each.from), Date.parse(each.to)] as const,
          );
          for (const { openMs, closeMs, key } of open) {
            expect(closeMs).toBeGreaterThan(openMs);
            expect(closeMs).toBeGreaterThan(now);
            expect(days).toContain(new Date(`${key}T12:00`).getDay());
            for (const [begins, ends] of closed) expect(begins >= closeMs || ends <= openMs).toBe(true);
          }
          expect(nextWorkMs(hours, now)).toBe(Math.max(now, open[0]!.openMs));
        },
      ),
      { numRuns: runs(400) },
    );
  });
});

describe("the days of a week", () => {
  const days = workDays(WEEK, local("2026-11-30T08:00"), 3);
  const now = local("2026-11-30T08:00");
  const job = (jobId: string, minutes: number, more: Partial<ToPlace> = {}): ToPlace => ({
    jobId,
    minutes,
    dueMs: Infinity,
    handsByMs: more.dueMs ?? Infinity,
    begun: false,
    ...more,
  });
  const of = (jobs: ToPlace[], at = now) => weekOf(jobs, days, at, ({ openMs }) => (at > openMs + 18_000_000 ? 0 : 30));
  const ids = (jobs: ToPlace[], at = now) => of(jobs, at).days.map(({ jobIds }) => jobIds.join());

  it("take what was promised first, each job whole on the first day with room for it", () => {
    // 570 min a day: 300 and 250 fit, 100 more do not, and 20 do.
    const jobs = [
      job("late", 100, { dueMs: local("2026-12-03T12:00") }),
      job("first", 300, { dueMs: local("2026-11-30T17:00") }),
      job("second", 250, { dueMs: local("2026-12-01T12:00") }),
      job("whenever", 20),
    ];
    expect(ids(jobs)).toEqual(["first,second,whenever", "late", ""]);
    expect(of(jobs).days[0]).toMatchObject({ usedMin: 570, roomMin: 570 });
  });

  it("keep what is begun today and what somebody chose where they chose it, too full or not", () => {
    const jobs = [
      job("a", 500, { on: days[1]!.key }),
      job("b", 400, { on: days[1]!.key }),
      job("c", 600, { begun: true }),
    ];
    expect(ids(jobs)).toEqual(["c", "a,b", ""]);
    const { days: placed } = of(jobs);
    expect(placed[1]!.usedMin).toBeGreaterThan(placed[1]!.roomMin);
    expect(dayWithRoom(placed, 400)?.key).toBe(days[2]!.key);
  });

  it("put off what somebody put off, give a job longer than a day an empty one, and tell what has no room", () => {
    const jobs = [
      job("off", 60, { on: "later" }),
      ...["x", "y", "z", "w"].map((id, at) => job(id, 900, { dueMs: now + at })),
    ];
    expect(ids(jobs)).toEqual(["x", "y", "z"]);
    expect(of(jobs).later).toEqual(["w", "off"]);
  });

  it("tell whose day comes after what was promised, and the last day before it", () => {
    const noon = local("2026-11-30T12:00");
    const jobs = [job("full", 560, { dueMs: noon }), job("missed", 100, { dueMs: noon + 60_000 })];
    expect(of(jobs).missed).toEqual([{ jobId: "missed", before: days[0]!.key }]);
    expect(of([{ ...jobs[1]!, on: days[0]!.key }]).missed).toEqual([]);
    // Due before anybody works: there is no day to offer.
    expect(of([job("over", 30, { dueMs: now - 1 })]).missed).toEqual([{ jobId: "over" }]);
  });

  it("go on past their hours for what was promised for that evening and can be done by then, for nothing else", () => {
    const at = (text: string) => local(`2026-11-30T${text}`);
    const evening = (minutes: number, more: Partial<ToPlace> = {}) =>
      of([job("ferry", minutes, { dueMs: at("19:30"), ...more })], at("16:00"));
    // Two hours are left: 2 h 10 min end at 18:10 and a spare quarter.
    const [today] = evening(130).days;
    expect(today).toMatchObject({ jobIds: ["ferry"], asked: ["ferry"] });
    expect(clock(today!.untilMs)).toBe("18:25");
    expect(evening(130).missed).toEqual([]);
    // Within the hours nobody stays on but to end the visit; what cannot be done by then does not keep anybody.
    expect(evening(100).days[0]).toMatchObject({ asked: [], untilMs: at("18:15") });
    expect(evening(230).days.map(({ asked, jobIds }) => [asked, jobIds])[0]).toEqual([[], []]);
    expect(evening(230).missed).toEqual([{ jobId: "ferry", before: today!.key }]);
    // Whoever has to be dry by then is done sooner; without a promise it is the next day's.
    expect(evening(130, { handsByMs: at("17:50") }).days[0]!.jobIds).toEqual([]);
    expect(evening(130, { dueMs: Infinity }).days[0]!.jobIds).toEqual([]);
    // Chosen with too much beside it, it is worked on until it was promised, and the rest goes on the next morning.
    const full = of(
      [job("long", 500, { on: today!.key }), job("ferry", 130, { on: today!.key, dueMs: at("19:30") })],
      at("16:00"),
    ).days[0]!;
    expect([clock(full.untilMs), full.spills]).toEqual(["19:45", true]);
    expect([today!.spills, evening(100).days[0]!.spills]).toEqual([false, false]);
    // Begun all the same it is ended, however late.
    expect(clock(evening(230, { on: today!.key }).days[0]!.untilMs)).toBe("20:05");
    expect(of([job("long", 500, { on: today!.key })], at("16:00")).days[0]!.untilMs).toBe(at("18:00"));
  });

  it("know until when hands may be at what was promised: dry by then, or damp where that was agreed", () => {
    const promised = (more: object) =>
      clock(handsByMs({ promises: { handBackAt: "2026-11-30T18:00:00", dampHandBackAgreed: false, ...more } }, 90, 10));
    expect(promised({})).toBe("16:40");
    expect(promised({ dampHandBackAgreed: true })).toBe("18:10");
    expect(promised({ dampHandBackAgreed: true, usableAt: "2026-11-30T19:00:00" })).toBe("17:40");
    expect(handsByMs({ promises: { dampHandBackAgreed: false } }, 90, 10)).toBe(Infinity);
    expect(handsByMs({ promises: { handBackAt: "2026-11-30T18:00:00", dampHandBackAgreed: false } }, Infinity, 0)).toBe(
      -Infinity,
    );
  });

  it("are over, and still hands go for what was promised for tonight, as long as it takes and no longer", () => {
    const at = (text: string) => local(`2026-11-30T${text}`);
    const night = at("19:00");
    expect(outsideHours(WEEK, night, [at("18:30"), local("2026-12-01T09:00"), Infinity])).toBeUndefined();
    expect(outsideHours(WEEK, at("17:00"), [at("20:30")])).toBeUndefined();
    const tonight = outsideHours(WEEK, night, [at("20:30")])!;
    const { days: placed } = weekOf(
      [job("ferry", 80, { dueMs: at("20:30") }), job("whenever", 30), job("long", 5000)],
      [tonight, ...workDays(WEEK, night, 2)],
      night,
    );
    expect(placed.map(({ jobIds }) => jobIds.join())).toEqual(["ferry", "long", "whenever"]);
    expect([placed[0]!.asked, clock(placed[0]!.untilMs)]).toEqual([["ferry"], "20:35"]);
    const [first] = closedTimes(WEEK, night, 2, placed[0]!.untilMs);
    expect([clock(Date.parse(first!.from)), clock(Date.parse(first!.to))]).toEqual(["20:35", "08:00"]);
  });

  it("leave closed what nobody asked for", () => {
    const [first] = closedTimes(WEEK, now, 2, local("2026-11-30T18:40")).filter(({ to }) => Date.parse(to) > now);
    expect([clock(Date.parse(first!.from)), clock(Date.parse(first!.to))]).toEqual(["18:40", "08:00"]);
    expect(closedTimes(WEEK, now, 2, local("2026-11-30T17:00"))).toEqual(closedTimes(WEEK, now, 2));
  });

  it("have the less room today the later it is", () => {
    expect(ids([job("half", 300)], local("2026-11-30T14:00"))).toEqual(["", "half", ""]);
    expect(of([], local("2026-11-30T13:00")).days[0]!.roomMin).toBe(270);
  });
});
