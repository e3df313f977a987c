import { describe, expect, it } from "vitest";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobState } from "@/core/answers/assess/state";
import { demoJobs } from "@/demo/jobs";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job, WorkEvent } from "@/core/job/schema";
import { workedOut } from "@/core/testing/workedOut";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";

/** What was done is never planned again; what it showed moves the plan. */

const NOW = new Date("2026-05-04T09:00:00Z");
const ferry = () => demoJobs(NOW)[0]!;
const planOf = (job: Job) => assess(job, USUAL_KIT, NOW.toISOString());
let counter = 0;

const done = (step: Step, more: Partial<Extract<WorkEvent, { kind: "done" }>> = {}) =>
  ({ ...doneOf(step, { id: `d${counter++}`, at: NOW.toISOString() }), ...more }) as WorkEvent;
const withEvents = (job: Job, ...events: WorkEvent[]): Job => ({ ...job, events: [...job.events, ...events] });
const judged = (findingId: string, result: "gone" | "better" | "same" | "worse" | "left"): WorkEvent => ({
  kind: "outcome",
  id: `o${counter++}`,
  at: NOW.toISOString(),
  findingId,
  result,
});

const workOut = (job: Job) => workedOut(job, USUAL_KIT, NOW.toISOString());

describe("running a job", () => {
  it("takes each step off the list as it is done, none twice, and ends", () => {
    // Nothing is waited for here, so what fills a wait in the plan comes in another turn.
    const planned = planOf(ferry()).plan.steps.map(({ title }) => title);
    expect(workOut(ferry()).titles.sort()).toEqual(planned.sort());
  });

  it("names the state and the next thing to do, from new to handed back", () => {
    const stages = [jobState(planOf(ferry())).stage];
    const [first] = planOf(ferry()).plan.steps;
    stages.push(jobState(planOf(withEvents(ferry(), done(first!)))).stage);
    const { job } = workOut(ferry());
    stages.push(jobState(planOf(job)).stage);
    stages.push(
      jobState(planOf(withEvents(job, { kind: "handed-back", id: "h", at: NOW.toISOString(), damp: true }))).stage,
    );
    expect(stages).toEqual(["planned", "working", "drying", "handed-back"]);
  });

  it("a protector begun on dry cloth is gone on with while its first zone is damp with it; mats go back when all is dry", () => {
    let next = 0;
    const cloth = { material: "polyester", careCode: "none", ageYears: 3, condition: "sound", neighbours: [] } as const;
    const job = jobFromTemplate("cabin", () => `p${next++}`, NOW.toISOString(), {
      cloth: { ...cloth, neighbours: [] },
    });
    const zoneOf = (part: string) => job.zones.order.find((id) => job.zones.byId[id]!.part === part)!;
    const seats = [zoneOf("r1-s1-base"), zoneOf("r1-s2-base")];
    const mat = job.zones.order.find((id) => job.zones.byId[id]!.part.includes("mat"))!;
    for (const id of [...seats, mat]) job.zones.byId[id]!.soil = "heavy";
    Object.assign(job, {
      account: { tried: [], users: [], allergies: [] },
      site: { airTempC: 22, relativeHumidityPct: 45 },
    });
    job.choices = { ...job.choices, beside: [], protect: "dry" };
    const worked = workOut(job).job;
    const later = new Date(NOW.getTime() + 20 * 24 * 3_600_000).toISOString();
    const stepsOf = (of: Job) => assess(of, USUAL_KIT, later, quickly).plan.steps;
    const proof = stepsOf(worked).find(({ action }) => action === "fastness-check")!;
    const proved = withEvents(worked, { ...done(proof), at: later } as WorkEvent);
    const onAll = stepsOf(proved).filter(({ agent }) => agent === "protector");
    expect(new Set(onAll.flatMap(({ zoneIds }) => zoneIds))).toEqual(new Set([...seats, mat]));
    const first = { ...onAll[0]!, zoneIds: [onAll[0]!.zoneIds[0]!] };
    const damp = withEvents(proved, { ...done(first), at: later } as WorkEvent);
    const left = stepsOf(damp);
    expect(left.filter(({ agent }) => agent === "protector").flatMap(({ zoneIds }) => zoneIds)).toHaveLength(2);
    expect(left.map(({ key }) => key)).not.toContain("mat-back:");
    const dry = withEvents(damp, ...left.map((step) => ({ ...done(step), at: later }) as WorkEvent));
    const at = new Date(Date.parse(later) + 20 * 24 * 3_600_000).toISOString();
    expect(assess(dry, USUAL_KIT, at, quickly).plan.steps.map(({ key }) => key)).toEqual(["mat-back:"]);
  });

  it("still visible when dry: the next rung, with its own proof and rinse, on that zone alone", () => {
    const { job } = workOut(ferry());
    const { plan } = planOf(withEvents(job, judged("fb-soup", "same")));
    expect(plan.marks["fb-soup"]!.rungs.map(({ state }) => state).slice(0, 2)).toEqual(["done", "now"]);
    expect(plan.steps.some(({ agent }) => agent === "peroxide")).toBe(true);
    expect(plan.steps.some(({ action }) => action === "dry-removal")).toBe(false);
    expect(new Set(plan.steps.flatMap(({ zoneIds }) => zoneIds))).toEqual(
      new Set([job.findings.byId["fb-soup"]!.zoneId]),
    );
  });

  it("gone, left or worse ends the mark; the last rung used up is the stop", () => {
    const { job } = workOut(ferry());
    for (const result of ["gone", "left", "worse"] as const)
      expect(planOf(withEvents(job, judged("fb-soup", result))).plan.marks["fb-soup"]!.state).toBe(result);
    let tried = job;
    for (let rung = 0; rung < 5; rung++) tried = workOut(withEvents(tried, judged("fb-soup", "same"))).job;
    expect(planOf(tried).plan.marks["fb-soup"]!.state).toBe("at-the-stop");
    expect(planOf(tried).plan.steps).toEqual([]);
  });

  it("an agent that runs is left out of what follows, with the reason", () => {
    const job = ferry();
    const [pieceId] = job.pieces.order as [string];
    job.pieces.byId[pieceId] = {
      ...job.pieces.byId[pieceId]!,
      cloth: { ...job.pieces.byId[pieceId]!.cloth, fastness: { "acid-spotter": 3 } },
    };
    const { plan } = planOf(job);
    expect(plan.steps.some(({ agent }) => agent === "acid-spotter")).toBe(false);
    expect(
      plan.marks["fb-soup"]!.rungs.flatMap(({ leftOut }) => leftOut)
        .map(({ because }) => because)
        .join(),
    ).toContain("dye came off");
  });

  it("what was put on beyond the plan counts against the zone's budget and dries longer", () => {
    const job = ferry();
    const zoneId = job.findings.byId["fb-soup"]!.zoneId;
    const steps = planOf(job).plan.steps;
    const wet = steps.find(({ agent, findingId }) => agent === "acid-spotter" && findingId === "fb-soup")!;
    const planned = planOf(withEvents(job, done(wet)));
    const flooded = planOf(withEvents(job, done(wet, { waterOnLPerM2: 1.5 })));
    expect(flooded.plan.zones[zoneId]!.used.value).toBeGreaterThan(planned.plan.zones[zoneId]!.used.value);
    expect(flooded.drying[zoneId]!.hours.value).toBeGreaterThan(planned.drying[zoneId]!.hours.value);
    expect(flooded.drying[zoneId]!.tooDeep).toBe(true);
  });

  it("leaving out a look or a proof does not count as having done it", () => {
    const job = ferry();
    const proof = planOf(job).plan.steps.find(({ proves }) => proves)!;
    expect(proof.required).toBe(true);
    const skipped = withEvents(job, {
      kind: "skip",
      id: "s",
      at: NOW.toISOString(),
      stepKey: proof.key,
      title: proof.title,
      action: proof.action,
      zoneIds: proof.zoneIds,
      reason: "No time",
    });
    expect(planOf(skipped).plan.steps.map(({ key }) => key)).toContain(proof.key);
  });

  it("solvent in the cloth is aired the long end of its time before any motor", () => {
    const job = demoJobs(NOW)[1]!;
    const zoneId = job.zones.order.find((id) => job.zones.byId[id]!.part === "arm-right")!;
    const event: WorkEvent = {
      kind: "done",
      id: "x",
      at: NOW.toISOString(),
      stepKey: "own:",
      title: "Dry solvent",
      action: "agent",
      agent: "solvent",
      zoneIds: [zoneId],
    };
    const steps = planOf(withEvents(job, event)).plan.steps.filter(({ zoneIds }) => zoneIds.includes(zoneId));
    const air = steps.findIndex(({ action }) => action === "air");
    expect(steps[air]!.dwell!.min.value).toBeGreaterThanOrEqual(30);
    expect(air).toBeLessThan(steps.findIndex(({ action }) => action === "dry-removal"));
  });
});

