import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { applyOps } from "@/core/job/commands";
import type { Job } from "@/core/job/schema";
import { dayOf } from "@/core/answers/day/day";
import { USUAL_DAY } from "@/core/answers/day/settings";
import { forecastAt } from "./forecast";
import { bestOf } from "@/core/models/timetable/improve";
import { compile, isBetter } from "@/core/models/timetable/tasks";
import { opsOf, saversOf } from "@/core/answers/ask/savers";
import { bandOf, spreadOf } from "./spread";
import { bettersOfVisits } from "@/core/answers/day/visits";

const NOW = "2026-05-04T08:00:00Z";
const nowMs = Date.parse(NOW);
const jobs = demoJobs(new Date(NOW));
const [ferry] = jobs as [Job];

describe("the band of the finish", () => {
  const taken = (ratio: number, steps: number) =>
    Array.from({ length: steps }, (_, step) => ({ plannedMin: 4 + (step % 5), minutes: (4 + (step % 5)) * ratio }));

  it("is the table's before there is a log, then the technician's own", () => {
    expect(spreadOf([])).toEqual({ steps: 0, meanLog: 0, sdLog: 0.33 });
    // Worked by hand: 8 steps of the table (0 ± 0.33) and 24 of ln 1.5: mean 24/32 ln 1.5 = 0.3041; variance (8
    // (0.1089 + 0.0925) + 24 × 0.1014²) / 32 = 0.0581.
    const own = spreadOf(taken(1.5, 24));
    expect(own.meanLog).toBeCloseTo(0.3041, 4);
    expect(own.sdLog).toBeCloseTo(Math.sqrt(0.0581), 3);
    // A forgotten tap is no measure of anybody.
    expect(spreadOf([...taken(1.5, 24), { plannedMin: 5, minutes: 300 }, { plannedMin: 5, minutes: 0.1 }, {}])).toEqual(
      own,
    );
  });

  it("holds what happens about eight times in ten, for a technician who is slow and uneven", () => {
    const random = xoroshiro128plus(7);
    const unit = () => ((random.next() >>> 0) + 0.5) / 4294967296;
    const normal = () => Math.sqrt(-2 * Math.log(unit())) * Math.cos(2 * Math.PI * unit());
    const pace = () => Math.exp(0.18 + 0.4 * normal());
    const { order } = assess(ferry, USUAL_KIT, NOW);
    const forecast = forecastAt(assess(ferry, USUAL_KIT, NOW), ferry, nowMs);
    const spread = spreadOf(Array.from({ length: 400 }, () => ({ plannedMin: 10, minutes: 10 * pace() })));
    const band = bandOf(order, forecast, spread);
    const runs = Array.from(
      { length: 1000 },
      () => forecast.finish.atMs + order.tasks.reduce((sum, { minutes }) => sum + minutes * (pace() - 1), 0) * 60_000,
    );
    expect(runs.filter((end) => end > band.toMs).length / runs.length).toBeCloseTo(0.1, 1);
    expect(runs.filter((end) => end < band.fromMs).length / runs.length).toBeCloseTo(0.1, 1);
  });
});

describe("what would save a promise", () => {
  const tight: Job = {
    ...jobs[1]!,
    promises: { usableAt: "2026-05-04T10:30:00Z", handBackAt: "2026-05-04T10:00:00Z", dampHandBackAgreed: false },
  };

  it("does what it says when it is taken, the best first, and only what helps is offered", () => {
    const before = forecastAt(assess(tight, USUAL_KIT, NOW), tight, nowMs).tighter!.minutes.value;
    const savers = saversOf(tight, USUAL_KIT, NOW);
    expect(savers.map(({ name }) => name)).toContain("Two air movers");
    expect(savers.map(({ name }) => name)).toContain("A second pair of hands");
    expect(savers.map(({ slackMin }) => slackMin)).toEqual(
      [...savers.map(({ slackMin }) => slackMin)].sort((a, b) => b - a),
    );
    // None alone is enough: the best of each kind together comes first.
    expect(savers.slice(1).every(({ slackMin }) => slackMin < 0)).toBe(true);
    expect(savers[0]!.name).toContain(" and ");
    for (const { ops, air, slackMin, name } of savers) {
      expect(slackMin).toBeGreaterThan(before);
      if (!ops && !air) continue;
      const taken = applyOps(tight, opsOf(tight, assess(tight, USUAL_KIT, NOW).history, [{ ops, air }], NOW)).job;
      expect([name, forecastAt(assess(taken, USUAL_KIT, NOW), taken, nowMs).tighter!.minutes.value]).toEqual([
        name,
        slackMin,
      ]);
    }
  });

  it("is nothing where nothing was promised", () =>
    expect(saversOf({ ...tight, promises: { dampHandBackAgreed: false } }, USUAL_KIT, NOW)).toEqual([]));
});

describe("the order of the visits", () => {
  const planned = jobs.map((job) => ({ job, assessment: assess(job, USUAL_KIT, NOW, quickly) }));
  const settings = { ...USUAL_DAY, from: NOW };
  const scheduleOf = (order: readonly string[]) =>
    bestOf(
      compile(
        dayOf(
          order.map((id) => planned.find(({ job }) => job.id === id)!),
          USUAL_KIT,
          settings,
        ).problem,
      ),
      4,
    );
  const last = (from: typeof planned) => {
    let order: string[] = [];
    for (const each of bettersOfVisits(from, USUAL_KIT, settings)) order = each;
    return order;
  };

  it("visits every job once and is no worse than the order it began with nor than turning it round", () => {
    const order = last(planned);
    const ids = jobs.map(({ id }) => id);
    expect([...order].sort()).toEqual([...ids].sort());
    for (const other of [ids, [...ids].reverse()]) expect(isBetter(scheduleOf(other), scheduleOf(order))).toBe(false);
  });
});
