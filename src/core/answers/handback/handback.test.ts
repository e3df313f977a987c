import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { actualOf } from "@/core/answers/estimate/actual";
import type { Job, WorkEvent } from "@/core/job/schema";
import { workedOut } from "@/core/testing/workedOut";
import { checkListOf } from "./checkList";
import { drynessOf, feltDryItem, handBackOf } from "./dryness";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";
import { ownerSheet, usableWords } from "./sheet";

const NOW = "2026-05-04T08:00:00Z";
const jobs = demoJobs(new Date(NOW));
const after = (job: Job, hours = 0) =>
  assess(job, USUAL_KIT, new Date(Date.parse(NOW) + hours * 3_600_000).toISOString());
const worked = new Map(jobs.map((job) => [job.id, workedOut(job, USUAL_KIT, NOW).job]));
const ferry = worked.get("demo-ferry")!;
const van = worked.get("demo-van")!;
const and = (job: Job, ...events: WorkEvent[]): Job => ({ ...job, events: [...job.events, ...events] });
const idsOf = (job: Job) => checkListOf(job, after(job)).map(({ id }) => id);
let next = 0;
const reading = (zoneId: string, value: number): WorkEvent => ({
  kind: "reading",
  id: `r${next++}`,
  at: NOW,
  instrument: "moisture",
  zoneId,
  value,
});
const felt = (zoneId: string): WorkEvent => ({
  kind: "checked",
  id: `c${next++}`,
  at: NOW,
  items: [feltDryItem(zoneId)],
});

describe("the last look", () => {
  it("is made of what this job touched, glass and tools last, and of nothing before anything was done", () => {
    expect(idsOf(jobs[0]!)).toEqual([]);
    expect(idsOf(ferry)).toEqual(expect.arrayContaining(["marks", "under", "tools"]));
    expect(idsOf(ferry)).not.toContain("rails");
    expect(idsOf(van)).toEqual(expect.arrayContaining(["rails", "controls", "glass"]));
    expect(idsOf(van).slice(-2)).toEqual(["glass", "tools"]);
  });
});

describe("usable", () => {
  const wet = Object.keys(after(ferry).drying);
  const damp = { ...ferry, promises: { ...ferry.promises, dampHandBackAgreed: false } };

  it("takes a reading or a hand on every zone that got wet; a forecast alone never does", () => {
    expect(wet.length).toBeGreaterThan(1);
    // Two days on the forecast calls it dry; nobody has felt it.
    expect(drynessOf(after(ferry, 48)).allDry).toBe(false);
    expect(
      usableWords(
        after(ferry, 48),
        { usableMs: Date.parse(NOW), nowMs: Date.parse(NOW) + 48 * 3_600_000, allDry: false },
        String,
      ),
    ).toContain("press a dry white towel");
    const all = and(ferry, ...wet.map((id, at) => (at === 0 ? reading(id, DRY_AT_PCT) : felt(id))));
    expect(drynessOf(after(all)).allDry).toBe(true);
    expect(drynessOf(after(and(ferry, ...wet.slice(1).map(felt)))).allDry).toBe(false);
  });

  it("a meter outranks a hand, and water put on after it counts as wet again", () => {
    const all = and(ferry, ...wet.map(felt));
    expect(drynessOf(after(and(all, reading(wet[0]!, DRY_AT_PCT + 1)))).allDry).toBe(false);
    const again: WorkEvent = {
      kind: "done",
      id: "w",
      at: NOW,
      stepKey: "own:",
      title: "Rinse",
      action: "rinse",
      zoneIds: [wet[0]!],
      waterOnLPerM2: 0.1,
    };
    expect(drynessOf(after(and(all, again))).zones.find(({ zoneId }) => zoneId === wet[0])!.dry).toBe(false);
  });

  it("damp it is given back only where that was agreed", () => {
    expect(handBackOf(after(damp), false)).toBe("not-yet");
    expect(handBackOf(after(ferry), true)).toBe("damp-agreed");
    expect(handBackOf(after(and(damp, ...wet.map(felt))), false)).toBe("dry");
  });
});

describe("what it comes to", () => {
  const rates = { perHour: 60, callOut: 30, wearPerHour: 6, minimum: 0, taxPct: 20 };
  const done = (minutes: number, more: object = {}): WorkEvent => ({
    kind: "done",
    id: `d${next++}`,
    at: NOW,
    stepKey: "k:",
    title: "Work",
    action: "agent",
    zoneIds: [jobs[0]!.zones.order[0]!],
    minutes,
    ...more,
  });
  const took = and(
    jobs[0]!,
    done(40, { agent: "neutral-cleaner", amountMl: 1100, partsWater: 10 }),
    done(20, { action: "extract" }),
    { kind: "agreed", id: "a", at: NOW, dampHandBack: false, steps: [], priceLow: 70, priceHigh: 90 },
  );
  const of = (job: Job, more: Partial<typeof rates> = {}) =>
    actualOf(job, after(job), USUAL_KIT, { ...rates, ...more }, 60);

  it("by hand: coming out 30, an hour at 60, 100 mL of cleaner at 6 a litre, a third of an hour of wear at 6; tax of a fifth", () => {
    const { net, tax, total, earnedPerHour, over, lines } = of(took);
    expect(net.value).toBeCloseTo(30 + 60 + 0.6 + 2, 9);
    expect(tax.value).toBeCloseTo(18.52, 9);
    expect(total.value).toBeCloseTo(111.12, 9);
    expect(earnedPerHour.value).toBeCloseTo(90 / 2, 9);
    expect(over!.value).toBeCloseTo(2.6, 9);
    expect(lines.reduce((sum, { price }) => sum + price, 0)).toBeCloseTo(total.value, 9);
  });

  it("is held against what was agreed in the same money, and in no other", () => {
    const agreed = took.events.map((event) =>
      event.kind === "agreed" ? { ...event, currency: "EUR" as const } : event,
    );
    const inEuro = { ...took, events: agreed };
    const over = (currency: "EUR" | "USD") => actualOf(inEuro, after(inEuro), USUAL_KIT, rates, 60, currency).over;
    expect(over("EUR")!.value).toBeCloseTo(2.6, 9);
    expect(over("USD")).toBeUndefined();
  });

  it("is never under the minimum charge, the lines add up to it, and nothing done costs nothing", () => {
    const { net, lines } = of(took, { minimum: 150 });
    expect(net.value).toBe(150);
    expect(lines.find(({ what }) => what === "Up to the minimum charge")!.price).toBeCloseTo(57.4, 9);
    expect(of(jobs[0]!)).toMatchObject({ net: { value: 0 }, total: { value: 0 }, lines: [] });
  });
});

describe("the owner's sheet", () => {
  it("tells what was found, done and stayed, and when to look again, in words without a number gone wrong", () => {
    for (const job of worked.values()) {
      const sheet = ownerSheet(job, after(job), Date.parse(NOW));
      expect(sheet.found.length + sheet.damage.length).toBeGreaterThan(0);
      expect(sheet.done.length).toBeGreaterThan(3);
      expect(sheet.due.some(({ words }) => words.startsWith("Look again"))).toBe(true);
      expect(JSON.stringify(sheet)).not.toMatch(/undefined|NaN|Infinity/);
    }
    expect(ownerSheet(ferry, after(ferry), Date.parse(NOW)).damage[0]).toMatch(/Burn.*you were told/);
  });
});