describe("tank marks", () => {
  it("override what the model says is left, and re-fit the recovery on the same cloth", () => {
    let next = 0;
    const job = jobFromTemplate("bench-seat", () => `i${next++}`, NOW.toISOString(), {
      cloth: {
        material: "polyester",
        build: "cover-on-foam",
        careCode: "none",
        ageYears: 5,
        condition: "sound",
        neighbours: [],
        fastness: { water: 5, "neutral-cleaner": 5 },
      },
    });
    job.site = { airTempC: 21, relativeHumidityPct: 50, airSpeedMPerS: 1 };
    const zones = job.zones.order.filter((id) => job.zones.byId[id]!.part.startsWith("base"));
    for (const id of zones.slice(0, 2)) job.zones.byId[id]!.soil = "moderate";
    job.choices.schools = Object.fromEntries(zones.map((id) => [id, "extraction" as const]));
    let worked = job;
    for (
      let step = planOf(worked).plan.steps[0];
      step && step.action !== "extract";
      step = planOf(worked).plan.steps[0]
    )
      worked = withEvents(worked, done(step, { areaM2: step.areaM2.value }));
    const drawing = planOf(worked).plan.steps[0]!;
    const recorded = (recoveredMl: number | undefined) =>
      planOf(
        withEvents(
          worked,
          done(drawing, { areaM2: drawing.areaM2.value, ...(recoveredMl === undefined ? {} : { recoveredMl }) }),
        ),
      );
    const [modelled, poor] = [recorded(undefined), recorded(drawing.recoveredMl!.value * 0.5)];
    const [zoneId] = drawing.zoneIds as [string];
    expect(poor.drying[zoneId]!.residual.value).toBeGreaterThan(modelled.drying[zoneId]!.residual.value);
    expect(poor.drying[zoneId]!.residual.working.formula).toBe("water.tankMarks");
    expect(poor.drying[zoneId]!.hours.value).toBeGreaterThan(modelled.drying[zoneId]!.hours.value);
    expect(modelled.drying[zoneId]!.recovery).toBeUndefined();
    expect(poor.drying[zoneId]!.recovery!.value).toBeLessThan(0.45);
    // What the model foretold, read back, is the model's own recovery again.
    expect(recorded(drawing.recoveredMl!.value).drying[zoneId]!.recovery!.value).toBeCloseTo(0.45, 2);
  });
});
