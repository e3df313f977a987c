import { describe, expect, it } from "vitest";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { applyOps } from "@/core/job/commands";
import { signalsOf, signalsToCome, waitState } from "@/core/job/waits";
import type { DoneEvent, Job } from "@/core/job/schema";
import { demoJobs } from "@/demo/jobs";
import { doneOps, startOps } from "./record";

const AT = "2026-05-04T09:00:00Z";
const [ferry] = demoJobs(new Date(AT)) as [Job];
const weigh = (job: Job, at = AT) => assess(job, USUAL_KIT, at, { ...quickly, order: inFull.order });
const orderAfter = (job: Job, at: string) => Promise.resolve(weigh(job, at).order);

describe("recording a step", () => {
  it("as planned takes every number from the plan and starts the next step in the same command", async () => {
    const [first] = weigh(ferry).order.tasks;
    const started = applyOps(ferry, startOps(first!.step, 1, AT)).job;
    const { job } = applyOps(
      started,
      await doneOps(started, weigh(started), USUAL_KIT, first!.step, 1, {}, AT, orderAfter),
    );
    expect(job.events.map(({ kind }) => kind)).toEqual(["start", "done", "start"]);
    expect(job.events.at(-1)).toMatchObject({
      kind: "start",
      title: (await orderAfter({ ...job, events: job.events.slice(0, 2) }, AT)).tasks[0]!.step.title,
    });
    expect(job.events[1]).toMatchObject({
      kind: "done",
      zoneIds: first!.step.zoneIds,
      areaM2: first!.step.areaM2.value,
      plannedMin: first!.step.minutes.value,
    });
  });

  it("is kept when the planner fails: what was done is recorded, and nothing begins by itself", async () => {
    const [first] = weigh(ferry).order.tasks;
    const ops = await doneOps(ferry, weigh(ferry), USUAL_KIT, first!.step, 1, {}, AT, () =>
      Promise.reject(new Error("no plan")),
    );
    expect(ops.map((op) => (op.op === "append" ? op.event.kind : op.op))).toEqual(["done"]);
  });

  it(
    "as corrected scales the water with what was really put on; its dwell runs from there, and nothing " +
      "that has to wait is begun",
    async () => {
      const step = weigh(ferry).plan.steps.find(({ amountMl, wetStrokes, dwell }) => amountMl && !wetStrokes && dwell)!;
      const only: Job = {
        ...ferry,
        findings: { byId: { [step.findingId!]: ferry.findings.byId[step.findingId!]! }, order: [step.findingId!] },
        zones: {
          ...ferry.zones,
          byId: Object.fromEntries(
            Object.entries(ferry.zones.byId).map(([id, zone]) => [id, { ...zone, soil: undefined }]),
          ),
        },
      };
      let job = only;
      const steps = weigh(only).plan.steps;
      for (const before of steps.slice(
        0,
        steps.findIndex(({ key }) => key === step.key),
      ))
        job = applyOps(
          job,
          await doneOps(job, weigh(job), USUAL_KIT, before, 1, {}, AT, () =>
            Promise.resolve({ tasks: [], arcs: [], people: 1, broken: [] }),
          ),
        ).job;
      const mine = weigh(job).plan.steps[0]!;
      expect(mine.key).toBe(step.key);
      const ops = await doneOps(
        job,
        weigh(job),
        USUAL_KIT,
        mine,
        1,
        { amountMl: 2 * mine.amountMl!.value },
        AT,
        orderAfter,
      );
      expect(ops).toHaveLength(1);
      const event = ops[0]?.op === "append" ? (ops[0].event as DoneEvent) : undefined;
      expect(event?.amountMl).toBeCloseTo(2 * mine.amountMl!.value);
      expect(event?.waterOnLPerM2).toBeCloseTo(2 * mine.waterOnLPerM2);
      expect(event?.dwellMinMin).toBe(mine.dwell!.min.value);
    },
  );
});

describe("a dwell", () => {
  const wait = { id: "w", title: "t", zoneIds: ["z"], fromMs: 0, minMin: 5, maxMin: 12, guards: false };
  it.each([
    [0, "early"],
    [4.99, "early"],
    [5, "right"],
    [12, "right"],
    [12.01, "drying"],
  ])("after %f min is %s", (minutes, state) => expect(waitState(wait, minutes * 60_000)).toBe(state));
  it("without a longest time is never too late", () => expect(waitState({ minMin: 5 }, 1e9)).toBe("right"));
  it("speaks up when it is right and before it dries out, however short the window", () => {
    expect(signalsOf(wait).map(({ kind, atMs }) => [kind, atMs / 60_000])).toEqual([
      ["right", 5],
      ["soon-dry", 10],
      ["drying", 12],
    ]);
    // A time far ahead comes of a clock that was wrong: it gives no alarm, and no timer that runs out at once.
    expect([
      signalsToCome(wait, 0).length,
      signalsToCome({ ...wait, fromMs: 90 * 86_400_000 }, 0),
      signalsToCome(wait, 11 * 60_000).map(({ kind }) => kind),
    ]).toEqual([3, [], ["drying"]]);
    const [right, soon, drying] = signalsOf({ ...wait, maxMin: 6 });
    expect(soon!.atMs).toBeGreaterThan(right!.atMs);
    expect(soon!.atMs).toBeLessThan(drying!.atMs);
  });
});
