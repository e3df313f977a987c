import { describe, expect, it } from "vitest";
import { assess, quickly, type Assessment } from "@/core/answers/assess/assess";
import { planAnswerOf } from "@/core/answers/assess/planAnswer";
import { estimateOf, USUAL_RATES } from "@/core/answers/estimate/estimate";
import { ownerSheet } from "@/core/answers/handback/sheet";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job } from "@/core/job/schema";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { forecastAt } from "./forecast";

/** What closes a job waits for dry, and stands in its first plan. Common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
const CLOTH: Cloth = { material: "polyester", careCode: "none", ageYears: 5, condition: "sound", neighbours: [] };

/** A cabin with its front soiled: seats, belt, footwell and mat. */
function cabin(promises: Partial<Job["promises"]> = {}, choices: Partial<Job["choices"]> = {}): Job {
  let next = 0;
  const job = jobFromTemplate("cabin", () => `i${next++}`, NOW, { cloth: CLOTH });
  for (const zone of Object.values(job.zones.byId))
    if (/^r1-(s1-base$|s1-back$|foot|mat|belt-1)/.test(zone.part)) zone.soil = "moderate";
  return {
    ...job,
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 22, relativeHumidityPct: 45, airSpeedMPerS: 1 },
    promises: { dampHandBackAgreed: false, ...promises },
    choices: { ...job.choices, ...choices },
  };
}
const of = (job: Job, asOf = NOW) => assess(job, USUAL_KIT, asOf, quickly);
const names = (steps: Assessment["plan"]["steps"]) => steps.map(({ key }) => key.split(":")[0]!);

describe("what closes a job", () => {
  it("waits for dry in the first plan: belts and mats, the last vacuum, the closing wipe", () => {
    const { plan } = of(cabin());
    expect(names(plan.later)).toEqual(["belt-back", "mat-back", "beside-last-vacuum", "beside-closing"]);
    expect(names(plan.steps)).toContain("beside-opening");
    expect(names(plan.steps).filter((name) => names(plan.later).includes(name))).toEqual([]);
    expect(of({ ...cabin(), zones: { byId: {}, order: [] } }).plan.later).toEqual([]);
  });

  it("is priced, promised, loaded and told to whoever asks", () => {
    const job = cabin({}, { protect: "dry" });
    const result = of(job);
    const minutes = result.plan.later.reduce((sum, step) => sum + step.minutes.value, 0);
    const bare: Assessment = { ...result, plan: { ...result.plan, later: [] } };
    const nowMs = Date.parse(NOW);
    expect(forecastAt(result, job, nowMs).usable!.value).toBeCloseTo(
      forecastAt(bare, job, nowMs).usable!.value + minutes,
      6,
    );
    const dear = (each: Assessment) => estimateOf(each, job, 0, USUAL_RATES).minutes.low.value;
    expect(dear(result)).toBeGreaterThan(dear(bare) + 0.8 * minutes);
    expect(result.mixes.map(({ agent }) => agent)).toContain("protector");
    const card = planAnswerOf(result, job, NOW).runSheet.cards.at(-1)!;
    expect(card).toMatchObject({ waitsFor: "dry", minutes });
    expect(card.lines.map(({ stepKey }) => stepKey)).toEqual(result.plan.later.map(({ key }) => key));
    expect(card.lines.at(-1)!.endsMin).toBeCloseTo(forecastAt(result, job, nowMs).usable!.value, 6);
  });

  it("taken damp the technician closes at once, the owner lets belts and mats back, a protector is a second visit", () => {
    const job = cabin({ dampHandBackAgreed: true }, { protect: "dry" });
    const result = of(job);
    expect(names(result.plan.steps)).toEqual(expect.arrayContaining(["beside-last-vacuum", "beside-closing"]));
    expect(names(result.plan.later)).toEqual(expect.arrayContaining(["protect", "belt-back", "mat-back"]));
    const told = ownerSheet(job, result, Date.parse(NOW)).afterwards.filter((line) =>
      line.startsWith("When it is dry"),
    );
    expect(told).toHaveLength(2);
    const nowMs = Date.parse(NOW);
    const bare: Assessment = { ...result, plan: { ...result.plan, later: [] } };
    expect(forecastAt(result, job, nowMs).usable!.value).toBe(forecastAt(bare, job, nowMs).usable!.value);
  });

  it("begins when it is dry and no sooner, whoever does it; where air never dries it nothing waits", () => {
    for (const dampHandBackAgreed of [false, true]) {
      const job = cabin({ dampHandBackAgreed }, { protect: "dry" });
      const result = of(job);
      const bare: Assessment = { ...result, plan: { ...result.plan, later: [] } };
      const nowMs = Date.parse(NOW);
      expect(forecastAt(result, job, nowMs).closesFromMs).toBe(forecastAt(bare, job, nowMs).usable!.atMs);
    }
    const never = assess({ ...cabin(), site: { airTempC: 5, relativeHumidityPct: 100 } }, USUAL_KIT, NOW);
    expect(Object.values(never.drying).some(({ hours }) => hours.value === Infinity)).toBe(true);
    expect(names(never.plan.steps)).toContain("beside-closing");
  });

  it("is not begun while it is wet, and comes by itself once it is dry", () => {
    let job = cabin();
    for (let step = of(job).plan.steps[0]; step; step = of(job).plan.steps[0])
      job = { ...job, events: [...job.events, doneOf(step, { id: `e${job.events.length}`, at: NOW })] };
    expect(names(of(job).plan.later)).toContain("beside-closing");
    const dry = of(job, "2026-05-08T08:00:00Z").plan;
    expect(dry.later).toEqual([]);
    expect(names(dry.steps)).toEqual(["belt-back", "mat-back", "beside-last-vacuum", "beside-closing"]);
  });
});
