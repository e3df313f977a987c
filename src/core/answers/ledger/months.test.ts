import { describe, expect, it } from "vitest";
import { customersOf } from "./customers";
import { dueOf } from "./due";
import { lastTimeOf } from "./lastTime";
import { monthsOf } from "./months";
import { LEDGER_FILTERS, searched } from "./search";
import type { LedgerJob } from "./summary";
import type { Job } from "@/core/job/schema";

const HANDED = "2026-05-04T12:00:00Z";
let next = 0;
const job = (more: Partial<LedgerJob> = {}): LedgerJob => {
  const id = `j${next++}`;
  return {
    id,
    title: "Bench",
    customer: "Anna of Gull Point",
    place: "Gull Point",
    at: HANDED,
    handedBack: true,
    minutes: 60,
    plannedMin: 50,
    neatMl: 40,
    outcomes: {},
    promise: "none",
    words: "bench gull point",
    steps: [],
    driedBy: "air",
    ended: {},
    after: { marks: false, leather: false },
    lastTime: [],
    ...more,
  };
};
const step = (more: object = {}) =>
  ({
    id: "s",
    at: HANDED,
    title: "Clean",
    action: "clean",
    areaM2: 1,
    amountMl: 100,
    neatMl: 10,
    ...more,
  }) as LedgerJob["steps"][number];
const monthOf = (iso: string) => iso.slice(0, 7);

describe("month by month", () => {
  it("counts what was handed back, the oldest first, with product a job and promises", () => {
    const months = monthsOf(
      [
        job({ at: "2026-05-20T12:00:00Z", neatMl: 100, promise: "kept" }),
        job({ at: "2026-04-02T12:00:00Z", neatMl: 10, promise: "missed" }),
        job({ at: "2026-05-01T12:00:00Z", neatMl: 50, promise: "missed" }),
        job({ at: "2026-05-09T12:00:00Z", handedBack: false, neatMl: 5000 }),
      ],
      monthOf,
    );
    expect(months).toEqual([
      { month: "2026-04", jobs: 1, productMl: 10, kept: 0, missed: 1 },
      { month: "2026-05", jobs: 2, productMl: 75, kept: 1, missed: 1 },
    ]);
  });

  it("the pace is the geometric mean of taken over the table's, of timed steps of one kind or of all", () => {
    const entry = job({
      steps: [
        step({ minutes: 20, tableMin: 10 }),
        step({ minutes: 5, tableMin: 10 }),
        step({ action: "rinse", minutes: 40, tableMin: 10 }),
        step({ minutes: 30 }),
      ],
    });
    // ×2, ×½ and ×4: together 4^(1/3); of cleaning alone 1.
    expect(monthsOf([entry], monthOf)[0]!.pace).toBeCloseTo(4 ** (1 / 3), 9);
    expect(monthsOf([entry], monthOf, "clean")[0]!.pace).toBeCloseTo(1, 9);
    expect(monthsOf([entry], monthOf, "steam")[0]!.pace).toBeUndefined();
  });
});

describe("what is due again", () => {
  const after = (more: Partial<LedgerJob>) => dueOf([job({ id: "a", ...more })]);
  const daysOn = (ms: number) => (ms - Date.parse(HANDED)) / 86_400_000;

  it("a look the next day where there were marks, leather in half a year, protector in a year", () => {
    const due = after({
      after: { marks: true, leather: true },
      steps: [step({ agent: "protector" })],
    });
    expect(due.map(({ id, startMs }) => [id, Math.round(daysOn(startMs))])).toEqual([
      ["a-look-again", 1],
      ["a-leather", 182],
      ["a-protector", 365],
    ]);
    for (const { startMs, endMs, title, place } of due) {
      expect((endMs - startMs) / 60_000).toBe(30);
      expect(title).toMatch(/: Bench$/);
      expect(place).toBe("Gull Point, Anna of Gull Point");
    }
  });

  it("cleaning again by how soiled it was; nothing for what was not handed back or asks for nothing", () => {
    const [again] = after({ after: { marks: false, leather: false, cleanAgainMonths: 6 } });
    expect([again!.id, again!.kind, Math.round(daysOn(again!.startMs))]).toEqual(["a-clean-again", "aftercare", 182]);
    expect(after({})).toEqual([]);
    expect(after({ handedBack: false, after: { marks: true, leather: true } })).toEqual([]);
  });

  it("of several jobs the next one first", () => {
    const due = dueOf([
      job({ id: "late", at: "2026-06-01T12:00:00Z", after: { marks: true, leather: false } }),
      job({ id: "soon", after: { marks: true, leather: true } }),
    ]);
    expect(due.map(({ id }) => id)).toEqual(["soon-look-again", "late-look-again", "soon-leather"]);
  });
});

