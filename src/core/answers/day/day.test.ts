import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly } from "@/core/answers/assess/assess";
import { agentOf } from "@/core/ground/catalog/agents";
import { toolOf } from "@/core/ground/catalog/tools";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { jobFromTemplate } from "@/core/job/newJob";
import { wrongWith } from "@/core/testing/days";
import { workedOut } from "@/core/testing/workedOut";
import { dayOf, type Day } from "./day";
import { USUAL_DAY, type DaySettings } from "./settings";
import { explain } from "@/core/models/timetable/explain";
import { bestOf } from "@/core/models/timetable/improve";
import { compile } from "@/core/models/timetable/tasks";

const NOW = "2026-05-04T08:00:00Z";
const jobs = demoJobs(new Date(NOW));
const planned = (job: Job) => ({ job, assessment: assess(job, USUAL_KIT, NOW, quickly) });
const made = (of: Job[], settings: Partial<DaySettings> = {}) => {
  const day = dayOf(of.map(planned), USUAL_KIT, { ...USUAL_DAY, from: NOW, ...settings });
  const compiled = compile(day.problem);
  const schedule = bestOf(compiled, 60);
  expect(wrongWith(day.problem, schedule)).toEqual([]);
  return {
    day,
    compiled,
    schedule,
    at: (id: string) => schedule.starts[day.problem.tasks.findIndex((task) => task.id === id)]!,
  };
};

const endOf = ({ problem }: Day, starts: readonly number[], id: string) => {
  const index = problem.tasks.findIndex((task) => task.id === id);
  return starts[index]! + problem.tasks[index]!.minutes;
};

