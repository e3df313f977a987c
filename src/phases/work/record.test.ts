import { describe, expect, it } from "vitest";
import { assess } from "@/core/assess";
import { USUAL_KIT } from "@/core/catalog/kit";
import { applyOps } from "@/core/job/commands";
import type { DoneEvent, Job } from "@/core/job/schema";
import { demoJobs } from "@/demo/jobs";
import { dwellState } from "./DwellBand";
import { doneOps, startOps } from "./record";

const AT = "2026-05-04T09:00:00Z";
const [ferry] = demoJobs(new Date(AT)) as [Job];
const weigh = (job: Job) => assess(job, USUAL_KIT, AT);
const nextStep = (job: Job) => Promise.resolve(weigh(job).plan.steps[0]);

describe("recording a step", () => {
  it("as planned takes every number from the plan and starts the next step in the same command", async () => {
    const before = weigh(ferry);
    const [step, next] = before.plan.steps;
    const started = applyOps(ferry, startOps(step!, AT)).job;
    const { job } = applyOps(started, await doneOps(started, weigh(started), step!, {}, AT, nextStep));
    expect(job.events.map(({ kind }) => kind)).toEqual(["start", "done", "start"]);
    expect(job.events.at(-1)).toMatchObject({ kind: "start", title: next!.title });
    expect(job.events[1]).toMatchObject({ kind: "done", zoneIds: step!.zoneIds, areaM2: step!.areaM2.value });
  });

  it("as corrected scales the water with what was really put on", async () => {
    const { plan } = weigh(ferry);
    const step = plan.steps.find(({ amountMl, wetStrokes }) => amountMl && !wetStrokes)!;
    const [twice] = await doneOps(ferry, weigh(ferry), step, { amountMl: 2 * step.amountMl!.value }, AT, nextStep);
    const event = twice?.op === "append" ? (twice.event as DoneEvent) : undefined;
    expect(event?.amountMl).toBeCloseTo(2 * step.amountMl!.value);
    expect(event?.waterOnLPerM2).toBeCloseTo(2 * step.waterOnLPerM2);
  });
});

describe("a dwell", () => {
  const running = { kind: "start", id: "s", at: AT, stepKey: "k", title: "t", action: "agent", zoneIds: [], dwellMinMin: 5, dwellMaxMin: 12 } as const;
  it.each([[0, "early"], [4.99, "early"], [5, "right"], [12, "right"], [12.01, "drying"]])("after %f min is %s", (minutes, state) => {
    expect(dwellState({ ...running, zoneIds: [] }, minutes * 60_000)).toBe(state);
  });
  it("without a longest time is never too late", () => expect(dwellState({ ...running, zoneIds: [], dwellMaxMin: undefined }, 1e9)).toBe("right"));
});