describe("picking out", () => {
  const all = [
    job({ id: "stayed", outcomes: { better: 1 }, words: "wine settee amber inn" }),
    job({ id: "gone", outcomes: { gone: 2 }, words: "coffee settee reed hall" }),
    job({ id: "back", outcomes: { "came-back": 1 }, promise: "missed", words: "wine bench reed hall" }),
    job({ id: "open", handedBack: false, words: "cabin" }),
  ];
  const ids = (words: string, filter?: keyof typeof LEDGER_FILTERS) => searched(all, words, filter).map(({ id }) => id);

  it("by every word, in any order and any case; no word finds all", () => {
    expect(ids("")).toEqual(["stayed", "gone", "back", "open"]);
    expect(ids("  HALL  Wine ")).toEqual(["back"]);
    expect(ids("settee")).toEqual(["stayed", "gone"]);
    expect(ids("settee bench")).toEqual([]);
  });

  it("by how it went", () => {
    expect(ids("", "stayed")).toEqual(["stayed"]);
    expect(ids("", "back")).toEqual(["back"]);
    expect(ids("", "late")).toEqual(["back"]);
    expect(ids("", "open")).toEqual(["open"]);
    expect(ids("wine", "late")).toEqual(["back"]);
  });

  it("customers by name as entered, spaces and case aside; jobs without one are nobody's", () => {
    const customers = customersOf([
      job({ customer: "Anna of Gull Point" }),
      job({ customer: " anna of gull point ", place: "Elsewhere" }),
      job({ customer: "Reed Hall" }),
      job({ customer: "  " }),
    ]);
    expect(customers.map(({ name, place, jobs }) => [name, place, jobs.length])).toEqual([
      ["Anna of Gull Point", "Gull Point", 2],
      ["Reed Hall", "Gull Point", 1],
    ]);
  });
});

describe("what to know of a piece from the time before", () => {
  const before = (findings: object) =>
    ({ findings: { byId: findings, order: Object.keys(findings) } }) as unknown as Job;
  const mark = (name?: string) => ({ kind: "mark", zoneId: "z", ...(name ? { name } : {}), evidence: {} });

  it("says what went with what, in the order it was tried, and what it was cleaned and protected with", () => {
    expect(
      lastTimeOf(before({ f: mark("Soup"), g: mark(), h: { kind: "damage", zoneId: "z" } }), [
        step({ action: "agent", findingId: "f", agent: "enzyme", outcome: "better" }),
        step({ action: "agent", findingId: "f", agent: "peroxide", outcome: "gone" }),
        step({ action: "agent", findingId: "g", agent: "solvent" }),
        step({ agent: "neutral-cleaner" }),
        step({ agent: "neutral-cleaner" }),
        step({ action: "extract", agent: "water" }),
        step({ action: "agent", agent: "protector" }),
      ]),
    ).toEqual([
      "Soup: lighter with enzyme digester, then gone with peroxide, about 3 %.",
      "Cleaned with neutral cleaner.",
      "Protected: new spills lie on top, blot them first.",
    ]);
  });

  it("says nothing of what was not judged, and nothing of nothing", () => {
    expect(lastTimeOf(before({ g: mark() }), [step({ action: "agent", findingId: "g", agent: "solvent" })])).toEqual(
      [],
    );
    expect(lastTimeOf(before({}), [])).toEqual([]);
  });
});