describe("a day of jobs", () => {
  it("keeps every limit for each demo job alone and for all of them, with one or two pairs of hands and a break", () => {
    for (const job of jobs) made([job]);
    const alone = made(jobs, { breaks: [{ from: "2026-05-04T12:00:00Z", to: "2026-05-04T12:30:00Z" }] });
    const two = made(jobs, { people: 2 });
    expect(two.schedule.endMin).toBeLessThan(alone.schedule.endMin);
  });

  it("lets one job dry while hands are at the next", () => {
    const { day, schedule, at } = made([jobs[0]!, jobs[1]!]);
    // It dries while they pack up, and they drive on when that is done.
    expect(at("demo-ferry/drying")).toBeLessThan(at("demo-ferry/pack-up") + USUAL_DAY.packUpMin);
    expect(at("demo-settee/travel")).toBeGreaterThanOrEqual(at("demo-ferry/pack-up") + USUAL_DAY.packUpMin - 1e-6);
    expect(at("demo-settee/set-up")).toBeLessThan(endOf(day, schedule.starts, "demo-ferry/drying"));
  });

  it("gas comes after the drying and before it may be used; where only these are left the day still has its times", () => {
    const gas = { gas: "ozone" as const, volumeM3: 9, shutMinPerH: 0.3, shutMaxPerH: 2, airedMinPerH: 20 };
    const van: Job = { ...jobs[3]!, gas: { ...gas, stands: "outdoors", cleared: true } };
    van.promises = { ...van.promises, usableAt: "2026-05-05T18:00:00Z" };
    const afterDrying = (job: Job) => {
      const { day, schedule, at } = made([job]);
      expect(at("demo-van/airing")).toBeGreaterThanOrEqual(endOf(day, schedule.starts, "demo-van/drying") - 1e-6);
      expect(day.problem.dues.filter(({ name }) => name === "usable").map(({ task }) => task)).toEqual([
        "demo-van/airing",
      ]);
      const { minutes } = day.problem.tasks.find(({ id }) => id === "demo-van/airing")!;
      return { minutes, steps: day.problem.tasks.filter(({ kind }) => kind === "step").length };
    };
    const before = afterDrying(van);
    expect(before.steps).toBeGreaterThan(0);
    // Running, set-up and airing: more than the hours an ozone machine needs for nine cubic metres alone.
    expect(before.minutes).toBeGreaterThan(60);
    const left = afterDrying(workedOut(van, USUAL_KIT, NOW).job);
    expect(left).toEqual({ minutes: before.minutes, steps: 0 });
  });

  it("works dwells of one zone into the hands-on time of another: sooner than one after the other, and none is cut", () => {
    const van = planned(jobs[3]!);
    const { day, schedule } = made([jobs[3]!]);
    const hands = day.problem.tasks.filter(({ jobId, kind }) => jobId === "demo-van" && kind === "step");
    const done = Math.max(...hands.map(({ id }) => endOf(day, schedule.starts, id)));
    const inTurn = van.assessment.plan.steps.reduce(
      (sum, { minutes, dwell }) => sum + minutes.value + (dwell?.min.value ?? 0),
      0,
    );
    expect(done - USUAL_DAY.travelMin - USUAL_DAY.setUpMin).toBeLessThan(inTurn);
  });

  it("runs nothing that sparks, and nothing else, from a solvent's start until it has aired", () => {
    let next = 0;
    const job = jobFromTemplate("settee", () => `s${next++}`, NOW, {
      cloth: {
        material: "polyester",
        build: "cover-on-foam",
        careCode: "WS",
        ageYears: 4,
        condition: "sound",
        neighbours: [],
      },
    });
    for (const zone of Object.values(job.zones.byId)) zone.soil = "heavy";
    job.account = { tried: [], users: [], allergies: [] };
    Object.assign(job.findings, {
      byId: {
        f: {
          kind: "mark",
          zoneId: job.zones.order[2]!,
          centre: { xMm: 100, yMm: 100 },
          size: { widthMm: 40, heightMm: 40 },
          evidence: { smell: "fuel", place: "feet", swab: "lifts" },
        },
      },
      order: ["f"],
    });
    const { steps } = planned(job).assessment.plan;
    const airing = steps.find(({ action }) => action === "air")!;
    const solvent = steps.findLast(
      (step, at) =>
        at < steps.indexOf(airing) && step.agent !== undefined && agentOf(step.agent).groups.includes("solvent"),
    )!;
    const { day, schedule } = made([job], { people: 3 });
    const of = (key: string) => day.problem.tasks.findIndex(({ stepKey }) => stepKey === key);
    const [from, to] = [
      schedule.starts[of(solvent.key)]!,
      schedule.starts[of(airing.key)]! + airing.minutes.value + airing.dwell!.min.value,
    ];
    expect(to - from).toBeGreaterThan(25);
    // What the plan itself puts between the two, such as the towel, is by hand.
    const between = steps.slice(steps.indexOf(solvent), steps.indexOf(airing) + 1);
    for (const { tool } of between) expect(toolOf(tool).powered ?? false).toBe(false);
    day.problem.tasks.forEach(({ stepKey, minutes, name }, index) => {
      if (stepKey === undefined || between.some(({ key }) => key === stepKey)) return;
      expect([name, schedule.starts[index]! < to - 1e-6 && schedule.starts[index]! + minutes > from + 1e-6]).toEqual([
        name,
        false,
      ]);
    });
  });

  it("says what decides the end and how late each task may start, and that is so", () => {
    const promised: Job = {
      ...jobs[0]!,
      promises: { usableAt: "2026-05-04T13:00:00Z", handBackAt: "2026-05-04T12:00:00Z", dampHandBackAgreed: true },
    };
    const { day, compiled, schedule } = made([promised]);
    const { latestStart, slackMin, chain } = explain(compiled, schedule);
    expect(chain.length).toBeGreaterThan(3);
    expect(chain[0]!.task).toBe("demo-ferry/travel");
    expect(Math.min(...slackMin)).toBeGreaterThanOrEqual(-1e-6);
    // Started that late, with what follows pushed on, every promise still holds.
    const index = day.problem.tasks.findIndex(({ id }) => id === chain[2]!.task);
    const later = bestOf(
      compile({
        ...day.problem,
        tasks: day.problem.tasks.map((task, at) => (at === index ? { ...task, earliest: latestStart[at]! } : task)),
      }),
      60,
    );
    expect(later.lateMin).toBeLessThanOrEqual(schedule.lateMin + 1e-6);
  });

  it("drives to no job whose hands are done, and lets it dry only for what is left", () => {
    const { job } = workedOut(jobs[2]!, USUAL_KIT, NOW);
    const at = (hours: number) => new Date(Date.parse(NOW) + hours * 3_600_000).toISOString();
    const dayAt = (hours: number) =>
      dayOf([{ job, assessment: assess(job, USUAL_KIT, at(hours)) }], USUAL_KIT, { ...USUAL_DAY, from: at(hours) })
        .problem.tasks;
    expect(dayAt(1).map(({ kind }) => kind)).toEqual(["drying"]);
    expect(dayAt(1)[0]!.minutes - dayAt(4)[0]!.minutes).toBeCloseTo(180, 0);
    expect(dayAt(70)).toEqual([]);
  });

  it("times what it can, and names the job that does not dry like this", () => {
    const wet: Job = {
      ...jobs[2]!,
      site: { airTempC: 4, relativeHumidityPct: 97, airSpeedMPerS: 0.1, space: "shut", volumeM3: 5 },
    };
    const day = dayOf([{ job: wet, assessment: assess(wet, USUAL_KIT, NOW) }], USUAL_KIT, { ...USUAL_DAY, from: NOW });
    expect(day.untimed).toEqual([{ jobId: "demo-hall", because: expect.stringMatching(/does not dry/) }]);
    expect(compile(day.problem).problem.tasks.length).toBeGreaterThan(5);
  });
});
