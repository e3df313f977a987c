import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { answerText, LEFT_OUT, planAnswerOf } from "@/core/answers/assess/planAnswer";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";
import { doneOf, startOf } from "@/core/judgement/treatment/step/stepEvents";
import { scaledJob } from "@/core/testing/scaledJob";
import type { Order } from "./times";

const AT = "2026-05-04T08:00:00Z";
/** A cabin in ordinary air, every part of it soiled more or less. */
const cabin = (zones: number, marksPerZone = 0): Job => ({
  ...scaledJob(zones, "mixed", marksPerZone),
  account: { tried: [], users: [], allergies: [] },
  site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 0.5 },
});

const roundOf = ({ key }: Step) => /^panel-r0-clean(?:-(\d+))?/.exec(key)?.[1] ?? "1";
const cleaning = ({ tasks }: Order, action: Step["action"], round = "1") =>
  tasks.filter(
    ({ step }) => step.action === action && step.key.startsWith("panel-r0-clean") && roundOf(step) === round,
  );

describe("a panel put on, worked in and lifted by sections", () => {
  const { order, plan } = assess(cabin(24), USUAL_KIT, AT);
  const zonesOf = (tasks: Order["tasks"]) => tasks.map(({ step }) => [...step.zoneIds].sort().join("+")).sort();

  it("every order can be kept: what is loosened is lifted right behind", () => expect(order.broken).toEqual([]));

  it("is made of the same sections in each of its steps, whatever order their zones stand in", () => {
    for (const round of ["1", "2"]) {
      const worked = zonesOf(cleaning(order, "work", round));
      expect(worked.length).toBeGreaterThan(0);
      expect(zonesOf(cleaning(order, "clean", round))).toEqual(expect.arrayContaining(worked));
      // Lifted with a towel, or drawn off.
      const lifted = order.tasks.filter(({ step: { action } }) => action === "towel-off" || action === "extract");
      expect(zonesOf(lifted)).toEqual(expect.arrayContaining(worked));
    }
  });

  it("no section is larger than can be lifted before it sinks back, unless it is one zone", () => {
    const areaOf = (zoneId: string) => plan.zones[zoneId]!.view.areaM2.value;
    for (const { step } of order.tasks) {
      if (!step.sectionM2 || step.zoneIds.length === 1) continue;
      const area = step.zoneIds.reduce((sum, zoneId) => sum + areaOf(zoneId), 0);
      expect([step.key, area <= step.sectionM2.value + 1e-9]).toEqual([step.key, true]);
    }
  });

  it("its parts add up to the whole of each step: area, minutes and what is put on", () => {
    for (const whole of plan.steps) {
      const parts = order.tasks.filter(({ step }) => step.key === whole.key);
      const sum = (of: (step: Step) => number) => parts.reduce((total, { step }) => total + of(step), 0);
      expect(sum(({ minutes }) => minutes.value)).toBeCloseTo(whole.minutes.value, 6);
      expect(sum(({ areaM2 }) => areaM2.value)).toBeCloseTo(whole.areaM2.value, 6);
      if (whole.amountMl) expect(sum(({ amountMl }) => amountMl!.value)).toBeCloseTo(whole.amountMl.value, 6);
      expect(parts.flatMap(({ step }) => step.zoneIds).sort()).toEqual([...whole.zoneIds].sort());
    }
  });

  it("what hands are at stays together, and the rest is sectioned without it", () => {
    const first = order.tasks.find(({ step }) => step.action === "clean" && step.zoneIds.length > 0)!.step;
    const job = { ...cabin(24), events: [startOf(first, { id: "s", at: AT })] };
    const again = assess(job, USUAL_KIT, AT).order;
    expect(again.broken).toEqual([]);
    expect(again.tasks[0]).toMatchObject({ running: { id: "s" } });
    expect([...again.tasks[0]!.step.zoneIds].sort()).toEqual([...first.zoneIds].sort());
    const others = again.tasks.slice(1).filter(({ step }) => step.key === first.key);
    for (const { step } of others) for (const zoneId of step.zoneIds) expect(first.zoneIds).not.toContain(zoneId);
  });

  it("what was put on at another moment is worked on its own, for it dries out at another moment", () => {
    const clean = order.tasks.find(({ step }) => step.action === "clean" && step.zoneIds.length > 1)!.step;
    const later = (minutes: number) => new Date(Date.parse(AT) + minutes * 60_000).toISOString();
    const [first, ...rest] = clean.zoneIds;
    const on = (zoneIds: string[], id: string, at: string) => doneOf({ ...clean, zoneIds }, { id, at });
    const worked = (...events: Job["events"]) =>
      zonesOf(
        assess({ ...cabin(24), events }, USUAL_KIT, later(4)).order.tasks.filter(({ step }) => step.action === "work"),
      );
    const together = [...clean.zoneIds].sort().join("+");
    expect(worked(on(clean.zoneIds, "a", later(3)))).toContain(together);
    const apart = worked(on([first!], "a", later(0)), on(rest, "b", later(3)));
    expect(apart).not.toContain(together);
    expect(apart).toContain(first);
  });

  it("a step over several zones names each in its sums, and opens to what each takes", () => {
    const whole = plan.steps.find(({ zoneIds, action }) => zoneIds.length > 2 && action === "dry-removal")!;
    const names = whole.zoneIds.map((zoneId) => plan.zones[zoneId]!.view.name);
    expect(whole.areaM2.working.inputs.map(({ name }) => name)).toEqual(names);
    const minutes = whole.minutes.working.inputs.filter(({ key }) => key === "minutes");
    expect(minutes.map(({ name }) => name)).toEqual(names);
    expect(minutes.every(({ working }) => working !== undefined)).toBe(true);
  });
});

