import { describe, expect, it } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { PACKAGES } from "@/core/ground/catalog/packages";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job } from "@/core/job/schema";
import { mayRecord } from "@/core/judgement/rules/mayFinish";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { zoneViews } from "@/core/judgement/zones/zoneView";

const NOW = "2026-05-04T08:00:00Z";
const CLOTH: Cloth = { material: "polyester", careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };

/** A cabin with some seats soiled. */
function cabin(soiled: number, more: Partial<Job> = {}, cloth: Cloth = CLOTH): Job {
  let next = 0;
  const job = jobFromTemplate("cabin", () => `i${next++}`, NOW, { cloth });
  for (const { id } of zoneViews(job)
    .filter(({ role }) => role === "base")
    .slice(0, soiled))
    job.zones.byId[id]!.soil = "light";
  return {
    ...job,
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 20, relativeHumidityPct: 50 },
    ...more,
  };
}
/** All of it, what waits for dry last. */
function stepsOf(job: Job) {
  const { steps, later } = assess(job, USUAL_KIT, NOW, quickly).plan;
  return [...steps, ...later];
}
const keysOf = (job: Job) => stepsOf(job).map(({ key }) => key.replace(":", ""));

// Common practice, no source.
describe("opening and closing a vehicle", () => {
  it("comes by itself with several soiled parts, the picture first and all back as on it last; one tap leaves it out", () => {
    const keys = keysOf(cabin(3));
    expect(keys[0]).toBe("beside-opening");
    expect(keys.slice(-2)).toEqual(["beside-last-vacuum", "beside-closing"]);
    expect(keysOf(cabin(1)).filter((key) => key.startsWith("beside"))).toEqual([]);
    const without = cabin(3);
    without.choices.beside = [];
    expect(keysOf(without).filter((key) => key.startsWith("beside"))).toEqual([]);
  });

  it("a package sets them together, glass and screens last of all", () => {
    const full = cabin(1);
    full.choices.beside = [...PACKAGES.full!.beside];
    const keys = keysOf(full);
    expect(keys[0]).toBe("beside-opening");
    expect(keys.at(-1)).toBe("beside-glass");
    expect(keys.indexOf("beside-cup-holders")).toBeLessThan(keys.findIndex((key) => key.startsWith("dry-removal")));
  });

  it("leather takes its minutes by the number of seats", () => {
    const job = cabin(0);
    job.choices.beside = ["leather"];
    const seats = zoneViews(job).filter(({ role }) => role === "base").length;
    const [leather] = stepsOf(job);
    expect(seats).toBeGreaterThan(2);
    expect(leather!.minutes.value).toBe(3 + 6 * seats);
    expect(leather!.amountMl!.value).toBe(15 * seats);
    // A long log that is half as fast again: the same steps take half as long again.
    const slow = { ...USUAL_KIT, experience: { pace: { beside: { n: 1e6, meanLog: Math.log(1.5) } } } } as never;
    const [slower] = assess(job, slow, NOW, quickly).plan.steps;
    expect(slower!.minutes.value).toBeCloseTo(1.5 * (3 + 6 * seats), 3);
  });
});

describe("seats lifted out", () => {
  const agreed = { account: { tried: [], users: [], allergies: [], liftSeats: true } } satisfies Partial<Job>;

  it("is a chain: battery off and waited out, seats out, the work, seats in; none of it by high voltage", () => {
    const keys = keysOf(cabin(2, agreed));
    const at = (key: string) => keys.indexOf(key);
    expect(at("beside-battery-off")).toBeGreaterThanOrEqual(0);
    expect(at("beside-seats-out")).toBeGreaterThan(at("beside-battery-off"));
    expect(keys.findIndex((key) => key.startsWith("panel"))).toBeGreaterThan(at("beside-seats-out"));
    expect(at("beside-seats-in")).toBeGreaterThan(keys.findLastIndex((key) => key.startsWith("panel")));
    expect(keysOf(cabin(2))).not.toContain("beside-seats-out");
    const orange = keysOf(cabin(2, agreed, { ...CLOTH, neighbours: ["high-voltage"] }));
    expect(orange.filter((key) => /battery|seats/.test(key))).toEqual([]);
  });

  // Twenty minutes are common practice; the maker's manual rules.
  it("the wait of the battery cannot be cut, cannot be left out, and says what can happen", () => {
    const job = cabin(2, agreed);
    const off = stepsOf(job).find(({ key }) => key === "beside-battery-off:")!;
    expect(off.dwell!.min.value).toBeGreaterThanOrEqual(20);
    expect(off.required).toBe(true);
    expect(off.cautions).toContainEqual(expect.objectContaining({ tone: "danger", guards: "people" }));
    const started = {
      ...job,
      events: [
        {
          kind: "start",
          id: "s",
          at: NOW,
          stepKey: off.key,
          title: off.title,
          action: off.action,
          zoneIds: off.zoneIds,
          dwellMinMin: off.dwell!.min.value,
        },
      ],
    } as Job;
    expect(mayRecord(started, { ...off, stepKey: off.key }, () => 19 * 60_000).may).toBe(false);
    expect(mayRecord(started, { ...off, stepKey: off.key }, () => 20 * 60_000).may).toBe(true);
  });

  it("what was lifted out has to go in again, whatever was said since", () => {
    const job = cabin(2, agreed);
    const out = stepsOf(job).find(({ key }) => key === "beside-seats-out:")!;
    const lifted = {
      ...job,
      events: [doneOf(out, { id: "o", at: NOW })],
      account: { tried: [], users: [], allergies: [], liftSeats: false },
    };
    expect(keysOf(lifted)).toContain("beside-seats-in");
    expect(keysOf(lifted)).not.toContain("beside-battery-off");
  });
});