describe("the answer to a large job", () => {
  const answered = (job: Job) =>
    JSON.parse(answerText(planAnswerOf(assess(job, USUAL_KIT, AT), job, AT))) as never as {
      brief?: true;
      diagnosis: Record<string, { beliefs: { family: string }[]; likely: string[]; chances: number[] }>;
      plan: { marks: Record<string, { diagnosis?: object; rungs: object[] }>; steps: { cautions: object[] }[] };
      cautions: object[];
    };
  const keysIn = (value: unknown, found = new Set<string>()): Set<string> => {
    if (typeof value !== "object" || value === null) return found;
    for (const [key, child] of Object.entries(value)) {
      found.add(key);
      keysIn(child, found);
    }
    return found;
  };

  it("is whole up to three hundred zones and findings, brief from there on, and then says so", () => {
    expect(answered(cabin(30, 1)).brief).toBeUndefined();
    const small = answered(cabin(30, 1));
    for (const key of LEFT_OUT) expect([key, keysIn(small).has(key)]).toEqual([key, true]);
    const large = answered(cabin(150, 1));
    expect(large.brief).toBe(true);
    for (const key of LEFT_OUT) expect([key, keysIn(large).has(key)]).toEqual([key, false]);
  });

  it("brief it still warns at every step, and keeps every chance and every rung", () => {
    const large = answered(cabin(150, 1));
    expect(Object.keys(large.diagnosis)).toHaveLength(150);
    for (const { beliefs, likely, chances } of Object.values(large.diagnosis)) {
      expect(beliefs.map(({ family }) => family).sort()).toEqual([...likely].sort());
      expect(chances.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 9);
    }
    for (const { diagnosis, rungs } of Object.values(large.plan.marks)) {
      expect(diagnosis).toBeUndefined();
      expect(rungs.length).toBeGreaterThan(0);
    }
    expect(large.cautions.length).toBeGreaterThan(0);
    expect(large.plan.steps.some(({ cautions }) => cautions.length > 0)).toBe(true);
  });
});
